//! The ground as it is seen from the sitter, with its tones.

use ink_lamp_light::{
    field::DVec3,
    interrupt,
    scale::{Reflectance, Stops, grey_code},
};
use serde::Serialize;

use super::{drawn, tone_of};
use crate::{
    contours::{Contour, Lattice},
    stage::Stage,
};

/// The ground as an elevation, seen from the sitter.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Elevation {
    /// Left, right, bottom and top of what is drawn, metres.
    pub left: f64,
    /// Right.
    pub right: f64,
    /// Bottom.
    pub bottom: f64,
    /// Top.
    pub top: f64,
    /// Cells from side to side.
    pub columns: u32,
    /// Tones row by row from the top, 8-bit sRGB.
    pub tones: Vec<u8>,
    /// Lines of equal tone, a half stop apart.
    pub contours: Vec<Contour>,
    /// What the picture shows of it.
    pub picture: PictureOfGround,
}

/// What the picture shows of the ground, metres.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PictureOfGround {
    /// Left.
    pub left: f64,
    /// Right.
    pub right: f64,
    /// Bottom.
    pub bottom: f64,
    /// Top.
    pub top: f64,
}

/// The ground as it is seen from the sitter, with its tones.
pub fn elevation(stage: &Stage) -> Option<Elevation> {
    const COLUMNS: u32 = 48;
    /// However narrow and high the ground is: cells are then higher than wide.
    const MOST_ROWS: u32 = 96;
    let (ground, window) = (stage.studio.ground?, stage.picture_at_ground()?);
    let half = (ground.width.get() / 2.0).min(4.0);
    let top = stage.studio.walls.map_or(2.7, |w| w.ceiling.get()).max(window.high.min(4.0));
    let (left, right) = (-half, half);
    let cell = (right - left) / f64::from(COLUMNS);
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "a few dozen rows")]
    let rows = ((top / cell).ceil() as u32).clamp(2, MOST_ROWS);
    let back = stage.room_ground.and(stage.returned_amount());
    let tone = |x: f64, y: f64| tone_of(drawn(stage, DVec3::new(x, y, window.z), back), &stage.studio).map_or(-20.0, Stops::get).max(-20.0);
    let mut tones = Vec::new();
    for row in 0..rows {
        interrupt::point();
        for column in 0..COLUMNS {
            let (x, y) = (left + (f64::from(column) + 0.5) * cell, top - (f64::from(row) + 0.5) * top / f64::from(rows));
            tones.push(tone(x, y));
        }
    }
    let levels: Vec<f64> = (-10..=6).map(|i| f64::from(i) / 2.0).collect();
    let grid = Lattice {
        left: left + cell / 2.0,
        bottom: top / f64::from(rows) / 2.0,
        across: cell,
        up: top / f64::from(rows),
        columns: COLUMNS as usize,
        rows: rows as usize,
    };
    // Rows of the drawing go down, those of the grid go up.
    let upward: Vec<f64> = tones.chunks(COLUMNS as usize).rev().flatten().copied().collect();
    Some(Elevation {
        left,
        right,
        bottom: 0.0,
        top,
        columns: COLUMNS,
        contours: grid.lines(&upward, &levels),
        tones: tones.iter().map(|t| grey_code(Reflectance::MID_GREY, Stops::of(*t))).collect(),
        picture: PictureOfGround { left: window.left, right: window.right, bottom: window.low, top: window.high },
    })
}
