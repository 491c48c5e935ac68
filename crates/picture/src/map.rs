//! The half of all directions above a surface, laid out on a square: what a point sees, and how near the border of it is.
//!
//! Each texel holds the angle to the nearest border between seen and hidden, signed: positive where the direction is seen. Read between texels it
//! gives a smooth border from a coarse map.

use glam::Vec3;

/// Texels along a side.
pub const SIDE: usize = 24;
/// Texels of a map.
pub const TEXELS: usize = SIDE * SIDE;
/// The angle that a full byte stands for, radians.
pub const FULL: f32 = 0.5;
/// Bytes behind the last map, so that four may be read at once anywhere.
pub const SLACK: usize = 8;

/// Two directions across a unit vector, right-handed with it.
///
/// Source: Duff and others' branchless frame, from memory; tested to be a frame.
#[must_use]
pub fn frame(n: Vec3) -> (Vec3, Vec3) {
    let sign = if n.z >= 0.0 { 1.0f32 } else { -1.0 };
    let a = -1.0 / (sign + n.z);
    let b = n.x * n.y * a;
    (Vec3::new(1.0 + sign * n.x * n.x * a, sign * b, -sign * n.x), Vec3::new(b, sign + n.y * n.y * a, -n.y))
}

/// The direction at a place of the square, −1 to 1 both ways; `z` is up.
#[must_use]
pub fn direction(u: f32, v: f32) -> Vec3 {
    let (x, y) = ((u + v) * 0.5, (u - v) * 0.5);
    Vec3::new(x, y, 1.0 - x.abs() - y.abs()).normalize()
}

/// The directions of all texels of a square of `side`.
#[must_use]
pub fn directions(side: usize) -> Vec<Vec3> {
    let at = |i: usize| (i as f32 + 0.5) / side as f32 * 2.0 - 1.0;
    (0..side * side).map(|i| direction(at(i % side), at(i / side))).collect()
}

/// The signed angle at a direction of `z` 0 and more, any length but none, radians.
#[inline]
#[must_use]
pub fn angle(map: &[i8], d: Vec3) -> f32 {
    const HALF: f32 = SIDE as f32 * 0.5;
    let scale = HALF / (d.x.abs() + d.y.abs() + d.z).max(1e-12);
    let place = |x: f32| (x * scale + (HALF - 0.5)).clamp(0.0, SIDE as f32 - 1.001);
    let (u, v) = (place(d.x + d.y), place(d.x - d.y));
    let (fu, fv) = (u.fract(), v.fract());
    let k = v as usize * SIDE + u as usize;
    let at = |i: usize| map.get(i).map_or(0.0, |b| f32::from(*b));
    let above = at(k) + (at(k + 1) - at(k)) * fu;
    let below = at(k + SIDE) + (at(k + SIDE + 1) - at(k + SIDE)) * fu;
    (above + (below - above) * fv) * (FULL / 127.0)
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    proptest! {
        #[test]
        fn a_frame_stands_across_its_vector(x in -1.0f32..1.0, y in -1.0f32..1.0, z in -1.0f32..1.0) {
            prop_assume!(Vec3::new(x, y, z).length() > 0.1);
            let n = Vec3::new(x, y, z).normalize();
            let (t, b) = frame(n);
            prop_assert!(t.dot(n).abs() < 1e-5 && b.dot(n).abs() < 1e-5 && (t.cross(b) - n).length() < 1e-5);
        }

        /// What a map says at the direction of a texel is what stands in that texel.
        #[test]
        fn a_texel_is_read_at_its_own_direction(k in 0..TEXELS, value in -127i8..=127) {
            let mut map = vec![0i8; TEXELS];
            map[k] = value;
            prop_assert!((angle(&map, directions(SIDE)[k] * 3.0) - f32::from(value) * FULL / 127.0).abs() < 2e-3);
        }
    }
}
