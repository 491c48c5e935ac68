//! Reflectors, dark panels and flags, and what they throw back.

use ink_lamp_light::shape::Size;
use serde::{Deserialize, Serialize};

/// A reflector or a flag.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Panel {
    /// As it is called, 1 to 60 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    pub name: String,
    /// What it does.
    pub kind: PanelKind,
    /// How large it is.
    pub size: Size,
}

/// What a panel does.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum PanelKind {
    /// A soft passive fill.
    White,
    /// A hard passive fill.
    Silver,
    /// Takes fill away.
    Dark,
    /// Keeps light off the ground or the lens.
    Flag,
}

impl PanelKind {
    /// What it throws back: white 0.8, silver 0.85, black 0.05 (common practice, no source).
    #[must_use]
    pub const fn reflectance(self) -> f64 {
        match self {
            Self::White => 0.8,
            Self::Silver => 0.85,
            Self::Dark | Self::Flag => 0.05,
        }
    }

    /// Whether it takes light and gives none back.
    #[must_use]
    pub const fn is_dark(self) -> bool {
        matches!(self, Self::Dark | Self::Flag)
    }
}
