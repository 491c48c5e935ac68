//! What is looked at before the first flash, as it is said.

pub(crate) mod cautions;

use ink_lamp_light::strobe::Unit;
use ink_lamp_sitting::{checks::CheckPoint, kit::Link, light::ModellingLamp};

use crate::{
    findings::{Fact, group::Groups, put_on::PutOn, recharge::Recharge, transmitter::Sends},
    words::span::{Line, capitalised, strong, text},
};

pub(crate) const CAMERA: &str = "Camera";
pub(crate) const TRANSMITTER: &str = "transmitter";
pub(crate) const MANUAL: &str = "M";
pub(crate) const NOT_MANUAL: &str = "not M";
pub(crate) const FRESH: &str = "fresh";
pub(crate) const THIS_ROOM: &str = "for this room";
pub(crate) const READY: &str = "ready";
pub(crate) const FIRES: &str = "fires";
pub(crate) const MENDED: &str = "mended";
pub(crate) const DID_NOT_FIRE: &str = "did not fire";
pub(crate) const SAY_IT: &str = "say it";
pub(crate) const NOT_SAID: &str = "Not said";
pub(crate) const BEGIN_AGAIN: &str = "Begin again";
pub(crate) const LOOK_AGAIN: &str = "Look again";
pub(crate) const IT_FIRED: &str = "It fired";
pub(crate) const IT_DID_NOT: &str = "It did not";

/// The name of a row.
pub(crate) const fn point(point: CheckPoint) -> &'static str {
    match point {
        CheckPoint::Channel => "Channel",
        CheckPoint::Group => "Group",
        CheckPoint::Mode => "Mode",
        CheckPoint::Lowest => "Lowest power",
        CheckPoint::Step => "Steps",
        CheckPoint::Ready => "Ready",
        CheckPoint::Supply => "Power",
        CheckPoint::Reach => "Reached by",
        CheckPoint::Range => "Range",
        CheckPoint::Slave => "Slave cell",
        CheckPoint::Zoom => "Zoom head",
        CheckPoint::HighSpeed => "High-speed sync",
        CheckPoint::Charge => "Stored charge",
        CheckPoint::Lamp => "Modelling lamp",
        CheckPoint::Fires => "Fires",
    }
}

pub(crate) const fn lamp(lamp: ModellingLamp) -> &'static str {
    match lamp {
        ModellingLamp::Off => "off",
        ModellingLamp::Proportional => "proportional",
        ModellingLamp::Full => "full",
    }
}

/// What is left in a battery.
pub(crate) fn left(per_cent: u8) -> String {
    format!("{per_cent} % left")
}

/// What a device says that is not wanted.
pub(crate) fn says_other(says: &str, wanted: &str) -> String {
    format!("says {says}, wanted {wanted}")
}

pub(crate) const fn on(on: bool) -> &'static str {
    if on { "on" } else { "off" }
}

pub(crate) const fn link(link: Link) -> &'static str {
    match link {
        Link::Radio => "radio",
        Link::Optical => "light",
        Link::Cord => "cord",
    }
}

pub(crate) fn mains(circuit: Option<u8>) -> String {
    format!("circuit {}", circuit.unwrap_or(1))
}

pub(crate) fn lets(pre_flashes: u8) -> String {
    format!("lets {pre_flashes} pass")
}

pub(crate) fn zoom(millimetres: f64) -> String {
    format!("{millimetres:.0} mm")
}

/// What is wrong, in a word or two.
pub(crate) fn wrong(fact: &Fact) -> String {
    match fact {
        Fact::Channel(fact) => fact.channel.to_string(),
        Fact::Groups(Groups::Missing { group, .. } | Groups::Shared { group, .. }) => group.to_string(),
        Fact::Sends(Sends::Lowest { sent, .. }) => format!("sends 1/{sent}"),
        Fact::Sends(Sends::Steps { sent, .. }) => format!("sends {}", sent.plural()),
        Fact::Sends(Sends::Slave { lets: some, .. }) => lets(*some),
        Fact::Commander(_) => "adds light".to_owned(),
        Fact::LineOfSight(_) => "hidden".to_owned(),
        Fact::Recharge(Recharge::Slow { ready, .. }) => format!("{ready:.1} s"),
        Fact::Recharge(Recharge::Few { pops, .. }) => format!("{pops} pops"),
        Fact::PutOn(PutOn::ChargeKept { held, .. }) => format!("{held} held"),
        Fact::Sync(_) => "off".to_owned(),
        _ => "wrong".to_owned(),
    }
}

/// `right`, `1 to mend`, `2 to say`.
pub(crate) fn stands(mend: usize, say: usize) -> String {
    match (mend, say) {
        (0, 0) => "right".to_owned(),
        (0, say) => format!("{say} to say"),
        // The others can wait until these are mended.
        (mend, _) => format!("{mend} to mend"),
    }
}

/// The line that is read first.
pub(crate) fn title(mend: usize, say: usize, right: usize, worst: Option<String>) -> Line {
    match (mend, say, right, worst) {
        (0, 0, 0, _) => vec![text("Say which units there are, then their list stands here.")],
        (0, 0, right, _) => vec![text(format!("All {right} are right: ")), strong("fire each in turn")],
        (0, say, ..) => vec![text(format!("Nothing to mend, {} to look at: ", counted(say))), strong("then fire each in turn")],
        (mend, _, _, worst) => {
            let before = format!("{} to mend before the first flash: ", capitalised(&counted(mend)));
            std::iter::once(text(before)).chain(worst.map(strong)).collect()
        }
    }
}

/// `46 of 50 are right. Two are not said yet; they stop nothing.`
pub(crate) fn all(right: usize, of: usize, say: usize) -> String {
    let not_said = match say {
        0 => String::new(),
        1 => " One is not said yet; it stops nothing.".to_owned(),
        say => format!(" {} are not said yet; they stop nothing.", capitalised(&counted(say))),
    };
    if of == 0 { String::new() } else { format!("{right} of {of} are right.{not_said}") }
}

/// Small numbers as words, as they are said.
fn counted(of: usize) -> String {
    const WORDS: [&str; 13] = ["none", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"];
    WORDS.get(of).map_or_else(|| of.to_string(), |word| (*word).to_owned())
}

/// What is first: `Rim, channel`.
pub(crate) fn first(name: &str, at: CheckPoint) -> String {
    format!("{name}, {}", point(at).to_lowercase())
}

/// What somebody saw wrong, and where to look first.
pub(crate) fn seen_wrong(name: &str, at: CheckPoint, says: &str) -> Line {
    if at == CheckPoint::Fires {
        return vec![text(format!("{name} ")), strong(says), text(": look at its channel, its group, then whether it is in sight.")];
    }
    vec![text(format!("{name}: {} ", point(at).to_lowercase())), strong(says), text(".")]
}

pub(crate) fn aside(name: &str, at: CheckPoint, why: &str) -> Line {
    vec![text(format!("{name}: {} put aside. {why}", point(at).to_lowercase()))]
}

/// As on a button.
pub(crate) fn press(says: &str) -> String {
    if says == FIRES { "It fires now".to_owned() } else { capitalised(says) }
}

/// What to do at a unit's turn.
pub(crate) fn fire(name: &str, unit: &Unit, how: Option<&str>) -> String {
    let test = how.map_or_else(|| format!("press the test button of {}", unit.name), |how| format!("fire it by itself ({how})"));
    format!("{name}: {test}, or fire its group alone.")
}
