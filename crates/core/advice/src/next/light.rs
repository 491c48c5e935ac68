//! A light that is over or under its wish: its dial, or its distance.

use ink_lamp_light::{
    measure::Meters,
    scale::Stops,
    strobe::{Dial, Reach},
};
use ink_lamp_scene::ground::target;
use ink_lamp_sitting::{
    entry::{DialTurned, Entry, LightLeft, LightPut},
    light::Light,
    role::Role,
    schools::Trim,
};

use super::{
    Move, Pick, meter,
    other_unit::{self, OtherUnit},
};
use crate::correct::{BY_DISTANCE, Corrected, Correction, REACHED};

/// What brings a light to its wish; `light` in the setup's order.
#[derive(Debug, Clone, PartialEq)]
pub(crate) enum LightMove {
    /// The room alone is over what it should give.
    RoomOver {
        /// Which.
        light: usize,
        /// The wish.
        target: Stops,
    },
    /// The others alone give more than is wished where it works.
    OthersOver {
        /// Which.
        light: usize,
        /// What they give.
        level: Stops,
        /// The wish.
        target: Stops,
    },
    /// Its dial is not known: up or down by so much.
    By {
        /// Which.
        light: usize,
        /// The wish.
        target: Stops,
        /// Over (+) or under (−) it.
        gap: Stops,
        /// What the flash must change by.
        change: Stops,
    },
    /// Its dial is turned, or it is moved.
    Dial(DialMove),
    /// Neither its dial nor its distance brings it nearer.
    OutOfReach(OutOfReach),
}

/// A dial on its way to a wish.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct DialMove {
    /// Whose, in the setup's order.
    pub(crate) light: usize,
    /// The wish.
    pub(crate) target: Stops,
    /// Over (+) or under (−) it now.
    pub(crate) gap: Stops,
    /// What the flash must change by.
    pub(crate) change: Stops,
    /// Where the dial goes.
    pub(crate) to: Dial,
    /// It stays where it is.
    pub(crate) stays: bool,
    /// What is then left, over (+) or under (−), for the distance to do; none where that is on target.
    pub(crate) left: Option<Stops>,
    /// What is left for the distance: all of it, where the dial is enough.
    pub(crate) by_distance: Stops,
    /// From where to where the light goes for that; none where no distance does it.
    pub(crate) moved: Option<(Meters, Meters)>,
    /// Where it stands is known.
    pub(crate) placed: bool,
    /// Whether the unit's power allows it.
    pub(crate) reach: Reach,
    /// So small a correction is surer by distance.
    pub(crate) surer_by_distance: bool,
    /// The unit of the kit that does it, where this one ends before.
    pub(crate) other: Option<OtherUnit>,
}

/// A wish that can't be reached.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct OutOfReach {
    /// Whose, in the setup's order.
    pub(crate) light: usize,
    /// The wish.
    pub(crate) target: Stops,
    /// Over (+) or under (−) it.
    pub(crate) gap: Stops,
    /// Whether the unit's power would allow it.
    pub(crate) reach: Reach,
    /// Where its dial stands.
    pub(crate) dial: Dial,
    /// Where it stands.
    pub(crate) distance: Option<Meters>,
    /// The unit of the kit that does it.
    pub(crate) other: Option<OtherUnit>,
}

impl LightMove {
    /// Whether the unit ends before the wish, so that another one may be named.
    pub(crate) fn is_at_end(&self) -> bool {
        match self {
            Self::Dial(to) => to.left.is_some() && to.reach != Reach::Within,
            Self::OutOfReach(to) => to.reach != Reach::Within,
            Self::RoomOver { .. } | Self::OthersOver { .. } | Self::By { .. } => false,
        }
    }
}

/// What a light is to do by all that is known of it, where that is worth a turn or a move.
pub(crate) fn change(scene: &Corrected, index: usize) -> Option<Pick> {
    match scene.best(index) {
        Some(best) => best.changes.then(|| turned(scene, index, best)),
        None => by(scene, index).map(|(target, gap, change)| {
            let id = &scene.setup.lights[index].id;
            let what = LightMove::By { light: index, target, gap, change };
            Pick { after: Some((id.clone(), target)), ..Pick::new(id.as_str(), Move::Light(what)) }
        }),
    }
}

/// Whether it is to do anything.
pub(super) fn changes(scene: &Corrected, index: usize) -> bool {
    scene.best(index).map_or_else(|| by(scene, index).is_some(), |best| best.changes)
}

/// Its wish, how far off it is, and by what its flash must change, where its dial is not known.
fn by(scene: &Corrected, index: usize) -> Option<(Stops, Stops, Stops)> {
    let gap = scene.levels.gap(index).filter(|gap| !scene.levels.lights[index].no_flash && scene.levels.is_too_far(*gap))?;
    Some((scene.levels.targets[index]?, gap, Stops::of(scene.outlook(index)?.change)))
}

