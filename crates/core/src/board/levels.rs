use super::{Face, Finding, FindingKind, Mark, NowAfter, TOLERANCE_TENTHS};
use crate::{
    ambient::{UNSEEN, added},
    meter::{Amount, Exposure},
    ratio::{Anchor, Convention, Ratio, RatioTarget},
    scale::{Series, Stops},
    setup::{Camera, Held, Light, LightId, Role, Setup, Standing},
};

/// Where everything lies against the camera's exposure.
pub(super) struct Levels {
    pub(super) exposure: Option<Exposure>,
    /// The room alone at the camera's settings.
    pub(super) room: Amount,
    pub(super) room_level: Option<Stops>,
    /// One for each light, in the setup's order.
    pub(super) lights: Vec<LightLevel>,
    /// Wished levels, in the setup's order.
    pub(super) targets: Vec<Option<Stops>>,
    /// The reading with all lights on.
    pub(super) whole: Option<Stops>,
}

/// One light alone.
#[derive(Clone, Copy)]
pub(super) struct LightLevel {
    /// What the meter would show, room included; none where it was not read or can't be known.
    pub(super) total: Option<Stops>,
    /// The flash's own part.
    pub(super) flash: Amount,
    /// The last reading taken on, though it is no longer true.
    pub(super) stale: Option<Stops>,
    /// The reading was no brighter than the room alone.
    pub(super) no_flash: bool,
}

impl Levels {
    pub(super) fn of(setup: &Setup) -> Self {
        let exposure = setup.camera.map(|c| c.exposure);
        let room_level = exposure.zip(setup.room.reading).map(|(e, r)| r.ambient_level(e));
        let room = room_level.map_or(Amount::NONE, Amount::at);
        let none = LightLevel { total: None, flash: Amount::NONE, stale: None, no_flash: false };
        let lights =
            setup.lights.iter().map(|l| exposure.zip(l.reading).map_or(none, |(e, held)| LightLevel::of(held, e, setup, room))).collect();
        let whole = exposure.zip(setup.whole.filter(|w| w.standing == Standing::Measured)).map(|(e, held)| {
            // All lights and the room, the room as the camera's shutter sees it.
            with_room_at_camera(held.reading.flash_level(e), held.reading.shutter, e, setup, room).0
        });
        let targets = targets(setup, room, exposure.is_some());
        Self { exposure, room, room_level, lights, targets, whole }
    }

    pub(super) fn index(setup: &Setup, role: Role) -> Option<usize> {
        setup.lights.iter().position(|l| l.role == role)
    }

    /// Over (+) or under (−) the wish.
    pub(super) fn gap(&self, index: usize) -> Option<Stops> {
        Some(self.lights.get(index)?.total? - (*self.targets.get(index)?)?)
    }

    pub(super) fn is_off(&self, index: usize) -> bool {
        self.gap(index).is_some_and(|g| g.tenths().abs() > TOLERANCE_TENTHS)
    }

    /// Lit side and shadow side as amounts, with some lights replaced by what they will be.
    pub(super) fn sides(&self, setup: &Setup, after: Option<(usize, Stops)>) -> Option<(Amount, Amount, bool)> {
        let total = |role: Role| {
            let index = Self::index(setup, role)?;
            match after {
                Some((changed, level)) if changed == index => Some(level),
                _ => self.lights[index].total,
            }
        };
        let key = Amount::at(total(Role::Key)?);
        match (total(Role::Fill), self.room_level) {
            // Every reading holds the room too, so it is counted once.
            (Some(fill), _) => Some((key.and(Amount::at(fill)).without(self.room), Amount::at(fill), false)),
            (None, Some(_)) => Some((key, self.room, true)),
            (None, None) => None,
        }
    }
}

/// The room's share of a flash reading is exchanged: what the meter's shutter let in for what the camera's does.
/// Gives the level and the flash's own part; where nothing is left for the flash, the level as it was read.
fn with_room_at_camera(raw: Stops, shutter: crate::scale::ShutterTime, e: Exposure, setup: &Setup, room: Amount) -> (Stops, Amount, bool) {
    let Some(reading) = setup.room.reading else {
        return (raw, Amount::at(raw), false);
    };
    let at_meter = Amount::at(reading.ambient_level(Exposure { shutter, ..e }));
    let flash = Amount::at(raw).without(at_meter);
    // Less than a meter in tenths can tell apart from the room alone is no flash.
    if at_meter.level().is_some_and(|room| raw - room < UNSEEN) {
        return (raw, Amount::NONE, true);
    }
    match flash.and(room).level() {
        Some(total) if flash.level().is_some() => (total, flash, false),
        _ => (raw, Amount::NONE, true),
    }
}

