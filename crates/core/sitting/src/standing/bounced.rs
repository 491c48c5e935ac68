//! Light that is bounced off a wall or the ceiling.

use ink_lamp_light::field::{self, DVec3, Emitter, Front, Outline};

use serde::{Deserialize, Serialize};

use crate::studio::{Return, Studio};

/// A surface that light is bounced off.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Surface {
    /// The wall at camera left.
    Left,
    /// The wall at camera right.
    Right,
    /// The wall behind the sitter.
    Behind,
    /// The wall behind the camera.
    Before,
    /// The ceiling.
    Ceiling,
    /// The floor.
    Floor,
}

impl Surface {
    /// As it is called: `the ceiling`.
    pub const fn name(self) -> &'static str {
        match self {
            Self::Left => "the left wall",
            Self::Right => "the right wall",
            Self::Behind => "the wall behind",
            Self::Before => "the wall before",
            Self::Ceiling => "the ceiling",
            Self::Floor => "the floor",
        }
    }
}

/// A light that looks past the sitter at a wall, the ceiling or the floor: the lit spot there is its front, as an even disc as wide as where the
/// wall has half its light, with what the surface throws back. None where it looks at the sitter, and without walls.
pub(super) fn bounced(direct: &Emitter, studio: &Studio) -> Option<(Emitter, Surface)> {
    /// Farther off its axis than this the sitter gets next to nothing of it directly: 70 degrees.
    const PAST: f64 = 0.34;
    let (walls, front) = (studio.walls?, direct.front);
    if (studio.face() - front.at).normalize_or_zero().dot(front.axis) > PAST {
        return None;
    }
    let (side, up, down) = (walls.reflectance, walls.ceiling_reflectance, walls.floor_reflectance);
    let surfaces = [
        (DVec3::X, walls.left.get(), side, Surface::Left),
        (DVec3::NEG_X, walls.right.get(), side, Surface::Right),
        (DVec3::Z, walls.behind.get(), side, Surface::Behind),
        (DVec3::NEG_Z, walls.before.get(), side, Surface::Before),
        (DVec3::NEG_Y, walls.ceiling.get(), up, Surface::Ceiling),
        (DVec3::Y, 0.0, down, Surface::Floor),
    ];
    // Each surface by the normal that looks into the room, and how far it lies the other way.
    let hit = |(normal, away, rho, surface): (DVec3, f64, Return, Surface)| {
        let toward = -front.axis.dot(normal);
        let t = (front.at.dot(normal) + away) / toward;
        (toward > 1e-6 && t > 0.05).then_some((t, normal, rho, surface))
    };
    let (t, normal, rho, surface) = surfaces.into_iter().filter_map(hit).min_by(|a, b| a.0.total_cmp(&b.0))?;
    let radius = (t * field::wall_half_angle(direct.exponent).tan() + front.largest() / 2.0).clamp(0.15, 2.0);
    let spot = Front::new(front.at + front.axis * t + normal * 0.005, normal, DVec3::Y, Outline::Disc { radius });
    let strength = rho.get() * direct.share_out();
    Some((Emitter::new(spot, 1.0, None).of_strength(strength), surface))
}
