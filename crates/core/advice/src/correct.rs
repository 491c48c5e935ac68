//! What brings a light to its wish: the setting and the place that have the best chance for the fewest turns and moves.
//!
//! A setting never read errs by itself, a place not yet taken errs anew; a setting that was read and a place where a light stands are known. So small
//! corrections are surer by distance, a light that lies well enough is left alone, and no setting is tried twice for nothing.

use std::{cell::OnceCell, collections::BTreeSet, ops::Deref};

use ink_lamp_light::{
    measure::Meters,
    scale::Stops,
    strobe::{Dial, PowerScale, Reach, Unit},
};
use ink_lamp_scene::{
    outlook::{Other, Outlook},
    scene::Scene,
};
use ink_lamp_sitting::{light::Light, schools::Trim};

/// Where a light goes.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Correction {
    /// The setting.
    pub(crate) dial: Dial,
    /// By how many stops that is over (+) or under (−) where the dial stands.
    pub(crate) by: f64,
    /// From where to where it is moved; none where it stays.
    pub(crate) moved: Option<(Meters, Meters)>,
    /// Whether that is other than how it stands.
    pub(crate) changes: bool,
    /// What is to be expected as it stands.
    pub(crate) now: Outlook,
    /// What is to be expected of the setting alone.
    pub(crate) dialled: Outlook,
    /// What is to be expected then.
    pub(crate) after: Outlook,
    /// Whether the unit's power allows the wish where it stands.
    pub(crate) reach: Reach,
}

/// Up to this a correction may go by distance alone, stops: beyond, the front's law and the room around it count.
pub(crate) const BY_DISTANCE: f64 = 0.35;
/// A fine setting that was never read is not left farther off than this: the next one is as near.
const FINE: f64 = 0.08;
/// Steps wider than this leave something for the distance.
const COARSE: f64 = 0.15;
/// What a turn or a move must be worth, as a chance.
const PRICE: f64 = 0.02;
/// A light known less surely than this is not moved before it is read, stops.
const SURE: f64 = 0.12;
/// Where a light can stand, metres from what it lights.
pub(crate) const REACHED: (f64, f64) = (0.4, 6.0);

/// A scene, with what is best done for each of its lights: worked out when it is first asked for, and once.
pub(crate) struct Corrected<'a> {
    scene: &'a Scene<'a>,
    /// The units of the kit, to be named where a light's own ends before its wish.
    pub(crate) kit: &'a [Unit],
    best: Vec<OnceCell<Option<Correction>>>,
}

impl<'a> Corrected<'a> {
    pub(crate) fn new(scene: &'a Scene<'a>, kit: &'a [Unit]) -> Self {
        Self { scene, kit, best: vec![OnceCell::new(); scene.setup.lights.len()] }
    }

    /// What is best done for a light. None before its setting, its level and its wish are known, and where the room alone is over the wish.
    pub(crate) fn best(&self, index: usize) -> Option<&Correction> {
        self.best[index].get_or_init(|| of(self.scene, index)).as_ref()
    }
}

impl<'a> Deref for Corrected<'a> {
    type Target = Scene<'a>;

    fn deref(&self) -> &Scene<'a> {
        self.scene
    }
}

fn of(scene: &Scene, index: usize) -> Option<Correction> {
    let light = &scene.setup.lights[index];
    let (unit, dial) = light.unit.as_ref().zip(light.dial)?;
    let now = scene.outlook(index)?;
    let reach = unit.scale.nearest(unit.scale.stops(dial) + Stops::of(now.change)).reach;
    let stays = Correction { dial, by: 0.0, moved: None, changes: false, now, dialled: now, after: now, reach };
    let tolerance = scene.levels.tolerance;
    // A correction adds an error of its own: what lies well enough is left.
    if (scene.belief.stands_as_read(index) || now.sd <= SURE) && now.gap.abs() <= tolerance / 2.0 {
        return Some(stays);
    }
    let score = |c: &Correction| {
        let acts = f64::from(u8::from(c.dial != dial)) + f64::from(u8::from(c.moved.is_some()));
        // Where no chance is left, nearer is better.
        c.after.chance(tolerance) - PRICE * acts - PRICE * c.after.gap.abs().min(5.0)
    };
    let all = Options { scene, index, light, unit, dial, stays }.all();
    std::iter::once(stays).chain(all).reduce(|best, c| if score(&c) > score(&best) + 1e-9 { c } else { best })
}

