//! What is known of each light now, and how surely, from all that was ever read of it.
//!
//! A light's flash is the sum, in stops, of what its sheets say ([`crate::likely`]) and of errors that have names: of the unit against its rated
//! energy, of what it wears against its stated loss, of this setting of its dial, of this placement. Each is normal about nothing at first;
//! the room is another, about its own reading. Every reading is one observation of the light that was in it, added up as light and told as
//! a logarithm, and brings means and covariances of all of them up at once ([`normal`]: an iterated extended Kalman filter; linearised where lights
//! are added). So errors learn at their own pace: a setting that was read before is remembered, a light that was moved is as unsure as a new
//! placement and no more, and what one light taught of a modifier counts for the other that wears it.
//!
//! How far errors spread is assumed ([`assumed`]). What the units of a sitting taught is handed to the next one as the error of a unit in its
//! modifier ([`teach`]).

pub mod assumed;
mod lights;
mod normal;
mod take;
pub mod teach;

use ink_lamp_light::strobe::Dial;
pub use lights::Known;
use smallvec::{SmallVec, smallvec};

use crate::{
    kit::Calibration,
    metered::RoomPlace,
    seen::{Part, Seen, Worth},
    setup::{MOST_LIGHTS, Setup},
};
use assumed::{DIAL, MODIFIER, ROOM, UNIT, UNKNOWN};
use normal::{Expected, Normal, Sum};

/// A named error.
#[derive(Debug, Clone, PartialEq)]
enum Key {
    Unit(usize),
    Worn(String),
    Setting(usize, Dial),
    Place(usize, u32),
    /// By its own reading: another one is another room.
    Room(RoomPlace, u64),
}

/// A light of the setup as the belief holds it.
#[derive(Debug, Clone)]
struct Now {
    /// What its sheets say as it stands.
    model: f64,
    /// Whether they say all.
    whole: bool,
    /// How unsure its placement is.
    hand: f64,
    dial: Option<Dial>,
    placement: u32,
    unit: usize,
    worn: Option<usize>,
    /// Its placement's error, where it was read as it is placed.
    place: Option<usize>,
    /// How it stood at each reading that counts.
    read: Vec<(Option<Dial>, u32)>,
    /// What moving it since its last reading gave, by its front's law, stops.
    since: f64,
    /// How often running it was read as it stands and gave nothing.
    nothing: u32,
    /// By how much its last reading was off what was expected, where that was too unlikely to be believed.
    doubt: Option<f64>,
}

/// What is known of every light of a setup.
#[derive(Debug, Clone)]
pub struct Belief {
    normal: Normal,
    keys: Vec<Key>,
    lights: Vec<Now>,
    /// What was seen, in its order: what all of it leads to is worked out anew from there.
    taken: Vec<Taken>,
    /// The error of each place's room as it was read last.
    rooms: [Option<usize>; 2],
}

/// What counts of something that was seen.
#[derive(Debug, Clone)]
struct Taken {
    shown: f64,
    noise: f64,
    reading: Reading,
    /// The unit that is less sure from here on, and by how much.
    widened: Option<(usize, f64)>,
}

const fn at(place: RoomPlace) -> usize {
    match place {
        RoomPlace::Sitter => 0,
        RoomPlace::Ground => 1,
    }
}

/// Errors that count for a light: of its unit, of what it wears, of its setting, of its placement.
type Errors = SmallVec<[usize; 4]>;

/// A reading, as it is expected.
#[derive(Debug, Clone, PartialEq)]
struct Reading {
    /// What the sheets say of each light in it, and the errors that count for it.
    parts: SmallVec<[(f64, Errors); 2]>,
    /// The room's own light less the meter's time, and its error.
    room: Option<(f64, usize)>,
}

impl Expected for Reading {
    fn at(&self, mean: &dyn Fn(usize) -> f64, slope: &mut Sum) -> f64 {
        let lights = self.parts.iter().map(|(model, which)| (*model, which.as_slice()));
        let room = self.room.iter().map(|(ev, which)| (*ev, std::slice::from_ref(which)));
        // Eight lights and the room at most.
        let mut levels = [f64::MIN; MOST_LIGHTS + 1];
        for (level, (given, which)) in levels.iter_mut().zip(lights.clone().chain(room.clone())) {
            *level = given + which.iter().map(|e| mean(*e)).sum::<f64>();
        }
        let most = levels.iter().copied().fold(f64::MIN, f64::max);
        let amounts = levels.map(|level| if level > f64::MIN { (level - most).exp2() } else { 0.0 });
        let sum: f64 = amounts.iter().sum();
        for (nth, (amount, (_, which))) in amounts.iter().zip(lights.chain(room)).enumerate() {
            let share = amount / sum;
            // What was metered always counts: of a light of which nothing is known yet, anything may be.
            if nth > 0 && share < UNFELT {
                continue;
            }
            for error in which {
                match slope.iter_mut().find(|(at, _)| at == error) {
                    Some((_, by)) => *by += share,
                    None => slope.push((*error, share)),
                }
            }
        }
        most + sum.log2()
    }

