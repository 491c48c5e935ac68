//! Transmitters, groups and channels.

use std::fmt;

use ink_lamp_light::{refusal::Refusal, scale::Step, strobe::KitWords};
use serde::{Deserialize, Serialize};

/// A group of units that is set together: a letter, A to Z.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(try_from = "String", into = "String")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = String, example = "A", pattern = "^[A-Z]$"))]
pub struct Group(char);

impl Group {
    /// The groups that nearly every transmitter has (common practice, no source).
    pub const USUAL: [Self; 5] = [Self('A'), Self('B'), Self('C'), Self('D'), Self('E')];

    /// All there are, from A.
    pub fn all() -> impl Iterator<Item = Self> {
        ('A'..='Z').map(Self)
    }

    /// Its place from 1: A is 1.
    #[must_use]
    pub const fn place(self) -> u8 {
        self.0 as u8 - b'A' + 1
    }
}

impl TryFrom<String> for Group {
    type Error = Refusal;
    fn try_from(text: String) -> Result<Self, Refusal> {
        match text.chars().next() {
            Some(letter @ 'A'..='Z') if text.len() == 1 => Ok(Self(letter)),
            _ => Err(Refusal::new("group", format!("{text} is no group. Give a letter, A to Z."))),
        }
    }
}

impl From<Group> for String {
    fn from(group: Group) -> Self {
        group.0.to_string()
    }
}

impl fmt::Display for Group {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "{}", self.0)
    }
}

/// How a transmitter reaches the units.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Link {
    /// Radio.
    Radio,
    /// Pulses of light: needs line of sight and suffers in sunlight.
    Optical,
    /// A cord.
    Cord,
}

/// What a transmitter tells the groups.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum GroupControl {
    /// It holds a ratio A : B between groups. 4:1 is 2 stops.
    Ratio,
    /// It sends a power for each group.
    Power,
    /// It only fires.
    Nothing,
}

/// A transmitter.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Transmitter {
    /// As it is called, 1 to 60 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    pub name: String,
    /// How it reaches the units.
    pub link: Link,
    /// How many groups it has, from A.
    pub groups: u8,
    /// How many channels it has.
    pub channels: u8,
    /// What it tells the groups.
    pub control: GroupControl,
    /// Denominator of the lowest power it sends: 128 for 1/128.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lowest: Option<u32>,
    /// How finely it steps.
    pub step: Step,
    /// How many pre-flashes it sends before the exposure.
    #[serde(default)]
    pub pre_flashes: u8,
    /// Whether its own flash adds to the exposure.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub contributes: bool,
    /// How it is set, in its own words.
    #[serde(default, skip_serializing_if = "KitWords::is_empty")]
    pub words: KitWords,
}
