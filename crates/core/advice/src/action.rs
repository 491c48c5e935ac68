//! An entry behind a button.

use ink_lamp_light::shutter::FoundSync;
use ink_lamp_sitting::{
    camera::Camera,
    entry::{CameraSet, Entry, LightPut},
    firing::Firing,
    kit::ShutterKind,
    light::Light,
    setup::Setup,
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

/// The entries that write what clipped test frames tell: the camera with its true sync time and its curtains', and the trigger's delay.
pub(crate) fn sync_found(setup: &Setup, camera: &Camera, found: &FoundSync) -> Vec<Entry> {
    let set = camera_with(camera, |set| {
        set.sync = Some(found.sync);
        // Left out, the camera's sheet would stay as it is.
        set.body = camera.body.clone().map(|mut body| {
            body.shutter = ShutterKind::FocalPlane { sync: found.sync, travel: Some(found.travel) };
            body
        });
    });
    vec![set, Entry::Firing(Firing { delay: found.delay, ..setup.firing.clone() })]
}

/// The entry that describes a light with something changed.
pub(crate) fn light_with(light: &Light, change: impl FnOnce(&mut LightPut)) -> Entry {
    let mut put = light.as_put();
    change(&mut put);
    Entry::Light(Box::new(put))
}
