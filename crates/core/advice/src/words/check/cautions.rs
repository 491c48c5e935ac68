//! Usual cautions, as they are said. None has a source of its own: common practice; local codes and licensed practice decide.

use ink_lamp_sitting::cautions::Caution;

/// The press that has one told again.
pub(crate) const AGAIN: &str = "Tell it again";

pub(crate) const fn title(about: Caution) -> &'static str {
    match about {
        Caution::Overhead => "Overhead",
        Caution::Eyes => "Eyes",
        Caution::Flashing => "Flashing light",
        Caution::Mains => "Mains",
        Caution::Capacitors => "Stored charge and fuses",
        Caution::Heat => "Hot lamps",
        Caution::Stands => "Stands and cables",
        Caution::Batteries => "Batteries",
        Caution::Bulbs => "Flash bulbs",
        Caution::Animals => "Animals",
        Caution::Jumps => "Jumps and trampolines",
        Caution::Wet => "Water and wet ground",
        Caution::Haze => "Haze",
    }
}

/// In a line, beginning with the act.
pub(crate) const fn short(about: Caution) -> &'static str {
    match about {
        Caution::Overhead => "Sandbag, safety cable, nobody under it.",
        Caution::Eyes => "Not at full power near eyes.",
        Caution::Flashing => "Ask the sitter about flashing light: some react to it.",
        Caution::Mains => "Spread over circuits; mind long leads.",
        Caution::Capacitors => "Never open it: its charge can kill, unplugged too.",
        Caution::Heat => "Let the lamp cool; keep cloth and gel off it.",
        Caution::Stands => "Legs out, low, weighted; tape the leads where people walk.",
        Caution::Batteries => "Charge it attended, off the unit.",
        Caution::Bulbs => "Away from skin and eyes: it can burst.",
        Caution::Animals => "Let it see and hear a flash from afar first; somebody holds it.",
        Caution::Jumps => "Clear the floor, mats down, somebody who watches.",
        Caution::Wet => "No mains near water; residual-current protection.",
        Caution::Haze => "Ask about breathing and smoke alarms; open a door.",
    }
}

/// What is said once it is done, as on a button.
pub(crate) const fn act(about: Caution) -> &'static str {
    match about {
        Caution::Overhead => "Secured",
        Caution::Eyes => "Kept off",
        Caution::Flashing | Caution::Haze => "Asked",
        Caution::Mains => "Spread out",
        Caution::Capacitors => "Understood",
        Caution::Heat => "Kept clear",
        Caution::Stands => "Taped",
        Caution::Batteries => "Looked at",
        Caution::Bulbs => "Guarded",
        Caution::Animals => "Somebody has it",
        Caution::Jumps => "Cleared",
        Caution::Wet => "Protected",
    }
}

pub(crate) const fn whole(about: Caution) -> &'static str {
    match about {
        Caution::Capacitors => {
            "Capacitors of a flash unit hold a charge that can kill, for long and unplugged too. Never open one: a qualified technician does. A fuse \
             is changed unplugged, and only for the type that is marked on the unit. Local codes and licensed practice decide."
        }
        Caution::Mains => {
            "Units that charge together can overload a circuit or a long lead: spread them over circuits, unroll leads, one after the other. Local \
             electrical codes and a licensed electrician decide."
        }
        Caution::Batteries => {
            "Charge as the maker says, off the unit, with somebody there. Never use a pack that is swollen, wet or was dropped. Local rules for \
             carriage and disposal decide."
        }
        Caution::Overhead => {
            "On a boom that is rated for it: counterweight, sandbags, a safety cable on every part, and nobody under it while it is moved. Local codes \
             and licensed riggers decide."
        }
        Caution::Stands => {
            "Legs out and level, as low as it goes, a sandbag on the leg under the load, cables taped where people walk. Local codes decide."
        }
        Caution::Heat => {
            "Modelling lamps set fire to cloth, gels and paper: keep the maker's wattage limit and distance, let them cool before you change anything, \
             and switch them off when you leave. Local fire codes decide."
        }
        Caution::Eyes => {
            "No full power close to anyone's eyes, least of all infants' and animals'. A flash blinds for seconds: not toward drivers, on stairs or at \
             height. A doctor decides, not the studio."
        }
        Caution::Flashing => {
            "Ask everybody in the room before you flash again and again: some people react to it, with photosensitive epilepsy most of all. A doctor \
             decides, not the studio."
        }
        Caution::Bulbs => {
            "A bulb can burst and is hot after it burnt: away from skin and eyes, a guard before it, and gloves to change it. Local codes decide."
        }
        Caution::Animals => {
            "Animals startle, bolt and bite: a flash from afar and at low power first, a way out that is shut, somebody who holds it and watches nothing \
             else. Stop when it is afraid. Local rules and whoever is licensed to handle it decide."
        }
        Caution::Jumps => {
            "Trampolines and jumps need a plan of their own: a clear floor, mats, no stands or cables within reach of a fall, somebody who watches \
             nothing else. Local codes and licensed practice decide."
        }
        Caution::Wet => {
            "Water and mains kill together: keep them apart, units on batteries where it is wet, residual-current protection, nothing that stands in \
             rain unless it is rated for it. Local electrical codes and a licensed electrician decide."
        }
        Caution::Haze => {
            "Haze sets off smoke alarms, makes floors slippery and breath short: ask who has asthma, tell the house, only the fluid that the machine is \
             made for, doors open. Local fire codes and licensed practice decide."
        }
    }
}
