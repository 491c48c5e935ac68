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
    fn what_stands_after_taking_back_bringing_back_and_going_on_is_what_stood_then(acts in prop::collection::vec((0..5u8, any::<prop::sample::Index>()), 1..40)) {
        // By hand: what stood after each act that can be taken back, and after each that was.
        let (mut stood, mut redo): (Vec<Vec<u128>>, Vec<Vec<u128>>) = (vec![Vec::new()], Vec::new());
        let mut tape: Vec<(Uuid, Entry)> = Vec::new();
        for ((act, at), id) in acts.into_iter().zip(1u128..) {
            let now = stood.last().unwrap().clone();
            let back = |of: u128| Back { of: Uuid::from_u128(of) };
            let entry = match (act, now.last(), redo.last().and_then(|then| then.last())) {
                (0, Some(last), _) => Entry::Undo(back(*last)),
                (1, _, Some(next)) => Entry::Redo(back(*next)),
                (2, Some(_), _) if now.len() > 1 => Entry::GoOn(back(now[at.index(now.len() - 1)])),
                _ => serde_json::from_value(json!({"note": {"text": "Net over the chair"}})).unwrap(),
            };
            match &entry {
                Entry::Undo(_) => redo.extend(stood.pop()),
                Entry::Redo(_) => stood.extend(redo.pop()),
                Entry::GoOn(from) => {
                    let to = now.iter().position(|id| Uuid::from_u128(*id) == from.of).unwrap();
                    stood.push(now[..=to].iter().copied().chain([id]).collect());
                    redo.clear();
                }
                _ => {
                    stood.push(now.into_iter().chain([id]).collect());
                    redo.clear();
                }
            }
            tape.push((Uuid::from_u128(id), entry));
            let history = History::read(tape.iter().map(|(id, e)| (*id, e))).unwrap();
            let standing: Vec<u128> = history.standing().iter().map(|(id, _)| id.as_u128()).collect();
            prop_assert_eq!(&standing, stood.last().unwrap());
            prop_assert_eq!(history.undone().count(), redo.len());
        }
    }

    #[test]
    fn a_light_that_is_put_where_it_is_seen_to_stand_stays_there(distance in 0.9..5.0f64, round in -179..=179i32, height in 1..=24u8) {
        let key = json!({"light": {"light": "key", "role": "key"}});
        let around = json!({"placed": {"light": "key", "around": {"distance": distance, "round": round, "height": f64::from(height) / 10.0}}});
        let setup = [key, around].into_iter().try_fold(Setup::default(), |now, e| now.apply(&serde_json::from_value(e).unwrap()));
        // Nearer than the height lets it.
        prop_assume!(setup.is_ok());
        let setup = setup.unwrap();
        // Nearly over the sitter a millimetre is a whole way round.
        let at = setup.lights[0].place.unwrap().at.vector();
        prop_assume!(at.x.hypot(at.z) > 0.3);
        let seen = setup.lights[0].around(&setup.studio()).unwrap();
        prop_assert!((seen.distance.get() - distance).abs() < 0.002 && (seen.height.get() - f64::from(height) / 10.0).abs() < 0.001);
        prop_assert_eq!(f64::from(seen.round), f64::from(round));
        let placed = json!({"placed": {"light": "key", "around": seen}});
        let again = setup.apply(&serde_json::from_value(placed).unwrap()).unwrap();
        let (a, b) = (setup.lights[0].place.unwrap().at.vector(), again.lights[0].place.unwrap().at.vector());
        prop_assert!(a.distance(b) < 0.01, "{:?} {:?}", a, b);
    }

    #[test]
    fn nothing_typed_makes_a_panic(text in "\\PC{0,40}") {
        let _ = serde_json::from_value::<Entry>(json!({"reading": {"of": text, "shows": text}}));
        let _ = serde_json::from_value::<Entry>(json!({"camera": {"aperture": text, "shutter": text, "iso": text}}));
        let _ = serde_json::from_str::<Entry>(&text);
    }
}
