//! Curtains over time with the pulses in them, what goes black, what high-speed sync costs, and the true sync time from test frames.

use ink_lamp_light::shutter::find_sync;
use ink_lamp_light::{
    measure::Seconds,
    refusal::Refusal,
    scale::{Series, ShutterTime, Stops},
    shutter::{BulbSync, Clipped, Curtains, Delay, ExponentialPulse, seconds_of},
};
use ink_lamp_sitting::{
    camera::Camera,
    entry::{CameraSet, Entry},
    firing::Firing,
    kit::ShutterKind,
    light::Light,
    role::Role,
    setup::Setup,
};
use serde::Serialize;

use super::time_words;

/// Curtains and pulses.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ShutterStudy {
    /// What must be known before there is a drawing.
    pub missing: Option<String>,
    /// What comes of it, in a sentence.
    pub title: String,
    /// The camera, its shutter and sync: `Loft 35, focal plane, sync 1/200`.
    pub camera: String,
    /// A leaf shutter opens the whole frame at once.
    pub leaf: bool,
    /// Exposure time in milliseconds.
    pub open_ms: f64,
    /// The same as marked.
    pub shutter: String,
    /// Time that a curtain takes, milliseconds; 0 for a leaf.
    pub travel_ms: f64,
    /// When the flash fires, milliseconds from the first curtain's start.
    pub flash_ms: f64,
    /// End of the drawn time, milliseconds.
    pub end_ms: f64,
    /// For how long the whole frame is open, milliseconds.
    pub whole_ms: f64,
    /// Share of the frame that goes black, 0 to 1.
    pub black: f64,
    /// The same in words.
    pub black_words: String,
    /// One for each light whose unit is known.
    pub lights: Vec<LightAtShutter>,
    /// Where high-speed sync must be on.
    pub places: Vec<HighSpeedPlace>,
    /// Whether the shutter is past sync, so that it is needed.
    pub past_sync: bool,
    /// What it costs by shutter time. Empty where the camera has none.
    pub table: Vec<HighSpeedRow>,
    /// What a change of the shutter asks of the flash under high-speed sync.
    pub together: Option<String>,
    /// What clipped test frames tell, where some were given.
    pub found: Option<SyncFound>,
}

/// A light as the shutter lets it through.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LightAtShutter {
    /// Which.
    pub id: String,
    /// As it is said.
    pub name: String,
    /// Its role.
    pub role: Role,
    /// Unit and setting: `Tallow 500 at 4.0`.
    pub unit: String,
    /// `t0.1 1/300 s`, or what is missing.
    pub duration: String,
    /// Lost over the frame, stops: 0 or negative. None where it can't be told.
    pub lost: Option<Stops>,
    /// The same in words.
    pub words: String,
    /// What is lost from the edge where the second curtain starts to the other, eleven steps. Empty where it is even.
    pub gradient: Vec<Stops>,
    /// Its light over time.
    pub pulse: Vec<PulsePoint>,
}

/// A point of a pulse.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PulsePoint {
    /// Milliseconds from the first curtain's start.
    pub ms: f64,
    /// Brightness, 1 at the peak.
    pub level: f64,
}

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

/// What clipped test frames tell.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SyncFound {
    /// In words.
    pub words: String,
    /// What writes it: the camera with its true sync time, and the trigger's delay.
    pub entries: Vec<Entry>,
}

