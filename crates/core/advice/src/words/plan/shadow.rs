//! What comes back to the shadow side, as it is said.

use ink_lamp_light::{ratio::Ratio, scale::Stops};
use ink_lamp_sitting::kit::PanelKind;

/// `5.9 : 1`.
pub(crate) fn ratio(ratio: f64) -> Option<String> {
    Ratio::new(ratio).ok().map(Ratio::shown)
}

/// What a panel gives of the key, and what it takes of the room's part.
pub(crate) fn panel(kind: PanelKind, gives: f64, takes: f64) -> String {
    let name = match kind {
        PanelKind::White => "White panel",
        PanelKind::Silver => "Silver panel",
        PanelKind::Dark => "Dark panel",
        PanelKind::Flag => "Flag",
    };
    match (kind, Stops::from_factor(gives).filter(|g| g.get() > -6.0)) {
        (PanelKind::Dark | PanelKind::Flag, _) => {
            format!("{name}: takes {:.0} % of what the room gives the shadow side.", takes * 100.0)
        }
        (_, Some(gives)) => format!("{name}: puts {gives} of the key on the shadow side."),
        (_, None) => format!("{name}: gives the shadow side nothing from where it stands."),
    }
}

/// What the room throws back of the key, and the greatest ratio that it leaves.
pub(crate) fn room(walls: Option<Stops>, greatest: Option<&str>, key: &str) -> String {
    match (walls, greatest) {
        (Some(walls), Some(greatest)) => {
            format!(
                "The room throws back {} under the {key} on the shadow side: without a fill {greatest} is the greatest ratio.",
                walls.abs().size()
            )
        }
        (None, Some(greatest)) => format!("The panels alone leave {greatest} as the greatest ratio."),
        (_, None) => "What comes back to the shadow side does not count.".to_owned(),
    }
}
