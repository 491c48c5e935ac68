//! What every light is wished to read, room included.

use ink_lamp_light::{
    ambient::{UNSEEN, added},
    meter::Amount,
    ratio::{Anchor, Convention, Ratio, RatioTarget},
    scale::Stops,
};
use ink_lamp_sitting::{role::Role, schools::Follow, setup::Setup};

use super::{LightLevel, Spill};

/// What wishes follow from, besides what is wished.
#[derive(Clone, Copy)]
pub(super) struct Faced<'a> {
    /// The room alone.
    pub(super) room: Amount,
    /// What lights put where they are not metered.
    pub(super) spill: &'a Spill,
    /// Each light as it is known.
    pub(super) lights: &'a [LightLevel],
    /// Whether the camera is set.
    pub(super) camera: bool,
}

impl Faced<'_> {
    /// Wished levels of readings, room included where it can be seen. Where the camera follows, the key stands where it was read and the fill
    /// is held against it.
    pub(super) fn targets(&self, setup: &Setup) -> Vec<Option<Stops>> {
        let (key, fill) = (setup.index(Role::Key), setup.index(Role::Fill));
        let room_fills = self.room_fills(setup).is_some();
        let is_pair = self.camera && key.is_some() && fill.is_some() && !room_fills;
        let pair = setup.ratio.filter(|_| is_pair).map(|ratio| self.key_and_fill(ratio, self.others(setup)));
        let alone = setup.ratio.filter(|_| self.camera && (fill.is_none() || room_fills)).map(|ratio| self.key_alone(ratio, setup));
        let follows = setup.schools.follow == Follow::CameraFollows;
        let read = key.and_then(|i| self.lights[i].total).filter(|_| follows);
        setup
            .lights
            .iter()
            .enumerate()
            .map(|(i, l)| match (pair, read) {
                (_, Some(read)) if Some(i) == key => Some(read),
                (Some((key_at, fill_at)), Some(read)) if Some(i) == fill => Some(fill_at + (read - key_at)),
                (Some((key_at, _)), None) if Some(i) == key => Some(key_at),
                (Some((_, fill_at)), None) if Some(i) == fill => Some(fill_at),
                _ if Some(i) == key => alone.filter(|_| room_fills).or(l.target.filter(|_| self.camera)).or(alone),
                _ if Some(i) == fill && room_fills => None,
                _ => l.target.filter(|_| self.camera),
            })
            .collect()
    }

    /// Without a fill, or where the room is one, the key is the lit side: it lies on the exposure with the room in it, and with what the others put
    /// there, where the lit side is what counts.
    fn key_alone(&self, ratio: RatioTarget, setup: &Setup) -> Stops {
        match (ratio.anchor(), ratio.convention()) {
            (Anchor::LitSide, Convention::LitShadow) => level((1.0 - self.others(setup).get()).max(self.room.get())),
            (Anchor::KeyAlone, _) | (_, Convention::Readings) => Stops::ZERO,
        }
    }

    /// What lights that are not metered at the face will put there: as they are wished, or else as they are known. A level wished of the ground is that
    /// of all lights, so of the ground's own what was read counts.
    fn others(&self, setup: &Setup) -> Amount {
        self.spill.on_face(|i| {
            let (light, level) = (&setup.lights[i], &self.lights[i]);
            let is_read = light.role == Role::Ground && level.total.is_some();
            light.target.filter(|_| !is_read).map_or(level.flash, Amount::at)
        })
    }

    /// Where room and spill leave a fill nothing to give, the greatest lit : shadow that they allow, the key on 0: `(K + b)/(sK + b)` of a room
    /// and others `b` and a share `s` of the key. By readings the room alone counts: `1/r`.
    pub(super) fn room_fills(&self, setup: &Setup) -> Option<Ratio> {
        let wished = setup.ratio.filter(|_| setup.first(Role::Key).is_some() && setup.first(Role::Fill).is_some())?;
        let greatest = match wished.convention() {
            Convention::Readings => 1.0 / self.room.get(),
            Convention::LitShadow => {
                let (room, others) = (self.room.get(), self.others(setup).get());
                let (key, both) = ((1.0 - room).max(0.0), room + others);
                (key + both) / (self.spill.key * key + both)
            }
        };
        Ratio::new(greatest).ok().filter(|greatest| wished.ratio().get() >= greatest.get() - RATIO_SAID)
    }

    /// By how much each wish moves with the room, for each stop of the room: nothing where the room can't be seen.
    pub(super) fn moves(&self, setup: &Setup, at: &[Option<Stops>]) -> Vec<f64> {
        /// Small enough to be a slope, stops.
        const STEP: Stops = Stops::constant(0.01);
        if setup.ratio.is_none() || self.room.level().is_none_or(|r| r.get() < FAINT) {
            return vec![0.0; at.len()];
        }
        let by = |(now, then): (&Option<Stops>, &Option<Stops>)| now.zip(*then).map_or(0.0, |(now, then)| (then - now).get() / STEP.get());
        at.iter().zip(&Self { room: self.room.by(STEP), ..*self }.targets(setup)).map(by).collect()
    }

    /// What key and fill must read, each alone. Each reading holds the room; the shadow side is fill, room, and what the others put there.
    ///
    /// Without room and spill: lit side on 0 gives key `1 − 1/R` and fill `1/R`. The room's part is left out where no meter can tell it.
    /// Closed form, of a key `K` and a fill `F` without the room `r`, a share `s` of the key on the shadow side, and `o` from the others on both:
    /// `K + F + r + o = R·(sK + F + r + o)`, and the lit side, or `K + r`, is 1.
    fn key_and_fill(&self, target: RatioTarget, others: Amount) -> (Stops, Stops) {
        let (key, fill) = target.lights();
        let plain = |a: Amount| a.level().unwrap_or(Stops::ZERO);
        let seen = self.room.level().is_some_and(|r| added(r - plain(key)) >= UNSEEN);
        let by_readings = target.convention() == Convention::Readings;
        if !seen && (by_readings || self.spill.is_nothing()) {
            return (plain(key), plain(fill));
        }
        let (r, ratio) = (self.room.get(), target.ratio().get());
        let (s, both) = (self.spill.key, r + others.get());
        let (key, fill) = match (target.anchor(), target.convention()) {
            (Anchor::LitSide, Convention::LitShadow) => {
                let key = (1.0 - 1.0 / ratio) / (1.0 - s);
                (key + r, 1.0 - key - both + r)
            }
            (Anchor::LitSide, Convention::Readings) => ((1.0 + r) * ratio / (ratio + 1.0), (1.0 + r) / (ratio + 1.0)),
            (Anchor::KeyAlone, Convention::LitShadow) => (1.0, (1.0 - r) * (1.0 - ratio * s) / (ratio - 1.0) - both + r),
            (Anchor::KeyAlone, Convention::Readings) => (1.0, 1.0 / ratio),
        };
        (level(key), level(fill))
    }
}

/// So much light as a level; what can't be given is told as next to nothing.
fn level(light: f64) -> Stops {
    Stops::from_factor(light.max(1e-3)).unwrap_or(Stops::ZERO)
}

/// Ratios are said in tenths: so near to one it is that one.
pub const RATIO_SAID: f64 = 0.05;

/// What is left for a light where the room all but gives its wish, as a share of the room: below it nothing can be metered.
pub const ROOM_LEAVES: f64 = 0.01;

/// A room below this moves no wish by anything that counts, stops.
const FAINT: f64 = -7.0;
