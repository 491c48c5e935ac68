//! Which power on a unit freezes a movement, and what the room draws of it: by cases, in numbers.

use ink_lamp_light::{
    scale::Stops,
    shutter::{Ghost, longest_time},
    strobe::{Dial, Unit},
};
use ink_lamp_sitting::{
    light::Light,
    movement::{Movement, MovementKind},
    setup::Setup,
};

/// A ghost below this is not seen, stops against the flash (a judgement).
const SEEN_GHOST: f64 = -6.0;

/// What the room draws of a movement beside the flash, where it is seen.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct RoomGhost {
    /// What moves.
    pub movement: MovementKind,
    /// How long it is, and how bright.
    pub drawn: Ghost,
    /// It goes down; else to the side.
    pub falls: bool,
}

/// What the room, at a level, draws of the movement of a setup.
#[must_use]
pub fn ghost(setup: &Setup, room: Option<Stops>) -> Option<RoomGhost> {
    let ((movement, camera), room) = setup.holds.movement.zip(setup.camera.as_ref()).zip(room)?;
    let drawn = movement.ghost(room, camera.exposure.shutter)?;
    let seen = drawn.level.get() >= SEEN_GHOST && drawn.smear >= 2.0 * f64::from(movement.blur);
    let falls = matches!(movement.kind, MovementKind::JumpTop | MovementKind::Falling | MovementKind::Water);
    seen.then_some(RoomGhost { movement: movement.kind, drawn, falls })
}

/// The longest t0.1 for a movement's blur, seconds.
#[must_use]
pub fn longest(movement: Movement) -> f64 {
    let (speed, gain) = movement.speed();
    longest_time(speed, gain, movement.blur.get())
}

/// Blur on the sitter in a time, millimetres.
#[must_use]
pub fn blur(movement: Movement, time: f64) -> f64 {
    let (speed, gain) = movement.speed();
    (speed * time + gain * time * time / 2.0) * 1000.0
}

/// t0.1 of a light where it is set, seconds.
#[must_use]
pub fn time(light: &Light) -> Option<f64> {
    Some(light.unit.as_ref()?.t01_at(light.power()?)?.time.get())
}

/// Whether a time is short enough, up to what a table of durations is good for.
#[must_use]
pub fn is_short_enough(time: f64, longest: f64) -> bool {
    time <= longest * 1.001
}

/// What a unit can do for a longest time.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Freezes {
    /// No power is short enough: its shortest t0.1 in seconds, and where.
    Never {
        /// Seconds.
        shortest: f64,
        /// The setting.
        at: Dial,
    },
    /// Some are.
    From {
        /// The setting with most light.
        most: Dial,
        /// The one with least.
        least: Dial,
        /// All of its settings are.
        all: bool,
        /// The one nearest to where it is set, which costs least; none where its power is not known.
        nearest: Option<Dial>,
    },
}

/// What a unit can do for a longest time. `power` is where it is set.
#[must_use]
pub fn freezes(unit: &Unit, power: Option<Stops>, longest: f64) -> Freezes {
    let time = |dial: Dial| unit.t01_at(unit.scale.stops(dial)).map(|d| d.time.get());
    let does: Vec<Dial> = unit.scale.dials().filter(|d| time(*d).is_some_and(|t| is_short_enough(t, longest))).collect();
    // From full down: the first one gives most light.
    let (Some(most), Some(least)) = (does.first().copied(), does.last().copied()) else {
        let of = |d: &Dial| time(*d).unwrap_or(f64::INFINITY);
        let at = unit.scale.dials().min_by(|a, b| of(a).total_cmp(&of(b))).unwrap_or(Dial::FULL);
        return Freezes::Never { shortest: of(&at), at };
    };
    let nearest = power.and_then(|power| {
        let off = |d: &Dial| (unit.scale.stops(*d) - power).abs().get();
        does.iter().copied().min_by(|a, b| off(a).total_cmp(&off(b)))
    });
    Freezes::From { most, least, all: does.len() == unit.scale.dials().count(), nearest }
}
