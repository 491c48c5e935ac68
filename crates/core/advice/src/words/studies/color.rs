//! Colour, as it is said.

use ink_lamp_light::{measure::Kelvin, scale::Stops, shape::Gel};
use ink_lamp_scene::mixture::Mixture;
use ink_lamp_sitting::{metered::RoomPlace, setup::Setup};

use crate::words::terms;

/// A full warming gel and what it takes, where the kit has none (common practice, from memory).
const FULL_WARM: (f64, f64) = (131.0, 0.7);

/// Where no flash reaches a place.
pub(crate) const NO_FLASH: &str = "none reaches it";

fn tens(kelvin: f64) -> f64 {
    (kelvin / 10.0).round() * 10.0
}

/// What comes of it.
pub(crate) fn title(lamps: Option<Kelvin>, flash: Kelvin, first: Option<f64>) -> String {
    match (lamps, first) {
        (None, _) => "Say the room's colour temperature with its reading".to_owned(),
        (Some(_), None) => "Set the camera to see how much of the room mixes in".to_owned(),
        (Some(lamps), Some(first)) => {
            format!("{} of the room beside {} of flash: {:.0} K at the sitter", lamps.told(), flash.told(), tens(first))
        }
    }
}

/// The camera's white balance.
pub(crate) fn white(white: Option<Kelvin>, flash: Kelvin) -> String {
    white.map_or_else(|| format!("matched to the flash, {}", flash.told()), Kelvin::told)
}

/// `At the sitter`.
pub(crate) fn place(place: RoomPlace) -> String {
    format!("At {}", terms::room_place(place))
}

/// `3000 K at −2.0`.
pub(crate) fn part(kelvin: Kelvin, level: Stops) -> String {
    format!("{} at {level}", kelvin.told())
}

/// `4790 K, 27 mired warmer than the flash, a trace of pink`.
pub(crate) fn mixed(mixed: &Mixture, white: Kelvin) -> String {
    let found = mixed.correlated();
    let (off, against) = match mixed.off_flash() {
        Some(off) => (off, "the flash"),
        None => (found.mired - white.mired(), "the white balance"),
    };
    let side = if off > 0.0 { "warmer" } else { "cooler" };
    format!("{:.0} K, {:.0} mired {side} than {against}, {}", tens(found.kelvin()), off.abs(), found.tint())
}

/// `Duv −0.0012; a mid-grey comes out at 118, 118, 119.`
pub(crate) fn numbers(duv: f64, [r, g, b]: [u8; 3]) -> String {
    let sign = if duv < 0.0 { '−' } else { '+' };
    format!("Duv {sign}{:.4}; a mid-grey comes out at {r}, {g}, {b}.", duv.abs())
}

/// Where no gel of the kit comes near.
pub(crate) fn no_gel(shift: f64) -> String {
    let words = if shift > 0.0 {
        format!(
            "Flash to lamps asks for {shift:+.0} mired. No gel of the kit comes near; a full warming gel is about {:+.0} and takes about {} stop (common practice, no source).",
            FULL_WARM.0, FULL_WARM.1
        )
    } else {
        format!("Flash to lamps asks for {shift:+.0} mired: a cooling gel. No gel of the kit comes near.")
    };
    words.replace('-', "−")
}

/// Gels of the kit that come nearest, with what they cost.
pub(crate) fn gels(shift: f64, gels: &[&Gel], sum: f64, lamps: Kelvin) -> String {
    let names: Vec<&str> = gels.iter().map(|g| g.name.as_str()).collect();
    let cost: f64 = gels.iter().map(|g| g.loss.get()).sum();
    let words = format!(
        "Flash to lamps asks for {shift:+.0} mired: {} is {sum:+.0}, {:.0} left over. It costs {} of flash; then set the white balance to {}.",
        names.join(" with "),
        (shift - sum).abs(),
        Stops::of(cost).size(),
        lamps.told()
    );
    words.replace('-', "−")
}

/// What else is worth knowing: warm on purpose, high-speed sync.
pub(crate) fn notes(setup: &Setup, white: Option<Kelvin>, flash: Kelvin) -> Vec<String> {
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
            notes.push("Warm on purpose: a white balance of 6000 to 6500 K with 5500 K of flash (common practice, no source).".to_owned());
        }
    }
    if setup.lights.iter().any(|l| setup.pulses(l)) {
        notes.push(
            "High-speed sync is on: colour is less steady there, about ±200 K against ±75 K (common practice, no source).".to_owned(),
        );
    }
    notes
}
