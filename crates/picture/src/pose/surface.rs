//! What a place of the surface looks like: what it throws back of each colour, and how much it shines.
//!
//! Sizes and strengths are judgements, made by eye.

use std::f32::consts::TAU;

use glam::{Vec3, Vec3A};

use super::noise::Noise;
use crate::sitter::{Colours, Mesh, Part, Sitter};

/// From 0 at `a` to 1 at `b`, without a corner.
#[inline]
#[must_use]
pub fn smooth(a: f32, b: f32, x: f32) -> f32 {
    let t = ((x - a) / (b - a)).clamp(0.0, 1.0);
    t * t * (3.0 - 2.0 * t)
}

/// What a place throws back, and by how much it shines more or less than its corners say.
#[derive(Debug, Clone, Copy)]
pub struct Looks {
    /// Shares of red, green and blue.
    pub albedo: Vec3,
    /// A factor on the sheen.
    pub shine: f32,
}

/// How fine a place is worked out.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Grain {
    /// Everything the same white, and nothing throws light back: for measuring what arrives straight.
    None,
    /// Colours without grain, by one place a pixel in place of four: while the head is turned, or the camera moved.
    Rough,
    /// Colours without the finest grain: while a hand moves something.
    Coarse,
    /// All of it.
    Fine,
}

impl Grain {
    /// So many places across a pixel are looked at.
    #[must_use]
    pub const fn places(self) -> usize {
        if matches!(self, Self::Rough) { 1 } else { 2 }
    }
}

/// Where something lies in a triangle.
struct Spot<'a> {
    mesh: &'a Mesh,
    corners: [usize; 3],
    weights: Vec3,
}

impl Spot<'_> {
    #[inline]
    fn of(&self, values: &[f32]) -> f32 {
        let [a, b, c] = self.corners;
        values[a] * self.weights.x + values[b] * self.weights.y + values[c] * self.weights.z
    }

    #[inline]
    fn at(&self) -> Vec3 {
        let ([a, b, c], p) = (self.corners, &self.mesh.at);
        p[a] * self.weights.x + p[b] * self.weights.y + p[c] * self.weights.z
    }
}

/// What a place of a triangle looks like, by its weights of the second and third corner.
#[must_use]
pub fn looks(sitter: &Sitter, grain: Grain, triangle: [u32; 3], second: f32, third: f32) -> Looks {
    if grain == Grain::None {
        return Looks { albedo: Vec3::ONE, shine: 1.0 };
    }
    let mesh = &sitter.mesh;
    let spot = Spot { mesh, corners: triangle.map(|i| i as usize), weights: Vec3::new(1.0 - second - third, second, third) };
    let colours = &sitter.colours;
    match mesh.part[spot.corners[0]] {
        Part::Hair => hair(&spot, colours),
        Part::Mouth => Looks { albedo: Vec3::new(0.060, 0.020, 0.018), shine: 0.3 },
        Part::Cap => cap(&spot, colours),
        Part::Skin | Part::Eye => skin(&spot, sitter, grain),
    }
}

/// Hair: grain across the strands, which is the same all along each of them.
fn hair(spot: &Spot, colours: &Colours) -> Looks {
    let noise = Noise::get();
    let (across, p) = (spot.of(&spot.mesh.across), spot.at());
    let side = if p.x > 0.012 { 9.3 } else { 0.0 };
    let along = p.y + p.z;
    let strands = 0.50 * noise.at(Vec3::new(across * 1500.0, along * 22.0, side))
        + 0.45 * noise.at(Vec3::new(across * 520.0, along * 12.0 + 5.0, side))
        + 0.35 * noise.at(Vec3::new(across * 170.0, along * 9.0 + 11.0, side));
    Looks { albedo: colours.hair * (1.0 + 0.75 * strands).max(0.22), shine: (1.0 + 1.3 * strands).max(0.05) }
}

/// A knitted cap: ribs along the meridians, rows across.
fn cap(spot: &Spot, colours: &Colours) -> Looks {
    let p = spot.at();
    let rib = (p.x.atan2(p.z + 0.01) * 0.09 * TAU / 0.0046).sin();
    let row = ((p.y + 0.0012 * rib.abs()) * TAU / 0.0042).sin();
    let knit = 0.80 + 0.17 * rib + 0.07 * row + 0.08 * Noise::get().at(p * 700.0);
    Looks { albedo: colours.cap * knit, shine: 0.4 }
}

/// A jersey with a ribbed neckline and its seam.
fn garment(p: Vec3, below: f32, mottled: f32, colours: &Colours, grain: Grain) -> Vec3 {
    let rib = if below > -0.0165 { 0.05 * (p.x.atan2(p.z + 0.04) * 0.085 * TAU / 0.0028).sin() } else { 0.0 };
    let seam = smooth(0.0010, 0.0004, (below + 0.0168).abs()) * 0.22;
    let thread = if grain == Grain::Rough { 0.0 } else { 0.10 * Noise::get().at(p * Vec3::new(900.0, 420.0, 900.0)) };
    colours.garment * (1.0 + thread + 0.05 * mottled + rib - seam)
}

