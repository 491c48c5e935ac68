//! Which power on which unit freezes a movement, and what that costs.

use ink_lamp_light::{
    lens::magnification,
    scale::{Aperture, Series, Stops},
    shutter::{longest_time, on_sensor},
    strobe::{Dial, Pulse, Unit},
};
use ink_lamp_sitting::{
    entry::{DialTurned, Entry},
    light::Light,
    movement::{Movement, MovementKind},
    role::Role,
    setup::Setup,
};
use serde::Serialize;

use super::time_words;
use crate::board::Levels;

/// Movement, and what freezes it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FreezeStudy {
    /// What is wanted, in a sentence.
    pub title: String,
    /// Whether the lights are that short.
    pub fate: String,
    /// What moves, as it was said.
    pub movement: Option<Movement>,
    /// What may be chosen, with usual speeds.
    pub offers: Vec<MovementOffer>,
    /// How fast it is when the light comes on: `0.5 m/s`.
    pub speed: Option<String>,
    /// The longest t0.1 for the blur, seconds.
    pub longest: Option<f64>,
    /// The same in words: `1/250 s`.
    pub longest_words: Option<String>,
    /// The blur in pixels, where camera, lens and distance are known.
    pub pixels: Option<String>,
    /// One for each light whose unit is known.
    pub lights: Vec<FreezeLight>,
    /// What the room draws beside it at this shutter time.
    pub ghost: Option<String>,
}

/// A movement to choose.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MovementOffer {
    /// Which.
    pub kind: MovementKind,
    /// As it is said.
    pub name: String,
    /// Its usual speed: `1.4 m/s`; where it follows from the fall, how.
    pub speed: String,
}

/// A light and a movement.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FreezeLight {
    /// Which.
    pub id: String,
    /// As it is said.
    pub name: String,
    /// Its role.
    pub role: Role,
    /// Its unit.
    pub unit: String,
    /// How it makes less light: `cut short: faster at low power`.
    pub kind: String,
    /// Where it is set.
    pub now: String,
    /// t0.1 there: `1/300 s`.
    pub now_time: Option<String>,
    /// Blur there on the sitter: `8 mm`.
    pub now_blur: Option<String>,
    /// It freezes the movement as it is set.
    pub freezes: bool,
    /// `1/16 and lower`; none where no power does it.
    pub does: Option<String>,
    /// The setting that does it with most light, and what writes it.
    pub dial: Option<String>,
    /// The entry that turns the dial there.
    pub entry: Option<Entry>,
    /// What that costs: aperture, distance, units.
    pub costs: String,
    /// t0.1 over its powers, to be drawn.
    pub points: Vec<DurationPoint>,
    /// Its power now, to be drawn.
    pub power: Option<Stops>,
}

/// t0.1 at a power.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DurationPoint {
    /// Stops below full.
    pub power: Stops,
    /// Seconds.
    pub t01: f64,
}

pub(super) fn of(setup: &Setup, levels: &Levels) -> FreezeStudy {
    let movement = setup.holds.movement;
    let longest = movement.map(|m| {
        let (speed, gain) = m.speed();
        longest_time(speed, gain, m.blur.get())
    });
    let lights: Vec<FreezeLight> = setup.lights.iter().filter_map(|l| Some(light(setup, l, l.unit.as_ref()?, movement, longest))).collect();
    FreezeStudy {
        title: title(movement, longest),
        fate: fate(longest, &lights),
        movement,
        offers: offers(),
        speed: movement.map(|m| format!("{:.1} m/s", m.speed().0)),
        longest,
        longest_words: longest.map(time_words),
        pixels: movement.and_then(|m| pixels(setup, m.blur.get())),
        lights,
        ghost: movement.and_then(|m| ghost_words(setup, levels, m)),
    }
}

fn title(movement: Option<Movement>, longest: Option<f64>) -> String {
    let Some((movement, longest)) = movement.zip(longest) else { return "Say what moves, and how sharp it must be".to_owned() };
    format!("{}, {} mm of blur: t0.1 of {} or less", movement.kind.name(), movement.blur.get(), time_words(longest))
}

fn fate(longest: Option<f64>, lights: &[FreezeLight]) -> String {
    let known: Vec<&FreezeLight> = lights.iter().filter(|l| l.now_time.is_some()).collect();
    let words = match known.iter().filter(|l| l.freezes).count() {
        _ if known.is_empty() || longest.is_none() => "",
        n if n == known.len() => "Every light is that short as it is set.",
        0 => "No light is that short yet.",
        _ => "Not every light is that short yet.",
    };
    words.to_owned()
}

fn offers() -> Vec<MovementOffer> {
    MovementKind::ALL
        .into_iter()
        .map(|kind| MovementOffer {
            kind,
            name: kind.name().to_owned(),
            speed: kind.usual_speed().map_or_else(
                || {
                    if kind == MovementKind::JumpTop {
                        "by how near its top it is caught".to_owned()
                    } else {
                        "by how far it has fallen".to_owned()
                    }
                },
                |v| format!("{v} m/s"),
            ),
        })
        .collect()
}

/// A blur on the sitter as pixels: `2.9 pixels`.
fn pixels(setup: &Setup, blur: f64) -> Option<String> {
    let camera = setup.camera.as_ref()?;
    let pitch = camera.body.as_ref()?.pixel_pitch?;
    let (_, pixels) = on_sensor(blur, magnification(camera.focal?, camera.sitter?)?, pitch);
    Some(format!("{pixels:.0} pixels"))
}

