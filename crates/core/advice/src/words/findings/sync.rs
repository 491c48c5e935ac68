//! The shutter against sync: the band, or what high-speed sync asks for, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    findings::sync::{Sync, Would},
    words::{
        firing,
        span::{Line, strong, text},
    },
};

pub(super) fn sentence(fact: &Sync, scene: &Scene) -> Line {
    match fact {
        Sync::Partly { forgotten, sync } => vec![
            text("High-speed sync is on, but not at "),
            strong(firing::forgotten(forgotten, scene.setup).join(" and ")),
            text(format!(": past {} part of the frame goes black.", sync.said())),
        ],
        Sync::Late { delay, black, at, .. } => vec![
            text(format!(
                "With {:.1} ms of trigger delay about {:.0} % of the frame is black at {}. Set ",
                delay.get() * 1000.0,
                black * 100.0,
                at.said()
            )),
            strong("a third longer"),
            text("."),
        ],
        Sync::Past { at, sync, black, high_speed } => {
            let (at, sync) = (at.said(), sync.said());
            let dark = black.map_or_else(String::new, |black| format!(": about {:.0} % of the frame goes black", black * 100.0));
            let would = match high_speed {
                Would::NotWith(unit) => format!(" High-speed sync is not for this kit: {unit} has none."),
                Would::Pass => " High-speed sync would pass it: see Shutter.".to_owned(),
                Would::No => String::new(),
            };
            vec![text(format!("Shutter {at} is past the sync of {sync}{dark}.{would} Set ")), strong(sync), text(" or longer.")]
        }
    }
}

pub(super) fn press(fact: &Sync) -> String {
    match fact {
        Sync::Partly { .. } => "It is on everywhere".to_owned(),
        Sync::Late { longer, .. } => format!("Set {}", longer.map(|t| t.said()).unwrap_or_default()),
        Sync::Past { sync, .. } => format!("Set {}", sync.said()),
    }
}
