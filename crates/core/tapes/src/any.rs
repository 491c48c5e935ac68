//! Random entries, possible and hardly possible, and what becomes of them.

use ink_lamp_sitting::{entry::Entry, setup::Setup};
use proptest::prelude::*;
use serde_json::{Value, json};

const LIGHTS: [&str; 6] = ["key", "fill", "rim", "ground", "hair", "rim-2"];

fn scale() -> impl Strategy<Value = Value> {
    prop_oneof![
        Just(json!({"fractions": {"lowest": 256, "step": "tenths"}})),
        Just(json!({"fractions": {"lowest": 16, "step": "full"}})),
        Just(json!({"numbers": {"full": 10.0, "lowest": 2.0, "stops_per_unit": 1.0}})),
        Just(json!({"watt_seconds": {"full": 500.0, "lowest": 8.0, "step": 1.0}})),
        Just(json!({"stops_below": {"lowest": 7.0, "step": "thirds"}})),
        Just(json!("full_only")),
    ]
}

fn reading() -> impl Strategy<Value = Value> {
    let of = prop_oneof![Just("room"), Just("whole"), prop::sample::select(&LIGHTS[..])];
    let number = prop::sample::select(&["0.7", "1", "1.4", "2", "2.8", "4", "5.6", "8", "11", "16", "22", "45"][..]);
    (of, number, 0..10u8, prop::option::of(prop::sample::select(&["50", "100", "400", "3200"][..])), prop::option::of(Just("1/60")), how())
        .prop_map(|(of, number, tenth, iso, shutter, how)| json!({"reading": {"of": of, "shows": format!("{number} {tenth}"), "iso": iso, "shutter": shutter, "how": how}}))
}

/// What belongs to a light beside unit and place.
fn rig() -> impl Strategy<Value = Value> {
    let size = prop_oneof![Just(json!({"round": {"diameter": 0.9}})), Just(json!({"rectangle": {"width": 0.3, "height": 0.9}}))];
    let shape = prop::option::of(
        (prop::option::of(size), 0.0..4.0f64).prop_map(|(size, loss)| json!({"kind": "octa", "size": size, "loss": loss})),
    );
    let grid = prop::option::of((0.0..3.0f64).prop_map(|loss| json!({"loss": loss})));
    (shape, grid, prop::option::of(0.0..=180.0f64), prop::option::of(prop::sample::select(&["A", "B", "Z"][..])), prop::option::of(1..4u8)).prop_map(
        |(shape, grid, angle, group, channel)| json!({"shape": shape, "grid": grid, "angle": angle, "group": group, "channel": channel, "circuit": channel}),
    )
}

/// How a reading may be taken.
fn how() -> impl Strategy<Value = Value> {
    let receptor = prop::option::of(prop::sample::select(&["dome_to_camera", "dome_to_light", "flat_to_light", "flat_to_camera"][..]));
    let place = prop::option::of(prop::sample::select(&["face", "shadow_side", "hair_or_shoulder", "ground"][..]));
    (prop::collection::vec(prop::sample::select(&["key", "fill", "rim"][..]), 0..3), receptor, place)
        .prop_map(|(on, receptor, place)| json!({"on": on, "receptor": receptor, "place": place}))
}