/// The same for a light of which a finding says that it must be changed; read again where nothing can be said.
pub(crate) fn of(scene: &Corrected, index: usize) -> Pick {
    change(scene, index).unwrap_or_else(|| meter::light(scene, index))
}

/// A light that stays off its wish whatever is done, until that is accepted.
pub(crate) fn stuck(scene: &Corrected, index: usize) -> Option<Pick> {
    let (setup, levels) = (scene.setup, &scene.levels);
    let light = &setup.lights[index];
    if light.left {
        return None;
    }
    let leave = |what| {
        let entry = Entry::Left(LightLeft { light: light.id.clone() });
        Pick::new(light.id.as_str(), Move::Light(what)).with(Some(entry))
    };
    if let Some((level, target)) = others_over(scene, index) {
        return Some(leave(LightMove::OthersOver { light: index, level, target }));
    }
    light.reading.as_ref()?;
    let target = levels.targets[index]?;
    let what = match (scene.outlook(index), light.dial) {
        (None, _) if levels.lights[index].total.is_some() || levels.lights[index].guess.is_some() => {
            LightMove::RoomOver { light: index, target }
        }
        (Some(outlook), Some(dial)) if levels.is_too_far(Stops::of(outlook.gap)) => {
            let best = scene.best(index);
            let reach = best.map_or(Reach::Within, |best| best.reach);
            let other = best.filter(|_| reach != Reach::Within).and_then(|best| other_unit::of(scene, index, best));
            let gap = Stops::of(outlook.gap);
            LightMove::OutOfReach(OutOfReach { light: index, target, gap, reach, dial, distance: light.distance, other })
        }
        _ => return None,
    };
    Some(leave(what))
}

/// What the others give where a light works, and what is wished there, where that is less: its own flash can only add to it.
pub(super) fn others_over(scene: &Corrected, index: usize) -> Option<(Stops, Stops)> {
    let wish = scene.setup.lights[index].target?;
    let is_met = scene.setup.index(Role::Ground) == Some(index) && scene.levels.exposure.is_some() && scene.levels.targets[index].is_none();
    Some((target::others(&scene.stage, &scene.levels).filter(|_| is_met)?.level()?, wish))
}

fn turned(scene: &Corrected, index: usize, best: &Correction) -> Pick {
    let setup = scene.setup;
    let light = &setup.lights[index];
    let Some((unit, dial)) = light.unit.as_ref().zip(light.dial) else { return meter::light(scene, index) };
    let (target, stays) = (scene.levels.targets[index].unwrap_or(Stops::ZERO), best.dial == dial);
    let gap = Stops::of(best.now.gap);
    let left = Stops::of(best.dialled.gap);
    let by_distance = if best.moved.is_some() { best.dialled.change } else { best.now.change };
    let beside = || best.now.change.abs() <= BY_DISTANCE && !stays;
    let left = best.moved.map(|_| left).or_else(|| Some(left).filter(|left| scene.levels.is_too_far(*left)));
    let other = left.filter(|_| best.reach != Reach::Within).and_then(|_| other_unit::of(scene, index, best));
    let what = DialMove {
        light: index,
        target,
        gap,
        change: Stops::of(best.now.change),
        to: best.dial,
        stays,
        left,
        by_distance: Stops::of(by_distance),
        moved: best.moved.or_else(|| beside_the_dial(scene, light, Stops::of(by_distance))),
        placed: light.distance.is_some(),
        reach: best.reach,
        surer_by_distance: setup.schools.trim == Trim::Dial && beside(),
        other,
    };
    let setting = unit.scale.write(best.dial);
    let entry = match best.moved.filter(|_| stays) {
        Some((_, to)) => Entry::Light(Box::new(LightPut { distance: Some(to), ..light.as_put() })),
        None => Entry::Dial(DialTurned { light: light.id.clone(), dial: setting.clone() }),
    };
    Pick {
        power: Some((index, (!stays).then(|| unit.scale.stops(best.dial)))),
        after: Some((light.id.clone(), if stays { best.after.level } else { best.dialled.level })),
        pending: (!stays).then(|| (light.id.clone(), setting)),
        entry: Some(entry),
        ..Pick::new(light.id.as_str(), Move::Light(LightMove::Dial(what)))
    }
}

/// The same by distance, told beside the dial: where a stand can be.
fn beside_the_dial(scene: &Corrected, light: &Light, by: Stops) -> Option<(Meters, Meters)> {
    if !scene.setup.holds.lights_move {
        return None;
    }
    let (from, to) = light.distance.zip(scene.setup.distance_for(light, by))?;
    (REACHED.0..=REACHED.1).contains(&to.get()).then_some((from, to))
}
