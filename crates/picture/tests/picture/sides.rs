//! The cheeks of a grey sitter against the board's lit and shadow side, in ten portraits as they are metered.

use ink_lamp_light::{meter::Amount, scale::Stops};
use ink_lamp_picture::{
    foretold::{Easel, Wanted},
    lit::Care,
    numbers::{Patch, PatchTone},
    pose::Grain,
    set::{Set, Show},
    view::View,
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::setup::Setup;
use ink_lamp_tapes::{
    entries::{around, reads, room as read_room, studio},
    setup,
};
use serde_json::{Value, json};

use crate::studio::SUBJECT;

/// A light that is put, and what a flat meter held to it reads.
struct Put {
    role: &'static str,
    shape: Value,
    /// Round from the camera, up, and away: degrees and metres.
    at: (f64, f64, f64),
    reads: &'static str,
}

fn softbox(width: f64, height: f64) -> Value {
    json!({"kind": "softbox", "size": {"rectangle": {"width": width, "height": height}}, "loss": 1})
}

fn octa(diameter: f64) -> Value {
    json!({"kind": "octa", "size": {"round": {"diameter": diameter}}, "loss": 1})
}

fn key(shape: Value, at: (f64, f64, f64), reads: &'static str) -> Put {
    Put { role: "key", shape, at, reads }
}

fn fill(shape: Value, at: (f64, f64, f64), reads: &'static str) -> Put {
    Put { role: "fill", shape, at, reads }
}

/// Key and fill as they are put and metered, and a room that is read.
fn portrait(lights: &[Put], room: Option<&str>) -> Setup {
    let mut entries = vec![
        json!({"camera": {"aperture": "8", "shutter": "1/160", "iso": "100"}}),
        studio(&json!({"ground": {"kind": "wall", "behind": 2.5, "width": 4.0, "reflectance": 0.18}})),
        json!({"schools": {"receptor": "flat_to_light"}}),
    ];
    entries.extend(room.map(|shows| read_room(shows, "100", "1/15")));
    for l in lights {
        entries.push(json!({"light": {"light": l.role, "role": l.role, "rig": {"shape": l.shape}}}));
        entries.push(around(l.role, l.at.0, l.at.1, l.at.2));
        entries.push(reads(l.role, l.reads));
    }
    setup(&entries)
}

/// The mean light on a patch of a grey sitter, for each source by itself.
fn each(set: &Set, view: &View, patch: &Patch) -> Vec<f32> {
    let middle = (patch.x * view.width as f32, patch.y * view.height as f32);
    let radius = patch.radius * view.height as f32;
    let inside = |k: &usize| ((k % view.width) as f32 + 0.5 - middle.0).hypot((k / view.width) as f32 + 0.5 - middle.1) <= radius;
    let mut easel = Easel::default();
    let mut one = |n: usize| {
        let alone = Set { sources: vec![set.sources[n].clone()], ..set.clone() };
        let light = easel.pixels(&SUBJECT, &alone, view, Care::Moving, Grain::None, true).light;
        let of: Vec<f32> = (0..light.len()).filter(inside).map(|k| light[k]).collect();
        of.iter().sum::<f32>() / of.len() as f32
    };
    (0..set.sources.len()).map(&mut one).collect()
}

/// What a cheek gets of one light, and by how much it is turned away from it.
fn of_light(set: &Set, light: &[f32], cheek: &PatchTone, index: usize) -> (f32, Option<f32>) {
    // A light of which nothing is known is not in the picture.
    let source = set.sources.iter().position(|s| s.light == Some(index));
    (source.map_or(0.0, |n| light[n]), cheek.lights.iter().find(|l| l.light == index).and_then(|l| l.turned))
}

#[test]
fn cheeks_lie_where_the_boards_sides_do_but_for_what_turning_away_takes() {
    let ten = [
        (vec![key(softbox(0.9, 1.2), (-42.0, 30.0, 1.5), "8 0"), fill(octa(1.0), (25.0, 10.0, 2.2), "5.6 0")], None),
        (vec![key(softbox(0.6, 0.9), (-50.0, 35.0, 1.3), "8 0"), fill(octa(1.0), (0.0, 10.0, 2.4), "4 0")], None),
        (vec![key(octa(0.9), (35.0, 25.0, 1.6), "5.6 5"), fill(softbox(0.9, 1.2), (-30.0, 5.0, 2.0), "4 5")], None),
        (vec![key(octa(0.5), (55.0, 40.0, 1.5), "8 3"), fill(octa(1.5), (0.0, 15.0, 2.6), "2.8 7")], None),
        (vec![key(softbox(0.3, 1.2), (-60.0, 10.0, 1.6), "8 0"), fill(octa(1.0), (30.0, 10.0, 2.0), "5.6 5")], None),
        (vec![key(octa(0.42), (-30.0, 35.0, 1.4), "11 0"), fill(octa(1.0), (20.0, 0.0, 2.2), "4 0")], None),
        (vec![key(softbox(0.9, 1.2), (40.0, 30.0, 2.0), "8 0")], Some("2.8 0")),
        (vec![key(octa(1.5), (-45.0, 20.0, 2.0), "5.6 0"), fill(octa(1.5), (45.0, 20.0, 2.0), "4 0")], Some("2 0")),
        (vec![key(octa(0.9), (75.0, 10.0, 1.5), "8 0"), fill(octa(1.0), (-20.0, 10.0, 2.2), "2.8 0")], None),
        (vec![key(octa(0.18), (-42.0, 35.0, 1.5), "8 0"), fill(softbox(1.2, 0.9), (10.0, 20.0, 2.5), "5.6 0")], Some("1.4 0")),
    ];
    for (n, (lights, room)) in ten.iter().enumerate() {
        let setup = portrait(lights, *room);
        let scene = Scene::of(&setup);
        let (lit, shadow, _) = scene.levels.sides(&setup, None).unwrap();
        let set = Set::of(&scene, Show::Now);
        let wanted = Wanted { width: 240, height: 300, grey: true, care: Care::Moving, card: false, patches: None };
        let frame = Easel::default().draw(&SUBJECT, &set, &wanted);
        let view = set.view(240, 300).0;
        let cheek = |name: &str| frame.patches.iter().find(|p| p.at.name == Some(name)).unwrap();
        let index = |role: &str| setup.lights.iter().position(|l| l.id.as_str() == role);
        let everywhere = set.room.x + set.sources.iter().map(|s| s.returns.x).sum::<f32>();
        // The board's sides are told for light that is met squarely: what turning away takes is in the patch's numbers.
        let squarely = |patch: &PatchTone, roles: &[&str]| {
            let light = each(&Set { room: glam::Vec3::ZERO, ..set.clone() }, &view, &patch.at);
            let of = |role: &&str| {
                index(role).map_or(0.0, |i| {
                    let (light, turned) = of_light(&set, &light, patch, i);
                    light / turned.map_or(1.0, f32::exp2)
                })
            };
            f64::from((roles.iter().map(of).sum::<f32>() + everywhere).log2())
        };
        let level = |side: Amount| side.level().map(Stops::get).unwrap();
        let (on_lit, on_shadow) = (cheek("Lit cheek"), cheek("Shadow cheek"));
        let found = squarely(on_lit, &["key", "fill"]);
        assert!((found - level(lit)).abs() < 0.15, "{n}: the lit cheek {found:.2}, the lit side {:.2}", level(lit));
        let found = squarely(on_shadow, &["fill"]);
        assert!((found - level(shadow)).abs() < 0.15, "{n}: the shadow cheek {found:.2}, the shadow side {:.2}", level(shadow));
        // What the key still gives the shadow cheek, though the board counts none of it there, is named with the reason.
        let by_key = on_shadow.lights.iter().find(|l| Some(l.light) == index("key"));
        assert!(by_key.is_none_or(|l| l.turned.is_some_and(|t| t < -0.3)), "{n}: {by_key:?}");
    }
}
