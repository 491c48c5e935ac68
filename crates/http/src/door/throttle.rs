//! Whoever tries wrong keys is slowed, by name and address; nobody else is, and no name is locked.

use std::{
    collections::HashMap,
    net::IpAddr,
    sync::{Mutex, PoisonError},
    time::{Duration, Instant},
};

/// So long after the last try a count is forgotten.
const FORGOTTEN_AFTER: Duration = Duration::from_secs(15 * 60);
/// The longest wait between two tries.
const LONGEST_WAIT: Duration = Duration::from_secs(5 * 60);
/// So many counts are kept; where more would be, those that were tried longest ago go.
const MOST: usize = 20_000;

/// What is tried.
#[derive(Debug, Clone, PartialEq, Eq, Hash)]
pub enum Lock {
    /// A name's pass phrase.
    Name(String),
    /// Anybody's pass phrase.
    AnyName,
    /// A code.
    Code,
    /// A link.
    Link,
}

impl Lock {
    /// That of a name's pass phrase, however the name is written.
    #[must_use]
    pub fn name(name: &str) -> Self {
        Self::Name(name.trim().to_lowercase().chars().take(60).collect())
    }

    /// So many tries are free.
    const fn free(&self) -> u32 {
        match self {
            Self::Name(_) => 5,
            Self::Code => 10,
            Self::AnyName | Self::Link => 30,
        }
    }
}

#[derive(Debug, Clone, Copy)]
struct Tries {
    wrong: u32,
    last: Instant,
}

impl Tries {
    /// How long until the next try, from the last one.
    fn wait(self, free: u32) -> Duration {
        match self.wrong.checked_sub(free) {
            None => Duration::ZERO,
            Some(over) => Duration::from_secs(1).saturating_mul(1 << over.min(16)).min(LONGEST_WAIT),
        }
    }
}

/// Who tried how often.
#[derive(Debug, Default)]
pub struct Throttle(Mutex<HashMap<(Lock, IpAddr), Tries>>);

/// Who has one address of a network of its own has all: IPv6 is taken by its first 64 bits.
fn neighbourhood(address: IpAddr) -> IpAddr {
    match address.to_canonical() {
        IpAddr::V6(ip) => IpAddr::V6((ip.to_bits() & !u128::from(u64::MAX)).into()),
        v4 @ IpAddr::V4(_) => v4,
    }
}

impl Throttle {
    /// Counts a try beforehand, as a wrong one, so that many at once are many: how many are left after it. [`Self::right`] takes it back.
    ///
    /// # Errors
    /// How long until the next one is taken; this one is not looked at, and not counted.
    pub fn attempt(&self, lock: Lock, from: IpAddr, now: Instant) -> Result<u32, Duration> {
        let mut all = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        if all.len() >= MOST {
            all.retain(|_, tries| now.saturating_duration_since(tries.last) < FORGOTTEN_AFTER);
        }
        if all.len() >= MOST {
            let mut last: Vec<Instant> = all.values().map(|tries| tries.last).collect();
            last.sort_unstable();
            let half = last[MOST / 2];
            all.retain(|_, tries| tries.last > half);
        }
        let free = lock.free();
        let tries = all.entry((lock, neighbourhood(from))).or_insert(Tries { wrong: 0, last: now });
        let since = now.saturating_duration_since(tries.last);
        if since >= FORGOTTEN_AFTER {
            tries.wrong = 0;
        }
        let wait = tries.wait(free);
        if since < wait {
            return Err(wait - since);
        }
        *tries = Tries { wrong: tries.wrong.saturating_add(1), last: now };
        Ok(free.saturating_sub(tries.wrong))
    }

    /// The key fitted: what was tried before it counts no longer.
    pub fn right(&self, lock: Lock, from: IpAddr) {
        self.0.lock().unwrap_or_else(PoisonError::into_inner).remove(&(lock, neighbourhood(from)));
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn name(name: &str) -> Lock {
        Lock::Name(name.to_owned())
    }

    const HERE: IpAddr = IpAddr::V4(std::net::Ipv4Addr::new(192, 168, 1, 20));
    const THERE: IpAddr = IpAddr::V4(std::net::Ipv4Addr::new(192, 168, 1, 21));

    #[test]
    fn five_tries_are_free_then_each_wait_is_twice_as_long_and_nobody_else_waits() {
        let (throttle, began) = (Throttle::default(), Instant::now());
        for left in [4, 3, 2, 1, 0] {
            assert_eq!(throttle.attempt(name("owner"), HERE, began), Ok(left));
        }
        let mut now = began;
        for wait in [1, 2, 4, 8, 16, 32, 64, 128, 256, 300, 300].map(Duration::from_secs) {
            assert_eq!(throttle.attempt(name("owner"), HERE, now), Err(wait));
            now += wait;
            assert_eq!(throttle.attempt(name("owner"), HERE, now), Ok(0));
        }
        assert_eq!(throttle.attempt(name("owner"), THERE, now), Ok(4), "the owner elsewhere is not locked out");
        assert_eq!(throttle.attempt(name("assistant"), HERE, now), Ok(4));
        assert_eq!(throttle.attempt(name("owner"), HERE, now + FORGOTTEN_AFTER), Ok(4));
    }

    #[test]
    fn what_fits_wipes_the_slate_and_many_at_once_are_counted_one_by_one() {
        let (throttle, now) = (Throttle::default(), Instant::now());
        let taken = (0..20).filter(|_| throttle.attempt(name("owner"), HERE, now).is_ok()).count();
        assert_eq!(taken, 5);
        throttle.right(name("owner"), HERE);
        assert_eq!(throttle.attempt(name("owner"), HERE, now), Ok(4));
    }

    #[test]
    fn names_without_end_fill_no_memory_and_one_network_is_one_address() {
        let (throttle, now) = (Throttle::default(), Instant::now());
        for n in 0..MOST + 10 {
            let _ = throttle.attempt(name(&n.to_string()), HERE, now + Duration::from_millis(n as u64));
        }
        assert!(throttle.0.lock().unwrap().len() <= MOST);
        let of = |last: u128| IpAddr::V6((0xfd00_u128 << 112 | last).into());
        for n in 0..10 {
            assert!(throttle.attempt(Lock::Code, of(n), now).is_ok());
        }
        assert!(throttle.attempt(Lock::Code, of(99), now).is_err());
        assert!(throttle.attempt(Lock::Code, of(1 << 64), now).is_ok());
    }
}
