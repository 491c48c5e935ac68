//! Every drill: it can be drawn from any seed, the solver finds the way that it states, and going that way does what is asked.
#![allow(clippy::unwrap_used)]

use ink_lamp_drills::{
    all::{drills, read},
    want::Real,
    way::drawn_for,
};

#[test]
fn all_of_them_can_be_read() {
    read(include_str!("../data/drills.json")).unwrap();
    assert!(drills().len() >= 16);
}

#[test]
fn every_drill_is_solved_in_the_way_that_it_states() {
    for drill in drills() {
        for seed in 0..6 {
            let (drawn, way) = drawn_for(drill, &seed.to_string()).unwrap_or_else(|e| panic!("{} from {seed}: {e}", drill.name));
            assert_eq!(way.counts(), drill.shortest, "{} from {seed}", drill.name);
            let before = drawn.studio(&drawn.setup);
            assert!(!Real::of(&before).unwrap().is_done(&drill.wants), "{} from {seed} is done before it begins", drill.name);
            let after = way.gone(&drawn).unwrap_or_else(|e| panic!("{} from {seed}: {e} {:?}", drill.name, way.steps));
            let studio = drawn.studio(&after);
            let met = Real::of(&studio).unwrap().met(&drill.wants);
            assert!(met.iter().all(|met| met.ok), "{} from {seed}: {met:?}", drill.name);
        }
    }
}
