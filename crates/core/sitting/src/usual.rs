//! What one begins with, where nothing was said: collected for whoever asks; each stands with what it belongs to.

use ink_lamp_light::{
    measure::{Extent, Millimetres},
    meter::Exposure,
    ratio::{RatioSpec, RatioTarget},
    scale::Stops,
    shutter::Delay,
    strobe::Unit,
};
use serde::Serialize;

use crate::{
    holds::Holds,
    movement::{Blur, Movement},
    schools::Schools,
    studio::GroundTone,
    supplies::Supplies,
};

/// What one begins with, where nothing was said.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Usual {
    /// The camera.
    pub exposure: Exposure,
    /// A light's unit, until it is said which it is.
    pub strobe: Unit,
    /// The ratio.
    pub ratio: RatioSpec,
    /// A grey ground, stops from a mid-grey that is exposed right.
    pub grey: Stops,
    /// The ways of working.
    pub schools: Schools,
    /// The mains.
    pub supplies: Supplies,
    /// What must hold.
    pub holds: Holds,
    /// A movement that is to be frozen.
    pub movement: UsualMovement,
}

/// What counts of a movement where it is left out.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct UsualMovement {
    /// How much blur is allowed on the subject.
    pub blur: Blur,
    /// How far from its top a jump is caught.
    pub late: Delay,
    /// How far something has fallen.
    pub fallen: Extent,
    /// How wide the moving thing is along its way.
    pub width: Millimetres,
}

impl Default for Usual {
    fn default() -> Self {
        Self {
            exposure: Exposure::USUAL,
            strobe: Unit::any(),
            ratio: RatioTarget::USUAL.into(),
            grey: GroundTone::USUAL_GREY,
            schools: Schools::default(),
            supplies: Supplies::default(),
            holds: Holds::default(),
            movement: UsualMovement {
                blur: Movement::USUAL_BLUR,
                late: Movement::USUALLY_LATE,
                fallen: Movement::USUAL_FALL,
                width: Movement::USUAL_WIDTH,
            },
        }
    }
}
