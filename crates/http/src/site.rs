//! Where the server is found.

use std::net::IpAddr;

use crate::tls::Authority;

/// The address by which a proxy hands requests on, or by which this machine is called.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Public {
    /// Host, and port where it is not the usual one.
    pub host: String,
    /// Whether it is reached over TLS.
    pub secure: bool,
}

impl Public {
    /// `https://lamp.example`.
    #[must_use]
    pub fn origin(&self) -> String {
        format!("{}://{}", if self.secure { "https" } else { "http" }, self.host)
    }

    /// Whether a request's host is this one.
    #[must_use]
    pub fn is(&self, host: &str) -> bool {
        self.host.eq_ignore_ascii_case(host)
    }

    /// The host's name, without a port.
    #[must_use]
    pub fn name(&self) -> &str {
        match self.host.rsplit_once(':') {
            Some((name, port)) if port.bytes().all(|b| b.is_ascii_digit()) => name,
            _ => &self.host,
        }
    }
}

/// Where the server is found.
#[derive(Debug, Clone)]
pub struct Site {
    /// Its port.
    pub port: u16,
    /// Its address on the studio's own network, where it was given one.
    pub network: Option<IpAddr>,
    /// Whether it speaks TLS there.
    pub secure: bool,
    /// What it is called from outside, where that was said.
    pub public: Option<Public>,
    /// The authority that this machine made, where it did.
    pub authority: Option<Authority>,
}

impl Site {
    /// On this machine alone.
    #[must_use]
    pub const fn here(port: u16) -> Self {
        Self { port, network: None, secure: false, public: None, authority: None }
    }

    /// Whether others reach it.
    #[must_use]
    pub const fn is_open(&self) -> bool {
        self.network.is_some() || self.public.is_some()
    }

    /// Where a phone finds it: `https://192.168.1.20:7410`.
    #[must_use]
    pub fn origin(&self) -> String {
        if let Some(public) = &self.public {
            return public.origin();
        }
        let scheme = if self.secure { "https" } else { "http" };
        match self.network {
            Some(IpAddr::V6(ip)) => format!("{scheme}://[{ip}]:{}", self.port),
            Some(IpAddr::V4(ip)) => format!("{scheme}://{ip}:{}", self.port),
            None => format!("http://127.0.0.1:{}", self.port),
        }
    }
}
