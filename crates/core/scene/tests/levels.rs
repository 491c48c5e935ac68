//! Where lights lie against the exposure, by hand from the closed forms in the code's documentation, or from common practice.
#![allow(clippy::unwrap_used, missing_docs)]

use ink_lamp_scene::{levels::Levels, mixture::mixture, scene::Scene};
use ink_lamp_sitting::{belief::teach::sample, kit::Calibration, metered::RoomPlace, role::LightId, setup::Setup};
use ink_lamp_tapes::{
    after,
    entries::{aperture, camera, reads},
    kit::{OCTA, UNIT, fractions, octa_rig, rated},
    setup,
    whole::{decided, in_octa},
};
use serde_json::{Value, json};
use uuid::Uuid;

fn key(setup: &Setup) -> (Levels, usize) {
    (Scene::of(setup).levels, setup.index_of(&LightId::new("key").unwrap()).unwrap())
}

fn level(setup: &Setup) -> f64 {
    let (levels, key) = key(setup);
    levels.lights[key].total.unwrap().get()
}

fn guess(setup: &Setup) -> (f64, f64) {
    let (levels, key) = key(setup);
    let (at, within) = levels.lights[key].guess.unwrap();
    (at.get(), within.get())
}

/// Handbook of the trade: 200 Ws in a 0.9 m octa at 1.5 m, 1/8 power, ISO 100 is about f/4 to within a stop (common practice, no source).
#[test]
fn a_first_guess_is_within_a_stop_of_practice() {
    let stands = after(&decided(), &[aperture("4"), in_octa("key", &rated(200.0, &json!({})), "1/8", 1.5, &octa_rig(&json!({})))]);
    let (at, within) = guess(&stands);
    // By hand: 25 Ws · 40 = 1000 lm s, less 1.5 stops 353.6; / π(1.5² + 0.45²) = 45.9 lx s; N² = 18.4, f/4.28: 0.2 over f/4.
    assert!((at - 0.198).abs() < 0.01, "{at}");
    // Unit and modifier 0.2 each, the setting 0.0577; the hand 2 % of a front's law: 2·1.5²/(1.5² + 0.45²)/ln 2 · 0.0115 = 0.0304.
    let by_hand = (0.04f64 + 0.04 + 0.0577f64.powi(2) + 0.0304f64.powi(2)).sqrt();
    assert!(at.abs() <= 1.0 && (within - by_hand).abs() < 1e-3, "{within} {by_hand}");
}

#[test]
fn one_reading_makes_the_next_guess_true() {
    let key = rated(200.0, &json!({}));
    let read = after(&decided(), &[in_octa("key", &key, "1/8", 1.5, &octa_rig(&json!({}))), reads("key", "4 6")]);
    let taught = sample(&read, &LightId::new("key").unwrap(), Uuid::nil(), Uuid::nil()).unwrap();
    assert_eq!((taught.unit.to_string(), taught.modifier.unwrap().to_string()), (UNIT.to_owned(), OCTA.to_owned()));
    let learnt = Calibration::of(&[taught]).unwrap();
    // Another sitting: other power, distance and aperture. 1/8 to 1/2 is 2 stops; log2((1.5² + 0.45²)/(2.2² + 0.45²)) is -1.04.
    let next = after(&decided(), &[aperture("5.6"), in_octa("key", &key, "1/2", 2.2, &octa_rig(&json!({"calibration": learnt})))]);
    let (at, within) = guess(&next);
    let by_hand = (4.6 - 5.0) + 2.0 - ((2.2f64.powi(2) + 0.2025) / (1.5f64.powi(2) + 0.2025)).log2();
    assert!((at - by_hand).abs() < 0.1, "{at} {by_hand}");
    // What one reading knows of unit and modifier, 0.08, with a new setting and a new placement.
    assert!((within - (0.0782f64.powi(2) + 0.02f64.powi(2) + 0.0577f64.powi(2) + 0.032f64.powi(2)).sqrt()).abs() < 0.01, "{within}");
    // In the same sitting the reading itself is carried, and says that it is likely only.
    let moved = after(&read, &[aperture("5.6"), in_octa("key", &key, "1/2", 2.2, &octa_rig(&json!({})))]);
    assert!((level(&moved) - by_hand).abs() < 0.1);
    assert!(!moved.light(&LightId::new("key").unwrap()).unwrap().reading.as_ref().unwrap().is_measured());
}

/// Handbook of the trade: a small flash in an umbrella in place of bare costs about 2 stops, to within 0.7 (common practice, no source).
#[test]
fn an_umbrella_costs_what_practice_says() {
    let wick = json!({"name": "Wick 76", "guide": {"number": 36, "length": "metres", "iso": "100"}, "scale": fractions(128, "thirds")});
    let put = |name: &str, shape: Value| json!({"light": {"light": "key", "role": "key", "unit": wick, "dial": "1/1", "modifier": name, "distance": 1.5, "rig": {"shape": shape}}});
    let bare = guess(&after(&decided(), &[put("Bare", json!({"kind": "bare", "loss": 0}))])).0;
    let umbrella = json!({"kind": "umbrella", "size": {"round": {"diameter": 1.0}}, "loss": 1.5, "beam": {"exponent": 2.0}});
    let inside = guess(&after(&decided(), &[put("Umbrella 100", umbrella)])).0;
    assert!((bare - inside - 2.0).abs() < 0.7, "{}", bare - inside);
    // Bare: f/36/1.5 = f/24 at full power.
    assert!((bare - 2.0 * (24.0f64 / 8.0).log2()).abs() < 0.01);
}

#[test]
fn tungsten_two_stops_under_the_flash_is_mixed() {
    let lamps = json!({"reading": {"of": "room", "shows": "2 0", "light": {"kelvin": 3000, "lamps": "on"}}});
    let stands = setup([camera("4", "1/125", "100"), lamps]);
    let scene = Scene::of(&stands);
    let at = |place| mixture(&stands, &scene.levels, place).unwrap().correlated();
    // 5500 K and 3000 K two stops under make 4793 K, Duv −0.0020: a general library for colour, as in the reference values of light.
    let sitter = at(RoomPlace::Sitter);
    assert!((sitter.kelvin() - 4793.0).abs() < 15.0 && (sitter.duv + 0.0020).abs() < 0.000_15, "{sitter:?}");
    // At the ground no flash arrives: it is the lamps' own.
    assert!((at(RoomPlace::Ground).kelvin() - 3000.0).abs() < 10.0);
}