    fn is_straight(&self) -> bool {
        self.parts.len() + usize::from(self.room.is_some()) == 1
    }
}

impl Reading {
    /// Whether its slope moves within what is not known of it.
    fn is_curved(&self, normal: &Normal) -> bool {
        let mut slope = Sum::new();
        self.at(&|e| normal.mean(e), &mut slope);
        !self.is_straight() && slope.iter().any(|(_, share)| (0.02..0.98).contains(share))
    }
}

/// What was learnt is odd so many standard deviations off what is assumed.
const FAR: f64 = 4.0;
/// So often at most all is worked out anew.
const SETTLED: usize = 3;
/// Another light or the room below this share of a reading says nothing of it.
const UNFELT: f64 = 1e-4;

impl Belief {
    /// What is known of every light of a setup.
    #[must_use]
    pub fn of(setup: &Setup) -> Self {
        Self::from(setup, true)
    }

    /// The same, with what earlier sittings taught or without.
    fn from(setup: &Setup, learnt: bool) -> Self {
        let studio = setup.studio();
        let mut belief = Self {
            normal: Normal::with_room(4 * setup.lights.len() + 4),
            keys: Vec::new(),
            lights: Vec::with_capacity(setup.lights.len()),
            taken: Vec::with_capacity(setup.seen.len()),
            rooms: [None; 2],
        };
        for (index, light) in setup.lights.iter().enumerate() {
            let model = setup.model(light, &studio);
            let unit = belief.error(Key::Unit(index), if model.whole { UNIT } else { UNKNOWN });
            let worn = light.worn_id().map(|worn| belief.worn(&worn));
            belief.lights.push(Now {
                model: model.av_100,
                whole: model.whole,
                hand: model.hand,
                dial: light.dial,
                placement: light.placement,
                unit,
                worn,
                place: None,
                read: Vec::new(),
                since: 0.0,
                nothing: 0,
                doubt: None,
            });
            if let Some(learnt) = light.rig.calibration.filter(|_| learnt && model.whole) {
                belief.know(unit, worn, learnt);
            }
        }
        let mut doubted = vec![None; setup.lights.len()];
        for seen in &setup.seen {
            belief.see(setup, seen, &mut doubted);
        }
        belief.pool();
        belief.learn();
        belief.settle();
        for (light, doubted) in belief.lights.iter_mut().zip(doubted) {
            let off = |(shown, reading): (f64, Reading)| shown - reading.at(&|e| belief.normal.mean(e), &mut Sum::new());
            light.doubt = doubted.map(off);
        }
        for (index, light) in belief.lights.iter_mut().enumerate() {
            light.place = belief.keys.iter().position(|k| *k == Key::Place(index, light.placement));
        }
        belief
    }

    /// Readings of the same lights as they stood say together what their mean says, as often more surely: as one they are worked out faster. Not where
    /// something was less sure from a reading on.
    fn pool(&mut self) {
        if self.taken.iter().any(|t| t.widened.is_some()) {
            return;
        }
        let mut pooled: Vec<(Taken, f64)> = Vec::with_capacity(self.taken.len());
        for taken in self.taken.drain(..) {
            match pooled.iter_mut().find(|(one, _)| one.noise == taken.noise && one.reading == taken.reading) {
                Some((one, times)) => {
                    one.shown += taken.shown;
                    *times += 1.0;
                }
                None => pooled.push((taken, 1.0)),
            }
        }
        self.taken.extend(pooled.into_iter().map(|(one, times)| Taken { shown: one.shown / times, noise: one.noise / times, ..one }));
    }

    /// One after the other, each linearised where it leads to.
    fn learn(&mut self) {
        for Taken { shown, noise, reading, widened } in &self.taken {
            if let Some((unit, by)) = widened {
                self.normal.widen(*unit, *by);
            }
            self.normal.learn(*shown, *noise, reading);
        }
    }

