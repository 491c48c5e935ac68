//! A light was described.

use ink_lamp_light::{
    measure::{Loss, Meters},
    meter::Receptor,
    refusal::Refusal,
    scale::Stops,
    shape::Grid,
    strobe::{Dial, Unit},
};
use serde::{Deserialize, Serialize};

use crate::{
    light::{Because, Light, Rig},
    role::{LightId, Role},
    setup::{MOST_LIGHTS, Setup},
};

/// A light was described. What is left out is not known.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LightPut {
    /// Which; a new id adds a light.
    pub light: LightId,
    /// What it is for.
    pub role: Role,
    /// The unit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub unit: Option<Unit>,
    /// Its setting as written on its dial.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(example = "1/8", max_length = 40))]
    pub dial: Option<String>,
    /// What is on it: 1 to 60 characters.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::name::optional_name")]
    pub modifier: Option<String>,
    /// How far it stands from what it lights, metres.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub distance: Option<Meters>,
    /// What its modifier does, grid, gels, angle, group, channel, circuit.
    #[serde(default, skip_serializing_if = "crate::light::Rig::is_plain")]
    pub rig: Rig,
}

impl Setup {
    pub(super) fn put(&mut self, put: &LightPut, before: &Self) -> Result<(), Refusal> {
        put.role.of_a_light()?;
        put.rig.fits(put.unit.as_ref())?;
        let dial = match (&put.unit, &put.dial) {
            // What has no dial needs no setting.
            (unit, None) => unit.as_ref().and_then(|unit| unit.scale.only()),
            (Some(unit), Some(text)) => Some(unit.scale.read(text)?),
            (None, Some(_)) => return Err(Refusal::new("dial", "Without its unit a dial setting says nothing. Give the unit too.")),
        };
        let place = match self.index_of(&put.light) {
            Some(place) => place,
            None if self.lights.len() >= MOST_LIGHTS => {
                return Err(Refusal::new("light", format!("A setup holds {MOST_LIGHTS} lights. Take one away first.")));
            }
            None => {
                // A lane stands with its own kind: a second rim after the first.
                let place = self.lights.iter().rposition(|l| l.role <= put.role).map_or(0, |p| p + 1);
                self.lights.insert(place, Light { id: put.light.clone(), ..Light::untouched(put.role) });
                place
            }
        };
        let light = &mut self.lights[place];
        light.role = put.role;
        light.describe(put.unit.as_ref(), dial, put, self.schools.receptor);
        self.spoil_whole();
        self.follow(&put.light, before)
    }
}

impl Light {
    /// Takes a new description. Saying what was not known changes nothing about a reading; what can be worked out carries it along, and
    /// another unit or an unknown modifier spoils it.
    fn describe(&mut self, unit: Option<&Unit>, dial: Option<Dial>, put: &LightPut, receptor: Receptor) {
        let before = self.clone();
        if self.unit.as_ref() == unit {
            self.turn(dial);
        } else {
            self.unit = unit.cloned();
            self.dial = dial;
            self.charged = None;
        }
        self.modifier.clone_from(&put.modifier);
        self.distance = put.distance;
        self.rig = put.rig.clone();
        let changes = self.changes_since(&before, receptor);
        let Some(held) = &mut self.reading else { return };
        for (because, by) in changes {
            match by {
                Some(by) => held.carry(by, because),
                None => held.spoil(because),
            }
        }
    }

    /// What a new description does to a reading, change by change: by how many stops, or not to be worked out.
    fn changes_since(&self, before: &Self, receptor: Receptor) -> Vec<(Because, Option<Stops>)> {
        let mut changes = Vec::new();
        if let (Some(from), Some(to)) = (before.distance, self.distance)
            && from != to
        {
            changes.push((Because::Moved, Some(self.falloff(from, to))));
        } else if before.distance.is_some() && self.distance.is_none() {
            changes.push((Because::Moved, None));
        }
        if let (Some(from), Some(to)) = (before.rig.angle, self.rig.angle)
            && from != to
        {
            changes.push((Because::Moved, self.turned(from, to, receptor)));
        }
        if before.modifier.is_some() && (before.modifier != self.modifier || before.rig.shape != self.rig.shape) {
            changes.push((Because::Modifier, self.reshaped(before)));
        }
        let loss = |grid: Option<Grid>| grid.map_or(Loss::NONE, |g| g.loss).stops();
        if before.rig.grid != self.rig.grid {
            changes.push((Because::Grid, Some(loss(before.rig.grid) - loss(self.rig.grid))));
        }
        if before.rig.gels != self.rig.gels {
            let taken = |light: &Self| light.taken() - loss(light.rig.grid);
            changes.push((Because::Gel, Some(taken(before) - taken(self))));
        }
        if self.is_other_unit(before) {
            changes.push((Because::Unit, None));
        }
        changes
    }

    /// What another modifier does, where the model knows both; the distance is taken as it is now.
    fn reshaped(&self, before: &Self) -> Option<Stops> {
        let named_only = before.modifier == self.modifier && before.rig.shape.is_none();
        if named_only {
            return Some(Stops::ZERO);
        }
        let at = self.distance?;
        let through = |light: &Self| Some(light.rig.shape?.lux_per_lumen(at).log2() - light.rig.shape?.loss().get());
        Some(Stops::of(through(self)? - through(before)?))
    }
}

impl Light {
    /// This light as the entry that describes it.
    #[must_use]
    pub fn as_put(&self) -> LightPut {
        LightPut {
            light: self.id.clone(),
            role: self.role,
            unit: self.unit.clone(),
            dial: self.written(),
            modifier: self.modifier.clone(),
            distance: self.distance,
            rig: self.rig.clone(),
        }
    }
}
