//! Lights from behind: whether they wrap round the edge to where the camera sees it, and whether they shine into the lens.

use ink_lamp_light::field::DVec3;
use ink_lamp_sitting::{
    role::{LightId, Role},
    studio::point::round_from,
};
use serde::Serialize;

use crate::{
    in_picture::{InPicture, in_picture},
    sitter::{self, SHOULDER},
    stage::{Placed, Stage},
};

/// A rim reaches this far round past what is lit, degrees, through hair and cloth: it makes a small head at 3.5 to 4.5 m behind wrap and
/// one at 1.5 m not, which is common practice without a source.
const GRAZING: f64 = 12.0;
/// From how far the edge is seen, metres: usual for a portrait.
const USUAL_CAMERA: f64 = 2.0;
/// Farther round than this it comes from behind, degrees.
const FROM_BEHIND: f64 = 100.0;

/// A light from behind.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Rim {
    /// Which light.
    pub light: LightId,
    /// How far it stands from the sitter along the floor, metres.
    pub away: f64,
    /// How wide an edge it lights in the picture, degrees; negative where the light ends before it.
    pub edge: f64,
    /// Whether its light comes round the edge to where the camera sees it.
    pub wraps: bool,
    /// Whether the sitter hides all of it from the lens.
    pub hidden: bool,
    /// Whether it shines into the lens.
    pub flare: bool,
    /// What of it is in the picture.
    pub seen: InPicture,
}

/// A light that comes from behind the sitter; none for others.
#[must_use]
pub fn rim(stage: &Stage, light: &Placed) -> Option<Rim> {
    let front = &light.stood.emitter.front;
    let out = front.at - stage.face;
    let round = round_from(out, stage.camera - stage.face).abs();
    if round < FROM_BEHIND || light.role == Role::Ground {
        return None;
    }
    let away = out.x.hypot(out.z);
    // Shoulders as a cylinder: from a light at d the lit part ends acos(r/d) from it, and so does the camera's part.
    let ends = |d: f64| (SHOULDER / d.max(SHOULDER)).acos().to_degrees();
    let edge = ends(away) + ends(USUAL_CAMERA) - round;
    let outline = front.edge();
    let hidden = stage.field.is_some()
        && outline.iter().all(|p| sitter::hides(stage, *p) || !stage.in_picture(*p))
        && sitter::hides(stage, front.at);
    let to_lens = stage.camera - front.at;
    let looks =
        to_lens.normalize_or(DVec3::Z).dot(front.axis) > 0.1 && stage.share(light, stage.camera, -to_lens.normalize_or(DVec3::Z)) > 1e-3;
    let ahead = stage.seen(front.at).z > 0.0;
    let flare = looks && ahead && !sitter::hides(stage, front.at) && stage.studio.passes(front, stage.camera) > 0.0;
    let id = stage.setup.lights[light.index].id.clone();
    Some(Rim { light: id, away, edge, wraps: edge > -GRAZING, hidden, flare, seen: in_picture(stage, light) })
}
