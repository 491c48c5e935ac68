//! What somebody did in a drill, step by step, from the tape of its look. What was taken back was done all the same.

use chrono::{DateTime, Utc};
use ink_lamp_light::refusal::Refusal;
use ink_lamp_sitting::{
    checks::{CheckPoint, Device, Saw},
    entry::{DeviceChecked, Entry, Subject},
    history::History,
    role::LightId,
    setup::Setup,
};
use uuid::Uuid;

use crate::drill::Counts;

/// A step that takes longer was a break, and counts as so long, seconds.
const BREAK: f64 = 300.0;

/// An entry of the tape.
#[derive(Debug, Clone)]
pub struct Written {
    /// Its id.
    pub id: Uuid,
    /// When it happened.
    pub at: DateTime<Utc>,
    /// What happened.
    pub entry: Entry,
}

/// What was done.
#[derive(Debug, Clone, PartialEq)]
pub enum Did {
    /// Something was read.
    Read(Subject),
    /// A light was asked to fire, and did not.
    Dark(LightId),
    /// The next move was asked for.
    Asked,
    /// A move.
    Moved,
}

impl Did {
    /// Whether it counts as a reading.
    #[must_use]
    pub const fn is_reading(&self) -> bool {
        !matches!(self, Self::Moved)
    }
}

/// A step.
#[derive(Debug, Clone)]
pub struct Done {
    /// Seconds since the drill began, breaks left out.
    pub at: f64,
    /// What was done.
    pub did: Did,
    /// The lane that it is about.
    pub lane: String,
    /// What was written.
    pub entry: Entry,
    /// How it stood before.
    pub before: Setup,
    /// How it stood then.
    pub after: Setup,
}

/// What an entry is as a step, and on which lane; none for what is neither reading nor move. Several dials at once are several moves.
fn steps_of(entry: &Entry, before: &Setup) -> Vec<(Did, String)> {
    let on = |light: &LightId| light.to_string();
    let moved = |lane: String| vec![(Did::Moved, lane)];
    match entry {
        Entry::Reading(taken) => vec![(Did::Read(taken.of.clone()), taken.of.to_string())],
        Entry::FrameRead(read) => {
            let lit = before.shots.iter().find(|shot| shot.picture == read.picture).and_then(|shot| shot.lit.as_ref());
            lit.map(Subject::from).map(|of| (Did::Read(of.clone()), of.to_string())).into_iter().collect()
        }
        Entry::Asked(_) => vec![(Did::Asked, "whole".to_owned())],
        Entry::Camera(_) | Entry::Firing(_) => moved("camera".to_owned()),
        Entry::Dial(turned) => moved(on(&turned.light)),
        Entry::AllSet(all) => all.dials.iter().map(|dial| (Did::Moved, on(&dial.light))).collect(),
        Entry::Light(put) => moved(on(&put.light)),
        Entry::LightRemoved(removed) => moved(on(&removed.light)),
        Entry::Placed(placed) => moved(on(&placed.light)),
        Entry::Studio(_) | Entry::SitterMoved(_) => moved("ground".to_owned()),
        Entry::Checked(DeviceChecked { device: Device::Unit(light), point: CheckPoint::Fires, saw: Some(Saw::Wrong(_)), .. }) => {
            vec![(Did::Dark(light.clone()), on(light))]
        }
        Entry::Checked(DeviceChecked { device, saw: Some(Saw::Right(_)), .. }) => moved(match device {
            Device::Unit(light) => on(light),
            Device::Camera | Device::Transmitter => "camera".to_owned(),
        }),
        _ => Vec::new(),
    }
}

/// The lane of an entry that is a move; `whole` where it is none.
#[must_use]
pub fn lane_of(entry: &Entry, before: &Setup) -> String {
    steps_of(entry, before).into_iter().next().map_or_else(|| "whole".to_owned(), |(_, lane)| lane)
}

/// What is written where a light was asked to fire and did not.
#[must_use]
pub fn dark(light: &LightId) -> Entry {
    fires(light, Saw::Wrong("no pop".to_owned()))
}

/// What is written where a light was asked to fire and did: what it held of before is gone.
#[must_use]
pub fn fired(light: &LightId) -> Entry {
    fires(light, Saw::Right("fires".to_owned()))
}

fn fires(light: &LightId, saw: Saw) -> Entry {
    Entry::Checked(DeviceChecked { device: Device::Unit(light.clone()), point: CheckPoint::Fires, saw: Some(saw), by: None })
}

/// The steps of a tape that began at a time.
///
/// # Errors
/// A tape that can't be followed.
pub fn steps(began: DateTime<Utc>, tape: &[Written]) -> Result<Vec<Done>, Refusal> {
    let (mut done, mut history, mut before) = (Vec::new(), History::default(), Setup::default());
    let (mut last, mut seconds) = (began, 0.0);
    for Written { id, at, entry } in tape {
        history.write(*id, entry)?;
        let after = if entry.is_fact() { before.apply(entry)? } else { history.setup()? };
        #[allow(clippy::cast_precision_loss, reason = "milliseconds of a drill")]
        let gap = (*at - last).num_milliseconds() as f64 / 1000.0;
        seconds += gap.clamp(0.0, BREAK);
        last = (*at).max(last);
        for (did, lane) in steps_of(entry, &before) {
            done.push(Done { at: seconds, did, lane, entry: entry.clone(), before: before.clone(), after: after.clone() });
        }
        before = after;
    }
    Ok(done)
}

/// Readings and moves among steps; what was asked for counts as a reading.
#[must_use]
pub fn counts(steps: &[Done]) -> Counts {
    let readings = steps.iter().filter(|step| step.did.is_reading()).count();
    let count = |n: usize| u32::try_from(n).unwrap_or(u32::MAX);
    Counts { readings: count(readings), moves: count(steps.len() - readings) }
}
