//! How an entry stands on the tape: what happened, and what it meant then.

mod line;

use crate::words::terms;
use ink_lamp_light::{
    ambient::{RoomWish, darkening},
    measure::{LengthUnit, Meters},
    ratio::{Anchor, Convention},
    scale::{FNumber, Series, Stops},
};
use ink_lamp_sitting::{
    entry::{CameraSet, Entry, ReadingTaken, Subject},
    light::{Held, Light},
    metered::Place,
    role::{LightId, Role},
    schools::Follow,
    setup::Setup,
    studio::GroundTone,
};

pub use line::{TapeKind, TapeLine};

use super::{
    firing, place,
    span::{Span, strong, text},
};
use crate::board::{Board, LaneState};
use line::line;

impl TapeLine {
    /// How an entry stands on the tape, between the setup before it and the one after.
    #[must_use]
    pub fn of(before: &Setup, entry: &Entry, after: &Setup, board: &Board) -> Self {
        match entry {
            Entry::Start(start) => line(TapeKind::Choice, None, vec![text("Started")], format!("from {}", start.from)),
            Entry::Reading(taken) => reading(taken, after, board),
            Entry::Camera(set) => {
                let head =
                    vec![text("Camera "), Span::F(FNumber::from(set.aperture)), strong(format!(" {}", set.shutter.marking(Series::Third)))];
                let room = room_moved(before, after).map(|words| format!(", {words}")).unwrap_or_default();
                line(TapeKind::Camera, None, head, format!("{}{room}", with_filter(set)))
            }
            Entry::RoomWish(wish) => {
                let tail = match wish {
                    RoomWish::Remove(l) => format!("remove: below {}", l.level),
                    RoomWish::Keep(l) => format!("keep at {}", l.level),
                };
                line(TapeKind::Choice, Some(Role::Room), vec![text("Room")], tail)
            }
            Entry::Dial(turned) => {
                let (name, role, unit) = named(after, &turned.light);
                let power = |s: &Setup| s.light(&turned.light).and_then(Light::power);
                let written = after.light(&turned.light).and_then(Light::written).unwrap_or_default();
                let change = power(before).zip(power(after)).map(|(a, b)| b - a);
                match change.filter(|c| *c != Stops::ZERO) {
                    Some(change) => {
                        let (kind, way) = if change.get() > 0.0 { (TapeKind::Up, "up") } else { (TapeKind::Down, "down") };
                        line(kind, role, vec![text(format!("{name} {way} {} ", change.number())), strong(written)], unit)
                    }
                    None => line(TapeKind::Choice, role, vec![text(format!("{name} ")), strong(written)], unit),
                }
            }
            Entry::Light(put) => {
                let (name, role, unit) = named(after, &put.light);
                let light = after.light(&put.light);
                let dial = light.and_then(Light::written);
                let mut tail: Vec<String> = light.and_then(|l| l.modifier.clone()).into_iter().collect();
                tail.extend(put.distance.map(|d| d.told(after.length)));
                let mut head = vec![text(if unit.is_empty() { name } else { format!("{name}: {unit} ") })];
                head.extend(dial.map(strong));
                line(TapeKind::Choice, role, head, tail.join(" · "))
            }
            Entry::LightRemoved(removed) => {
                let (name, role, unit) = named(before, &removed.light);
                line(TapeKind::Choice, role, vec![text(format!("{name} taken away"))], unit)
            }
            Entry::Ratio(chosen) => match chosen.target {
                None => line(TapeKind::Choice, None, vec![text("No ratio")], "given up"),
                Some(target) => {
                    let convention = match target.convention() {
                        Convention::LitShadow => "lit : shadow",
                        Convention::Readings => "by readings",
                    };
                    let anchor = match target.anchor() {
                        Anchor::LitSide => "lit side on 0",
                        Anchor::KeyAlone => "key alone on 0",
                    };
                    line(TapeKind::Choice, None, vec![strong(target.ratio().shown()), text(format!(" {convention}"))], anchor)
                }
            },
            Entry::Target(set) => {
                let (name, role, _) = named(after, &set.light);
                let tail = match (role, after.ratio) {
                    (Some(Role::Key | Role::Fill), Some(ratio)) => ratio.ratio().shown(),
                    _ => "target".to_owned(),
                };
                line(
                    TapeKind::Choice,
                    role,
                    vec![text(format!("{name} at ")), strong(set.level.map_or_else(|| "no level".to_owned(), Stops::shown))],
                    tail,
                )
            }
            Entry::Length(chosen) => {
                let unit = match chosen.unit {
                    LengthUnit::Metres => "metres",
                    LengthUnit::Feet => "feet",
                };
                line(TapeKind::Choice, None, vec![text("Distances")], format!("in {unit}"))
            }
            Entry::Schools(schools) => {
                let follow = match schools.follow {
                    Follow::LightsFollow => "lights follow the camera",
                    Follow::CameraFollows => "camera follows the lights",
                };
                line(TapeKind::Choice, None, vec![text("Ways of working")], format!("{follow}, {}", terms::receptor(schools.receptor)))
            }
            Entry::Supplies(supplies) => {
                let pace = supplies.pace.map(|p| format!(", a frame each {} s", p.get())).unwrap_or_default();
                let volts = supplies.volts.map(|v| format!("{} V, ", v.get())).unwrap_or_default();
                line(TapeKind::Choice, None, vec![text("Mains")], format!("{volts}{} A{pace}", supplies.breaker.get()))
            }
            Entry::Transmitter(chosen) => {
                let name = chosen.transmitter.as_ref().map_or_else(|| "put away".to_owned(), |t| t.name.clone());
                line(TapeKind::Choice, None, vec![text("Transmitter")], name)
            }
            Entry::Firing(firing) => {
                let on = &firing.high_speed;
                let places = [on.camera, on.transmitter].into_iter().filter(|on| *on).count() + on.units.len();
                let high_speed = match (places, after.high_speed_forgotten().as_slice()) {
                    (0, _) => "no high-speed sync".to_owned(),
                    (_, []) => "high-speed sync on everywhere".to_owned(),
                    (_, missing) => format!("high-speed sync, but for {}", firing::forgotten(missing, after).join(", ")),
                };
                let delay = firing.delay.get() * 1000.0;
                let delay = if delay > 0.0 { format!(", {delay:.1} ms delay") } else { String::new() };
                line(TapeKind::Choice, None, vec![text("Shutter and flash")], format!("{high_speed}{delay}"))
            }
            Entry::Holds(holds) => line(TapeKind::Choice, None, vec![text("What must hold")], terms::holds(holds)),
            Entry::Studio(studio) => {
                let ground = studio.ground.map(|g| format!(", ground {} behind", g.behind.told(after.length))).unwrap_or_default();
                line(TapeKind::Choice, None, vec![text("Studio")], format!("camera at {}{ground}", camera_words(after)))
            }
            Entry::Placed(placed) => {
                let (name, role, _) = named(after, &placed.light);
                let place = after.light(&placed.light).and_then(|l| place::place(l, after).map(place::Place::all));
                let by = moved(before, after, &placed.light).map(|by| format!("{by} of light, by the model"));
                let head = match &place {
                    Some(_) => format!("{name} moved"),
                    None => format!("{name} off the plan"),
                };
                line(TapeKind::Choice, role, vec![text(head)], [place, by].into_iter().flatten().collect::<Vec<_>>().join(", "))
            }
            Entry::SitterMoved(_) => line(TapeKind::Choice, None, vec![text("Sitter moved")], format!("camera at {}", camera_words(after))),
            Entry::GroundTone(wished) => {
                let tone = match wished.tone {
                    None => "given up".to_owned(),
                    Some(GroundTone::Black) => "black".to_owned(),
                    Some(GroundTone::White) => "white".to_owned(),
                    Some(GroundTone::Grey { level }) => format!("grey at {level}"),
                };
                line(TapeKind::Choice, Some(Role::Ground), vec![text("Ground to be")], tone)
            }
            Entry::Automatic(frame) => {
                let (name, role, _) = named(after, &frame.light);
                line(TapeKind::Frame, role, vec![text(format!("{name} automatic ")), strong(frame.gave.clone())], terms::tone(frame.tone))
            }
            Entry::Frame(shot) => line(
                TapeKind::Frame,
                None,
                vec![text(format!("Frame {}", after.frames))],
                match (&shot.note, shot.no_flash) {
                    (Some(note), _) => note.clone(),
                    (None, Some(_)) => "without flash".to_owned(),
                    (None, None) => "shot".to_owned(),
                },
            ),
            Entry::Undo(_) => line(TapeKind::Choice, None, vec![text("Undo")], "taken back"),
            Entry::Redo(_) => line(TapeKind::Choice, None, vec![text("Redo")], "brought back"),
            Entry::Note(note) => line(TapeKind::Note, None, vec![text("Note")], note.text.clone()),
        }
    }
}

