//! The light of one front on many points: what arrives, past what stands between, and what a glossy surface mirrors of it.

use std::f32::consts::{FRAC_1_PI, FRAC_PI_2};

use glam::Vec3;

use super::{
    lanes::{Lanes, soon},
    on_lanes,
};
use crate::map::{self, FULL, SIDE, TEXELS};

/// Points in space, in whole eights.
#[derive(Debug, Clone, Default)]
pub struct Points {
    x: Vec<[f32; 8]>,
    y: Vec<[f32; 8]>,
    z: Vec<[f32; 8]>,
}

impl Points {
    /// Of so many points; what is over eight is left out.
    #[must_use]
    pub fn of(points: &[Vec3]) -> Self {
        let column = |of: fn(&Vec3) -> f32| points.as_chunks::<8>().0.iter().map(|eight| eight.each_ref().map(of)).collect();
        Self { x: column(|p| p.x), y: column(|p| p.y), z: column(|p| p.z) }
    }
}

/// A part of a front, small enough to be seen or hidden as a whole from most points.
#[derive(Debug, Clone)]
pub struct Samples {
    /// Its middle.
    pub middle: Vec3,
    /// From there to its farthest point, metres.
    pub radius: f32,
    /// Its area, m².
    pub area: f32,
    /// Points spread evenly over it.
    pub points: Points,
}

/// A front as the loop takes it.
#[derive(Debug, Clone)]
pub struct Batch {
    /// Its middle.
    pub at: Vec3,
    /// Where it emits.
    pub axis: Vec3,
    /// Its parts.
    pub parts: Vec<Samples>,
    /// What leaves at an angle against a Lambertian front, by the sine of the angle in even steps from 0 to 1; empty for a Lambertian one.
    pub beam: Vec<f32>,
}

/// Points of a surface, as they are lit.
#[derive(Debug, Clone, Default)]
pub struct Surface {
    /// Where they are.
    pub at: Vec<Vec3>,
    /// Where the surface looks.
    pub normal: Vec<Vec3>,
    /// Where the viewer is, a unit vector.
    pub viewer: Vec<Vec3>,
    /// How rough it is: the square of its slope's spread.
    pub rough: Vec<f32>,
    /// What it mirrors straight on, a share; 0 where nothing is to be worked out.
    pub mirrors: Vec<f32>,
    /// Along its hairs; nothing where there are none.
    pub strand: Vec<Vec3>,
    /// Its map.
    pub map: Vec<u32>,
}

impl Surface {
    /// The light of a front on the points from `first` on, for a radiance of 1: what arrives (∫ cos·cos/d²·dA), and what is mirrored to the viewer. The
    /// maps say what is hidden; where there are none, nothing is.
    pub fn light(&self, maps: &[i8], front: &Batch, first: usize, arrives: &mut [f32], mirrored: &mut [f32]) {
        light(self, maps, front, first, arrives, mirrored);
    }
}

on_lanes! {
    fn light / points(surface: &Surface, maps: &[i8], front: &Batch, first: usize, arrives: &mut [f32], mirrored: &mut [f32])
}

/// So many points ahead a map is asked for: the maps are visited in scattered order.
const AHEAD: usize = 6;

#[inline(always)]
fn prefetch(surface: &Surface, maps: &[i8], front: &Batch, i: usize) {
    let Some(map) = surface.map.get(i) else { return };
    let start = *map as usize * TEXELS;
    if front.parts.len() > 1 {
        for line in 0..=TEXELS / 64 {
            soon(maps, start + line * 64);
        }
        return;
    }
    // One small part: only the rows round its direction.
    let (n, to) = (surface.normal[i], front.at - surface.at[i]);
    let z = n.dot(to);
    if z > 0.0 {
        let (t, b) = map::frame(n);
        let (x, y) = (t.dot(to), b.dot(to));
        let row = ((x - y) / (x.abs() + y.abs() + z) * 0.5 + 0.5) * SIDE as f32 - 3.0;
        let row = (row.max(0.0) as usize).min(SIDE - 7);
        for line in 0..4 {
            soon(maps, ((start + row * SIDE) & !63) + line * 64);
        }
    }
}

/// Three numbers, eight times.
#[derive(Clone, Copy)]
struct Way<L>(L, L, L);

