//! The reading with all lights on, against the sum of its parts.

use ink_lamp_light::{
    meter::{Amount, Receptor},
    scale::Stops,
};
use ink_lamp_sitting::{
    light::{Held, Light},
    metered::HeldAt,
    setup::Setup,
};

use crate::levels::Levels;

/// The reading with all lights on against the sum of its parts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct WholeCheck {
    /// What the parts add up to.
    pub parts: Stops,
    /// What the meter said.
    pub whole: Stops,
    /// More apart than what can be repeated, and all parts were measured.
    pub differs: bool,
    /// The light whose absence explains it best, where one does; and how far off the rest then is.
    pub absent: Option<(usize, Stops)>,
}

/// Whole and parts may differ by this much: what a meter in tenths and a steady hand repeat.
const REPEATED_TENTHS: i32 = 2;

/// What is to be made of the whole against its parts: those that reach the face, as the receptor of the whole sees them.
pub fn whole_against_parts(setup: &Setup, levels: &Levels) -> Option<WholeCheck> {
    let (held, whole) = (setup.whole.as_ref()?, levels.whole?);
    let receptor = held.how.receptor.unwrap_or(setup.schools.receptor);
    let counted: Vec<(usize, Amount)> = setup
        .lights
        .iter()
        .enumerate()
        .filter(|(_, l)| reaches_face(l))
        .map(|(i, l)| levels.lights[i].total.map(|_| (i, seen_by(receptor, setup.schools.receptor, l, levels.lights[i].flash))))
        .collect::<Option<_>>()?;
    if counted.is_empty() {
        return None;
    }
    let sum = |without: Option<usize>| counted.iter().filter(|(i, _)| Some(*i) != without).fold(levels.room, |sum, (_, a)| sum.and(*a));
    let parts = sum(None).level()?;
    let measured = counted.iter().all(|(i, _)| setup.lights[*i].reading.as_ref().is_some_and(Held::is_measured));
    let differs = (whole - parts).tenths().abs() > REPEATED_TENTHS && measured;
    // With one light only, nothing at all would be left.
    let off = |i: usize| sum(Some(i)).level().map(|level| (i, whole - level));
    let absent = counted
        .iter()
        .filter(|_| differs)
        .filter_map(|(i, _)| off(*i))
        .min_by(|a, b| a.1.abs().get().total_cmp(&b.1.abs().get()))
        .filter(|(_, off)| off.tenths().abs() <= REPEATED_TENTHS);
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
