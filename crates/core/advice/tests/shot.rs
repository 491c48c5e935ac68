//! What a frame that was shot says against what was foretold and wished, and what was changed between two frames.
#![allow(clippy::unwrap_used, clippy::panic, missing_docs)]

use ink_lamp_advice::{
    judged::{Band, Cause, Edge, Judged, PatchForetold, PatchSeen, ShotSeen, judged},
    words::{
        changes::{ShotThen, changes},
        judged::Judgement,
        span::plain,
    },
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    entry::Entry,
    role::LightId,
    setup::Setup,
    shots::{AsShot, Lit, Shot},
};
use ink_lamp_tapes::{
    after,
    entries::{around, at, camera, camera_with, light, reads},
    kit::{quick_body, quick_unit, taper},
    setup, then,
};
use proptest::prelude::*;
use serde_json::{Value, json};
use uuid::Uuid;

fn id(light: &str) -> LightId {
    LightId::new(light).unwrap()
}

fn shot_now(setup: &Setup, lit: Option<Lit>) -> Shot {
    let frame = json!({"frame": {"picture": {"id": Uuid::from_u128(7), "as_shot": {"aperture": "8", "shutter": "1/160", "iso": "100"}}}});
    Shot { lit, ..then(setup, frame).shots.pop().unwrap() }
}

/// Key, fill and a ground light, all with dials.
fn lit() -> Setup {
    let unit = json!({"unit": taper(256, "tenths"), "dial": "1/8"});
    setup([camera("8", "1/160", "100"), light("key", &unit), light("fill", &unit), light("ground", &unit)])
}

/// What key, fill, ground light and room give to a place, as light where mid-grey is 1, and whether skin is there.
const PLACES: [(&str, [f64; 4], bool); 4] = [
    ("Lit cheek", [1.6, 0.4, 0.0, 0.02], true),
    ("Shadow cheek", [0.08, 0.5, 0.0, 0.02], true),
    ("Forehead", [1.2, 0.45, 0.0, 0.02], true),
    ("Ground", [0.04, 0.03, 0.3, 0.01], false),
];

/// The places with what was foretold of them, and what was shot: each part by its own stops more, skin by others again.
fn patches(more: [f64; 4], skin: f64) -> Vec<PatchSeen> {
    let patch = |(name, parts, is_skin): &(&str, [f64; 4], bool)| {
        let given: f64 = parts.iter().zip(more).map(|(part, more)| part * more.exp2()).sum();
        let lights = ["key", "fill", "ground"].into_iter().zip(parts).filter(|(_, part)| **part > 0.0);
        PatchSeen {
            name: (*name).to_owned(),
            skin: *is_skin,
            card: false,
            tone: Some(given.log2() + if *is_skin { skin } else { 0.0 }),
            sure: 0.1,
            foretold: Some(PatchForetold {
                tone: parts.iter().sum::<f64>().log2(),
                lights: lights.map(|(light, part)| (id(light), part.log2())).collect(),
            }),
        }
    };
    PLACES.iter().map(patch).collect()
}

fn says(setup: &Setup, shot: &Shot, patches: Vec<PatchSeen>) -> (Vec<Judged>, Vec<String>) {
    let seen = ShotSeen { shot, patches, black: 0.1, brightest: 1.5, band: None };
    let said = judged(&Scene::of(setup), &seen);
    let words =
        said.iter().map(|j| Judgement::said(j, setup, &seen.patches)).map(|j| format!("{}|{}", plain(&j.say), j.press.unwrap_or_default()));
    let words = words.collect();
    (said, words)
}

