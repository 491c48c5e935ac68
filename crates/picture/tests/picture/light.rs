//! Light on a sitter and on the ground, against the core's own.

use glam::{DVec3, Vec3};
use ink_lamp_picture::{
    foretold::Easel,
    lit::{CELL, Care, Lit, Stand, place, places},
    pose::{Grain, Pose},
    set::{Screen, Set},
    subject::Subject,
};

use crate::studio::{FACE, SUBJECT, disc, emitter, lamp, rectangle, set, source};

fn lit(subject: &Subject, set: &Set, care: Care) -> (Pose, Lit) {
    let view = set.view(160, 200).0;
    let held = set.held(&subject.sitter);
    let pose = Pose::of(subject, &view.held(&held), Grain::None);
    let stand = Stand { subject, held: &held, pose: &pose, view: &view, back: &set.back, screens: &set.screens };
    let lit = Lit::of(&stand, &set.sources[0].front, care);
    (pose, lit)
}

/// Where nothing stands between, a corner gets what the core says of a meter held there: fronts of every kind, beams and grids.
#[test]
fn light_is_the_cores_own_where_nothing_hides_it() {
    let subject = Subject::plain(SUBJECT.sitter.clone());
    let held = set(Vec::new()).held(&subject.sitter);
    for (name, emitter, bound) in [
        ("box", emitter(lamp(42.0, 35.0, 1.5, rectangle(0.9, 1.2)), 1.0, None), 0.03),
        ("near box", emitter(lamp(-50.0, 20.0, 0.8, rectangle(0.9, 1.2)), 1.0, None), 0.06),
        ("dish", emitter(lamp(20.0, 30.0, 1.2, disc(0.42)), 2.0, None), 0.03),
        ("gridded dish", emitter(lamp(30.0, 30.0, 1.2, disc(0.18)), 4.0, Some(40.0)), 0.05),
        ("gridded box", emitter(lamp(30.0, 30.0, 1.0, rectangle(0.6, 0.9)), 1.0, Some(40.0)), 0.12),
        ("bare", emitter(lamp(60.0, 10.0, 1.0, ink_lamp_light::field::Outline::Point), 1.0, None), 0.03),
    ] {
        let set = set(vec![source(&emitter, 0.0)]);
        let (pose, lit) = lit(&subject, &set, Care::Moving);
        let mut off: Vec<f64> = Vec::new();
        for i in (0..pose.corners.len()).step_by(37) {
            let (at, normal) = (held.outside(pose.surface.at[i]).as_dvec3(), pose.surface.normal[i].as_dvec3());
            let front = &emitter.front;
            // Well before the front and turned to it: at grazing angles any sum of points is coarse.
            let facing = normal.dot((front.at - at).normalize());
            let there = emitter.lux_per_lumen(at, normal) / emitter.facing(FACE);
            if facing < 0.3 || there < 0.02 {
                continue;
            }
            let here = f64::from(lit.arrives[i] * set.sources[0].sends.x);
            off.push((here / there).log2().abs());
        }
        off.sort_by(f64::total_cmp);
        assert!(off.len() > 50, "{name}: {}", off.len());
        let (middle, most) = (off[off.len() / 2], off[off.len() * 98 / 100]);
        assert!(middle < bound / 3.0 && most < bound, "{name}: median {middle:.4}, 98th of a hundred {most:.4}");
    }
}

/// The ground beside the sitter's shadow gets what the core says; in the middle of it nothing.
#[test]
fn the_ground_is_lit_as_the_core_says_and_the_sitter_stands_before_it() {
    let emitter = emitter(lamp(9.0, 4.0, 2.0, disc(0.2)), 1.0, None);
    let set = set(vec![source(&emitter, 0.0)]);
    let (_, lit) = lit(&SUBJECT, &set, Care::Rest);
    let view = set.view(160, 200).0;
    let (across, down) = places(&view);
    let (mut beside, mut dark) = (0, 0);
    for row in 0..down {
        for column in 0..across {
            let at = place(&view, &set.back, column, row).unwrap();
            let light = f64::from(lit.ground[row * across + column]) * f64::from(set.sources[0].sends.x);
            let there = emitter.lux_per_lumen(at.as_dvec3(), DVec3::Z) / emitter.facing(FACE);
            assert!(light <= there * 1.02, "{at}: {light} over {there}");
            beside += u32::from((light / there).log2().abs() < 0.02);
            dark += u32::from(light == 0.0);
        }
    }
    let all = (across * down) as u32;
    assert!(beside > all / 5 && dark > all / 50, "{beside} lit and {dark} dark of {all}");
}

