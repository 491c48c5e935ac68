//! One front's light on a pose and on the ground behind it, for a radiance of 1: what changes when a light is moved, and stays when its power is turned.

mod back;
mod mirrored;
mod refine;

use glam::Vec3;
use rayon::prelude::*;

pub use back::{place, places};
pub use refine::Refined;

use crate::{
    kernel::{Batch, Beam, Points, Rays, Samples, lattice, onto_disc},
    pose::Pose,
    set::{Back, Front, Screen, read},
    subject::Subject,
    tree::Tree,
    view::{Held, View},
};

/// Pixels of the ground that share a place where its light is worked out.
pub const CELL: usize = 6;

/// How carefully light is worked out.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Care {
    /// While the head is turned or the camera moved, so that all of it is to be done anew.
    Turning,
    /// While a hand moves something.
    Moving,
    /// Once it rests: borders of shadows by rays.
    Rest,
}

/// One front's light, for a radiance of 1.
#[derive(Debug)]
pub struct Lit {
    /// What it was worked out for.
    pub front: Front,
    /// How carefully.
    pub care: Care,
    /// What arrives at each corner of the pose: ∫ cos·cos/d²·dA, m²/m².
    pub arrives: Vec<f32>,
    /// What each corner mirrors to the lens.
    pub mirrors: Vec<f32>,
    /// What arrives by way of the sitter's own surface.
    pub bounced: Vec<f32>,
    /// What each place on an eye mirrors of it.
    pub catches: Vec<f32>,
    /// What arrives at each place of the ground.
    pub ground: Vec<f32>,
    /// What differs at fragments in the border of a shadow.
    pub refined: Vec<Refined>,
}

/// What light is worked out on.
#[derive(Debug, Clone, Copy)]
pub struct Stand<'a> {
    /// The sitter.
    pub subject: &'a Subject,
    /// How it is held.
    pub held: &'a Held,
    /// What is seen of it.
    pub pose: &'a Pose,
    /// The view, in the studio.
    pub view: &'a View,
    /// The ground.
    pub back: &'a Back,
    /// What stands in the way.
    pub screens: &'a [Screen],
}

impl Front {
    /// Points of it by shares of its half width and height, −1 to 1.
    fn spot(&self, u: f32, v: f32) -> Vec3 {
        let (u, v) = if self.round { onto_disc(u, v) } else { (u, v) };
        self.at + self.across * u + self.along * v
    }

    /// Spread evenly over it.
    fn spread(&self, count: usize) -> Vec<Vec3> {
        lattice(count).into_iter().map(|(u, v)| self.spot(u, v)).collect()
    }

    /// As the loops take it, in the head's frame: in so many parts that most are seen or hidden as a whole.
    fn batch(&self, held: &Held, care: Care) -> Batch {
        let at = held.inside(self.at);
        let size = (self.across.length_squared() + self.along.length_squared()).sqrt();
        // Smaller parts near the head, and where a beam or a grid lets out less to each side; while a hand moves it, no more than four, and one while all moves.
        let (most, wide) = match care {
            Care::Turning => (1, 0.30),
            Care::Moving => (2, 0.30),
            Care::Rest => (4, if self.beam.is_empty() { 0.30 } else { 0.12 }),
        };
        let parts = ((size / at.length().max(0.3) / wide).ceil() as usize).clamp(1, most);
        let part = |i: usize, j: usize| {
            let place = |u: f32, v: f32| {
                let scale = 1.0 / parts as f32;
                let at = |k: usize, w: f32| (k as f32 * 2.0 + 1.0 + w) * scale - 1.0;
                held.inside(self.spot(at(i, u), at(j, v)))
            };
            let middle = place(0.0, 0.0);
            let ends = [(-1.0, -1.0), (1.0, -1.0), (-1.0, 1.0), (1.0, 1.0), (0.0, -1.0), (0.0, 1.0), (-1.0, 0.0), (1.0, 0.0)];
            let radius = ends.iter().map(|(u, v)| place(*u, *v).distance(middle)).fold(0.0, f32::max);
            // Parts beside each other are sampled crosswise, so that their errors don't line up.
            let points: Vec<Vec3> =
                lattice(8).into_iter().map(|(u, v)| if (i + j).is_multiple_of(2) { place(u, v) } else { place(v, u) }).collect();
            Samples { middle, radius, area: self.area / (parts * parts) as f32, points: Points::of(&points) }
        };
        let parts = (0..parts * parts).map(|k| part(k % parts, k / parts)).collect();
        Batch { at, axis: held.turned(self.axis), parts, beam: self.beam.clone() }
    }
}

