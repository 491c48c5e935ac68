//! The scenes that are held against a path tracer: six patterns of light, and fronts with beams and grids.

use glam::Vec3;
use ink_lamp_light::field::Emitter;
use ink_lamp_picture::{
    pose::{Grain, Part, Pose},
    set::Set,
    subject::Subject,
    view::View,
};

use crate::studio::{disc, emitter, lamp, rectangle, set, source};

/// Pixels across and down.
pub const SIZE: (usize, usize) = (480, 600);

/// The patterns, each with its one light.
pub fn patterns() -> Vec<(&'static str, Emitter)> {
    let even = |front| emitter(front, 1.0, None);
    vec![
        ("loop", even(lamp(42.0, 35.0, 1.5, rectangle(0.9, 1.2)))),
        ("loop-small", even(lamp(42.0, 35.0, 1.5, disc(0.18)))),
        ("rembrandt", even(lamp(55.0, 40.0, 1.5, disc(0.5)))),
        ("butterfly", even(lamp(0.0, 42.0, 1.4, disc(0.55)))),
        ("split", even(lamp(90.0, 8.0, 1.5, disc(0.5)))),
        ("rim", even(lamp(145.0, 25.0, 1.6, rectangle(0.3, 1.2)))),
        // A box behind a honeycomb, and a dish that throws its light forward through one.
        ("grid", emitter(lamp(42.0, 35.0, 1.5, rectangle(0.6, 0.9)), 1.0, Some(40.0))),
        ("dish", emitter(lamp(-50.0, 30.0, 1.4, disc(0.42)), 2.5, Some(30.0))),
    ]
}

/// What a pixel shows.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Kind {
    Skin,
    Hair,
    Garment,
    Ground,
}

impl Kind {
    pub const ALL: [(Self, &'static str); 4] =
        [(Self::Skin, "skin"), (Self::Hair, "hair"), (Self::Garment, "garment"), (Self::Ground, "ground")];

    pub fn name(self) -> &'static str {
        Self::ALL.iter().find(|(k, _)| *k == self).map_or("", |(_, name)| name)
    }
}

/// A set of one light before a white wall; and the view of it.
pub fn scene(emitter: &Emitter) -> (Set, View) {
    let mut set = set(vec![source(emitter, 0.0)]);
    set.back.reflects = 1.0;
    let view = set.view(SIZE.0, SIZE.1).0;
    (set, view)
}

/// Which pixels show one thing all over, and what.
pub fn kinds(subject: &Subject, set: &Set, view: &View) -> Vec<Option<Kind>> {
    let held = set.held(&subject.sitter);
    let pose = Pose::of(subject, &view.held(&held), Grain::None);
    let mesh = &subject.sitter.mesh;
    let mut kinds: Vec<Option<Kind>> = pose.ground.iter().map(|g| (*g == 1.0).then_some(Kind::Ground)).collect();
    for f in pose.fragments.iter().filter(|f| f.cover == 1.0) {
        let corners = f.corners.map(|i| pose.corners[i as usize] as usize);
        let kind = |i: usize| match mesh.part[i] {
            Part::Hair | Part::Cap => Some(Kind::Hair),
            Part::Skin if mesh.garment[i] < 0.0 => Some(Kind::Garment),
            Part::Skin if mesh.hair[i] < 0.0 => Some(Kind::Hair),
            Part::Skin => Some(Kind::Skin),
            Part::Eye | Part::Mouth => None,
        };
        let [a, b, c] = corners.map(kind);
        kinds[f.pixel as usize] = a.filter(|_| a == b && a == c);
    }
    // Not beside an edge: there a pixel's own grid decides.
    let edge = |k: usize| {
        let (x, y) = (k % view.width, k / view.width);
        let beside = [
            (x > 0).then(|| k - 1),
            (x + 1 < view.width).then(|| k + 1),
            (y > 0).then(|| k - view.width),
            (y + 1 < view.height).then(|| k + view.width),
        ];
        beside
            .into_iter()
            .any(|b| b.is_none_or(|b| kinds[b].is_none() || (kinds[b] == Some(Kind::Ground)) != (kinds[k] == Some(Kind::Ground))))
    };
    (0..kinds.len()).map(|k| kinds[k].filter(|_| !edge(k))).collect()
}

/// Where the mesh lies in the studio.
pub fn placed(subject: &Subject, set: &Set) -> Vec<Vec3> {
    let held = set.held(&subject.sitter);
    subject.sitter.mesh.at.iter().map(|p| held.outside(*p)).collect()
}
