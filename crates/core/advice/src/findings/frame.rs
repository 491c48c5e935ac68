//! What the last frame's own file says, against the camera as it is set here.

use ink_lamp_light::{measure::Millimetres, meter::Exposure};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::entry::{Entry, FrameSaid};
use serde::Serialize;

use super::Found;
use crate::action::camera_with;

/// Focal lengths that differ by less than this share are the same: zooms round what they say (common practice, no source).
const SAME_FOCAL: f64 = 0.03;

/// The last frame was shot otherwise than the camera is set here.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Frame {
    /// Which frame of the look.
    pub(crate) frame: u32,
    /// As its file says.
    pub(crate) shot: Exposure,
    /// As the camera is set here.
    pub(crate) set: Exposure,
    /// The focal length of the frame and the one that is set here, where they differ.
    pub(crate) focal: Option<Focals>,
}

/// Two focal lengths that differ.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct Focals {
    /// As the file says.
    pub(crate) shot: Millimetres,
    /// As it is set here.
    pub(crate) set: Millimetres,
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let (camera, last) = (scene.setup.camera.as_ref()?, scene.setup.shots.last()?);
    let (set, shot) = (camera.exposure, last.as_shot.over(camera.exposure));
    let differ = |f: &Focals| (f.shot.get() / f.set.get() - 1.0).abs() > SAME_FOCAL;
    let focal = last.as_shot.focal.zip(camera.focal).map(|(shot, set)| Focals { shot, set }).filter(differ);
    // Markings are the same where they stand for the same place.
    let off = |a: f64, b: f64| (a - b).abs() > 1e-6;
    let differs =
        off(shot.aperture.av(), set.aperture.av()) || off(shot.shutter.tv(), set.shutter.tv()) || off(shot.iso.sv(), set.iso.sv());
    ((differs || focal.is_some()) && !last.meant).then(|| {
        let as_shot = camera_with(camera, |s| {
            (s.aperture, s.shutter, s.iso) = (shot.aperture, shot.shutter, shot.iso);
            s.focal = focal.map_or(s.focal, |focal| Some(focal.shot));
        });
        let meant = FrameSaid { picture: last.picture, lit: None, meant: true };
        let fact = Frame { frame: last.frame, shot, set, focal };
        Found::new(fact, "camera").mend(Some(as_shot)).or_else(Entry::FrameSaid(meant))
    })
}