fn blur_words(movement: Movement, time: f64) -> String {
    let (speed, gain) = movement.speed();
    let blur = (speed * time + gain * time * time / 2.0) * 1000.0;
    if blur < 9.95 { format!("{blur:.1} mm") } else { format!("{blur:.0} mm") }
}

fn light(setup: &Setup, light: &Light, unit: &Unit, movement: Option<Movement>, longest: Option<f64>) -> FreezeLight {
    let power = light.power();
    let time = power.and_then(|p| unit.t01_at(p)).map(|d| d.time.get());
    let freezes = time.zip(longest).is_some_and(|(t, longest)| t <= longest * 1.001);
    let mut shown = FreezeLight {
        id: light.id.to_string(),
        name: light.name(),
        role: light.role,
        unit: unit.name.clone(),
        kind: match (unit.bulb.is_some(), unit.pulse) {
            (true, _) => "a bulb: it burns for a thirtieth of a second".to_owned(),
            (_, Some(Pulse::CutShort)) => "pulse cut short: faster at low power".to_owned(),
            (_, Some(Pulse::Voltage)) => "lower voltage: slower at low power".to_owned(),
            (_, None) => "not said how it makes less light; its own table decides".to_owned(),
        },
        now: light.written().unwrap_or_default(),
        now_time: time.map(time_words),
        now_blur: time.zip(movement).map(|(t, m)| blur_words(m, t)),
        freezes,
        does: None,
        dial: None,
        entry: None,
        costs: String::new(),
        points: Vec::new(),
        power,
    };
    if unit.t01_at(Stops::ZERO).is_none() {
        shown.costs = "Type its table of durations into the kit.".to_owned();
        return shown;
    }
    let ends = unit.scale.stops(unit.scale.lowest()).get();
    shown.points = (0..=40)
        .map(|n| Stops::of(ends * f64::from(n) / 40.0))
        .filter_map(|power| Some(DurationPoint { power, t01: unit.t01_at(power)?.time.get() }))
        .collect();
    let Some(longest) = longest else { return shown };
    let short_enough = |dial| unit.t01_at(unit.scale.stops(dial)).is_some_and(|d| d.time.get() <= longest * 1.001);
    let does: Vec<Dial> = unit.scale.dials().filter(|d| short_enough(*d)).collect();
    // From full down: the first one gives most light.
    let (Some(most), Some(least)) = (does.first().copied(), does.last().copied()) else {
        let (time, at) = shortest(unit);
        shown.costs = format!("{} is {} at its shortest, {at}. Another unit, or a slower movement.", unit.name, time_words(time));
        return shown;
    };
    let write = |d| unit.scale.write(d);
    let all = does.len() == unit.scale.dials().count();
    shown.does = Some(if all {
        "any power".to_owned()
    } else if least == unit.scale.lowest() {
        format!("{} and lower", write(most))
    } else if most == Dial::FULL {
        format!("{} and higher", write(least))
    } else {
        format!("{} to {}", write(most), write(least))
    });
    let Some(power) = power else { return shown };
    // The nearest of those to where it is set costs least.
    let nearest = does.iter().copied().min_by(|a, b| {
        let off = |d| (unit.scale.stops(d) - power).abs().get();
        off(*a).total_cmp(&off(*b))
    });
    let Some(nearest) = nearest.filter(|_| !freezes) else {
        shown.costs = "Nothing: it is short enough as it is set.".to_owned();
        return shown;
    };
    shown.dial = Some(write(nearest));
    shown.entry = Some(Entry::Dial(DialTurned { light: light.id.clone(), dial: write(nearest) }));
    shown.costs = costs(setup, light, unit.scale.stops(nearest) - power);
    shown
}

/// The shortest t0.1 of a unit in seconds, and the setting that gives it.
fn shortest(unit: &Unit) -> (f64, String) {
    let of = |d| unit.t01_at(unit.scale.stops(d)).map_or(f64::INFINITY, |d| d.time.get());
    let best = unit.scale.dials().min_by(|a, b| of(*a).total_cmp(&of(*b))).unwrap_or(Dial::FULL);
    (of(best), unit.scale.write(best))
}

/// What a change of power asks of aperture, distance, or the number of units.
fn costs(setup: &Setup, light: &Light, change: Stops) -> String {
    let less = change.get() < 0.0;
    let mut words = vec![format!("{} {} of its light", change.size(), if less { "less" } else { "more" })];
    if let Some(camera) = &setup.camera
        && let Ok(aperture) = Aperture::from_av(camera.exposure.aperture.av() + change.get())
    {
        let verb = if less { "open to" } else { "stop down to" };
        words.push(format!("{verb} ƒ{}", aperture.marking(Series::Third)));
    }
    if let (Some(from), Some(to)) = (light.distance, setup.distance_for(light, -change)) {
        let verb = if less { "bring it from" } else { "move it from" };
        words.push(format!("or {verb} {} to {}", from.told(setup.length), to.told(setup.length)));
    }
    if less {
        let units = (-change).factor().ceil();
        words.push(format!("or {units:.0} such units together"));
    }
    words.join(", ")
}

fn ghost_words(setup: &Setup, levels: &Levels, movement: Movement) -> Option<String> {
    let shutter = setup.camera.as_ref()?.exposure.shutter;
    let room = levels.room_level?;
    let drawn = movement.ghost(room, shutter)?;
    let at = shutter.marking(Series::Third);
    let seen = if drawn.level.get() < -6.0 { "too dark to be seen beside the flash" } else { "seen beside the flash on a dark ground" };
    Some(format!(
        "At {at} with the room at {room} the movement goes on for {:.0} mm: a ghost at {}, {seen}. Something {:.0} mm wide.",
        drawn.smear,
        drawn.level,
        movement.width()
    ))
}
