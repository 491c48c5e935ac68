//! A light was put somewhere, or taken off the plan.

use ink_lamp_light::{
    field::DVec3,
    measure::{Height, Meters},
    refusal::Refusal,
};
use serde::{Deserialize, Serialize};

use crate::{
    light::Light,
    role::{LightId, Role},
    setup::{self, Setup},
    studio::{
        Bearing, LightPlace, Studio,
        point::{Point, round_from},
    },
};

/// A light was put somewhere, or taken off the plan.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LightPlaced {
    /// Which.
    pub light: LightId,
    /// Where; with neither this nor `around` it is taken off the plan.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub place: Option<LightPlace>,
    /// Instead: where, as seen from the sitter. Aim and lie stay as they were.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub around: Option<Around>,
}

/// A place as it is seen from the sitter.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Around {
    /// From face to light, slant; for a ground light from the light to the ground.
    pub distance: Meters,
    /// The way round from the camera's direction, seen from above; a ground light stays where it is from side to side.
    pub round: Bearing,
    /// Above the floor.
    pub height: Height,
}

impl Around {
    fn place(self, before: Option<LightPlace>, role: Role, studio: &Studio) -> Result<LightPlace, Refusal> {
        let (d, height) = (self.distance.get(), self.height.get());
        let at = if let (Role::Ground, Some(z)) = (role, studio.ground_z()) {
            DVec3::new(before.map_or(0.0, |p| p.at.x), height, z + d)
        } else {
            let up = height - studio.sitter.face.get();
            let level = d * d - up * up;
            if level < 0.0 {
                let message = format!(
                    "At {height:.2} m it is {:.2} m from the face at the least. Give a larger distance, or another height.",
                    up.abs()
                );
                return Err(Refusal::new("around.distance", message));
            }
            let camera = studio.to_camera();
            let round = camera.x.atan2(camera.z) + f64::from(self.round).to_radians();
            DVec3::new(level.sqrt() * round.sin(), height, level.sqrt() * round.cos())
        };
        Ok(LightPlace { at: Point::near(at), aim: before.and_then(|p| p.aim), lying: before.is_some_and(|p| p.lying) })
    }
}

impl Light {
    /// Where it stands as seen from the sitter, to a degree and a millimetre; nothing where it is not on the plan.
    #[must_use]
    pub fn around(&self, studio: &Studio) -> Option<Around> {
        let at = self.place?.at.vector();
        let out = at - studio.face();
        let away = match (self.role, studio.ground_z()) {
            (Role::Ground, Some(z)) => at.z - z,
            _ => out.length(),
        };
        Some(Around {
            distance: self.distance.or_else(|| Meters::new(away).ok())?,
            round: Bearing::try_from(round_from(out, studio.to_camera()).round()).ok()?,
            height: Height::new((at.y * 1000.0).round() / 1000.0).ok()?,
        })
    }
}

impl Setup {
    pub(super) fn place(&mut self, before: &Self, placed: &LightPlaced) -> Result<(), Refusal> {
        let studio = self.studio();
        let light = self.lights.iter_mut().find(|l| l.id == placed.light).ok_or_else(|| setup::unknown(&placed.light))?;
        let place = match (placed.place, placed.around) {
            (Some(_), Some(_)) => return Err(Refusal::new("around", "A place is said once: by its coordinates or from the sitter.")),
            (None, Some(around)) => Some(around.place(light.place, light.role, &studio)?),
            (place, None) => place,
        };
        if let Some(place) = place
            && place.aim.is_some_and(|aim| aim.vector().distance(place.at.vector()) < 0.01)
        {
            return Err(Refusal::new("place.aim", "It looks at itself. Aim it at a point that is a centimetre and more away."));
        }
        light.place = place;
        self.settle(before)
    }
}
