//! What there is to choose from: the camera's real settings within what must hold, the filters at hand, and each unit's reach; each
//! setting with what it does to room and flash, and what it gives up.
//!
//! What is given up is counted in stops or so. The weights are judgements of ours, no source: they only order the rows.

use ink_lamp_light::{
    ambient::RoomWish,
    lens::{self, SMALLEST_AV},
    scale::{Aperture, Iso, ShutterTime},
    shape::Filter,
    shutter::{Curtains, Delay, seconds_of},
};
use ink_lamp_scene::{
    levels::Levels,
    shutter::{all_pulse, late},
    turn::Turn,
};
use ink_lamp_sitting::{camera::Camera, setup::Setup};

use super::{
    changes::Changes,
    choice::{Choice, Shot},
};

/// Everything to choose from.
#[derive(Debug, Clone)]
pub struct Space {
    /// The wish.
    pub wish: RoomWish,
    /// Where the room lies now, where the wish looks.
    pub room: f64,
    /// Apertures.
    pub apertures: Vec<Choice<Aperture>>,
    /// Shutter times.
    pub shots: Vec<Shot>,
    /// ISO.
    pub isos: Vec<Choice<Iso>>,
    /// Filters.
    pub filters: Vec<Choice<Vec<Filter>>>,
    /// How far down and up the flash may go before a unit comes to its end.
    pub reach: (f64, f64),
    /// Why high-speed sync is not to be had.
    pub no_high_speed: Option<NoHighSpeed>,
}

/// What has no high-speed sync.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum NoHighSpeed {
    /// The camera's body, by its name.
    Body(String),
    /// A light's unit.
    Unit {
        /// The unit's name.
        unit: String,
        /// The light's name.
        light: String,
    },
}

/// Softness past the smallest aperture costs this for each stop, and past f/11 a little (judgements).
const PAST_SMALLEST: f64 = 2.0;
const PAST_11: (f64, f64) = (7.0, 0.4);
/// A stop of another depth of field.
const LOOK: f64 = 0.4;
/// A stop of grain over the base ISO, and of highlights below it.
const GRAIN: f64 = 0.6;
const BELOW_BASE: f64 = 0.8;
/// A stop of a longer time.
const SLOWER: f64 = 0.4;
/// A filter to screw on, and each stop by which the finder darkens.
const FILTER: (f64, f64) = (0.5, 0.15);
/// High-speed sync: colour less steady, no meter reads it, three places to switch.
const HIGH_SPEED: f64 = 1.5;

/// The usual ends where neither camera nor lens were said: f/1.4 to f/22, ISO 100 to 3200.
const USUAL_AV: (f64, f64) = (1.0, 9.0);
const USUAL_ISO: (f64, f64) = (0.0, 5.0);

impl Space {
    /// What there is to choose from in a setup. None before room and camera are known.
    #[must_use]
    pub(crate) fn of(setup: &Setup, levels: &Levels, wish: RoomWish) -> Option<Self> {
        let camera = setup.camera.as_ref()?;
        let room = levels.room_for(wish)?;
        let no_high_speed = no_high_speed(setup, camera);
        Some(Self {
            wish,
            room: room.get(),
            apertures: apertures(setup, camera),
            shots: shots(setup, camera, no_high_speed.is_some()),
            isos: isos(setup, camera),
            filters: filters(setup, camera),
            reach: reach(setup, levels),
            no_high_speed,
        })
    }
}

/// Places from one end to the other in the camera's steps, with what is set now: it is on the dial, whatever the sheet says.
fn steps(camera: &Camera, from: f64, to: f64, now: f64) -> Vec<f64> {
    let per = f64::from(camera.steps().per_stop());
    let first = (from * per - 1e-6).ceil();
    let mut places: Vec<f64> = (0..200).map(|n| (first + f64::from(n)) / per).take_while(|v| *v <= to + 1e-6).collect();
    if !places.iter().any(|v| (v - now).abs() < 1e-6) && (from..=to).contains(&now) {
        places.push(now);
    }
    places
}

/// Apertures that lens, look and depth allow.
pub(crate) fn apertures(setup: &Setup, camera: &Camera) -> Vec<Choice<Aperture>> {
    let (holds, now) = (&setup.holds, camera.exposure.aperture.av());
    let (widest, smallest) = match &camera.lens {
        Some(lens) => (lens.widest.av(), lens.smallest.av()),
        None => (USUAL_AV.0.min(now), USUAL_AV.1.max(now)),
    };
    let deep_enough = camera
        .optics()
        .zip(holds.depth)
        .and_then(|((focal, sitter, circle), depth)| lens::aperture_for_depth(focal, sitter, circle, depth.get()).map(Aperture::av));
    let widest = [holds.widest.map(Aperture::av), deep_enough].into_iter().flatten().fold(widest, f64::max);
    let smallest = holds.smallest.map_or(smallest, |a| a.av().min(smallest));
    let cost = |av: f64| (av - now).abs() * LOOK + (av - SMALLEST_AV).max(0.0) * PAST_SMALLEST + (av - PAST_11.0).max(0.0) * PAST_11.1;
    let choice = |av: f64| {
        let changes = Changes::APERTURE.only_if((av - now).abs() > 1e-6);
        Some(Choice { set: Aperture::from_av(av).ok()?, flash: now - av, cost: cost(av), changes })
    };
    steps(camera, widest, smallest, now).into_iter().filter_map(choice).collect()
}

