//! What a setup means for shutter, movement, colour, and the frame without flash: the drawings beside the board.

mod color;
mod freeze;
mod no_flash;
mod shutter;

use crate::scene::Scene;
use ink_lamp_light::{refusal::Refusal, shape::Gel, shutter::Clipped};
use ink_lamp_sitting::setup::Setup;
use serde::{Deserialize, Serialize};

pub(crate) use color::mixture;
pub use color::{ColorPlace, ColorStudy, GelAdvice};
pub use freeze::{DurationPoint, FreezeLight, FreezeStudy, MovementOffer};
pub use no_flash::{NoFlashPlace, NoFlashStudy, Patch};
pub use shutter::{HighSpeedPlace, HighSpeedRow, LightAtShutter, PulsePoint, ShutterStudy, SyncFound};

/// What is asked beside the setup itself.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Question {
    /// Clipped test frames, to find the true sync time: at most 20.
    #[serde(default)]
    pub frames: Vec<Clipped>,
    /// Gels of the kit: at most 100.
    #[serde(default)]
    pub gels: Vec<Gel>,
}

/// What a setup means for shutter, movement, colour, and the frame without flash.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Study {
    /// Curtains and pulses.
    pub shutter: ShutterStudy,
    /// Movement.
    pub freeze: FreezeStudy,
    /// Colour.
    pub color: ColorStudy,
    /// The frame without flash.
    pub no_flash: NoFlashStudy,
}

impl Study {
    /// The study of a setup.
    ///
    /// # Errors
    /// Refuses test frames that can't be, with the field.
    pub fn of(setup: &Setup, question: &Question) -> Result<Self, Refusal> {
        if question.gels.len() > 100 {
            return Err(Refusal::new("gels", "At most 100 gels are looked through."));
        }
        let Scene { levels, .. } = Scene::of(setup);
        Ok(Self {
            shutter: shutter::of(setup, &question.frames)?,
            freeze: freeze::of(setup, &levels),
            color: color::of(setup, &levels, &question.gels),
            no_flash: no_flash::of(setup, &levels),
        })
    }
}

/// A short time as photographers say it: `1/320 s`, `0.5 s`.
fn time_words(seconds: f64) -> String {
    if seconds >= 0.3 {
        return format!("{seconds:.1} s");
    }
    let one_over = 1.0 / seconds;
    // Two figures are all that a table of flash durations is good for.
    let step = 10f64.powf(one_over.log10().floor() - 1.0).max(1.0);
    format!("1/{:.0} s", (one_over / step).round() * step)
}