impl Screen {
    /// Whether it stands between two points.
    #[must_use]
    pub fn is_between(&self, from: Vec3, to: Vec3) -> bool {
        let (a, b) = ((from - self.at).dot(self.axis), (to - self.at).dot(self.axis));
        if a * b >= 0.0 {
            return false;
        }
        let hit = from + (to - from) * (a / (a - b)) - self.at;
        hit.dot(self.across).abs() <= self.across.length_squared() && hit.dot(self.along).abs() <= self.along.length_squared()
    }
}

/// The share of a front that no screen hides from a point.
fn passes(screens: &[Screen], spots: &[Vec3], point: Vec3) -> f32 {
    let clear = spots.iter().filter(|s| !screens.iter().any(|screen| screen.is_between(**s, point))).count();
    clear as f32 / spots.len() as f32
}

/// Screens that a front’s light can meet: not the one that it leaves from.
#[must_use]
pub fn in_the_way(screens: &[Screen], front: &Front) -> Vec<Screen> {
    screens.iter().filter(|s| s.at.distance(front.at) > 1e-3).copied().collect()
}

/// What a place gives of its light by each of the points that stand for a front: `each` m² of it a point, `axis` where it emits. Point, normal, spots and axis
/// are in one frame.
struct Gives<'a> {
    front: &'a Front,
    axis: Vec3,
    spots: &'a [Vec3],
    each: f32,
}

impl<'a> Gives<'a> {
    fn of(front: &'a Front, axis: Vec3, spots: &'a [Vec3]) -> Self {
        Self { front, axis, spots, each: front.area / spots.len() as f32 }
    }

    /// ∫ cos·cos/d²·dA of one spot at a point.
    fn one(&self, spot: Vec3, point: Vec3, normal: Vec3) -> f32 {
        let to = spot - point;
        let (before, z, square) = (-to.dot(self.axis), normal.dot(to), to.length_squared());
        if before <= 0.0 || z <= 0.0 {
            return 0.0;
        }
        let let_out = read(&self.front.beam, (1.0 - before * before / square).max(0.0).sqrt());
        self.each * before * z / (square * square) * let_out
    }

    /// All of it that the sitter does not stand before: rays start at `origin`, both in the head's frame.
    fn past(&self, tree: &Tree, point: Vec3, normal: Vec3, origin: Vec3) -> f32 {
        self.past_in_parts(tree, point, normal, origin).0
    }

    /// The same; and whether some of it is hidden and some is not.
    fn past_in_parts(&self, tree: &Tree, point: Vec3, normal: Vec3, origin: Vec3) -> (f32, bool) {
        let beam = Beam { origin, horizon: Vec3::ZERO, reach: 0.999, roots: &[0] };
        let (mut sum, mut hidden) = (0.0, false);
        for eight in self.spots.chunks(8) {
            let gives: [f32; 8] = std::array::from_fn(|k| eight.get(k).map_or(0.0, |spot| self.one(*spot, point, normal)));
            if gives.iter().any(|g| *g > 0.0) {
                let hit = beam.meets(tree, &Rays::of(eight.iter().map(|s| *s - origin)));
                for (k, g) in gives.iter().enumerate() {
                    if hit >> k & 1 == 0 {
                        sum += g;
                    } else {
                        hidden |= *g > 0.0;
                    }
                }
            }
        }
        (sum, hidden && sum > 0.0)
    }
}

