//! What room, reflectors and dark panels give to the shadow side, and the greatest ratio that they leave.

use ink_lamp_light::{
    field::{DVec3, Front, ratio_with_room},
    ratio::Ratio,
    scale::Stops,
};
use ink_lamp_sitting::{kit::PanelKind, role::Role, studio::PanelPlace};
use serde::Serialize;

use super::stage::{Placed, Stage};

/// How a silver reflector gathers what it throws back: exponent of a lobe round the mirrored direction (an assumed model).
const SILVER: f64 = 12.0;

/// What comes back to the shadow side.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RoomShadow {
    /// What the walls throw back of the key, stops under it; none without walls.
    pub walls: Option<Stops>,
    /// Each panel, in the studio's order.
    pub panels: Vec<String>,
    /// The greatest lit : shadow without any fill: `5.9 : 1`; none where nothing comes back.
    pub greatest: Option<String>,
    /// The same as a number.
    pub ratio: Option<f64>,
    /// In words.
    pub words: String,
}

/// What is thrown back of the key on the shadow side, against the key at the face.
pub(crate) struct Returned {
    pub(crate) walls: f64,
    /// Each panel: what it gives, and what it takes of the walls' part, a share.
    pub(crate) panels: Vec<(f64, f64)>,
}

impl Returned {
    /// All of it.
    pub(crate) fn total(&self) -> f64 {
        let taken: f64 = self.panels.iter().map(|p| p.1).sum();
        let given: f64 = self.panels.iter().map(|p| p.0).sum();
        self.walls * (1.0 - taken.min(0.95)) + given
    }
}

/// The shadow cheek: where it is and where it looks.
fn shadow_cheek(stage: &Stage, key: &Placed) -> (DVec3, DVec3) {
    let out = key.stood.emitter.front.at - stage.face;
    let camera = stage.studio.to_camera();
    let right = DVec3::Y.cross(camera).normalize_or(DVec3::X);
    let side = if out.dot(right) >= 0.0 { -right } else { right };
    let normal = (side + camera * 0.5).normalize_or(side);
    (stage.face + side * 0.06, normal)
}

pub(crate) fn returned(stage: &Stage, key: &Placed) -> Returned {
    let (cheek, normal) = shadow_cheek(stage, key);
    let mean = stage.surfaces.map_or(0.0, |s| s.reflectance());
    let panels = stage
        .studio
        .panels
        .iter()
        .map(|panel| {
            // Whichever of its two faces the cheek sees.
            let mut front = panel.front();
            if (cheek - front.at).dot(front.axis) < 0.0 {
                front.axis = -front.axis;
            }
            let form = front.per_luminance(cheek, normal) / std::f64::consts::PI;
            let taken = if mean > 0.0 { form * (1.0 - (panel.kind.reflectance() / mean).min(1.0)) } else { 0.0 };
            (gives(stage, key, panel, &front, cheek, normal), if panel.kind.is_dark() { taken } else { form })
        })
        .collect();
    Returned { walls: stage.returned(key), panels }
}

/// What a panel throws on the cheek, against the key at the face: patch by patch, white evenly, silver round the mirrored ray.
fn gives(stage: &Stage, key: &Placed, panel: &PanelPlace, front: &Front, cheek: DVec3, normal: DVec3) -> f64 {
    let patches = front.spread(5);
    let share = 1.0 / 25.0;
    let lamp = key.stood.emitter.front.at;
    let each = patches.iter().map(|patch| {
        let light = stage.share(key, *patch + front.axis * 1e-6, front.axis) * panel.kind.reflectance() / std::f64::consts::PI;
        let out = (cheek - *patch).normalize_or(front.axis);
        let lobe = if panel.kind == PanelKind::Silver {
            let into = (*patch - lamp).normalize_or(-front.axis);
            let mirrored = into - front.axis * (2.0 * into.dot(front.axis));
            (SILVER + 2.0) / 2.0 * mirrored.dot(out).max(0.0).powf(SILVER)
        } else {
            1.0
        };
        light * lobe
    });
    each.sum::<f64>() * share * front.per_luminance(cheek, normal)
}

pub(crate) fn shadow(stage: &Stage) -> Option<RoomShadow> {
    let key = stage.first(Role::Key)?;
    if stage.surfaces.is_none() && stage.studio.panels.is_empty() {
        return None;
    }
    let back = returned(stage, key);
    let (walls, total) = (stage.surfaces.and_then(|_| Stops::from_factor(back.walls)), back.total());
    let panels = stage
        .studio
        .panels
        .iter()
        .zip(&back.panels)
        .map(|(panel, (gives, takes))| {
            let name = match panel.kind {
                PanelKind::White => "White panel",
                PanelKind::Silver => "Silver panel",
                PanelKind::Dark => "Dark panel",
                PanelKind::Flag => "Flag",
            };
            match (panel.kind, Stops::from_factor(*gives).filter(|g| g.get() > -6.0)) {
                (PanelKind::Dark | PanelKind::Flag, _) => {
                    format!("{name}: takes {:.0} % of what the room gives the shadow side.", takes * 100.0)
                }
                (_, Some(gives)) => format!("{name}: puts {gives} of the key on the shadow side."),
                (_, None) => format!("{name}: gives the shadow side nothing from where it stands."),
            }
        })
        .collect();
    let ratio = ratio_with_room(1.0, 0.0, total);
    let greatest = Some(ratio).filter(|r| *r < 60.0).and_then(|r| Ratio::new(r).ok()).map(Ratio::shown);
    let name = stage.name(key);
    let words = match (walls, &greatest) {
        (Some(walls), Some(greatest)) => {
            format!(
                "The room throws back {} under the {name} on the shadow side: without a fill {greatest} is the greatest ratio.",
                walls.abs().size()
            )
        }
        (None, Some(greatest)) => format!("The panels alone leave {greatest} as the greatest ratio."),
        (_, None) => "What comes back to the shadow side does not count.".to_owned(),
    };
    Some(RoomShadow { walls, panels, greatest, ratio: Some(ratio).filter(|r| *r < 60.0), words })
}
