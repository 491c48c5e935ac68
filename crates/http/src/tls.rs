//! TLS: with a certificate of one's own, or under an authority that this machine makes for itself.

use std::{
    fs,
    io::Write,
    net::IpAddr,
    path::{Path, PathBuf},
    sync::Arc,
};

use rcgen::{
    BasicConstraints, CertificateParams, CidrSubnet, DnType, ExtendedKeyUsagePurpose, GeneralSubtree, IsCa, Issuer, KeyPair,
    KeyUsagePurpose, NameConstraints, SanType,
};
use rustls::{
    ServerConfig,
    pki_types::{CertificateDer, PrivateKeyDer, pem::PemObject},
};
use sha2::{Digest, Sha256};
use time::{Duration, OffsetDateTime};

/// How TLS is done.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Tls {
    /// Under an authority that this machine makes for itself, kept in a folder.
    Own(PathBuf),
    /// With a certificate chain and its key, as PEM.
    Files {
        /// The chain, the server's own first.
        chain: PathBuf,
        /// Its key.
        key: PathBuf,
    },
}

/// The authority that this machine made, as a phone takes it in.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Authority {
    /// Its certificate, DER.
    pub der: Arc<[u8]>,
}

impl Authority {
    /// SHA-256 of the certificate, in pairs: what a person compares.
    #[must_use]
    pub fn fingerprint(&self) -> String {
        Sha256::digest(&self.der).iter().map(|byte| format!("{byte:02X}")).collect::<Vec<_>>().join(":")
    }
}

/// What a listener needs, and the authority that a phone comes to trust where this machine made one.
pub type Ready = (Arc<ServerConfig>, Option<Authority>);

/// Certificates of one machine are believed for two years and a bit (825 days are the most that phones take from an authority of one's own).
const CERTIFICATE_DAYS: i64 = 800;
const AUTHORITY_DAYS: i64 = 3650;

impl Tls {
    /// Makes, or reads, what a listener needs. A certificate under the own authority is made anew at each start.
    ///
    /// # Errors
    /// A sentence that says which file is wrong.
    pub fn ready(&self, names: &[String], address: Option<IpAddr>) -> Result<Ready, String> {
        match self {
            Self::Own(folder) => own(folder, names, address),
            Self::Files { chain, key } => {
                let unread = |path: &Path, error: &dyn std::fmt::Display| format!("{} can't be read: {error}.", path.display());
                let certificates: Result<Vec<_>, _> = CertificateDer::pem_file_iter(chain).map_err(|e| unread(chain, &e))?.collect();
                let certificates = certificates.map_err(|e| unread(chain, &e))?;
                let secret = PrivateKeyDer::from_pem_file(key).map_err(|e| unread(key, &e))?;
                Ok((config(certificates, secret)?, None))
            }
        }
    }
}

fn config(chain: Vec<CertificateDer<'static>>, key: PrivateKeyDer<'static>) -> Result<Arc<ServerConfig>, String> {
    let provider = Arc::new(rustls::crypto::ring::default_provider());
    let config = ServerConfig::builder_with_provider(provider).with_safe_default_protocol_versions().map_err(|e| e.to_string())?;
    let config = config.with_no_client_auth().with_single_cert(chain, key).map_err(|e| format!("The certificate is not taken: {e}."))?;
    Ok(Arc::new(config))
}

/// An authority of this machine's own, for addresses of private networks and names that no public one has: whoever stole its key could
/// speak for nobody else.
fn authority(address: Option<IpAddr>) -> Result<CertificateParams, rcgen::Error> {
    let mut params = CertificateParams::new(Vec::new())?;
    params.distinguished_name.push(DnType::CommonName, "Ink Lamp of this studio");
    params.is_ca = IsCa::Ca(BasicConstraints::Constrained(0));
    params.key_usages = vec![KeyUsagePurpose::KeyCertSign, KeyUsagePurpose::CrlSign];
    params.not_before = OffsetDateTime::now_utc() - Duration::days(1);
    params.not_after = OffsetDateTime::now_utc() + Duration::days(AUTHORITY_DAYS);
    let v4 = |ip: [u8; 4], bits| GeneralSubtree::IpAddress(CidrSubnet::from_v4_prefix(ip, bits));
    let v6 = |first: u16, bits| GeneralSubtree::IpAddress(CidrSubnet::from_v6_prefix((u128::from(first) << 112).to_be_bytes(), bits));
    let mut permitted = vec![
        v4([10, 0, 0, 0], 8),
        v4([127, 0, 0, 0], 8),
        v4([169, 254, 0, 0], 16),
        v4([172, 16, 0, 0], 12),
        v4([192, 168, 0, 0], 16),
        v6(0xfc00, 7),
        v6(0xfe80, 10),
        GeneralSubtree::DnsName("local".to_owned()),
        GeneralSubtree::DnsName("localhost".to_owned()),
        GeneralSubtree::DnsName("home.arpa".to_owned()),
        GeneralSubtree::DnsName("internal".to_owned()),
    ];
    match address {
        Some(IpAddr::V4(ip)) if !(ip.is_private() || ip.is_loopback() || ip.is_link_local()) => permitted.push(v4(ip.octets(), 32)),
        Some(IpAddr::V6(ip)) if !(ip.is_unique_local() || ip.is_unicast_link_local()) => {
            permitted.push(GeneralSubtree::IpAddress(CidrSubnet::from_v6_prefix(ip.octets(), 128)));
        }
        _ => {}
    }
    params.name_constraints = Some(NameConstraints { permitted_subtrees: permitted, excluded_subtrees: Vec::new() });
    Ok(params)
}

