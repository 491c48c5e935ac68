//! The exhaustive search: every setting of the camera, every filter, both sync modes, held against the wish and each unit's reach.
//!
//! Both room and flash move by sums of stops, so each setting is weighed once and a combination costs a few additions.

pub(crate) mod changes;
mod choice;
pub(crate) mod space;

use ink_lamp_light::{ambient::RoomWish, interrupt, scale::Stops};

pub use changes::Changes;
pub use choice::{Choice, Shot};
pub use space::{NoHighSpeed, Space};

/// How well a combination does.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub enum Class {
    /// It does the job with this kit.
    Does,
    /// It would, but a unit can't give the power, or can't pulse.
    NotWithThisKit,
    /// It falls short of the wish.
    Short,
}

/// The best combination of its family.
#[derive(Debug, Clone, Copy)]
pub struct Candidate {
    /// What it changes.
    pub changes: Changes,
    /// How well it does.
    pub class: Class,
    /// Aperture, shutter, ISO and filters by their place in the space.
    pub at: [usize; 4],
    /// What is given up, in stops or so; and of what it is made up.
    pub cost: f64,
    /// By how much the flash must rise.
    pub rise: f64,
    /// Where the room lands.
    pub room: f64,
    /// By how much the wish, or the power, is missed.
    pub missed: f64,
}

impl Candidate {
    /// What is compared: the class first, then what is missed (in twentieths of a stop), then what is given up. Less is better.
    pub(crate) fn rank(&self) -> (Class, f64, f64) {
        (self.class, (self.missed * 20.0).round(), self.cost)
    }

    /// Whether it is better than another of its family.
    fn beats(&self, other: &Self) -> bool {
        self.rank().partial_cmp(&other.rank()) == Some(std::cmp::Ordering::Less)
    }
}

/// What a stop of flash that must rise costs, a judgement: power is there to be used, but recycling takes as long again.
const RISE: f64 = 0.15;
/// What each stop costs by which the room lies deeper than it must.
const EXCESS: f64 = 0.05;
/// Each dial more that is turned.
const DIAL: f64 = 0.2;
/// The last stop of power is worth keeping.
const SPARE: f64 = 0.5;

/// The best combination of each family, and how many were looked at.
#[must_use]
pub fn search(space: &Space) -> (Vec<Candidate>, u32) {
    let mut best: [Option<Candidate>; Changes::SETS] = [None; Changes::SETS];
    let mut seen = 0;
    for (t, shot) in space.shots.iter().enumerate() {
        let (lowest, highest) = if shot.blocked { (f64::NEG_INFINITY, f64::INFINITY) } else { space.reach };
        for (f, filter) in space.filters.iter().enumerate() {
            for (i, iso) in space.isos.iter().enumerate() {
                interrupt::point();
                let (flash, cost) = (filter.flash + iso.flash + shot.flash, filter.cost + iso.cost + shot.cost);
                let changes = filter.changes.and(iso.changes).and(shot.changes);
                let room_moves = space.room + filter.flash + iso.flash + shot.room;
                for (a, aperture) in space.apertures.iter().enumerate() {
                    seen += 1;
                    let rise = -(flash + aperture.flash);
                    let room = room_moves + aperture.flash;
                    let gap = gap(space.wish, room);
                    let over = (rise - highest).max(lowest - rise).max(0.0);
                    let (class, missed) = if !space.is_right(gap) {
                        (Class::Short, gap.abs())
                    } else if shot.blocked || over > 0.05 {
                        (Class::NotWithThisKit, over)
                    } else {
                        (Class::Does, 0.0)
                    };
                    let spare = (SPARE - (highest - rise)).max(0.0);
                    let excess = if gap < 0.0 { -gap * EXCESS } else { 0.0 };
                    let changes = changes.and(aperture.changes);
                    let dials = f64::from(changes.count()) * DIAL;
                    let cost = cost + aperture.cost + dials + rise.max(0.0) * RISE + spare.min(1.0) + excess;
                    let candidate = Candidate { changes, class, at: [a, t, i, f], cost, rise, room, missed };
                    let slot = &mut best[changes.place()];
                    if slot.as_ref().is_none_or(|now| candidate.beats(now)) {
                        *slot = Some(candidate);
                    }
                }
            }
        }
    }
    (best.into_iter().flatten().collect(), seen)
}

/// How far the room lies from the wish, as a signed number: below a limit is negative and right.
fn gap(wish: RoomWish, room: f64) -> f64 {
    room - wish.level().get()
}

impl Space {
    /// Whether a gap is none, by the same rule as the board's.
    fn is_right(&self, gap: f64) -> bool {
        self.wish.is_right(self.wish.level() + Stops::of(gap))
    }
}

/// What each way gives up, by kind: a way is dominated by one that gives up no more of anything, and less of something.
#[must_use]
pub fn given_up(space: &Space, c: &Candidate) -> [f64; 7] {
    let [a, t, i, f] = c.at;
    let Shot { cost, .. } = space.shots[t];
    let (shutter, high_speed) = if c.changes.has(Changes::HIGH_SPEED) { (0.0, cost) } else { (cost, 0.0) };
    [space.apertures[a].cost, shutter, high_speed, space.isos[i].cost, space.filters[f].cost, c.rise.max(0.0), f64::from(c.changes.count())]
}

/// Leaves out what another way beats in everything.
pub fn without_dominated(space: &Space, ways: &mut Vec<Candidate>) {
    let costs: Vec<[f64; 7]> = ways.iter().map(|c| given_up(space, c)).collect();
    let beaten = |n: usize| {
        (0..costs.len()).any(|m| {
            let pairs = || costs[m].iter().zip(&costs[n]);
            m != n && pairs().all(|(a, b)| *a <= b + 1e-9) && pairs().any(|(a, b)| *a < b - 1e-9)
        })
    };
    let keep: Vec<bool> = (0..costs.len()).map(|n| !beaten(n)).collect();
    let mut keep = keep.into_iter();
    ways.retain(|_| keep.next().unwrap_or(false));
}
