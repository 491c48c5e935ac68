//! The trade's terms as they stand in a sentence, and quantities that several sentences tell the same way.

use ink_lamp_light::{
    ambient::Darkening,
    measure::{Kelvin, Meters},
    meter::{Reading, Receptor},
    scale::{Aperture, FNumber, Stops, fnumber},
};
use ink_lamp_scene::{effect::Effect, scene::Scene};
use ink_lamp_sitting::{
    cautions::Risk,
    holds::{Holds, Steadiness},
    light::{Light, Tone},
    metered::RoomPlace,
    role::LightId,
    room::{Lamps, RoomLight},
    setup::Setup,
    shots::Lit,
    studio::Bearing,
};

use super::span::{Line, Span, text, uncapitalised};

/// On which side of a line: `over`, `under`.
pub(crate) fn side(by: Stops) -> &'static str {
    if by.get() > 0.0 { "over" } else { "under" }
}

/// A light's name as it begins a sentence.
pub(crate) fn light(setup: &Setup, id: &LightId) -> String {
    setup.light(id).map_or_else(|| id.to_string(), Light::name)
}

/// The name of a light's unit.
pub(crate) fn unit(setup: &Setup, id: &LightId) -> String {
    setup.light(id).and_then(|l| l.unit.as_ref()).map(|u| u.name.clone()).unwrap_or_default()
}

/// Which lights were on in a frame: `key alone`, `all lights`, `no flash`.
pub(crate) fn lit(lit: &Lit, setup: &Setup) -> String {
    match lit {
        Lit::NoFlash => "no flash".to_owned(),
        Lit::All => "all lights".to_owned(),
        Lit::Alone(id) => format!("{} alone", uncapitalised(&light(setup, id))),
    }
}

/// The word on the button once a light stands elsewhere.
pub(crate) const MOVED: &str = "Moved";

/// What an ordinary meter reads of a light that the camera makes pulse.
pub(crate) const ONE_POP: &str = ", one pop alone";

/// What the meter shows of a level; none before the camera is set.
pub(crate) fn shows(level: Stops, scene: &Scene) -> Option<FNumber> {
    Some(fnumber(Reading::av_for(level, scene.levels.exposure?)))
}

/// The same of one light alone as the meter shows it, with the meter's own settings where they are others.
pub(crate) fn metered(index: usize, level: Stops, scene: &Scene) -> Option<Line> {
    let shows = scene.meter_shows(index, level)?;
    let iso = shows.iso.map(|iso| format!("ISO {}", iso.said()));
    let settings: Vec<String> = iso.into_iter().chain(shows.shutter.map(|t| t.said())).collect();
    let mut line = vec![Span::F(fnumber(shows.av))];
    if !settings.is_empty() {
        line.push(text(format!(" at {}", settings.join(", "))));
    }
    Some(line)
}

/// How far the camera stood from the sitter: `2.00 m`.
pub(crate) fn away(did: &Effect) -> String {
    let away = did.camera_away.unwrap_or_default();
    Meters::new(away).map_or_else(|_| format!("{away:.2} m"), |d| d.told(did.length))
}

/// A level as a line that must not be passed: `−5`, `−2.5`.
pub(crate) fn whole_number(level: Stops) -> String {
    level.shown().trim_end_matches(".0").to_owned()
}

/// A short time as photographers say it: `1/320 s`, `0.5 s`.
pub(crate) fn time(seconds: f64) -> String {
    if seconds >= 0.3 {
        return format!("{seconds:.1} s");
    }
    let one_over = 1.0 / seconds;
    // Two figures are all that a table of flash durations is good for.
    let step = 10f64.powf(one_over.log10().floor() - 1.0).max(1.0);
    format!("1/{:.0} s", (one_over / step).round() * step)
}

/// `lamps on`.
pub(crate) const fn lamps(of: Lamps) -> &'static str {
    match of {
        Lamps::Window => "window",
        Lamps::On => "lamps on",
        Lamps::Off => "lamps off",
    }
}

/// `window, 5200 K, 17:40, from camera left`.
pub(crate) fn room_light(of: &RoomLight) -> String {
    let parts = [
        of.lamps.map(|l| lamps(l).to_owned()),
        of.kelvin.map(Kelvin::told),
        of.time.map(|t| t.to_string()),
        of.from.map(|f| format!("from {}", bearing(f))),
    ];
    parts.into_iter().flatten().collect::<Vec<_>>().join(", ")
}

