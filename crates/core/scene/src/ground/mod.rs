//! The ground behind the sitter: what falls on it, how even it is, and what tone it takes.

pub mod elevation;
pub mod target;

use ink_lamp_light::{
    ambient::BLACK,
    field::{DVec3, Front, Outline},
    measure::Meters,
    meter::Amount,
    scale::{Reflectance, Stops},
};
use ink_lamp_sitting::{
    role::Role,
    studio::{GroundKind, GroundTone, Studio},
};
use serde::Serialize;

use crate::stage::{Framed, Placed, Stage};

/// A tone of this many stops is full scale: `log2(1/0.18)`, told as 2.5.
pub const FULL_SCALE: f64 = 2.47;

/// A white ground lies this much over the sitter's exposure (common practice, no source: 0.5 to 1).
const WHITE_OVER: f64 = 0.7;

/// The level in the middle of the ground behind the sitter, of every light that is known, the room's own and what it throws back.
pub fn total(stage: &Stage) -> Option<Amount> {
    let middle = middle(stage)?;
    Some(at(stage, middle, |_| true))
}

/// The light at a point of the ground, of those lights that count.
#[must_use]
pub fn at(stage: &Stage, point: DVec3, counts: impl Fn(&Placed) -> bool) -> Amount {
    let lights = stage.lights.iter().filter(|l| counts(l));
    lights.fold(stage.room_ground.and(stage.returned_amount()), |sum, l| sum.and(stage.amount(l, point, DVec3::Z)))
}

/// The same for many points at once; `back` is what is everywhere.
fn drawn(stage: &Stage, point: DVec3, back: Amount) -> Amount {
    let of = |l: &Placed| l.amount.map_or(Amount::NONE, |a| a.times(stage.drawn_on(l, point, DVec3::Z)));
    stage.lights.iter().fold(back, |sum, l| sum.and(of(l)))
}

/// The middle of what the picture shows of the ground, at the height of the face where that is in it.
pub fn middle(stage: &Stage) -> Option<DVec3> {
    let window = stage.ground_window()?;
    Some(DVec3::new(f64::midpoint(window.left, window.right), stage.face.y.clamp(window.low, window.high), window.z))
}

/// From light to tone.
pub fn tone_of(light: Amount, studio: &Studio) -> Option<Stops> {
    Some(light.level()? + over_grey(studio)?)
}

/// What the ground throws back against a mid-grey.
fn over_grey(studio: &Studio) -> Option<Stops> {
    Some(Stops::of((studio.ground?.reflectance.get() / Reflectance::MID_GREY.get()).log2()))
}

/// What is held against a wish: black all over is as bright as its brightest, white as its darkest, and another tone is that of the middle.
pub fn judged(wish: GroundTone, tone: Option<Stops>, range: Option<[Stops; 2]>) -> Option<Stops> {
    match wish {
        GroundTone::Black => range.map(|r| r[1]).or(tone),
        GroundTone::Grey { .. } => tone,
        GroundTone::White => range.map(|r| r[0]).or(tone),
    }
}

/// Whether a tone, and the light for it, are what is wished.
pub fn is_right(wish: GroundTone, tone: Option<Stops>, range: Option<[Stops; 2]>) -> bool {
    let judged = judged(wish, tone, range);
    match wish {
        GroundTone::Black => judged.is_none_or(|t| t < BLACK),
        GroundTone::Grey { level } => judged.is_some_and(|t| (t - level).tenths().abs() <= 3),
        GroundTone::White => judged.is_some_and(|t| t.get() >= FULL_SCALE - 0.15),
    }
}

/// What the ground's lights are to read together for a wish, incident, in stops.
pub fn wanted(wish: GroundTone, studio: &Studio) -> Option<Stops> {
    let by = over_grey(studio)?;
    match wish {
        GroundTone::Black => None,
        GroundTone::Grey { level } => Some(level - by),
        GroundTone::White => Some(Stops::of((FULL_SCALE - by.get()).max(WHITE_OVER))),
    }
}

