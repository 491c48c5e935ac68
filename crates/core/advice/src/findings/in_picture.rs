//! A light or its stand in the picture.

use ink_lamp_scene::{
    in_picture,
    stage::{Placed, Stage},
};
use ink_lamp_sitting::role::LightId;
use serde::Serialize;

use super::Found;

/// A light or its stand is in the picture.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct InPicture {
    /// Whose.
    pub(crate) light: LightId,
    /// The light itself; else its stand.
    pub(crate) front: bool,
}

pub(super) fn of(stage: &Stage, light: &Placed) -> Option<Found> {
    let shows = in_picture::in_picture(stage, light);
    let id = &stage.setup.lights[light.index].id;
    let fact = InPicture { light: id.clone(), front: shows.front };
    (shows.front || shows.stand).then(|| Found::new(fact, id.as_str()))
}
