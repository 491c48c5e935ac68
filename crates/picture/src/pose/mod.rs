//! The sitter as one view has it: what is seen in each pixel, and the corners whose light it takes. Lights are not in it yet.

pub mod eye;
pub mod noise;
mod raster;
mod strokes;
pub mod surface;

use std::{
    ops::{Add, Mul},
    sync::atomic::{AtomicBool, Ordering::Relaxed},
};

use glam::Vec3;
use rayon::prelude::*;

pub use strokes::Hairs;
pub use surface::Grain;

pub use crate::sitter::Part;
use crate::{
    kernel::Surface,
    map::{self, TEXELS},
    seen::{LINKS, Link},
    subject::Subject,
    view::View,
};
use raster::{NOTHING, Raster, weights};
use surface::{cropped, gloss, looks, throws};

/// Rows of pixels that are shaded together.
pub const BAND: usize = 16;

/// A shaded place: where it lies in which triangle, how much of its pixel it covers, and what it looks like.
#[derive(Debug, Clone, Copy)]
pub struct Fragment {
    /// Which pixel.
    pub pixel: u32,
    /// Corners, by their place in the pose.
    pub corners: [u32; 3],
    /// Weights of the second and third.
    pub at: [f32; 2],
    /// Its share of the pixel.
    pub cover: f32,
    /// What it throws back.
    pub albedo: Vec3,
    /// A factor on its sheen.
    pub shine: f32,
}

/// A place on an eye.
#[derive(Debug, Clone, Copy)]
pub struct EyeSpot {
    /// Which pixel.
    pub pixel: u32,
    /// Corners whose light falls on it, by their place in the pose.
    pub corners: [u32; 3],
    /// Weights of the second and third.
    pub at: [f32; 2],
    /// Its share of the pixel.
    pub cover: f32,
    /// Its place, what it throws back, and what it mirrors.
    pub on: eye::OnEye,
}

/// What stands at three corners, read between them by the weights of the second and third.
#[inline]
#[must_use]
pub fn between<T: Copy + Add<Output = T> + Mul<f32, Output = T>>(of: &[T], corners: [u32; 3], [second, third]: [f32; 2]) -> T {
    let [a, b, c] = corners.map(|i| of[i as usize]);
    a * (1.0 - second - third) + b * second + c * third
}

/// Where the parts of a band begin.
#[derive(Debug, Clone, Copy, Default)]
pub struct Row {
    /// The first fragment.
    pub fragment: usize,
    /// The first place on an eye.
    pub eye: usize,
    /// The first of the hairs.
    pub hairs: usize,
}

/// The sitter as one view has it.
#[derive(Debug)]
pub struct Pose {
    /// The view, in the head's frame.
    pub view: View,
    /// How fine it is.
    pub grain: Grain,
    /// Places of the surface, band by band.
    pub fragments: Vec<Fragment>,
    /// Places on eyes.
    pub eyes: Vec<EyeSpot>,
    /// Hairs over them.
    pub hairs: Vec<Hairs>,
    /// Where each band begins; one more at the end.
    pub rows: Vec<Row>,
    /// How much of each pixel is ground.
    pub ground: Vec<f32>,
    /// The corners that are lit.
    pub surface: Surface,
    /// The same by their number in the mesh.
    pub corners: Vec<u32>,
    /// The share of an even sky that each sees.
    pub open: Vec<f32>,
    /// What each sees of the sitter.
    pub links: Vec<[Link; LINKS]>,
    /// The parts that are linked to: two corners, by their place in the pose, and what they throw back.
    pub parts: Vec<([u32; 2], f32)>,
    /// Skin beside skin: neighbours of a corner, `0[1[i]..1[i + 1]]`, and how much light spreads between them, 0 to 1.
    pub spread: (Vec<u32>, Vec<u32>, Vec<f32>),
}

/// What a band came to, corners by their number in the mesh.
type Band = (Vec<Fragment>, Vec<EyeSpot>, Vec<f32>);

