//! The scale that all lanes stand on.

use ink_lamp_light::{
    ambient,
    meter::Reading,
    scale::{Aperture, FNumber, Reflectance, Stops, grey_code},
};
use ink_lamp_sitting::setup::Setup;
use serde::Serialize;

/// A mid-grey reaches full scale at `log2(1/0.18) = 2.47`; told as 2.5.
const CLIP: Stops = Stops::constant(2.5);
/// Top and bottom of the ladder.
const TOP: Stops = Stops::constant(3.0);
const BOTTOM: Stops = Stops::constant(-6.5);

/// The scale that all lanes stand on.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Ladder {
    /// Top of the drawn scale.
    pub top: Stops,
    /// Bottom of the drawn scale.
    pub bottom: Stops,
    /// A mid-grey clips above this.
    pub clip: Stops,
    /// A mid-grey reads as black below this.
    pub black: Stops,
    /// One for each whole stop, from the top.
    pub rungs: Vec<Rung>,
    /// Grey that a mid-grey becomes, one for each tenth from the top: 8-bit sRGB.
    pub tones: Vec<u8>,
}

/// A whole stop on the ladder.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Rung {
    /// Where it is.
    pub stops: Stops,
    /// As written: `+2`, `0`, `−5`.
    pub shown: String,
    /// What the meter reads there; none before the camera is set.
    pub aperture: Option<FNumber>,
}

/// The tones never change: they are worked out once.
fn tones() -> Vec<u8> {
    static TONES: std::sync::LazyLock<Vec<u8>> = std::sync::LazyLock::new(|| {
        (0..=95).map(|tenth| grey_code(Reflectance::MID_GREY, Stops::of(TOP.get() - f64::from(tenth) / 10.0))).collect()
    });
    TONES.clone()
}

pub(super) fn ladder(setup: &Setup) -> Ladder {
    let at = |stop: i32| {
        let camera = setup.camera.as_ref()?.exposure;
        Aperture::from_av(Reading::av_for(Stops::of(f64::from(stop)), camera)).ok().map(FNumber::from)
    };
    let rungs = (-6..=3)
        .rev()
        .map(|stop| Rung {
            stops: Stops::of(f64::from(stop)),
            shown: format!("{stop:+}").replace("+0", "0").replace('-', "−"),
            aperture: at(stop),
        })
        .collect();
    Ladder { top: TOP, bottom: BOTTOM, clip: CLIP, black: ambient::BLACK, rungs, tones: tones() }
}
