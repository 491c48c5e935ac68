//! What of the key falls where it is not metered, by a reading of all lights together there.

use ink_lamp_light::{measure::Meters, meter::Amount, scale::Stops};

use crate::{
    light::{Held, Light},
    metered::{HeldAt, RoomPlace},
    own::Own,
    role::Role,
    seen::Spilt,
    setup::Setup,
};

/// So small a change of the key's distance leaves what spills as it is, stops by the square law (a judgement): corrections are smaller.
const SMALL: f64 = 0.5;

impl Spilt {
    /// Whether the key stands as it was read, or went only a little nearer or farther along its own line, off any plan.
    fn holds(&self, key: &Light) -> bool {
        let little = |(now, then): (Meters, Meters)| 2.0 * (now.get() / then.get()).log2().abs() <= SMALL;
        let nudged = key.place.is_none() && key.rig.angle == self.angle && key.distance.zip(self.distance).is_some_and(little);
        key.placement == self.placement || nudged
    }
}

impl Setup {
    /// What a reading of all together says of spill; nothing where key and the place's own lights are not known.
    pub(crate) fn spilt_by(&self, held: &Held) -> Option<Spilt> {
        let place = held.how.place?;
        let (own, room) = match place {
            HeldAt::ShadowSide => (Role::Fill, RoomPlace::Sitter),
            HeldAt::Ground => (Role::Ground, RoomPlace::Ground),
            HeldAt::Face | HeldAt::HairOrShoulder => return None,
        };
        let Own::Flash(all) = self.own(held, room) else { return None };
        let amount = |av: f64| Amount::at(Stops::of(av));
        let lights = self.lights.iter().filter(|l| l.role == own);
        let lights: Option<Vec<f64>> = lights.map(|l| self.flash_av_100(l)).collect();
        let lights = lights?.into_iter().fold(Amount::NONE, |sum, av| sum.and(amount(av)));
        let key = self.first(Role::Key)?;
        let share = amount(all).without(lights).get() / amount(self.flash_av_100(key)?).get();
        (0.0..=1.0).contains(&share).then(|| Spilt {
            place,
            share,
            key: key.id.clone(),
            placement: key.placement,
            distance: key.distance,
            angle: key.rig.angle,
        })
    }

    /// What was read to fall on a place besides its own lights, against the key as it stands.
    #[must_use]
    pub fn spilt_at(&self, place: HeldAt) -> Option<f64> {
        let key = self.first(Role::Key)?;
        let read = self.spilt.iter().find(|s| s.place == place && s.key == key.id && s.holds(key))?;
        Some(read.share)
    }
}
