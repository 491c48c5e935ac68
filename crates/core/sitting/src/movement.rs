//! What moves, how fast it is when the light comes on, and how sharp it must be.

use ink_lamp_light::{
    measure::{Extent, Millimetres},
    quantity,
    scale::{ShutterTime, Stops},
    shutter::{Delay, GRAVITY, Ghost, MetresPerSecond, fall_speed, ghost, seconds_of},
};
use serde::{Deserialize, Serialize};

quantity! {
    /// A blur on the subject, 0.05 to 500 millimetres.
    Blur, "blur", 0.05 to 500.0, "mm", "blur"
}

/// A movement that is to be frozen.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Movement {
    /// What moves.
    pub kind: MovementKind,
    /// Its speed; the usual one where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub speed: Option<MetresPerSecond>,
    /// How far from its top a jump is caught; 0.05 s where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub late: Option<Delay>,
    /// How far it has fallen; 0.3 m where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fallen: Option<Extent>,
    /// How much blur is allowed on the subject.
    pub blur: Blur,
    /// How wide the moving thing is along its way; 10 mm where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub width: Option<Millimetres>,
}

impl Movement {
    /// The blur that one begins with, on the sitter (a judgement).
    pub const USUAL_BLUR: Blur = Blur::constant(2.0);
    /// How near to its top a jump is caught by a practised hand (a judgement).
    pub const USUALLY_LATE: Delay = Delay::constant(0.05);
    /// How far something has usually fallen (a judgement).
    pub const USUAL_FALL: Extent = Extent::constant(0.3);
    /// How wide a finger or a lock of hair is (a judgement).
    pub const USUAL_WIDTH: Millimetres = Millimetres::constant(10.0);

    /// Its speed in metres a second when the light comes on, and what it gains in a second.
    #[must_use]
    pub fn speed(&self) -> (f64, f64) {
        let gain = match self.kind {
            MovementKind::JumpTop | MovementKind::Falling => GRAVITY,
            _ => 0.0,
        };
        let speed = match (self.speed, self.kind) {
            (Some(speed), _) => speed.get(),
            (None, MovementKind::JumpTop) => GRAVITY * self.late.unwrap_or(Self::USUALLY_LATE).get(),
            (None, kind) => kind.usual_speed().unwrap_or_else(|| fall_speed(self.fallen.unwrap_or(Self::USUAL_FALL).get())),
        };
        (speed, gain)
    }

    /// How wide it is along its way, millimetres.
    #[must_use]
    pub fn width(&self) -> f64 {
        self.width.unwrap_or(Self::USUAL_WIDTH).get()
    }

    /// What the room draws of it beside the flash, with the room at a level and the shutter open for a time.
    #[must_use]
    pub fn ghost(&self, room: Stops, shutter: ShutterTime) -> Option<Ghost> {
        let speed = MetresPerSecond::new(self.speed().0.max(0.01)).ok()?;
        Some(ghost(room, speed, seconds_of(shutter)?, self.width()))
    }
}

/// What moves.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum MovementKind {
    /// Somebody walks.
    Walk,
    /// Somebody turns, a skirt swings.
    Turn,
    /// A jump, near its top.
    JumpTop,
    /// A jump or a thing, falling.
    Falling,
    /// Hair that is thrown.
    Hair,
    /// Water that splashes.
    Water,
}

impl MovementKind {
    /// Every kind, slowest first.
    pub const ALL: [Self; 6] = [Self::JumpTop, Self::Walk, Self::Turn, Self::Falling, Self::Water, Self::Hair];

    /// `Jump at its top`.
    #[must_use]
    pub const fn name(self) -> &'static str {
        match self {
            Self::Walk => "Walk",
            Self::Turn => "Turn",
            Self::JumpTop => "Jump at its top",
            Self::Falling => "Falling",
            Self::Hair => "Hair thrown",
            Self::Water => "Water splashing",
        }
    }

    /// Its usual speed in metres a second (common practice and judgement, no source); none where it follows from the fall.
    #[must_use]
    pub const fn usual_speed(self) -> Option<f64> {
        match self {
            Self::Walk => Some(1.4),
            Self::Turn => Some(2.5),
            Self::Water => Some(4.0),
            Self::Hair => Some(6.0),
            Self::JumpTop | Self::Falling => None,
        }
    }

    /// Whether its speed follows from how near to its top it is caught.
    #[must_use]
    pub const fn is_by_top(self) -> bool {
        matches!(self, Self::JumpTop)
    }

    /// Whether its speed follows from how far it has fallen.
    #[must_use]
    pub const fn is_by_fall(self) -> bool {
        matches!(self, Self::Falling)
    }

    /// Whether somebody may be hurt by it: it needs a safety plan of its own.
    #[must_use]
    pub const fn is_risky(self) -> bool {
        matches!(self, Self::JumpTop | Self::Falling | Self::Water)
    }
}
