//! What room, reflectors and dark panels throw back on the shadow side.

use ink_lamp_light::field::{DVec3, Front, ratio_with_room};
use ink_lamp_sitting::{kit::PanelKind, studio::PanelPlace};

use crate::{
    sitter::shadow_cheek,
    stage::{Placed, Stage},
};

/// How a silver reflector gathers what it throws back: exponent of a lobe round the mirrored direction (an assumed model).
const SILVER: f64 = 12.0;

/// What is thrown back of the key on the shadow side, against the key at the face.
pub struct Returned {
    /// By the walls.
    pub walls: f64,
    /// Each panel: what it gives, and what it takes of the walls' part, a share.
    pub panels: Vec<(f64, f64)>,
}

impl Returned {
    /// The greatest lit : shadow that it leaves without any fill.
    #[must_use]
    pub fn greatest_ratio(&self) -> f64 {
        ratio_with_room(1.0, 0.0, self.total())
    }

    /// All of it.
    pub fn total(&self) -> f64 {
        let taken: f64 = self.panels.iter().map(|p| p.1).sum();
        let given: f64 = self.panels.iter().map(|p| p.0).sum();
        self.walls * (1.0 - taken.min(0.95)) + given
    }
}

/// What comes back to the shadow cheek of a key’s light.
#[must_use]
pub fn returned(stage: &Stage, key: &Placed) -> Returned {
    let (cheek, normal) = shadow_cheek(stage, key);
    let mean = stage.surfaces.map_or(0.0, |s| s.reflectance());
    let panels = stage
        .studio
        .panels
        .iter()
        .map(|panel| {
            let front = facing(panel, cheek);
            let form = front.per_luminance(cheek, normal) / std::f64::consts::PI;
            let taken = if mean > 0.0 { form * (1.0 - (panel.kind.reflectance() / mean).min(1.0)) } else { 0.0 };
            (gives(stage, key, panel, &front, cheek, normal), if panel.kind.is_dark() { taken } else { form })
        })
        .collect();
    Returned { walls: stage.returned(key), panels }
}

/// A panel's front, by whichever of its two faces is seen from a point.
#[must_use]
pub fn facing(panel: &PanelPlace, point: DVec3) -> Front {
    let mut front = panel.front();
    if (point - front.at).dot(front.axis) < 0.0 {
        front.axis = -front.axis;
    }
    front
}

/// What a panel throws on the cheek, against the key at the face.
fn gives(stage: &Stage, key: &Placed, panel: &PanelPlace, front: &Front, cheek: DVec3, normal: DVec3) -> f64 {
    throws(stage, key, panel, front, cheek) * front.per_luminance(cheek, normal)
}

/// How bright a panel is by a light, seen from a point, against that light where it is metered: the mean over its patches of a luminance for each unit
/// of illuminance there. White throws evenly, silver round the mirrored ray.
#[must_use]
pub fn throws(stage: &Stage, light: &Placed, panel: &PanelPlace, front: &Front, point: DVec3) -> f64 {
    let patches = front.spread(5);
    let share = 1.0 / 25.0;
    let lamp = light.stood.emitter.front.at;
    let each = patches.iter().map(|patch| {
        let lit = stage.share(light, *patch + front.axis * 1e-6, front.axis) * panel.kind.reflectance() / std::f64::consts::PI;
        let out = (point - *patch).normalize_or(front.axis);
        let lobe = if panel.kind == PanelKind::Silver {
            let into = (*patch - lamp).normalize_or(-front.axis);
            let mirrored = into - front.axis * (2.0 * into.dot(front.axis));
            (SILVER + 2.0) / 2.0 * mirrored.dot(out).max(0.0).powf(SILVER)
        } else {
            1.0
        };
        lit * lobe
    });
    each.sum::<f64>() * share
}