/// Where things stand, also where they hardly can.
fn places() -> impl Strategy<Value = Value> {
    let point = |low: f64| (-2.5..2.5f64, 0.0..3.0f64, low..3.5f64).prop_map(|(x, y, z)| json!({"x": x, "y": y, "z": z}));
    let placed = (prop::sample::select(&LIGHTS[..]), point(-2.5), prop::option::of(point(-1.0)), any::<bool>())
        .prop_map(|(light, at, aim, lying)| json!({"placed": {"light": light, "place": {"at": at, "aim": aim, "lying": lying}}}));
    let around = (prop::sample::select(&LIGHTS[..]), 0.3..5.0f64, -180.0..180.0f64, 0.1..3.0f64)
        .prop_map(|(light, distance, round, height)| json!({"placed": {"light": light, "around": {"distance": distance, "round": round, "height": height}}}));
    let ground = prop::option::of((any::<bool>(), 0.5..5.0f64, 1.0..5.0f64, 0.02..0.9f64).prop_map(|(paper, behind, width, reflectance)| {
        json!({"kind": if paper { "paper" } else { "wall" }, "behind": behind, "width": width, "reflectance": reflectance})
    }));
    let walls = prop::option::of((1.0..4.0f64, 1.0..4.0f64, 2.2..4.0f64, 0.02..0.9f64).prop_map(|(left, before, ceiling, reflectance)| {
        json!({"left": left, "right": 2.0, "behind": 5.0, "before": before, "ceiling": ceiling,
            "reflectance": reflectance, "ceiling_reflectance": 0.7, "floor_reflectance": 0.3})
    }));
    let panel = (prop::sample::select(&["white", "silver", "dark", "flag"][..]), point(-1.0), -180.0..180.0f64)
        .prop_map(|(kind, at, facing)| json!({"kind": kind, "at": at, "width": 1.0, "height": 1.8, "facing": facing}));
    let sitter = (0.6..1.9f64, -60.0..60.0f64, -30.0..30.0f64, prop::option::of(0.5..3.0f64));
    let studio = (sitter, point(0.3), ground, walls, prop::collection::vec(panel, 0..3)).prop_map(
        |((face, facing, chin, group), camera, ground, walls, panels)| {
            json!({"studio": {"sitter": {"face": face, "facing": facing, "chin": chin, "group": group},
                "camera": {"at": camera, "aim": face, "upright": true}, "ground": ground, "walls": walls, "panels": panels,
                "windows": [{"wall": "left", "along": 0.4, "width": 1.2}]}})
        },
    );
    let moved = (-0.5..0.5f64, -0.5..0.5f64).prop_map(|(x, z)| json!({"sitter_moved": {"x": x, "z": z}}));
    let tone = prop_oneof![
        Just(json!({"ground_tone": {"tone": "black"}})),
        Just(json!({"ground_tone": {"tone": "white"}})),
        Just(json!({"ground_tone": {}})),
        prop::sample::select(&["net_mender", "clock_mender", "luthier"][..]).prop_map(|face| json!({"face": {"face": face}})),
        (-4.0..1.0f64).prop_map(|level| json!({"ground_tone": {"tone": {"grey": {"level": level}}}})),
    ];
    prop_oneof![4 => placed, 2 => around, 2 => studio, 1 => moved, 1 => tone]
}

