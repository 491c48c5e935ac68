//! The camera on the plan.

use ink_lamp_light::measure::Meters;
use ink_lamp_scene::{extent::PlanExtent, stage::Stage};
use ink_lamp_sitting::studio::point::Point;
use serde::Serialize;

use crate::words::plan::camera as words;

/// The camera on the plan.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PlanCamera {
    /// Where.
    pub at: Point,
    /// The field's two ends at the ground, or at the edge of the drawing. Empty before lens and sensor are known.
    pub field: Vec<Point>,
    /// `2.00 m · 85 mm`.
    pub words: String,
    /// `1.30`.
    pub height_words: String,
}

pub(super) fn camera(stage: &Stage, extent: PlanExtent) -> PlanCamera {
    let end = stage.studio.ground_z().unwrap_or(extent.behind);
    let (right, _, forward) = stage.axes();
    let field = stage.field.filter(|_| forward.z < -0.05).map(|f| {
        [-1.0, 1.0]
            .map(|s| {
                let ray = forward + right * (s * f.x);
                let t = (end - stage.camera.z) / ray.z;
                Point::near(stage.camera + ray * t)
            })
            .to_vec()
    });
    PlanCamera {
        at: Point::near(stage.camera),
        field: field.unwrap_or_default(),
        words: words::camera(stage),
        height_words: Meters::new(stage.camera.y.max(0.05)).map(|h| h.number(stage.setup.length)).unwrap_or_default(),
    }
}