fn skin(spot: &Spot, sitter: &Sitter, grain: Grain) -> Looks {
    let (noise, mesh, colours) = (Noise::get(), spot.mesh, &sitter.colours);
    let (fine, rough) = (grain == Grain::Fine, grain == Grain::Rough);
    let p = spot.at();
    let (hairline, lips, neckline) = (spot.of(&mesh.hair), spot.of(&mesh.lip), spot.of(&mesh.garment));
    let mottled = if fine { noise.at(p * 260.0) } else { 0.0 };
    if neckline < -0.0007 {
        return Looks { albedo: garment(p, neckline, mottled, colours, grain), shine: 0.7 };
    }
    let (red, oil, beard, lid) = (spot.of(&mesh.red), spot.of(&mesh.oil), spot.of(&mesh.beard), spot.of(&mesh.lid));
    let pores = if fine { noise.at(p * 900.0 + 3.0) } else { 0.0 };
    let patches = if rough { 0.0 } else { noise.at(p * 90.0 + 11.0) };
    let toward = |colour: Vec3, by: f32| Vec3::ONE.lerp(colour, by.clamp(0.0, 1.0));
    let mut albedo = colours.skin * (1.0 + 0.030 * mottled + 0.035 * pores + 0.03 * patches);
    albedo *= toward(Vec3::new(1.05, 0.86, 0.84), red * (1.0 + 0.4 * patches));
    albedo *= toward(Vec3::new(0.90, 0.82, 0.82), lid * 0.55);
    let mut shine = (1.0 + 0.28 * pores + 0.16 * mottled).max(0.2) * (0.55 + 0.95 * oil);
    let lip = smooth(0.0016, -0.0008, lips + 0.0004 * pores);
    albedo = albedo.lerp(colours.lip * (1.0 + 0.06 * pores), 0.85 * lip);
    shine += (0.9 - shine) * lip;
    if beard > 0.01 {
        let stubble = (beard * (0.78 + 0.30 * pores + 0.55 * noise.at(p * 1900.0))).clamp(0.0, 1.0) * (1.0 - lip);
        albedo = albedo.lerp(colours.hair * 1.1, stubble);
        shine *= 1.0 - 0.5 * stubble;
    }
    // At the eyeball: the line of the lashes, and a wet rim.
    let eye = sitter.eye_at(p.x);
    let from_eye = (p - eye.at).length() - eye.radius;
    if from_eye < 0.004 && p.z > eye.at.z {
        let upper = smooth(-0.002, 0.003, (p - eye.at).y);
        albedo *= toward(Vec3::new(0.42, 0.36, 0.36), smooth(0.0030, 0.0012, from_eye) * (0.25 + 0.6 * upper));
        if from_eye < 0.0016 {
            shine *= 2.2;
        }
    }
    // Hair that is cut to the skin, and the scalp under the hairline.
    if hairline < 0.010 {
        let ragged = noise.at(p * Vec3::new(1600.0, 500.0, 700.0)) * 0.0022 + pores * 0.0014 + mottled * 0.0008;
        let cover = smooth(0.0046, -0.0046, hairline + ragged);
        let cut = 1.0 + 0.35 * noise.at(p * 1400.0) + 0.25 * pores;
        albedo = albedo.lerp(colours.hair * cut.max(0.3), cover);
        shine += (0.9 * cut - shine) * cover;
    }
    let cloth = smooth(0.0006, -0.0006, neckline);
    if cloth > 0.0 {
        albedo = albedo.lerp(garment(p, neckline, mottled, colours, grain), cloth);
        shine += (0.7 - shine) * cloth;
    }
    Looks { albedo, shine }
}

/// What each corner mirrors: how rough it is (the square of its slope's spread), and its share straight on.
#[must_use]
pub fn gloss(mesh: &Mesh, i: usize) -> (f32, f32) {
    let hair = cropped(mesh, i);
    let lip = smooth(0.001, 0.0, mesh.lip[i]);
    let cloth = smooth(0.001, -0.001, mesh.garment[i]);
    let (spread, mirrors) = match mesh.part[i] {
        Part::Eye | Part::Mouth => (0.3, 0.0),
        Part::Hair => (0.30, 0.046),
        Part::Cap => (0.6, 0.016),
        Part::Skin => (
            (0.36 - 0.10 * mesh.oil[i] - 0.08 * lip + 0.10 * hair) * (1.0 - cloth) + 0.6 * cloth,
            (0.028 + 0.010 * hair) * (1.0 - 0.5 * cloth),
        ),
    };
    (spread * spread, mirrors)
}

/// How much of a corner's skin is under cropped hair, 0 to 1.
#[must_use]
pub fn cropped(mesh: &Mesh, i: usize) -> f32 {
    smooth(0.001, -0.003, mesh.hair[i])
}

/// What a part of the surface throws on others, as a share of light: by one corner that stands for it.
#[must_use]
pub fn throws(sitter: &Sitter, i: usize) -> f32 {
    let (mesh, c) = (&sitter.mesh, &sitter.colours);
    luminance(match mesh.part[i] {
        Part::Eye => Vec3::splat(0.4),
        Part::Hair => c.hair,
        Part::Cap => c.cap,
        Part::Mouth => Vec3::splat(0.03),
        Part::Skin if mesh.garment[i] < 0.0 => c.garment,
        Part::Skin if mesh.hair[i] < 0.0 => c.hair,
        Part::Skin => c.skin,
    })
}

/// How bright a linear colour is. Source: the sRGB primaries' luminances, IEC 61966-2-1.
#[inline]
#[must_use]
pub fn luminance(c: impl Into<Vec3A>) -> f32 {
    c.into().dot(Vec3A::new(0.2126, 0.7152, 0.0722))
}
