//! Movement and what freezes it, as it is said.

use ink_lamp_light::{
    lens::magnification,
    scale::{Aperture, Stops},
    shutter::on_sensor,
    strobe::{Dial, Pulse, Unit},
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    light::Light,
    movement::{Movement, MovementKind},
    setup::Setup,
};

use crate::words::terms::time;

/// Where a unit's sheet has none.
pub(crate) const NO_TABLE: &str = "Type its table of durations into the kit.";
/// Where nothing is to be changed.
pub(crate) const NOTHING: &str = "Nothing: it is short enough as it is set.";

/// What goes with movements in which somebody may be hurt (common practice, no source).
pub(crate) const CAUTION: &str =
    "Jumps, trampolines and water need their own safety plan: a clear floor, somebody to watch, no cables and no mains near water.";

/// What is wanted.
pub(crate) fn title(movement: Option<Movement>, longest: Option<f64>) -> String {
    let Some((movement, longest)) = movement.zip(longest) else { return "Say what moves, and how sharp it must be".to_owned() };
    format!("{}, {} mm of blur: t0.1 of {} or less", movement.kind.name(), movement.blur.get(), time(longest))
}

/// Whether the lights are that short: of how many that are known, how many.
pub(crate) const fn fate(known: usize, short: usize) -> &'static str {
    match short {
        _ if known == 0 => "",
        n if n == known => "Every light is that short as it is set.",
        0 => "No light is that short yet.",
        _ => "Not every light is that short yet.",
    }
}

/// A usual speed: `1.4 m/s`; where it follows from the fall, how.
pub(crate) fn speed(kind: MovementKind) -> String {
    match (kind.usual_speed(), kind) {
        (Some(v), _) => format!("{v} m/s"),
        (None, MovementKind::JumpTop) => "by how near its top it is caught".to_owned(),
        (None, _) => "by how far it has fallen".to_owned(),
    }
}

/// A blur on the sitter as pixels: `2.9 pixels`.
pub(crate) fn pixels(setup: &Setup, blur: f64) -> Option<String> {
    let camera = setup.camera.as_ref()?;
    let pitch = camera.body.as_ref()?.pixel_pitch?;
    let (_, pixels) = on_sensor(blur, magnification(camera.focal?, camera.sitter?)?, pitch);
    Some(format!("{pixels:.0} pixels"))
}

/// A blur in millimetres: `8 mm`.
pub(crate) fn blur(blur: f64) -> String {
    if blur < 9.95 { format!("{blur:.1} mm") } else { format!("{blur:.0} mm") }
}

/// How a unit makes less light.
pub(crate) fn kind(unit: &Unit) -> &'static str {
    match (unit.bulb.is_some(), unit.pulse) {
        (true, _) => "a bulb: it burns for a thirtieth of a second",
        (_, Some(Pulse::CutShort)) => "pulse cut short: faster at low power",
        (_, Some(Pulse::Voltage)) => "lower voltage: slower at low power",
        (_, None) => "not said how it makes less light; its own table decides",
    }
}

/// A unit that is never that short, and the one of the kit that is, with the setting that gives most light so.
pub(crate) fn never(unit: &Unit, shortest: f64, at: Dial, other: Option<(&Unit, Dial)>) -> String {
    let instead = match other {
        Some((other, most)) => format!("{} of the kit does it at {}.", other.name, other.scale.write(most)),
        None => "Another unit, or a slower movement.".to_owned(),
    };
    format!("{} is {} at its shortest, {}. {instead}", unit.name, time(shortest), unit.scale.write(at))
}

/// `1/16 and lower`.
pub(crate) fn does(unit: &Unit, most: Dial, least: Dial, all: bool) -> String {
    let write = |d| unit.scale.write(d);
    if all {
        "any power".to_owned()
    } else if least == unit.scale.lowest() {
        format!("{} and lower", write(most))
    } else if most == Dial::FULL {
        format!("{} and higher", write(least))
    } else {
        format!("{} to {}", write(most), write(least))
    }
}

/// What a change of power asks of aperture, distance, or the number of units.
pub(crate) fn costs(setup: &Setup, light: &Light, change: Stops) -> String {
    let less = change.get() < 0.0;
    let mut words = vec![format!("{} {} of its light", change.size(), if less { "less" } else { "more" })];
    if let Some(camera) = &setup.camera
        && let Ok(aperture) = Aperture::from_av(camera.exposure.aperture.av() + change.get())
    {
        let verb = if less { "open to" } else { "stop down to" };
        words.push(format!("{verb} ƒ{}", aperture.said()));
    }
    if let (Some(from), Some(to)) = (light.distance, setup.distance_for(light, -change)) {
        let verb = if less { "bring it from" } else { "move it from" };
        words.push(format!("or {verb} {} to {}", from.told(setup.length), to.told(setup.length)));
    }
    if less {
        let units = (-change).factor().ceil();
        words.push(format!("or {units:.0} such units together"));
    }
    words.join(", ")
}

/// What the room draws beside the flash.
pub(crate) fn ghost(scene: &Scene, movement: Movement) -> Option<String> {
    let shutter = scene.setup.camera.as_ref()?.exposure.shutter;
    let room = scene.levels.room_level?;
    let drawn = movement.ghost(room, shutter)?;
    let at = shutter.said();
    let seen = if drawn.level.get() < -6.0 { "too dark to be seen beside the flash" } else { "seen beside the flash on a dark ground" };
    Some(format!(
        "At {at} with the room at {room} the movement goes on for {:.0} mm: a ghost at {}, {seen}. Something {:.0} mm wide.",
        drawn.smear,
        drawn.level,
        movement.width()
    ))
}