/// No tone is told darker, stops.
const DARKEST: f64 = -10.0;

/// The ground's tones over what the picture shows: darkest and brightest. None where nothing falls on it.
#[must_use]
pub fn range(stage: &Stage, window: Framed) -> Option<[Stops; 2]> {
    let (mut low, mut high) = (f64::MAX, f64::MIN);
    let back = stage.room_ground.and(stage.returned_amount());
    for i in 0..20 {
        let point = window.at(f64::from(i % 5) / 4.0, f64::from(i / 5) / 3.0);
        let tone = tone_of(drawn(stage, point, back), &stage.studio).map_or(DARKEST, Stops::get).max(DARKEST);
        (low, high) = (low.min(tone), high.max(tone));
    }
    (high > DARKEST).then(|| [Stops::of(low), Stops::of(high)])
}

/// Where the ground lies in all: where its own light is metered, else in the middle of what the picture shows of it.
pub fn level_on_ground(stage: &Stage) -> Option<Stops> {
    let spot =
        stage.first(Role::Ground).map(|l| l.stood.spot).filter(|spot| stage.studio.ground_z().is_some_and(|z| (spot.z - z).abs() < 1e-6));
    at(stage, spot.or_else(|| middle(stage))?, |_| true).level()
}

/// Paper or cloth that is narrower than the picture.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Narrow {
    /// How wide it is, metres.
    pub paper: Meters,
    /// How wide the picture is there.
    pub picture: Meters,
    /// Its edge shows on the left, and on the right.
    pub shows: [bool; 2],
}

/// How far the picture shows past paper or cloth; nothing where it is wide enough, or is the wall.
#[must_use]
pub fn narrow(stage: &Stage) -> Option<Narrow> {
    let ground = stage.studio.ground.filter(|g| g.kind == GroundKind::Paper)?;
    stage.field?;
    let (window, half) = (stage.picture_at_ground()?, ground.width.get() / 2.0);
    let shows = [window.left < -half, window.right > half];
    if shows == [false, false] {
        return None;
    }
    Some(Narrow { paper: ground.width, picture: Meters::new(window.right - window.left).ok()?, shows })
}

/// What a lit ground throws on the edges of the sitter, as an even front of what is lit of it; none where it is too dark to count.
#[must_use]
pub fn wrap(stage: &Stage, light: Amount) -> Option<Stops> {
    let (ground, tone) = (stage.studio.ground?, tone_of(light, &stage.studio)?);
    if tone.get() < 1.0 {
        return None;
    }
    let outline = Outline::Rectangle { width: ground.width.get().min(2.7), height: 2.4 };
    let front = Front::new(DVec3::new(0.0, 1.2, -ground.behind.get()), DVec3::Z, DVec3::Y, outline);
    light.times(ground.reflectance.get() / std::f64::consts::PI * front.per_luminance(stage.face, DVec3::NEG_Z)).level()
}

/// What the ground comes to: its tone, darkest and brightest over the picture, and whether that is what is wished.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Outcome {
    /// The tone in the middle; none where nothing is known to fall there.
    pub tone: Option<Stops>,
    /// Darkest and brightest.
    pub range: Option<[Stops; 2]>,
    /// What is held against a wish: black all over is as bright as its brightest, white as its darkest, and another tone is that of the middle.
    pub judged: Option<Stops>,
    /// It is as wished.
    pub right: bool,
}

/// What the ground comes to on a stage; none where there is none.
#[must_use]
pub fn outcome(stage: &Stage) -> Option<Outcome> {
    let tone = tone_of(total(stage)?, &stage.studio);
    let range = range(stage, stage.ground_window()?);
    let wish = stage.setup.ground_tone;
    let judged = wish.map_or(tone, |w| judged(w, tone, range));
    Some(Outcome { tone, range, judged, right: wish.is_some_and(|w| is_right(w, tone, range)) })
}
