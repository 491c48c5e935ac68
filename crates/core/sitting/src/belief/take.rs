//! Readings as they become evidence, and what keeps evidence true while lights are described, turned, moved and exchanged.

use ink_lamp_light::{meter::Reading, scale::Stops};

use super::{
    Belief, Sum,
    assumed::{GATE, GATE_LEAST, METER, MOST_DOUBTS, SAME},
    normal::Expected,
};
use crate::{
    light::{Held, Light},
    own::Own,
    seen::{MOST_PARTS, MOST_SEEN, Part, RoomThen, Seen, Worth},
    setup::Setup,
};

/// How far a reading is off by itself, as a variance.
pub(super) fn noise(seen: &Seen) -> f64 {
    METER * METER + seen.sure.map_or(0.0, |sure| sure.get().powi(2))
}

impl Setup {
    /// A reading of a light becomes evidence; none where others were in it that are not known.
    pub(crate) fn learn_from(&mut self, index: usize, held: &Held) {
        let light = &self.lights[index];
        let own = self.own(held, light.room_place());
        if matches!(own, Own::Tangled(_)) {
            return;
        }
        let part = |light: &Light| self.part(light, held);
        let others = held.others.iter().filter_map(|other| self.light(&other.light)).map(part);
        let parts: Vec<Part> = std::iter::once(part(light)).chain(others).take(8).collect();
        let place = light.room_place();
        let room = self.room.at(place).map(|room: Reading| RoomThen {
            place,
            ev: Stops::of(room.av_100() + room.shutter.tv()),
            tv: Stops::of(held.reading.shutter.tv()),
        });
        // Without its setting nobody can say what was done to a light since: only the last reading counts.
        if light.dial.is_none() {
            let id = light.id.clone();
            self.seen.retain(|s| s.worth == Worth::Nothing || s.parts.iter().all(|p| p.light != id));
        }
        let mut seen = Seen {
            shown: Stops::of(held.reading.av_100()),
            room,
            parts,
            worth: Worth::Nothing,
            this_round: true,
            sure: held.how.frame.map(|frame| frame.sure),
        };
        if own != Own::Nothing {
            // Read anew as it stands: nobody is asked to, so the later one is what was meant, as far as all else agrees with it.
            let earlier = self.seen.clone();
            // What a frame tells takes no meter's place.
            let stands = |s: &Seen| {
                let as_it_stood = s.metered().zip(seen.metered()).is_some_and(|(a, b)| a.stands_as_in(b));
                s.worth != Worth::Doubted && as_it_stood && noise(s) >= noise(&seen)
            };
            self.seen.retain(|s| !stands(s));
            seen.worth = self.worth(index, &seen);
            if seen.worth == Worth::Doubted {
                self.seen = earlier;
            }
        }
        self.seen.push(seen);
        // The oldest have taught what they had to.
        let parts = |all: &[Seen]| all.iter().map(|s| s.parts.len()).sum::<usize>();
        while self.seen.len() > MOST_SEEN || parts(&self.seen) > MOST_PARTS {
            self.seen.remove(0);
        }
        self.lights[index].left = false;
    }

    /// A light as it stands in a reading.
    fn part(&self, light: &Light, held: &Held) -> Part {
        let studio = self.studio();
        let model = self.model(light, &studio);
        // As it was metered: by that receptor, and for a bulb in the meter's own time.
        let taken = held.how.receptor.unwrap_or(self.schools.receptor);
        let by_receptor = light.normal_by(taken) - light.normal_by(self.schools.receptor);
        let cut = self.metered_loss(light, held);
        Part {
            light: light.id.clone(),
            worn: light.worn_id(),
            dial: light.dial,
            placement: light.placement,
            model: Stops::of(model.av_100 + by_receptor - cut.get()),
            hand: Stops::of(model.hand),
        }
    }

