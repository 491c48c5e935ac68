//! What a setup means for shutter, movement, colour, and the frame without flash: the drawings beside the board.

mod color;
mod freeze;
mod gel;
mod no_flash;
mod shutter;

use ink_lamp_light::{list::up_to, refusal::Refusal, shape::Gel, shutter::Clipped, strobe::Unit};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::setup::Setup;
use serde::{Deserialize, Serialize};

pub use color::{ColorPlace, ColorStudy};
pub use freeze::{DurationPoint, FreezeLight, FreezeStudy, MovementOffer};
pub use gel::GelAdvice;
pub use no_flash::{NoFlashPlace, NoFlashStudy, Patch};
pub use shutter::{HighSpeedPlace, HighSpeedRow, LightAtShutter, PulsePoint, ShutterStudy, SyncFound};

/// What is asked beside the setup itself.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StudyQuestion {
    /// Clipped test frames, to find the true sync time: at most 20.
    #[serde(default, deserialize_with = "up_to::<_, _, 20>")]
    #[cfg_attr(feature = "schema", schema(max_items = 20))]
    pub frames: Vec<Clipped>,
    /// Gels of the kit: at most 100.
    #[serde(default, deserialize_with = "up_to::<_, _, 100>")]
    #[cfg_attr(feature = "schema", schema(max_items = 100))]
    pub gels: Vec<Gel>,
    /// Units of the kit: at most 100.
    #[serde(default, deserialize_with = "up_to::<_, _, 100>")]
    #[cfg_attr(feature = "schema", schema(max_items = 100))]
    pub units: Vec<Unit>,
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
    pub fn of(setup: &Setup, question: &StudyQuestion) -> Result<Self, Refusal> {
        let scene = Scene::of(setup);
        Ok(Self {
            shutter: shutter::of(setup, &question.frames)?,
            freeze: freeze::of(&scene, &question.units),
            color: color::of(&scene, &question.gels),
            no_flash: no_flash::of(&scene),
        })
    }
}
