//! The surface of a sitter: where it is, where it looks, and what it is.

use glam::Vec3;

/// What a part of the surface is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Part {
    /// Skin, and the garment.
    Skin,
    /// An eyeball.
    Eye,
    /// A volume of hair.
    Hair,
    /// A knitted cap.
    Cap,
    /// The inside of the mouth.
    Mouth,
}

/// The surface of a sitter.
///
/// Lips, hair and garment are told by signed distances to their outline, negative inside: read between the corners of a triangle and compared at each pixel they
/// give a line that is finer than the triangles.
#[derive(Debug, Default)]
pub struct Mesh {
    /// Where each corner is, metres.
    pub at: Vec<Vec3>,
    /// Where the surface looks there.
    pub normal: Vec<Vec3>,
    /// Corners of each triangle, counter-clockwise from outside.
    pub triangles: Vec<[u32; 3]>,
    /// What it is.
    pub part: Vec<Part>,
    /// To the line of the lips, metres.
    pub lip: Vec<f32>,
    /// To the hairline, metres.
    pub hair: Vec<f32>,
    /// To the neckline, metres.
    pub garment: Vec<f32>,
    /// How much it shines, 0 to 1.
    pub oil: Vec<f32>,
    /// How red it is, 0 to 1.
    pub red: Vec<f32>,
    /// How much of a beard grows, 0 to 1.
    pub beard: Vec<f32>,
    /// How much of an eyelid it is, 0 to 1.
    pub lid: Vec<f32>,
    /// Along the strands of a volume of hair; nothing elsewhere.
    pub strand: Vec<Vec3>,
    /// A coordinate that is the same all along a strand, metres.
    pub across: Vec<f32>,
}

/// An eye: a ball, and a cornea that stands out of it.
#[derive(Debug, Clone, Copy)]
pub struct Eye {
    /// Its middle.
    pub at: Vec3,
    /// The ball's radius, metres.
    pub radius: f32,
    /// Where it looks.
    pub axis: Vec3,
    /// How far the cornea's middle lies before the ball's, metres.
    pub cornea_before: f32,
    /// The cornea's radius.
    pub cornea: f32,
    /// The iris's radius.
    pub iris: f32,
}

/// What a stroke is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum StrokeKind {
    /// A hair of a brow.
    Brow,
    /// A lash.
    Lash,
    /// A hair along the hairline.
    Hairline,
}

/// A single hair: a curve of three points.
#[derive(Debug, Clone, Copy)]
pub struct Stroke {
    /// Root, bend and tip.
    pub points: [Vec3; 3],
    /// Half its width at the root, metres.
    pub half_width: f32,
    /// What it is.
    pub kind: StrokeKind,
    /// The corner of the surface that lends it its light.
    pub lit_as: u32,
}

/// A sitter's colours: shares of the light that are thrown back, linear red, green and blue.
#[derive(Debug, Clone, Copy)]
pub struct Colours {
    /// Skin.
    pub skin: Vec3,
    /// Lips.
    pub lip: Vec3,
    /// Hair and beard.
    pub hair: Vec3,
    /// Brows and lashes.
    pub brow: Vec3,
    /// Iris.
    pub iris: Vec3,
    /// Garment.
    pub garment: Vec3,
    /// Cap.
    pub cap: Vec3,
}

impl Mesh {
    /// What a triangle is.
    #[inline]
    #[must_use]
    pub fn part_of(&self, triangle: u32) -> Part {
        self.part[self.triangles[triangle as usize][0] as usize]
    }

    /// Normals by the triangles around each corner, larger ones counting for more; those of hair, which is coarse, smoothed once.
    pub(super) fn turn_outward(&mut self, eyes: &[Eye; 2]) {
        let mut sum = vec![Vec3::ZERO; self.at.len()];
        for t in &self.triangles {
            let [a, b, c] = t.map(|i| self.at[i as usize]);
            let normal = (b - a).cross(c - a);
            for i in t {
                sum[*i as usize] += normal;
            }
        }
        let plain: Vec<Vec3> = sum.iter().map(|n| n.normalize_or(Vec3::Z)).collect();
        let mut smooth = plain.clone();
        for t in self.triangles.iter().filter(|t| self.part[t[0] as usize] == Part::Hair) {
            for k in 0..3 {
                smooth[t[k] as usize] += (plain[t[(k + 1) % 3] as usize] + plain[t[(k + 2) % 3] as usize]) * 0.25;
            }
        }
        self.normal = smooth.iter().map(|n| n.normalize_or(Vec3::Z)).collect();
        for i in (0..self.at.len()).filter(|i| self.part[*i] == Part::Eye) {
            let eye = eyes.iter().min_by(|a, b| a.at.distance_squared(self.at[i]).total_cmp(&b.at.distance_squared(self.at[i])));
            self.normal[i] = eye.map_or(Vec3::Z, |e| (self.at[i] - e.at).normalize_or(Vec3::Z));
        }
    }

    /// Which corners stand beside each: the neighbours of corner `i` are `0[1[i]..1[i + 1]]`.
    #[must_use]
    pub fn neighbours(&self) -> (Vec<u32>, Vec<u32>) {
        let mut pairs: Vec<(u32, u32)> =
            self.triangles.iter().flat_map(|&[a, b, c]| [(a, b), (b, a), (b, c), (c, b), (c, a), (a, c)]).collect();
        pairs.sort_unstable();
        pairs.dedup();
        let mut from = vec![0u32; self.at.len() + 1];
        for (a, _) in &pairs {
            from[*a as usize + 1] += 1;
        }
        for i in 1..from.len() {
            from[i] += from[i - 1];
        }
        // Not collected from the pairs themselves: their room would be kept, several times as much.
        (pairs.iter().map(|p| p.1).collect(), from)
    }
}