    /// Whether a reading is believed.
    fn worth(&self, index: usize, seen: &Seen) -> Worth {
        let mut belief = Belief::of(self);
        if belief.light(index).is_none() {
            // Nothing is known that a reading could contradict.
            return Worth::Plain;
        }
        let Some(reading) = belief.expected(self, seen) else { return Worth::Plain };
        let mut slope = Sum::new();
        let expected = reading.at(&|e| belief.normal.mean(e), &mut slope);
        let spread = (belief.normal.covariance(&slope, &slope) + noise(seen)).sqrt();
        let off = seen.shown.get() - expected;
        if off.abs() <= (GATE * spread).max(GATE_LEAST) && !self.lights[index].gave_what_it_held(off, spread) {
            return Worth::Plain;
        }
        let id = &self.lights[index].id;
        let doubted: Vec<&Seen> = self.seen.iter().rev().filter(|s| s.is_of(id)).take_while(|s| s.worth == Worth::Doubted).collect();
        let same = doubted.first().is_some_and(|last| {
            let as_it_stood = last.metered().zip(seen.metered()).is_some_and(|(a, b)| a.stands_as_in(b));
            as_it_stood && (last.shown - seen.shown).abs().get() <= SAME
        });
        // Said twice, it is so; and nobody is asked for ever.
        if same || doubted.len() >= MOST_DOUBTS { Worth::Believed(Stops::of(off)) } else { Worth::Doubted }
    }

    /// Evidence after lights were described, turned, moved, exchanged or taken away: a light that moved stands anew; what was only *said* of it,
    /// and changed nothing, is said of its readings too; and what can't be carried along is forgotten.
    pub(crate) fn keep_evidence(&mut self, before: &Self) {
        let same_studio = self.studio == before.studio;
        let (now, then) = (self.studio(), before.studio());
        let mut forgotten = Vec::new();
        for index in 0..self.lights.len() {
            let light = &self.lights[index];
            let Some(was) = before.light(&light.id).filter(|was| !same_studio || *was != light) else { continue };
            let is_other = light.is_other_unit(was);
            let carried = |l: &Light| l.reading.as_ref().map(Held::carried);
            let carried = match (carried(was), carried(light)) {
                _ if is_other => None,
                (Some(Some(before)), Some(Some(after))) => Some(after - before),
                (Some(None), Some(None)) | (None, _) => Some(Stops::ZERO),
                _ => None,
            };
            let id = light.id.clone();
            let Some(carried) = carried else {
                forgotten.push(id);
                continue;
            };
            let said = self.model(light, &now).av_100 - before.model(was, &then).av_100 - carried.get();
            let (dial, moved) = (light.dial, light.has_moved(was));
            for part in self.seen.iter_mut().flat_map(|s| &mut s.parts).filter(|p| p.light == id) {
                if was.dial.is_none() {
                    part.dial = part.dial.or(dial);
                }
                if said.abs() > 1e-9 {
                    part.model += Stops::of(said);
                }
            }
            let was_read = self.seen.iter().any(|s| s.is_of(&id));
            let light = &mut self.lights[index];
            if was_read && light.worn_id() == was.worn_id() {
                // What its readings here taught is among what is learnt by now: it would count twice.
                light.rig.calibration = was.rig.calibration;
            }
            if moved {
                light.placement = light.placement.saturating_add(1);
            }
            if moved || light.dial != was.dial {
                light.left = false;
            }
        }
        let (lights, seen) = (&self.lights, &mut self.seen);
        let here = |part: &Part| lights.iter().any(|l| l.id == part.light) && !forgotten.contains(&part.light);
        seen.retain(|s| s.parts.iter().all(here));
    }

    /// What is decided anew is worked out anew: the reading after the last is free again.
    pub(crate) fn begin_round(&mut self) {
        self.lights.iter_mut().for_each(|l| l.left = false);
        self.seen.iter_mut().for_each(|s| s.this_round = false);
    }
}

impl Light {
    /// Whether a reading that lies so far over what is expected is likelier that of the charge from before its dial went down: by the ratio of the two
    /// likelihoods of a normal, `exp((off² − (off − by)²) / 2s²)`.
    fn gave_what_it_held(&self, off: f64, spread: f64) -> bool {
        let by = self.held_over().unwrap_or(Stops::ZERO).get();
        by >= GATE_LEAST && by.mul_add(2.0 * off, -by * by) / (2.0 * spread * spread) > FAR_LIKELIER
    }
}

/// Twenty times as likely, as a logarithm.
const FAR_LIKELIER: f64 = 3.0;
