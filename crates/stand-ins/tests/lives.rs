//! What of a unit changes while it is used: charge, battery, sleep.
#![allow(clippy::unwrap_used)]

use std::time::{Duration, Instant};

use ink_lamp_devices::state::DeviceState;
use ink_lamp_light::strobe::Unit;
use ink_lamp_sitting::{light::Light, role::Role};
use ink_lamp_stand_ins::lives::Lives;
use serde_json::json;

/// 400 Ws, 0.9 s from full, on 75 Wh.
fn light(supply: serde_json::Value, dial: &str) -> Light {
    let unit: Unit = serde_json::from_value(json!({"name": "Taper 400", "rated": 400.0, "recycle": 0.9, "supply": supply,
        "scale": {"fractions": {"lowest": 256, "step": "tenths"}}}))
    .unwrap();
    let dial = unit.scale.read(dial).unwrap();
    Light { unit: Some(unit), dial: Some(dial), ..Light::untouched(Role::Key) }
}

#[test]
fn it_charges_as_long_as_it_gave() {
    let (full, quarter) = (light(json!({"mains": {"volts": 230}}), "1/1"), light(json!({"mains": {"volts": 230}}), "1/4"));
    let (mut lives, now) = (Lives::default(), Instant::now());
    assert_eq!(lives.charges(&full.id, now), Duration::ZERO);
    lives.popped(&full, now);
    assert_eq!(lives.charges(&full.id, now), Duration::from_secs_f64(0.9));
    assert_eq!(lives.charges(&full.id, now + Duration::from_secs(1)), Duration::ZERO);
    lives.popped(&quarter, now);
    // A quarter of the energy is a quarter of the time.
    assert!((lives.charges(&quarter.id, now).as_secs_f64() - 0.225).abs() < 1e-6);
}

#[test]
fn a_battery_runs_down_by_what_is_given_and_the_mains_does_not() {
    let on = |supply| light(supply, "1/1");
    let (battery, mains) = (on(json!({"battery": {"watt_hours": 75}})), on(json!({"mains": {"volts": 230}})));
    let (mut lives, now) = (Lives::default(), Instant::now());
    assert_eq!((lives.battery(&battery), lives.battery(&mains)), (Some(100), None));
    // 75 Wh are 270 kJ; at six tenths of that 405 pops of 400 Ws.
    (0..203).for_each(|_| lives.popped(&battery, now));
    assert_eq!(lives.battery(&battery), Some(50));
    assert_eq!(lives.silent(&battery), None);
    (0..203).for_each(|_| lives.popped(&battery, now));
    assert_eq!(lives.silent(&battery).unwrap(), "the battery of the key is empty.");
    assert_eq!(lives.said(&battery, DeviceState::default()).ready, Some(false));
}

#[test]
fn one_that_sleeps_is_woken_first() {
    let key = light(json!({"mains": {"volts": 230}}), "1/1");
    let mut lives = Lives::default();
    lives.lamp(&key.id, true);
    lives.sleeps(&key.id, true);
    assert_eq!(lives.silent(&key).unwrap(), "the key sleeps. Wake it first.");
    let said = lives.said(&key, DeviceState::default());
    assert_eq!((said.standby, said.lamp, said.ready), (Some(true), Some(true), Some(false)));
    lives.sleeps(&key.id, false);
    assert_eq!(lives.silent(&key), None);
}
