//! What must hold for every setup, found by random tapes.
#![allow(clippy::unwrap_used, clippy::expect_used, missing_docs)]

use ink_lamp_advice::{
    board::{Board, LaneState, Summary},
    plan::{Plan, PlanQuestion},
    ways::Ways,
    words::{span::plain, tape::TapeLine},
};
use ink_lamp_scene::{effect::Effect, scene::Scene};
use ink_lamp_sitting::setup::Setup;
use ink_lamp_tapes::any::{self, play};
use proptest::prelude::*;

proptest! {
    #![proptest_config(ProptestConfig { cases: 400, ..ProptestConfig::default() })]

    #[test]
    fn a_board_has_no_number_that_is_none(entries in prop::collection::vec(any::entry(), 0..40)) {
        let (setup, _) = play(&entries);
        let board = Board::of(&setup);
        // JSON has no NaN and no infinity: they would come out as null in a place where a number must be.
        let text = serde_json::to_string(&board).unwrap();
        prop_assert!(!text.contains("\"stops\":null") && !text.contains("NaN") && !text.contains("inf "), "{text}");
        prop_assert!(!plain(&board.next.say).is_empty());
        prop_assert_eq!(board.lanes.len(), setup.lights.len() + 4);
        let _ = Summary::of(&board);
    }

    #[test]
    fn a_way_that_does_the_job_does_it_on_the_board(entries in prop::collection::vec(any::entry(), 0..40)) {
        let (setup, _) = play(&entries);
        let ways = Ways::of(&setup);
        let text = serde_json::to_string(&ways).unwrap();
        prop_assert!(!text.contains("\"stops\":null") && !text.contains("NaN") && !text.contains("inf "), "{text}");
        prop_assert_eq!(ways.missing.is_none(), setup.camera.is_some() && setup.room.reading.or(setup.room.ground).is_some());
        for way in &ways.ways {
            let after = way.entries.iter().try_fold(setup.clone(), |s, e| s.apply(e));
            prop_assert!(after.is_ok(), "{}: {:?}", way.id, after.err());
            let board = Board::of(&after.unwrap());
            let state = board.lane("room").unwrap().state;
            if way.does && way.possible && !way.entries.is_empty() {
                prop_assert!(matches!(state, LaneState::Removed | LaneState::Kept), "{}: {state:?}", way.id);
            }
        }
        // The search is the same however often it is asked.
        prop_assert_eq!(&Ways::of(&setup), &ways);
    }

    #[test]
    fn a_plan_has_no_number_that_is_none_and_what_it_offers_can_be_done(entries in prop::collection::vec(any::entry(), 0..40)) {
        let (setup, _) = play(&entries);
        let chosen = setup.lights.first().map(|l| l.id.to_string());
        let plan = Plan::of(&setup, &PlanQuestion { chosen, others: true, elevation: true, starts: true, ..PlanQuestion::default() });
        let text = serde_json::to_string(&plan).unwrap();
        prop_assert!(!text.contains("NaN") && !text.contains("inf ") && !["[null", ",null", "\"x\":null", "\"stops\":null"].iter().any(|n| text.contains(n)), "{text}");
        let put = plan.unplaced.iter().map(|u| std::slice::from_ref(&u.entry));
        let ways = plan.ground.iter().flat_map(|g| &g.ways).map(|w| w.entries.as_slice());
        for entries in put.chain(ways).chain(plan.starts.iter().map(|s| s.entries.as_slice())) {
            let after = entries.iter().try_fold(setup.clone(), |s, e| s.apply(e));
            prop_assert!(after.is_ok(), "{entries:?}: {:?}", after.err());
        }
        for remedy in Board::of(&setup).findings.into_iter().filter_map(|f| f.remedy) {
            prop_assert!(setup.apply(&remedy.entry).is_ok(), "{:?}", remedy.entry);
        }
    }

    #[test]
    fn a_setup_survives_being_stored(entries in prop::collection::vec(any::entry(), 0..40)) {
        let (setup, _) = play(&entries);
        let stored: Setup = serde_json::from_value(serde_json::to_value(&setup).unwrap()).unwrap();
        prop_assert_eq!(Board::of(&stored), Board::of(&setup));
    }

    #[test]
    fn every_next_move_can_be_done(entries in prop::collection::vec(any::entry(), 0..40)) {
        let (setup, _) = play(&entries);
        let board = Board::of(&setup);
        if let Some(action) = board.next.action {
            let after = setup.apply(&action.entry);
            prop_assert!(after.is_ok(), "{:?} is refused: {after:?}", action.entry);
            let after = after.unwrap();
            let _ = TapeLine::of(&action.entry, &Effect::of(&setup, &action.entry, &Scene::of(&after)));
        }
        for decision in [board.room.remove, board.room.keep] {
            prop_assert!(setup.apply(&decision).is_ok());
        }
    }

    #[test]
    fn following_the_advice_comes_to_an_end(entries in prop::collection::vec(any::entry(), 0..30)) {
        // Without a new reading, doing what is said must run out: no move is told twice for ever.
        let (mut setup, _) = play(&entries);
        for _ in 0..40 {
            let next = Board::of(&setup).next;
            match next.action {
                Some(action) if next.kind != ink_lamp_advice::next::MoveKind::Shoot => setup = setup.apply(&action.entry).unwrap(),
                _ => return Ok(()),
            }
        }
        prop_assert!(false, "still told what to do after 40 moves: {}", plain(&Board::of(&setup).next.say));
    }
}
