//! The camera’s settings as written.

use ink_lamp_light::scale::FNumber;
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
