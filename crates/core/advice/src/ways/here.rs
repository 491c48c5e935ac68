//! Where a way starts from, and how the setup stands once its camera is set.

use ink_lamp_light::{ambient::RoomWish, scale::Stops, strobe::Reach};
use ink_lamp_scene::{levels::Levels, scene::Scene, turn::Turn};
use ink_lamp_sitting::{
    camera::Camera,
    entry::{CameraSet, DialTurned, Entry, LightPut},
    firing::{Firing, HighSpeed},
    setup::Setup,
};

use super::way::WayLight;
use crate::{correct::REACHED, search::Space, words::ways as words};

/// Nearer than this no light is brought (a judgement): its front fills the frame, and a flash that near blinds.
pub(super) const NEAREST: f64 = 0.5;

/// Where every way starts from.
pub(crate) struct Here<'a> {
    pub(crate) setup: &'a Setup,
    pub(crate) levels: &'a Levels,
    pub(crate) camera: &'a Camera,
    pub(crate) wish: RoomWish,
    pub(crate) space: &'a Space,
}

/// A camera set for a way, and how the setup then stands.
pub(super) struct After {
    pub(crate) setup: Setup,
    pub(crate) levels: Levels,
    pub(crate) entries: Vec<Entry>,
}

impl Here<'_> {
    /// The setup after the camera is set, and high-speed sync switched on where that is the way.
    pub(crate) fn after(&self, set: &CameraSet, high_speed: bool) -> Option<After> {
        let mut entries = vec![Entry::Camera(set.clone())];
        let mut setup = self.setup.apply(&entries[0]).ok()?;
        if high_speed {
            let units = setup.lights.iter().filter(|l| l.unit.as_ref().is_some_and(|u| u.high_speed));
            let high_speed = HighSpeed::everywhere(units);
            if setup.firing.high_speed != high_speed {
                let entry = Entry::Firing(Firing { high_speed, ..setup.firing.clone() });
                setup = setup.apply(&entry).ok()?;
                entries.push(entry);
            }
        }
        let levels = Scene::of(&setup).levels;
        Some(After { setup, levels, entries })
    }

    /// Every light's new setting, tightest first; what has to be written for it is added to the entries, and the setup is brought there.
    pub(crate) fn lights(&self, after: &mut After, rise: Stops, uncounted: Stops) -> Vec<WayLight> {
        let mut lights = Vec::new();
        let mut writes = Vec::new();
        for (index, light) in after.setup.lights.iter().enumerate() {
            let Some((unit, power)) = light.unit.as_ref().zip(light.power()) else { continue };
            let job = Turn::of(&after.setup, &after.levels, index);
            // Without a wish it is held where it lies.
            let change = job.as_ref().map_or(rise, |j| j.change + uncounted);
            let nearest = unit.scale.nearest(power + change);
            let to = unit.scale.stops(nearest.dial);
            let rest = power + change - to;
            let possible = nearest.reach == Reach::Within || rest.tenths().abs() <= 1;
            let moved = if possible || !self.setup.holds.lights_move {
                None
            } else {
                after.setup.distance_for(light, rest).filter(|d| (NEAREST..=REACHED.1).contains(&d.get()))
            };
            let dial = unit.scale.write(nearest.dial);
            if let Some(distance) = moved {
                let put = LightPut { distance: Some(distance), dial: Some(dial.clone()), ..light.as_put() };
                writes.push(Entry::Light(Box::new(put)));
            } else if light.dial != Some(nearest.dial) {
                writes.push(Entry::Dial(DialTurned { light: light.id.clone(), dial: dial.clone() }));
            }
            let left = words::left(to, rest, possible);
            lights.push(WayLight {
                id: light.id.to_string(),
                name: light.name(),
                role: light.role,
                unit: unit.name.clone(),
                dial,
                power: to,
                lowest: unit.scale.stops(unit.scale.lowest()),
                left,
                possible: possible || moved.is_some(),
                moved: light.distance.zip(moved).map(|(from, to)| words::moved(from, to, self.setup)),
            });
        }
        for entry in &writes {
            if let Ok(next) = after.setup.apply(entry) {
                after.setup = next;
            }
        }
        after.levels = Scene::of(&after.setup).levels;
        after.entries.extend(writes);
        if uncounted.is_zero() {
            Self::once_more(after, &mut lights);
        }
        lights.sort_by(|a, b| (a.possible, -a.power.get()).partial_cmp(&(b.possible, -b.power.get())).unwrap_or(std::cmp::Ordering::Equal));
        lights
    }

    /// At another power the shutter may take another part of a pulse: once more by the dial.
    fn once_more(after: &mut After, lights: &mut [WayLight]) {
        for way in lights.iter_mut().filter(|way| way.possible && way.moved.is_none()) {
            let Some(index) = after.setup.lights.iter().position(|l| l.id.as_str() == way.id) else { continue };
            let Some(turn) = Turn::of(&after.setup, &after.levels, index).filter(|t| t.to != t.dial && t.reach == Reach::Within) else {
                continue;
            };
            let (id, to) = (turn.light.id.clone(), turn.unit.scale.stops(turn.to));
            way.dial = turn.unit.scale.write(turn.to);
            (way.power, way.left) = (to, words::left(to, Stops::ZERO, true));
            let entry = Entry::Dial(DialTurned { light: id.clone(), dial: way.dial.clone() });
            if let Ok(next) = after.setup.apply(&entry) {
                after.setup = next;
            }
            after.entries.retain(|e| !matches!(e, Entry::Dial(before) if before.light == id));
            after.entries.push(entry);
        }
        after.levels = Scene::of(&after.setup).levels;
    }
}
