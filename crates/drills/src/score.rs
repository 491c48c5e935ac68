//! What was done against the shortest way: which steps were needed, what the others cost, how far off the lights really are.

use ink_lamp_sitting::{role::LightId, setup::Setup};
use serde::{Deserialize, Serialize};

use crate::{
    counted::{Did, Done, counts, lane_of},
    drawn::Drawn,
    drill::{Counts, Drill},
    want::{Measure, Met, Real},
    way::{Step, Way},
};

/// What is kept of a try. Every later version reads it.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Tried {
    /// Readings and moves.
    #[serde(flatten)]
    pub counts: Counts,
    /// How often the next move was asked for: among the readings.
    #[serde(default)]
    pub asked: u32,
    /// Seconds, breaks left out.
    pub seconds: u32,
    /// Whether all that was asked is so.
    pub done: bool,
    /// The light that is farthest off what is asked, in truth, stops; none where no light is asked for.
    #[serde(default)]
    pub worst: Option<f64>,
}

impl Tried {
    /// Which of two tries is better: done, with fewer readings, then fewer moves, then less time.
    #[must_use]
    pub fn is_better(&self, than: &Self) -> bool {
        let order = |tried: &Self| (!tried.done, tried.counts.readings, tried.counts.moves, tried.seconds);
        order(self) < order(than)
    }
}

/// A step and whether the shortest way has it too.
#[derive(Debug, Clone)]
pub struct Judged {
    /// The step.
    pub step: Done,
    /// Whether the shortest way has it too.
    pub needed: bool,
}

/// Why steps were made that the shortest way does not have.
#[derive(Debug, Clone, PartialEq)]
pub enum Why {
    /// A dial was turned, and again later: by so much (stops, up is positive), where it ended so far from there.
    Turned {
        /// Which light.
        lane: String,
        /// By so much.
        by: f64,
        /// So much more it ended at.
        more: f64,
    },
    /// Something was moved or set, and again later.
    MovedAgain(String),
    /// Something was moved or set that could stay.
    CouldStay(String),
    /// Something was read that nothing hangs on.
    NothingHangs(String),
    /// Something was read again, and nothing had changed.
    Unchanged(String),
    /// Something was read once more on the way.
    OnceMore(String),
    /// The next move was asked for.
    Asked,
}

/// Steps in a row that the shortest way does not have.
#[derive(Debug, Clone, PartialEq)]
pub struct Detour {
    /// The first of them, by its place.
    pub first: usize,
    /// The last.
    pub last: usize,
    /// What they took, seconds.
    pub seconds: f64,
    /// Why.
    pub why: Why,
}

/// A try, judged.
#[derive(Debug, Clone)]
pub struct Score {
    /// What is kept of it.
    pub tried: Tried,
    /// What was done.
    pub steps: Vec<Judged>,
    /// The costliest detour, where there was one.
    pub detour: Option<Detour>,
    /// What was asked, and how it really is.
    pub met: Vec<Met>,
}

/// How often each lane is named, in the order of their first.
fn times(lanes: impl Iterator<Item = String>) -> Vec<(String, usize)> {
    lanes.fold(Vec::new(), |mut all, lane| {
        match all.iter_mut().find(|(known, _): &&mut (String, usize)| *known == lane) {
            Some((_, times)) => *times += 1,
            None => all.push((lane, 1)),
        }
        all
    })
}

