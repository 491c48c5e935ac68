//! High-speed sync: where it must be on, and what it costs.

use ink_lamp_light::{
    measure::Seconds,
    scale::{ShutterTime, Stops},
    shutter::{Curtains, Delay, seconds_of},
};
use ink_lamp_sitting::{camera::Camera, setup::Setup};
use serde::Serialize;

use crate::words::studies::shutter as words;

/// A place where high-speed sync must be on.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HighSpeedPlace {
    /// `camera`, `transmitter`, or a light's id.
    pub id: String,
    /// As it is said: `The key: Taper 400`.
    pub words: String,
    /// It is on.
    pub on: bool,
    /// Why it can't be on; none where it can.
    pub not: Option<String>,
}

/// What high-speed sync costs at a time.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HighSpeedRow {
    /// As marked.
    pub shutter: String,
    /// What the flash loses against a full pop.
    pub flash: Stops,
    /// What the room loses against sync.
    pub room: Stops,
    /// It is set.
    pub now: bool,
}

pub(super) fn places(setup: &Setup, camera: &Camera) -> Vec<HighSpeedPlace> {
    if camera.is_leaf() {
        return Vec::new();
    }
    let on = &setup.firing.high_speed;
    let body = camera.body.as_ref();
    let mut places = vec![
        HighSpeedPlace {
            id: "camera".to_owned(),
            words: words::camera_place(camera),
            on: on.camera,
            not: body.filter(|b| !b.high_speed).map(|b| words::has_none(&b.name)),
        },
        HighSpeedPlace { id: "transmitter".to_owned(), words: words::transmitter_place(setup), on: on.transmitter, not: None },
    ];
    places.extend(setup.lights.iter().filter_map(|l| {
        let unit = l.unit.as_ref()?;
        Some(HighSpeedPlace {
            id: l.id.to_string(),
            words: words::unit_place(l, &unit.name),
            on: on.units.contains(&l.id),
            not: (!unit.high_speed).then(|| words::has_none(&unit.name)),
        })
    }));
    places
}

/// What high-speed sync costs at each whole stop past sync, with the time that is set.
pub(super) fn table(setup: &Setup, camera: &Camera, travel: Seconds) -> Vec<HighSpeedRow> {
    let Some((body, sync)) = camera.body.as_ref().filter(|b| b.high_speed).zip(camera.sync) else { return Vec::new() };
    let now = camera.exposure.shutter.tv();
    let mut times: Vec<f64> =
        (1..=8).map(|n| sync.tv().floor() + f64::from(n)).filter(|tv| *tv > sync.tv() + 0.2 && *tv <= body.fastest.tv() + 1e-9).collect();
    if now > sync.tv() + 1e-9 && !times.iter().any(|tv| (tv - now).abs() < 1e-9) {
        times.push(now);
    }
    times.sort_by(f64::total_cmp);
    times
        .into_iter()
        .filter_map(|tv| {
            let shutter = ShutterTime::from_tv(tv).ok()?;
            let loss = Curtains { travel, delay: Delay::NONE }.high_speed_loss(seconds_of(shutter)?);
            Some(HighSpeedRow {
                shutter: shutter.said(),
                flash: -(loss + setup.firing.extra.stops()),
                room: Stops::of(sync.tv() - tv),
                now: (tv - now).abs() < 1e-9,
            })
        })
        .collect()
}

/// What one stop of shutter does to room and flash where everything pulses.
pub(super) fn together(setup: &Setup, camera: &Camera, travel: Seconds) -> Option<String> {
    if !setup.lights.iter().any(|l| setup.pulses(l)) {
        return None;
    }
    let faster = ShutterTime::from_tv(camera.exposure.shutter.tv() + 1.0).ok()?;
    let curtains = Curtains { travel, delay: Delay::NONE };
    let loss = |t: ShutterTime| seconds_of(t).map(|t| curtains.high_speed_loss(t));
    let by = loss(faster)? - loss(camera.exposure.shutter)?;
    Some(words::together(faster, by))
}
