use std::fmt;

use ink_lamp_light::{
    measure::Meters,
    meter::Reading,
    refusal::Refusal,
    scale::Stops,
    strobe::{Dial, Unit},
};
use serde::{Deserialize, Serialize};

use super::{
    plan::LightPlace,
    rig::{Automatic, How, Rig},
};

/// What a light is for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[non_exhaustive]
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

/// A light that picks something out has the rim's role and this id.
const ACCENT: &str = "accent";

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

/// Why a reading is no longer what the meter showed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Because {
    /// Its power was changed.
    Dial,
    /// It was moved.
    Moved,
    /// Another modifier is on it.
    Modifier,
    /// A grid was put on or taken off.
    Grid,
    /// Gels were put on or taken off.
    Gel,
    /// Another unit stands there.
    Unit,
    /// It comes from another setup.
    Copied,
    /// One of the lights was changed (for the whole).
    Lights,
}

/// How a reading stands.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Standing {
    /// As the meter showed it.
    Measured,
    /// Carried along by a change that can be worked out: a prediction.
    Carried {
        /// What the change gives, in stops of flash.
        by: Stops,
        /// The last change.
        because: Because,
    },
    /// Changed in a way that can't be worked out: read it again.
    Stale {
        /// The change.
        because: Because,
    },
}

/// A reading that is held, with how it stands.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Held {
    /// What the meter showed.
    pub reading: Reading,
    /// How it stands.
    pub standing: Standing,
    /// Where and how the meter was held.
    #[serde(default, skip_serializing_if = "super::rig::How::is_usual")]
    pub how: How,
    /// What each of the other lights that were on gave at that moment, `Av` at ISO 100, where it was known.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub others: Vec<Other>,
}

/// Another light that was on during a reading.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Other {
    /// Which.
    pub light: LightId,
    /// What its flash gave, `Av` at ISO 100; none where it was not known then.
    pub av_100: Option<f64>,
}

impl Held {
    /// A reading just taken.
    #[must_use]
    pub fn measured(reading: Reading) -> Self {
        Self { reading, standing: Standing::Measured, how: How::default(), others: Vec::new() }
    }

    /// Whether it is as the meter showed it.
    #[must_use]
    pub fn is_measured(&self) -> bool {
        self.standing == Standing::Measured
    }

    /// Carries the reading along by a change that can be worked out.
    pub fn carry(&mut self, by: Stops, because: Because) {
        self.standing = match self.standing {
            Standing::Measured => Standing::Carried { by, because },
            Standing::Carried { by: before, .. } => Standing::Carried { by: before + by, because },
            stale @ Standing::Stale { .. } => stale,
        };
    }

    /// Marks the reading as no longer true.
    pub const fn spoil(&mut self, because: Because) {
        self.standing = Standing::Stale { because };
    }
}

/// A light: what it is for, which unit does it, how that is set, and what was read.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(try_from = "Unchecked")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Light {
    /// Its id within the setup.
    pub id: LightId,
    /// What it is for.
    pub role: Role,
    /// The unit, once it was said.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub unit: Option<Unit>,
    /// Its setting, once it was said: never without a unit, always on that unit's scale.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub dial: Option<Dial>,
    /// What is on it, in words.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub modifier: Option<String>,
    /// How far it stands from what it lights.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub distance: Option<Meters>,
    /// Where it stands, once it is on the plan; distance and angle then follow from it.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub place: Option<LightPlace>,
    /// The wished level, for lights outside the ratio.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub target: Option<Stops>,
    /// The last reading of it.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub reading: Option<Held>,
    /// What its modifier does, grid, gels, angle, group, channel, circuit.
    #[serde(skip_serializing_if = "super::rig::Rig::is_plain")]
    pub rig: Rig,
    /// What automatic flash gave, until it is locked in manual.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub automatic: Option<Automatic>,
}

/// A light as it comes from outside.
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Unchecked {
    id: LightId,
    role: Role,
    unit: Option<Unit>,
    dial: Option<Dial>,
    #[serde(default, deserialize_with = "ink_lamp_light::name::optional_name")]
    modifier: Option<String>,
    distance: Option<Meters>,
    place: Option<LightPlace>,
    target: Option<Stops>,
    reading: Option<Held>,
    #[serde(default)]
    rig: Rig,
    automatic: Option<Automatic>,
}

impl TryFrom<Unchecked> for Light {
    type Error = Refusal;
    fn try_from(l: Unchecked) -> Result<Self, Refusal> {
        let on_scale = match (l.dial, &l.unit) {
            (None, _) => true,
            (Some(dial), Some(unit)) => dial <= unit.scale.lowest(),
            (Some(_), None) => false,
        };
        if !on_scale {
            return Err(Refusal::new("dial", "A dial setting needs a unit and must lie on its scale."));
        }
        if l.role == Role::Room {
            return Err(Refusal::new("role", "The room is no light of the setup. Give key, fill, rim, hair or ground."));
        }
        let Unchecked { id, role, unit, dial, modifier, distance, place, target, reading, rig, automatic } = l;
        Ok(Self { id, role, unit, dial, modifier, distance, place, target, reading, rig, automatic })
    }
}

impl Light {
    /// A light that nobody touched yet, called by its role.
    #[must_use]
    pub fn untouched(role: Role) -> Self {
        Self {
            id: LightId::of(role),
            role,
            unit: None,
            dial: None,
            modifier: None,
            distance: None,
            place: None,
            target: None,
            reading: None,
            rig: Rig::default(),
            automatic: None,
        }
    }

    /// As it is said: its role, with its number where there are several (`Rim 2`); an accent is called so by its id.
    #[must_use]
    pub fn name(&self) -> String {
        let (base, number) = match self.id.as_str().rsplit_once('-') {
            Some((base, n)) if n.parse::<u8>().is_ok() => (base, format!(" {n}")),
            _ => (self.id.as_str(), String::new()),
        };
        let name = if base == ACCENT { "Accent" } else { self.role.name() };
        format!("{name}{number}")
    }

    /// Stops below full, where the dial is known.
    #[must_use]
    pub fn power(&self) -> Option<Stops> {
        Some(self.unit.as_ref()?.scale.stops(self.dial?))
    }

    /// Its setting as written on its own dial.
    #[must_use]
    pub fn written(&self) -> Option<String> {
        Some(self.unit.as_ref()?.scale.write(self.dial?))
    }
}