/// Which steps the shortest way has too.
fn needed(steps: &[Done], way: &Way, drawn: &Drawn) -> Vec<bool> {
    let mut is = vec![false; steps.len()];
    // Each reading of the way is met by the first of its kind; a second one of the same by the last, which proves.
    let read = |step: &Step| match step {
        Step::Read(of) => Some(of.to_string()),
        Step::Dark(light) => Some(light.to_string()),
        Step::Do(_) => None,
    };
    for (lane, times) in times(way.steps.iter().filter_map(read)) {
        let mine: Vec<usize> =
            (0..steps.len()).filter(|n| steps[*n].did.is_reading() && steps[*n].did != Did::Asked && steps[*n].lane == lane).collect();
        // The last proves, all others come first.
        let first = times.saturating_sub(1).max(1);
        mine.iter().take(first).for_each(|n| is[*n] = true);
        if times > 1
            && let Some(last) = mine.last()
        {
            is[*last] = true;
        }
    }
    // A proof may be of all together or of the light that was turned.
    if let (Some(Step::Read(_)), Some(last)) = (way.steps.last(), steps.iter().rposition(|step| matches!(step.did, Did::Read(_)))) {
        let have = is.iter().zip(steps).filter(|(is, step)| **is && step.did.is_reading()).count();
        if have < way.counts().readings as usize {
            is[last] = true;
        }
    }
    let moved = |step: &Step| if let Step::Do(entry) = step { Some(lane_of(entry, &drawn.setup)) } else { None };
    for (lane, times) in times(way.steps.iter().filter_map(moved)) {
        let mine = (0..steps.len()).rev().filter(|n| steps[*n].did == Did::Moved && steps[*n].lane == lane);
        mine.take(times).for_each(|n| is[n] = true);
    }
    is
}

/// The power that a light is set to, stops below full.
fn power(setup: &Setup, lane: &str) -> Option<f64> {
    setup.light(&LightId::new(lane).ok()?)?.power().map(|power| power.get())
}

fn why(steps: &[Done], at: usize) -> Why {
    let step = &steps[at];
    let lane = step.lane.clone();
    match step.did {
        Did::Asked => Why::Asked,
        Did::Moved => {
            let later = steps[at + 1..].iter().any(|other| other.did == Did::Moved && other.lane == lane);
            let ends = steps.last().and_then(|last| power(&last.after, &lane));
            match (power(&step.before, &lane), power(&step.after, &lane), ends) {
                (Some(was), Some(is), Some(ends)) if later && was != is => Why::Turned { lane, by: is - was, more: ends - is },
                _ if later => Why::MovedAgain(lane),
                _ => Why::CouldStay(lane),
            }
        }
        Did::Read(_) | Did::Dark(_) => {
            let before = steps[..at].iter().rposition(|other| other.did.is_reading() && other.lane == lane);
            match before {
                None => Why::NothingHangs(lane),
                Some(last) if steps[last + 1..at].iter().all(|other| other.did.is_reading()) => Why::Unchanged(lane),
                Some(_) => Why::OnceMore(lane),
            }
        }
    }
}

/// The costliest of the detours: steps in a row that were not needed, with the time from the step before.
fn costliest(steps: &[Done], needed: &[bool]) -> Option<Detour> {
    let mut best: Option<Detour> = None;
    let mut at = 0;
    while at < steps.len() {
        if needed[at] {
            at += 1;
            continue;
        }
        let end = (at..steps.len()).take_while(|n| !needed[*n]).last().unwrap_or(at);
        let from = if at == 0 { 0.0 } else { steps[at - 1].at };
        let seconds = steps[end].at - from;
        if best.as_ref().is_none_or(|best| seconds > best.seconds) {
            best = Some(Detour { first: at, last: end, seconds, why: why(steps, at) });
        }
        at = end + 1;
    }
    best
}

/// A try so far, judged; `seconds` is what it took in all.
#[must_use]
pub fn score(drill: &Drill, drawn: &Drawn, way: &Way, steps: Vec<Done>, now: &Setup, seconds: f64) -> Score {
    let studio = drawn.studio(now);
    let met = Real::of(&studio).map(|real| real.met(&drill.wants)).unwrap_or_default();
    let worst = met.iter().filter(|met| met.what == Measure::Level && met.lane != "room").map(|met| met.off().abs());
    let asked = steps.iter().filter(|step| step.did == Did::Asked).count();
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "a drill is not that long")]
    let tried = Tried {
        counts: counts(&steps),
        asked: u32::try_from(asked).unwrap_or(u32::MAX),
        seconds: seconds.round() as u32,
        done: met.iter().all(|met| met.ok),
        worst: worst.reduce(f64::max).map(|off| (off * 1000.0).round() / 1000.0),
    };
    let needed = needed(&steps, way, drawn);
    let detour = costliest(&steps, &needed);
    let steps = steps.into_iter().zip(needed).map(|(step, needed)| Judged { step, needed }).collect();
    Score { tried, steps, detour, met }
}