impl LightLevel {
    fn of(held: Held, e: Exposure, setup: &Setup, room: Amount) -> Self {
        let raw = held.reading.flash_level(e);
        let (level, flash, no_flash) = with_room_at_camera(raw, held.reading.shutter, e, setup, room);
        match held.carried() {
            Some(by) if by == Stops::ZERO || no_flash => Self { total: Some(level), flash, stale: None, no_flash },
            Some(by) => {
                let flash = flash.by(by);
                Self { total: flash.and(room).level(), flash, stale: None, no_flash }
            }
            None => Self { total: None, flash: Amount::NONE, stale: Some(level), no_flash },
        }
    }
}

/// Wished levels of readings, room included where it can be seen.
fn targets(setup: &Setup, room: Amount, camera: bool) -> Vec<Option<Stops>> {
    let pair = setup.ratio.filter(|_| camera).map(|r| key_and_fill(r, room));
    setup
        .lights
        .iter()
        .map(|l| match (l.role, pair) {
            (Role::Key, Some((key, _))) => Some(key),
            (Role::Fill, Some((_, fill))) => Some(fill),
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

pub(super) fn face(setup: &Setup, levels: &Levels, after: Option<&(LightId, Stops)>) -> Option<Face> {
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

/// What is to be made of the sum of the parts against the whole: parts, whole, and whole less parts where it is worth telling.
pub(super) fn whole_against_parts(setup: &Setup, levels: &Levels) -> Option<(Stops, Stops, bool)> {
    let (lit, _, _) = levels.sides(setup, None)?;
    let (parts, whole) = (lit.level()?, levels.whole?);
    // The key stands on what is not yet measured: nothing to compare.
    let measured = |role: Role| setup.first(role).and_then(|l| l.reading).is_none_or(|h| h.standing == Standing::Measured);
    let differs = (whole - parts).tenths().abs() > 2 && measured(Role::Key) && measured(Role::Fill);
    Some((parts, whole, differs))
}

pub(super) fn findings(setup: &Setup, levels: &Levels) -> Vec<Finding> {
    let mut found = Vec::new();
    let mut say = |kind, lane: &str, words: String| found.push(Finding { kind, lane: lane.to_owned(), words });
    if let Some(Camera { exposure, sync: Some(sync) }) = setup.camera
        && exposure.shutter.tv() > sync.tv() + 1e-9
    {
        let (shutter, sync) = (exposure.shutter.marking(Series::Third), sync.marking(Series::Third));
        say(
            FindingKind::PastSync,
            "camera",
            format!("Shutter {shutter} is past the sync of {sync}: part of the frame goes black. Set {sync} or longer."),
        );
    }
    for (light, level) in setup.lights.iter().zip(&levels.lights) {
        if level.no_flash {
            say(FindingKind::NoFlash, light.id.as_str(), format!("{} reads no more than the room alone. Did it fire?", light.name()));
        }
    }
    if let (Some(fill), Some(room)) = (Levels::index(setup, Role::Fill), levels.room_level)
        && let Some(target) = levels.targets[fill]
        && (room - target).tenths() > TOLERANCE_TENTHS
    {
        let by = (room - target).size();
        say(
            FindingKind::RoomOverShadow,
            "room",
            format!(
                "The room alone is {by} over the shadow side you want. No fill can take that away: remove more of the room, or choose a lower ratio."
            ),
        );
    }
    if let Some((parts, whole, true)) = whole_against_parts(setup, levels) {
        say(
            FindingKind::WholeDiffers,
            "whole",
            format!("Parts say {parts}, meter says {whole}: something moved, or a light did not fire."),
        );
    }
    if let Some(camera) = setup.camera {
        let held = setup.lights.iter().filter_map(|l| Some((l, l.reading?))).filter(|(_, h)| h.standing == Standing::Measured);
        for (light, held) in held {
            if let Some(words) = carried_over(held.reading, camera.exposure, light) {
                say(FindingKind::MeterSettings, light.id.as_str(), words);
            }
        }
    }
    found
}

/// A meter on other settings than the camera, said: what was carried over, and what it reads at the camera's.
fn carried_over(reading: crate::meter::Reading, camera: Exposure, light: &Light) -> Option<String> {
    let off = (camera.iso.sv() - reading.iso.sv()).abs() > 1e-9;
    off.then(|| {
        format!(
            "{} was read at ISO {} and carried over to ISO {}.",
            light.name(),
            reading.iso.marking(Series::Third),
            camera.iso.marking(Series::Third)
        )
    })
}
