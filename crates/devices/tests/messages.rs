//! Messages: what is taken, what is refused, and which light a unit is.
#![allow(clippy::unwrap_used)]

use ink_lamp_devices::{
    message::{Beat, FromDevice},
    pace::{AT_ONCE, MOST_A_SECOND, Pace},
    told::{DeviceKind, DeviceTold, Hello, light_of},
};
use ink_lamp_sitting::{kit::Group, role::LightId};
use proptest::prelude::*;
use std::time::{Duration, Instant};

fn read(json: &str) -> Result<FromDevice, serde_json::Error> {
    serde_json::from_str(json)
}

#[test]
fn a_reading_is_read_and_written_as_it_came() {
    let json = r#"{"reading":{"id":"0199d2c4-5b7e-7a51-9c3e-2f1d5a6b7c8d","device":"meter","at":"2026-11-30T20:09:00Z","shows":"5.6 1","iso":"100","shutter":"1/160","mode":"flash","of":"fill"}}"#;
    assert_eq!(serde_json::to_string(&read(json).unwrap()).unwrap(), json);
}

#[test]
fn what_is_not_of_the_protocol_is_refused_by_name() {
    for (json, says) in [
        (r#"{"beat":{"hear":[]}}"#, "hear"),
        (r#"{"state":{"device":"unit 1","is":{}}}"#, "A device's id has 1 to 40"),
        (r#"{"state":{"device":"u","is":{"battery":101}}}"#, "Give 0 to 100"),
        (r#"{"state":{"device":"u","is":{"colour":5600}}}"#, "colour"),
        (r#"{"shout":{}}"#, "shout"),
        (r#"{"hello":{"devices":[]},"beat":{}}"#, ""),
        (r#"{"refused":{"command":"0199d2c4-5b7e-7a51-9c3e-2f1d5a6b7c8d","why":" "}}"#, "1 to 500"),
    ] {
        let error = read(json).unwrap_err().to_string();
        assert!(error.contains(says), "{json}: {error}");
    }
    assert!(matches!(read(r#"{"beat":{}}"#).unwrap(), FromDevice::Beat(Beat { here: None })));
}

fn told(id: &str, name: &str, light: Option<&str>) -> DeviceTold {
    let light = light.map(|light| LightId::new(light).unwrap());
    DeviceTold { id: id.to_owned().try_into().unwrap(), kind: DeviceKind::Unit, name: name.to_owned(), light }
}

#[test]
fn a_hello_names_each_device_once() {
    let hello = |devices| Hello { simulated: false, devices };
    assert!(hello(vec![]).check().is_err());
    assert!(hello(vec![told("a", "Taper 400", None), told("b", "Taper 400", None)]).check().is_ok());
    assert!(hello(vec![told("a", "Taper 400", None), told("a", "Wick 76", None)]).check().is_err());
}

#[test]
fn a_unit_is_the_light_that_only_it_can_be() {
    let id = |id: &str| LightId::new(id).unwrap();
    let (key, fill, rim) = (id("key"), id("fill"), id("rim"));
    let [a, b, ..] = Group::USUAL;
    let lights = [(&key, Some("Taper 400"), Some(a)), (&fill, Some("Taper 400"), Some(b)), (&rim, Some("Wick 76"), Some(b))];
    let of = |told: &DeviceTold, group| light_of(lights.into_iter(), told, group);
    assert_eq!(of(&told("u", "Wick 76", None), None), Some(rim.clone()));
    // Two of one name: by its group, where that has one.
    assert_eq!(of(&told("u", "Taper 400", None), None), None);
    assert_eq!(of(&told("u", "Taper 400", None), Some(a)), Some(key.clone()));
    assert_eq!(of(&told("u", "Taper 400", None), Some(b)), None);
    // What the bridge knows holds, as long as there is such a light.
    assert_eq!(of(&told("u", "Taper 400", Some("fill")), Some(a)), Some(fill.clone()));
    assert_eq!(of(&told("u", "Wick 76", Some("hair")), None), None);
    assert_eq!(of(&DeviceTold { kind: DeviceKind::Meter, ..told("m", "Wick 76", None) }, None), None);
}

proptest! {
    /// However messages are spread, in the long run no more are read than may be, and none waits longer than its turn.
    #[test]
    fn a_flood_is_read_at_the_pace_that_is_said(gaps in prop::collection::vec(0u64..40, 200..400)) {
        let begin = Instant::now();
        let (mut now, mut pace) = (begin, Pace::new(begin));
        for (n, gap) in gaps.iter().enumerate() {
            now += Duration::from_millis(*gap);
            if let Some(wait) = pace.came(now) {
                prop_assert!(wait <= Duration::from_secs(1));
                now += wait;
            }
            let may = f64::from(AT_ONCE) + (now - begin).as_secs_f64() * f64::from(MOST_A_SECOND) + 1.0;
            prop_assert!((n + 1) as f64 <= may, "{n} by {:?}", now - begin);
        }
    }
}
