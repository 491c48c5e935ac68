//! The camera change that brings the room to its wish: of the ways that the search finds the first that keeps lights and filters as they are.

use ink_lamp_light::{ambient::RoomWish, lens::SMALLEST_AV, meter::Exposure, scale::Stops};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    camera::Camera,
    entry::{CameraSet, Entry},
    schools::Follow,
};

use super::{Move, Pick};
use crate::search::{Candidate, Changes, Class, Space, search};

/// The room, and the camera that moves it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct RoomMove {
    /// Where it lies.
    pub(crate) room: Stops,
    /// The wish.
    pub(crate) wish: RoomWish,
    /// How the camera stands, and how it is to stand.
    pub(crate) from: Exposure,
    /// The same where the camera can do nothing for it.
    pub(crate) to: Exposure,
    /// Stops that it still lies over the wish then; nothing where it is right.
    pub(crate) rest: f64,
    /// By how many stops every light must rise.
    pub(crate) lights: f64,
    /// By how many stops more than the unit that comes to its end first can.
    pub(crate) beyond: f64,
    /// The camera follows the lights, so that only the shutter parts room and lights.
    pub(crate) camera_follows: bool,
}

pub(super) fn of(scene: &Scene, camera: &Camera, room: Stops) -> Option<Pick> {
    let (setup, wish) = (scene.setup, scene.setup.room.wish);
    if wish.is_right(room) {
        return None;
    }
    let from = camera.exposure;
    // A camera that follows the lights opens again what is closed here: ISO and aperture part the room from them only while none is read.
    let camera_follows = setup.schools.follow == Follow::CameraFollows && setup.lights.iter().any(|l| l.reading.is_some());
    let gap = wish.gap(room).get();
    let stays = RoomMove { room, wish, from, to: from, rest: gap, lights: 0.0, beyond: 0.0, camera_follows };
    let what = dials(scene, camera, camera_follows).map_or(stays, |(to, way)| RoomMove {
        to,
        rest: if way.class == Class::Short { wish.gap(Stops::of(way.room)).get() } else { 0.0 },
        lights: way.rise,
        beyond: if way.class == Class::NotWithThisKit { way.missed } else { 0.0 },
        ..stays
    });
    let to = what.to;
    let set = CameraSet { aperture: to.aperture, shutter: to.shutter, iso: to.iso, ..camera.as_set() };
    Some(Pick::new("room", Move::Room(what)).with((to != from).then_some(Entry::Camera(set))))
}

/// The camera's three dials as the first way sets them; none where no way brings the room nearer to its wish.
fn dials(scene: &Scene, camera: &Camera, shutter_only: bool) -> Option<(Exposure, Candidate)> {
    let wish = scene.setup.room.wish;
    let mut space = Space::of(scene.setup, &scene.levels, wish)?;
    space.filters.retain(|f| f.changes == Changes::NONE);
    space.shots.retain(|s| !s.changes.has(Changes::HIGH_SPEED) && !s.blocked);
    // Past that the picture goes soft: that is a choice among the ways, and no advice.
    space.apertures.retain(|a| a.changes == Changes::NONE || a.set.av() <= SMALLEST_AV + 1e-6);
    if shutter_only {
        space.apertures.retain(|a| a.changes == Changes::NONE);
        space.isos.retain(|i| i.changes == Changes::NONE);
    }
    // What leaves the lights alone first: every other one wants a dial turned on each of them.
    let turns = |c: &Candidate| c.class == Class::Does && c.rise.abs() > 0.05;
    let rank = |c: &Candidate| {
        let (class, missed, cost) = c.rank();
        (class, missed, turns(c), cost)
    };
    let ways = search(&space).0.into_iter().filter(|c| c.changes != Changes::NONE);
    let first = ways.min_by(|a, b| rank(a).partial_cmp(&rank(b)).unwrap_or(std::cmp::Ordering::Equal))?;
    let gap = wish.gap(Stops::of(space.room)).abs().get();
    let helps = first.class != Class::Short || first.missed < gap - 0.05;
    let [a, t, i, _] = first.at;
    let (aperture, shutter, iso) = (space.apertures.get(a)?.set, space.shots.get(t)?.shutter, space.isos.get(i)?.set);
    helps.then_some((Exposure { aperture, shutter, iso, ..camera.exposure }, first))
}
