//! Pass phrases: argon2id, off the workers, one at a time.

use std::sync::LazyLock;

use actix_web::web;
use argon2::{Argon2, PasswordHasher, PasswordVerifier};
use ink_lamp_light::refusal::Refusal;
use tokio::sync::Semaphore;

/// Characters that a pass phrase has at least, and at most (OWASP ASVS 4.0.3, 2.1.1 and 2.1.2).
pub const LENGTH: std::ops::RangeInclusive<usize> = 12..=128;
/// So many may wait to be looked at; more are sent away.
const MOST_WAITING: usize = 40;

/// One at a time, so that those who try leave the other cores to those who work; and how many may wait.
#[derive(Debug)]
pub struct Phrases {
    turn: Semaphore,
    waiting: Semaphore,
}

/// Too many wait.
#[derive(Debug)]
pub struct Crowded;

impl Default for Phrases {
    fn default() -> Self {
        Self { turn: Semaphore::new(1), waiting: Semaphore::new(MOST_WAITING) }
    }
}

/// What a pass phrase is compared with where nobody has that name: it takes as long, and fits nothing.
static NOBODY: LazyLock<String> = LazyLock::new(|| hashed("").unwrap_or_default());

/// Refuses a pass phrase that is soon guessed.
///
/// # Errors
/// A sentence that says what would be right.
pub fn check(phrase: &str, name: &str) -> Result<(), Refusal> {
    let length = phrase.chars().count();
    if !LENGTH.contains(&length) {
        let message = format!("A pass phrase has {} to {} characters; this has {length}.", LENGTH.start(), LENGTH.end());
        return Err(Refusal::new("pass_phrase", message));
    }
    // Three of four: 10^8 guesses do not find it.
    if zxcvbn::zxcvbn(phrase, &[name, "ink lamp", "inklamp"]).score() < zxcvbn::Score::Three {
        return Err(Refusal::new("pass_phrase", "This is soon guessed. Take four or five words that have nothing to do with each other."));
    }
    Ok(())
}

/// The hash of a pass phrase, in PHC form: argon2id with 19 MiB and two rounds (OWASP's password storage cheat sheet).
///
/// # Errors
/// Where the operating system has no randomness.
pub fn hashed(phrase: &str) -> Result<String, argon2::password_hash::Error> {
    Ok(Argon2::default().hash_password(phrase.as_bytes())?.to_string())
}

fn fits(phrase: &str, hash: &str) -> bool {
    Argon2::default().verify_password(phrase.as_bytes(), hash).is_ok()
}

impl Phrases {
    async fn in_turn<T: Send + 'static>(&self, work: impl FnOnce() -> T + Send + 'static) -> Result<T, Crowded> {
        let _place = self.waiting.try_acquire().map_err(|_| Crowded)?;
        let _turn = self.turn.acquire().await.map_err(|_| Crowded)?;
        web::block(work).await.map_err(|_| Crowded)
    }

    /// Whether a pass phrase is the one of a hash; nobody's hash takes as long as somebody's.
    ///
    /// # Errors
    /// Where too many wait.
    pub async fn is_right(&self, phrase: String, hash: Option<String>) -> Result<bool, Crowded> {
        let known = hash.is_some();
        let right = self.in_turn(move || fits(&phrase, hash.as_ref().unwrap_or(&NOBODY))).await?;
        Ok(right && known)
    }

    /// The hash of a pass phrase.
    ///
    /// # Errors
    /// Where too many wait.
    pub async fn hash(&self, phrase: String) -> Result<String, Crowded> {
        self.in_turn(move || hashed(&phrase)).await?.map_err(|_| Crowded)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_hash_is_argon2id_and_fits_its_own_phrase_alone() {
        let hash = hashed("four small nets drying").unwrap();
        assert!(hash.starts_with("$argon2id$v=19$m=19456,t=2,p=1$"), "{hash}");
        assert!(fits("four small nets drying", &hash));
        assert!(!fits("four small nets Drying", &hash));
        assert!(!fits("", &hash) && !fits("four small nets drying", "") && !fits("four small nets drying", "$argon2id$"));
        assert_ne!(hash, hashed("four small nets drying").unwrap(), "each has salt of its own");
    }

    #[test]
    fn what_is_short_long_or_soon_guessed_is_refused() {
        for wrong in ["", "short", "elevenchars", "password1234", "aaaaaaaaaaaaaaaa", "123456789012", "qwertyuiop12", &"x".repeat(129)] {
            assert_eq!(check(wrong, "Owner").unwrap_err().field, "pass_phrase", "{wrong}");
        }
        for right in ["four small nets drying", "Fünf Netze trocknen am Wind", "網 を 干す 四 つ の 小 さ な 手"] {
            assert!(check(right, "Owner").is_ok(), "{right}: {:?}", check(right, "Owner"));
        }
    }

    #[test]
    fn nobody_is_as_slow_as_somebody_and_never_right() {
        actix_web::rt::System::new().block_on(async {
            let phrases = Phrases::default();
            assert!(NOBODY.starts_with("$argon2id$v=19$m=19456,t=2,p=1$"));
            assert!(!phrases.is_right(String::new(), None).await.unwrap());
            let hash = phrases.hash("four small nets drying".to_owned()).await.unwrap();
            assert!(phrases.is_right("four small nets drying".to_owned(), Some(hash)).await.unwrap());
        });
    }
}
