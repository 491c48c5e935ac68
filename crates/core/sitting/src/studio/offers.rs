//! What is put into a studio when it is asked for: common sizes (common practice, no source), made to fit what is there.

use ink_lamp_light::measure::{Extent, Meters};
use serde::Serialize;

use super::{Bearing, Ground, GroundKind, PanelPlace, Point, Return, Side, Studio, Walls, Window};
use crate::kit::PanelKind;

/// What is put into a studio when it is asked for.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StudioOffers {
    /// Paper behind the sitter, as far as the wall behind stands.
    pub ground: Ground,
    /// A room around the sitter, as deep as the ground stands behind.
    pub walls: Walls,
    /// A window in the left wall.
    pub window: Window,
    /// A white reflector where it is most wanted: beside the face, on the side away from the key.
    pub panel: PanelPlace,
}

impl StudioOffers {
    /// What fits a studio, whose key stands at a point.
    #[must_use]
    pub fn of(studio: &Studio, key: Option<Point>) -> Self {
        let behind = studio.ground.map(|g| g.behind).or(studio.walls.map(|w| w.behind));
        // A key whose place nobody said stands at camera left.
        let side = if key.is_some_and(|k| k.x >= 0.0) { -1.0 } else { 1.0 };
        Self {
            ground: Ground {
                kind: GroundKind::Paper,
                behind: behind.unwrap_or(Meters::constant(2.0)),
                width: Meters::constant(2.7),
                reflectance: Return::constant(0.3),
            },
            walls: Walls {
                left: Meters::constant(2.0),
                right: Meters::constant(2.0),
                behind: behind.unwrap_or(Meters::constant(2.5)),
                before: Meters::constant(3.5),
                ceiling: Meters::constant(2.7),
                reflectance: Return::constant(0.5),
                ceiling_reflectance: Return::constant(0.7),
                floor_reflectance: Return::constant(0.3),
            },
            window: Window { wall: Side::Left, along: 0.0, width: Extent::constant(1.2) },
            panel: PanelPlace {
                kind: PanelKind::White,
                at: Point { x: 0.7 * side, y: 1.2, z: 0.2 },
                width: Extent::constant(0.9),
                height: Extent::constant(1.2),
                facing: if side > 0.0 { Bearing::constant(-100.0) } else { Bearing::constant(100.0) },
            },
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn at(x: f64) -> Option<Point> {
        Some(Point { x, y: 1.8, z: 1.0 })
    }

    #[test]
    fn a_reflector_goes_to_the_side_away_from_the_key_and_looks_at_the_face() {
        let studio = Studio::usual(None);
        for (key, x) in [(at(-1.0), 0.7), (at(1.0), -0.7), (None, 0.7)] {
            let panel = StudioOffers::of(&studio, key).panel;
            assert_eq!(panel.at.x, x);
            assert!(panel.front().axis.dot(studio.face() - panel.at.vector()) > 0.0, "it looks away");
        }
    }

    #[test]
    fn what_is_offered_stands_in_the_studio_that_is_there() {
        let bare = Studio::usual(None);
        let first = StudioOffers::of(&bare, None);
        let walls = Walls { behind: Meters::constant(1.6), ..first.walls };
        let walled = Studio { walls: Some(walls), ..bare.clone() };
        let offered = StudioOffers::of(&walled, None);
        assert_eq!(offered.ground.behind, walls.behind);
        let whole = Studio { ground: Some(offered.ground), windows: vec![offered.window], panels: vec![offered.panel], ..walled };
        whole.check().unwrap();
        let papered = Studio { ground: Some(Ground { behind: Meters::constant(3.0), ..first.ground }), ..bare };
        let whole = Studio { walls: Some(StudioOffers::of(&papered, None).walls), ..papered };
        whole.check().unwrap();
    }
}
