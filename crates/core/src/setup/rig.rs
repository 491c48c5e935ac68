//! What belongs to a light beside its unit and place, and how a reading was taken.

use ink_lamp_light::{
    measure::{Degrees, Meters},
    meter::Receptor,
    scale::Stops,
    shape::{Gel, Grid, Shape},
    strobe::Dial,
};
use serde::{Deserialize, Serialize};
use uuid::Uuid;

use super::{
    light::{Held, Light, LightId, Role},
    room::RoomPlace,
};
use crate::kit::{Calibration, Group};

/// What belongs to a light beside its unit and place. What is left out is not known, or not there.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Rig {
    /// What its modifier does to light.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub shape: Option<Shape>,
    /// The grid that is on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub grid: Option<Grid>,
    /// The gels that are on.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub gels: Vec<Gel>,
    /// Between its direction and the camera's, seen from the sitter.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub angle: Option<Degrees>,
    /// The group it is set in.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub group: Option<Group>,
    /// The channel it listens on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub channel: Option<u8>,
    /// The mains circuit it hangs on, from 1; the first where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub circuit: Option<u8>,
    /// Where unit and modifier stand in the kit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kit: Option<FromKit>,
    /// What earlier readings taught of this unit in this modifier.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub calibration: Option<Calibration>,
}

impl Rig {
    /// Whether nothing is said.
    #[must_use]
    pub fn is_plain(&self) -> bool {
        *self == Self::default()
    }
}

/// Where unit and modifier stand in the kit.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FromKit {
    /// The unit.
    pub unit: Uuid,
    /// The modifier.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub modifier: Option<Uuid>,
}

/// How light a scene is on the whole: automatic exposure is pulled down by a light one and pushed up by a dark one.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Tone {
    /// Mostly white: correct by about +1 to +1.5.
    Light,
    /// Neither.
    Middle,
    /// Mostly black: correct to the minus side.
    Dark,
}

impl Tone {
    /// The correction that an automatic frame deserves (common practice, no source; the middle of the usual range).
    #[must_use]
    pub const fn correction(self) -> Stops {
        Stops::constant(match self {
            Self::Light => 1.3,
            Self::Middle => 0.0,
            Self::Dark => -1.3,
        })
    }

    /// `a light scene`.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Self::Light => "a light scene",
            Self::Middle => "a scene of middle tones",
            Self::Dark => "a dark scene",
        }
    }
}

/// What automatic flash gave.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Automatic {
    /// The power.
    pub gave: Dial,
    /// How light the scene was.
    pub tone: Tone,
}

/// Where the meter was held.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Place {
    /// At the face.
    Face,
    /// At the shadow side.
    ShadowSide,
    /// At the hair or shoulder.
    HairOrShoulder,
    /// At the ground.
    Ground,
}

/// How the meter was fired.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Metered {
    /// It waited for the pop.
    Cordless,
    /// It fired the unit.
    Cord,
}

/// How a reading was taken. What is left out is as usual: the light alone, where it works, held as the setup says.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct How {
    /// Lights that were on, besides the one that was read.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub on: Vec<LightId>,
    /// Where.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub place: Option<Place>,
    /// What the meter wore, and where it pointed.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub receptor: Option<Receptor>,
    /// How it was fired.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub metered: Option<Metered>,
}

impl How {
    /// Whether all is as usual.
    #[must_use]
    pub fn is_usual(&self) -> bool {
        *self == Self::default()
    }
}

impl Light {
    /// Whether it is metered at the face, where the way of holding the meter matters; rim, hair and ground are metered where they work,
    /// from their own direction.
    #[must_use]
    pub const fn is_at_face(&self) -> bool {
        matches!(self.role, Role::Key | Role::Fill)
    }

    /// Where it works: the ground's lights are read at the ground, all others at the sitter.
    #[must_use]
    pub const fn room_place(&self) -> RoomPlace {
        match self.role {
            Role::Ground => RoomPlace::Ground,
            _ => RoomPlace::Sitter,
        }
    }

    /// What makes a reading one that was taken as the setup's school has it, stops. Nothing where the angle is not known.
    #[must_use]
    pub fn as_school(&self, held: &Held, school: Receptor) -> Stops {
        match (held.how.receptor, self.rig.angle) {
            (Some(taken), Some(angle)) if self.is_at_face() => taken.to_be(school, angle).unwrap_or(Stops::ZERO),
            _ => Stops::ZERO,
        }
    }

    /// What the school's way of holding the meter shows of this light against the full light along its axis, stops: 0 or less.
    #[must_use]
    pub fn normal_by(&self, school: Receptor) -> f64 {
        match self.rig.angle {
            Some(angle) if self.is_at_face() => Receptor::FlatToLight.to_be(school, angle).map_or(-20.0, Stops::get),
            _ => 0.0,
        }
    }

    /// What going from one distance to another does: by its front where that is known, by the point law otherwise.
    #[must_use]
    pub fn falloff(&self, from: Meters, to: Meters) -> Stops {
        self.rig.shape.map_or_else(|| from.falloff_to(to), |s| s.falloff(from, to))
    }

    /// The distance that changes the light by some stops: by its front where that is known, by the point law otherwise. None where its own
    /// distance is not known, and where no distance in a studio gives it.
    pub(super) fn distance_for(&self, change: Stops) -> Option<Meters> {
        let from = self.distance?;
        match self.rig.shape {
            Some(shape) => shape.distance_for(from, change).ok(),
            None => Meters::new(from.get() * (-change).distance_factor()).ok(),
        }
    }

    /// What moving it round the sitter does to a reading at the face. Where nothing shows of it, that can't be told.
    pub(super) fn turned(&self, from: Degrees, to: Degrees, school: Receptor) -> Option<Stops> {
        if self.is_at_face() { Stops::from_factor(school.share(to) / school.share(from)) } else { Some(Stops::ZERO) }
    }
}
