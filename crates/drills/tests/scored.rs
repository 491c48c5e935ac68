//! What was done against the shortest way: counted from a tape, with the costliest detour and what was hidden.
#![allow(clippy::unwrap_used)]

use chrono::{DateTime, TimeDelta, Utc};
use ink_lamp_drills::{
    all::{drill, drills},
    counted::{Written, steps},
    drawn::Drawn,
    drill::{Counts, Drill},
    score::{Score, Tried, Why, score},
    way::{Step, Way, drawn_for},
    words,
};
use ink_lamp_sitting::{
    entry::{Back, Entry, MoveAsked, Start, Subject},
    practice::Practice,
    role::LightId,
    setup::Setup,
};
use serde_json::json;
use uuid::Uuid;

struct Run {
    drawn: Drawn,
    way: Way,
    tape: Vec<Written>,
    setup: Setup,
    now: DateTime<Utc>,
    began: DateTime<Utc>,
}

impl Run {
    fn begin(drill: &Drill, alone: bool) -> Self {
        let (mut drawn, way) = drawn_for(drill, "a seed").unwrap();
        drawn.setup.practice = Some(Practice { alone, asked: false });
        let began = DateTime::from_timestamp(1_700_000_000, 0).unwrap();
        let mut run = Self { setup: Setup::default(), tape: Vec::new(), now: began, began, way, drawn: drawn.clone() };
        run.write(Entry::Start(Start { from: drill.title.clone(), of: None, setup: Box::new(drawn.setup) }), 0);
        run
    }

    fn write(&mut self, entry: Entry, after: i64) -> Uuid {
        self.now += TimeDelta::seconds(after);
        let id = Uuid::from_u128(self.tape.len() as u128 + 1);
        if entry.is_fact() {
            self.setup = self.setup.apply(&entry).unwrap();
        }
        self.tape.push(Written { id, at: self.now, entry });
        id
    }

    fn read(&mut self, of: &str, after: i64) {
        let of = Subject::try_from(of.to_owned()).unwrap();
        let entry = self.drawn.read(&self.setup, &of, None, None).unwrap().entry;
        self.write(entry, after);
    }

    fn turn(&mut self, light: &str, by: i32, after: i64) -> Uuid {
        let now = self.setup.light(&LightId::new(light).unwrap()).unwrap();
        let scale = &now.unit.as_ref().unwrap().scale;
        let mut dial = now.dial.unwrap();
        for _ in 0..by.abs() {
            dial = if by > 0 { scale.up(dial).unwrap() } else { scale.down(dial).unwrap() };
        }
        let entry: Entry = serde_json::from_value(json!({"dial": {"light": light, "dial": scale.write(dial)}})).unwrap();
        self.write(entry, after)
    }

    fn score(&self, drill: &Drill) -> Score {
        let steps = steps(self.began, &self.tape).unwrap();
        score(drill, &self.drawn, &self.way, steps, &self.setup, (self.now - self.began).as_seconds_f64())
    }
}

#[test]
fn the_shortest_way_has_no_detour_and_nothing_over() {
    for drill in drills() {
        let mut run = Run::begin(drill, true);
        for step in run.way.clone().steps {
            let (_, entry, _) = run.way.step(&step, &run.drawn, &run.setup).unwrap();
            run.write(entry, 10);
        }
        let score = run.score(drill);
        assert_eq!(score.tried.counts, drill.shortest, "{}", drill.name);
        assert!(score.tried.done, "{}: {:?}", drill.name, score.met);
        assert!(score.detour.is_none(), "{}: {:?}", drill.name, score.detour);
        let shown = words::done(drill, &run.drawn, &run.way, &score, &run.setup, None).unwrap();
        assert_eq!(shown.strong, "and no way is shorter", "{}", drill.name);
        assert_eq!(shown.did.len(), shown.shortest.len());
    }
}

