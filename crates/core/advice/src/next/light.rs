//! A light that is over or under its wish: its dial, and where that is not enough, its distance.

use ink_lamp_light::{
    measure::Meters,
    scale::Stops,
    strobe::{Dial, Reach},
};
use ink_lamp_scene::{
    levels::TOLERANCE_TENTHS,
    scene::Scene,
    turn::{self, Turn},
};
use ink_lamp_sitting::entry::{DialTurned, Entry, LightPut};

use super::{Move, Pick, meter};

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
    /// Its dial is turned, or has come to its end.
    Dial(DialMove),
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
    /// What is then left, over (+) or under (−); none where that is on target.
    pub(crate) left: Option<Stops>,
    /// What is left for the distance to do: all of it, where the dial is enough.
    pub(crate) by_distance: Stops,
    /// From where to where the light would go for that; none where no distance does it.
    pub(crate) moved: Option<(Meters, Meters)>,
    /// Where it stands is known.
    pub(crate) placed: bool,
    /// Whether the unit's power allows it.
    pub(crate) reach: Reach,
}

/// What brings a light to its wish.
pub(crate) fn of(scene: &Scene, index: usize) -> Pick {
    let (setup, levels) = (scene.setup, &scene.levels);
    let light = &setup.lights[index];
    let level = &levels.lights[index];
    if level.no_flash {
        return meter::light(scene, index);
    }
    let (Some(gap), Some(target), Some(_)) = (levels.gap(index), levels.targets[index], levels.exposure) else {
        return meter::light(scene, index);
    };
    let Some(change) = turn::flash_change(level.flash, gap, target, levels.room_at(light)) else {
        return Pick::new(light.id.as_str(), Move::Light(LightMove::RoomOver { light: index, target }));
    };
    if let Some(turn) = Turn::of(setup, levels, index) {
        return dial(index, &turn);
    }
    let what = LightMove::By { light: index, target, gap, change };
    let pick = Pick::new(light.id.as_str(), Move::Light(what));
    Pick { after: Some((light.id.clone(), target)), ..pick }
}

fn dial(index: usize, turn: &Turn) -> Pick {
    let light = turn.light;
    let setting = turn.unit.scale.write(turn.to);
    let left = Some(turn.after - turn.target).filter(|left| left.tenths().abs() > TOLERANCE_TENTHS);
    let by_distance = if left.is_none() { turn.change } else { turn.change - turn.by };
    let stays = turn.to == turn.dial;
    let what = DialMove {
        light: index,
        target: turn.target,
        gap: turn.gap,
        change: turn.change,
        to: turn.to,
        stays,
        left,
        by_distance,
        moved: light.distance.zip(turn.setup.distance_for(light, by_distance)),
        placed: light.distance.is_some(),
        reach: turn.reach,
    };
    let pick = Pick::new(light.id.as_str(), Move::Light(LightMove::Dial(what)));
    let entry = if stays {
        turn.setup.distance_for(light, turn.change).map(|d| Entry::Light(Box::new(LightPut { distance: Some(d), ..light.as_put() })))
    } else {
        Some(Entry::Dial(DialTurned { light: light.id.clone(), dial: setting.clone() }))
    };
    Pick {
        power: Some((index, (!stays).then(|| turn.unit.scale.stops(turn.to)))),
        after: Some((light.id.clone(), if stays { turn.target } else { turn.after })),
        pending: (!stays).then(|| (light.id.clone(), setting)),
        entry,
        ..pick
    }
}
