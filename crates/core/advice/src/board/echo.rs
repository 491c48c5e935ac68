//! What a reading means, said while it is still being typed.

use crate::words::terms;
use ink_lamp_light::{
    meter::Reading,
    scale::{FNumber, MeterDisplay, Series},
};
use ink_lamp_sitting::{entry::Subject, light::Light, metered::RoomPlace, own::Own, setup::Setup};
use serde::Serialize;

use super::{Board, lanes::LaneState};
use crate::words::span::{Line, Span, strong, text};

/// A reading as it was understood.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Echo {
    /// The f-number as it would be printed.
    pub aperture: FNumber,
    /// What it means: two or three short lines.
    pub lines: Vec<Vec<Span>>,
}

/// What a reading means in the setup that already holds it; `board` is that setup's. None where it holds none.
#[must_use]
pub fn echo(setup: &Setup, board: &Board, of: &Subject) -> Option<Echo> {
    let (what, reading) = match of {
        Subject::Room => {
            // The one that was just read; it may be at the place where the wish does not look.
            let seen = setup.room.seen.last();
            let at = if seen.is_some_and(|s| s.place == RoomPlace::Ground) { "room alone, at the ground" } else { "room alone" };
            (at.to_owned(), seen.map(|s| s.reading).or(setup.room.reading)?)
        }
        Subject::Whole => ("all lights on".to_owned(), setup.whole.as_ref()?.reading),
        Subject::Light(id) => {
            let light = setup.light(id)?;
            (alone_or_with(setup, light), light.reading.as_ref()?.reading)
        }
    };
    let lane = board.lane(&of.to_string())?;
    let mut lines = vec![vec![text(format!("{}, {what}.", reading.shows.words()))]];
    let room = setup.camera.as_ref().filter(|_| *of == Subject::Room).map(|c| reading.ambient_level(c.exposure));
    if let Some(stops) = room.or(lane.reading.as_ref().map(|m| m.stops)) {
        let against_camera = match stops.tenths() {
            0 => "On the camera.".to_owned(),
            t if t > 0 => format!("{} over the camera.", stops.number()),
            _ => format!("{} under the camera.", stops.number()),
        };
        let against_wish = match (lane.state, &lane.gap, of) {
            (LaneState::OnTarget, _, Subject::Whole) => "Parts and whole agree.".to_owned(),
            (LaneState::OnTarget, _, _) => "On target.".to_owned(),
            (LaneState::Removed, _, _) => "Removed.".to_owned(),
            (LaneState::Kept, _, _) => "Kept as wished.".to_owned(),
            (LaneState::Over, Some(gap), Subject::Room) if lane.floor.is_some() => format!("{} over the limit.", gap.shown),
            (LaneState::Over, Some(gap), Subject::Whole) => format!("{} over its parts.", gap.shown),
            (LaneState::Under, Some(gap), Subject::Whole) => format!("{} under its parts.", gap.shown),
            (LaneState::Over, Some(gap), _) => format!("{} over its target.", gap.shown),
            (LaneState::Under, Some(gap), _) => format!("{} under its target.", gap.shown),
            _ => String::new(),
        };
        let mut line = vec![text(format!("{against_camera} "))];
        if !against_wish.is_empty() {
            line.push(strong(against_wish));
        }
        lines.push(line);
    }
    lines.extend(carried(setup, reading, of, board));
    lines.extend(converted(setup, of));
    Some(Echo { aperture: reading.shows.fnumber(), lines })
}

/// `fill alone`, `key with the fill on`.
fn alone_or_with(setup: &Setup, light: &Light) -> String {
    let name = light.name().to_lowercase();
    let others = light.reading.as_ref().map(|h| h.others.as_slice()).unwrap_or_default();
    if others.is_empty() {
        return format!("{name} alone");
    }
    let named = |id| setup.light(id).map_or_else(String::new, |l| l.name().to_lowercase());
    let on: Vec<String> = others.iter().map(|o| named(&o.light)).collect();
    format!("{name} with the {} on", on.join(" and the "))
}

/// What was taken out of a reading, and how the way it was held was made the setup's.
fn converted(setup: &Setup, of: &Subject) -> Option<Line> {
    let Subject::Light(id) = of else { return None };
    let light = setup.light(id)?;
    let held = light.reading.as_ref()?;
    let mut words = Vec::new();
    if let Own::Tangled(unknown) = setup.own(held, light.room_place()) {
        let names: Vec<String> = unknown.iter().filter_map(|id| setup.light(id)).map(|l| l.name().to_lowercase()).collect();
        words.push(format!("Read the {} alone too, and this one can be told.", names.join(" and the ")));
    } else if !held.others.is_empty() {
        words.push("The others are taken out.".to_owned());
    }
    if let Some(taken) = held.how.receptor.filter(|r| *r != setup.schools.receptor && light.is_at_face()) {
        let by = light.as_school(held, setup.schools.receptor);
        words.push(match light.rig.angle {
            Some(angle) => {
                let way = if by.get() < 0.0 { "less" } else { "more" };
                format!(
                    "Read {}; {} shows {} {way} from {:.0}°.",
                    terms::receptor(taken),
                    terms::receptor(setup.schools.receptor),
                    by.number(),
                    angle.get()
                )
            }
            None => format!("Read {}; say the light's angle, and it is carried over.", terms::receptor(taken)),
        });
    }
    (!words.is_empty()).then(|| vec![text(words.join(" "))])
}

/// `Meter at ISO 200, 1/125: at the camera's it reads ƒ4¹.`
fn carried(setup: &Setup, reading: Reading, of: &Subject, board: &Board) -> Option<Line> {
    let camera = setup.camera.as_ref()?.exposure;
    let iso = camera.iso != reading.iso;
    let shutter = camera.shutter != reading.shutter;
    if !iso && !shutter {
        return None;
    }
    let mut settings = Vec::new();
    if iso {
        settings.push(format!("ISO {}", reading.iso.marking(Series::Third)));
    }
    if shutter {
        settings.push(reading.shutter.marking(Series::Third));
    }
    let there = match of {
        Subject::Room => reading.ambient_level(camera),
        _ => board.lane(&of.to_string())?.reading.as_ref()?.stops,
    };
    let shown = MeterDisplay::from_av(Reading::av_for(there, camera)).ok()?;
    let tail = if !iso && *of != Subject::Room { " The shutter moves only the room." } else { "" };
    Some(vec![
        text(format!("Meter at {}; at the camera's it is ", settings.join(", "))),
        Span::F(shown.fnumber()),
        text(format!(".{tail}")),
    ])
}
