//! What places do wrong: sockets, catch-lights, rims, what stands in the picture, the ground, the ceiling.

use ink_lamp_light::{
    ambient::{BLACK, RoomWish},
    field::{DVec3, ratio_with_room},
    measure::Meters,
    ratio::{Convention, Ratio},
};
use ink_lamp_sitting::{
    entry::{Entry, LightPlaced},
    role::Role,
    studio::{GroundTone, LightPlace, Point},
};

use super::{FindingKind, Found};
use crate::{
    board::moves::Action,
    place::{self, Pattern, Stage, ground, room, seen},
};

impl Found<'_> {
    pub(super) fn places(&mut self, stage: &Stage) {
        self.on_face(stage);
        for light in &stage.lights {
            let of = &self.setup.lights[light.index];
            let (id, name) = (of.id.as_str(), of.name());
            let rim = seen::rim(stage, light);
            if let Some(rim) = rim.as_ref().filter(|r| !r.wraps && matches!(of.role, Role::Rim)) {
                self.say(FindingKind::RimNoWrap, id, format!("{name}, {}", rim.words));
            } else if let Some(rim) = rim.filter(|r| r.flare) {
                self.say(FindingKind::Flare, id, format!("{name}, {}", rim.words));
            }
            let shows = seen::in_picture(stage, light);
            if shows.front || shows.stand {
                let what = if shows.front { name.clone() } else { format!("The {}’s stand", name.to_lowercase()) };
                self.say(FindingKind::InPicture, id, format!("{what} is in the picture: move it out to the side, or frame closer."));
            }
            if let Some(words) = seen::too_high(stage, light) {
                self.say(FindingKind::CeilingLow, id, words);
            }
            if seen::is_overhead(stage, light) {
                let words = format!(
                    "{name} hangs over the sitter: a boom rated for it, counterweight, sandbags, a safety cable on every part, and nobody under it while it is moved. Local codes and licensed practice decide."
                );
                self.say(FindingKind::Overhead, id, words);
            }
        }
        self.key_and_room(stage);
        self.greatest_ratio(stage);
        self.ground_tone(stage);
        if let Some(words) = ground::too_narrow(stage) {
            self.say(FindingKind::GroundNarrow, "camera", words);
        }
    }

    fn on_face(&mut self, stage: &Stage) {
        let (faces, eyes) = place::face_lights(stage);
        for face in faces.iter().filter(|f| stage.setup.light(&f.light).is_some_and(|l| l.role == Role::Key)) {
            let Some(key) = stage.setup.light(&face.light) else { continue };
            let (id, name) = (face.light.as_str(), key.name());
            if face.dark_sockets {
                let out = key.place.map_or(DVec3::ZERO, |p| p.at.vector()) - stage.face;
                let front = out.dot(stage.studio.sitter.facing.direction());
                let lower = (front > 0.15).then(|| Meters::new(stage.face.y + 1.4 * front).ok()).flatten();
                let mend = match lower {
                    Some(height) => {
                        format!("Lower it to {}, bring it toward the front, or raise the chin.", height.told(stage.setup.length))
                    }
                    None => {
                        "Tilt it toward the front of the face, or raise the chin; a pale floor close to it gives some fill back.".to_owned()
                    }
                };
                self.say(FindingKind::DarkSockets, id, format!("{name} comes down too steeply for the eyes: dark sockets. {mend}"));
                continue;
            }
            if matches!(face.pattern, Pattern::Rim | Pattern::Overhead) {
                self.say(FindingKind::CatchLight, id, format!("{name} comes from where no eye sees it: {}.", face.pattern.words()));
                continue;
            }
            let missing: Vec<&str> =
                eyes.iter().filter(|e| e.lights.iter().any(|l| l.light == face.light && !l.seen)).map(|e| e.which.as_str()).collect();
            let others = eyes.iter().any(|e| e.lights.iter().any(|l| l.seen));
            let split = missing.len() < eyes.len() && face.pattern == Pattern::Split;
            if !(missing.is_empty() || split) {
                let eye = if missing.len() == eyes.len() { "either eye".to_owned() } else { format!("the eye {}", missing.join(" and ")) };
                let fill = if others && missing.len() == eyes.len() { " The fill has one there." } else { "" };
                self.say(
                    FindingKind::CatchLight,
                    id,
                    format!("{name} leaves no catch-light in {eye}: bring it toward the front, or lower.{fill}"),
                );
            }
        }
    }

    /// The room's own light and the key from two sides.
    fn key_and_room(&mut self, stage: &Stage) {
        let shows = matches!(self.setup.room.wish, RoomWish::Keep(_)) || self.levels.room_level.is_some_and(|l| l >= BLACK);
        let (Some(key), Some(room), true) = (stage.first(Role::Key), place::room_from(stage), shows) else { return };
        let x = key.stood.emitter.front.at.x;
        if room.abs() < 0.3 || x.abs() < 0.25 || room * x > 0.0 {
            return;
        }
        let side = |x: f64| if x < 0.0 { "left" } else { "right" };
        let light = &self.setup.lights[key.index];
        let words = format!(
            "{} comes from camera {}, the room’s own light from camera {}: the other way round looks right.",
            light.name(),
            side(x),
            side(room)
        );
        let mirrored = |p: Point| Point::near(p.vector() * DVec3::new(-1.0, 1.0, 1.0));
        let remedy = light.place.map(|p| Action {
            label: format!("{} to the {}", light.name(), side(-x)),
            entry: Entry::Placed(LightPlaced {
                light: light.id.clone(),
                place: Some(LightPlace { at: mirrored(p.at), aim: p.aim.map(mirrored), ..p }),
                around: None,
            }),
        });
        self.say(FindingKind::KeyAgainstRoom, light.id.as_str(), words).remedy = remedy;
    }

    /// The wish against what walls and panels throw back.
    fn greatest_ratio(&mut self, stage: &Stage) {
        let (Some(key), Some(ratio)) = (stage.first(Role::Key), self.setup.ratio) else { return };
        let wished = ratio.in_convention(Convention::LitShadow);
        let back = room::returned(stage, key).total();
        let greatest = ratio_with_room(1.0, 0.0, back);
        if greatest >= wished.get() {
            return;
        }
        let Ok(told) = Ratio::new(greatest) else { return };
        let words = format!(
            "What the room throws back allows {} lit : shadow at most, without any fill; {} is wished. Dark panels on the shadow side, a grid, or the key nearer.",
            told.shown(),
            wished.shown()
        );
        self.say(FindingKind::RatioOverRoom, self.setup.lights[key.index].id.as_str(), words);
    }

    fn ground_tone(&mut self, stage: &Stage) {
        let Some(ground) = self.setup.ground_tone.and_then(|_| ground::shown(stage, false)) else { return };
        if ground.right != Some(false) || ground.tone.is_none() {
            return;
        }
        let lane = stage.first(Role::Ground).or_else(|| stage.first(Role::Key)).map_or("key", |l| self.setup.lights[l.index].id.as_str());
        let near = ground.wish == Some(GroundTone::Black);
        let words = ground.words.trim_end_matches('.').to_owned();
        let wish = match ground.wish {
            Some(GroundTone::Black) => "black is wished: below −5 all over".to_owned(),
            Some(GroundTone::White) => "white is wished".to_owned(),
            Some(GroundTone::Grey { level }) => format!("{level} is wished"),
            None => return,
        };
        let best = ground.ways.iter().find(|w| w.works);
        let mend = best.map_or_else(|| " No single way gives it: see Plan, Ground.".to_owned(), |w| format!(" {}", w.words));
        let kind = if near { FindingKind::GroundTooNear } else { FindingKind::GroundTone };
        let remedy = best.and_then(|w| match w.entries.as_slice() {
            [entry] => Some(Action { label: "Do it".to_owned(), entry: entry.clone() }),
            _ => None,
        });
        self.say(kind, lane, format!("{words}; {wish}.{mend}")).remedy = remedy;
    }
}
