//! A shutter too slow to hold.

use ink_lamp_light::{
    ambient::RoomWish,
    scale::{ShutterTime, Stops},
};
use ink_lamp_scene::scene::Scene;
use serde::Serialize;

use super::Found;
use crate::action::camera_with;

/// Slower than this is not held by hand, and a sitter who moves draws a ghost (common practice, no source): 1/60 s.
const SLOWEST_TV: f64 = 6.0;

/// The shutter is slow while the room shows.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Slow {
    /// The time.
    pub(crate) at: ShutterTime,
    /// Where the room lies.
    pub(crate) room: Option<Stops>,
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let camera = scene.setup.camera.as_ref()?;
    let (at, room) = (camera.exposure.shutter, scene.levels.room_level);
    let shows = matches!(scene.setup.room.wish, RoomWish::Keep(_)) || room.is_some_and(|r| r.get() > -4.0);
    (at.tv() < SLOWEST_TV - 1e-9 && shows).then(|| {
        let held = ShutterTime::from_tv(SLOWEST_TV).ok().map(|t| camera_with(camera, |s| s.shutter = t));
        Found::new(Slow { at, room }, "camera").mend(held)
    })
}