#[test]
fn each_cause_is_named_with_what_mends_it() {
    let setup = lit();
    let shot = shot_now(&setup, Some(Lit::All));
    let say = |more, skin| says(&setup, &shot, patches(more, skin)).1;
    assert_eq!(say([0.0; 4], 0.0), ["As foretold within 0.1|"]);
    // An eighth and 0.7 more is a quarter less 0.3.
    assert_eq!(say([0.0, -0.7, 0.0, 0.0], 0.0), ["Fill gives 0.7 less than foretold|Set 1/8 +0.7"]);
    assert_eq!(say([1.0, 0.0, 0.0, 0.0], 0.0), ["Key gives 1.0 more than foretold|Set 1/16"]);
    assert_eq!(say([0.6; 4], 0.0), ["All is 0.6 brighter than foretold|"]);
    assert_eq!(say([0.0; 4], -0.8), ["The skin is 0.8 darker than foretold, all else as it should be|"]);
    // No one thing does this.
    let mut scattered = patches([0.0; 4], 0.0);
    for (patch, by) in scattered.iter_mut().zip([0.9, 0.9, -1.2, 0.1]) {
        patch.tone = patch.tone.map(|tone| tone + by);
    }
    assert_eq!(says(&setup, &shot, scattered).1, ["Forehead is 1.2 darker than foretold|"]);
    // Of one patch alone nothing is told, nor of what clips or is too dark.
    assert!(says(&setup, &shot, patches([1.0; 4], 0.0).split_off(3)).0.is_empty());
    let mut dark = patches([0.0; 4], 0.0);
    dark.iter_mut().for_each(|patch| patch.tone = None);
    assert!(says(&setup, &shot, dark).0.is_empty());
}

#[test]
fn the_frame_is_held_against_how_it_was_shot_and_not_against_how_all_is_set_now() {
    let setup = lit();
    let shot = shot_now(&setup, Some(Lit::All));
    // The fill was turned up by a stop since: the frame has it a stop lower than what is foretold now.
    let turned = then(&setup, json!({"dial": {"light": "fill", "dial": "1/4"}}));
    assert_eq!(says(&turned, &shot, patches([0.0, -1.0, 0.0, 0.0], 0.0)).1, ["As foretold within 0.1|"]);
    // The aperture was opened by a stop, the time halved: flash twice, the room as it was.
    let opened = then(&setup, camera("5.6", "1/320", "100"));
    assert_eq!(says(&opened, &shot, patches([-1.0, -1.0, -1.0, 0.0], 0.0)).1, ["As foretold within 0.1|"]);
    // One that was moved since is another light by now.
    let moved = Shot { changed: vec![id("key")], ..shot };
    assert_eq!(says(&setup, &moved, patches([0.0; 4], 0.0)).1, ["Key was changed since this frame|"]);
}

#[test]
fn which_lights_were_on_is_told_from_the_brightness() {
    let setup = lit();
    let off = |on: [bool; 3]| [on[0], on[1], on[2], true].map(|on| if on { 0.0 } else { -20.0 });
    let unsaid = shot_now(&setup, None);
    let key = says(&setup, &unsaid, patches(off([true, false, false]), 0.0));
    assert_eq!(key.1, ["By its brightness this is key alone|Key alone"]);
    let Judged::LitBy { said: Entry::FrameSaid(said), .. } = &key.0[0] else { panic!("{key:?}") };
    assert_eq!((said.picture, &said.lit), (unsaid.picture, &Some(Lit::Alone(id("key")))));
    assert_eq!(says(&setup, &unsaid, patches(off([false; 3]), 0.0)).1, ["By its brightness this is no flash|No flash"]);
    let all = says(&setup, &unsaid, patches(off([true; 3]), 0.0)).1;
    assert_eq!(all, ["As foretold within 0.1|", "By its brightness this is all lights|All lights"]);
    // Said once, it is believed.
    let alone = shot_now(&setup, Some(Lit::Alone(id("key"))));
    assert_eq!(says(&setup, &alone, patches(off([true, false, false]), 0.0)).1, ["As foretold within 0.1|"]);
}

#[test]
fn a_frame_without_flash_is_held_against_the_wish_for_the_room() {
    let seen = |setup: &Setup, brightest: f64| {
        let shot = shot_now(setup, Some(Lit::NoFlash));
        let seen = ShotSeen { shot: &shot, patches: Vec::new(), black: 0.93, brightest, band: None };
        let said = judged(&Scene::of(setup), &seen);
        let [one] = said.as_slice() else { panic!("{said:?}") };
        let said = Judgement::said(one, setup, &[]);
        (said.good, plain(&said.say), plain(&said.why))
    };
    let gone = lit();
    assert_eq!(
        seen(&gone, -5.4),
        (true, "Without flash 93 % of the frame is black, its brightest place −5.4".into(), "The room is gone, as wished.".into())
    );
    let (good, _, why) = seen(&gone, -3.2);
    assert!(!good && why.starts_with("That is 1.8 too bright for a room that is to be gone"), "{why}");
    let kept = then(&gone, json!({"room_wish": {"keep": {"level": -1.5}}}));
    let (good, _, why) = seen(&kept, -0.8);
    assert!(good && why.contains("wished at −1.5"), "{why}");
}

