//! Stops, and the scales that photographers count them on.
//!
//! `Av = 2·log2 N`, `Tv = −log2 t`, `Sv = log2(S/3.125)`; exposure is additive: `EV = Av + Tv` at the set ISO.
//! A printed marking (f/5.6, 1/60, ISO 125) stands for an exact power of two: never compute with the printed number.
//! Source: the APEX system and the meter equations of ISO 2720, from memory; the arithmetic is closed form.

mod aperture;
mod curve;
mod ev;
mod fnumber;
mod iso;
mod notation;
mod series;
mod setting;
mod shutter_time;
mod step;
mod stops;
mod tone;

pub use aperture::Aperture;
pub use curve::{FEWEST as FEWEST_OF_CURVE, MOST as MOST_OF_CURVE, ToneCurve, TonePoint};
pub use ev::{
    DOME_C, Ev, Ev100, FLAT_C, IncidentConstant, Luminance, LuminousExposure, Lux, REFLECTED_K, ReflectedConstant, camera_equation,
    implied_reflectance,
};
pub use fnumber::{FNumber, fnumber};
pub use iso::Iso;
pub use notation::MeterDisplay;
pub use series::Series;
pub use shutter_time::ShutterTime;
pub use step::{Step, fine_step, step_of_camera};
#[cfg(feature = "schema")]
pub use step::{schema_of_camera, schema_of_fine};
pub use stops::Stops;
pub use tone::{Reflectance, black_from, grey_code, grey_linear, grey_srgb, level_of_code, linear_of_code_limit};
