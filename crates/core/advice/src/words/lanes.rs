//! The lanes of the ladder, as they are said: how each stands, and what is at its foot.

use ink_lamp_light::{
    ambient::RoomWish,
    scale::{Step, Stops},
};
use ink_lamp_scene::stand::{RoomStand, Stand};
use ink_lamp_sitting::{
    camera::Camera,
    light::{Because, Light, Standing},
    metered::RoomPlace,
};

use super::terms::{self, whole_number};

/// On the ground's lane, what lies there of all lights together.
pub(crate) const IN_ALL: &str = "in all";
/// The foot of a camera that is not set.
pub(crate) const SET_IT: &str = "set it";
/// The foot of the whole.
pub(crate) const METER_ALL: &str = "meter all lights on";
/// The foot of the frame.
pub(crate) const EXPOSE: &str = "expose a test frame";

/// `0.7 over`.
pub(crate) fn stand(stand: &Stand, step: Step) -> String {
    match stand {
        Stand::Untouched => "untouched".to_owned(),
        Stand::Set => "set".to_owned(),
        Stand::ReadOthers => "read the others".to_owned(),
        Stand::ReadAgain | Stand::Doubtful { .. } => "read again".to_owned(),
        Stand::Likely { level, within: None } => format!("likely {level}"),
        Stand::Likely { level, within: Some(within) } => format!("likely {level} ±{}", within.number()),
        Stand::Carried { shows } => format!("read {shows}"),
        Stand::Off { gap } => format!("{} {}", step.number(*gap), terms::side(*gap)),
        Stand::OnTarget => "on target".to_owned(),
        Stand::LikelyOnTarget { .. } => "likely on target".to_owned(),
        Stand::Read => "read".to_owned(),
        Stand::Reads { shows } => format!("reads {shows}"),
        Stand::OffParts { by, .. } => format!("{} {} parts", by.number(), terms::side(*by)),
        Stand::Agrees => "agrees".to_owned(),
    }
}

/// The room's own.
pub(crate) fn room(room: &RoomStand, step: Step) -> String {
    match room {
        RoomStand::Untouched => "untouched".to_owned(),
        RoomStand::Set => "set".to_owned(),
        RoomStand::Reads(shows) => format!("reads {shows}"),
        RoomStand::Removed => "removed".to_owned(),
        RoomStand::Kept => "kept".to_owned(),
        RoomStand::OverLine(gap) => format!("{} over", gap.number()),
        RoomStand::OffLevel(gap) => stand(&Stand::Off { gap: *gap }, step),
    }
}

/// What the line of a removed room is for.
pub(crate) const REMOVE: &str = "remove";

/// `below −5`.
pub(crate) fn floor(level: Stops) -> String {
    format!("below {}", whole_number(level))
}

/// The room's foot: what is to become of it, and where.
pub(crate) fn wish(wish: RoomWish) -> (&'static str, String) {
    match wish {
        RoomWish::Remove(l) => ("Remove", format!("below {}", whole_number(l.level))),
        RoomWish::Keep(l) => ("Keep", format!("at {}", l.level)),
    }
}

/// The other place of the room.
pub(crate) const fn other(place: RoomPlace) -> &'static str {
    match place {
        RoomPlace::Sitter => "sitter",
        RoomPlace::Ground => "ground",
    }
}

/// The camera's foot: time, sync or ISO, and filters.
pub(crate) fn camera(camera: &Camera) -> (String, String, String) {
    let e = camera.exposure;
    let time = format!("{} s", e.shutter.said());
    let sync = match camera.sync {
        Some(sync) => format!("sync {}", sync.said()),
        None => format!("ISO {}", e.iso.said()),
    };
    let filter = if e.filter.is_zero() { String::new() } else { format!("filter −{}", e.filter.number()) };
    (time, sync, filter)
}

/// `1 shot`.
pub(crate) fn frames(frames: u32) -> String {
    format!("{frames} shot")
}

/// What the parts say, where the whole says something else.
pub(crate) fn parts(parts: Stops) -> String {
    format!("parts say {parts}")
}

/// How surely a light is known, after what was done since it was read.
pub(crate) fn sure(light: &Light, sd: Stops) -> Option<String> {
    let since = match light.reading.as_ref()?.standing {
        Standing::Measured => "as it was read",
        Standing::Carried { because: Because::Moved, .. } => "moved since it was read",
        Standing::Carried { because: Because::Dial, .. } => "turned since it was read",
        Standing::Carried { .. } => "changed since it was read",
        Standing::Stale { .. } => return None,
    };
    Some(format!("{since}: {}, in two cases of three", hundredths(sd)))
}

/// `±0.06`.
pub(crate) fn hundredths(sd: Stops) -> String {
    format!("±{:.2}", sd.get())
}

/// `likely −0.4 ±1.0`.
pub(crate) fn guess(at: Stops, within: Stops) -> String {
    format!("likely {at} ±{}", within.number())
}

/// What a light's own is to be where others light that place too: `alone it should read +0.3: the others give the rest`.
pub(crate) fn others_give(wish: Stops, alone: Stops) -> Option<String> {
    (wish.tenths() != alone.tenths()).then(|| format!("Alone it should read {}: the others give the rest.", alone.shown()))
}

/// Where the others give as much as is wished.
pub(crate) fn others_give_more(level: Stops) -> String {
    format!("The others alone give {level} there: a grid, a flag, or farther from the ground.")
}

/// From what it is told: `from the rated energy`, `from 3 readings of Taper 400 in Octa 90`.
pub(crate) fn guess_from(light: &Light) -> String {
    match (light.rig.calibration, &light.unit) {
        (Some(learnt), Some(unit)) => {
            let readings = if learnt.count == 1 { "one reading".to_owned() } else { format!("{} readings", learnt.count) };
            let inside = light.modifier.as_ref().map(|m| format!(" in {m}")).unwrap_or_default();
            format!("from {readings} of {}{inside}, spread {}", unit.name, learnt.spread.number())
        }
        (None, Some(unit)) if unit.rated.is_none() => "from its guide number, never read in this modifier".to_owned(),
        _ => "from its rated energy, never read in this modifier".to_owned(),
    }
}

/// The unit at a light's foot.
pub(crate) fn unit(light: &Light) -> String {
    light.unit.as_ref().map_or_else(|| "say the unit".to_owned(), |u| u.name.clone())
}

/// `→ 1/16 +0.3`, while a move is pending.
pub(crate) fn pending(setting: &str) -> String {
    format!("→ {setting}")
}

/// What is on a light: `Octa 90, grid`.
pub(crate) fn worn(light: &Light) -> String {
    let mut worn: Vec<String> = light.modifier.clone().into_iter().collect();
    worn.extend(light.rig.grid.map(|_| "grid".to_owned()));
    worn.extend(light.rig.gels.iter().map(|g| g.name.clone()));
    worn.join(", ")
}

/// Group and channel: `A · ch 1`.
pub(crate) fn trigger(light: &Light) -> Option<String> {
    let group = light.rig.group.map(|g| g.to_string());
    let channel = light.rig.channel.map(|c| format!("ch {c}"));
    let both: Vec<String> = group.into_iter().chain(channel).collect();
    (!both.is_empty()).then(|| both.join(" · "))
}