/// By `b·Tc = Tc − t`: 35 % at 1/400 are curtains of 3.85 ms, so that 1/250 is whole (3.85 ms lies just under 4).
#[test]
fn a_black_band_tells_the_sync_time_and_what_writes_it() {
    let setup = setup([camera_with("8", "1/400", "100", &json!({"body": quick_body(false)}))]);
    let shot = Shot { as_shot: AsShot::default(), ..shot_now(&setup, Some(Lit::All)) };
    let seen =
        |share| ShotSeen { shot: &shot, patches: Vec::new(), black: 0.4, brightest: 1.0, band: Some(Band { share, edge: Edge::Bottom }) };
    let said = judged(&Scene::of(&setup), &seen(0.35));
    let [Judged::Black { found, mend, .. }] = said.as_slice() else { panic!("{said:?}") };
    // 1/400 stands for 2^(−26/3).
    assert!((found.travel.get() - (-26.0 / 3.0f64).exp2() / 0.65).abs() < 1e-6 && found.sync.said() == "1/250", "{found:?}");
    let words = Judgement::said(&said[0], &setup, &[]);
    assert_eq!(
        (plain(&words.say).as_str(), words.press.as_deref()),
        ("35 % of the frame at the bottom got no flash", Some("Set sync and delay so"))
    );
    let mended = mend.iter().fold(setup.clone(), |setup, entry| setup.apply(entry).unwrap());
    let set = mended.camera.unwrap();
    assert_eq!((set.sync.unwrap().said().as_str(), set.says_travel()), ("1/250", true));
    assert!((set.travel().unwrap().get() - found.travel.get()).abs() < 1e-9);
    // No curtain is so slow: something stands there.
    let long = then(&setup, camera("8", "1/60", "100"));
    let long_shot = shot_now(&long, Some(Lit::All));
    let exposed = Shot { as_shot: AsShot::default(), ..long_shot };
    let seen = ShotSeen { shot: &exposed, ..seen(0.3) };
    assert!(matches!(judged(&Scene::of(&long), &seen)[..], [Judged::BandAtSync { .. }]));
}

#[test]
fn what_high_speed_sync_lost_is_learnt_from_a_card() {
    let quick = json!({"unit": quick_unit("Quick 400", true), "dial": "1/2", "distance": 1.5});
    let on = json!({"firing": {"high_speed": {"camera": true, "transmitter": true, "units": ["key"]}}});
    let setup =
        setup([camera_with("2.8", "1/1000", "100", &json!({"body": quick_body(true)})), light("key", &quick), on, reads("key", "8 0")]);
    let scene = Scene::of(&setup);
    let counted = scene.levels.lights[0].flash.level().unwrap().get();
    let shot = Shot { as_shot: AsShot::default(), ..shot_now(&setup, Some(Lit::Alone(id("key")))) };
    let card = |tone| PatchSeen { name: "Grey card".into(), skin: false, card: true, tone: Some(tone), sure: 0.08, foretold: None };
    let says = |setup: &Setup, tone| {
        let seen = ShotSeen { shot: &shot, patches: vec![card(tone)], black: 0.0, brightest: 1.0, band: None };
        judged(&Scene::of(setup), &seen)
    };
    assert!(says(&setup, counted - 0.05).is_empty());
    let said = says(&setup, counted - 0.6);
    let [Judged::FastLoss { more, extra, mend, .. }] = said.as_slice() else { panic!("{said:?} {counted}") };
    assert!((more - 0.6).abs() < 1e-9 && (extra - 0.6).abs() < 1e-9);
    // Once it is counted on, the same frame lies as it should.
    let counting = setup.apply(mend).unwrap();
    assert!(says(&counting, counted - 0.6).is_empty());
    let words = Judgement::said(&said[0], &setup, &[]);
    assert_eq!(
        (plain(&words.say).as_str(), words.press.as_deref()),
        ("High-speed sync takes 0.6 more of key than is counted", Some("Count 0.6"))
    );
}

