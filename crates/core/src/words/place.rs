//! Where a light stands, as it is said.

use ink_lamp_light::field::DVec3;
use ink_lamp_sitting::{
    light::Light,
    role::Role,
    setup::Setup,
    studio::point::{rise, round_from},
};

/// Where a light stands: `1.50 m · 45° left · 35° up`; a ground light by its distance to the ground.
#[must_use]
pub(crate) fn place_words(light: &Light, setup: &Setup) -> Option<String> {
    let (studio, place, distance) = (setup.studio(), light.place?, light.distance?);
    let told = distance.told(setup.length);
    if light.role == Role::Ground && studio.ground.is_some() {
        return Some(format!("{told} to the ground"));
    }
    if let Some((off, spot)) = light.standing_in(&studio).and_then(|s| Some((s.off?, s.emitter.front.at))) {
        return Some(format!("off {}, {told} · {}", off.name(), round_words(spot - studio.face(), studio.to_camera())));
    }
    let out = place.at.vector() - studio.face();
    Some(format!("{told} · {} · {}", round_words(out, studio.to_camera()), up_words(out)))
}

/// `45° left`, seen from above, from the camera's direction.
pub(crate) fn round_words(out: DVec3, camera: DVec3) -> String {
    let round = round_from(out, camera);
    match round.round() {
        0.0 => "at the camera".to_owned(),
        r if r.abs() == 180.0 => "180° behind".to_owned(),
        r => format!("{:.0}° {}", r.abs(), if r < 0.0 { "left" } else { "right" }),
    }
}

/// `35° up`.
pub(crate) fn up_words(out: DVec3) -> String {
    let up = rise(out).round();
    if up == 0.0 { "level".to_owned() } else { format!("{:.0}° {}", up.abs(), if up > 0.0 { "up" } else { "down" }) }
}