/// A front's light at places of the studio that are not the sitter's, for a radiance of 1, with the sitter's shadow by rays.
pub struct Struck<'a> {
    front: &'a Front,
    axis: Vec3,
    inside: Vec<Vec3>,
    spots: Vec<Vec3>,
    screens: Vec<Screen>,
}

impl<'a> Struck<'a> {
    /// With what its light can meet.
    #[must_use]
    pub fn of(stand: &Stand, front: &'a Front, screens: Vec<Screen>, care: Care) -> Self {
        let count = match care {
            Care::Turning => 8,
            Care::Moving => 16,
            Care::Rest if front.beam.is_empty() => 64,
            // Far to the side only the edge of a front behind a grid is seen.
            Care::Rest => 256,
        };
        let inside = front.spread(count).into_iter().map(|s| stand.held.inside(s)).collect();
        Self { front, axis: stand.held.turned(front.axis), inside, spots: front.spread(9), screens }
    }

    /// ∫ cos·cos/d²·dA at a place with a normal, both in the studio.
    #[must_use]
    pub fn at(&self, stand: &Stand, point: Vec3, normal: Vec3) -> f32 {
        let at = stand.held.inside(point);
        let light = Gives::of(self.front, self.axis, &self.inside).past(&stand.subject.tree, at, stand.held.turned(normal), at);
        if light <= 0.0 || self.screens.is_empty() { light } else { light * passes(&self.screens, &self.spots, point) }
    }
}

/// So many corners are worked on together.
const CHUNK: usize = 1024;

impl Lit {
    /// One front's light on what stands there.
    #[must_use]
    pub fn of(stand: &Stand, front: &Front, care: Care) -> Self {
        let (pose, seen) = (stand.pose, &stand.subject.seen);
        let batch = front.batch(stand.held, care);
        let (mut arrives, mut mirrors) = (vec![0f32; pose.corners.len()], vec![0f32; pose.corners.len()]);
        let screens = in_the_way(stand.screens, front);
        let spots = front.spread(9);
        arrives.par_chunks_mut(CHUNK).zip(mirrors.par_chunks_mut(CHUNK)).enumerate().for_each(|(c, (arrives, mirrors))| {
            pose.surface.light(&seen.maps, &batch, c * CHUNK, arrives, mirrors);
            if screens.is_empty() {
                return;
            }
            for (k, (a, m)) in arrives.iter_mut().zip(mirrors).enumerate().filter(|(_, (a, _))| **a > 0.0) {
                let by = passes(&screens, &spots, stand.held.outside(pose.surface.at[c * CHUNK + k]));
                *a *= by;
                *m *= by;
            }
        });
        let bounced = bounced(pose, &arrives);
        let refined =
            if care == Care::Rest && stand.subject.shadows { refine::refined(stand, front, &screens, &arrives) } else { Vec::new() };
        let catches = mirrored::mirrored(stand, front, &screens);
        let ground = back::light(stand, front, screens, care);
        Self { front: front.clone(), care, arrives, mirrors, bounced, catches, ground, refined }
    }
}

/// What arrives by way of the sitter's own surface: each part throws back what its two corners get.
fn bounced(pose: &Pose, arrives: &[f32]) -> Vec<f32> {
    let mut throws = [0f32; 256];
    for (throw, ([a, b], reflects)) in throws.iter_mut().zip(&pose.parts) {
        *throw = 0.5 * (arrives[*a as usize] + arrives[*b as usize]) * reflects / 255.0;
    }
    pose.links.par_iter().with_min_len(2048).map(|links| links.iter().map(|l| throws[l.part as usize] * f32::from(l.share)).sum()).collect()
}