/// ISO from the camera's lowest to the highest that is allowed.
pub(crate) fn isos(setup: &Setup, camera: &Camera) -> Vec<Choice<Iso>> {
    let now = camera.exposure.iso.stops_over_100();
    let body = camera.body.as_ref();
    let base = body.map_or(USUAL_ISO.0, |b| b.base_iso.stops_over_100());
    let lowest = body.map_or(USUAL_ISO.0, |b| b.lowest_iso.map_or(base, Iso::stops_over_100).min(base));
    let cap = setup.iso_cap().map_or(USUAL_ISO.1, Iso::stops_over_100);
    let cost = |s: f64| (s - base.max(now)).max(0.0) * GRAIN + (base.min(now) - s).max(0.0) * BELOW_BASE;
    let choice = |stops: f64| {
        let changes = Changes::ISO.only_if((stops - now).abs() > 1e-6);
        Some(Choice { set: Iso::from_stops_over_100(stops).ok()?, flash: stops - now, cost: cost(stops), changes })
    };
    steps(camera, lowest.min(now), cap.max(now), now).into_iter().filter_map(choice).collect()
}

/// The filters that are on, none, and each one and each two of those at hand: different losses only.
fn filters(setup: &Setup, camera: &Camera) -> Vec<Choice<Vec<Filter>>> {
    let now = camera.exposure.filter.get();
    let at_hand = &setup.holds.filters;
    let mut sets: Vec<Vec<Filter>> = vec![camera.filters.clone(), Vec::new()];
    sets.extend(at_hand.iter().map(|f| vec![f.clone()]));
    for (n, one) in at_hand.iter().enumerate() {
        sets.extend(at_hand[n + 1..].iter().map(|other| vec![one.clone(), other.clone()]));
    }
    let mut out: Vec<Choice<Vec<Filter>>> = Vec::new();
    for set in sets {
        let loss: f64 = set.iter().map(|f| f.loss.get()).sum();
        if out.iter().any(|c| (c.flash - (now - loss)).abs() < 1e-6) {
            continue;
        }
        let changes = Changes::FILTER.only_if((loss - now).abs() > 1e-6);
        let cost = if changes == Changes::NONE || set.is_empty() { 0.0 } else { FILTER.0 + FILTER.1 * loss };
        out.push(Choice { set, flash: now - loss, cost, changes });
    }
    out
}

/// Every time in the mode that it needs: past sync only pulses pass, and up to it they gain nothing.
fn shots(setup: &Setup, camera: &Camera, blocked: bool) -> Vec<Shot> {
    let now = camera.exposure.shutter.tv();
    let body = camera.body.as_ref();
    let sync = camera.sync.map_or(now.max(7.0), ShutterTime::tv);
    let slowest = body.map_or(-5.0, |b| b.slowest.tv()).max(setup.holds.slowest_tv().min(now));
    let fastest = setup.holds.fastest.map_or(f64::INFINITY, ShutterTime::tv).min(body.map_or(sync, |b| b.fastest.tv()));
    let loss = |t: ShutterTime| {
        let (travel, t) = camera.travel().zip(seconds_of(t))?;
        Some(Curtains { travel, delay: Delay::NONE }.high_speed_loss(t).get() + setup.firing.extra.get())
    };
    let pulses = all_pulse(setup);
    let lost_now = Some(camera.exposure.shutter).filter(|_| pulses).and_then(loss).unwrap_or(0.0);
    let mut shots = Vec::new();
    for tv in steps(camera, slowest, fastest, now) {
        let Ok(shutter) = ShutterTime::from_tv(tv) else { continue };
        // A late trigger makes the shortest time that is whole a longer one.
        let past = tv > sync + 1e-6 || late(setup, camera, shutter).is_some();
        // Of a body of which nothing is said nobody knows that it can pulse.
        if past && (!setup.holds.high_speed || body.is_none()) {
            continue;
        }
        let changed = (tv - now).abs() > 1e-6;
        let (flash, changes, cost) = if past {
            let Some(lost) = loss(shutter) else { continue };
            // Past sync without high-speed sync a part of the frame is black: it is no way before that is on.
            (lost_now - lost, Changes::HIGH_SPEED.only_if(changed || !pulses), HIGH_SPEED)
        } else {
            (lost_now, Changes::SHUTTER.only_if(changed), (now - tv).max(0.0) * SLOWER)
        };
        shots.push(Shot { shutter, room: now - tv, flash, cost, changes, blocked: past && blocked });
    }
    shots
}

/// Why high-speed sync is not to be had; none where it is.
fn no_high_speed(setup: &Setup, camera: &Camera) -> Option<NoHighSpeed> {
    let body = camera.body.as_ref()?;
    if !body.high_speed {
        return Some(NoHighSpeed::Body(body.name.clone()));
    }
    let without = setup.lights.iter().filter_map(|l| Some((l, l.unit.as_ref()?))).find(|(_, u)| !u.high_speed);
    without.map(|(light, unit)| NoHighSpeed::Unit { unit: unit.name.clone(), light: light.name() })
}

/// By how much the flash may fall and rise until the first unit comes to its end, each light first brought to where it is wished.
fn reach(setup: &Setup, levels: &Levels) -> (f64, f64) {
    let mut reach = (f64::NEG_INFINITY, f64::INFINITY);
    for (index, light) in setup.lights.iter().enumerate() {
        let Some((unit, power)) = light.unit.as_ref().zip(light.power()) else { continue };
        let needed = power.get() + Turn::of(setup, levels, index).map_or(0.0, |turn| turn.change.get());
        let lowest = unit.scale.stops(unit.scale.lowest()).get();
        reach = (reach.0.max(lowest - needed), reach.1.min(-needed));
    }
    reach
}
