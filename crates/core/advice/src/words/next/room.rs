//! The room and the camera that moves it, as it is said.

use ink_lamp_light::{ambient::RoomWish, scale::Stops};
use ink_lamp_sitting::role::Role;

use crate::{
    next::room::RoomMove,
    words::span::{Line, Span, strong, text},
};

/// What is set: `1/200, ISO 100`; empty where the camera is at its end.
fn setting(to: &RoomMove) -> String {
    let mut setting = Vec::new();
    if to.to.shutter != to.from.shutter {
        setting.push(to.to.shutter.said());
    }
    if to.to.iso != to.from.iso {
        setting.push(format!("ISO {}", to.to.iso.said()));
    }
    if to.to.aperture != to.from.aperture {
        setting.push(format!("ƒ{}", to.to.aperture.said()));
    }
    setting.join(", ")
}

pub(super) fn say(to: &RoomMove) -> Line {
    let (gap, setting) = (to.wish.gap(to.room), setting(to));
    let (over, down) = if gap.get() > 0.0 { ("over", "down") } else { ("under", "up") };
    if setting.is_empty() {
        return vec![text(format!("Room is {} {over}, and the camera is at its end", gap.number()))];
    }
    let rest = Stops::of(to.rest);
    if rest.tenths() != 0 {
        let still = if to.rest > 0.0 { "over: lamps off, or a filter" } else { "under: more light in the room" };
        return vec![text("Room: set "), strong(setting), text(format!(", still {} {still}", rest.abs().number()))];
    }
    vec![text(format!("Room {down} {}: set ", gap.size())), strong(setting)]
}

pub(super) fn why(to: &RoomMove) -> Vec<Line> {
    let sits = match to.wish {
        RoomWish::Remove(l) => format!("It sits at {}; removed is {} or less.", to.room, l.level),
        RoomWish::Keep(l) => format!("It sits at {}; it is wished at {}.", to.room, l.level),
    };
    let over = to.wish.gap(to.room).get() > 0.0;
    let how = if setting(to).is_empty() {
        let way = match (to.camera_follows, over) {
            (true, true) => {
                "The camera follows the lights: brighter lights stop it down, and the room with it. Or lamps off, blinds closed."
            }
            (true, false) => "The camera follows the lights: darker lights open it up, and the room with it. Or lamps on, blinds open.",
            (false, true) => "Switch lamps off, close the blinds, or use a filter; the lights rise with a filter.",
            (false, false) => "Switch lamps on, open the blinds; or a tripod, and a longer time.",
        };
        way.to_owned()
    } else if to.beyond > 0.05 {
        let (lights, beyond) = (Stops::of(to.lights), Stops::of(to.beyond));
        let way = if to.lights > 0.0 { "up" } else { "down" };
        format!("The lights can't follow: each {way} {}, {} more than a unit can. Ways has others.", lights.size(), beyond.number())
    } else if to.lights > 0.05 {
        format!("The shutter is free up to sync. The rest costs flash: every light up {}.", Stops::of(to.lights).size())
    } else if to.lights < -0.05 {
        format!("It opens up for the flash too: every light down {}.", Stops::of(to.lights).size())
    } else {
        "The shutter changes the room and leaves the flash alone.".to_owned()
    };
    vec![vec![Span::Mark(Role::Room), text(sits)], vec![text(how)]]
}
