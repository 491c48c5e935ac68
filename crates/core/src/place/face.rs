//! What a light does to the face: pattern, softness, fall-off, eye sockets, catch-lights.
//!
//! The face is a model: an ellipse 14 cm wide and 18 cm deep, a nose that stands out 25 mm, brows that stand 12 mm before and 20 mm above
//! the eyes, which are 64 mm apart (usual sizes, from memory). Where the nose's shadow reaches the cheek's own shadow follows from it;
//! the other borders between patterns are common practice without a source.

use ink_lamp_light::{
    field::{DVec3, Outline},
    scale::Stops,
    sight::{self, CatchLight},
};
use ink_lamp_sitting::{
    role::{LightId, Role},
    studio::point::rise,
};
use serde::Serialize;

use super::stage::{Placed, Stage};
use crate::words::capitalised;

const HALF_WIDTH: f64 = 0.07;
const DEPTH: f64 = 0.09;
const NOSE: f64 = 0.025;
/// Brow over eye: how steep light may fall before the socket goes dark.
const BROW: f64 = 0.020 / 0.012;
const EYE: f64 = 0.032;
/// How far the bridge of the nose stands before the eyes.
const BRIDGE: f64 = 0.012;
/// Borders between patterns, degrees round from where the face looks (common practice, no source).
const BUTTERFLY: f64 = 12.0;
const SPLIT: f64 = 70.0;
const BEHIND: f64 = 105.0;
/// Over this it comes from overhead, degrees; below this from below.
const OVERHEAD: f64 = 68.0;
const BELOW: f64 = -8.0;
/// A bare head is about this wide, metres (a judgement).
const BARE: f64 = 0.12;

/// A pattern of light on the face.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Pattern {
    /// From beside the lens: hardly a shadow.
    Flat,
    /// The nose's shadow lies under it.
    Butterfly,
    /// It lies small, to the side and down.
    Loop,
    /// It joins the cheek's shadow and leaves a triangle of light under the far eye.
    Rembrandt,
    /// Half the face is lit.
    Split,
    /// It comes from behind and draws an edge.
    Rim,
    /// It comes from straight above.
    Overhead,
    /// It comes from below.
    Below,
}

impl Pattern {
    /// As it is said.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Self::Flat => "flat",
            Self::Butterfly => "butterfly",
            Self::Loop => "loop",
            Self::Rembrandt => "Rembrandt",
            Self::Split => "split",
            Self::Rim => "rim",
            Self::Overhead => "overhead",
            Self::Below => "from below",
        }
    }
}

/// A shadow's way on the face, millimetres in the picture.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NoseShadow {
    /// To the picture's right.
    pub x: f64,
    /// Up.
    pub y: f64,
    /// Whether it runs into the cheek's own shadow.
    pub joined: bool,
}

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

/// The face's own frame: right in the picture where it looks at the camera, up, and where it looks.
pub(super) struct Frame {
    right: DVec3,
    up: DVec3,
    ahead: DVec3,
}

impl Frame {
    pub(super) fn of(stage: &Stage) -> Self {
        let sitter = stage.studio.sitter;
        let level = sitter.facing.direction();
        let chin = f64::from(sitter.chin).to_radians();
        let ahead = level * chin.cos() + DVec3::Y * chin.sin();
        let right = DVec3::Y.cross(level);
        Self { right, up: ahead.cross(right), ahead }
    }

    fn inside(&self, out: DVec3) -> DVec3 {
        DVec3::new(out.dot(self.right), out.dot(self.up), out.dot(self.ahead))
    }
}

/// Whether the nose's shadow joins the cheek's, light coming from this many degrees round: the ray past the tip of the nose misses the
/// far cheek, or meets it where it turned away from the light already.
fn joins(degrees: f64) -> bool {
    let (sin, cos) = degrees.abs().to_radians().sin_cos();
    // |(−t·sin/b, (c + p − t·cos)/c)| = 1
    let (a, b, c) = (
        (sin / HALF_WIDTH).powi(2) + (cos / DEPTH).powi(2),
        2.0 * cos * (DEPTH + NOSE) / DEPTH.powi(2),
        ((DEPTH + NOSE) / DEPTH).powi(2) - 1.0,
    );
    let root = b * b - 4.0 * a * c;
    if root < 0.0 {
        return true;
    }
    let t = (b - root.sqrt()) / (2.0 * a);
    let (x, z) = (t * sin, DEPTH + NOSE - t * cos);
    // The cheek there, seen from the light: its normal (−x/b², z/c²).
    -x / HALF_WIDTH.powi(2) * sin + z / DEPTH.powi(2) * cos <= 0.0
}

