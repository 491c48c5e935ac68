//! An entry behind a button.

use ink_lamp_sitting::{
    camera::Camera,
    entry::{CameraSet, Entry, LightPut},
    light::Light,
};
use serde::Serialize;

/// What to press once the move is done.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Action {
    /// The word on the button: `Dialled`.
    pub label: String,
    /// What it logs.
    pub entry: Entry,
}

/// The entry that sets a camera with something changed.
pub(crate) fn camera_with(camera: &Camera, change: impl FnOnce(&mut CameraSet)) -> Entry {
    let mut set = camera.as_set();
    change(&mut set);
    Entry::Camera(set)
}

/// The entry that describes a light with something changed.
pub(crate) fn light_with(light: &Light, change: impl FnOnce(&mut LightPut)) -> Entry {
    let mut put = light.as_put();
    change(&mut put);
    Entry::Light(Box::new(put))
}
