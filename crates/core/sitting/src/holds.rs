//! What must hold whatever the room asks for: the look, the hand, the grain, the kit at hand, and the movement that is to be frozen.

use ink_lamp_light::{
    measure::Extent,
    scale::{Aperture, Iso, ShutterTime},
    shape::Filter,
};
use serde::{Deserialize, Serialize};

use crate::{
    cautions::Risk,
    movement::{Movement, MovementKind},
};

/// How still camera and sitter are.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Steadiness {
    /// The camera in the hand, the sitter still: 1/60 s.
    #[default]
    Hand,
    /// The sitter moves: 1/125 s.
    MovingSitter,
    /// On a tripod, the sitter still: 1/4 s.
    Tripod,
}

impl Steadiness {
    /// The longest time it allows, as `Tv` (common practice, no source).
    #[must_use]
    pub const fn slowest_tv(self) -> f64 {
        match self {
            Self::Hand => 6.0,
            Self::MovingSitter => 7.0,
            Self::Tripod => 2.0,
        }
    }
}

/// What must hold.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Holds {
    /// The widest aperture that the look allows.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub widest: Option<Aperture>,
    /// The smallest.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub smallest: Option<Aperture>,
    /// What must be sharp, nose to ear: metres of depth at the sitter.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub depth: Option<Extent>,
    /// How still camera and sitter are.
    #[serde(default)]
    pub steadiness: Steadiness,
    /// The longest time; what the steadiness allows where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub slowest: Option<ShutterTime>,
    /// The shortest time.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fastest: Option<ShutterTime>,
    /// The highest ISO; the camera's own cap where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub iso_cap: Option<Iso>,
    /// Filters that are at hand, at most 6.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "ink_lamp_light::list::up_to::<_, _, 6>")]
    #[cfg_attr(feature = "schema", schema(max_items = 6))]
    pub filters: Vec<Filter>,
    /// Whether high-speed sync is allowed.
    #[serde(default = "yes")]
    pub high_speed: bool,
    /// Whether lights may be moved.
    #[serde(default = "yes")]
    pub lights_move: bool,
    /// A movement that is to be frozen.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub movement: Option<Movement>,
    /// What else is there that asks for care, at most 5.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "ink_lamp_light::list::up_to::<_, _, 5>")]
    #[cfg_attr(feature = "schema", schema(max_items = 5))]
    pub risks: Vec<Risk>,
}

const fn yes() -> bool {
    true
}

impl Default for Holds {
    fn default() -> Self {
        Self {
            widest: None,
            smallest: None,
            depth: None,
            steadiness: Steadiness::default(),
            slowest: None,
            fastest: None,
            iso_cap: None,
            filters: Vec::new(),
            high_speed: true,
            lights_move: true,
            movement: None,
            risks: Vec::new(),
        }
    }
}

impl Holds {
    /// What is there that asks for care: as it was said, or by the movement that is to be frozen.
    #[must_use]
    pub fn has(&self, risk: Risk) -> bool {
        let by_movement = self.movement.as_ref().and_then(|movement| match movement.kind {
            MovementKind::JumpTop | MovementKind::Falling => Some(Risk::Jump),
            MovementKind::Water => Some(Risk::Wet),
            MovementKind::Walk | MovementKind::Turn | MovementKind::Hair => None,
        });
        self.risks.contains(&risk) || by_movement == Some(risk)
    }

    /// The longest time that holds, as `Tv`.
    #[must_use]
    pub fn slowest_tv(&self) -> f64 {
        self.slowest.map_or_else(|| self.steadiness.slowest_tv(), ShutterTime::tv)
    }
}
