//! What of the lights the camera sees: rims that wrap or do not, lights and stands in the picture, flare, clear height.

use ink_lamp_light::{field::DVec3, measure::Meters};
use ink_lamp_sitting::{
    role::{LightId, Role},
    studio::point::round_from,
};
use serde::Serialize;

use super::stage::{Placed, SHOULDER, Stage};

/// A rim reaches this far round past what is lit, degrees, through hair and cloth: it makes a small head at 3.5 to 4.5 m behind wrap and
/// one at 1.5 m not, which is common practice without a source.
const GRAZING: f64 = 12.0;
/// From how far the edge is seen, metres: usual for a portrait.
const USUAL_CAMERA: f64 = 2.0;
/// Farther round than this it comes from behind, degrees.
const FROM_BEHIND: f64 = 100.0;
/// Clear height that a modifier's top needs under a ceiling, metres (a judgement).
const CLEAR: f64 = 0.05;

/// A light from behind.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RimShown {
    /// Which.
    pub light: LightId,
    /// Whether its light comes round the edge to where the camera sees it.
    pub wraps: bool,
    /// Whether the sitter hides all of it from the lens.
    pub hidden: bool,
    /// Whether it shines into the lens.
    pub flare: bool,
    /// All of that in words.
    pub words: String,
}

/// What of a light is in the picture.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) struct InPicture {
    pub(crate) front: bool,
    pub(crate) stand: bool,
}

pub(crate) fn in_picture(stage: &Stage, light: &Placed) -> InPicture {
    let shows = |p: DVec3| stage.in_picture(p) && !stage.is_hidden(p) && stage.studio.ground_z().is_none_or(|z| p.z > z);
    let front = &light.stood.own;
    // Its outline, not its middle alone: an edge is enough.
    let edge = front.edge();
    let head = shows(front.at) || edge.iter().any(|p| shows(*p));
    // What hangs on a boom over the sitter has its stand elsewhere.
    let on_stand = light.role != Role::Hair && !is_overhead(stage, light);
    let foot = DVec3::new(front.at.x, 0.0, front.at.z);
    let stand = on_stand && (0..=24).any(|i| shows(foot.lerp(front.at, f64::from(i) / 24.0)));
    InPicture { front: head, stand }
}

/// What can stand between the camera and a light.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Hides {
    /// The sitter.
    Sitter,
    /// A panel.
    Panel,
}

/// What stands between the camera and a light's front: light from the camera does not reach it. Walls are left out of account, which throw
/// some of it on.
pub(crate) fn hidden_from_camera(stage: &Stage, light: &Placed) -> Option<Hides> {
    let head = light.stood.own.at;
    if stage.is_hidden(head) {
        Some(Hides::Sitter)
    } else if stage.studio.panels.iter().any(|p| p.blocks(stage.camera, head)) {
        Some(Hides::Panel)
    } else {
        None
    }
}

pub(crate) fn is_overhead(stage: &Stage, light: &Placed) -> bool {
    let at = light.stood.own.at - stage.face;
    at.y > 0.3 && at.x.hypot(at.z) < 0.7
}

/// How far the top of a light is under the ceiling, metres; negative where it does not fit.
pub(crate) fn clear_height(stage: &Stage, light: &Placed) -> Option<f64> {
    let ceiling = stage.studio.walls?.ceiling.get();
    let top = light.stood.own.edge().iter().map(|p| p.y).fold(f64::MIN, f64::max);
    Some(ceiling - top)
}

/// The clear height that is too little, told.
pub(crate) fn too_high(stage: &Stage, light: &Placed) -> Option<String> {
    let clear = clear_height(stage, light).filter(|c| *c < CLEAR)?;
    let name = &stage.setup.lights[light.index].name();
    let ceiling = stage.studio.walls?.ceiling.told(stage.setup.length);
    Some(format!("{name} does not fit under the ceiling of {ceiling}: lower it by {:.0} cm.", ((CLEAR - clear) * 100.0).ceil()))
}

/// A light that comes from behind the sitter; none for others.
pub(crate) fn rim(stage: &Stage, light: &Placed) -> Option<RimShown> {
    let front = &light.stood.emitter.front;
    let out = front.at - stage.face;
    let round = round_from(out, stage.camera - stage.face).abs();
    if round < FROM_BEHIND || light.role == Role::Ground {
        return None;
    }
    let level = out.x.hypot(out.z);
    // Shoulders as a cylinder: from a light at d the lit part ends acos(r/d) from it, and so does the camera's part.
    let ends = |d: f64| (SHOULDER / d.max(SHOULDER)).acos().to_degrees();
    let edge = ends(level) + ends(USUAL_CAMERA) - round;
    let wraps = edge > -GRAZING;
    let outline = front.edge();
    let hidden = stage.field.is_some() && outline.iter().all(|p| stage.is_hidden(*p) || !stage.in_picture(*p)) && stage.is_hidden(front.at);
    let to_lens = stage.camera - front.at;
    let looks =
        to_lens.normalize_or(DVec3::Z).dot(front.axis) > 0.1 && stage.share(light, stage.camera, -to_lens.normalize_or(DVec3::Z)) > 1e-3;
    let ahead = stage.seen(front.at).z > 0.0;
    let flare = looks && ahead && !stage.is_hidden(front.at) && stage.studio.passes(front, stage.camera) > 0.0;
    let seen = in_picture(stage, light);
    let away = Meters::new(level).map_or_else(|_| format!("{level:.2} m"), |d| d.told(stage.setup.length));
    let mut words = vec![if wraps && edge >= 0.0 {
        format!("{away} behind: an edge of about {edge:.0}° wraps into the picture.")
    } else if wraps {
        format!("{away} behind: it wraps as a thin edge, through hair and cloth.")
    } else {
        format!("{away} behind: it lights only the back and does not wrap. Move it farther behind, 3.5 to 4.5 m, or out to the side.")
    }];
    if hidden {
        words.push("The sitter hides it from the lens.".to_owned());
    }
    if seen.front {
        words.push("It stands in the picture.".to_owned());
    } else if seen.stand {
        words.push("Its stand is in the picture.".to_owned());
    }
    if flare {
        words.push("It shines into the lens: turn it away, or put a dark panel between.".to_owned());
    }
    Some(RimShown { light: stage.setup.lights[light.index].id.clone(), wraps, hidden, flare, words: words.join(" ") })
}
