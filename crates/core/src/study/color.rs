//! Lamps of another colour mixing with the flash: what comes out at sitter and ground, and the gel that matches them.

use ink_lamp_light::{
    color::{Chromaticity, Correlated, balanced_patch},
    measure::Kelvin,
    meter::Amount,
    scale::{Reflectance, Stops, grey_code},
    shape::Gel,
};
use ink_lamp_sitting::{light::Light, metered::RoomPlace, role::Role, setup::Setup};
use serde::Serialize;

use crate::board::Levels;

/// Colour at sitter and ground.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ColorStudy {
    /// What comes of it, in a sentence.
    pub title: String,
    /// The flash: `5500 K`.
    pub flash: String,
    /// The camera's white balance: `5500 K`, or that it is matched to the flash.
    pub white: String,
    /// At the sitter and at the ground, where the room's colour was said.
    pub places: Vec<ColorPlace>,
    /// What makes the flash match the lamps.
    pub gel: Option<GelAdvice>,
    /// What else is worth knowing: warm on purpose, high-speed sync.
    pub notes: Vec<String>,
}

/// Colour at a place.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ColorPlace {
    /// `At the sitter`.
    pub name: String,
    /// What the room gives there: `3000 K at −2.0`.
    pub room: String,
    /// What the flash gives there: `5500 K at 0.0`, or none.
    pub flash: String,
    /// Correlated colour temperature of both, kelvin.
    pub kelvin: f64,
    /// Distance from the black-body locus, CIE 1960 u, v: + greenish, − pinkish.
    pub duv: f64,
    /// The same in words: `4790 K, 27 mired warmer than the flash, a trace of pink`.
    pub words: String,
    /// A mid-grey there as it comes out with the camera's white balance, 8-bit.
    pub patch: [u8; 3],
}

/// A gel that matches flash and lamps.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GelAdvice {
    /// The shift that is needed on the flash, mired: positive warms.
    pub shift: f64,
    /// In words, with what it costs.
    pub words: String,
    /// Gels of the kit that come nearest, to be put on each light.
    pub gels: Vec<Gel>,
}

pub(super) fn of(setup: &Setup, levels: &Levels, gels: &[Gel]) -> ColorStudy {
    let white = setup.camera.as_ref().and_then(|c| c.white);
    let flash = flash_kelvin(setup);
    let places: Vec<ColorPlace> =
        [RoomPlace::Sitter, RoomPlace::Ground].into_iter().filter_map(|p| place(setup, levels, p, white.unwrap_or(flash))).collect();
    let lamps = setup.room.light_at(RoomPlace::Sitter).kelvin.or(setup.room.light_at(RoomPlace::Ground).kelvin);
    let title = match (lamps, places.first()) {
        (None, _) => "Say the room's colour temperature with its reading".to_owned(),
        (Some(_), None) => "Set the camera to see how much of the room mixes in".to_owned(),
        (Some(lamps), Some(first)) => {
            format!("{} of the room beside {} of flash: {:.0} K at the sitter", lamps.told(), flash.told(), tens(first.kelvin))
        }
    };
    ColorStudy {
        title,
        flash: flash.told(),
        white: white.map_or_else(|| format!("matched to the flash, {}", flash.told()), Kelvin::told),
        places,
        gel: lamps.and_then(|lamps| advice(flash, lamps, gels)),
        notes: notes(setup, white, flash),
    }
}

fn tens(kelvin: f64) -> f64 {
    (kelvin / 10.0).round() * 10.0
}

/// A light's own colour, gels on; 5500 K where its sheet says none.
fn kelvin_of(light: &Light) -> Kelvin {
    let own = light.unit.as_ref().and_then(|u| u.kelvin).unwrap_or(Kelvin::FLASH);
    own.through(light.rig.gels.iter().map(|g| g.mired)).unwrap_or(own)
}

/// The key's colour stands for the flash.
fn flash_kelvin(setup: &Setup) -> Kelvin {
    setup.first(Role::Key).map_or(Kelvin::FLASH, kelvin_of)
}

/// The room and the flash together at a place.
pub(crate) struct Mixture {
    /// The room's own colour, and where it lies.
    pub(crate) room: (Kelvin, Stops),
    /// Both together.
    light: Chromaticity,
    amount: Amount,
    /// The flash's level and colour, where any reaches it.
    flash: Option<(Stops, Kelvin)>,
}

impl Mixture {
    /// Correlated colour of both.
    pub(crate) fn correlated(&self) -> Correlated {
        self.light.correlated()
    }

    /// By how many mired it differs from the flash: positive is warmer. None where no flash reaches the place.
    pub(crate) fn off_flash(&self) -> Option<f64> {
        self.flash.map(|(_, own)| self.correlated().mired - own.mired())
    }
}