struct Options<'a> {
    scene: &'a Scene<'a>,
    index: usize,
    light: &'a Light,
    unit: &'a Unit,
    dial: Dial,
    stays: Correction,
}

impl Options<'_> {
    fn all(&self) -> Vec<Correction> {
        let scale = &self.unit.scale;
        let at = scale.stops(self.dial).get();
        let alone = |dial: Dial| {
            let by = scale.stops(dial).get() - at;
            let dialled = self.scene.outlook_at(self.index, Other { dial: (dial, by), moved: None })?;
            Some(Correction { dial, by, dialled, after: dialled, changes: dial != self.dial, ..self.stays })
        };
        let settings: Vec<Correction> = self.settings().into_iter().filter_map(alone).collect();
        // By all that is known, so that it is the same wherever the dial stands.
        let left = |c: &Correction| c.dialled.change.abs();
        let nearest = settings.iter().map(left).fold(f64::MAX, f64::min);
        let mut all = Vec::new();
        for one in settings {
            let (is_nearest, is_end) = (left(&one) <= nearest, one.dial == Dial::FULL || one.dial == scale.lowest());
            let is_known = one.dial == self.dial || self.scene.belief.settings(self.index).any(|known| known == one.dial);
            let most = if is_known || is_coarse(scale, one.dial) { BY_DISTANCE } else { FINE };
            if left(&one) > most && !is_end && !is_nearest {
                continue;
            }
            all.push(one);
            if self.may_move(&one, is_nearest || one.dial == self.dial, is_end) {
                all.extend(self.moved(one));
            }
        }
        all
    }

    /// Settings that come into question: the nearest and its neighbours, and all that were read.
    fn settings(&self) -> BTreeSet<Dial> {
        let scale = &self.unit.scale;
        let nearest = scale.nearest(scale.stops(self.dial) + Stops::of(self.stays.now.change)).dial;
        let mut all: BTreeSet<Dial> = [self.dial, nearest].into();
        if self.scene.belief.was_read(self.index) {
            let (up, down) = (scale.up(nearest), scale.down(nearest));
            all.extend([up, down, up.and_then(|d| scale.up(d)), down.and_then(|d| scale.down(d))].into_iter().flatten());
            all.extend(self.scene.belief.settings(self.index).filter(|d| *d <= scale.lowest()));
        }
        all
    }

    /// Whether what a setting leaves may be done by distance.
    fn may_move(&self, one: &Correction, is_nearest: bool, is_end: bool) -> bool {
        let left = one.dialled.change.abs();
        let is_too_far = one.dialled.gap.abs() > self.scene.levels.tolerance;
        let is_sure = self.scene.belief.was_read(self.index) || one.dialled.sd <= SURE;
        if !self.scene.setup.holds.lights_move {
            return false;
        }
        let at_end = is_end && is_too_far && one.reach != Reach::Within;
        match self.scene.setup.schools.trim {
            Trim::Distance => at_end || (left <= BY_DISTANCE && is_sure),
            // The distance only where the dial has no finer step.
            Trim::Dial => at_end || (is_nearest && is_too_far && is_sure),
        }
    }

    /// What a setting leaves, done by distance, to the centimetre.
    fn moved(&self, one: Correction) -> Option<Correction> {
        let from = self.light.distance?;
        let wanted = self.scene.setup.distance_for(self.light, Stops::of(one.dialled.change));
        let wanted = wanted.map_or(if one.dialled.change > 0.0 { 0.0 } else { f64::MAX }, Meters::get);
        let (near, far) = (REACHED.0.min(from.get()), REACHED.1.max(from.get()));
        let to = Meters::new((wanted.clamp(near, far) * 100.0).round() / 100.0).ok()?;
        // Where it can't be moved so at all: bounced, or under the floor.
        let gives = self.light.falloff(from, to);
        self.scene.setup.distance_for(self.light, gives)?;
        if to == from {
            return None;
        }
        let after = self.scene.outlook_at(self.index, Other { dial: (one.dial, one.by), moved: Some(gives.get()) })?;
        Some(Correction { moved: Some((from, to)), after, changes: true, ..one })
    }
}

fn is_coarse(scale: &PowerScale, dial: Dial) -> bool {
    let other = scale.down(dial).or_else(|| scale.up(dial));
    other.is_none_or(|other| (scale.stops(dial) - scale.stops(other)).abs().get() > COARSE)
}
