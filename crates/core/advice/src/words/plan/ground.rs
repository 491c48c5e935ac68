//! The ground, as it is said.

use ink_lamp_light::{ambient::BLACK, measure::LengthUnit, scale::Stops};
use ink_lamp_scene::{
    ground::{FULL_SCALE, Narrow},
    stage::Stage,
};

/// What a white ground throws on the sitter's edges may come as near to the exposure as this (a judgement).
const WRAPS: f64 = -1.0;
/// Over a picture a ground is even where it varies by no more (a judgement).
const EVEN: f64 = 0.5;

/// A tone as a number: `−3.2`, `below −9`, `black`; more than full scale is no other tone.
pub(crate) fn tone(tone: Option<Stops>) -> String {
    match tone {
        None => "black".to_owned(),
        Some(t) if t.get() >= FULL_SCALE => "white".to_owned(),
        Some(t) if t.get() < -9.0 => "below −9".to_owned(),
        Some(t) => t.shown(),
    }
}

/// What a light gives there: `−3.4`, `below −9`, `nothing`.
pub(crate) fn level(level: Option<Stops>) -> String {
    match level {
        None => "nothing".to_owned(),
        Some(l) if l.get() < -9.0 => "below −9".to_owned(),
        Some(l) => l.shown(),
    }
}

/// `dark grey`.
fn name(tone: Option<Stops>) -> &'static str {
    match tone.map_or(-20.0, Stops::get) {
        t if t < BLACK.get() => "black",
        t if t < -1.5 => "dark grey",
        t if t < 0.8 => "grey",
        t if t < FULL_SCALE => "light grey",
        _ => "white",
    }
}

/// `Ground at −3.2: dark grey, even within 0.4 stop`, without its full stop; none where nothing is known of any light.
pub(crate) fn ground(stage: &Stage, at: Option<Stops>, range: Option<[Stops; 2]>) -> Option<String> {
    if stage.lights.iter().all(|l| l.amount.is_none()) {
        return None;
    }
    let even = range.map_or_else(String::new, |[low, high]| {
        let by = high - low;
        // In black nobody sees it.
        if high < BLACK || by.get() <= 0.05 {
            String::new()
        } else if by.get() <= EVEN {
            format!(", even within {}", by.size())
        } else {
            format!(", uneven by {}", by.size())
        }
    });
    let wished = stage.lights.iter().find(|l| l.as_wished);
    let wished = wished.map_or_else(String::new, |l| format!(", the {} taken as on its target", stage.name(l)));
    let over = at.map_or(0.0, |t| t.get() - FULL_SCALE);
    let told = match (at, range) {
        _ if over >= 0.05 => format!("Ground white, {} over full scale", Stops::of(over).size()),
        // What is black in the middle may not be black all over.
        (Some(t), Some([_, high])) if t < BLACK && high >= BLACK => {
            format!("Ground at {}, {} at its brightest: not black all over", tone(at), tone(Some(high)))
        }
        _ => format!("Ground at {}: {}", tone(at), name(at)),
    };
    Some(format!("{told}{even}{wished}"))
}

/// Before anything is known of a light.
pub(crate) const UNKNOWN: &str = "Read a light, or say its unit, and the ground is told.";

/// What a lit ground throws on the sitter's edges.
pub(crate) fn wrap(back: Stops) -> String {
    if back.get() > WRAPS {
        format!(
            "It throws {back} on the sitter’s edges: it wraps and fogs the lens. Farther from the ground, less of it lit, or dark panels beside."
        )
    } else {
        format!("It throws {back} on the sitter’s edges: no wrap.")
    }
}

/// What the room throws back, and the room's own light, among the parts.
pub(crate) const THROWN_BACK: &str = "Thrown back by the room";
pub(crate) const ROOM: &str = "Room";

/// Paper that is narrower than the picture.
pub(crate) fn narrow(narrow: &Narrow, length: LengthUnit) -> String {
    let sides = match narrow.shows {
        [true, true] => "on both sides",
        [true, false] => "on the left",
        _ => "on the right",
    };
    let (paper, picture) = (narrow.paper.told(length), narrow.picture.told(length));
    format!(
        "The picture is {picture} wide at the ground, the paper {paper}: its edge shows {sides}. Sitter and camera nearer to it, a longer lens, or wider paper."
    )
}