impl Pose {
    /// The sitter in a view of its own frame.
    #[must_use]
    pub fn of(subject: &Subject, view: &View, grain: Grain) -> Self {
        let (sitter, mesh) = (&subject.sitter, &subject.sitter.mesh);
        let fine = view.times(grain.places());
        let raster = Raster::of(mesh, &fine, grain != Grain::None);
        let used: Vec<AtomicBool> = (0..mesh.at.len()).map(|_| AtomicBool::new(false)).collect();
        let resolve = Resolve { subject, view, fine: &fine, raster: &raster, grain, used: &used };
        let (mut bands, mut hairs) = rayon::join(
            || (0..view.height.div_ceil(BAND)).into_par_iter().map(|b| resolve.band(b)).collect::<Vec<Band>>(),
            || if grain == Grain::None { Vec::new() } else { strokes::hairs(sitter, view, &fine, &raster) },
        );
        for i in hairs.iter().map(|h| h.lit_as).chain(subject.seen.parts.iter().flatten().copied()) {
            used[i as usize].store(true, Relaxed);
        }
        let mut place = vec![0u32; mesh.at.len()];
        let corners: Vec<u32> = (0..mesh.at.len() as u32).filter(|i| used[*i as usize].load(Relaxed)).collect();
        for (k, i) in corners.iter().enumerate() {
            place[*i as usize] = k as u32;
        }
        for h in &mut hairs {
            h.lit_as = place[h.lit_as as usize];
        }
        bands.par_iter_mut().for_each(|(fragments, eyes, _)| {
            for corners in fragments.iter_mut().map(|f| &mut f.corners).chain(eyes.iter_mut().map(|e| &mut e.corners)) {
                *corners = corners.map(|i| place[i as usize]);
            }
        });
        let all = |of: &(dyn Fn(usize) -> Vec3 + Sync)| -> Vec<Vec3> { each(&corners).map(|i| of(*i as usize)).collect() };
        let surface = || {
            let shines: Vec<(f32, f32)> =
                each(&corners).map(|i| if grain == Grain::None { (1.0, 0.0) } else { gloss(mesh, *i as usize) }).collect();
            Surface {
                at: all(&|i| mesh.at[i]),
                normal: all(&|i| mesh.normal[i]),
                viewer: all(&|i| (view.at - mesh.at[i]).normalize_or(Vec3::Z)),
                rough: shines.iter().map(|s| s.0).collect(),
                mirrors: shines.iter().map(|s| s.1).collect(),
                strand: all(&|i| if mesh.part[i] == Part::Hair { mesh.strand[i] } else { Vec3::ZERO }),
                map: corners.iter().map(|i| subject.seen.of[*i as usize]).collect(),
            }
        };
        // Bands are put together on one thread while the other asks the corners what they are.
        let ((fragments, eyes, ground, rows), (surface, spread)) =
            rayon::join(|| joined(bands, view, &hairs), || (surface(), spread(subject, &corners, &place, &used)));
        let throw = |i: u32| if grain == Grain::None { 0.0 } else { throws(sitter, i as usize) };
        Self {
            view: *view,
            grain,
            spread,
            open: corners.iter().map(|i| subject.seen.open[*i as usize]).collect(),
            links: corners.iter().map(|i| subject.seen.links[*i as usize]).collect(),
            parts: subject.seen.parts.iter().map(|p| (p.map(|i| place[i as usize]), throw(p[0]))).collect(),
            fragments,
            eyes,
            hairs,
            rows,
            ground,
            surface,
            corners,
        }
    }

    /// Where a fragment is.
    #[must_use]
    pub fn place(&self, f: &Fragment) -> Vec3 {
        between(&self.surface.at, f.corners, f.at)
    }

    /// Where the surface looks there.
    #[must_use]
    pub fn normal(&self, f: &Fragment) -> Vec3 {
        between(&self.surface.normal, f.corners, f.at).normalize_or(Vec3::Z)
    }
}

