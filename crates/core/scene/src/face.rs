//! What a light does to the face: pattern, softness, fall-off, eye sockets.
//!
//! The face is the [sitter's](crate::sitter): level with the eyes an ellipse as wide and as deep as the head. Where the nose's shadow reaches
//! the cheek's own shadow follows from it; the other borders between patterns are common practice without a source.

use ink_lamp_light::{
    field::{DVec3, Outline},
    scale::Stops,
    sight,
};
use ink_lamp_sitting::{role::Role, studio::point::rise};
use serde::Serialize;

use crate::{
    sitter::{BROW, DEPTH, HALF_WIDTH, Head, NOSE},
    stage::{Placed, Stage},
};

/// Borders between patterns, degrees round from where the face looks (common practice, no source).
const BUTTERFLY: f64 = 12.0;
const SPLIT: f64 = 70.0;
const BEHIND: f64 = 105.0;
/// Over this it comes from overhead, degrees; below this from below.
const OVERHEAD: f64 = 68.0;
const BELOW: f64 = -8.0;
/// A bare head is about this wide, metres (a judgement).
pub const BARE: f64 = 0.12;

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
    /// As it is called.
    #[must_use]
    pub const fn name(self) -> &'static str {
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
#[must_use]
pub fn joining() -> f64 {
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

/// The pattern of light from a direction, with the nearest other one and how many degrees are left to it.
#[must_use]
pub fn pattern(round: f64, up: f64) -> (Pattern, Option<(Pattern, f64)>) {
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
#[must_use]
pub fn direction(stage: &Stage, head: &Head, light: &Placed) -> (f64, f64, DVec3) {
    let out = head.inside((light.stood.emitter.front.at - stage.face).normalize_or(DVec3::Z));
    (out.x.atan2(out.z).to_degrees(), rise(out), out)
}

/// The brows keep light from this direction out of the eyes.
#[must_use]
pub fn shaded(out: DVec3) -> bool {
    out.y > 0.0 && out.y > BROW * out.z.max(0.0) && (out.z > 0.0 || rise(out) >= OVERHEAD)
}

/// To which side of a turned face a light comes.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum FaceSide {
    /// From the side that the face turns to: it lights the far, narrow side.
    Short,
    /// From the other side: it lights the near, broad one.
    Broad,
}

/// What one light does to the face.
#[derive(Debug, Clone, PartialEq)]
pub struct OnFace {
    /// The light, in the setup's order.
    pub index: usize,
    /// Its pattern.
    pub pattern: Pattern,
    /// The nearest other pattern, and how many degrees are left to it; none where none is near.
    pub near: Option<(Pattern, f64)>,
    /// Short or broad, where the face is turned and the pattern has sides.
    pub side: Option<FaceSide>,
    /// Where the nose's shadow goes; none where none falls on the face.
    pub nose: Option<NoseShadow>,
    /// Width of the shadow's edge on the cheek, millimetres.
    pub penumbra: f64,
    /// From the near to the far side of the face; none where one of them is out of its beam.
    pub across_face: Option<Stops>,
    /// Across the group, where there is one; none inside where an end is out of its beam.
    pub across_group: Option<Option<Stops>>,
    /// The brows keep it from the eyes.
    pub dark_sockets: bool,
}

impl OnFace {
    /// What a light does to the face.
    #[must_use]
    pub fn of(stage: &Stage, head: &Head, light: &Placed) -> Self {
        let (round, up, out) = direction(stage, head, light);
        let (kind, near) = pattern(round, up);
        let turned = f64::from(stage.studio.sitter.facing);
        let has_sides = turned.abs() >= 10.0 && matches!(kind, Pattern::Loop | Pattern::Rembrandt | Pattern::Split);
        // The face turns toward its far, narrow side.
        let side = has_sides.then_some(if (round >= 0.0) == (turned >= 0.0) { FaceSide::Short } else { FaceSide::Broad });
        let nose = (out.z > 0.1).then(|| NoseShadow {
            x: (-out.x / out.z * NOSE * 1000.0 * 10.0).round() / 10.0,
            y: (-out.y / out.z * NOSE * 1000.0 * 10.0).round() / 10.0,
            joined: round.abs() >= joining(),
        });
        let between = |a: DVec3, b: DVec3| {
            let (a, b) = (stage.facing(light, a), stage.facing(light, b));
            Stops::from_factor(a / b).filter(|_| a > 0.0 && b > 0.0).map(Stops::abs)
        };
        let cheek = |s: f64| stage.face + head.right * (s * HALF_WIDTH) - head.ahead * (DEPTH / 2.0);
        Self {
            index: light.index,
            pattern: kind,
            near: near.filter(|(_, by)| *by < 15.0),
            side,
            nose,
            penumbra: penumbra(stage, light, out),
            across_face: between(cheek(-1.0), cheek(1.0)),
            across_group: stage.studio.sitter.group.map(|g| {
                let at = |s: f64| stage.face + DVec3::X * (s * g.get() / 2.0);
                between(at(-1.0), at(1.0))
            }),
            dark_sockets: shaded(out),
        }
    }
}

/// Width of the edge of the nose's shadow on the cheek, millimetres.
fn penumbra(stage: &Stage, light: &Placed, out: DVec3) -> f64 {
    let front = &light.stood.emitter.front;
    let distance = front.at.distance(stage.face);
    let toward = (stage.face - front.at).normalize_or(front.axis).dot(front.axis).abs();
    let size = match front.outline {
        Outline::Point => BARE,
        _ => (front.area() * toward.max(0.1)).sqrt() * if matches!(front.outline, Outline::Disc { .. }) { 1.128 } else { 1.0 },
    };
    let to_cheek = (NOSE / out.z.max(0.3)).min(0.08);
    sight::penumbra(size, (distance - to_cheek).max(0.05), to_cheek) * 1000.0
}

/// What keys and fills do to the face.
#[must_use]
pub fn on_face(stage: &Stage) -> Vec<OnFace> {
    let head = Head::of(stage);
    let lights = stage.lights.iter().filter(|l| matches!(l.role, Role::Key | Role::Fill));
    lights.map(|l| OnFace::of(stage, &head, l)).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn patterns_follow_each_other_round_the_face() {
        let names: Vec<&str> = [0.0, 30.0, 50.0, 85.0, 150.0].map(|round| pattern(round, 30.0).0.name()).to_vec();
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