/// `room 1.67 stops darker, 1.68 by the printed numbers`: what a change of the camera does to a room that was read.
fn room_moved(before: &Setup, after: &Setup) -> Option<String> {
    let (from, to) = before.camera.as_ref().zip(after.camera.as_ref())?;
    after.room.reading?;
    terms::darkening(darkening(from.exposure, to.exposure)).map(|words| format!("room {words}"))
}

/// How far the camera stands from the sitter: `2.00 m`.
fn camera_words(setup: &Setup) -> String {
    let away = setup.studio().camera_away();
    Meters::new(away).map_or_else(|_| format!("{away:.2} m"), |d| d.told(setup.length))
}

/// What a move gave a reading of this light.
fn moved(before: &Setup, after: &Setup, id: &LightId) -> Option<Stops> {
    let by = |s: &Setup| s.light(id).and_then(|l| l.reading.as_ref()).and_then(Held::carried);
    Some(by(after)? - by(before)?).filter(|by| by.tenths() != 0)
}

/// `ISO 100, filter −3.0`.
fn with_filter(set: &CameraSet) -> String {
    let taken: f64 = set.filters.iter().flatten().map(|f| f.loss.get()).sum();
    let filter = if taken > 0.0 { format!(", filter −{taken:.1}") } else { String::new() };
    format!("ISO {}{filter}", set.iso.marking(Series::Third))
}

