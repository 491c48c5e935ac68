//! The studio around the sitter: data and plain geometry.
//!
//! Right-handed, metres, from the floor under the sitter's face: `x` to the camera's right, `y` up, `z` from the sitter toward the camera.

mod bearing;
mod camera;
mod face;
mod ground;
mod light_place;
mod offers;
mod panel;
pub mod point;
mod sitter;
mod walls;

use ink_lamp_light::{
    field::{DVec3, Front, Surfaces},
    measure::{Height, Meters},
    refusal::Refusal,
};
use serde::{Deserialize, Serialize};

pub use bearing::Bearing;
pub use camera::CameraPlace;
pub use face::StandIn;
pub use ground::{Ground, GroundKind, GroundTone};
pub use light_place::LightPlace;
pub use offers::StudioOffers;
pub use panel::PanelPlace;
pub use sitter::{Chin, Sitter};
pub use walls::{Return, Side, Walls, Window};

use crate::{camera::Camera, kit::PanelKind};
pub use point::Point;

/// The studio around the sitter. What is left out is not there, or not known.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Studio {
    /// The sitter.
    pub sitter: Sitter,
    /// The camera.
    pub camera: CameraPlace,
    /// What is behind.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub ground: Option<Ground>,
    /// The room; where it is left out, nothing comes back from walls.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub walls: Option<Walls>,
    /// At most 8.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "ink_lamp_light::list::up_to::<_, _, 8>")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub windows: Vec<Window>,
    /// Reflectors, dark panels and flags, at most 8.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "ink_lamp_light::list::up_to::<_, _, 8>")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub panels: Vec<PanelPlace>,
}

impl Studio {
    /// Before anything is said: a seated sitter, the camera at eye level.
    #[must_use]
    pub fn usual(camera: Option<&Camera>) -> Self {
        let away = camera.and_then(|c| c.sitter).map_or(2.0, Meters::get);
        Self {
            sitter: Sitter { face: Height::constant(1.25), facing: Bearing::AHEAD, chin: Chin::default(), group: None },
            camera: CameraPlace { at: Point { x: 0.0, y: 1.25, z: away }, aim: Height::constant(1.15), upright: true },
            ground: None,
            walls: None,
            windows: Vec::new(),
            panels: Vec::new(),
        }
    }

    /// The middle of the face.
    #[must_use]
    pub fn face(&self) -> DVec3 {
        DVec3::new(0.0, self.sitter.face.get(), 0.0)
    }

    /// From the face to the camera, a unit vector.
    #[must_use]
    pub fn to_camera(&self) -> DVec3 {
        (self.camera.at.vector() - self.face()).try_normalize().unwrap_or(DVec3::Z)
    }

    /// From the lens to the face, metres.
    #[must_use]
    pub fn camera_away(&self) -> f64 {
        self.camera.at.vector().distance(self.face())
    }

    /// Where the ground is, `z`; none where there is none.
    #[must_use]
    pub fn ground_z(&self) -> Option<f64> {
        Some(-self.ground?.behind.get())
    }

    /// What the room throws back; dark panels stand in for as much of the walls.
    #[must_use]
    pub fn surfaces(&self) -> Option<Surfaces> {
        let w = self.walls?;
        let plain = Surfaces {
            width: w.left.get() + w.right.get(),
            length: w.behind.get() + w.before.get(),
            height: w.ceiling.get(),
            walls: w.reflectance.get(),
            ceiling: w.ceiling_reflectance.get(),
            floor: w.floor_reflectance.get(),
        };
        let area = 2.0 * (plain.width + plain.length) * plain.height;
        let dark: f64 = self.panels.iter().filter(|p| p.kind.is_dark()).map(|p| p.width.get() * p.height.get()).sum();
        let share = (dark / area).min(1.0);
        Some(Surfaces { walls: plain.walls + share * (PanelKind::Dark.reflectance() - plain.walls), ..plain })
    }

    /// The parts of the studio that can't stand as said.
    pub(crate) fn check(&self) -> Result<(), Refusal> {
        if let (Some(ground), Some(walls)) = (self.ground, self.walls)
            && ground.behind > walls.behind
        {
            let message = "The ground stands behind the wall. Give it a smaller distance than the wall behind the sitter, or the same.";
            return Err(Refusal::new("ground.behind", message));
        }
        if self.camera_away() < 0.2 {
            return Err(Refusal::new("camera.at", "The camera stands in the sitter. Give it 0.2 m and more from the face."));
        }
        if let Some(n) = self.windows.iter().position(|w| !(-30.0..=30.0).contains(&w.along)) {
            return Err(Refusal::new(format!("windows[{n}].along"), "A window is no more than 30 m along its wall."));
        }
        Ok(())
    }
}

impl Studio {
    /// The share of a front that panels leave to be seen from a point, 0 to 1.
    pub fn passes(&self, front: &Front, point: DVec3) -> f64 {
        if self.panels.is_empty() {
            return 1.0;
        }
        let patches = front.spread(3);
        let seen = patches.iter().filter(|p| !self.panels.iter().any(|panel| panel.blocks(**p, point))).count();
        #[allow(clippy::cast_precision_loss, reason = "at most nine")]
        {
            seen as f64 / patches.len() as f64
        }
    }
}