/// Any entry that can be read; many of them can't be applied.
pub fn entry() -> impl Strategy<Value = Entry> {
    let camera = (
        prop::sample::select(&["1.4", "2.8", "5.6", "8", "16"][..]),
        prop::sample::select(&["1/15", "1/125", "1/200", "1/8000"][..]),
        prop::sample::select(&["50", "100", "800"][..]),
        prop::option::of(Just("1/200")),
    )
        .prop_map(|(a, s, i, sync)| json!({"camera": {"aperture": a, "shutter": s, "iso": i, "sync": sync}}));
    let light = (
        prop::sample::select(&LIGHTS[..]),
        prop::option::of(scale()),
        prop::option::of(0.3..8.0f64),
        prop::option::of(Just("Octa 90")),
        rig(),
    )
        .prop_map(|(id, scale, distance, modifier, rig)| {
            let role = id.split('-').next();
            let unit = scale.map(
                |scale| json!({"name": "Taper 400", "rated": 400, "scale": scale, "recycle": 0.9, "supply": {"mains": {"volts": 230}}}),
            );
            json!({"light": {"light": id, "role": role, "unit": unit, "distance": distance, "modifier": modifier, "rig": rig}})
        });
    let dial = (prop::sample::select(&LIGHTS[..]), prop::sample::select(&["1/8", "1/16 +0.3", "6.3", "62", "-3"][..]))
        .prop_map(|(light, dial)| json!({"dial": {"light": light, "dial": dial}}));
    let ratio = (prop::option::of(1.1..20.0f64), any::<bool>(), any::<bool>()).prop_map(|(ratio, readings, key)| {
        let convention = if readings { "readings" } else { "lit_shadow" };
        let anchor = if key { "key_alone" } else { "lit_side" };
        json!({"ratio": {"target": ratio.map(|ratio| json!({"ratio": ratio, "convention": convention, "anchor": anchor}))}})
    });
    let target = (prop::sample::select(&LIGHTS[..]), prop::option::of(-9.0..4.0f64))
        .prop_map(|(light, level)| json!({"target": {"light": light, "level": level}}));
    let wish = (any::<bool>(), -9.0..0.0f64)
        .prop_map(|(keep, level)| json!({"room_wish": {if keep { "keep" } else { "remove" }: {"level": level}}}));
    let picture = || (0..3u128).prop_map(|n| format!("00000000-0000-0000-0000-{n:012x}"));
    let lit = prop_oneof![
        Just(json!("no_flash")),
        Just(json!("all")),
        prop::sample::select(&LIGHTS[..]).prop_map(|light| json!({"alone": light})),
    ];
    let framed =
        (picture(), prop::option::of(lit), -7.0..3.0f64, 0.02..0.5f64, 0..5u8).prop_map(|(id, lit, tone, sure, what)| match what {
            0 => json!({"frame": {"picture": {"id": id, "as_shot": {"aperture": "5.6", "shutter": "1/125"}, "lit": lit}}}),
            1 => json!({"frame_said": {"picture": id, "lit": lit, "meant": lit.is_none()}}),
            3 => json!({"frame_away": {"picture": id, "to": lit.is_none().then_some("Look 2")}}),
            2 => json!({"skin": {"picture": id, "over": tone, "sure": sure}}),
            _ => json!({"frame_read": {"picture": id, "tone": tone, "sure": sure}}),
        });
    let other = prop_oneof![
        Just(json!({"firing": {"high_speed": {"camera": true, "transmitter": true, "units": []}, "delay": 0.0004}})),
        Just(
            json!({"holds": {"filters": [{"name": "ND 0.9", "loss": 3}], "steadiness": "tripod", "movement": {"kind": "jump_top", "blur": 2}}})
        ),
        Just(json!({"holds": {"widest": "2.8", "smallest": "11", "high_speed": false, "depth": 0.1, "risks": ["haze", "infant"]}})),
        Just(
            json!({"reading": {"of": "room", "shows": "2 4", "iso": "100", "shutter": "1/60", "how": {"place": "ground"}, "light": {"kelvin": 2900, "lamps": "on"}}})
        ),
        Just(json!({"frame": {"no_flash": {"sitter": 40, "ground": 12}}})),
        Just(
            json!({"camera": {"aperture": "2.8", "shutter": "1/1000", "iso": "100", "body": {"name": "Loft 35", "sensor": {"width": 36, "height": 24},
            "pixel_pitch": 4.9, "shutter": {"focal_plane": {"sync": "1/200"}}, "high_speed": true, "fastest": "1/8000", "slowest": "30",
            "base_iso": "100", "iso_cap": "800", "steps": "thirds"}, "focal": 85, "sitter": 2}})
        ),
        Just(json!({"length": {"unit": "feet"}})),
        Just(json!({"schools": {"follow": "camera_follows", "step": "thirds", "receptor": "dome_to_light"}})),
        Just(json!({"schools": {"receptor": "flat_to_camera"}})),
        Just(json!({"schools": {"trim": "distance"}})),
        Just(json!({"supplies": {"volts": 120, "breaker": 15, "pace": 0.5}})),
        Just(
            json!({"transmitter": {"transmitter": {"name": "Spill", "link": "optical", "groups": 2, "channels": 4, "control": "ratio", "lowest": 128, "step": "thirds"}}})
        ),
        Just(json!({"camera": {"aperture": "8", "shutter": "1/125", "iso": "100", "filters": [{"name": "ND 0.9", "loss": 3}]}})),
        Just(json!({"automatic": {"light": "key", "gave": "1/16", "tone": "dark"}})),
        Just(json!({"frame": {}})),
        Just(json!({"note": {"text": "Net over the chair"}})),
        Just(json!({"checked": {"device": "camera", "point": "supply", "saw": {"right": "fresh"}}})),
        Just(json!({"said": {"said": [{"device": "camera", "point": "high_speed", "says": "on"}]}})),
        prop::sample::select(&LIGHTS[..])
            .prop_map(|light| json!({"said": {"said": [{"device": {"unit": light}, "point": "channel", "says": "4"}]}})),
        Just(json!({"check_again": {}})),
        Just(json!({"heeded": {"caution": "flashing", "by": "Assistant"}})),
        prop::sample::select(&LIGHTS[..]).prop_map(|light| json!({"heeded": {"caution": "overhead", "lights": [light]}})),
        prop::sample::select(&LIGHTS[..]).prop_map(|light| json!({"light_removed": {"light": light}})),
        prop::sample::select(&LIGHTS[..]).prop_map(|light| json!({"left": {"light": light}})),
    ];
    prop_oneof![4 => reading(), 2 => camera, 3 => light, 2 => dial, 1 => ratio, 1 => target, 1 => wish, 1 => other, 4 => places(), 1 => framed]
        .prop_map(crate::entry)
}

/// The setup after those entries of a series that can apply, and those entries.
#[must_use]
pub fn play(entries: &[Entry]) -> (Setup, Vec<&Entry>) {
    let mut setup = Setup::default();
    let mut taken = Vec::new();
    for entry in entries {
        if let Ok(next) = setup.apply(entry) {
            setup = next;
            taken.push(entry);
        }
    }
    (setup, taken)
}
