//! What belongs to a light beside its unit and place.

use ink_lamp_light::{
    measure::Degrees,
    refusal::Refusal,
    shape::{Gel, Grid, Shape},
    strobe::Unit,
};
use serde::{Deserialize, Deserializer, Serialize, de::Error};
use uuid::Uuid;

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
    /// The gels that are on, at most 6.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "ink_lamp_light::list::up_to::<_, _, 6>")]
    #[cfg_attr(feature = "schema", schema(max_items = 6))]
    pub gels: Vec<Gel>,
    /// Between its direction and the camera's, seen from the sitter.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub angle: Option<Degrees>,
    /// The group it is set in.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub group: Option<Group>,
    /// The channel it listens on, from 1.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "counted::<_, 255>")]
    #[cfg_attr(feature = "schema", schema(minimum = 1))]
    pub channel: Option<u8>,
    /// The mains circuit it hangs on, 1 to 9; the first where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "counted::<_, 9>")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 9))]
    pub circuit: Option<u8>,
    /// How its modelling lamp is while frames are shot, once that was said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lamp: Option<ModellingLamp>,
    /// Where unit and modifier stand in the kit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kit: Option<FromKit>,
    /// What earlier readings taught of this unit in this modifier.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub calibration: Option<Calibration>,
}

/// How a modelling lamp is while frames are shot.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum ModellingLamp {
    /// Off.
    Off,
    /// As bright as the flash is set.
    Proportional,
    /// As bright as it goes.
    Full,
}

impl ModellingLamp {
    /// All there are.
    pub const ALL: [Self; 3] = [Self::Off, Self::Proportional, Self::Full];
}

impl Rig {
    /// Whether its modelling lamp is said to be on.
    #[must_use]
    pub fn lamp_is_on(&self) -> bool {
        self.lamp.is_some_and(|lamp| lamp != ModellingLamp::Off)
    }

    /// Whether nothing is said.
    #[must_use]
    pub fn is_plain(&self) -> bool {
        *self == Self::default()
    }

    /// Whether a unit has the channel and the group that it is said to be set to, as far as its sheet says how many it has.
    ///
    /// # Errors
    /// Refuses a channel and a group that the unit does not have.
    pub fn fits(&self, unit: Option<&Unit>) -> Result<(), Refusal> {
        let Some(unit) = unit else { return Ok(()) };
        if let (Some(channel), Some(most)) = (self.channel, unit.channels)
            && channel > most
        {
            let message = format!("{} has no channel {channel}. Give 1 to {most}.", unit.name);
            return Err(Refusal::new("rig.channel", message));
        }
        if let (Some(group), Some(most)) = (self.group, unit.groups)
            && group.place() > most
        {
            let message = format!("{} has no group {group}. It has {most}, from A.", unit.name);
            return Err(Refusal::new("rig.group", message));
        }
        Ok(())
    }
}

/// Deserialises a number from 1 to `MOST`, which may be left out.
fn counted<'de, D: Deserializer<'de>, const MOST: u8>(deserializer: D) -> Result<Option<u8>, D::Error> {
    match Option::<u8>::deserialize(deserializer)? {
        Some(number) if !(1..=MOST).contains(&number) => {
            Err(D::Error::custom(format_args!("There is no {number} here. Give 1 to {MOST}.")))
        }
        number => Ok(number),
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
