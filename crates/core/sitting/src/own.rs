//! What of a reading is one light’s own.

use ink_lamp_light::{ambient::UNSEEN, meter::Amount, scale::Stops};

use crate::{
    light::{Held, Light},
    metered::RoomPlace,
    role::LightId,
    setup::Setup,
};

/// What of a reading is one light's own.
#[derive(Debug, Clone, PartialEq)]
pub enum Own {
    /// `Av` at ISO 100, where and how it was read.
    Flash(f64),
    /// No more than room and other lights give.
    Nothing,
    /// Lights that were on with it and are not known.
    Tangled(Vec<LightId>),
}

impl Setup {
    /// What of a reading is the light's own: the room where it was read, at the meter's shutter, and all others that were on are taken out.
    pub fn own(&self, held: &Held, place: RoomPlace) -> Own {
        let reading = held.reading;
        let amount = |av: f64| Amount::at(Stops::of(av));
        let mut rest = Amount::NONE;
        if let Some(room) = self.room.at(place) {
            rest = amount(room.av_100() + room.shutter.tv() - reading.shutter.tv());
        }
        let mut unknown = Vec::new();
        for other in &held.others {
            // Not known then, but read alone since: that will do.
            let since = || self.light(&other.light).filter(|l| l.reading.as_ref().is_some_and(|h| h.others.is_empty() && h.is_measured()));
            match other.av_100.or_else(|| self.flash_av_100(since()?)) {
                Some(av) => rest = rest.and(amount(av)),
                None => unknown.push(other.light.clone()),
            }
        }
        if !unknown.is_empty() {
            return Own::Tangled(unknown);
        }
        let raw = Stops::of(reading.av_100());
        // Less than a meter in tenths can tell from the rest is no flash.
        if rest.level().is_some_and(|rest| raw - rest < UNSEEN) {
            return Own::Nothing;
        }
        amount(raw.get()).without(rest).level().map_or(Own::Nothing, |flash| Own::Flash(flash.get()))
    }

    /// What a light's flash alone gave where it was read, carried to how it stands now: `Av` at ISO 100. Room and other lights are taken
    /// out. None where it was not read, is stale, holds no more than the rest, or what was on with it is not known.
    #[must_use]
    pub fn flash_av_100(&self, light: &Light) -> Option<f64> {
        let held = light.reading.as_ref()?;
        match self.own(held, light.room_place()) {
            Own::Flash(av) => Some(av + light.as_school(held, self.schools.receptor).get() + held.carried()?.get()),
            Own::Nothing | Own::Tangled(_) => None,
        }
    }
}
