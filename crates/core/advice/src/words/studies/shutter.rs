//! Curtains and pulses, as they are said.

use ink_lamp_light::{
    measure::Seconds,
    scale::{ShutterTime, Stops},
    shutter::FoundSync,
};
use ink_lamp_scene::shutter::{Opening, SEEN_BLACK, Through, all_pulse};
use ink_lamp_sitting::{camera::Camera, kit::ShutterKind, light::Light, setup::Setup};

use crate::words::terms::time;

/// Before the camera is set.
pub(crate) const NO_CAMERA: &str = "Set the camera: its shutter is what is drawn here.";
/// Before its curtains are known.
pub(crate) const NO_CURTAINS: &str = "Say the sync time, or which camera it is: the curtains are drawn from it.";
/// Before anything is known.
pub(crate) const UNKNOWN: &str = "The shutter and the flash";

/// `Loft 35, focal plane, sync 1/200`.
pub(crate) fn camera(camera: &Camera) -> String {
    let name = camera.body.as_ref().map_or("Camera", |b| b.name.as_str());
    match camera.body.as_ref().map(|b| b.shutter) {
        Some(ShutterKind::Leaf) => format!("{name}, leaf shutter, syncs at all its times"),
        _ => format!(
            "{name}, focal plane, sync {}, curtains of {}",
            camera.sync.map_or_else(String::new, |s| s.said()),
            camera.travel().map_or_else(String::new, |t| format!("{:.1} ms", t.get() * 1000.0))
        ),
    }
}

/// What comes of it.
pub(crate) fn title(setup: &Setup, camera: &Camera, opening: &Opening) -> String {
    let shutter = camera.exposure.shutter.said();
    if all_pulse(setup) {
        return format!("{shutter} by high-speed sync: no band, and the shutter dims the flash too");
    }
    if opening.black > SEEN_BLACK {
        return format!("{shutter} without high-speed sync: {:.0} % of the frame goes black", opening.black * 100.0);
    }
    if opening.leaf {
        return format!("{shutter} with a leaf shutter: the whole frame is open at once");
    }
    let whole = opening.travel.map_or(0.0, |_| opening.whole() * 1000.0);
    format!("{shutter} is within sync: the whole frame is open for {whole:.1} ms")
}

/// What goes black.
pub(crate) fn black(black: f64) -> String {
    if black > SEEN_BLACK {
        format!(
            "{:.0} % of the frame, {:.1} of 24 mm, where the second curtain started: at the bottom with the camera level",
            black * 100.0,
            black * 24.0
        )
    } else {
        "Nothing goes black".to_owned()
    }
}

/// Unit and setting: `Tallow 500 at 4.0`.
pub(crate) fn unit(light: &Light) -> String {
    let Some(unit) = &light.unit else { return String::new() };
    light.written().map_or_else(|| unit.name.clone(), |dial| format!("{} at {dial}", unit.name))
}

/// `t0.1 1/300 s`, or what is missing.
pub(crate) fn duration(through: &Through) -> String {
    match through {
        Through::Pulses(_) => "pulses through the whole travel".to_owned(),
        Through::Bulb { bulb, .. } => format!("burns {:.0} ms at half its peak", bulb.width.get() * 1000.0),
        Through::Tail { duration, .. } => {
            let from = if duration.from_t05 { " (worked out of t0.5)" } else { "" };
            format!("t0.1 {}{from}", time(duration.time.get()))
        }
        Through::Unknown => "no flash durations on its sheet".to_owned(),
    }
}

/// What of a light passes.
pub(crate) fn through(through: &Through, setup: &Setup, leaf: bool) -> String {
    match through {
        Through::Pulses(lost) => {
            let taught = setup.firing.extra.get() > 0.0;
            let learnt = if taught { ", as a test frame taught" } else { " at best; a test frame tells the rest" };
            format!("{} less than a full pop{learnt}", lost.size())
        }
        Through::Bulb { lost, .. } => {
            format!("{} of the whole burn", if lost.tenths() == 0 { "Nothing is lost".to_owned() } else { format!("{} lost", lost.size()) })
        }
        Through::Tail { passed: Some(passed), .. } => match Stops::from_factor(passed.mean) {
            Some(mean) if mean.tenths() == 0 && passed.worst_edge > 0.96 => "All of it passes".to_owned(),
            Some(mean) if leaf => format!("{} lost, the same over the frame", mean.size()),
            Some(mean) => {
                let edge = Stops::from_factor(passed.worst_edge).map_or_else(|| "all".to_owned(), |e| e.size());
                match mean.tenths() {
                    0 => format!("{edge} lost at the edge, hardly any over the frame"),
                    _ => format!("{} lost over the frame, {edge} at the edge", mean.size()),
                }
            }
            None => "Nothing of it passes".to_owned(),
        },
        Through::Tail { passed: None, .. } | Through::Unknown => "Type its table of durations in, and its tail is told.".to_owned(),
    }
}

/// The camera among the places of high-speed sync.
pub(crate) fn camera_place(camera: &Camera) -> String {
    format!("The camera: {}", camera.body.as_ref().map_or("not said which", |b| b.name.as_str()))
}

/// The transmitter among them.
pub(crate) fn transmitter_place(setup: &Setup) -> String {
    format!("The transmitter: {}", setup.transmitter.as_ref().map_or("not said which", |t| t.name.as_str()))
}

/// A light's unit among them.
pub(crate) fn unit_place(light: &Light, unit: &str) -> String {
    format!("The {}: {unit}", light.name().to_lowercase())
}

/// Why it can't be on there.
pub(crate) fn has_none(name: &str) -> String {
    format!("{name} has none")
}

/// What one stop of shutter does to room and flash where everything pulses.
pub(crate) fn together(faster: ShutterTime, by: Stops) -> String {
    format!(
        "One stop faster, {}, takes 1.0 from the room and {} from the flash: every light up {}, and the balance hardly moves.",
        faster.said(),
        by.number(),
        by.size()
    )
}

/// What clipped test frames tell.
pub(crate) fn found(found: &FoundSync, frames: usize) -> String {
    let told = if frames == 1 { "One frame alone can't tell the trigger's delay from the curtains: shoot a second one. " } else { "" };
    let (travel, delay) = (Seconds::get(found.travel) * 1000.0, found.delay.get() * 1000.0);
    let sync = found.sync.said();
    format!("{told}The curtains take {travel:.1} ms and the trigger {delay:.1} ms more: the shortest time that is whole is {sync}.")
}
