//! Curtains over time with the pulses in them, what goes black, what high-speed sync costs, and the true sync time from test frames.

mod found;
mod high_speed;
mod light;

use ink_lamp_light::{
    measure::Seconds,
    refusal::Refusal,
    shutter::{Clipped, seconds_of},
};
use ink_lamp_scene::shutter::Opening;
use ink_lamp_sitting::setup::Setup;
use serde::Serialize;

pub use found::SyncFound;
pub use high_speed::{HighSpeedPlace, HighSpeedRow};
pub use light::{LightAtShutter, PulsePoint};

use crate::words::studies::shutter as words;

/// Curtains and pulses.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ShutterStudy {
    /// What must be known before there is a drawing.
    pub missing: Option<String>,
    /// What comes of it, in a sentence.
    pub title: String,
    /// The camera, its shutter and sync: `Loft 35, focal plane, sync 1/200`.
    pub camera: String,
    /// A leaf shutter opens the whole frame at once.
    pub leaf: bool,
    /// Exposure time in milliseconds.
    pub open_ms: f64,
    /// The same as marked.
    pub shutter: String,
    /// Time that a curtain takes, milliseconds; 0 for a leaf.
    pub travel_ms: f64,
    /// When the flash fires, milliseconds from the first curtain's start.
    pub flash_ms: f64,
    /// End of the drawn time, milliseconds.
    pub end_ms: f64,
    /// For how long the whole frame is open, milliseconds.
    pub whole_ms: f64,
    /// Share of the frame that goes black, 0 to 1.
    pub black: f64,
    /// The same in words.
    pub black_words: String,
    /// One for each light whose unit is known.
    pub lights: Vec<LightAtShutter>,
    /// The light whose tail is lost most over the frame, where that is to be seen.
    pub worst: Option<String>,
    /// Where high-speed sync must be on.
    pub places: Vec<HighSpeedPlace>,
    /// Whether the shutter is past sync, so that it is needed.
    pub past_sync: bool,
    /// What it costs by shutter time. Empty where the camera has none.
    pub table: Vec<HighSpeedRow>,
    /// What a change of the shutter asks of the flash under high-speed sync.
    pub together: Option<String>,
    /// What clipped test frames tell, where some were given.
    pub found: Option<SyncFound>,
}

pub(super) fn of(setup: &Setup, frames: &[Clipped]) -> Result<ShutterStudy, Refusal> {
    let Some(camera) = setup.camera.as_ref().filter(|c| seconds_of(c.exposure.shutter).is_some()) else {
        return Ok(empty(words::NO_CAMERA));
    };
    let found = found::found(setup, camera, frames)?;
    let Some(opening) = Opening::of(setup, camera) else { return Ok(ShutterStudy { found, ..empty(words::NO_CURTAINS) }) };
    let end = (opening.travel.map_or(0.0, Seconds::get) + opening.open.get()).max(opening.flash() + 0.002) * 1.08;
    let lights: Vec<LightAtShutter> =
        setup.lights.iter().filter(|l| l.unit.is_some()).map(|l| light::light(setup, &opening, l, end)).collect();
    Ok(ShutterStudy {
        missing: None,
        title: words::title(setup, camera, &opening),
        camera: words::camera(camera),
        leaf: opening.leaf,
        open_ms: opening.open.get() * 1000.0,
        shutter: camera.exposure.shutter.said(),
        travel_ms: opening.travel.map_or(0.0, Seconds::get) * 1000.0,
        flash_ms: opening.flash() * 1000.0,
        end_ms: end * 1000.0,
        whole_ms: opening.whole() * 1000.0,
        black: opening.black,
        black_words: words::black(opening.black),
        worst: light::worst(&lights, opening.black).map(|l| l.id.clone()),
        lights,
        places: high_speed::places(setup, camera),
        past_sync: camera.is_past_sync(camera.exposure.shutter),
        table: opening.travel.map_or_else(Vec::new, |travel| high_speed::table(setup, camera, travel)),
        together: opening.travel.and_then(|travel| high_speed::together(setup, camera, travel)),
        found,
    })
}

fn empty(missing: &str) -> ShutterStudy {
    ShutterStudy {
        missing: Some(missing.to_owned()),
        title: words::UNKNOWN.to_owned(),
        camera: String::new(),
        leaf: false,
        open_ms: 0.0,
        shutter: String::new(),
        travel_ms: 0.0,
        flash_ms: 0.0,
        end_ms: 0.0,
        whole_ms: 0.0,
        black: 0.0,
        black_words: String::new(),
        lights: Vec::new(),
        worst: None,
        places: Vec::new(),
        past_sync: false,
        table: Vec::new(),
        together: None,
        found: None,
    }
}
