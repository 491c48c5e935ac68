//! All sources together, on the corners of a pose and on the ground.

use glam::{Vec3, Vec3A, Vec4};
use rayon::prelude::*;

use crate::{
    lit::{CELL, Lit, places},
    pose::{Grain, Pose, surface::luminance},
    set::{Back, Source},
    subject::Subject,
    view::{Held, View},
};

/// A source with what it sends.
#[derive(Debug, Clone)]
pub struct Weighted<'a> {
    /// Its light, for a radiance of 1.
    pub lit: &'a Lit,
    /// What it sends, in each colour.
    pub sends: Vec3,
    /// What the room throws back of it.
    pub returns: Vec3,
    /// What of it passes the shutter, from the edge where the second curtain starts.
    pub over: &'a [f32],
    /// Where it is, in the head's frame.
    pub at: Vec3,
}

impl<'a> Weighted<'a> {
    /// A source's light with its strength.
    #[must_use]
    pub fn of(lit: &'a Lit, source: &'a Source, held: &Held) -> Self {
        Self { lit, sends: source.sends, returns: source.returns, over: &source.over, at: held.inside(lit.front.at) }
    }
}

/// All light together: told against a mid-grey, 1 on the exposure.
#[derive(Debug, Clone, Default)]
pub struct Sums {
    /// On each corner of the pose, in each colour.
    pub even: Vec<Vec4>,
    /// What each corner mirrors, in each colour.
    pub sheen: Vec<Vec4>,
    /// What is to be added at each fragment; empty where nothing is.
    pub refined: Vec<Vec4>,
    /// What each place of the ground shows.
    pub ground: Vec<Vec3>,
}

/// Corners that are worked on together.
const CHUNK: usize = 2048;
/// How much of each colour spreads under the skin at each pass: red farthest (a judgement, by eye).
const SPREAD: [Vec4; 3] = [Vec4::new(0.80, 0.26, 0.09, 0.0), Vec4::new(0.80, 0.10, 0.0, 0.0), Vec4::new(0.70, 0.0, 0.0, 0.0)];

impl Sums {
    /// Sources with their strengths; `everywhere` falls on everything.
    #[must_use]
    pub fn of(pose: &Pose, subject: &Subject, weighted: &[&Weighted], everywhere: Vec3) -> Self {
        let count = pose.corners.len();
        let (mut even, mut sheen) = (vec![Vec4::ZERO; count], vec![Vec4::ZERO; count]);
        let skin = subject.sitter.colours.skin;
        // What is thrown from skin to skin has its colour; how much of it is in the parts already.
        let tint = if pose.grain == Grain::None { Vec3::ONE } else { skin / luminance(skin) };
        let all = everywhere.extend(0.0);
        even.par_chunks_mut(CHUNK).zip(sheen.par_chunks_mut(CHUNK)).enumerate().for_each(|(c, (even, sheen))| {
            let range = c * CHUNK..c * CHUNK + even.len();
            let (open, mirrors) = (&pose.open[range.clone()], &pose.surface.mirrors[range.clone()]);
            for (((e, s), open), mirrors) in even.iter_mut().zip(sheen.iter_mut()).zip(open).zip(mirrors) {
                *e = all * *open;
                *s = all * (open * mirrors * std::f32::consts::FRAC_1_PI);
            }
            for w in weighted {
                let (by, bounced) = (w.sends.extend(0.0), (w.sends * tint).extend(0.0));
                let (a, m, b) = (&w.lit.arrives[range.clone()], &w.lit.mirrors[range.clone()], &w.lit.bounced[range.clone()]);
                for ((((e, s), a), m), b) in even.iter_mut().zip(sheen.iter_mut()).zip(a).zip(m).zip(b) {
                    *e += by * *a + bounced * *b;
                    *s += by * *m;
                }
            }
        });
        if pose.grain != Grain::None {
            even = spread(pose, even);
        }
        let mut refined = Vec::new();
        for w in weighted.iter().filter(|w| !w.lit.refined.is_empty()) {
            refined.resize(pose.fragments.len(), Vec4::ZERO);
            for r in &w.lit.refined {
                refined[r.fragment as usize] += w.sends.extend(0.0) * r.more;
            }
        }
        Self { even, sheen, refined, ground: Vec::new() }
    }

    /// The same with what the ground shows; `everywhere` falls on all of it.
    #[must_use]
    pub fn with_ground(mut self, view: &View, back: &Back, weighted: &[&Weighted], everywhere: Vec3) -> Self {
        let (across, down) = places(view);
        self.ground = vec![everywhere * back.reflects; across * down];
        for w in weighted {
            for (sum, light) in self.ground.iter_mut().zip(&w.lit.ground) {
                *sum += w.sends * (*light * back.reflects);
            }
        }
        if back.half.is_finite() {
            for (k, sum) in self.ground.iter_mut().enumerate() {
                let beside = crate::lit::place(view, back, k % across, k / across).is_none_or(|p| p.x.abs() > back.half);
                if beside {
                    *sum = Vec3::ZERO;
                }
            }
        }
        blur(&mut self.ground, across, back.blur * view.scale() / CELL as f32);
        self
    }

    /// What the ground shows along a row of pixels, place by place.
    #[must_use]
    pub fn ground_line(&self, view: &View, y: usize) -> Vec<Vec3A> {
        let across = places(view).0;
        let (from, over) = (y / CELL * across, ((y % CELL) as f32 + 0.5) / CELL as f32);
        let (above, below) = (&self.ground[from..from + across], &self.ground[from + across..from + 2 * across]);
        above.iter().zip(below).map(|(a, b)| Vec3A::from(*a).lerp(Vec3A::from(*b), over)).collect()
    }
}

/// Light that spreads under the skin.
fn spread(pose: &Pose, even: Vec<Vec4>) -> Vec<Vec4> {
    let (beside, from, by) = &pose.spread;
    let (mut before, mut after) = (even, vec![Vec4::ZERO; pose.corners.len()]);
    for share in SPREAD {
        after.par_chunks_mut(CHUNK).enumerate().for_each(|(c, after)| {
            let range = c * CHUNK..c * CHUNK + after.len();
            let ends = from[range.start..=range.end].windows(2);
            for (((e, own), ends), by) in after.iter_mut().zip(&before[range.clone()]).zip(ends).zip(&by[range]) {
                *e = *own;
                let around = &beside[ends[0] as usize..ends[1] as usize];
                if !around.is_empty() {
                    let mean = around.iter().map(|j| before[*j as usize]).sum::<Vec4>() / around.len() as f32;
                    *e += (mean - *own) * (share * *by);
                }
            }
        });
        std::mem::swap(&mut before, &mut after);
    }
    before
}

/// Twice a box of a diameter in cells, across and down: near enough to a disc out of focus.
fn blur(values: &mut [Vec3], across: usize, diameter: f32) {
    let half = (diameter * 0.35).round() as usize;
    if half == 0 || across == 0 {
        return;
    }
    let down = values.len() / across;
    for (count, length, step, along) in
        [(down, across, across, 1), (across, down, 1, across), (down, across, across, 1), (across, down, 1, across)]
    {
        let before = values.to_vec();
        for line in 0..count {
            let start = line * step;
            for k in 0..length {
                let (a, b) = (k.saturating_sub(half), (k + half).min(length - 1));
                let sum: Vec3 = (a..=b).map(|j| before[start + j * along]).sum();
                values[start + k * along] = sum / (b - a + 1) as f32;
            }
        }
    }
}
