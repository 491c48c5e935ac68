//! What comes back to the shadow side, as it is shown.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::{returned::returned, stage::Stage};
use ink_lamp_sitting::role::Role;
use serde::Serialize;

use crate::words::plan::shadow as words;

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

/// A greatest ratio over this is none: what comes back does not count.
const NO_MORE: f64 = 60.0;

pub(super) fn shown(stage: &Stage) -> Option<RoomShadow> {
    let key = stage.first(Role::Key)?;
    if stage.surfaces.is_none() && stage.studio.panels.is_empty() {
        return None;
    }
    let back = returned(stage, key);
    let walls = stage.surfaces.and_then(|_| Stops::from_factor(back.walls));
    let ratio = Some(back.greatest_ratio()).filter(|r| *r < NO_MORE);
    let greatest = ratio.and_then(words::ratio);
    let panels =
        stage.studio.panels.iter().zip(&back.panels).map(|(panel, (gives, takes))| words::panel(panel.kind, *gives, *takes)).collect();
    let words = words::room(walls, greatest.as_deref(), &stage.name(key));
    Some(RoomShadow { walls, panels, greatest, ratio, words })
}