    /// Where several lights were in one reading, or the room beside a light, what a reading says hangs on what the others came to say: once more,
    /// linearised there.
    fn settle(&mut self) {
        for _ in 0..if self.taken.iter().any(|t| t.reading.is_curved(&self.normal)) { SETTLED } else { 0 } {
            let near = self.normal.begin_again();
            for Taken { shown, noise, reading, widened } in &self.taken {
                if let Some((unit, by)) = widened {
                    self.normal.widen(*unit, *by);
                }
                self.normal.learn_near(*shown, *noise, reading, &near);
            }
            if self.normal.is_near(&near) {
                break;
            }
        }
    }

    /// The error of a name; a new one is about nothing.
    fn error(&mut self, key: Key, sd: f64) -> usize {
        if let Some(at) = self.keys.iter().position(|k| *k == key) {
            return at;
        }
        self.keys.push(key);
        self.normal.add(sd)
    }

    /// The error of something that is worn.
    fn worn(&mut self, worn: &str) -> usize {
        let known = self.keys.iter().position(|k| matches!(k, Key::Worn(one) if one == worn));
        known.unwrap_or_else(|| self.error(Key::Worn(worn.to_owned()), MODIFIER))
    }

    /// What earlier sittings taught of a unit in what it wears.
    fn know(&mut self, unit: usize, worn: Option<usize>, learnt: Calibration) {
        let errors = std::iter::once(unit).chain(worn).collect();
        let both = Reading { parts: smallvec![(0.0, errors)], room: None };
        let offset = learnt.offset.get();
        // So far off its sheet something else is wrong (another unit, a wrong sheet): it is where one begins, and not how surely.
        let odd = (offset.abs() - FAR * UNIT.hypot(MODIFIER)).max(0.0);
        let widened = (odd > 0.0).then_some((unit, offset.abs()));
        self.take(offset, (learnt.sd() + odd / FAR).powi(2) + assumed::DRIFT.powi(2), both, widened);
    }

    fn take(&mut self, shown: f64, noise: f64, reading: Reading, widened: Option<(usize, f64)>) {
        self.taken.push(Taken { shown, noise, reading, widened });
    }

    /// One reading; the last of a light, where it is too unlikely to be believed, is `doubted`.
    fn see(&mut self, setup: &Setup, seen: &Seen, doubted: &mut [Option<(f64, Reading)>]) {
        let Some((part, first)) = seen.metered().and_then(|p| Some((p, setup.index_of(&p.light)?))) else { return };
        let Some(reading) = self.expected(setup, seen) else { return };
        let mut widened = None;
        match seen.worth {
            Worth::Doubted => {
                doubted[first] = Some((seen.shown.get(), reading));
                return;
            }
            Worth::Nothing => {
                let light = &mut self.lights[first];
                let as_it_stands = (part.dial, part.placement) == (light.dial, light.placement);
                light.nothing = if as_it_stands { light.nothing + 1 } else { 0 };
                return;
            }
            Worth::Believed(off) => widened = Some((self.lights[first].unit, off.get())),
            Worth::Plain => {}
        }
        self.take(seen.shown.get(), take::noise(seen), reading, widened);
        doubted[first] = None;
        let light = &mut self.lights[first];
        light.nothing = 0;
        light.read.push((part.dial, part.placement));
        let unit = setup.lights[first].unit.as_ref();
        let power = |dial: Option<Dial>| dial.zip(unit).map_or(0.0, |(dial, unit)| unit.scale.stops(dial).get());
        light.since = light.model - part.model.get() - (power(light.dial) - power(part.dial));
    }

    /// A reading, as it is to be expected; the errors that it is the first to need are begun. None where a light of it is gone.
    fn expected(&mut self, setup: &Setup, seen: &Seen) -> Option<Reading> {
        let parts = seen
            .parts
            .iter()
            .map(|part| Some((part.model.get(), self.errors_of(setup.index_of(&part.light)?, part))))
            .collect::<Option<_>>()?;
        let room = seen.room.map(|room| {
            let error = self.error(Key::Room(room.place, room.ev.get().to_bits()), ROOM);
            self.rooms[at(room.place)] = Some(error);
            ((room.ev - room.tv).get(), error)
        });
        Some(Reading { parts, room })
    }

    /// The errors that count for a light as it stood in a reading.
    fn errors_of(&mut self, light: usize, part: &Part) -> Errors {
        let mut errors: Errors = smallvec![self.lights[light].unit];
        errors.extend(part.worn.as_ref().map(|worn| self.worn(worn)));
        errors.extend(part.dial.map(|dial| self.error(Key::Setting(light, dial), DIAL)));
        let place = self.error(Key::Place(light, part.placement), part.hand.get());
        errors.push(place);
        errors
    }
}