#[test]
fn what_was_changed_between_two_frames_is_said_light_by_light() {
    let octa = json!({"unit": taper(256, "tenths"), "dial": "1/8", "modifier": "Octa 90"});
    let one = after(&lit(), [light("key", &octa), around("key", -45.0, 30.0, 1.6), at("fill", 1.0, 1.5, 2.0)]);
    let two = after(
        &one,
        [
            json!({"dial": {"light": "fill", "dial": "1/16 +0.3"}}),
            around("key", -45.0, 30.0, 1.4),
            json!({"light_removed": {"light": "ground"}}),
            light("rim", &json!({"unit": taper(256, "tenths"), "dial": "1/32"})),
            camera("5.6", "1/160", "200"),
        ],
    );
    let then = |setup, lit| ShotThen { setup, as_shot: AsShot::default(), lit };
    let said = |a, b| changes(&a, &b).iter().map(|line| plain(line)).collect::<Vec<_>>();
    let key = Lit::Alone(id("key"));
    assert_eq!(
        said(then(&one, Some(&key)), then(&two, Some(&Lit::All))),
        [
            "Key alone, then all lights",
            "Camera f/8 to f/5.6, ISO 100 to 200",
            "Key 20 cm nearer",
            "Fill down 0.7 to 1/16 +0.3",
            "Rim set to 1/32",
            "Ground taken away"
        ]
    );
    assert_eq!(said(then(&one, None), then(&one, None)), [] as [&str; 0]);
    // What the frame's own file says counts, not what the camera was set to here.
    let file: AsShot = serde_json::from_value(json!({"shutter": "1/80", "focal": 50.0})).unwrap();
    assert_eq!(said(then(&one, None), ShotThen { as_shot: file, ..then(&one, None) })[0], "Camera 1/160 to 1/80 s");
    let turned = after(
        &one,
        [around("key", -60.0, 40.0, 1.6), light("key", &json!({"unit": taper(256, "tenths"), "dial": "1/8", "modifier": "Dish 40"}))],
    );
    assert_eq!(said(then(&one, None), then(&turned, None)), ["Key 15° to the left, 10° higher, Dish 40 in place of Octa 90"]);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(64))]

    /// Whatever one light does to the picture, that light is found, and by how much.
    #[test]
    fn one_light_that_is_off_is_found(light in 0..3usize, by in prop_oneof![-2.0..-0.8f64, 0.8..2.0f64], noise in prop::array::uniform4(-0.04..0.04f64)) {
        let setup = lit();
        let shot = shot_now(&setup, Some(Lit::All));
        let mut more = [0.0; 4];
        more[light] = by;
        let mut seen = patches(more, 0.0);
        seen.iter_mut().zip(noise).for_each(|(patch, off)| patch.tone = patch.tone.map(|tone| tone + off));
        let (said, words) = says(&setup, &shot, seen);
        let light = setup.index_of(&id(["key", "fill", "ground"][light])).unwrap();
        let [Judged::Differs { by: found, cause, or, .. }] = said.as_slice() else { panic!("{words:?}") };
        prop_assert!(*cause == Cause::Light(light) || *or == Some(Cause::Light(light)), "{words:?}");
        prop_assert!(*cause != Cause::Light(light) || (found - by).abs() < 0.25, "{words:?} {by}");
    }

    /// Whatever stands on two tapes, what was changed between them is said, and nothing between a moment and itself.
    #[test]
    fn any_two_moments_can_be_told_apart(a in prop::collection::vec(ink_lamp_tapes::any::entry(), 0..12), b in prop::collection::vec(ink_lamp_tapes::any::entry(), 0..12)) {
        let (one, _) = ink_lamp_tapes::any::play(&a);
        let (two, _) = ink_lamp_tapes::any::play(&b);
        let then = |setup| ShotThen { setup, as_shot: AsShot::default(), lit: None };
        prop_assert!(changes(&then(&one), &then(&one)).is_empty());
        prop_assert!(changes(&then(&one), &then(&two)).iter().all(|line| plain(line).len() > 4));
    }
}

#[test]
fn a_value_that_is_sent_says_what_it_is() {
    let said = Judgement::said(&Judged::AsForetold { within: 0.04 }, &Setup::default(), &[]);
    assert_eq!(
        serde_json::to_value(&said).unwrap(),
        json!({"good": true, "say": [{"text": "As foretold within "}, {"strong": "0.1"}]}) as Value
    );
}
