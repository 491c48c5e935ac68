use ink_lamp_light::{
    ambient::{RoomWish, UNSEEN, added},
    meter::{Amount, Exposure, Reading, Receptor},
    ratio::{Anchor, Convention, Ratio, RatioTarget},
    scale::Stops,
};
use ink_lamp_sitting::{
    light::{Held, Light},
    metered::{Place, RoomPlace},
    own::Own,
    role::{LightId, Role},
    schools::Follow,
    setup::Setup,
};

use super::{Face, NowAfter, TOLERANCE_TENTHS, lanes::Mark};

/// Where everything lies against the camera's exposure.
pub(crate) struct Levels {
    pub(crate) exposure: Option<Exposure>,
    /// The room alone at the camera's settings.
    pub(crate) room: Amount,
    pub(crate) room_level: Option<Stops>,
    /// The room alone at the ground.
    pub(crate) room_ground: Amount,
    pub(crate) ground_level: Option<Stops>,
    /// What the wish for the room looks at: at the ground where it is kept, at the brighter place where it is removed.
    pub(crate) wished_room: Option<Stops>,
    /// One for each light, in the setup's order.
    pub(crate) lights: Vec<LightLevel>,
    /// Wished levels, in the setup's order.
    pub(crate) targets: Vec<Option<Stops>>,
    /// The reading with all lights on.
    pub(crate) whole: Option<Stops>,
}

/// One light alone.
#[derive(Clone)]
pub(crate) struct LightLevel {
    /// What the meter would show, room included; none where it was not read or can't be known.
    pub(crate) total: Option<Stops>,
    /// The flash's own part.
    pub(crate) flash: Amount,
    /// The last reading taken on, though it is no longer true.
    pub(crate) stale: Option<Stops>,
    /// The reading was no brighter than the room and what else was on.
    pub(crate) no_flash: bool,
    /// Lights that were on with it and are not known, so that its own part can't be told.
    pub(crate) tangled: Vec<LightId>,
    /// What it will likely read, room included, and how far off that may be; only where no reading holds.
    pub(crate) guess: Option<(Stops, Stops)>,
}

/// The level of an `Av` at ISO 100 against an exposure.
fn level_of(av_100: f64, e: Exposure) -> Stops {
    Stops::of(av_100 - Reading::av_100_for(Stops::ZERO, e))
}

impl Levels {
    pub(crate) fn of(setup: &Setup) -> Self {
        let exposure = setup.camera.as_ref().map(|c| c.exposure);
        let room_at = |place: RoomPlace| exposure.zip(setup.room.at(place)).map(|(e, r)| r.ambient_level(e));
        let (room_level, ground_level) = (room_at(RoomPlace::Sitter), room_at(RoomPlace::Ground));
        let [room, room_ground] = [room_level, ground_level].map(|level| level.map_or(Amount::NONE, Amount::at));
        let alone = |l: &Light, e| LightLevel::of(l, e, setup, if l.room_place() == RoomPlace::Ground { room_ground } else { room });
        let lights: Vec<LightLevel> = setup.lights.iter().map(|l| exposure.map_or_else(LightLevel::unknown, |e| alone(l, e))).collect();
        let whole = exposure.zip(setup.whole.as_ref().filter(|w| w.is_measured())).map(|(e, held)| {
            // All lights and the room, the room as the camera's shutter sees it.
            let raw = level_of(held.reading.av_100(), e);
            match setup.own(held, RoomPlace::Sitter) {
                Own::Flash(av) => Amount::at(level_of(av, e)).and(room).level().unwrap_or(raw),
                Own::Nothing | Own::Tangled(_) => raw,
            }
        });
        let targets = targets(setup, room, exposure.is_some(), &lights);
        let mut levels = Self { exposure, room, room_level, room_ground, ground_level, wished_room: None, lights, targets, whole };
        levels.wished_room = levels.room_for(setup.room.wish);
        levels
    }

    /// The room's level where a wish looks: at the ground where it is kept, at the brighter place where it is removed.
    pub(crate) fn room_for(&self, wish: RoomWish) -> Option<Stops> {
        match wish {
            RoomWish::Keep(_) => self.ground_level,
            RoomWish::Remove(_) => self.room_level.into_iter().chain(self.ground_level).reduce(|a, b| if b > a { b } else { a }),
        }
    }

    /// The room alone where a light works.
    pub(crate) const fn room_at(&self, light: &Light) -> Amount {
        match light.room_place() {
            RoomPlace::Sitter => self.room,
            RoomPlace::Ground => self.room_ground,
        }
    }

    /// Over (+) or under (−) the wish.
    pub(crate) fn gap(&self, index: usize) -> Option<Stops> {
        Some(self.lights.get(index)?.total? - (*self.targets.get(index)?)?)
    }