/// Where a loop becomes a Rembrandt, degrees.
pub(super) fn joining() -> f64 {
    static AT: std::sync::LazyLock<f64> = std::sync::LazyLock::new(|| {
        let (mut apart, mut joined) = (BUTTERFLY, SPLIT);
        for _ in 0..40 {
            let middle = f64::midpoint(apart, joined);
            if joins(middle) { joined = middle } else { apart = middle }
        }
        joined
    });
    *AT
}

fn pattern(round: f64, up: f64) -> (Pattern, Option<(Pattern, f64)>) {
    let side = round.abs();
    if side >= BEHIND && up < OVERHEAD {
        return (Pattern::Rim, Some((Pattern::Split, side - BEHIND)));
    }
    if up >= OVERHEAD {
        return (Pattern::Overhead, None);
    }
    if up <= BELOW {
        return (Pattern::Below, None);
    }
    let first = if up < 10.0 { Pattern::Flat } else { Pattern::Butterfly };
    let bands = [(BUTTERFLY, first), (joining(), Pattern::Loop), (SPLIT, Pattern::Rembrandt), (BEHIND, Pattern::Split)];
    let at = bands.iter().position(|(end, _)| side < *end).unwrap_or(bands.len() - 1);
    let next = bands.get(at + 1).map_or(Pattern::Rim, |b| b.1);
    let over = (next, bands[at].0 - side);
    let under = (at > 0).then(|| (bands[at - 1].1, side - bands[at - 1].0));
    (bands[at].1, Some(under.filter(|u| u.1 < over.1).unwrap_or(over)))
}

/// Where light comes from, from the face: degrees round from where it looks, degrees up, and the direction in its frame.
fn direction(stage: &Stage, frame: &Frame, light: &Placed) -> (f64, f64, DVec3) {
    let out = frame.inside((light.stood.emitter.front.at - stage.face).normalize_or(DVec3::Z));
    (out.x.atan2(out.z).to_degrees(), rise(out), out)
}

/// The brows keep light from this direction out of the eyes.
fn shaded(out: DVec3) -> bool {
    out.y > 0.0 && out.y > BROW * out.z.max(0.0) && (out.z > 0.0 || rise(out) >= OVERHEAD)
}

pub(super) fn face_light(stage: &Stage, frame: &Frame, light: &Placed) -> FaceLight {
    let (round, up, out) = direction(stage, frame, light);
    let (kind, near) = pattern(round, up);
    let mut words = capitalised(kind.words());
    let turned = f64::from(stage.studio.sitter.facing);
    if turned.abs() >= 10.0 && matches!(kind, Pattern::Loop | Pattern::Rembrandt | Pattern::Split) {
        // The face turns toward its far, narrow side.
        words.push_str(if (round >= 0.0) == (turned >= 0.0) { ", short" } else { ", broad" });
    }
    if let Some((next, by)) = near.filter(|(_, by)| *by < 15.0) {
        words.push_str(&format!(", {:.0}° from {}", by.max(1.0), next.words()));
    }
    let nose = (out.z > 0.1).then(|| NoseShadow {
        x: (-out.x / out.z * NOSE * 1000.0 * 10.0).round() / 10.0,
        y: (-out.y / out.z * NOSE * 1000.0 * 10.0).round() / 10.0,
        joined: round.abs() >= joining(),
    });
    let front = &light.stood.emitter.front;
    let distance = front.at.distance(stage.face);
    let toward = (stage.face - front.at).normalize_or(front.axis).dot(front.axis).abs();
    let size = match front.outline {
        Outline::Point => BARE,
        _ => (front.area() * toward.max(0.1)).sqrt() * if matches!(front.outline, Outline::Disc { .. }) { 1.128 } else { 1.0 },
    };
    let to_cheek = (NOSE / out.z.max(0.3)).min(0.08);
    let penumbra = sight::penumbra(size, (distance - to_cheek).max(0.05), to_cheek) * 1000.0;
    let degree = match penumbra {
        p if p < 4.0 => "hard",
        p if p < 10.0 => "firm",
        _ => "soft",
    };
    let between = |a: DVec3, b: DVec3| {
        let (a, b) = (stage.facing(light, a), stage.facing(light, b));
        Stops::from_factor(a / b).filter(|_| a > 0.0 && b > 0.0).map(Stops::abs)
    };
    let side = |s: f64| stage.face + frame.right * (s * HALF_WIDTH) - frame.ahead * (DEPTH / 2.0);
    let told = |by: Option<Stops>, over: &str| by.map_or_else(|| format!("out of its beam {over}"), |by| format!("{} {over}", by.size()));
    FaceLight {
        light: stage.setup.lights[light.index].id.clone(),
        pattern: kind,
        words,
        nose,
        penumbra: (penumbra * 10.0).round() / 10.0,
        softness: format!("{degree}: the nose's shadow has an edge of {penumbra:.0} mm"),
        falloff: told(between(side(-1.0), side(1.0)), "over the face"),
        group: stage.studio.sitter.group.map(|g| {
            let at = |s: f64| stage.face + DVec3::X * (s * g.get() / 2.0);
            told(between(at(-1.0), at(1.0)), "across the group")
        }),
        dark_sockets: shaded(out),
    }
}

