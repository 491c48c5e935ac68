//! The camera’s settings as written.

use ink_lamp_light::scale::FNumber;
use ink_lamp_sitting::camera::Camera;
use serde::Serialize;

/// The camera's settings as written.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CameraShown {
    /// Aperture.
    pub aperture: FNumber,
    /// Shutter time: `1/160`.
    pub shutter: String,
    /// ISO: `100`.
    pub iso: String,
    /// Sync time, where it is known.
    pub sync: Option<String>,
    /// What its filters take: `−3.0`.
    pub filter: Option<String>,
}

pub(super) fn shown(camera: &Camera) -> CameraShown {
    let e = camera.exposure;
    CameraShown {
        aperture: e.aperture.into(),
        shutter: e.shutter.said(),
        iso: e.iso.said(),
        sync: camera.sync.map(|s| s.said()),
        filter: Some(e.filter).filter(|f| !f.is_zero()).map(|f| (-f).shown()),
    }
}