/// `in the hand`.
pub(crate) const fn steadiness(of: Steadiness) -> &'static str {
    match of {
        Steadiness::Hand => "in the hand",
        Steadiness::MovingSitter => "with a moving sitter",
        Steadiness::Tripod => "on a tripod",
    }
}

/// `on a tripod, ƒ5.6 to ƒ11, 12 cm sharp, ISO up to 800, ND 0.9 at hand`.
pub(crate) fn holds(of: &Holds) -> String {
    let aperture = |a: Aperture| format!("ƒ{}", a.said());
    let mut words = vec![steadiness(of.steadiness).to_owned()];
    match (of.widest, of.smallest) {
        (Some(widest), Some(smallest)) => words.push(format!("{} to {}", aperture(widest), aperture(smallest))),
        (Some(widest), None) => words.push(format!("{} or smaller", aperture(widest))),
        (None, Some(smallest)) => words.push(format!("{} or wider", aperture(smallest))),
        (None, None) => {}
    }
    words.extend(of.depth.map(|d| format!("{:.0} cm sharp", d.get() * 100.0)));
    words.extend(of.slowest.map(|t| format!("{} or shorter", t.said())));
    words.extend(of.fastest.map(|t| format!("{} or longer", t.said())));
    words.extend(of.iso_cap.map(|iso| format!("ISO up to {}", iso.said())));
    let filters: Vec<&str> = of.filters.iter().map(|f| f.name.as_str()).collect();
    words.push(if filters.is_empty() { "no filter at hand".to_owned() } else { format!("{} at hand", filters.join(" and ")) });
    if !of.high_speed {
        words.push("no high-speed sync".to_owned());
    }
    if !of.lights_move {
        words.push("lights stay where they are".to_owned());
    }
    words.extend(of.movement.map(|m| format!("freeze: {}", m.kind.name().to_lowercase())));
    words.extend(of.risks.iter().map(|risk| self::risk(*risk).to_lowercase()));
    words.join(", ")
}

/// What is there that asks for care.
pub(crate) const fn risk(risk: Risk) -> &'static str {
    match risk {
        Risk::Infant => "An infant",
        Risk::Animal => "An animal",
        Risk::Jump => "A jump or trampoline",
        Risk::Wet => "Water, or outdoors",
        Risk::Haze => "Haze",
    }
}

/// `the sitter`.
pub(crate) const fn room_place(of: RoomPlace) -> &'static str {
    match of {
        RoomPlace::Sitter => "the sitter",
        RoomPlace::Ground => "the ground",
    }
}

/// `a light scene`.
pub(crate) const fn tone(of: Tone) -> &'static str {
    match of {
        Tone::Light => "a light scene",
        Tone::Middle => "a scene of middle tones",
        Tone::Dark => "a dark scene",
    }
}

/// In words, to an eighth of the round, after `from`: `camera left`, `behind, right`.
pub(crate) fn bearing(of: Bearing) -> &'static str {
    const ROUND: [&str; 9] = [
        "behind",
        "behind, left",
        "camera left",
        "the front, left",
        "the camera",
        "the front, right",
        "camera right",
        "behind, right",
        "behind",
    ];
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "0 to 8 by the range")]
    ROUND[((f64::from(of) + 180.0) / 45.0).round() as usize]
}

/// As it is said: `dome to the camera`.
pub(crate) const fn receptor(of: Receptor) -> &'static str {
    match of {
        Receptor::DomeToCamera => "dome to the camera",
        Receptor::DomeToLight => "dome to the light",
        Receptor::FlatToLight => "flat to the light",
        Receptor::FlatToCamera => "flat to the camera",
    }
}

/// `1.67 stops darker, 1.68 by the printed numbers`; none where nothing changes.
pub(crate) fn darkening(of: Darkening) -> Option<String> {
    let size = |s: Stops| format!("{:.2}", s.get().abs());
    let (exact, printed) = (size(of.exact), size(of.printed));
    if exact == "0.00" {
        return None;
    }
    let way = if of.exact.get() > 0.0 { "darker" } else { "brighter" };
    let plural = if exact == "1.00" { "" } else { "s" };
    let by_hand = if exact == printed { String::new() } else { format!(", {printed} by the printed numbers") };
    Some(format!("{exact} stop{plural} {way}{by_hand}"))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn directions_are_said_as_people_say_them() {
        let words = |d: f64| bearing(Bearing::try_from(d).unwrap());
        assert_eq!([words(-90.0), words(0.0), words(170.0), words(-180.0)], ["camera left", "the camera", "behind", "behind"]);
    }
}
