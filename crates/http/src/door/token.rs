//! What opens a door: tokens of devices and links, and the signs of a code.

use sha2::{Digest, Sha256};

/// Signs of a code: none that is taken for another when it is read out or typed (no 0 and O, 1, I and L, U and V).
pub const SIGNS: &[u8; 30] = b"23456789ABCDEFGHJKMNPQRSTVWXYZ";
/// How long a code is.
pub const CODE_LENGTH: usize = 6;
const URL_SIGNS: &[u8; 64] = b"ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_";

/// Random bytes of the operating system.
///
/// # Errors
/// Where it has none: nothing is opened then.
pub fn random<const N: usize>() -> Result<[u8; N], getrandom::Error> {
    let mut bytes = [0; N];
    getrandom::fill(&mut bytes)?;
    Ok(bytes)
}

/// A new token: 256 bits of the operating system's randomness, six to a sign.
///
/// # Errors
/// Where the operating system has no randomness.
pub fn token() -> Result<String, getrandom::Error> {
    Ok(random::<43>()?.iter().map(|byte| char::from(URL_SIGNS[usize::from(byte & 63)])).collect())
}

/// A new code of six signs: 30 to the sixth, 729 million.
///
/// # Errors
/// Where the operating system has no randomness.
pub fn code() -> Result<String, getrandom::Error> {
    let mut code = String::new();
    while code.len() < CODE_LENGTH {
        // Bytes that would make some signs likelier than others are left out: 240 is eight times thirty.
        for byte in random::<16>()? {
            if byte < 240 && code.len() < CODE_LENGTH {
                code.push(char::from(SIGNS[usize::from(byte % 30)]));
            }
        }
    }
    Ok(code)
}

/// What is kept of a token or a code.
#[must_use]
pub fn hash(token: &str) -> [u8; 32] {
    Sha256::digest(token.as_bytes()).into()
}

/// A code as it was typed: small letters, spaces and dashes do not matter. None where it can be none.
#[must_use]
pub fn typed_code(text: &str) -> Option<String> {
    let signs: String = text.chars().filter(|c| !c.is_whitespace() && *c != '-').map(|c| c.to_ascii_uppercase()).collect();
    let all_known = signs.bytes().all(|sign| SIGNS.contains(&sign));
    (signs.len() == CODE_LENGTH && all_known).then_some(signs)
}

#[cfg(test)]
mod tests {
    use std::collections::HashSet;

    use super::*;

    #[test]
    fn no_two_are_the_same_and_a_code_is_read_back_as_it_is_typed() {
        let tokens: HashSet<String> = (0..1000).map(|_| token().unwrap()).collect();
        assert_eq!(tokens.len(), 1000);
        assert!(tokens.iter().all(|t| t.len() == 43));
        for _ in 0..1000 {
            let code = code().unwrap();
            assert_eq!(typed_code(&code).as_deref(), Some(code.as_str()));
            let typed = format!(" {} {}-{}", code[..2].to_lowercase(), &code[2..3], &code[3..]);
            assert_eq!(typed_code(&typed), Some(code));
        }
        for wrong in ["", "7K4M2", "7K4M2PP", "7K4M20", "7K4M2O", "7K4M2!", "7K4M2é"] {
            assert_eq!(typed_code(wrong), None, "{wrong}");
        }
    }

    #[test]
    fn every_sign_comes_about_as_often_as_any_other() {
        let mut seen = [0u32; 128];
        for _ in 0..5000 {
            for sign in code().unwrap().bytes() {
                seen[usize::from(sign)] += 1;
            }
        }
        // 30,000 signs, a thousand each: six standard deviations are 186.
        for sign in SIGNS {
            assert!((800..1200).contains(&seen[usize::from(*sign)]), "{}: {}", char::from(*sign), seen[usize::from(*sign)]);
        }
    }

    #[test]
    fn what_is_kept_is_sha_256() {
        // FIPS 180-4, the example "abc".
        assert_eq!(hash("abc")[..4], [0xba, 0x78, 0x16, 0xbf]);
    }
}