    pub(crate) fn is_off(&self, index: usize) -> bool {
        self.gap(index).is_some_and(|g| g.tenths().abs() > TOLERANCE_TENTHS)
    }

    /// Lit side and shadow side as amounts, with some lights replaced by what they will be. All keys and fills count; the first key must
    /// be known, and further ones count once they are.
    pub(crate) fn sides(&self, setup: &Setup, after: Option<(usize, Stops)>) -> Option<(Amount, Amount, bool)> {
        let total = |index: usize| match after {
            Some((changed, level)) if changed == index => Some(level),
            _ => self.lights[index].total,
        };
        let of = |role: Role| {
            let mut lights = setup.lights.iter().enumerate().filter(move |(_, l)| l.role == role).map(|(i, _)| i);
            let first = Amount::at(total(lights.next()?)?);
            // Every reading holds the room too, so it is counted once.
            Some(lights.filter_map(total).fold(first, |sum, level| sum.and(Amount::at(level).without(self.room))))
        };
        let key = of(Role::Key)?;
        match (of(Role::Fill), self.room_level) {
            (Some(fill), _) => Some((key.and(fill).without(self.room), fill, false)),
            (None, Some(_)) => Some((key, self.room, true)),
            (None, None) => None,
        }
    }
}

impl LightLevel {
    const fn unknown() -> Self {
        Self { total: None, flash: Amount::NONE, stale: None, no_flash: false, tangled: Vec::new(), guess: None }
    }

    fn of(light: &Light, e: Exposure, setup: &Setup, room: Amount) -> Self {
        let school = setup.schools.receptor;
        let lost = setup.shutter_loss(light, light.reading.as_ref());
        let guess = || {
            let guess = light.guess()?;
            let level = level_of(guess.av_100 + light.normal_by(school), e) - lost;
            Some((Amount::at(level).and(room).level()?, guess.within))
        };
        let Some(held) = &light.reading else { return Self { guess: guess(), ..Self::unknown() } };
        let raw = level_of(held.reading.av_100(), e);
        match (setup.own(held, light.room_place()), held.carried()) {
            (Own::Flash(av), by) => {
                let flash = Amount::at(level_of(av, e) + light.as_school(held, school) + by.unwrap_or(Stops::ZERO) - lost);
                let total = flash.and(room).level();
                match by {
                    Some(_) => Self { total, flash, ..Self::unknown() },
                    None => Self { stale: total, guess: guess(), ..Self::unknown() },
                }
            }
            (Own::Nothing, Some(_)) => Self { total: Some(raw), no_flash: true, ..Self::unknown() },
            (Own::Nothing, None) => Self { stale: Some(raw), no_flash: true, guess: guess(), ..Self::unknown() },
            (Own::Tangled(tangled), _) => Self { stale: Some(raw), tangled, guess: guess(), ..Self::unknown() },
        }
    }
}

/// Wished levels of readings, room included where it can be seen. Where the camera follows, the key stands where it was read and the fill
/// is held against it.
fn targets(setup: &Setup, room: Amount, camera: bool, lights: &[LightLevel]) -> Vec<Option<Stops>> {
    let pair = setup.ratio.filter(|_| camera).map(|r| key_and_fill(r, room));
    let (key, fill) = (setup.index(Role::Key), setup.index(Role::Fill));
    let follows = setup.schools.follow == Follow::CameraFollows;
    let read = key.and_then(|i| lights[i].total).filter(|_| follows);
    setup
        .lights
        .iter()
        .enumerate()
        .map(|(i, l)| match (pair, read) {
            (_, Some(read)) if Some(i) == key => Some(read),
            (Some((key_at, fill_at)), Some(read)) if Some(i) == fill => Some(fill_at + (read - key_at)),
            (Some((key_at, _)), None) if Some(i) == key => Some(key_at),
            (Some((_, fill_at)), None) if Some(i) == fill => Some(fill_at),
            _ => l.target.filter(|_| camera),
        })
        .collect()
}

/// What key and fill must read, each alone. Each reading holds the room; the shadow side is fill and room together.
///
/// Without the room: lit side on 0 gives key `1 − 1/R` and fill `1/R`. The room's part is left out where no meter can tell it.
fn key_and_fill(target: RatioTarget, room: Amount) -> (Stops, Stops) {
    let (key, fill) = target.lights();
    let plain = |a: Amount| a.level().unwrap_or(Stops::ZERO);
    let seen = room.level().is_some_and(|r| added(r - plain(key)) >= UNSEEN);
    if !seen {
        return (plain(key), plain(fill));
    }
    let (r, ratio) = (room.get(), target.ratio().get());
    let (key, fill) = match (target.anchor(), target.convention()) {
        (Anchor::LitSide, Convention::LitShadow) => (1.0 - 1.0 / ratio + r, 1.0 / ratio),
        (Anchor::LitSide, Convention::Readings) => ((1.0 + r) * ratio / (ratio + 1.0), (1.0 + r) / (ratio + 1.0)),
        (Anchor::KeyAlone, Convention::LitShadow) => (1.0, ((1.0 - r) / (ratio - 1.0)).max(1e-3)),
        (Anchor::KeyAlone, Convention::Readings) => (1.0, 1.0 / ratio),
    };
    let level = |light: f64| Stops::from_factor(light).unwrap_or(Stops::ZERO);
    (level(key), level(fill))
}

