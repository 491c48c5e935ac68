//! What automatic flash gave, as it is said.

use ink_lamp_scene::scene::Scene;

use crate::{
    next::automatic::InManual,
    words::{
        span::{Line, Span, strong, text},
        terms,
    },
};

pub(super) fn say(to: &InManual, scene: &Scene) -> Line {
    vec![text(format!("{} in manual: set ", scene.setup.lights[to.light].name())), strong(&to.setting)]
}

pub(super) fn why(to: &InManual, scene: &Scene) -> Vec<Line> {
    let light = &scene.setup.lights[to.light];
    let gave = light.unit.as_ref().map(|u| u.scale.write(to.gave)).unwrap_or_default();
    let tone = terms::tone(to.tone);
    let told = match to.correction.tenths() {
        0 => format!("Automatic gave {gave} on {tone}: it stands."),
        _ => format!(
            "Automatic gave {gave} on {tone}, which it reads wrong: {} (1 to 1.5 is usual; common practice, no source).",
            to.correction
        ),
    };
    vec![vec![Span::Mark(light.role), text(told)], vec![text("Then correct in stops, by the meter.")]]
}
