//! A light as it stands in the studio: what it sends where, and where it is metered.

use ink_lamp_light::{
    field::{DVec3, Emitter, Front, Honeycomb, Outline},
    measure::{Degrees, Meters},
    refusal::Refusal,
};

use super::bounced::{Surface, bounced};
use crate::{light::Light, role::Role, studio::Studio};

/// A light as it stands in the studio.
#[derive(Debug, Clone)]
pub struct Stood {
    /// What it sends where.
    pub emitter: Emitter,
    /// Its own front; the emitter's is the lit spot where it is bounced.
    pub own: Front,
    /// Where it is metered: at the face, or where its axis meets the ground.
    pub spot: DVec3,
    /// For each lumen, lux there: toward the light at the face, on the wall at the ground. Flags count.
    pub lux: f64,
    /// What it is bounced off.
    pub off: Option<Surface>,
}

impl Stood {
    /// How far its front is from where it is metered, to the millimetre.
    pub(crate) fn distance(&self) -> Result<Meters, Refusal> {
        Meters::new((self.emitter.front.at.distance(self.spot) * 1000.0).round() / 1000.0)
    }
}

/// A ground light whose axis meets the ground farther off than this looks past it, metres (a judgement).
const GLANCING: f64 = 20.0;

impl Light {
    /// Where its axis goes in a studio.
    #[must_use]
    pub fn aim_in(&self, studio: &Studio) -> Option<DVec3> {
        let place = self.place?;
        Some(match (place.aim, self.role, studio.ground_z()) {
            (Some(aim), ..) => aim.vector(),
            (None, Role::Ground, Some(z)) => DVec3::new(place.at.x, studio.sitter.face.get(), z),
            // Without a ground it still looks away from the sitter.
            (None, Role::Ground, None) => place.at.vector() - DVec3::Z,
            (None, ..) => studio.face(),
        })
    }

    /// What it sends where, from where it stands.
    fn emitter_in(&self, studio: &Studio) -> Option<Emitter> {
        let (place, aim) = (self.place?, self.aim_in(studio)?);
        let outline = self.rig.shape.map_or(Outline::Point, |s| s.outline(place.lying));
        let exponent = self.rig.shape.map_or(1.0, |s| s.exponent());
        let grid = self.rig.grid.map(|g| Honeycomb::marked(g.angle.map_or(Honeycomb::USUAL, Degrees::get)));
        let at = place.at.vector();
        Some(Emitter::new(Front::new(at, aim - at, DVec3::Y, outline), exponent, grid))
    }

    /// How it stands in a studio; none before it has a place.
    pub fn standing_in(&self, studio: &Studio) -> Option<Stood> {
        let direct = self.emitter_in(studio)?;
        let own = direct.front;
        let bounce = (self.role != Role::Ground).then(|| bounced(&direct, studio)).flatten();
        let (emitter, off) = bounce.map_or((direct, None), |(e, off)| (e, Some(off)));
        let front = emitter.front;
        let hit = studio.ground_z().filter(|_| self.role == Role::Ground).and_then(|z| {
            let t = (z - front.at.z) / front.axis.z;
            (t > 0.0 && t < GLANCING).then(|| front.at + front.axis * t)
        });
        let spot = hit.unwrap_or_else(|| if self.role == Role::Ground { front.at + front.axis } else { studio.face() });
        let normal = if hit.is_some() { DVec3::Z } else { front.at - spot };
        let lux = emitter.lux_per_lumen(spot, normal.normalize_or(DVec3::Z)) * studio.passes(&front, spot);
        Some(Stood { emitter, own, spot, lux, off })
    }
}
