//! What is to be expected of a light against its wish, as it stands or as it would stand: how far off, how surely, and the chance that it is
//! within what is tolerated.
//!
//! A light's level is the logarithm of its own amount and the room's, so its error is the flash's in the flash's share of it and the room's in the
//! rest, less what the wish itself moves with the room. Errors are normal ([`ink_lamp_sitting::belief`]).

use ink_lamp_light::{meter::Amount, scale::Stops, strobe::Dial};
use ink_lamp_sitting::belief::Known;

use crate::{levels::ROOM_LEAVES, scene::Scene};

/// A light against its wish.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Outlook {
    /// Over (+) or under (−) its wish, stops.
    pub gap: f64,
    /// One standard deviation of that.
    pub sd: f64,
    /// Where it lies, room included.
    pub level: Stops,
    /// By how many stops its flash must change to lie on the wish.
    pub change: f64,
}

impl Outlook {
    /// The chance that it lies within so many stops of its wish.
    #[must_use]
    pub fn chance(&self, within: f64) -> f64 {
        let sd = self.sd.max(1e-4);
        let below = |x: f64| 0.5 * (1.0 + libm::erf(x / std::f64::consts::SQRT_2));
        below((within - self.gap) / sd) - below((-within - self.gap) / sd)
    }
}

/// A light as it would stand.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Other {
    /// Its setting, and by how many stops that is over (+) or under (−) the one it has.
    pub dial: (Dial, f64),
    /// What moving it gives, stops; none where it stays.
    pub moved: Option<f64>,
}

impl Scene<'_> {
    /// What is to be expected of a light as it stands. None before both its level and its wish are known, and where the room alone is over it.
    #[must_use]
    pub fn outlook(&self, index: usize) -> Option<Outlook> {
        match self.belief.light(index) {
            Some(known) => self.against(index, &known),
            None => self.as_read(index),
        }
    }

    /// The same as it would stand.
    #[must_use]
    pub fn outlook_at(&self, index: usize, other: Other) -> Option<Outlook> {
        let (dial, by) = other.dial;
        match self.belief.light_at(index, Some(dial), by, other.moved) {
            Some(known) => self.against(index, &known),
            None => {
                let read = self.as_read(index)?;
                self.shifted(index, read, by + other.moved.unwrap_or(0.0))
            }
        }
    }

    /// Where only a reading that came along says anything of it.
    fn as_read(&self, index: usize) -> Option<Outlook> {
        let level = &self.levels.lights[index];
        level.total.filter(|_| !level.no_flash)?;
        self.at(index, level.flash, AS_READ, None)
    }

    fn shifted(&self, index: usize, from: Outlook, by: f64) -> Option<Outlook> {
        let flash = self.levels.lights[index].flash.by(Stops::of(by));
        self.at(index, flash, from.sd, None)
    }

    fn against(&self, index: usize, known: &Known) -> Option<Outlook> {
        let light = &self.setup.lights[index];
        let flash = self.levels.flash_of(self.setup, light, known.av_100)?;
        self.at(index, flash, 0.0, Some(known))
    }

    fn at(&self, index: usize, flash: Amount, sd: f64, known: Option<&Known>) -> Option<Outlook> {
        let (light, target) = (&self.setup.lights[index], (*self.levels.targets.get(index)?)?);
        let room = self.levels.room_at(light);
        let wanted = Amount::at(target).without(room);
        if wanted.get() <= ROOM_LEAVES * room.get() || wanted.get() <= 0.0 {
            return None;
        }
        let whole = flash.and(room);
        let level = whole.level()?;
        let sd = known.map_or(sd, |known| {
            let share = flash.share_of(whole);
            let moves = 1.0 - share - self.levels.wish_moves.get(index).copied().unwrap_or(0.0);
            self.belief.variance(known, share, light.room_place(), moves).sqrt()
        });
        Some(Outlook { gap: (level - target).get(), sd, level, change: (wanted.level()? - flash.level()?).get() })
    }
}

/// How surely a reading that came along with the start of a look says where its light lies now, one standard deviation, stops (a judgement).
const AS_READ: f64 = 0.15;
