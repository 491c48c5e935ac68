//! Which power on which unit freezes a movement, and what that costs, as it is shown.

use ink_lamp_light::{
    scale::Stops,
    strobe::{Dial, Unit},
};
use ink_lamp_scene::{
    freeze::{self, Freezes},
    scene::Scene,
};
use ink_lamp_sitting::{
    entry::{DialTurned, Entry},
    light::Light,
    movement::{Movement, MovementKind},
    role::Role,
    setup::Setup,
};
use serde::Serialize;

use crate::words::{studies::freeze as words, terms};

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
    /// Its speed follows from how near to its top it is caught.
    pub by_top: bool,
    /// Its speed follows from how far it has fallen.
    pub by_fall: bool,
    /// The caution that goes with it.
    pub caution: Option<String>,
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

pub(super) fn of(scene: &Scene, kit: &[Unit]) -> FreezeStudy {
    let setup = scene.setup;
    let movement = setup.holds.movement;
    let longest = movement.map(freeze::longest);
    let other = longest.and_then(|longest| brightest(kit, longest));
    let shown = |l: &Light| Some(light(setup, l, l.unit.as_ref()?, movement, longest, other));
    let lights: Vec<FreezeLight> = setup.lights.iter().filter_map(shown).collect();
    let known = lights.iter().filter(|l| l.now_time.is_some());
    FreezeStudy {
        title: words::title(movement, longest),
        fate: longest.map_or("", |_| words::fate(known.clone().count(), known.filter(|l| l.freezes).count())).to_owned(),
        movement,
        offers: MovementKind::ALL.into_iter().map(offer).collect(),
        speed: movement.map(|m| format!("{:.1} m/s", m.speed().0)),
        longest,
        longest_words: longest.map(terms::time),
        pixels: movement.and_then(|m| words::pixels(setup, m.blur.get())),
        lights,
        ghost: movement.and_then(|m| words::ghost(scene, m)),
    }
}

fn offer(kind: MovementKind) -> MovementOffer {
    MovementOffer {
        kind,
        name: kind.name().to_owned(),
        speed: words::speed(kind),
        by_top: kind.is_by_top(),
        by_fall: kind.is_by_fall(),
        caution: kind.is_risky().then(|| words::CAUTION.to_owned()),
    }
}

/// The unit of the kit that gives most light in a time so short, and its setting for that.
fn brightest(kit: &[Unit], longest: f64) -> Option<(&Unit, Dial)> {
    let gives = |unit: &Unit, dial: Dial| unit.lumen_seconds().unwrap_or(0.0) * unit.scale.stops(dial).factor();
    let known = kit.iter().filter(|unit| unit.bulb.is_none() && unit.t01_at(Stops::ZERO).is_some());
    let able = known.filter_map(|unit| match freeze::freezes(unit, None, longest) {
        Freezes::From { most, .. } => Some((unit, most)),
        Freezes::Never { .. } => None,
    });
    able.max_by(|a, b| gives(a.0, a.1).total_cmp(&gives(b.0, b.1)))
}

fn light(
    setup: &Setup,
    light: &Light,
    unit: &Unit,
    movement: Option<Movement>,
    longest: Option<f64>,
    other: Option<(&Unit, Dial)>,
) -> FreezeLight {
    let power = light.power();
    let time = freeze::time(light);
    let is_short = time.zip(longest).is_some_and(|(t, longest)| freeze::is_short_enough(t, longest));
    let shown = FreezeLight {
        id: light.id.to_string(),
        name: light.name(),
        role: light.role,
        unit: unit.name.clone(),
        kind: words::kind(unit).to_owned(),
        now: light.written().unwrap_or_default(),
        now_time: time.map(terms::time),
        now_blur: time.zip(movement).map(|(t, m)| words::blur(freeze::blur(m, t))),
        freezes: is_short,
        does: None,
        dial: None,
        entry: None,
        costs: String::new(),
        points: Vec::new(),
        power,
    };
    if unit.t01_at(Stops::ZERO).is_none() {
        return FreezeLight { costs: words::NO_TABLE.to_owned(), ..shown };
    }
    let shown = FreezeLight { points: points(unit), ..shown };
    let Some(longest) = longest else { return shown };
    let (most, least, all, nearest) = match freeze::freezes(unit, power, longest) {
        Freezes::Never { shortest, at } => return FreezeLight { costs: words::never(unit, shortest, at, other), ..shown },
        Freezes::From { most, least, all, nearest } => (most, least, all, nearest),
    };
    let shown = FreezeLight { does: Some(words::does(unit, most, least, all)), ..shown };
    match (power, nearest.filter(|_| !is_short)) {
        (None, _) => shown,
        (Some(_), None) => FreezeLight { costs: words::NOTHING.to_owned(), ..shown },
        (Some(power), Some(nearest)) => turned(setup, light, unit, shown, (power, nearest)),
    }
}

/// A light whose dial is to be turned, and what that costs.
fn turned(setup: &Setup, light: &Light, unit: &Unit, shown: FreezeLight, (power, to): (Stops, Dial)) -> FreezeLight {
    let dial = unit.scale.write(to);
    FreezeLight {
        entry: Some(Entry::Dial(DialTurned { light: light.id.clone(), dial: dial.clone() })),
        dial: Some(dial),
        costs: words::costs(setup, light, unit.scale.stops(to) - power),
        ..shown
    }
}

/// t0.1 over its powers.
fn points(unit: &Unit) -> Vec<DurationPoint> {
    let ends = unit.scale.stops(unit.scale.lowest()).get();
    let powers = (0..=40).map(|n| Stops::of(ends * f64::from(n) / 40.0));
    powers.filter_map(|power| Some(DurationPoint { power, t01: unit.t01_at(power)?.time.get() })).collect()
}
