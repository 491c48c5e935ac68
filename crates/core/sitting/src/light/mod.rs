//! A light: what it is for, which unit does it, how that is set, and what was read.

mod as_metered;
mod automatic;
mod held;
mod rig;

use ink_lamp_light::{
    measure::Meters,
    refusal::Refusal,
    scale::Stops,
    strobe::{Dial, Unit},
};
use serde::{Deserialize, Serialize};

pub use automatic::{Automatic, Tone};
pub use held::{Because, Held, Other, Standing};
pub use rig::{FromKit, ModellingLamp, Rig};

use crate::{
    role::{ACCENT, LightId, Role},
    studio::LightPlace,
};

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
    #[serde(skip_serializing_if = "rig::Rig::is_plain")]
    pub rig: Rig,
    /// What automatic flash gave, until it is locked in manual.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub automatic: Option<Automatic>,
    /// The setting whose charge it may still hold: the dial went down, and it did not flash since.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub charged: Option<Dial>,
    /// How often it was moved: each placement errs anew.
    #[serde(skip_serializing_if = "is_first")]
    pub placement: u32,
    /// It is left as it is, though off its wish.
    #[serde(skip_serializing_if = "std::ops::Not::not")]
    pub left: bool,
}

#[allow(clippy::trivially_copy_pass_by_ref, reason = "serde hands a reference")]
const fn is_first(placement: &u32) -> bool {
    *placement == 0
}

impl TryFrom<Unchecked> for Light {
    type Error = Refusal;
    fn try_from(l: Unchecked) -> Result<Self, Refusal> {
        // What has no dial needs no setting.
        let dial = l.dial.or_else(|| l.unit.as_ref()?.scale.only());
        let on_scale = match (dial, &l.unit) {
            (None, _) => true,
            (Some(dial), Some(unit)) => dial <= unit.scale.lowest(),
            (Some(_), None) => false,
        };
        if !on_scale {
            return Err(Refusal::new("dial", "A dial setting needs a unit and must lie on its scale."));
        }
        l.role.of_a_light()?;
        l.rig.fits(l.unit.as_ref())?;
        let Unchecked { id, role, unit, dial: _, modifier, distance, place, target, reading, rig, automatic, charged, placement, left } = l;
        let charged = charged.filter(|held| dial.is_some_and(|dial| *held < dial));
        Ok(Self { id, role, unit, dial, modifier, distance, place, target, reading, rig, automatic, charged, placement, left })
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
            charged: None,
            placement: 0,
            left: false,
        }
    }

    /// As it is said: its role, with its number where there are several (`Rim 2`); an accent is called so by its id.
    #[must_use]
    pub fn name(&self) -> String {
        let (base, nth) = self.base_and_nth();
        let name = if base == ACCENT { "Accent" } else { self.role.name() };
        nth.map_or_else(|| name.to_owned(), |n| format!("{name} {n}"))
    }

    /// Which one of several of its name, where its id says so: the 2 of `key-2`.
    #[must_use]
    pub fn nth(&self) -> Option<u8> {
        self.base_and_nth().1
    }

    fn base_and_nth(&self) -> (&str, Option<u8>) {
        let id = self.id.as_str();
        id.rsplit_once('-').and_then(|(base, n)| Some((base, Some(n.parse().ok()?)))).unwrap_or((id, None))
    }

    /// Whether another unit stands there than before: another sheet, or by the kit another piece of the same make.
    #[must_use]
    pub fn is_other_unit(&self, before: &Self) -> bool {
        let pieces = self.rig.kit.zip(before.rig.kit);
        before.unit.is_some() && (self.unit != before.unit || pieces.is_some_and(|(now, then)| now.unit != then.unit))
    }

    /// Whether it stands elsewhere than before.
    #[must_use]
    pub fn has_moved(&self, was: &Self) -> bool {
        let distance = was.distance.zip(self.distance).is_some_and(|(a, b)| a != b);
        let angle = was.rig.angle.zip(self.rig.angle).is_some_and(|(a, b)| a != b);
        let place = was.place.zip(self.place).is_some_and(|(a, b)| a != b);
        distance || angle || place
    }

    /// Stops below full, where the dial is known.
    #[must_use]
    pub fn power(&self) -> Option<Stops> {
        Some(self.unit.as_ref()?.scale.stops(self.dial?))
    }

    /// By how much the charge that it may still hold is over its dial; none where it holds no more than that.
    #[must_use]
    pub fn held_over(&self) -> Option<Stops> {
        let scale = &self.unit.as_ref()?.scale;
        Some(scale.stops(self.charged?) - scale.stops(self.dial?))
    }

    /// What it wears, as it is told from others: by the kit's id, else by its name. None where that is not known.
    #[must_use]
    pub fn worn_id(&self) -> Option<String> {
        self.rig.kit.and_then(|kit| kit.modifier).map_or_else(|| self.modifier.clone(), |id| Some(id.to_string()))
    }

    /// Its setting as written on its own dial.
    #[must_use]
    pub fn written(&self) -> Option<String> {
        Some(self.unit.as_ref()?.scale.write(self.dial?))
    }
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
    charged: Option<Dial>,
    #[serde(default)]
    placement: u32,
    #[serde(default)]
    left: bool,
}
