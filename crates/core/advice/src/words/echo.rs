//! What a reading means, as it is said.

use ink_lamp_light::{
    meter::Reading,
    scale::{MeterDisplay, Stops},
};
use ink_lamp_scene::{
    scene::Scene,
    stand::{RoomStand, Stand},
};
use ink_lamp_sitting::{entry::Subject, light::Light, metered::RoomPlace, own::Own, setup::Setup};

use crate::words::{
    span::{Line, Span, strong, text},
    terms,
};

/// What was read, and the reading; none where the setup holds none.
pub(crate) fn reading(setup: &Setup, of: &Subject) -> Option<(String, Reading)> {
    match of {
        Subject::Room => {
            // The one that was just read; it may be at the place where the wish does not look.
            let seen = setup.room.seen.last();
            let at = if seen.is_some_and(|s| s.place == RoomPlace::Ground) { "room alone, at the ground" } else { "room alone" };
            Some((at.to_owned(), seen.map(|s| s.reading).or(setup.room.reading)?))
        }
        Subject::Whole => Some(("all lights on".to_owned(), setup.whole.as_ref()?.reading)),
        Subject::Light(id) => {
            let light = setup.light(id)?;
            Some((alone_or_with(setup, light), light.reading.as_ref()?.reading))
        }
    }
}

/// Two or three short lines.
pub(crate) fn lines(scene: &Scene, of: &Subject, what: &str, reading: Reading) -> Vec<Line> {
    let setup = scene.setup;
    let mut lines = vec![vec![text(format!("{}, {what}.", reading.shows.words()))]];
    let room = setup.camera.as_ref().filter(|_| *of == Subject::Room).map(|c| reading.ambient_level(c.exposure));
    if let Some(stops) = room.or_else(|| level(scene, of)) {
        let against_camera = match stops.tenths() {
            0 => "On the camera.".to_owned(),
            t if t > 0 => format!("{} over the camera.", stops.number()),
            _ => format!("{} under the camera.", stops.number()),
        };
        let mut line = vec![text(format!("{against_camera} "))];
        line.extend(against_wish(scene, of).map(strong));
        lines.push(line);
    }
    lines.extend(carried(setup, reading, of, scene));
    lines.extend(converted(setup, of));
    lines.extend(less_in_the_frame(setup, of));
    lines
}

/// Where what was read lies.
fn level(scene: &Scene, of: &Subject) -> Option<Stops> {
    let level = match of {
        Subject::Room => scene.levels.wished_room,
        Subject::Whole => scene.levels.whole,
        Subject::Light(id) => scene.levels.lights[scene.setup.index_of(id)?].shown(),
    };
    level.filter(|_| scene.levels.exposure.is_some())
}

fn against_wish(scene: &Scene, of: &Subject) -> Option<String> {
    let step = scene.setup.schools.step;
    let told = |stand: Stand| match stand {
        Stand::OnTarget | Stand::LikelyOnTarget { .. } => Some("On target.".to_owned()),
        Stand::Doubtful { by } => Some(format!("{} {} what all else says of it: read it again.", step.size(by), terms::side(by))),
        Stand::Agrees => Some("Parts and whole agree.".to_owned()),
        Stand::Off { gap } => Some(format!("{} {} its target.", step.number(gap), terms::side(gap))),
        Stand::OffParts { by, .. } => Some(format!("{} {} its parts.", by.number(), terms::side(by))),
        _ => None,
    };
    match of {
        Subject::Room => match RoomStand::of(scene) {
            RoomStand::Removed => Some("Removed.".to_owned()),
            RoomStand::Kept => Some("Kept as wished.".to_owned()),
            RoomStand::OverLine(gap) => Some(format!("{} over the limit.", gap.number())),
            RoomStand::OffLevel(gap) => told(Stand::Off { gap }),
            _ => None,
        },
        Subject::Whole => told(Stand::of_whole(scene)),
        Subject::Light(id) => told(Stand::of_light(scene, scene.setup.index_of(id)?)),
    }
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

/// What the frame gets less of a light than a meter shows of one whole pop.
fn less_in_the_frame(setup: &Setup, of: &Subject) -> Option<Line> {
    let Subject::Light(id) = of else { return None };
    let light = setup.light(id)?;
    let loss = setup.shutter_loss(light) - setup.metered_loss(light, light.reading.as_ref()?);
    let why = if setup.pulses(light) { "One pop alone: by high-speed sync" } else { "By this shutter time" };
    let way = if loss.get() > 0.0 { "less" } else { "more" };
    (loss.tenths() != 0).then(|| vec![text(format!("{why} the frame gets {} {way}.", loss.number()))])
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
fn carried(setup: &Setup, reading: Reading, of: &Subject, scene: &Scene) -> Option<Line> {
    let camera = setup.camera.as_ref()?.exposure;
    let iso = camera.iso != reading.iso;
    let shutter = camera.shutter != reading.shutter;
    if !iso && !shutter {
        return None;
    }
    let mut settings = Vec::new();
    if iso {
        settings.push(format!("ISO {}", reading.iso.said()));
    }
    if shutter {
        settings.push(reading.shutter.said());
    }
    let there = match of {
        Subject::Room => reading.ambient_level(camera),
        _ => level(scene, of)?,
    };
    let shown = MeterDisplay::from_av(Reading::av_for(there, camera)).ok()?;
    let tail = if !iso && *of != Subject::Room { " The shutter moves only the room." } else { "" };
    Some(vec![
        text(format!("Meter at {}; at the camera's it is ", settings.join(", "))),
        Span::F(shown.fnumber()),
        text(format!(".{tail}")),
    ])
}
