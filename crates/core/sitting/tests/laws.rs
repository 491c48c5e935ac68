//! What must hold for every tape, found by random ones.
#![allow(clippy::unwrap_used, missing_docs)]

use ink_lamp_sitting::{
    entry::{Back, Entry},
    history::History,
    setup::Setup,
};
use ink_lamp_tapes::any::{self, play};
use proptest::prelude::*;
use serde_json::json;
use uuid::Uuid;

proptest! {
    #![proptest_config(ProptestConfig { cases: 400, ..ProptestConfig::default() })]

    #[test]
    fn a_setup_that_was_stored_is_the_same(entries in prop::collection::vec(any::entry(), 0..40)) {
        let (setup, _) = play(&entries);
        let stored: Setup = serde_json::from_value(serde_json::to_value(&setup).unwrap()).unwrap();
        prop_assert_eq!(stored, setup);
    }

    #[test]
    fn every_light_that_may_be_added_can_be_added_beside_those_that_are_there(entries in prop::collection::vec(any::entry(), 0..20)) {
        let (setup, _) = play(&entries);
        for offered in setup.could_add() {
            prop_assert!(setup.light(&offered.id).is_none());
            let put = json!({"light": {"light": offered.id, "role": offered.role}});
            let after = setup.apply(&serde_json::from_value(put).unwrap()).unwrap();
            prop_assert_eq!((after.lights.len(), after.light(&offered.id).map(|l| l.role)), (setup.lights.len() + 1, Some(offered.role)));
        }
    }

    #[test]
    fn undoing_all_and_redoing_all_is_where_it_was(entries in prop::collection::vec(any::entry(), 0..25)) {
        let (setup, taken) = play(&entries);
        let ids: Vec<Uuid> = (1..).take(taken.len()).map(Uuid::from_u128).collect();
        let mut tape: Vec<(Uuid, Entry)> = ids.iter().copied().zip(taken.into_iter().cloned()).collect();
        let count = u128::try_from(tape.len()).unwrap();
        for (n, of) in (1..).zip(ids.iter().rev()) {
            tape.push((Uuid::from_u128(count + n), Entry::Undo(Back { of: *of })));
        }
        let empty = History::read(tape.iter().map(|(id, e)| (*id, e))).unwrap();
        prop_assert_eq!(empty.setup().unwrap(), Setup::default());
        for (n, of) in (1..).zip(ids.iter()) {
            tape.push((Uuid::from_u128(2 * count + n), Entry::Redo(Back { of: *of })));
        }
        let again = History::read(tape.iter().map(|(id, e)| (*id, e))).unwrap();
        prop_assert_eq!(again.setup().unwrap(), setup);
    }

    #[test]
    fn nothing_typed_makes_a_panic(text in "\\PC{0,40}") {
        let _ = serde_json::from_value::<Entry>(json!({"reading": {"of": text, "shows": text}}));
        let _ = serde_json::from_value::<Entry>(json!({"camera": {"aperture": text, "shutter": text, "iso": text}}));
        let _ = serde_json::from_str::<Entry>(&text);
    }
}
