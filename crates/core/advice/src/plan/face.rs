//! What keys and fills do to face and eyes, as it is shown.

use ink_lamp_scene::{
    eyes::{Eye, InEye},
    face::{NoseShadow, OnFace, Pattern},
    stage::Stage,
};
use ink_lamp_sitting::role::{LightId, Role};
use serde::Serialize;

use crate::words::plan::face as words;

/// A light in one eye.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CatchShown {
    /// Which light.
    pub light: LightId,
    /// Its role.
    pub role: Role,
    /// To the picture's right of the iris's middle, millimetres.
    pub x: f64,
    /// Up, millimetres.
    pub y: f64,
    /// How wide it is, millimetres.
    pub width: f64,
    /// Whether it is seen.
    pub seen: bool,
    /// `10 o'clock, 3.1 mm`, or why it is missing.
    pub words: String,
}

/// An eye, as it stands in the picture.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct EyeShown {
    /// `left in the picture`.
    pub which: String,
    /// The lights in it.
    pub lights: Vec<CatchShown>,
}

/// What one light does to the face.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FaceLight {
    /// Which.
    pub light: LightId,
    /// Its pattern.
    pub pattern: Pattern,
    /// `Loop, 4° from Rembrandt`; short or broad where the face is turned.
    pub words: String,
    /// Where the nose's shadow goes; none where none falls on the face.
    pub nose: Option<NoseShadow>,
    /// Width of the shadow's edge on the cheek, millimetres.
    pub penumbra: f64,
    /// `soft: the nose's shadow has an edge of 24 mm`.
    pub softness: String,
    /// From the near to the far side of the face: `0.2 stop over the face`.
    pub falloff: String,
    /// Across the group, where there is one.
    pub group: Option<String>,
    /// The brows keep it from the eyes.
    pub dark_sockets: bool,
}

pub(super) fn face_light(stage: &Stage, on: &OnFace) -> FaceLight {
    FaceLight {
        light: stage.setup.lights[on.index].id.clone(),
        pattern: on.pattern,
        words: words::pattern(on),
        nose: on.nose,
        penumbra: (on.penumbra * 10.0).round() / 10.0,
        softness: words::softness(on.penumbra),
        falloff: words::falloff(on.across_face, "over the face"),
        group: on.across_group.map(|by| words::falloff(by, "across the group")),
        dark_sockets: on.dark_sockets,
    }
}

pub(super) fn eye(stage: &Stage, eye: &Eye) -> EyeShown {
    EyeShown { which: words::which(eye).to_owned(), lights: eye.lights.iter().map(|l| catch_light(stage, l)).collect() }
}

fn catch_light(stage: &Stage, light: &InEye) -> CatchShown {
    let of = &stage.setup.lights[light.index];
    let tenths = |m: f64| (m * 10_000.0).round() / 10.0;
    CatchShown {
        light: of.id.clone(),
        role: of.role,
        x: tenths(light.x),
        y: tenths(light.y),
        width: (light.width * 10.0).round() / 10.0,
        seen: light.missing.is_none(),
        words: words::catch_light(light),
    }
}
