//! A shutter too slow to hold.

use ink_lamp_light::{
    ambient::RoomWish,
    scale::{ShutterTime, Stops},
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::holds::Steadiness;
use serde::Serialize;

use super::Found;
use crate::action::camera_with;

/// The shutter is slow while the room shows.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Slow {
    /// The time.
    pub(crate) at: ShutterTime,
    /// How still camera and sitter are.
    pub(crate) steadiness: Steadiness,
    /// The longest time that this allows.
    pub(crate) longest: ShutterTime,
    /// Where the room lies.
    pub(crate) room: Option<Stops>,
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let camera = scene.setup.camera.as_ref()?;
    let (at, room) = (camera.exposure.shutter, scene.levels.room_level);
    let shows = matches!(scene.setup.room.wish, RoomWish::Keep(_)) || room.is_some_and(|r| r.get() > -4.0);
    let holds = &scene.setup.holds;
    let longest = ShutterTime::from_tv(holds.slowest_tv()).ok()?;
    (at.tv() < longest.tv() - 1e-9 && shows).then(|| {
        let held = camera_with(camera, |s| s.shutter = longest);
        Found::new(Slow { at, steadiness: holds.steadiness, longest, room }, "camera").mend(Some(held))
    })
}
