//! One light alone, against the exposure.

use ink_lamp_light::{
    meter::{Amount, Exposure, Reading},
    scale::Stops,
};
use ink_lamp_sitting::{light::Light, own::Own, role::LightId, setup::Setup};

/// One light alone.
#[derive(Clone)]
pub struct LightLevel {
    /// What the meter would show, room included; none where it was not read or can't be known.
    pub total: Option<Stops>,
    /// The flash's own part.
    pub flash: Amount,
    /// The last reading taken on, though it is no longer true.
    pub stale: Option<Stops>,
    /// The reading was no brighter than the room and what else was on.
    pub no_flash: bool,
    /// Lights that were on with it and are not known, so that its own part can't be told.
    pub tangled: Vec<LightId>,
    /// What it will likely read, room included, and how far off that may be; only where no reading holds.
    pub guess: Option<(Stops, Stops)>,
}

impl LightLevel {
    /// Nothing is known of it.
    #[must_use]
    pub const fn unknown() -> Self {
        Self { total: None, flash: Amount::NONE, stale: None, no_flash: false, tangled: Vec::new(), guess: None }
    }

    /// What is drawn of it: what is no longer true only where no guess says more.
    #[must_use]
    pub fn shown(&self) -> Option<Stops> {
        self.total.or(self.stale.filter(|_| self.guess.is_none()))
    }

    /// A light against an exposure, with the room where it works.
    #[must_use]
    pub fn of(light: &Light, e: Exposure, setup: &Setup, room: Amount) -> Self {
        let school = setup.schools.receptor;
        let lost = setup.shutter_loss(light, light.reading.as_ref());
        let guess = || {
            let guess = light.guess()?;
            let level = level_of(guess.av_100 + light.normal_by(school), e) - lost;
            Some((Amount::at(level).and(room).level()?, guess.within))
        };
        let Some(held) = &light.reading else { return Self { guess: guess(), ..Self::unknown() } };
        let raw = level_of(held.reading.av_100(), e);
        match (setup.own(held, light.room_place()), held.carried()) {
            (Own::Flash(av), by) => {
                let flash = Amount::at(level_of(av, e) + light.as_school(held, school) + by.unwrap_or(Stops::ZERO) - lost);
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

/// The level of an `Av` at ISO 100 against an exposure.
pub(super) fn level_of(av_100: f64, e: Exposure) -> Stops {
    Stops::of(av_100 - Reading::av_100_for(Stops::ZERO, e))
}