pub(crate) fn face(setup: &Setup, levels: &Levels, after: Option<&(LightId, Stops)>) -> Option<Face> {
    let (lit, shadow, room_is_fill) = levels.sides(setup, None)?;
    let changed = after.and_then(|(id, level)| Some((setup.lights.iter().position(|l| l.id == *id)?, *level)));
    // A move of a light that does not reach the face changes nothing there.
    let changed = changed.filter(|(index, _)| matches!(setup.lights[*index].role, Role::Key | Role::Fill));
    let then = changed.and_then(|c| levels.sides(setup, Some(c)));
    let exposure = levels.exposure?;
    let side = |now: Amount, then: Option<Amount>| {
        Some(NowAfter { now: Mark::at(now.level()?, exposure), after: then.and_then(Amount::level).map(|l| Mark::at(l, exposure)) })
    };
    let ratio = |lit: Amount, shadow: Amount| Ratio::new(lit.get() / shadow.get()).map(Ratio::shown).ok();
    Some(Face {
        lit: side(lit, then.map(|t| t.0))?,
        shadow: side(shadow, then.map(|t| t.1))?,
        ratio_now: ratio(lit, shadow)?,
        ratio_after: then.and_then(|(lit, shadow, _)| ratio(lit, shadow)),
        room_is_fill,
    })
}

/// The reading with all lights on against the sum of its parts.
pub(crate) struct WholeCheck {
    pub(crate) parts: Stops,
    pub(crate) whole: Stops,
    /// More apart than what can be repeated, and all parts were measured.
    pub(crate) differs: bool,
    /// The light whose absence explains it best, where one does; and how far off the rest then is.
    pub(crate) absent: Option<(usize, Stops)>,
}

/// Whole and parts may differ by this much: what a meter in tenths and a steady hand repeat.
const REPEATED_TENTHS: i32 = 2;

/// What is to be made of the whole against its parts: those that reach the face, as the receptor of the whole sees them.
pub(crate) fn whole_against_parts(setup: &Setup, levels: &Levels) -> Option<WholeCheck> {
    let (held, whole) = (setup.whole.as_ref()?, levels.whole?);
    let receptor = held.how.receptor.unwrap_or(setup.schools.receptor);
    let counted: Vec<(usize, Amount)> = setup
        .lights
        .iter()
        .enumerate()
        .filter(|(_, l)| reaches_face(l))
        .map(|(i, l)| levels.lights[i].total.map(|_| (i, seen_by(receptor, setup.schools.receptor, l, levels.lights[i].flash))))
        .collect::<Option<_>>()?;
    if counted.is_empty() {
        return None;
    }
    let sum = |without: Option<usize>| counted.iter().filter(|(i, _)| Some(*i) != without).fold(levels.room, |sum, (_, a)| sum.and(*a));
    let parts = sum(None).level()?;
    let measured = counted.iter().all(|(i, _)| setup.lights[*i].reading.as_ref().is_some_and(Held::is_measured));
    let differs = (whole - parts).tenths().abs() > REPEATED_TENTHS && measured;
    // With one light only, nothing at all would be left.
    let off = |i: usize| sum(Some(i)).level().map(|level| (i, whole - level));
    let absent = counted
        .iter()
        .filter(|_| differs)
        .filter_map(|(i, _)| off(*i))
        .min_by(|a, b| a.1.abs().get().total_cmp(&b.1.abs().get()))
        .filter(|(_, off)| off.tenths().abs() <= REPEATED_TENTHS);
    Some(WholeCheck { parts, whole, differs, absent })
}

/// Key and fill do; others where they were read at the face.
fn reaches_face(light: &Light) -> bool {
    let at_face = |held: &Held| matches!(held.how.place, Some(Place::Face | Place::ShadowSide));
    light.reading.is_some() && (light.is_at_face() || light.reading.as_ref().is_some_and(at_face))
}

fn seen_by(receptor: Receptor, school: Receptor, light: &Light, flash: Amount) -> Amount {
    match light.rig.angle {
        Some(angle) if receptor != school && light.is_at_face() => school.to_be(receptor, angle).map_or(Amount::NONE, |by| flash.by(by)),
        _ => flash,
    }
}
