//! The room’s own light and the key from two sides.

use ink_lamp_light::{
    ambient::{BLACK, RoomWish},
    field::DVec3,
};
use ink_lamp_scene::{room_side::room_from, scene::Scene};
use ink_lamp_sitting::{
    entry::{Entry, LightPlaced},
    role::{LightId, Role},
    studio::{LightPlace, Point},
};
use serde::Serialize;

use super::Found;

/// The key comes from the side that the room's own light does not.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct KeyAgainstRoom {
    /// The key.
    pub(crate) light: LightId,
    /// It comes from camera left, the room's light from camera right; else the other way round.
    pub(crate) key_left: bool,
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let (setup, stage) = (scene.setup, &scene.stage);
    let shows = matches!(setup.room.wish, RoomWish::Keep(_)) || scene.levels.room_level.is_some_and(|l| l >= BLACK);
    let (key, room) = (stage.first(Role::Key)?, room_from(stage).filter(|_| shows)?);
    let x = key.stood.emitter.front.at.x;
    if room.abs() < 0.3 || x.abs() < 0.25 || room * x > 0.0 {
        return None;
    }
    let light = &setup.lights[key.index];
    let mirrored = |p: Point| Point::near(p.vector() * DVec3::new(-1.0, 1.0, 1.0));
    let moved = light.place.map(|p| {
        let place = LightPlace { at: mirrored(p.at), aim: p.aim.map(mirrored), ..p };
        Entry::Placed(LightPlaced { light: light.id.clone(), place: Some(place), around: None })
    });
    Some(Found::new(KeyAgainstRoom { light: light.id.clone(), key_left: x < 0.0 }, light.id.as_str()).mend(moved))
}
