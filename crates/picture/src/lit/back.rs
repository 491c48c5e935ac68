//! A front's light on the ground, with the sitter's shadow: by rays from each place of it to the front.

use glam::Vec3;
use rayon::prelude::*;

use super::{CELL, Care, Screen, Stand, Struck};
use crate::{
    set::{Back, Front},
    view::View,
};

/// Places of the ground across and down, one more than there are cells.
#[must_use]
pub fn places(view: &View) -> (usize, usize) {
    (view.width.div_ceil(CELL) + 2, view.height.div_ceil(CELL) + 2)
}

/// A place of the ground, by its column and row; none where the lens looks past its plane.
#[must_use]
pub fn place(view: &View, back: &Back, column: usize, row: usize) -> Option<Vec3> {
    let ray = view.ray((column * CELL) as f32, (row * CELL) as f32);
    let far = (back.z - view.at.z) / ray.z;
    (ray.z < -1e-4 && far > 0.0).then(|| view.at + ray * far)
}

/// What arrives at each place.
pub(super) fn light(stand: &Stand, front: &Front, screens: Vec<Screen>, care: Care) -> Vec<f32> {
    let (across, down) = places(stand.view);
    let struck = Struck::of(stand, front, screens, care);
    let one = |column: usize, row: usize| {
        let point = place(stand.view, stand.back, column, row).filter(|p| p.x.abs() <= stand.back.half);
        point.map_or(0.0, |point| struck.at(stand, point, Vec3::Z))
    };
    (0..down).into_par_iter().flat_map_iter(|row| (0..across).map(|column| one(column, row)).collect::<Vec<f32>>()).collect()
}