/// What mixes at a place, once the room's colour there is known. Before a light was read, the flash is taken to lie on the exposure at the
/// sitter; at the ground without a light of its own there is none.
pub(crate) fn mixture(setup: &Setup, levels: &Levels, place: RoomPlace) -> Option<Mixture> {
    let kelvin = setup.room.light_at(place).kelvin?;
    let level = match place {
        RoomPlace::Sitter => levels.room_level,
        RoomPlace::Ground => levels.ground_level,
    }?;
    let reaches = |l: &Light| l.room_place() == place && !matches!(l.role, Role::Rim | Role::Hair);
    let mut flashes: Vec<(Stops, Kelvin)> = setup
        .lights
        .iter()
        .zip(&levels.lights)
        .filter(|(light, _)| reaches(light))
        .filter_map(|(light, at)| Some((at.flash.level()?, kelvin_of(light))))
        .collect();
    if flashes.is_empty() && place == RoomPlace::Sitter {
        flashes.push((Stops::ZERO, flash_kelvin(setup)));
    }
    let mut mixed = Mixture { room: (kelvin, level), light: Chromaticity::planck(kelvin), amount: Amount::at(level), flash: None };
    let mut flash = Amount::NONE;
    for (stops, own) in flashes {
        let by = mixed.amount.level().map_or(stops, |sum| stops - sum);
        mixed.light = mixed.light.with(Chromaticity::planck(own), by);
        mixed.amount = mixed.amount.and(Amount::at(stops));
        flash = flash.and(Amount::at(stops));
        mixed.flash = flash.level().map(|level| (level, mixed.flash.map_or(own, |(_, first)| first)));
    }
    Some(mixed)
}

fn place(setup: &Setup, levels: &Levels, place: RoomPlace, white: Kelvin) -> Option<ColorPlace> {
    let mixed = mixture(setup, levels, place)?;
    let found = mixed.correlated();
    let (off, against) = match mixed.off_flash() {
        Some(off) => (off, "the flash"),
        None => (found.mired - white.mired(), "the white balance"),
    };
    let side = if off > 0.0 { "warmer" } else { "cooler" };
    let luminance = mixed.amount.level().map_or(0.0, |l| (0.18 * l.factor()).min(1.0));
    Some(ColorPlace {
        name: format!("At {}", place.words()),
        room: format!("{} at {}", mixed.room.0.told(), mixed.room.1),
        flash: mixed.flash.map_or_else(|| "none reaches it".to_owned(), |(l, k)| format!("{} at {l}", k.told())),
        kelvin: found.kelvin(),
        duv: found.duv,
        words: format!("{:.0} K, {:.0} mired {side} than {against}, {}", tens(found.kelvin()), off.abs(), found.tint()),
        patch: balanced_patch(Chromaticity::planck(white), mixed.light, luminance)
            .map(|linear| Reflectance::new(linear.clamp(1e-9, 1.0)).map_or(0, |surface| grey_code(surface, Stops::ZERO))),
    })
}

/// A full warming gel and what it takes, where the kit has none (common practice, from memory).
const FULL_WARM: (f64, f64) = (131.0, 0.7);

fn advice(flash: Kelvin, lamps: Kelvin, gels: &[Gel]) -> Option<GelAdvice> {
    let shift = flash.shift_to(lamps);
    if shift.abs() < 10.0 {
        return None;
    }
    // None, one, or two of the kit: whatever comes nearest, the fewer the better.
    let mut sets: Vec<Vec<&Gel>> = gels.iter().map(|g| vec![g]).collect();
    for (n, one) in gels.iter().enumerate() {
        sets.extend(gels[n + 1..].iter().map(|other| vec![one, other]));
    }
    let sum = |set: &[&Gel]| set.iter().map(|g| f64::from(g.mired)).sum::<f64>();
    let left = |set: &[&Gel]| (shift - sum(set)).abs() + 3.0 * f64::from(u32::try_from(set.len()).unwrap_or(2));
    let best = sets.into_iter().filter(|set| left(set) < shift.abs()).min_by(|a, b| left(a).total_cmp(&left(b)));
    let Some(best) = best else {
        let words = if shift > 0.0 {
            format!(
                "Flash to lamps asks for {shift:+.0} mired. No gel of the kit comes near; a full warming gel is about {:+.0} and takes about {} stop (common practice, no source).",
                FULL_WARM.0, FULL_WARM.1
            )
        } else {
            format!("Flash to lamps asks for {shift:+.0} mired: a cooling gel. No gel of the kit comes near.")
        };
        return Some(GelAdvice { shift, words: words.replace('-', "−"), gels: Vec::new() });
    };
    let names: Vec<&str> = best.iter().map(|g| g.name.as_str()).collect();
    let cost: f64 = best.iter().map(|g| g.loss.get()).sum();
    let rest = shift - sum(&best);
    let words = format!(
        "Flash to lamps asks for {shift:+.0} mired: {} is {:+.0}, {:.0} left over. It costs {} of flash; then set the white balance to {}.",
        names.join(" with "),
        sum(&best),
        rest.abs(),
        Stops::of(cost).size(),
        lamps.told()
    );
    Some(GelAdvice { shift, words: words.replace('-', "−"), gels: best.into_iter().cloned().collect() })
}

fn notes(setup: &Setup, white: Option<Kelvin>, flash: Kelvin) -> Vec<String> {
    let mut notes = Vec::new();
    match white {
        Some(white) => {
            let warm = white.shift_to(flash);
            if warm.abs() >= 5.0 {
                let way = if warm > 0.0 { "warm" } else { "cool" };
                notes.push(format!(
                    "White balance {} renders {} of flash {way}, by {:.0} mired: on purpose, or set it back.",
                    white.told(),
                    flash.told(),
                    warm.abs()
                ));
            }
        }
        None => {
            notes.push("Warm on purpose: a white balance of 6000 to 6500 K with 5500 K of flash (common practice, no source).".to_owned())
        }
    }
    if setup.lights.iter().any(|l| setup.pulses(l)) {
        notes.push(
            "High-speed sync is on: colour is less steady there, about ±200 K against ±75 K (common practice, no source).".to_owned(),
        );
    }
    notes
}