pub(super) fn of(setup: &Setup, frames: &[Clipped]) -> Result<ShutterStudy, Refusal> {
    if frames.len() > 20 {
        return Err(Refusal::new("frames", "At most 20 test frames. Leave the oldest out."));
    }
    let Some((camera, t)) = setup.camera.as_ref().and_then(|c| Some((c, seconds_of(c.exposure.shutter)?))) else {
        return Ok(empty("Set the camera: its shutter is what is drawn here."));
    };
    let leaf = camera.is_leaf();
    let travel = camera.travel();
    if travel.is_none() && !leaf {
        let mut study = empty("Say the sync time, or which camera it is: the curtains are drawn from it.");
        study.found = found(setup, camera, frames)?;
        return Ok(study);
    }
    let travel_s = travel.map_or(0.0, Seconds::get);
    let delay = setup.firing.delay;
    let shutter = camera.exposure.shutter.marking(Series::Third);
    let curtains = travel.map(|travel| Curtains { travel, delay });
    let flash: Vec<&Light> = setup.lights.iter().filter(|l| l.unit.is_some()).collect();
    let all_pulse = !flash.is_empty() && flash.iter().all(|l| setup.pulses(l));
    // A sync time that its maker names is whole, however its printed number rounds; only a late trigger spoils it.
    let whole = all_pulse || (delay == Delay::NONE && camera.sync.is_some() && !camera.is_past_sync(camera.exposure.shutter));
    let black = if whole { 0.0 } else { curtains.map_or(0.0, |c| c.black_share(t)) };
    let flash_s = travel_s + delay.get();
    let end = (travel_s + t.get()).max(flash_s + 0.002) * 1.08;
    Ok(ShutterStudy {
        missing: None,
        title: title(setup, camera, black, all_pulse),
        camera: camera_words(camera),
        leaf,
        open_ms: t.get() * 1000.0,
        travel_ms: travel_s * 1000.0,
        flash_ms: flash_s * 1000.0,
        end_ms: end * 1000.0,
        whole_ms: curtains.map_or(t.get(), |c| c.open_for(t)) * 1000.0,
        black,
        black_words: black_words(black),
        lights: flash.iter().map(|l| light(setup, camera, l, (t, flash_s, end))).collect(),
        places: places(setup, camera),
        past_sync: camera.is_past_sync(camera.exposure.shutter),
        table: travel.map_or_else(Vec::new, |travel| table(setup, camera, travel)),
        together: travel.and_then(|travel| together(setup, camera, travel)),
        found: found(setup, camera, frames)?,
        shutter,
    })
}

fn empty(missing: &str) -> ShutterStudy {
    ShutterStudy {
        missing: Some(missing.to_owned()),
        title: "The shutter and the flash".to_owned(),
        camera: String::new(),
        leaf: false,
        open_ms: 0.0,
        shutter: String::new(),
        travel_ms: 0.0,
        flash_ms: 0.0,
        end_ms: 0.0,
        whole_ms: 0.0,
        black: 0.0,
        black_words: String::new(),
        lights: Vec::new(),
        places: Vec::new(),
        past_sync: false,
        table: Vec::new(),
        together: None,
        found: None,
    }
}

fn camera_words(camera: &Camera) -> String {
    let name = camera.body.as_ref().map_or("Camera", |b| b.name.as_str());
    let third = Series::Third;
    match camera.body.as_ref().map(|b| b.shutter) {
        Some(ShutterKind::Leaf) => format!("{name}, leaf shutter, syncs at all its times"),
        _ => format!(
            "{name}, focal plane, sync {}, curtains of {}",
            camera.sync.map_or_else(String::new, |s| s.marking(third)),
            camera.travel().map_or_else(String::new, |t| format!("{:.1} ms", t.get() * 1000.0))
        ),
    }
}

fn title(setup: &Setup, camera: &Camera, black: f64, all_pulse: bool) -> String {
    let shutter = camera.exposure.shutter.marking(Series::Third);
    if all_pulse {
        return format!("{shutter} by high-speed sync: no band, and the shutter dims the flash too");
    }
    if black > 0.005 {
        return format!("{shutter} without high-speed sync: {:.0} % of the frame goes black", black * 100.0);
    }
    if camera.is_leaf() {
        return format!("{shutter} with a leaf shutter: the whole frame is open at once");
    }
    let whole = camera
        .travel()
        .zip(seconds_of(camera.exposure.shutter))
        .map_or(0.0, |(travel, t)| Curtains { travel, delay: setup.firing.delay }.open_for(t) * 1000.0);
    format!("{shutter} is within sync: the whole frame is open for {whole:.1} ms")
}

