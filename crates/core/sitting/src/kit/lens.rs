//! Lenses.

use ink_lamp_light::{measure::Millimetres, scale::Aperture};
use serde::{Deserialize, Serialize};

/// What focal lengths a lens has.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FocalRange {
    /// Shortest.
    pub from: Millimetres,
    /// Longest; the same for a fixed one.
    pub to: Millimetres,
}

/// A lens.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Lens {
    /// As it is called, 1 to 60 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    pub name: String,
    /// Its focal lengths.
    pub focal: FocalRange,
    /// Its widest aperture.
    pub widest: Aperture,
    /// Its smallest aperture.
    pub smallest: Aperture,
}
