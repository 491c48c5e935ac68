//! Where the server is found.

use std::net::IpAddr;

/// Where the server is found.
#[derive(Debug, Clone, Copy)]
pub struct Site {
    /// Its port.
    pub port: u16,
    /// Its address on the studio's own network, where it was given one.
    pub network: Option<IpAddr>,
}

impl Site {
    /// Host and port that a phone would ask.
    #[must_use]
    pub fn host(&self) -> String {
        match self.network {
            Some(IpAddr::V6(ip)) => format!("[{ip}]:{}", self.port),
            Some(IpAddr::V4(ip)) => format!("{ip}:{}", self.port),
            None => format!("127.0.0.1:{}", self.port),
        }
    }
}
