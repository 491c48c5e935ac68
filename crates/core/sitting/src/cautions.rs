//! The usual cautions of the trade, and what somebody did about them in a sitting.

use ink_lamp_light::list::up_to;
use serde::{Deserialize, Deserializer, Serialize};

use crate::role::LightId;

/// What a caution is about. Local codes and licensed practice decide.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Caution {
    /// Anything over somebody.
    Overhead,
    /// A full flash close to eyes, least of all infants' and animals'.
    Eyes,
    /// Flashing again and again: some react to it.
    Flashing,
    /// Circuits and leads.
    Mains,
    /// Capacitors, fuses.
    Capacitors,
    /// Modelling lamps, gels, cloth.
    Heat,
    /// Stands and cables.
    Stands,
    /// Batteries.
    Batteries,
    /// Flash bulbs.
    Bulbs,
    /// Animals.
    Animals,
    /// Jumps and trampolines.
    Jumps,
    /// Water, and outdoors where it is wet.
    Wet,
    /// Haze machines.
    Haze,
}

impl Caution {
    /// All of them, those that hurt most first.
    pub const ALL: [Self; 13] = [
        Self::Overhead,
        Self::Wet,
        Self::Eyes,
        Self::Flashing,
        Self::Mains,
        Self::Capacitors,
        Self::Heat,
        Self::Jumps,
        Self::Animals,
        Self::Haze,
        Self::Stands,
        Self::Batteries,
        Self::Bulbs,
    ];
}

/// What is there beside lights and sitter, and asks for care.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Risk {
    /// An infant.
    Infant,
    /// An animal.
    Animal,
    /// A jump or a trampoline.
    Jump,
    /// Water, or outdoors where it is wet.
    Wet,
    /// A haze machine.
    Haze,
}

impl Risk {
    /// All there are.
    pub const ALL: [Self; 5] = [Self::Infant, Self::Animal, Self::Jump, Self::Wet, Self::Haze];

    /// The caution that it asks for.
    #[must_use]
    pub const fn caution(self) -> Caution {
        match self {
            Self::Infant => Caution::Eyes,
            Self::Animal => Caution::Animals,
            Self::Jump => Caution::Jumps,
            Self::Wet => Caution::Wet,
            Self::Haze => Caution::Haze,
        }
    }
}

/// A caution that somebody acted on.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Heeded {
    /// Which.
    pub caution: Caution,
    /// The lights that it was about then, at most 8: it is told again when it is about another one.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "up_to::<_, _, 8>")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub lights: Vec<LightId>,
    /// Who did, where that was said: 1 to 60 characters.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::name::optional_name")]
    pub by: Option<String>,
}

/// Deserialises what was heeded, each caution at most once.
///
/// # Errors
/// Refuses more than there are.
pub(crate) fn heeded<'de, D: Deserializer<'de>>(deserializer: D) -> Result<Vec<Heeded>, D::Error> {
    up_to::<_, Heeded, { Caution::ALL.len() }>(deserializer)
}
