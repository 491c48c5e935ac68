//! Daylight that goes: how fast by two readings, and where it will be.

use ink_lamp_light::{ambient::RoomWish, scale::Stops};
use ink_lamp_sitting::room::{Lamps, TimeOfDay};

use crate::scene::Scene;

/// A room read by daylight.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Daylight {
    /// When it was read.
    pub read: TimeOfDay,
    /// Where it lay then, at the camera's settings, where the wish looks.
    pub level: Stops,
    /// By how much it goes in a minute, stops, negative at dusk; none before it was read twice.
    pub rate: Option<f64>,
}

/// Two readings farther apart than this say nothing of how fast it goes now, minutes (a judgement).
const APART: i16 = 120;

impl Daylight {
    /// The daylight of a scene; none where the room is lit by lamps, or nobody said when it was read.
    #[must_use]
    pub fn of(scene: &Scene) -> Option<Self> {
        let (room, level) = (&scene.setup.room, scene.levels.wished_room?);
        let last = room.seen.last().filter(|s| s.light.lamps == Some(Lamps::Window))?;
        let read = last.light.time?;
        let rate = room.before.filter(|before| before.place == last.place).and_then(|before| {
            let minutes = read.minutes_since(before.light.time?);
            // At one and the same exposure, however the meter was set.
            let ev = |seen: &ink_lamp_sitting::room::RoomSeen| seen.reading.av_100() + seen.reading.shutter.tv();
            (1..=APART).contains(&minutes).then(|| (ev(last) - ev(&before)) / f64::from(minutes))
        });
        Some(Self { read, level, rate })
    }

    /// Where it will be so many minutes after its reading.
    #[must_use]
    pub fn after(&self, minutes: u16) -> Option<Stops> {
        Some(self.level + Stops::of(self.rate? * f64::from(minutes)))
    }

    /// In how many minutes after its reading a kept room is off by what is tolerated; or a removed one, where it rises, comes over its line.
    #[must_use]
    pub fn holds_for(&self, wish: RoomWish, tolerance: f64) -> Option<u16> {
        let rate = self.rate.filter(|rate| rate.abs() > 1e-6)?;
        let minutes = match wish {
            RoomWish::Keep(_) => tolerance / rate.abs(),
            RoomWish::Remove(limit) if rate > 0.0 => (limit.level - self.level).get().max(0.0) / rate,
            RoomWish::Remove(_) => return None,
        };
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "clamped to a day")]
        Some(minutes.floor().clamp(0.0, 1439.0) as u16)
    }
}
