//! What moving a light costs at the place it lights, and the setting that holds its level there.

use ink_lamp_light::{measure::Meters, scale::Stops, strobe::Nearest};

use crate::{
    scene::Scene,
    stands_at::{StandsAt, stands_at},
};

/// A light that was moved.
pub struct Held {
    /// In the order of the setup.
    pub light: usize,
    /// From where to where, told from what it lights; none where it stands as far as before.
    pub from_to: Option<(Meters, Meters)>,
    /// More (+) or less (−) light of it where it works.
    pub change: Stops,
    /// The setting that holds what it gave; none where its dial is not known, or nothing changed.
    pub hold: Option<Nearest>,
}

impl Held {
    /// What became of a light between two scenes of one look; none where nothing is known of it, or nothing changed that would be told.
    #[must_use]
    pub fn between(before: &Scene, after: &Scene, light: usize) -> Option<Self> {
        let flash = |scene: &Scene| scene.levels.likely_flash(scene.setup, light)?.level();
        let change = flash(after)? - flash(before)?;
        let from_to = far(before, light).zip(far(after, light)).filter(|(from, to)| (from.get() - to.get()).abs() > TOLD);
        let of = &after.setup.lights[light];
        let changes = change.tenths() != 0;
        let hold = of.unit.as_ref().zip(of.dial).filter(|_| changes);
        let hold = hold.map(|(unit, dial)| unit.scale.nearest(unit.scale.stops(dial) - change));
        (changes || from_to.is_some()).then_some(Self { light, from_to, change, hold })
    }
}

/// Distances are told in centimetres: half of one.
const TOLD: f64 = 0.005;

fn far(scene: &Scene, light: usize) -> Option<Meters> {
    let (StandsAt::ToGround { distance } | StandsAt::Bounced { distance, .. } | StandsAt::Around { distance, .. }) =
        stands_at(scene.setup.lights.get(light)?, scene.setup)?;
    Some(distance)
}
