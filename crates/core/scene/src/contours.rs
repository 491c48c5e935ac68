//! Lines of equal light.

use contour::ContourBuilder;
use ink_lamp_light::{field::DVec3, interrupt, meter::Amount, scale::Stops};
use ink_lamp_sitting::role::LightId;
use serde::Serialize;

use crate::{
    extent::PlanExtent,
    stage::{Placed, Stage},
};

/// What is taken for no light at all, stops.
const NOTHING: f64 = -20.0;
/// Points of the grid that lines are drawn from, about: a question while something is dragged is answered within a frame.
const POINTS: f64 = 1200.0;

/// A line of equal light.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Contour {
    /// Against the sitter, or the exposure.
    pub stops: Stops,
    /// As written on it: `+1`.
    pub shown: String,
    /// Its runs, each a row of `x, z` (or `x, y` on the ground) in metres.
    pub lines: Vec<Vec<[f64; 2]>>,
}

/// The lines of one light, or of all together.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Contours {
    /// Which light; none for all together.
    pub light: Option<LightId>,
    /// From the brightest.
    pub lines: Vec<Contour>,
}

/// Values at the points of a grid.
#[derive(Debug, Clone, Copy)]
pub(super) struct Lattice {
    pub(super) left: f64,
    pub(super) bottom: f64,
    pub(super) across: f64,
    pub(super) up: f64,
    pub(super) columns: usize,
    pub(super) rows: usize,
}

impl Lattice {
    /// Over a part of the floor, with a point on the sitter.
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, clippy::cast_precision_loss, reason = "a few dozen points each way")]
    pub(super) fn over(extent: PlanExtent) -> Self {
        let PlanExtent { left, right, behind: near, before: far } = extent;
        let step = ((right - left) * (far - near) / POINTS).sqrt().max(0.03);
        let down = |v: f64| (v / step).floor();
        let (first, bottom) = (down(left), down(near));
        let columns = ((right / step).ceil() - first) as usize + 1;
        let rows = ((far / step).ceil() - bottom) as usize + 1;
        Self { left: first * step, bottom: bottom * step, across: step, up: step, columns, rows }
    }

    #[allow(clippy::cast_precision_loss, reason = "a few dozen points each way")]
    fn values(self, of: impl Fn(f64, f64) -> f64) -> Vec<f64> {
        (0..self.rows * self.columns)
            .inspect(|_| interrupt::point())
            .map(|k| of(self.left + (k % self.columns) as f64 * self.across, self.bottom + (k / self.columns) as f64 * self.up))
            .map(|v| if v.is_finite() { v.max(NOTHING) } else { NOTHING })
            .collect()
    }

    /// The lines at some levels, by interpolation from point to point. Where a line leaves the grid it ends.
    #[allow(clippy::cast_precision_loss, reason = "a few dozen points each way")]
    pub(super) fn lines(self, values: &[f64], levels: &[f64]) -> Vec<Contour> {
        let builder = ContourBuilder::new(self.columns, self.rows, true);
        let Ok(found) = builder.lines(values, levels) else { return Vec::new() };
        let (width, height) = (self.columns as f64, self.rows as f64);
        found
            .iter()
            .map(|line| {
                let stops = Stops::of(line.threshold());
                let mut lines: Vec<Vec<[f64; 2]>> = Vec::new();
                for ring in line.geometry().iter() {
                    let mut run: Vec<[f64; 2]> = Vec::new();
                    for point in ring.coords() {
                        // Along the grid's edge a ring is only closed; there is no line.
                        let inside = point.x > 0.5 && point.x < width - 0.5 && point.y > 0.5 && point.y < height - 0.5;
                        if inside {
                            // A value stands in the middle of its cell.
                            let at = [self.left + (point.x - 0.5) * self.across, self.bottom + (point.y - 0.5) * self.up];
                            run.push(at.map(|v| (v * 1000.0).round() / 1000.0));
                        } else if run.len() > 1 {
                            lines.push(std::mem::take(&mut run));
                        } else {
                            run.clear();
                        }
                    }
                    if run.len() > 1 {
                        lines.push(run);
                    }
                }
                Contour { stops, shown: whole(stops), lines }
            })
            .filter(|c| !c.lines.is_empty())
            .collect()
    }
}

/// `+1`, `0`, `−2`, `−2.5`.
fn whole(stops: Stops) -> String {
    stops.shown().trim_end_matches(".0").to_owned()
}

/// The lines of one light at the height of the face, a receiver turned to it: stops against what it gives the sitter.
pub fn of_light(stage: &Stage, light: &Placed, extent: PlanExtent, levels: &[f64]) -> Contours {
    let grid = Lattice::over(extent);
    // A ground light is drawn at the height where it meets the ground, against what it gives there.
    let spot = light.stood.spot;
    let there = stage.drawn(light, spot);
    let values = grid.values(|x, z| (stage.drawn(light, DVec3::new(x, spot.y, z)) / there).log2());
    let light = Some(stage.setup.lights[light.index].id.clone());
    Contours { light, lines: if there > 0.0 { grid.lines(&values, levels) } else { Vec::new() } }
}

/// The lines of all lights together, each with the receiver turned to it, against the exposure.
pub fn of_all(stage: &Stage, extent: PlanExtent) -> Contours {
    let grid = Lattice::over(extent);
    let known: Vec<(&Placed, Amount)> = stage.lights.iter().filter_map(|l| Some((l, l.amount?))).collect();
    let back = stage.returned_amount();
    let values = grid.values(|x, z| {
        let point = DVec3::new(x, stage.face.y, z);
        known.iter().fold(back, |sum, (l, a)| sum.and(a.times(stage.drawn(l, point)))).get().log2()
    });
    Contours { light: None, lines: grid.lines(&values, &[3.0, 2.0, 1.0, 0.0, -1.0, -2.0, -3.0, -4.0, -5.0]) }
}
