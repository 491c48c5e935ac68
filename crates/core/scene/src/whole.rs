//! The reading with all lights on, against the sum of its parts.

use ink_lamp_light::{
    meter::{Amount, Receptor},
    scale::Stops,
};
use ink_lamp_sitting::{
    light::{Held, Light},
    metered::HeldAt,
    role::LightId,
    setup::Setup,
};
use serde::Serialize;

use crate::levels::Levels;

/// The reading with all lights on against the sum of its parts.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholeCheck {
    /// What the parts add up to.
    pub parts: Stops,
    /// What the meter said.
    pub whole: Stops,
    /// More apart than what can be repeated, and all parts were measured.
    pub differs: bool,
    /// The light whose absence explains it best, where one does.
    pub absent: Option<Absent>,
}

/// A light that likely did not fire.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Absent {
    /// Which.
    pub light: LightId,
    /// What the parts add up to without it.
    pub parts: Stops,
}

/// Whole and parts may differ by this much: what a meter in tenths and a steady hand repeat.
const REPEATED_TENTHS: i32 = 2;

/// What is to be made of the whole against its parts: those that reach the face, as the receptor of the whole sees them.
pub fn whole_against_parts(setup: &Setup, levels: &Levels) -> Option<WholeCheck> {
    let (held, whole) = (setup.whole.as_ref()?, levels.whole?);
    // Elsewhere than at the face it says what spills there.
    if matches!(held.how.place, Some(HeldAt::ShadowSide | HeldAt::Ground)) {
        return None;
    }
    let receptor = held.how.receptor.unwrap_or(setup.schools.receptor);
    let counted: Vec<(usize, Amount)> = setup
        .lights
        .iter()
        .enumerate()
        .filter(|(_, l)| reaches_face(l))
        .map(|(i, l)| levels.lights[i].total.map(|_| (i, seen_by(receptor, setup.schools.receptor, l, levels.lights[i].flash))))
        .collect::<Option<_>>()?;
    // What a shutter takes of a light no meter sees: the two can't be held against each other.
    if counted.is_empty() || counted.iter().any(|(i, _)| setup.is_worked_out(&setup.lights[*i])) {
        return None;
    }
    let sum = |without: Option<usize>| counted.iter().filter(|(i, _)| Some(*i) != without).fold(levels.room, |sum, (_, a)| sum.and(*a));
    let parts = sum(None).level()?;
    let measured = counted.iter().all(|(i, _)| setup.lights[*i].reading.as_ref().is_some_and(Held::is_measured));
    // One that was read in a frame is less sure: two standard deviations more.
    let less_sure = held.how.frame.map_or(0, |frame| Stops::of(2.0 * frame.sure.get()).tenths());
    let repeated = REPEATED_TENTHS + less_sure;
    let differs = (whole - parts).tenths().abs() > repeated && measured;
    // With one light only, nothing at all would be left.
    let without = |i: usize| sum(Some(i)).level().map(|parts| (i, parts));
    let off = |(_, parts): &(usize, Stops)| (whole - *parts).abs();
    let absent = counted
        .iter()
        .filter(|_| differs)
        .filter_map(|(i, _)| without(*i))
        .min_by(|a, b| off(a).get().total_cmp(&off(b).get()))
        .filter(|one| off(one).tenths() <= repeated)
        .map(|(i, parts)| Absent { light: setup.lights[i].id.clone(), parts });
    Some(WholeCheck { parts, whole, differs, absent })
}

/// Key and fill do; others where they were read at the face.
fn reaches_face(light: &Light) -> bool {
    let at_face = |held: &Held| matches!(held.how.place, Some(HeldAt::Face | HeldAt::ShadowSide));
    light.reading.is_some() && (light.is_at_face() || light.reading.as_ref().is_some_and(at_face))
}

fn seen_by(receptor: Receptor, school: Receptor, light: &Light, flash: Amount) -> Amount {
    match light.rig.angle {
        Some(angle) if receptor != school && light.is_at_face() => school.to_be(receptor, angle).map_or(Amount::NONE, |by| flash.by(by)),
        _ => flash,
    }
}
