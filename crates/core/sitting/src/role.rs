//! What a light is for, and the id that tells it from the others.

use std::fmt;

use ink_lamp_light::refusal::Refusal;
use serde::{Deserialize, Serialize};

/// What a light is for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Role {
    /// Makes the face.
    Key,
    /// Decides how dark the shadows are.
    Fill,
    /// Separates the sitter from what is behind, at the shoulder or edge.
    Rim,
    /// The same, from above.
    Hair,
    /// Lights what is behind the sitter.
    Ground,
    /// Not a lamp of ours: the light that is there.
    Room,
}

impl Role {
    /// The role of a light of the setup: any but the room.
    pub(crate) fn of_a_light(self) -> Result<(), Refusal> {
        match self {
            Self::Room => Err(Refusal::new("role", "The room is no light of the setup. Give key, fill, rim, hair or ground.")),
            _ => Ok(()),
        }
    }

    /// As it is said: `Key`.
    #[must_use]
    pub const fn name(self) -> &'static str {
        match self {
            Self::Key => "Key",
            Self::Fill => "Fill",
            Self::Rim => "Rim",
            Self::Hair => "Hair",
            Self::Ground => "Ground",
            Self::Room => "Room",
        }
    }

    const fn id(self) -> &'static str {
        match self {
            Self::Key => "key",
            Self::Fill => "fill",
            Self::Rim => "rim",
            Self::Hair => "hair",
            Self::Ground => "ground",
            Self::Room => "room",
        }
    }
}

/// What a light is called within its setup: 1 to 24 small letters, digits and hyphens.
#[derive(Debug, Clone, PartialEq, Eq, Hash, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(try_from = "String", into = "String")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = String, example = "fill", pattern = "^[a-z0-9-]{1,24}$"))]
pub struct LightId(String);

impl LightId {
    /// Names that lanes of another kind have.
    const TAKEN: [&str; 4] = ["room", "camera", "whole", "frame"];

    /// From text.
    ///
    /// # Errors
    /// Refuses other characters, other lengths, and the names of lanes that are no lights.
    pub fn new(text: &str) -> Result<Self, Refusal> {
        let fits = (1..=24).contains(&text.len()) && text.bytes().all(|b| b.is_ascii_lowercase() || b.is_ascii_digit() || b == b'-');
        if !fits || Self::TAKEN.contains(&text) {
            return Err(Refusal::new(
                "light",
                "This is no light. Give its id, such as key or rim-2: 1 to 24 small letters, digits and hyphens.",
            ));
        }
        Ok(Self(text.to_owned()))
    }

    /// The first light of a role is called by it.
    #[must_use]
    pub fn of(role: Role) -> Self {
        Self(role.id().to_owned())
    }

    /// One more light of a name: the second rim is `rim-2`.
    fn numbered(base: &str, n: usize) -> Self {
        Self(if n == 1 { base.to_owned() } else { format!("{base}-{n}") })
    }

    /// The first of a name that is not taken.
    pub(crate) fn free(base: &str, taken: &[&Self]) -> Self {
        // One more than are taken: one of them is free.
        (1..=taken.len() + 1).map(|n| Self::numbered(base, n)).find(|id| !taken.contains(&id)).unwrap_or_else(|| Self::numbered(base, 1))
    }

    /// As text.
    #[must_use]
    pub fn as_str(&self) -> &str {
        &self.0
    }
}

impl fmt::Display for LightId {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.0)
    }
}

impl TryFrom<String> for LightId {
    type Error = Refusal;
    fn try_from(text: String) -> Result<Self, Refusal> {
        Self::new(&text)
    }
}

impl From<LightId> for String {
    fn from(id: LightId) -> Self {
        id.0
    }
}

/// A light that picks something out has the rim's role and this id.
pub(crate) const ACCENT: &str = "accent";

/// What a light may be added as, in the order of the work: what its id begins with, and its role.
pub(crate) const ADDED: [(&str, Role); 6] = [
    (Role::Key.id(), Role::Key),
    (Role::Fill.id(), Role::Fill),
    (Role::Rim.id(), Role::Rim),
    (ACCENT, Role::Rim),
    (Role::Hair.id(), Role::Hair),
    (Role::Ground.id(), Role::Ground),
];
