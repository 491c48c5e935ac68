//! The shutter against sync: the band, or what high-speed sync asks for.

use ink_lamp_light::{
    scale::ShutterTime,
    shutter::{Curtains, Delay, seconds_of},
};
use ink_lamp_scene::{
    scene::Scene,
    shutter::{SEEN_BLACK, late},
};
use ink_lamp_sitting::{
    checks::{CheckPoint, Device},
    entry::Entry,
    firing::{Firing, HighSpeed, SyncPlace},
    light::Light,
};
use serde::Serialize;

use super::Found;
use crate::action::camera_with;

/// What is found of shutter and sync.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum Sync {
    /// High-speed sync is on in some places and off in others.
    Partly {
        /// Where it is off.
        forgotten: Vec<SyncPlace>,
        /// The sync time.
        sync: ShutterTime,
    },
    /// At sync itself a late trigger already leaves a band.
    Late {
        /// The trigger's delay.
        delay: Delay,
        /// Share of the frame.
        black: f64,
        /// The shutter.
        at: ShutterTime,
        /// A third longer.
        longer: Option<ShutterTime>,
    },
    /// The shutter is shorter than sync.
    Past {
        /// The shutter.
        at: ShutterTime,
        /// The sync time.
        sync: ShutterTime,
        /// What share of the frame goes black, where the curtains are known.
        black: Option<f64>,
        /// Whether high-speed sync would pass it.
        high_speed: Would,
    },
}

/// Whether high-speed sync would pass a frame.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) enum Would {
    /// It would.
    Pass,
    /// This unit has none.
    NotWith(String),
    /// The camera has none, or there is no flash.
    No,
}

pub(super) fn of(scene: &Scene) -> Option<Found> {
    let setup = scene.setup;
    let camera = setup.camera.as_ref()?;
    let (at, sync) = (camera.exposure.shutter, camera.sync?);
    let (past, forgotten) = (camera.is_past_sync(at), setup.high_speed_forgotten());
    let flash: Vec<&Light> = setup.lights.iter().filter(|l| l.unit.is_some()).collect();
    if !forgotten.is_empty() && past {
        let on = all_on(&setup.firing, &flash, camera.body.as_ref().is_none_or(|b| b.high_speed));
        let device = |place: &SyncPlace| match place {
            SyncPlace::Camera => Device::Camera,
            SyncPlace::Transmitter => Device::Transmitter,
            SyncPlace::Unit(id) => Device::Unit(id.clone()),
        };
        let devices: Vec<Device> = forgotten.iter().map(device).collect();
        return Some(Found::new(Sync::Partly { forgotten, sync }, "camera").mend(on).at(devices, CheckPoint::HighSpeed));
    }
    // On everywhere: nothing goes black.
    if past && ink_lamp_scene::shutter::all_pulse(setup) {
        return None;
    }
    if !past {
        let (delay, black) = (setup.firing.delay, late(setup, camera, at)?);
        let longer = ShutterTime::from_tv(at.tv() - 1.0 / f64::from(camera.steps().per_stop())).ok();
        let set = longer.map(|t| camera_with(camera, |s| s.shutter = t));
        return Some(Found::new(Sync::Late { delay, black, at, longer }, "camera").mend(set));
    }
    let black = camera.travel().zip(seconds_of(at)).map(|(travel, t)| Curtains { travel, delay: setup.firing.delay }.black_share(t));
    let black = black.filter(|s| *s > SEEN_BLACK);
    let pulses = camera.body.as_ref().is_some_and(|b| b.high_speed);
    let high_speed = match flash.iter().filter_map(|l| l.unit.as_ref()).find(|u| pulses && !u.high_speed) {
        Some(unit) => Would::NotWith(unit.name.clone()),
        None if pulses && !flash.is_empty() => Would::Pass,
        None => Would::No,
    };
    let set = camera_with(camera, |s| s.shutter = sync);
    Some(Found::new(Sync::Past { at, sync, black, high_speed }, "camera").mend(Some(set)))
}

/// High-speed sync on at all three places, where the kit has it.
fn all_on(firing: &Firing, lights: &[&Light], camera: bool) -> Option<Entry> {
    if !camera || lights.iter().any(|l| l.unit.as_ref().is_some_and(|u| !u.high_speed)) {
        return None;
    }
    let high_speed = HighSpeed::everywhere(lights.iter().copied());
    Some(Entry::Firing(Firing { high_speed, ..firing.clone() }))
}