/// Bands one after the other, and where each begins.
fn joined(bands: Vec<Band>, view: &View, hairs: &[Hairs]) -> (Vec<Fragment>, Vec<EyeSpot>, Vec<f32>, Vec<Row>) {
    let (mut fragments, mut eyes) = (Vec::with_capacity(bands.iter().map(|b| b.0.len()).sum()), Vec::new());
    let mut ground = Vec::with_capacity(view.width * view.height);
    let mut rows = vec![Row::default()];
    for (b, (f, e, g)) in bands.into_iter().enumerate() {
        fragments.extend_from_slice(&f);
        eyes.extend_from_slice(&e);
        ground.extend_from_slice(&g);
        let end = ((b + 1) * BAND * view.width) as u32;
        rows.push(Row { fragment: fragments.len(), eye: eyes.len(), hairs: hairs.partition_point(|h| h.pixel < end) });
    }
    (fragments, eyes, ground, rows)
}

/// Corners that are worked on together.
const CHUNK: usize = 4096;

/// Corners, on as many threads as there are.
fn each(corners: &[u32]) -> impl IndexedParallelIterator<Item = &u32> {
    corners.par_iter().with_min_len(CHUNK)
}

/// Skin beside skin, for light that spreads under it. Over long edges it spreads less: `(2 mm / edge)²`.
fn spread(subject: &Subject, corners: &[u32], place: &[u32], used: &[AtomicBool]) -> (Vec<u32>, Vec<u32>, Vec<f32>) {
    let mesh = &subject.sitter.mesh;
    let met = |i: usize, beside: &mut Vec<u32>| {
        let first = beside.len();
        if mesh.part[i] == Part::Skin && mesh.garment[i] > 0.0005 && cropped(mesh, i) < 0.6 {
            let around = &subject.beside[subject.beside_from[i] as usize..subject.beside_from[i + 1] as usize];
            let skin = around.iter().filter(|j| mesh.part[**j as usize] == Part::Skin && used[**j as usize].load(Relaxed));
            beside.extend(skin.map(|j| place[*j as usize]));
        }
        let met = &beside[first..];
        let edge = met.iter().map(|j| mesh.at[corners[*j as usize] as usize].distance(mesh.at[i])).sum::<f32>() / met.len().max(1) as f32;
        (met.len() as u32, if met.is_empty() { 0.0 } else { (0.002 / edge).min(1.0).powi(2) })
    };
    let chunk = |chunk: &[u32]| {
        let mut beside = Vec::new();
        let counted: Vec<(u32, f32)> = chunk.iter().map(|i| met(*i as usize, &mut beside)).collect();
        (beside, counted)
    };
    let (mut all, mut from, mut by) = (Vec::new(), vec![0u32], Vec::new());
    for (beside, counted) in corners.par_chunks(CHUNK).map(chunk).collect::<Vec<_>>() {
        for (count, share) in counted {
            from.push(from[from.len() - 1] + count);
            by.push(share);
        }
        all.extend(beside);
    }
    (all, from, by)
}

/// From four places a pixel to fragments.
struct Resolve<'a> {
    subject: &'a Subject,
    view: &'a View,
    fine: &'a View,
    raster: &'a Raster,
    grain: Grain,
    used: &'a [AtomicBool],
}

