//! The studio as it really is: what its meter shows, against closed forms, and what its truth must hold.
#![allow(clippy::unwrap_used)]

use ink_lamp_light::scale::{Iso, MeterDisplay, ShutterTime};
use ink_lamp_sitting::{entry::Subject, metered::HeldAt, role::LightId, setup::Setup};
use ink_lamp_stand_ins::{
    studio::Studio,
    truth::{Spreads, Truth},
};
use ink_lamp_tapes::{
    entries::{camera, light, room},
    kit::{octa_rig, rated, taper},
    setup, then,
};
use serde_json::{Value, json};

/// A key in an octa and a fill bare, in a room that gives EV 3 at ISO 100.
fn look(key: f64, dial: &str) -> Setup {
    let bare = json!({"shape": {"kind": "bare", "loss": 0}});
    setup([
        // f/1.4 at 1/4 s and ISO 100: Av 1 + Tv 2.
        room("1.4 0", "100", "1/4"),
        camera("8", "1/125", "100"),
        light(
            "key",
            &json!({"unit": taper(256, "tenths"), "dial": dial, "modifier": "Octa 90", "distance": key, "rig": octa_rig(&json!({}))}),
        ),
        light("fill", &json!({"unit": rated(200.0, &json!({})), "dial": "1/8", "modifier": "Bare", "distance": 2.0, "rig": bare})),
    ])
}

fn studio(setup: Setup, spreads: Spreads) -> Studio {
    Studio::new(setup, Truth::new("a day", spreads), "a look")
}

fn of(light: &str) -> Subject {
    Subject::Light(LightId::new(light).unwrap())
}

fn set() -> (Iso, ShutterTime) {
    (Iso::parse("100").unwrap(), ShutterTime::parse("1/125").unwrap())
}

/// Exactly, in stops.
fn lies(studio: &Studio, what: &Subject, place: Option<HeldAt>) -> f64 {
    studio.light_at(what, place, set().1).unwrap()
}

#[test]
fn where_nothing_is_off_light_follows_the_laws() {
    let plain = |distance, dial| studio(look(distance, dial), Spreads::NONE);
    let (near, down) = (plain(1.5, "1/8"), plain(1.5, "1/16"));
    let flash = |studio: &Studio, id: &str| studio.flash(studio.setup.light(&LightId::new(id).unwrap()).unwrap()).unwrap();
    // Half the power is a stop less; a bare head at twice the distance two (inverse square law).
    assert!((flash(&near, "key") - flash(&down, "key") - 1.0).abs() < 1e-9);
    let moved = then(
        &near.setup,
        json!({"light": {"light": "fill", "role": "fill", "unit": rated(200.0, &json!({})), "dial": "1/8",
        "modifier": "Bare", "distance": 4.0, "rig": {"shape": {"kind": "bare", "loss": 0}}}}),
    );
    assert!((flash(&near, "fill") - flash(&studio(moved, Spreads::NONE), "fill") - 2.0).abs() < 1e-9);
    // Light adds: what both give together with the room is the sum of the parts, each without it.
    let amount = |av: f64| av.exp2();
    let burns = amount(3.0 - 7.0);
    assert!((lies(&near, &Subject::Room, None) - (3.0 - 7.0)).abs() < 0.04, "EV 3 at 1/125 s is Av −4 at ISO 100");
    let parts = amount(flash(&near, "key")) + amount(flash(&near, "fill")) + burns;
    assert!((lies(&near, &Subject::Whole, None) - parts.log2()).abs() < 0.04);
    // At the shadow side there is no key of its own.
    let shadow = lies(&near, &Subject::Whole, Some(HeldAt::ShadowSide));
    assert!((shadow - (amount(flash(&near, "fill")) + burns).log2()).abs() < 0.2 && shadow < lies(&near, &Subject::Whole, None));
    // The meter shows it in tenths.
    let (iso, shutter) = set();
    let shows = near.meter(&of("key"), None, iso, shutter, 1).unwrap();
    assert!((shows.av() - lies(&near, &of("key"), None)).abs() <= 0.05 + 1e-6);
    let faster = near.meter(&of("key"), None, Iso::parse("400").unwrap(), shutter, 1).unwrap();
    assert!((faster.av() - shows.av() - 2.0).abs() < 0.11, "two stops more ISO are two stops more on the display");
}