fn black_words(black: f64) -> String {
    if black > 0.005 {
        format!(
            "{:.0} % of the frame, {:.1} of 24 mm, where the second curtain started: at the bottom with the camera level",
            black * 100.0,
            black * 24.0
        )
    } else {
        "Nothing goes black".to_owned()
    }
}

/// Points of a drawn pulse.
const POINTS: i32 = 48;

fn light(setup: &Setup, camera: &Camera, light: &Light, (t, flash_s, end): (Seconds, f64, f64)) -> LightAtShutter {
    let unit = light.unit.as_ref();
    let name = unit.map_or_else(String::new, |u| light.written().map_or_else(|| u.name.clone(), |dial| format!("{} at {dial}", u.name)));
    let mut shown = LightAtShutter {
        id: light.id.to_string(),
        name: light.name(),
        role: light.role,
        unit: name,
        duration: "no flash durations on its sheet".to_owned(),
        lost: None,
        words: "Type its table of durations in, and its tail is told.".to_owned(),
        gradient: Vec::new(),
        pulse: Vec::new(),
    };
    let at = |n: i32, from: f64, to: f64| from + (to - from) * f64::from(n) / f64::from(POINTS);
    let points = |from: f64, to: f64, level: &dyn Fn(f64) -> f64| -> Vec<PulsePoint> {
        (0..=POINTS).map(|n| at(n, from, to)).map(|s| PulsePoint { ms: s * 1000.0, level: level(s) }).collect()
    };
    if setup.pulses(light) {
        let lost = -setup.shutter_loss(light, None);
        shown.duration = "pulses through the whole travel".to_owned();
        shown.lost = Some(lost);
        let learnt = if setup.firing.extra.get() > 0.0 { ", as a test frame taught" } else { " at best; a test frame tells the rest" };
        shown.words = format!("{} less than a full pop{learnt}", lost.size());
        let last = flash_s - setup.firing.delay.get() + t.get();
        shown.pulse = points(0.0, last, &|_| 1.0);
        return shown;
    }
    if let Some(bulb) = unit.and_then(|u| u.bulb) {
        let lost = -bulb.loss(t);
        let fired = match bulb.sync {
            BulbSync::X => 0.0,
            BulbSync::M => t.get() / 2.0 - bulb.peak.get(),
        };
        shown.duration = format!("burns {:.0} ms at half its peak", bulb.width.get() * 1000.0);
        shown.lost = Some(lost);
        shown.words = format!(
            "{} of the whole burn",
            if lost.tenths() == 0 { "Nothing is lost".to_owned() } else { format!("{} lost", lost.size()) }
        );
        let (peak, width) = (bulb.peak.get(), bulb.width.get());
        shown.pulse = points(fired.max(0.0), end, &|s| (-4.0 * std::f64::consts::LN_2 * ((s - fired - peak) / width).powi(2)).exp());
        return shown;
    }
    let Some(duration) = unit.zip(light.power()).and_then(|(u, power)| u.t01_at(power)) else { return shown };
    let pulse = ExponentialPulse::of_t01(duration.time);
    shown.duration = format!("t0.1 {}", time_words(duration.time.get()));
    if duration.from_t05 {
        shown.duration.push_str(" (worked out of t0.5)");
    }
    shown.pulse = points(flash_s, end, &|s| (-(s - flash_s) / pulse.tau()).exp());
    let Some(passed) = setup.passes(light) else { return shown };
    shown.lost = Stops::from_factor(passed.mean);
    shown.words = match Stops::from_factor(passed.mean) {
        Some(mean) if mean.tenths() == 0 && passed.worst_edge > 0.96 => "All of it passes".to_owned(),
        Some(mean) if camera.is_leaf() => format!("{} lost, the same over the frame", mean.size()),
        Some(mean) => {
            let edge = Stops::from_factor(passed.worst_edge).map_or_else(|| "all".to_owned(), |e| e.size());
            match mean.tenths() {
                0 => format!("{edge} lost at the edge, hardly any over the frame"),
                _ => format!("{} lost over the frame, {edge} at the edge", mean.size()),
            }
        }
        None => "Nothing of it passes".to_owned(),
    };
    if let (Some(travel), false) = (camera.travel(), camera.is_leaf()) {
        let curtains = Curtains { travel, delay: setup.firing.delay };
        shown.gradient = curtains.gradient(pulse, t, 11);
    }
    shown
}

