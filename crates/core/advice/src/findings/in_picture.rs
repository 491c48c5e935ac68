//! A light or its stand in the picture.

use ink_lamp_scene::{
    in_picture,
    stage::{Placed, Stage},
};

use super::Found;

/// A light or its stand is in the picture.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct InPicture {
    /// Whose, in the setup's order.
    pub(crate) light: usize,
    /// The light itself; else its stand.
    pub(crate) front: bool,
}

pub(super) fn of(stage: &Stage, light: &Placed) -> Option<Found> {
    let shows = in_picture::in_picture(stage, light);
    let fact = InPicture { light: light.index, front: shows.front };
    (shows.front || shows.stand).then(|| Found::new(fact, stage.setup.lights[light.index].id.as_str()))
}