impl<L: Lanes> Way<L> {
    #[inline(always)]
    fn all(v: Vec3) -> Self {
        Self(L::all(v.x), L::all(v.y), L::all(v.z))
    }
    #[inline(always)]
    fn dot(self, o: Self) -> L {
        self.0.times_and(o.0, self.1.times_and(o.1, self.2 * o.2))
    }
    #[inline(always)]
    fn times_and(self, by: L, o: Self) -> Self {
        Self(self.0.times_and(by, o.0), self.1.times_and(by, o.1), self.2.times_and(by, o.2))
    }
}

/// How much of eight directions a map shows; `soft` is one over the width of the border.
#[inline(always)]
fn seen<L: Lanes>(map: &[i8], x: L, y: L, z: L, soft: L) -> L {
    let half = L::all(SIDE as f32 * 0.5);
    let (off, last, zero) = (L::all(SIDE as f32 * 0.5 - 0.5), L::all(SIDE as f32 - 1.001), L::all(0.0));
    let scale = half / (x.size() + y.size() + z).most(L::all(1e-12));
    let u = (x + y).times_and(scale, off).most(zero).least(last);
    let v = (x - y).times_and(scale, off).most(zero).least(last);
    let ((iu, fu), (iv, fv)) = (u.split(), v.split());
    let mut at = [0i32; 8];
    let mut k = 0;
    while k < 8 {
        at[k] = iv[k] * SIDE as i32 + iu[k];
        k += 1;
    }
    let (a, b) = L::pairs(map, at);
    let (c, d) = L::pairs(&map[SIDE..], at);
    let (above, below) = ((b - a).times_and(fu, a), (d - c).times_and(fu, c));
    let angle = (below - above).times_and(fv, above) * L::all(FULL / 127.0);
    angle.times_and(soft, L::all(0.5)).most(zero).least(L::all(1.0))
}

/// What a beam lets out at the sines of eight angles.
#[inline(always)]
fn let_out<L: Lanes>(beam: &[f32], sin: L) -> L {
    let last = beam.len().saturating_sub(1) as f32;
    let (at, over) = (sin * L::all(last)).most(L::all(0.0)).least(L::all(last - 0.001)).split();
    let (a, b) = L::neighbours(beam, at);
    (b - a).times_and(over, a)
}

/// What a point mirrors, and to where.
#[derive(Clone, Copy)]
struct Gloss<L> {
    /// Where the viewer is, and how much of that is along the normal.
    eye: Way<L>,
    at_eye: L,
    /// Along its hairs, and how much of the viewer's direction is.
    strand: Option<(Way<L>, L)>,
    rough: L,
    mirrors: L,
}

/// Sheen: GGX, Kelemen's visibility, Schlick's Fresnel, all for half vectors that are not yet of length 1. On hair the sine to the strand stands for most of
/// the cosine to the normal: the highlight runs across the strands.
///
/// Sources: the three as published, from memory; the share of the strand is a judgement.
#[inline(always)]
fn sheen<L: Lanes>(gloss: &Gloss<L>, to: Way<L>, over: L, z: L) -> L {
    let one = L::all(1.0);
    let Gloss { eye, at_eye, strand, rough, mirrors } = *gloss;
    let h = to.times_and(over, eye);
    let long = h.dot(h);
    let by = one / long.most(L::all(0.01));
    let nh = z.times_and(over, at_eye);
    let mut cos2 = nh * nh * by;
    if let Some((along, at_eye)) = strand {
        let th = to.dot(along).times_and(over, at_eye);
        let sin2 = (one - th * th * by).most(L::all(0.0));
        cos2 = cos2.times_and(L::all(0.35), sin2 * L::all(0.65));
    }
    let spread = cos2.times_and(rough - one, one);
    let lh2 = (long * L::all(0.25)).most(L::all(0.02));
    let off = one - lh2.root();
    let off2 = off * off;
    let fresnel = (off2 * off2 * off).times_and(one - mirrors, mirrors);
    fresnel / (spread * spread * lh2)
}

