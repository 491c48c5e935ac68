//! A dial was turned.

use ink_lamp_light::{
    refusal::Refusal,
    strobe::{Dial, Pulse},
};
use serde::{Deserialize, Serialize};

use crate::{
    light::{Because, Light},
    role::LightId,
    setup::Setup,
};

/// A dial was turned.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DialTurned {
    /// Whose.
    pub light: LightId,
    /// The setting as written on that unit's dial: `1/16 +0.3`.
    #[cfg_attr(feature = "schema", schema(example = "1/16 +0.3", max_length = 40))]
    pub dial: String,
}

impl Light {
    /// Turns the dial: the reading goes along where both settings are known.
    pub(crate) fn turn(&mut self, dial: Option<Dial>) {
        let before = self.power();
        let (known_before, held) = (self.dial.is_some(), self.charged.or(self.dial));
        self.dial = dial;
        // A unit that stores less for less keeps what it holds until it flashes.
        let keeps = self.unit.as_ref().is_some_and(|unit| unit.pulse == Some(Pulse::Voltage));
        self.charged = held.filter(|held| keeps && dial.is_some_and(|dial| *held < dial));
        let after = self.power();
        let Some(held) = &mut self.reading else { return };
        match (before, after) {
            (Some(before), Some(after)) if before != after => held.carry(after - before, Because::Dial),
            // A setting that was not known before is a description, not a change.
            (Some(_), None) if known_before => held.spoil(Because::Dial),
            _ => {}
        }
    }
}

impl Setup {
    pub(super) fn turn_dial(&mut self, turned: &DialTurned) -> Result<(), Refusal> {
        let light = self.light_mut(&turned.light)?;
        let Some(unit) = &light.unit else {
            let message = format!("{} has no unit yet. Say which it is, then its dial can be read.", light.name());
            return Err(Refusal::new("dial", message));
        };
        let dial = unit.scale.read(&turned.dial)?;
        light.turn(Some(dial));
        light.automatic = None;
        self.spoil_whole();
        Ok(())
    }
}