/// Both eyes with the lights from the front in them.
pub(super) fn eyes(stage: &Stage, frame: &Frame) -> Vec<EyeShown> {
    let camera = frame.inside((stage.camera - stage.face).normalize_or(DVec3::Z));
    let camera_round = camera.x.atan2(camera.z).to_degrees();
    [-1.0, 1.0]
        .into_iter()
        // The bridge of the nose hides the far eye of a face that is turned away.
        .filter(|side| camera.z > 0.0 && (camera_round * side > -60.0))
        .map(|side| {
            let eye = stage.face + frame.right * (side * EYE);
            let lights = stage
                .lights
                .iter()
                .filter(|l| matches!(l.role, Role::Key | Role::Fill))
                .map(|light| catch_light(stage, frame, light, eye, side))
                .collect();
            EyeShown { which: format!("{} in the picture", if side < 0.0 { "left" } else { "right" }), lights }
        })
        .collect()
}

fn catch_light(stage: &Stage, frame: &Frame, light: &Placed, eye: DVec3, side: f64) -> CatchShown {
    let front = &light.stood.emitter.front;
    let at = CatchLight::of(eye, stage.camera, front.at, sight::CORNEA, DVec3::Y);
    let out = frame.inside((front.at - eye).normalize_or(DVec3::Z));
    // From the other side the bridge of the nose stands between.
    let bridge = out.x * side < 0.0 && EYE * out.z < BRIDGE * out.x.abs();
    let away = (eye - front.at).dot(front.axis) <= 0.0;
    let missing = if shaded(out) {
        Some("missing: under the brow")
    } else if bridge {
        Some("missing: behind the nose")
    } else if away || out.z <= 0.0 {
        Some("missing: it looks elsewhere")
    } else if !at.is_seen() {
        Some("missing: beside the iris")
    } else {
        None
    };
    let size = if front.outline == Outline::Point { BARE } else { front.largest() };
    let width = sight::image_width(size, front.at.distance(eye), sight::CORNEA) * 1000.0;
    let clock = match at.clock().round() {
        0.0 => 12.0,
        c => c,
    };
    let tenths = |m: f64| (m * 10_000.0).round() / 10.0;
    CatchShown {
        light: stage.setup.lights[light.index].id.clone(),
        role: light.role,
        x: tenths(at.x),
        y: tenths(at.y),
        width: (width * 10.0).round() / 10.0,
        seen: missing.is_none(),
        words: missing.map_or_else(|| format!("{clock:.0} o’clock, {width:.1} mm"), str::to_owned),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn patterns_follow_each_other_round_the_face() {
        let names: Vec<&str> = [0.0, 30.0, 50.0, 85.0, 150.0].map(|round| pattern(round, 30.0).0.words()).to_vec();
        assert_eq!(names, ["butterfly", "loop", "Rembrandt", "split", "rim"]);
        assert_eq!(pattern(5.0, 3.0).0, Pattern::Flat);
        assert_eq!(pattern(20.0, 80.0).0, Pattern::Overhead);
        assert_eq!(pattern(20.0, -30.0).0, Pattern::Below);
    }

    /// Common practice has a Rembrandt begin at about 45 degrees round.
    #[test]
    fn the_shadows_join_at_about_45_degrees() {
        assert!((joining() - 45.0).abs() < 3.0, "{}", joining());
        assert!(!joins(30.0) && joins(60.0));
        let (near, by) = pattern(40.0, 35.0).1.unwrap();
        assert!(near == Pattern::Rembrandt && (by - (joining() - 40.0)).abs() < 1e-9);
    }
}