/// Moved about or turned up, light only changes as it should.
#[test]
fn light_adds_up_and_a_panel_takes_it_away() {
    let emitter = emitter(lamp(42.0, 35.0, 1.5, rectangle(0.9, 1.2)), 1.0, None);
    let mut one = set(vec![source(&emitter, 0.0)]);
    let view = one.view(96, 120).0;
    let light = |set: &Set| Easel::default().pixels(&SUBJECT, set, &view, Care::Moving, Grain::Fine, true).light;
    let single = light(&one);
    let twice = light(&set(vec![source(&emitter, 0.0), source(&emitter, 0.0)]));
    for (a, b) in single.iter().zip(&twice) {
        assert!((b - 2.0 * a).abs() <= 1e-4 + 1e-3 * b, "{a} {b}");
    }
    // A black panel right before the lamp, larger than it.
    let front = &one.sources[0].front;
    one.screens = vec![Screen { at: front.at + front.axis * 0.2, axis: front.axis, across: front.across * 2.0, along: front.along * 2.0 }];
    assert!(light(&one).iter().all(|l| *l == 0.0));
}

/// Only what changed is worked out anew, and it comes to the same.
#[test]
fn an_easel_remembers_and_shows_the_same() {
    let at = |round: f64, stops: f64| source(&emitter(lamp(round, 35.0, 1.5, disc(0.5)), 1.0, None), stops);
    let view = set(Vec::new()).view(96, 120).0;
    let mut easel = Easel::default();
    let mut turned = set(vec![at(30.0, 0.0), at(-60.0, -1.0)]);
    turned.held.right = Vec3::new(0.9, 0.0, -0.435_889_9);
    turned.held.ahead = Vec3::new(0.435_889_9, 0.0, 0.9);
    let sets = [set(vec![at(30.0, 0.0), at(-60.0, -1.0)]), set(vec![at(30.0, 0.5), at(-60.0, -1.0)]), set(vec![at(40.0, 0.5)]), turned];
    // A panel that comes, and another ground, change light but not the pose.
    let mut shut = sets[2].clone();
    let front = shut.sources[0].front.clone();
    shut.screens = vec![Screen { at: front.at + front.axis * 0.3, axis: front.axis, across: front.across, along: front.along }];
    let mut near = sets[2].clone();
    near.back.z = -0.6;
    for set in sets.iter().chain([&sets[2], &shut, &near]) {
        // While it moves, what was worked out more carefully before will do.
        easel.pixels(&SUBJECT, set, &view, Care::Moving, Grain::Fine, false);
        let again = easel.pixels(&SUBJECT, set, &view, Care::Rest, Grain::Fine, false);
        let fresh = Easel::default().pixels(&SUBJECT, set, &view, Care::Rest, Grain::Fine, false);
        assert!(again == fresh, "another picture than from nothing");
    }
    assert!(view.width.div_ceil(CELL) > 1);
}

/// While the head is turned all is to be done anew, and is done more roughly: tones stay, and the next picture of a head that is held still is as good as from nothing.
#[test]
fn a_head_that_is_turned_keeps_its_tones() {
    let light = |outline| source(&emitter(lamp(30.0, 35.0, 1.5, outline), 1.0, None), 0.0);
    for outline in [disc(0.5), rectangle(0.9, 1.2)] {
        let view = set(Vec::new()).view(240, 300).0;
        let (mut easel, still) = (Easel::default(), set(vec![light(outline)]));
        let mut turned = still.clone();
        turned.held.right = Vec3::new(0.9, 0.0, -0.435_889_9);
        turned.held.ahead = Vec3::new(0.435_889_9, 0.0, 0.9);
        let fresh = Easel::default().pixels(&SUBJECT, &turned, &view, Care::Moving, Grain::Coarse, true);
        let mut draw = |set: &Set| easel.pixels(&SUBJECT, set, &view, Care::Moving, Grain::Coarse, true);
        draw(&still);
        let rough = draw(&turned);
        let mut off: Vec<i16> = rough.bytes.iter().zip(&fresh.bytes).map(|(a, b)| i16::from(*a) - i16::from(*b)).collect();
        let mean = f32::from(off.iter().sum::<i16>()) / off.len() as f32;
        off.iter_mut().for_each(|o| *o = o.abs());
        off.sort_unstable();
        let (half, most) = (off[off.len() / 2], off[off.len() * 95 / 100]);
        println!("{outline:?}: mean {mean:.2}, median {half}, 95th {most}");
        assert!(mean.abs() < 0.5 && half <= 1 && most <= 8, "{outline:?}: mean {mean}, median {half}, 95th {most}");
        assert!(rough != fresh && draw(&turned) == fresh, "held still it is as from nothing");
    }
}