fn own(folder: &Path, names: &[String], address: Option<IpAddr>) -> Result<Ready, String> {
    let (key_file, file) = (folder.join("authority.key"), folder.join("authority.crt"));
    let said = |e: rcgen::Error| format!("No certificate could be made: {e}.");
    let at = |path: &Path, error: &dyn std::fmt::Display| format!("{}: {error}. INK_LAMP_TLS_FOLDER names another folder.", path.display());
    let key = match fs::read_to_string(&key_file) {
        Ok(pem) if file.exists() => KeyPair::from_pem(&pem).map_err(|e| at(&key_file, &e))?,
        _ => {
            let key = KeyPair::generate().map_err(said)?;
            let made = authority(address).and_then(|params| params.self_signed(&key)).map_err(said)?;
            fs::create_dir_all(folder).map_err(|e| at(folder, &e))?;
            kept_secret(&key_file, &key.serialize_pem()).map_err(|e| at(&key_file, &e))?;
            fs::write(&file, made.pem()).map_err(|e| at(&file, &e))?;
            key
        }
    };
    let ours = CertificateDer::from_pem_file(&file).map_err(|e| at(&file, &e))?;
    let issuer = Issuer::new(authority(address).map_err(said)?, key);
    let mut params = CertificateParams::new(names.to_vec()).map_err(said)?;
    params.distinguished_name.push(DnType::CommonName, "Ink Lamp");
    params.subject_alt_names.extend(address.map(SanType::IpAddress));
    params.extended_key_usages = vec![ExtendedKeyUsagePurpose::ServerAuth];
    params.key_usages = vec![KeyUsagePurpose::DigitalSignature];
    params.use_authority_key_identifier_extension = true;
    params.not_before = OffsetDateTime::now_utc() - Duration::days(1);
    params.not_after = OffsetDateTime::now_utc() + Duration::days(CERTIFICATE_DAYS);
    let secret = KeyPair::generate().map_err(said)?;
    let mine = params.signed_by(&secret, &issuer).map_err(said)?;
    let secret = PrivateKeyDer::try_from(secret.serialize_der()).map_err(|e| e.to_string())?;
    let der = Arc::from(ours.as_ref());
    Ok((config(vec![mine.der().clone(), ours], secret)?, Some(Authority { der })))
}

/// Written for its owner's eyes only.
fn kept_secret(path: &Path, text: &str) -> std::io::Result<()> {
    use std::os::unix::fs::OpenOptionsExt;
    let mut file = fs::OpenOptions::new().write(true).create(true).truncate(true).mode(0o600).open(path)?;
    file.write_all(text.as_bytes())
}

#[cfg(test)]
mod tests {
    use std::os::unix::fs::PermissionsExt;

    use super::*;

    #[test]
    fn the_authority_stays_and_its_key_is_for_its_owner_alone() {
        let folder = std::env::temp_dir().join(format!("ink-lamp-tls-{}", uuid::Uuid::now_v7()));
        let tls = Tls::Own(folder.clone());
        let address = Some("192.168.1.20".parse().unwrap());
        let (_, first) = tls.ready(&["netloft.local".to_owned()], address).unwrap();
        let (_, second) = tls.ready(&[], Some("192.168.1.21".parse().unwrap())).unwrap();
        assert_eq!(first, second);
        assert_eq!(first.unwrap().fingerprint().len(), 95);
        assert_eq!(fs::metadata(folder.join("authority.key")).unwrap().permissions().mode() & 0o777, 0o600);
        fs::write(folder.join("authority.key"), "no key").unwrap();
        assert!(tls.ready(&[], address).unwrap_err().contains("authority.key"));
        fs::remove_dir_all(folder).unwrap();
    }

    #[test]
    fn a_file_that_is_none_is_named() {
        let tls = Tls::Files { chain: "/nowhere/chain.pem".into(), key: "/nowhere/key.pem".into() };
        assert!(tls.ready(&[], None).unwrap_err().contains("/nowhere/chain.pem"));
    }
}