impl Resolve<'_> {
    fn part(&self, triangle: u32) -> Option<Part> {
        (triangle != NOTHING).then(|| self.subject.sitter.mesh.part_of(triangle))
    }

    /// One fragment for a pixel that is the same all over; up to four and some ground at an edge, where there are four places a pixel.
    fn band(&self, b: usize) -> Band {
        let (width, rows) = (self.view.width, BAND.min(self.view.height - b * BAND));
        let mut fragments = Vec::with_capacity(width * rows);
        let (mut eyes, mut ground) = (Vec::new(), vec![0f32; width * rows]);
        for y in b * BAND..b * BAND + rows {
            for x in 0..width {
                let (pixel, here) = ((y * width + x) as u32, (y - b * BAND) * width + x);
                if self.grain.places() == 1 {
                    let (id, fx, fy) = (self.raster.seen[pixel as usize], x as f32 + 0.5, y as f32 + 0.5);
                    match self.part(id) {
                        None => ground[here] = 1.0,
                        Some(Part::Eye) => self.eye(pixel, id, fx, fy, 0.25, &mut eyes),
                        Some(_) => fragments.push(self.fragment(pixel, id, fx, fy, 1.0)),
                    }
                    continue;
                }
                let places: [usize; 4] = std::array::from_fn(|k| (y * 2 + k / 2) * self.raster.width + x * 2 + k % 2);
                let ids = places.map(|k| self.raster.seen[k]);
                if ids == [NOTHING; 4] {
                    ground[here] = 1.0;
                    continue;
                }
                let near = places.map(|k| self.raster.near[k]);
                let (far, close) = near.iter().fold((f32::MAX, 0f32), |(a, b), z| (a.min(*z), b.max(*z)));
                let parts = ids.map(|i| self.part(i));
                let even = parts[0].is_some_and(|p| p != Part::Eye) && parts.iter().all(|p| *p == parts[0]) && close - far < 0.004 * close;
                if even {
                    fragments.push(self.fragment(pixel, ids[0], x as f32 * 2.0 + 1.0, y as f32 * 2.0 + 1.0, 1.0));
                    continue;
                }
                for (k, (id, part)) in ids.into_iter().zip(parts).enumerate() {
                    let (fx, fy) = (x as f32 * 2.0 + 0.5 + (k % 2) as f32, y as f32 * 2.0 + 0.5 + (k / 2) as f32);
                    match part {
                        None => ground[here] += 0.25,
                        Some(Part::Eye) if self.grain != Grain::None => self.eye(pixel, id, fx, fy, 0.0625, &mut eyes),
                        Some(_) => fragments.push(self.fragment(pixel, id, fx, fy, 0.25)),
                    }
                }
            }
        }
        (fragments, eyes, ground)
    }

    fn uses(&self, triangle: [u32; 3]) {
        for i in triangle {
            self.used[i as usize].store(true, Relaxed);
        }
    }

    fn fragment(&self, pixel: u32, id: u32, x: f32, y: f32, cover: f32) -> Fragment {
        let triangle = self.subject.sitter.mesh.triangles[id as usize];
        let (second, third) = weights(self.raster.flat(triangle), glam::Vec2::new(x, y));
        // A pixel's middle may lie outside of what was met at one of its places.
        let (second, third) = (second.clamp(-0.3, 1.3), third.clamp(-0.3, 1.3));
        self.uses(triangle);
        let looks = looks(&self.subject.sitter, self.grain, triangle, second, third);
        Fragment { pixel, corners: triangle, at: [second, third], cover, albedo: looks.albedo, shine: looks.shine }
    }

    /// Four more places, by true rays.
    fn eye(&self, pixel: u32, id: u32, x: f32, y: f32, cover: f32, eyes: &mut Vec<EyeSpot>) {
        let (sitter, seen) = (&self.subject.sitter, &self.subject.seen);
        let triangle = sitter.mesh.triangles[id as usize];
        self.uses(triangle);
        let (second, third) = weights(self.raster.flat(triangle), glam::Vec2::new(x, y));
        let eye = sitter.eye_at(sitter.mesh.at[triangle[0] as usize].x);
        for (dx, dy) in [(-0.25, -0.25), (0.25, -0.25), (-0.25, 0.25), (0.25, 0.25)] {
            let along = self.fine.ray(x + dx, y + dy).normalize_or(Vec3::NEG_Z);
            let mut on = eye::on_eye(sitter, eye, self.fine.at, along);
            // Lids and brow hide what the eye would mirror.
            let clear = triangle.map(|i| {
                let normal = sitter.mesh.normal[i as usize];
                let (t, b) = map::frame(normal);
                let z = normal.dot(on.mirrored);
                let start = seen.of[i as usize] as usize * TEXELS;
                let map = seen.maps.get(start..start + TEXELS).unwrap_or_default();
                let angle = || map::angle(map, Vec3::new(t.dot(on.mirrored), b.dot(on.mirrored), z));
                if z > 0.0 { (0.6 + angle() / 0.16).clamp(0.0, 1.0) } else { 0.0 }
            });
            on.mirrors *= clear.into_iter().fold(0.0, f32::max);
            eyes.push(EyeSpot { pixel, corners: triangle, at: [second.clamp(0.0, 1.0), third.clamp(0.0, 1.0)], cover, on });
        }
    }
}