#[test]
fn a_turn_that_was_not_enough_is_the_detour_that_it_cost() {
    let drill = drill("three_to_one").unwrap();
    let mut run = Run::begin(drill, true);
    run.read("key", 6);
    run.read("room", 14);
    run.read("fill", 14);
    let whole = run.way.steps.iter().find_map(|step| match step {
        Step::Do(entry) => Some((**entry).clone()),
        _ => None,
    });
    run.turn("fill", -2, 20);
    run.read("fill", 30);
    run.write(whole.unwrap(), 12);
    run.read("whole", 14);
    let score = run.score(drill);
    assert_eq!(score.tried.counts, Counts { readings: 5, moves: 2 });
    let detour = score.detour.as_ref().unwrap();
    assert!(
        matches!(&detour.why, Why::Turned { lane, by, more } if lane == "fill" && (by + 0.2).abs() < 1e-6 && *more < -0.2),
        "{detour:?}"
    );
    // From the reading that it followed to the reading that showed it.
    assert!((detour.seconds - 50.0).abs() < 1e-6);
    let shown = words::done(drill, &run.drawn, &run.way, &score, &run.setup, None).unwrap();
    assert_eq!((shown.title.as_str(), shown.strong.as_str()), ("Three to one: done in five readings, ", "four would do"));
    assert_eq!(shown.did_words, "5 readings, 2 moves, 1:50");
    assert!(shown.detour.unwrap().words.starts_with("the fill went down by 0.2, and "));
    assert!(shown.hidden.iter().any(|row| row.lane == "room" && row.answer == "read it first"));
    assert!(shown.asked.iter().any(|row| row.lane == "fill" && row.ok));
}

#[test]
fn asking_counts_as_a_reading_and_what_was_taken_back_was_done() {
    let drill = drill("key_to_the_aperture").unwrap();
    let mut run = Run::begin(drill, true);
    run.read("key", 5);
    run.write(Entry::Asked(MoveAsked {}), 5);
    assert!(!run.setup.is_silent());
    let turned = run.turn("key", 1, 5);
    assert!(run.setup.is_silent(), "a move that was asked for is told until something is done");
    run.write(Entry::Undo(Back { of: turned }), 5);
    let steps = steps(run.began, &run.tape).unwrap();
    assert_eq!(ink_lamp_drills::counted::counts(&steps), Counts { readings: 2, moves: 1 });
    // It stands as it stood, and is not done.
    let score = score(drill, &run.drawn, &run.way, steps, &run.drawn.setup, 20.0);
    assert_eq!((score.tried.asked, score.tried.done), (1, false));
    let shown = words::done(drill, &run.drawn, &run.way, &score, &run.drawn.setup, None).unwrap();
    assert!(shown.title.ends_with("not there yet, ") && shown.strong.starts_with("the key is "), "{} {}", shown.title, shown.strong);
}

#[test]
fn a_break_does_not_count() {
    let drill = drill("key_to_the_aperture").unwrap();
    let mut run = Run::begin(drill, false);
    run.read("key", 5);
    run.read("key", 86_400);
    let last = steps(run.began, &run.tape).unwrap();
    assert!((last.last().unwrap().at - 305.0).abs() < 1e-6);
}

#[test]
fn better_is_done_then_fewer_readings_then_fewer_moves_then_sooner() {
    let tried = |done, readings, moves, seconds| Tried { counts: Counts { readings, moves }, asked: 0, seconds, done, worst: None };
    let best_first = [tried(true, 2, 1, 40), tried(true, 2, 1, 50), tried(true, 2, 2, 10), tried(true, 3, 0, 5), tried(false, 0, 0, 1)];
    for pair in best_first.windows(2) {
        assert!(pair[0].is_better(&pair[1]) && !pair[1].is_better(&pair[0]), "{pair:?}");
    }
    assert!(!best_first[0].is_better(&best_first[0]));
    assert_eq!(words::state(Some(&best_first[2]), Counts { readings: 2, moves: 1 }), "1 over");
    // What is kept of a try is read by every later version.
    let kept: Tried = serde_json::from_value(json!({"readings": 5, "moves": 2, "seconds": 131, "done": true})).unwrap();
    assert_eq!(kept, tried(true, 5, 2, 131));
}