#[test]
fn what_is_off_is_off_by_so_much_and_always_the_same() {
    let truth = Truth::new("a day", Spreads::USUAL);
    let (again, other) = (Truth::new("a day", Spreads::USUAL), Truth::new("another day", Spreads::USUAL));
    assert_eq!(truth.unit("Taper 400"), again.unit("Taper 400"));
    assert!((truth.unit("Taper 400") - other.unit("Taper 400")).abs() > 1e-6);
    let names: Vec<String> = (0..4000).map(|n| n.to_string()).collect();
    let sd = |of: &dyn Fn(&str) -> f64| (names.iter().map(|n| of(n).powi(2)).sum::<f64>() / 4000.0).sqrt();
    // A standard deviation from 4,000 draws is within 1.1 % of the true one (1 sd); evenly spread over ± h it is h/√3.
    assert!((sd(&|n| truth.unit(n)) / 0.2 - 1.0).abs() < 0.05);
    assert!((sd(&|n| truth.modifier(n)) / 0.2 - 1.0).abs() < 0.05);
    assert!((sd(&|n| truth.dial("u", n)) / (0.1 / 3f64.sqrt()) - 1.0).abs() < 0.05);
    assert!(names.iter().all(|n| truth.dial("u", n).abs() <= 0.1 && truth.place("key", n).abs() <= 0.0583));
    assert!((sd(&|n| truth.noise(n.parse().unwrap())) / 0.03 - 1.0).abs() < 0.05);
    let lost = (0..4000).filter(|n| truth.is_lost("key", *n)).count();
    assert!((40..=120).contains(&lost), "one in fifty: {lost}");
    // Another place, another error of it; the same place, the same.
    let off = |distance| studio(look(distance, "1/8"), Spreads::USUAL).flash(&look(distance, "1/8").lights[0]).unwrap();
    assert_eq!(off(1.5), off(1.5));
}

#[test]
fn what_can_t_be_read_says_why() {
    let (iso, shutter) = set();
    let says = |studio: &Studio, what: &Subject, nth| studio.meter(what, None, iso, shutter, nth).unwrap_err().message;
    let lossy = studio(look(1.5, "1/8"), Spreads { lost: 1.0, ..Spreads::NONE });
    assert_eq!(says(&lossy, &of("key"), 1), "no pop came: Key did not fire. Measure again.");
    let plain = studio(look(1.5, "1/8"), Spreads::NONE);
    assert!(says(&plain, &of("rim"), 1).contains("nobody said which unit stands there"));
    assert!(says(&plain, &of("hair-3"), 1).contains("does not stand in this studio"));
    let dark = studio(setup([room("1.4 0", "100", "30"), camera("8", "1/125", "100")]), Spreads::NONE);
    assert!(says(&dark, &Subject::Room, 1).contains("less light than it has marks for"));
}

#[test]
fn a_dim_room_is_given_the_time_that_it_takes() {
    let (iso, own) = set();
    let time = |ev: f64| {
        let mut dim = studio(look(1.5, "1/8"), Spreads::NONE);
        dim.room = ev;
        let time = dim.time_for_room(None, iso, own);
        (time.said(), dim.meter(&Subject::Room, None, iso, time, 1).is_ok())
    };
    // EV 8 at 1/125 s is f/1.4; of EV 3 it takes a quarter of a second to have f/1.4 (Av = EV − Tv).
    assert_eq!((time(8.0), time(3.0)), (("1/125".to_owned(), true), ("1/4".to_owned(), true)));
    assert_eq!(time(-12.0), ("1/125".to_owned(), false));
}

#[test]
fn a_charge_that_was_not_let_go_comes_first() {
    let unit: Value = rated(400.0, &json!({"pulse": "voltage"}));
    let put = |dial: &str| {
        light("key", &json!({"unit": unit, "dial": dial, "modifier": "Octa 90", "distance": 1.5, "rig": octa_rig(&json!({}))}))
    };
    let high = setup([camera("8", "1/125", "100"), put("1/4")]);
    let low = then(&high, json!({"dial": {"light": "key", "dial": "1/16"}}));
    let flash = |setup: &Setup| studio(setup.clone(), Spreads::NONE).flash(&setup.lights[0]).unwrap();
    assert!((flash(&high) - flash(&low)).abs() < 1e-9, "the charge of 1/4 is still in it");
    let dumped = then(&low, json!({"reading": {"of": "key", "shows": "8 0"}}));
    assert!((flash(&high) - flash(&dumped) - 2.0).abs() < 1e-9);
}

#[test]
fn a_meter_shows_every_tenth_that_it_has() {
    // From the smallest to the largest mark, as `from_av` has them.
    for tenth in -20..=140 {
        assert!(MeterDisplay::from_av(f64::from(tenth) / 10.0).is_ok(), "{tenth}");
    }
}

#[test]
fn a_studio_that_is_stepped_into_is_as_it_was_read() {
    let read = then(&look(1.5, "1/8"), json!({"reading": {"of": "key", "shows": "8 3", "iso": "100", "shutter": "1/125"}}));
    let mut there = studio(read.clone(), Spreads::USUAL);
    there.found = there.as_known();
    // Read as f/8 and three tenths: so it lies there still, and a stop lower once its dial is a stop lower, but for that setting's own error.
    assert!((lies(&there, &of("key"), None) - 6.3).abs() < 0.06);
    there.setup = then(&read, json!({"dial": {"light": "key", "dial": "1/16"}}));
    assert!((lies(&there, &of("key"), None) - 5.3).abs() < 0.2 + 0.06);
    // The fill, which nobody read, is as the truth has it.
    assert_eq!(there.found.iter().find(|(what, _)| what.starts_with("fill")).unwrap().1, 0.0);
}
