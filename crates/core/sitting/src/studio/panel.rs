//! Reflectors, dark panels and flags where they stand.

use ink_lamp_light::{
    field::{DVec3, Front, Outline},
    measure::Extent,
};
use serde::{Deserialize, Serialize};

use super::{bearing::Bearing, point::Point};
use crate::kit::PanelKind;

/// A panel that stands upright: reflector, dark panel or flag.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PanelPlace {
    /// What it does.
    pub kind: PanelKind,
    /// Its middle.
    pub at: Point,
    /// How wide.
    pub width: Extent,
    /// How high.
    pub height: Extent,
    /// Where its face looks, seen from above: degrees from the direction to the camera; negative is camera left.
    pub facing: Bearing,
}

impl PanelPlace {
    /// As a front that throws back light.
    #[must_use]
    pub fn front(&self) -> Front {
        let outline = Outline::Rectangle { width: self.width.get(), height: self.height.get() };
        Front::new(self.at.vector(), self.facing.direction(), DVec3::Y, outline)
    }

    /// Whether it stands between two points.
    #[must_use]
    pub fn blocks(&self, from: DVec3, to: DVec3) -> bool {
        let front = self.front();
        let (a, b) = ((from - front.at).dot(front.axis), (to - front.at).dot(front.axis));
        if a * b >= 0.0 {
            return false;
        }
        let hit = from + (to - from) * (a / (a - b)) - front.at;
        hit.dot(front.right()).abs() <= self.width.get() / 2.0 && hit.dot(front.up).abs() <= self.height.get() / 2.0
    }
}