#[inline(always)]
fn points<L: Lanes>(surface: &Surface, maps: &[i8], front: &Batch, first: usize, arrives: &mut [f32], mirrored: &mut [f32]) {
    let (zero, one) = (L::all(0.0), L::all(1.0));
    for k in 0..arrives.len() {
        let i = first + k;
        prefetch(surface, maps, front, i + AHEAD);
        (arrives[k], mirrored[k]) = (0.0, 0.0);
        let (p, n) = (surface.at[i], surface.normal[i]);
        let before = (p - front.at).dot(front.axis);
        if before <= 0.0 {
            continue;
        }
        let (t, b) = map::frame(n);
        let start = surface.map[i] as usize * TEXELS;
        let map = maps.get(start..start + TEXELS + map::SLACK);
        let (eye, rough, mirrors) = (surface.viewer[i], surface.rough[i], surface.mirrors[i]);
        let hair = surface.strand[i];
        let strand = (hair != Vec3::ZERO).then(|| (Way::<L>::all(hair), L::all(hair.dot(eye))));
        let (at, normal, tangent, across) = (Way::<L>::all(p), Way::<L>::all(n), Way::<L>::all(t), Way::<L>::all(b));
        let shiny = Gloss { eye: Way::<L>::all(eye), at_eye: L::all(n.dot(eye)), strand, rough: L::all(rough), mirrors: L::all(mirrors) };
        let (mut sum, mut gloss) = (zero, zero);
        for part in &front.parts {
            let to = part.middle - p;
            let z = n.dot(to);
            if z + part.radius <= 0.0 {
                continue;
            }
            let over = 1.0 / to.length();
            let reach = part.radius * over + 0.03;
            let border = map.map_or(FULL, |m| map::angle(m, Vec3::new(t.dot(to), b.dot(to), z.max(0.0))));
            if border < -reach {
                continue;
            }
            // Half the samples' spacing as an angle, but no less than the maps can tell.
            let each = part.area / (part.points.x.len() * 8) as f32;
            let soft = L::all(0.5 / (each.sqrt() * 0.5 * over).max(0.012));
            let weight = L::all(each * before);
            let partly = map.filter(|_| border <= reach);
            for ((x, y), z) in part.points.x.iter().zip(&part.points.y).zip(&part.points.z) {
                let to = Way(L::of(x) - at.0, L::of(y) - at.1, L::of(z) - at.2);
                let z = to.dot(normal).most(zero);
                let over = to.dot(to).one_over_root();
                let over2 = over * over;
                let mut w = weight * z * (over2 * over2);
                if !front.beam.is_empty() {
                    let cos = L::all(before) * over;
                    w = w * let_out(&front.beam, (one - cos * cos).most(zero).root());
                }
                if let Some(map) = partly {
                    w = w * seen(map, to.dot(tangent), to.dot(across), z, soft);
                }
                sum = sum + w;
                if mirrors > 0.0 {
                    gloss = sheen(&shiny, to, over, z).times_and(w, gloss);
                }
            }
        }
        arrives[k] = sum.sum();
        mirrored[k] = gloss.sum() * rough * FRAC_1_PI * 0.25;
    }
}

/// The beam of a `cosⁿ` lamp through a grid, in 256 steps of the sine, against a Lambertian front of the same flux: `(n+1)/2 · cosⁿ⁻¹θ · T(θ)`.
#[must_use]
pub fn beam(exponent: f64, passes: impl Fn(f64) -> f64) -> Vec<f32> {
    (0..=256)
        .map(|k| {
            let sin = f64::from(k) / 256.0;
            let cos = (1.0 - sin * sin).max(0.0).sqrt().clamp(1e-3, 1.0);
            ((exponent + 1.0) / 2.0 * cos.powf(exponent - 1.0) * passes(cos)) as f32
        })
        .collect()
}

/// Points spread over a square, −1 to 1 both ways: even across, by van der Corput along.
#[must_use]
pub fn lattice(count: usize) -> Vec<(f32, f32)> {
    let part = 1.0 / count as f32;
    (0..count)
        .map(|i| {
            let turned = f64::from((i as u32).reverse_bits()) / 4_294_967_296.0;
            ((i as f32 + 0.5) * part * 2.0 - 1.0, (turned as f32 + 0.5 * part) * 2.0 - 1.0)
        })
        .collect()
}

/// From a square to a disc, areas kept.
///
/// Source: Shirley and Chiu's concentric map, from memory; tested to keep areas.
#[must_use]
pub fn onto_disc(u: f32, v: f32) -> (f32, f32) {
    const QUARTER: f32 = std::f32::consts::FRAC_PI_4;
    if u == 0.0 && v == 0.0 {
        return (0.0, 0.0);
    }
    let (r, angle) = if u.abs() > v.abs() { (u, QUARTER * v / u) } else { (v, FRAC_PI_2 - QUARTER * u / v) };
    (r * angle.cos(), r * angle.sin())
}
