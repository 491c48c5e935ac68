//! One light alone, against the exposure.

use ink_lamp_light::{
    meter::{Amount, Exposure, Reading},
    scale::Stops,
};
use ink_lamp_sitting::{belief::Belief, light::Light, own::Own, role::LightId, setup::Setup};

/// One light alone.
#[derive(Clone)]
pub struct LightLevel {
    /// What the meter would show, room included, by all that is known; none where it was not read or can't be known.
    pub total: Option<Stops>,
    /// The flash's own part.
    pub flash: Amount,
    /// How surely the whole of it is known: one standard deviation. None where it is only what a reading said.
    pub sd: Option<Stops>,
    /// The last reading taken on, though it is no longer true.
    pub stale: Option<Stops>,
    /// The reading was no brighter than the room and what else was on.
    pub no_flash: bool,
    /// Its last reading is off by this from what it should be, too much to be believed before it is read again.
    pub doubt: Option<Stops>,
    /// Lights that were on with it and are not known, so that its own part can't be told.
    pub tangled: Vec<LightId>,
    /// What it will likely read, room included, and one standard deviation of that; only where no reading holds.
    pub guess: Option<(Stops, Stops)>,
}

impl LightLevel {
    /// Nothing is known of it.
    #[must_use]
    pub const fn unknown() -> Self {
        Self { total: None, flash: Amount::NONE, sd: None, stale: None, no_flash: false, doubt: None, tangled: Vec::new(), guess: None }
    }

    /// What is drawn of it: what is no longer true only where no guess says more.
    #[must_use]
    pub fn shown(&self) -> Option<Stops> {
        self.total.or(self.stale.filter(|_| self.guess.is_none()))
    }

    /// A light against an exposure, with the room where it works.
    #[must_use]
    pub fn of(setup: &Setup, belief: &Belief, index: usize, e: Exposure, room: Amount) -> Self {
        let light = &setup.lights[index];
        // By all that is known: the flash, and one standard deviation of it with the room.
        let known = belief.light(index).map(|known| {
            let flash = flash_of(setup, light, known.av_100, e);
            let share = flash.share_of(flash.and(room));
            (flash, Stops::of(belief.variance(&known, share, light.room_place(), 1.0 - share).sqrt()))
        });
        let guess = || known.and_then(|(flash, sd)| Some((flash.and(room).level()?, sd)));
        let Some(held) = &light.reading else { return Self { guess: guess(), ..Self::unknown() } };
        let raw = level_of(held.reading.av_100(), e);
        match (setup.own(held, light.room_place()), held.carried()) {
            (Own::Flash(_), _) if belief.doubt(index).is_some() => {
                Self { stale: Some(raw), doubt: belief.doubt(index).map(Stops::of), guess: guess(), ..Self::unknown() }
            }
            (Own::Flash(_), Some(_)) if belief.was_read(index) => {
                let (flash, sd) = known.map_or((Amount::NONE, None), |(flash, sd)| (flash, Some(sd)));
                Self { total: flash.and(room).level(), flash, sd, ..Self::unknown() }
            }
            (Own::Flash(av), by) => {
                // A reading that came along with the start of a look: only what it said is known.
                let read = av + light.as_school(held, setup.schools.receptor).get() + by.map_or(0.0, Stops::get);
                let flash = flash_of(setup, light, read + setup.metered_loss(light, held).get(), e);
                let total = flash.and(room).level();
                match by {
                    Some(_) => Self { total, flash, ..Self::unknown() },
                    None => Self { stale: total, guess: guess(), ..Self::unknown() },
                }
            }
            (Own::Nothing, Some(_)) => Self { total: Some(raw), no_flash: true, ..Self::unknown() },
            (Own::Nothing, None) => Self { stale: Some(raw), no_flash: true, guess: guess(), ..Self::unknown() },
            (Own::Tangled(tangled), _) => Self { stale: Some(raw), tangled, guess: guess(), ..Self::unknown() },
        }
    }
}

/// A light's flash of an `Av` at ISO 100 against an exposure, less what the shutter takes of it.
pub(super) fn flash_of(setup: &Setup, light: &Light, av_100: f64, e: Exposure) -> Amount {
    Amount::at(level_of(av_100, e) - setup.shutter_loss(light))
}

/// The level of an `Av` at ISO 100 against an exposure.
pub(super) fn level_of(av_100: f64, e: Exposure) -> Stops {
    Stops::of(av_100 - Reading::av_100_for(Stops::ZERO, e))
}
