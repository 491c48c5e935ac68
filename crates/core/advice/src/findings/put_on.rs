//! What was put on or taken off a light, and what a turned dial leaves stored.

use ink_lamp_light::scale::Stops;
use ink_lamp_sitting::{
    checks::{CheckPoint, Device},
    light::{Because, Light, Standing},
    role::LightId,
};
use serde::Serialize;

use super::Found;
use crate::{correct::Corrected, next};

/// What is found of a light that was changed since it was read.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum PutOn {
    /// What is stored must be dumped after turning down.
    ChargeKept {
        /// Whose.
        light: LightId,
        /// The setting whose charge it holds.
        held: String,
        /// By how much the next flash would be too bright.
        over: Stops,
    },
    /// It was not compensated.
    Uncompensated {
        /// Whose.
        light: LightId,
        /// What was done.
        what: Change,
        /// Over (+) or under (−) its target with it.
        gap: Stops,
    },
}

/// What was changed.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum Change {
    /// A grid was put on.
    GridOn,
    /// The grid was taken off.
    GridOff,
    /// Its gels.
    Gels,
    /// Its modifier.
    Modifier,
}

pub(super) fn of(scene: &Corrected, index: usize) -> Vec<Found> {
    let light = &scene.setup.lights[index];
    let id = light.id.as_str();
    let mut found: Vec<Found> = charge_kept(light).into_iter().collect();
    let standing = light.reading.as_ref().map(|h| h.standing);
    let (Some(_), Some(Standing::Carried { because, .. })) = (&light.unit, standing) else { return found };
    let what = match because {
        Because::Grid => Some(if light.rig.grid.is_some() { Change::GridOn } else { Change::GridOff }),
        Because::Gel => Some(Change::Gels),
        Because::Modifier => Some(Change::Modifier),
        _ => None,
    };
    if let Some((what, gap)) = what.zip(scene.levels.gap(index).filter(|gap| scene.levels.is_too_far(*gap))) {
        let mend = next::light::of(scene, index).entry;
        found.push(Found::new(PutOn::Uncompensated { light: light.id.clone(), what, gap }, id).mend(mend));
    }
    found
}

/// A unit that stores less for less, turned down: it holds what it held, until it flashes.
fn charge_kept(light: &Light) -> Option<Found> {
    let over = light.held_over()?;
    let fact = PutOn::ChargeKept { light: light.id.clone(), held: light.unit.as_ref()?.scale.write(light.charged?), over };
    let at_dial = format!("at {}", light.written()?);
    (over.get() > 0.05).then(|| Found::new(fact, light.id.as_str()).looked_at(Device::Unit(light.id.clone()), CheckPoint::Charge, at_dial))
}
