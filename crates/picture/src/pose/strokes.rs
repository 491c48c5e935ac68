//! Brows, lashes and the hairs along the hairline: thin curves, laid over the picture as far as nothing stands before them.

use glam::{Vec2, Vec3};

use super::raster::Raster;
use crate::{
    sitter::{Sitter, Stroke, StrokeKind},
    view::View,
};

/// Hairs over a pixel.
#[derive(Debug, Clone, Copy)]
pub struct Hairs {
    /// Which pixel.
    pub pixel: u32,
    /// The corner that lends its light; once a pose is built, by its place in the pose.
    pub lit_as: u32,
    /// How much of the pixel they cover.
    pub cover: f32,
    /// What they throw back.
    pub albedo: Vec3,
}

#[derive(Clone, Copy, Default)]
struct Over {
    cover: f32,
    albedo: Vec3,
    most: f32,
    lit_as: u32,
}

/// A hair may lie this much under the surface that is drawn, metres.
const UNDER: f32 = 0.0016;
/// Straight pieces of a curve.
const PIECES: u16 = 7;

/// All hairs of a sitter in a picture. Its view is in the head's frame, and so is the finer one with all places of its pixels.
pub(super) fn hairs(sitter: &Sitter, view: &View, fine: &View, raster: &Raster) -> Vec<Hairs> {
    let mut over = vec![Over::default(); view.width * view.height];
    for stroke in &sitter.strokes {
        lay(sitter, stroke, (view, fine), raster, &mut over);
    }
    let seen = over.into_iter().enumerate().filter(|(_, o)| o.cover > 0.004);
    seen.map(|(pixel, o)| Hairs {
        pixel: pixel as u32,
        lit_as: o.lit_as,
        cover: (1.0 - (-1.35 * o.cover).exp()).min(0.94),
        albedo: o.albedo / o.cover,
    })
    .collect()
}

fn lay(sitter: &Sitter, stroke: &Stroke, (view, fine): (&View, &View), raster: &Raster, over: &mut [Over]) {
    let [root, bend, tip] = stroke.points;
    let colours = &sitter.colours;
    let albedo = match stroke.kind {
        StrokeKind::Brow => colours.brow,
        StrokeKind::Lash => colours.brow * 0.55,
        StrokeKind::Hairline => colours.hair,
    };
    let away = sitter.mesh.normal[stroke.lit_as as usize].dot(fine.at - root) < 0.0;
    if away && stroke.kind != StrokeKind::Lash {
        return;
    }
    // One place in pixels of the picture.
    let pixel = view.width as f32 / fine.width as f32;
    let point = |t: f32| root * ((1.0 - t) * (1.0 - t)) + bend * (2.0 * (1.0 - t) * t) + tip * (t * t);
    let mut last = fine.project(root);
    for k in 1..=PIECES {
        let t = f32::from(k) / f32::from(PIECES);
        let next = fine.project(point(t));
        let length = (next - last).truncate().length();
        let steps = (length * 0.8).ceil().clamp(1.0, 400.0);
        let thick = 2.0 * stroke.half_width * (1.0 - 0.75 * t) * next.z * view.scale();
        for j in 0..steps as u16 {
            let at = last.lerp(next, (f32::from(j) + 0.5) / steps);
            let inside = at.x >= 1.0 && at.y >= 1.0 && at.x < fine.width as f32 - 2.0 && at.y < fine.height as f32 - 2.0;
            if !inside || 1.0 / at.z > 1.0 / raster.near[at.y as usize * raster.width + at.x as usize].max(1e-3) + UNDER {
                continue;
            }
            splat(over, view.width, at.truncate() * pixel - 0.5, thick * (length / steps) * pixel, albedo, stroke.lit_as);
        }
        last = next;
    }
}

/// Lays a piece of a hair on the four pixels around it.
fn splat(over: &mut [Over], width: usize, at: Vec2, amount: f32, albedo: Vec3, lit_as: u32) {
    let corner = at.floor();
    let f = at - corner;
    for (dx, dy, share) in [(0, 0, (1.0 - f.x) * (1.0 - f.y)), (1, 0, f.x * (1.0 - f.y)), (0, 1, (1.0 - f.x) * f.y), (1, 1, f.x * f.y)] {
        let (x, y) = (corner.x as i32 + dx, corner.y as i32 + dy);
        if x < 0 || y < 0 || x as usize >= width {
            continue;
        }
        let Some(o) = over.get_mut(y as usize * width + x as usize) else { continue };
        let part = amount * share;
        o.cover += part;
        o.albedo += albedo * part;
        if part > o.most {
            (o.most, o.lit_as) = (part, lit_as);
        }
    }
}