fn named(setup: &Setup, id: &LightId) -> (String, Option<Role>, String) {
    setup.light(id).map_or_else(
        || (id.to_string(), None, String::new()),
        |l| (l.name(), Some(l.role), l.unit.as_ref().map(|u| u.name.clone()).unwrap_or_default()),
    )
}

fn reading(taken: &ReadingTaken, after: &Setup, board: &Board) -> TapeLine {
    let (name, role, held) = match &taken.of {
        Subject::Room => {
            let at = if taken.how.place == Some(Place::Ground) { "Room at the ground" } else { "Room" };
            (at.to_owned(), Some(Role::Room), after.room.seen.last().map(|s| s.reading))
        }
        Subject::Whole => ("Whole".to_owned(), None, after.whole.as_ref().map(|w| w.reading)),
        Subject::Light(id) => {
            let (name, role, _) = named(after, id);
            let held = after.light(id).and_then(|l| l.reading.as_ref());
            let others = held.map(|h| h.others.as_slice()).unwrap_or_default().iter();
            let on: String = others.map(|o| format!(" + {}", named(after, &o.light).0.to_lowercase())).collect();
            (format!("{name}{on}"), role, held.map(|h| h.reading))
        }
    };
    let head = vec![text(format!("{name} ")), Span::F(taken.shows.fnumber())];
    let meter = held.map(|r| format!("{}, ISO {}", r.shutter.marking(Series::Third), r.iso.marking(Series::Third))).unwrap_or_default();
    let other_iso = after
        .camera
        .as_ref()
        .zip(held)
        .filter(|(c, r)| c.exposure.iso != r.iso)
        .map(|(_, r)| format!(", at ISO {}", r.iso.marking(Series::Third)));
    let lane = board.lane(&taken.of.to_string());
    let tail = match lane {
        Some(lane) if taken.of != Subject::Room && lane.state != LaneState::Measured => {
            format!("{}{}", lane.words, other_iso.unwrap_or_default())
        }
        Some(lane) if taken.of != Subject::Room => lane.reading.as_ref().map_or(meter, |m| m.shown.clone()),
        // The room's own words: lamps, colour, time, direction.
        _ if !taken.light.is_plain() => format!("{meter} · {}", terms::room_light(&taken.light)),
        _ => meter,
    };
    line(TapeKind::Reading, role, head, tail)
}

/// How the next move will stand on the tape.
pub(crate) fn pending(setup: &Setup, entry: &Entry) -> TapeLine {
    match entry {
        Entry::Dial(turned) => {
            let (name, role, unit) = named(setup, &turned.light);
            line(TapeKind::Choice, role, vec![text(format!("{name} to ")), strong(turned.dial.clone())], format!("{unit}, then read again"))
        }
        Entry::Light(put) => {
            let (name, role, _) = named(setup, &put.light);
            let to = put.distance.map(|d| d.told(setup.length)).unwrap_or_default();
            line(TapeKind::Choice, role, vec![text(format!("{name} to ")), strong(to)], "then read again")
        }
        Entry::Camera(set) => {
            let head =
                vec![text("Camera "), Span::F(FNumber::from(set.aperture)), strong(format!(" {}", set.shutter.marking(Series::Third)))];
            line(TapeKind::Camera, None, head, format!("ISO {}", set.iso.marking(Series::Third)))
        }
        Entry::Frame(_) => line(TapeKind::Frame, None, vec![text(format!("Frame {}", setup.frames + 1))], "shoot it"),
        Entry::Ratio(chosen) => {
            let shown = chosen.target.map(|t| t.ratio().shown()).unwrap_or_default();
            line(TapeKind::Choice, None, vec![text("Ratio "), strong(shown)], "or choose another")
        }
        _ => line(TapeKind::Choice, None, vec![text("Next")], ""),
    }
}