fn places(setup: &Setup, camera: &Camera) -> Vec<HighSpeedPlace> {
    if camera.is_leaf() {
        return Vec::new();
    }
    let on = &setup.firing.high_speed;
    let body = camera.body.as_ref();
    let mut places = vec![
        HighSpeedPlace {
            id: "camera".to_owned(),
            words: format!("The camera: {}", body.map_or("not said which", |b| b.name.as_str())),
            on: on.camera,
            not: body.filter(|b| !b.high_speed).map(|b| format!("{} has none", b.name)),
        },
        HighSpeedPlace {
            id: "transmitter".to_owned(),
            words: format!("The transmitter: {}", setup.transmitter.as_ref().map_or("not said which", |t| t.name.as_str())),
            on: on.transmitter,
            not: None,
        },
    ];
    places.extend(setup.lights.iter().filter_map(|l| {
        let unit = l.unit.as_ref()?;
        Some(HighSpeedPlace {
            id: l.id.to_string(),
            words: format!("The {}: {}", l.name().to_lowercase(), unit.name),
            on: on.units.contains(&l.id),
            not: (!unit.high_speed).then(|| format!("{} has none", unit.name)),
        })
    }));
    places
}

/// What high-speed sync costs at each whole stop past sync, with the time that is set.
fn table(setup: &Setup, camera: &Camera, travel: Seconds) -> Vec<HighSpeedRow> {
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
                shutter: shutter.marking(Series::Third),
                flash: -(loss + setup.firing.extra.stops()),
                room: Stops::of(sync.tv() - tv),
                now: (tv - now).abs() < 1e-9,
            })
        })
        .collect()
}

/// What one stop of shutter does to room and flash where everything pulses.
fn together(setup: &Setup, camera: &Camera, travel: Seconds) -> Option<String> {
    if !setup.lights.iter().any(|l| setup.pulses(l)) {
        return None;
    }
    let faster = ShutterTime::from_tv(camera.exposure.shutter.tv() + 1.0).ok()?;
    let curtains = Curtains { travel, delay: Delay::NONE };
    let loss = |t: ShutterTime| seconds_of(t).map(|t| curtains.high_speed_loss(t));
    let by = loss(faster)? - loss(camera.exposure.shutter)?;
    Some(format!(
        "One stop faster, {}, takes 1.0 from the room and {} from the flash: every light up {}, and the balance hardly moves.",
        faster.marking(Series::Third),
        by.number(),
        by.size()
    ))
}

fn found(setup: &Setup, camera: &Camera, frames: &[Clipped]) -> Result<Option<SyncFound>, Refusal> {
    if frames.is_empty() {
        return Ok(None);
    }
    let found = find_sync(frames)?;
    let sync = found.sync.marking(Series::Third);
    let delay = found.delay.get() * 1000.0;
    let told = if frames.len() == 1 {
        "One frame alone can't tell the trigger's delay from the curtains: shoot a second one. ".to_owned()
    } else {
        String::new()
    };
    let words = format!(
        "{told}The curtains take {:.1} ms and the trigger {delay:.1} ms more: the shortest time that is whole is {sync}.",
        found.travel.get() * 1000.0
    );
    let mut set = CameraSet { sync: Some(found.sync), ..camera.as_set() };
    if let Some(body) = &camera.body {
        let mut body = body.clone();
        body.shutter = ShutterKind::FocalPlane { sync: found.sync, travel: Some(found.travel) };
        set.body = Some(body);
    }
    let entries = vec![Entry::Camera(set), Entry::Firing(Firing { delay: found.delay, ..setup.firing.clone() })];
    Ok(Some(SyncFound { words, entries }))
}
