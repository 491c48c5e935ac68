//! The camera change that brings the room to its wish.

use ink_lamp_light::{
    ambient::RoomWish,
    lens::SMALLEST_AV,
    meter::Exposure,
    scale::{Aperture, Iso, ShutterTime, Stops},
};
use ink_lamp_sitting::{
    camera::Camera,
    entry::{CameraSet, Entry},
    schools::Follow,
    setup::Setup,
};

use super::{Move, Pick};

/// Longest sync time that every focal-plane shutter here is taken to reach where its own is not known (common practice, no source).
const USUAL_SYNC_TV: f64 = 7.0;

/// The room, and the camera that moves it.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct RoomMove {
    /// Where it lies.
    pub(crate) room: Stops,
    /// The wish.
    pub(crate) wish: RoomWish,
    /// How the camera stands, and how it is to stand.
    pub(crate) from: Exposure,
    /// The same where it is at its end.
    pub(crate) to: Exposure,
    /// Stops that it still lies over the wish then.
    pub(crate) rest: f64,
    /// By how many stops every light must rise.
    pub(crate) lights: f64,
    /// The camera follows the lights, so that only the shutter parts room and lights.
    pub(crate) camera_follows: bool,
}

/// The shutter up to sync first (free), then ISO to 100, then the aperture.
pub(super) fn of(setup: &Setup, camera: &Camera, room: Stops) -> Option<Pick> {
    let wish = setup.room.wish;
    if wish.is_right(room) {
        return None;
    }
    let from = camera.exposure;
    let sync = camera.sync.map_or(USUAL_SYNC_TV, ShutterTime::tv);
    // A removed room must not stay a hair over its line; a kept one goes to the nearest third.
    let thirds = |stops: f64| match wish {
        RoomWish::Remove(_) => (stops * 3.0 - 1e-6).ceil() / 3.0,
        RoomWish::Keep(_) => (stops * 3.0).round() / 3.0,
    };
    let mut to = from;
    let mut rest = wish.gap(room).get();
    let tv = (from.shutter.tv() + thirds(rest)).min(sync.max(from.shutter.tv())).max(-5.0);
    if let Ok(shutter) = ShutterTime::from_tv(tv) {
        rest -= shutter.tv() - from.shutter.tv();
        to.shutter = shutter;
    }
    let by_shutter = rest;
    // A camera that follows the lights opens again what is closed here: ISO and aperture part the room from them only while none is read.
    let camera_follows = setup.schools.follow == Follow::CameraFollows && setup.lights.iter().any(|l| l.reading.is_some());
    if rest > 0.05 && !camera_follows {
        let down = thirds(rest).min(from.iso.stops_over_100().max(0.0));
        if let Ok(iso) = Iso::from_stops_over_100(from.iso.stops_over_100() - down) {
            rest -= down;
            to.iso = iso;
        }
    }
    if rest > 0.05 && !camera_follows {
        let down = thirds(rest).min((SMALLEST_AV - from.aperture.av()).max(0.0));
        if let Ok(aperture) = Aperture::from_av(from.aperture.av() + down) {
            rest -= down;
            to.aperture = aperture;
        }
    }
    let what = RoomMove { room, wish, from, to, rest, lights: by_shutter - rest, camera_follows };
    let set = CameraSet { aperture: to.aperture, shutter: to.shutter, iso: to.iso, ..camera.as_set() };
    let moves = (to.shutter, to.iso, to.aperture) != (from.shutter, from.iso, from.aperture);
    Some(Pick::new("room", Move::Room(what)).with(moves.then_some(Entry::Camera(set))))
}
