//! The ways to a wish for the room, as they are said.

pub(crate) mod catch;
pub(crate) mod notes;

use ink_lamp_light::{
    ambient::RoomWish,
    lens::DepthOfField,
    measure::Meters,
    meter::Exposure,
    scale::{Reflectance, Stops, grey_code},
};
use ink_lamp_scene::levels::Levels;
use ink_lamp_sitting::{camera::Camera, entry::CameraSet, light::Light, metered::RoomPlace, setup::Setup};

use crate::{
    search::Changes,
    words::{
        span::{Line, Span, capitalised, strong, text},
        terms::whole_number,
    },
};

/// Where nothing is to be changed.
pub(crate) const NOTHING: &str = "Nothing to change";
/// Lamps off, blinds down.
pub(crate) const SHUT_OUT: &str = "Shut the room out";
/// All lights nearer and the aperture closed by as much.
pub(crate) const NEARER: &str = "Lights nearer, stop down";

/// The other decision.
pub(crate) fn other(wish: RoomWish) -> String {
    match wish {
        RoomWish::Keep(l) => format!("Or keep it, at {}", l.level),
        RoomWish::Remove(l) => format!("Or remove it, below {}", whole_number(l.level)),
    }
}

/// What helps every way: a light brought in.
pub(crate) fn helps(light: &Light, from: Meters, to: Meters, setup: &Setup) -> String {
    let (from, to) = (from.told(setup.length), to.told(setup.length));
    format!("Helps every way: bring the lights in. {} from {from} to {to} gives 1.0 stop without touching its power.", light.name())
}

/// `+3.0`.
pub(crate) fn rise(rise: Stops) -> String {
    if rise.tenths() == 0 { "0".to_owned() } else { rise.shown() }
}

/// Lit : shadow once all is set.
pub(crate) fn ratio(ratio: String, room_is_fill: bool) -> String {
    if room_is_fill { format!("{ratio}, the room fills") } else { ratio }
}

/// `2.8 left`, `0.6 over full`.
pub(crate) fn left(to: Stops, rest: Stops, possible: bool) -> String {
    match possible {
        true => format!("{} left", (-to).number()),
        false if rest.get() > 0.0 => format!("{} over full", rest.number()),
        false => format!("{} under lowest", rest.number()),
    }
}

/// `1.50 to 1.20 m`.
pub(crate) fn moved(from: Meters, to: Meters, setup: &Setup) -> String {
    format!("{} to {}", from.number(setup.length), to.told(setup.length))
}

/// What is set with the lamps off.
pub(crate) const fn lamps_off(window: bool) -> &'static str {
    if window { "Blinds down" } else { "Lamps off, blinds down" }
}

/// `below −5`, with the code that a mid-grey becomes there.
pub(crate) fn wish_words(wish: RoomWish) -> String {
    let code = grey_code(Reflectance::MID_GREY, wish.level());
    match wish {
        RoomWish::Remove(l) => format!("below {}: a mid-grey becomes {code} or less of 255", whole_number(l.level)),
        RoomWish::Keep(l) => format!("at {}: a mid-grey becomes {code} of 255", l.level),
    }
}

/// What must be known before there is an answer.
pub(crate) fn missing(setup: &Setup) -> Option<String> {
    let words = match (setup.room.at(RoomPlace::Ground), &setup.camera) {
        (Some(_), Some(_)) => return None,
        (None, None) => "Read the room with the flash off, and set the camera.",
        (None, Some(_)) => "Read the room with the flash off: every way starts from there.",
        (Some(_), None) => "Set the camera: every way starts from there.",
    };
    Some(words.to_owned())
}

/// `Room from −2.7 to below −5: lose 2.3 stops`.
pub(crate) fn title(levels: &Levels, wish: RoomWish) -> Line {
    let Some(room) = levels.wished_room else {
        return vec![text(match wish {
            RoomWish::Remove(l) => format!("Room to below {}", whole_number(l.level)),
            RoomWish::Keep(l) => format!("Room kept at {}", l.level),
        })];
    };
    let gap = wish.gap(room);
    match wish {
        _ if wish.is_right(room) => {
            let (fate, at) = if matches!(wish, RoomWish::Keep(_)) { ("kept", "at") } else { ("removed", "below") };
            vec![text(format!("Room is {fate}: {room}, ")), strong(format!("{at} {}", whole_number(wish.level())))]
        }
        RoomWish::Remove(l) => {
            vec![text(format!("Room from {room} to below {}: lose ", whole_number(l.level))), strong(gap.size())]
        }
        RoomWish::Keep(l) => {
            let verb = if gap.get() > 0.0 { "lose" } else { "gain" };
            vec![text(format!("Room from {room} to {}: {verb} ", l.level)), strong(gap.size())]
        }
    }
}

