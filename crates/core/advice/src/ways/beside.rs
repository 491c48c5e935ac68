//! Ways beside the camera’s own: lamps off, lights nearer.

use ink_lamp_light::scale::{Aperture, Stops};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    entry::{CameraSet, Entry, LightPut},
    light::Light,
    metered::RoomPlace,
    room::Lamps,
};

use super::{
    here::{After, Here, NEAREST},
    way::RoomWay,
};
use crate::{
    search::Changes,
    words::ways::{self as words, catch},
};

impl Here<'_> {
    /// Blinds down, lamps off: free, and to be read again unless it was read so before.
    pub(crate) fn lamps_off(&self) -> Option<RoomWay> {
        let room = &self.setup.room;
        let now = room.light_at(RoomPlace::Sitter).lamps;
        if now == Some(Lamps::Off) {
            return None;
        }
        let mut after = After { setup: self.setup.clone(), levels: Scene::of(self.setup).levels, entries: Vec::new() };
        let held = room.seen_with(RoomPlace::Sitter, Lamps::Off);
        if let Some(reading) = held {
            after.setup.room.reading = Some(reading);
            after.setup.room.ground = room.seen_with(RoomPlace::Ground, Lamps::Off).or(room.ground.map(|_| reading));
            after.levels = Scene::of(&after.setup).levels;
        }
        let lights = self.lights(&mut after, Stops::ZERO, Stops::ZERO);
        let mut way = self.finish(words::SHUT_OUT, "lamps", &after, lights, Stops::ZERO);
        way.entries.clear();
        way.settings = words::lamps_off(now == Some(Lamps::Window)).to_owned();
        // What is not known yet stands behind what is.
        way.given_up = 3.0;
        match (held, way.does, way.room.clone()) {
            (None, ..) => {
                (way.room, way.does, way.places) = (None, true, String::new());
                way.catch = catch::READ_AGAIN.to_owned();
            }
            (Some(_), true, _) => way.catch = catch::READ_BEFORE.to_owned(),
            (Some(_), false, Some(landing)) => {
                way.verdict = Some(catch::short(self.wish.gap(landing.stops)));
                way.catch = catch::SHORT_BEFORE.to_owned();
            }
            (Some(_), false, None) => return None,
        }
        Some(way)
    }

    /// All lights brought nearer and the aperture closed by as much: the powers stay.
    pub(crate) fn nearer(&self) -> Option<RoomWay> {
        let holds = &self.setup.holds;
        let read = |l: &&Light| l.unit.is_some() && l.dial.is_some();
        let lights: Vec<&Light> = self.setup.lights.iter().filter(read).collect();
        if !holds.lights_move || lights.is_empty() || lights.iter().any(|l| l.distance.is_none()) {
            return None;
        }
        let per = f64::from(self.camera.steps().per_stop());
        let needed = (self.wish.gap(Stops::of(self.space.room)).get() * per - 1e-6).ceil();
        #[allow(clippy::cast_possible_truncation, reason = "at most 40")]
        let steps = (1..=(needed.min(40.0) as i32)).rev().find(|steps| {
            let by = Stops::of(f64::from(*steps) / per);
            let fits = |a: Aperture| self.space.apertures.iter().any(|c| (c.set.av() - a.av()).abs() < 1e-6);
            Aperture::from_av(self.camera.exposure.aperture.av() + by.get()).is_ok_and(fits)
                && lights.iter().all(|l| self.setup.distance_for(l, by).is_some_and(|d| d.get() >= NEAREST))
        })?;
        let by = Stops::of(f64::from(steps) / per);
        let set = CameraSet { aperture: Aperture::from_av(self.camera.exposure.aperture.av() + by.get()).ok()?, ..self.camera.as_set() };
        let mut after = self.after(&set, false)?;
        let mut told = Vec::new();
        for light in &lights {
            let (from, to) = (light.distance?, self.setup.distance_for(light, by)?);
            let entry = Entry::Light(Box::new(LightPut { distance: Some(to), ..light.as_put() }));
            after.setup = after.setup.apply(&entry).ok()?;
            after.entries.push(entry);
            told.push(format!("{} {}", light.name(), words::moved(from, to, self.setup)));
        }
        after.levels = Scene::of(&after.setup).levels;
        let shown = self.lights(&mut after, Stops::ZERO, Stops::ZERO);
        let mut way = self.finish(words::NEARER, "nearer", &after, shown, Stops::ZERO);
        way.settings = format!("{} · {}", words::settings(self.camera, &set, Changes::APERTURE), told.join(", "));
        way.given_up = 0.8 + by.get() * 0.4;
        if let Some(room) = way.room.clone().filter(|_| !way.does) {
            way.verdict = Some(catch::short(self.wish.gap(room.stops)));
            way.catch = catch::NO_NEARER.to_owned();
        } else {
            way.catch = catch::SOFTER.to_owned();
        }
        Some(way)
    }
}
