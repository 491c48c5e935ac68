//! The sitter moved, and all else stayed.

use ink_lamp_light::{measure::Meters, refusal::Refusal};
use serde::{Deserialize, Serialize};

use crate::{
    setup::Setup,
    studio::{Side, point::Point},
};

/// The sitter moved, and all else stayed.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SitterMoved {
    /// To the camera's right, metres.
    pub x: f64,
    /// Toward the camera, metres.
    pub z: f64,
}

impl Setup {
    /// The sitter moves; the studio is told from there, so all else moves the other way.
    pub(super) fn move_sitter(&mut self, before: &Self, by: SitterMoved) -> Result<(), Refusal> {
        self.spilt.clear();
        let mut studio = self.studio();
        // What looked at the face goes on looking where that was.
        for light in &mut self.lights {
            let aim = light.aim_in(&studio).map(Point::near);
            if let Some(place) = &mut light.place {
                place.aim = aim;
            }
        }
        // Sums of decimals leave dust behind; the record is kept clean of it.
        let clean = |v: f64| (v * 1e6).round() / 1e6;
        let shifted = |p: Point| Point::new(clean(p.x - by.x), p.y, clean(p.z - by.z));
        let stretched = |d: Meters, by: f64, field: &'static str| {
            Meters::new(clean(d.get() + by)).map_err(|_| Refusal::new(field, "The sitter would stand in the wall. Move less far."))
        };
        studio.camera.at = shifted(studio.camera.at)?;
        if let Some(ground) = &mut studio.ground {
            ground.behind = stretched(ground.behind, by.z, "z")?;
        }
        if let Some(walls) = &mut studio.walls {
            walls.left = stretched(walls.left, by.x, "x")?;
            walls.right = stretched(walls.right, -by.x, "x")?;
            walls.behind = stretched(walls.behind, by.z, "z")?;
            walls.before = stretched(walls.before, -by.z, "z")?;
        }
        for window in &mut studio.windows {
            window.along = clean(window.along - if matches!(window.wall, Side::Left | Side::Right) { by.z } else { by.x });
        }
        for panel in &mut studio.panels {
            panel.at = shifted(panel.at)?;
        }
        for light in &mut self.lights {
            if let Some(place) = &mut light.place {
                place.at = shifted(place.at)?;
                place.aim = place.aim.map(shifted).transpose()?;
            }
        }
        self.put_studio(before, &studio)
    }
}