/// How it stands: camera and reading.
pub(crate) fn found(setup: &Setup) -> Line {
    let Some(camera) = &setup.camera else { return Vec::new() };
    let e = camera.exposure;
    let mut line = vec![Span::F(e.aperture.into()), text(format!(", {} s, ISO {}", e.shutter.said(), e.iso.said()))];
    if let Some(reading) = setup.room.reading {
        line.extend([text(". Room read "), Span::F(reading.shows.fnumber())]);
        line.push(text(format!(" at {}, ISO {}", reading.shutter.said(), reading.iso.said())));
    }
    if setup.room.ground.is_some() {
        line.push(text(", and at the ground"));
    }
    line.push(text("."));
    line
}

/// At the sitter and at the ground: `sitter −5.4, ground −6.1`.
pub(crate) fn places(levels: &Levels) -> String {
    match (levels.room_level, levels.ground_level) {
        (Some(sitter), Some(ground)) if (sitter - ground).tenths() != 0 => format!("sitter {sitter}, ground {ground}"),
        (Some(level), _) | (None, Some(level)) => format!("sitter and ground {level}"),
        (None, None) => String::new(),
    }
}

/// What is in focus at the sitter: `26 cm`, `1.4 m`, `all beyond 2.1 m`.
pub(crate) fn focus(setup: &Setup) -> Option<String> {
    let camera = setup.camera.as_ref()?;
    let (focal, sitter, circle) = camera.optics()?;
    let depth = DepthOfField::of(focal, sitter, camera.exposure.aperture.exact(), circle);
    Some(match depth.total() {
        Some(total) if total < 0.1 => format!("{:.0} mm", total * 1000.0),
        Some(total) if total < 1.0 => format!("{:.0} cm", total * 100.0),
        Some(total) => format!("{total:.1} m"),
        None => format!("all beyond {:.1} m", depth.near),
    })
}

/// `ƒ1.4 to ƒ4, ISO 200 to 100`.
pub(crate) fn settings(camera: &Camera, set: &CameraSet, changes: Changes) -> String {
    let e = camera.exposure;
    let mut words = Vec::new();
    if set.aperture != e.aperture {
        words.push(format!("ƒ{} to ƒ{}", e.aperture.said(), set.aperture.said()));
    }
    if set.shutter != e.shutter {
        words.push(format!("{} to {}", e.shutter.said(), set.shutter.said()));
    }
    // Past sync already, it is what keeps the frame whole.
    if changes.has(Changes::HIGH_SPEED) && set.shutter == e.shutter {
        words.push("high-speed sync on".to_owned());
    }
    if set.iso != e.iso {
        words.push(format!("ISO {} to {}", e.iso.said(), set.iso.said()));
    }
    if let Some(filters) = &set.filters {
        let names: Vec<&str> = filters.iter().map(|f| f.name.as_str()).collect();
        words.push(if names.is_empty() { "filter off".to_owned() } else { format!("{} on", names.join(" and ")) });
    }
    words.join(", ")
}

pub(crate) fn name(changes: Changes, now: Exposure, set: &CameraSet) -> String {
    let mut names = Vec::new();
    if changes.has(Changes::HIGH_SPEED) {
        names.push("high-speed sync".to_owned());
    }
    if changes.has(Changes::SHUTTER) {
        names.push(if set.shutter.tv() > now.shutter.tv() { "faster shutter" } else { "slower shutter" }.to_owned());
    }
    if changes.has(Changes::ISO) {
        names.push(if set.iso.sv() > now.iso.sv() { "raise ISO" } else { "lower ISO" }.to_owned());
    }
    if changes.has(Changes::FILTER) {
        let loss: f64 = set.filters.iter().flatten().map(|f| f.loss.get()).sum();
        names.push(if loss > 0.0 { format!("ND filter, {}", Stops::of(loss).size().replace(".0", "")) } else { "filter off".to_owned() });
    }
    if changes.has(Changes::APERTURE) {
        names.push(if set.aperture.av() > now.aperture.av() { "stop down" } else { "open up" }.to_owned());
    }
    match names.len() {
        0 => "As it is set".to_owned(),
        3 => "Mix of three".to_owned(),
        4 | 5 => "Mix of four".to_owned(),
        _ if names.len() == 2 && changes.has(Changes::FILTER) => capitalised(&names.join(", ")),
        _ => capitalised(&names.join(" and ")),
    }
}
