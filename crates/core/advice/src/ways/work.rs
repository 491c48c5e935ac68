//! The few ways that stay, each worked out on the board and put into words.

use ink_lamp_light::{ambient::RoomWish, scale::Stops};
use ink_lamp_scene::{levels::Levels, shutter::all_pulse};
use ink_lamp_sitting::setup::Setup;

use super::{here::Here, way::RoomWay};
use crate::{
    search::{Candidate, Changes, Class, Space, search, without_dominated},
    words::ways::{self as words, catch},
};

/// At most this many mixtures are shown.
const MIXTURES: usize = 3;

/// The ways to a wish in order, and how many combinations were looked at.
pub(super) fn ways(setup: &Setup, levels: &Levels, wish: RoomWish) -> (Vec<RoomWay>, u32) {
    let (Some(space), Some(camera)) = (Space::of(setup, levels, wish), &setup.camera) else { return (Vec::new(), 0) };
    let (all, looked_at) = search(&space);
    let here = Here { setup, levels, camera, wish, space: &space };
    let mut does: Vec<Candidate> = all.iter().copied().filter(|c| c.class == Class::Does).collect();
    without_dominated(&space, &mut does);
    does.sort_by(|a, b| a.cost.total_cmp(&b.cost));
    let mut mixtures = 0;
    does.retain(|c| {
        mixtures += u32::from(c.changes.count() > 1) as usize;
        c.changes.count() <= 1 || mixtures <= MIXTURES
    });
    // What falls short must at least go the right way.
    let gap_now = wish.gap(Stops::of(space.room)).abs().get();
    let nearer = |c: &&Candidate| c.class != Class::Short || c.missed < gap_now - 0.05;
    let quiet = all.iter().filter(|c| c.class != Class::Does && c.changes.count() == 1).filter(nearer);
    let mut ways: Vec<RoomWay> = does.iter().chain(quiet).filter_map(|c| here.way(c)).collect();
    if ways.iter().all(|w| !w.does || !w.possible) {
        // Nothing works as it stands: the mixture that comes nearest says what is missing.
        ways.extend(all.iter().filter(|c| c.changes.count() > 1).min_by(|a, b| rank(a).total_cmp(&rank(b))).and_then(|c| here.way(c)));
    }
    // Past sync without high-speed sync a part of the frame is black, lamps on or off, lights near or far.
    let black = camera.is_past_sync(camera.exposure.shutter) && !all_pulse(setup);
    if matches!(wish, RoomWish::Remove(_)) && !black && !does.iter().any(|c| c.changes.count() == 0) {
        ways.extend(here.lamps_off());
        ways.extend(here.nearer());
    }
    ways.sort_by(|a, b| order(a).total_cmp(&order(b)));
    (ways, looked_at)
}

fn rank(c: &Candidate) -> f64 {
    let class = match c.class {
        Class::Does => 0.0,
        Class::NotWithThisKit => 100.0,
        Class::Short => 200.0,
    };
    class + c.missed
}

/// What is in use, then what does the job by what is given up, then what this kit can't, then what falls short by how much.
fn order(way: &RoomWay) -> f64 {
    match (way.in_use, way.does, way.possible) {
        (true, true, _) => -1.0,
        (_, true, true) => way.given_up,
        (_, true, false) => 1000.0 + way.given_up,
        _ => 2000.0 + way.given_up,
    }
}

impl Here<'_> {
    fn way(&self, c: &Candidate) -> Option<RoomWay> {
        let [a, t, i, f] = c.at;
        let shot = self.space.shots.get(t)?;
        let mut set = self.camera.as_set();
        set.aperture = self.space.apertures.get(a)?.set;
        set.shutter = shot.shutter;
        set.iso = self.space.isos.get(i)?.set;
        if c.changes.has(Changes::FILTER) {
            set.filters = Some(self.space.filters.get(f)?.set.clone());
        }
        let mut after = self.after(&set, c.changes.has(Changes::HIGH_SPEED) && !shot.blocked)?;
        let in_use = c.changes.count() == 0;
        if in_use {
            after.entries.clear();
        }
        let rise = Stops::of(c.rise);
        // Where high-speed sync is not to be had, the board can't count its loss.
        let uncounted = if shot.blocked { Stops::of(-shot.flash) } else { Stops::ZERO };
        let lights = self.lights(&mut after, rise, uncounted);
        let mut way = self.finish(&words::name(c.changes, self.camera.exposure, &set), &c.changes.id(), &after, lights, rise);
        way.in_use = in_use;
        way.given_up = c.cost;
        way.settings = words::settings(self.camera, &set, c.changes);
        if in_use {
            way.settings = words::NOTHING.to_owned();
        }
        if shot.blocked {
            way.possible = false;
            way.verdict = Some(catch::NOT_WITH_THIS_KIT.to_owned());
            way.catch = self.space.no_high_speed.as_ref().map_or_else(String::new, catch::no_high_speed);
        } else {
            self.judge(&mut way, c.changes, &set, &after);
        }
        Some(way)
    }
}
