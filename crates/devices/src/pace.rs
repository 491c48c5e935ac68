//! How often a device gives a sign, how large a message may be, and how many may come in a second.

use std::time::{Duration, Instant};

/// The protocol's name, which a device asks for as `Sec-WebSocket-Protocol` (RFC 6455, 11.3.4). Another version has another name.
pub const PROTOCOL: &str = "ink-lamp-devices.1";
/// A bridge gives a sign of each of its devices at least this often, seconds.
pub const BEAT_SECONDS: u64 = 5;
/// After so many signs that did not come a device is silent.
pub const MISSED: u64 = 3;
/// The largest message, bytes.
pub const MOST_BYTES: usize = 64 * 1024;
/// So many messages a second a bridge may send in the long run.
pub const MOST_A_SECOND: u32 = 20;
/// So many at once, after a rest.
pub const AT_ONCE: u32 = 60;
/// A bridge speaks for at most so many devices.
pub const MOST_DEVICES: usize = 24;

/// Whether messages come faster than they may: a bucket that fills by [`MOST_A_SECOND`] and holds [`AT_ONCE`].
#[derive(Debug)]
pub struct Pace {
    left: f64,
    at: Instant,
}

impl Pace {
    /// Full.
    #[must_use]
    pub fn new(now: Instant) -> Self {
        Self { left: f64::from(AT_ONCE), at: now }
    }

    /// A message came; for how long the next one is not read, where it came too fast.
    ///
    /// # Examples
    /// ```
    /// use std::time::{Duration, Instant};
    ///
    /// use ink_lamp_devices::pace::{AT_ONCE, MOST_A_SECOND, Pace};
    ///
    /// let now = Instant::now();
    /// let mut pace = Pace::new(now);
    /// assert!((0..AT_ONCE).all(|_| pace.came(now).is_none()));
    /// assert_eq!(pace.came(now), Some(Duration::from_secs(1) / MOST_A_SECOND));
    /// assert_eq!(pace.came(now + Duration::from_secs(5)), None);
    /// ```
    pub fn came(&mut self, now: Instant) -> Option<Duration> {
        let since = now.saturating_duration_since(self.at).as_secs_f64();
        self.at = now;
        self.left = (self.left + since * f64::from(MOST_A_SECOND)).min(f64::from(AT_ONCE)) - 1.0;
        (self.left < -1e-9).then(|| Duration::from_secs_f64(-self.left / f64::from(MOST_A_SECOND)))
    }
}
