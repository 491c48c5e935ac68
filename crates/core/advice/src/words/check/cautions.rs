//! Usual cautions, as they are said. None has a source of its own: common practice; local codes and licensed practice decide.

use crate::cautions::About;

pub(crate) const fn title(about: About) -> &'static str {
    match about {
        About::Charge => "Stored charge and fuses",
        About::Mains => "Mains",
        About::Batteries => "Batteries",
        About::Overhead => "Overhead",
        About::Stands => "Stands and cables",
        About::Heat => "Hot lamps",
        About::Eyes => "Eyes",
        About::Bulbs => "Flash bulbs",
        About::Around => "Animals, jumps, water, haze",
    }
}

/// At the device, beginning with the act.
pub(crate) const fn short(about: About) -> &'static str {
    match about {
        About::Charge => "Never open it: its charge can kill, unplugged too.",
        About::Mains => "Spread over circuits; mind long leads.",
        About::Batteries => "Charge it attended, off the unit.",
        About::Overhead => "Sandbag, safety cable, nobody under it.",
        About::Stands => "Legs out, low, weighted, cables taped.",
        About::Heat => "Let the lamp cool; keep cloth and gel off it.",
        About::Eyes => "Not at full power near eyes.",
        About::Bulbs => "Away from skin and eyes: it can burst.",
        About::Around => "Plan for animals, jumps, water, haze.",
    }
}

pub(crate) const fn whole(about: About) -> &'static str {
    match about {
        About::Charge => {
            "Capacitors of a flash unit hold a charge that can kill, for long and unplugged too. Never open one: a qualified technician does. A fuse \
             is changed unplugged, and only for the type that is marked on the unit. Local codes and licensed practice decide."
        }
        About::Mains => {
            "Units that charge together can overload a circuit or a long lead: spread them over circuits, unroll leads, one after the other. Local \
             electrical codes and a licensed electrician decide."
        }
        About::Batteries => {
            "Charge as the maker says, off the unit, with somebody there. Never use a pack that is swollen, wet or was dropped. Local rules for \
             carriage and disposal decide."
        }
        About::Overhead => {
            "On a boom that is rated for it: counterweight, sandbags, a safety cable on every part, and nobody under it while it is moved. Local codes \
             and licensed riggers decide."
        }
        About::Stands => {
            "Legs out and level, as low as it goes, a sandbag on the leg under the load, cables taped where people walk. Local codes decide."
        }
        About::Heat => {
            "Modelling lamps set fire to cloth, gels and paper: keep the maker's wattage limit and distance, let them cool before you change anything, \
             and switch them off when you leave. Local fire codes decide."
        }
        About::Eyes => {
            "No full power close to anyone's eyes, least of all infants' and animals'. A flash blinds for seconds: not toward drivers, on stairs or at \
             height. Ask before you flash again and again: some people react to it. A doctor decides, not the studio."
        }
        About::Bulbs => {
            "A bulb can burst and is hot after it burnt: away from skin and eyes, a guard before it, and gloves to change it. Local codes decide."
        }
        About::Around => {
            "Animals startle. Trampolines, jumps, water, haze machines and rain outdoors each need a plan of their own, residual-current protection \
             where it is wet, and somebody who watches nothing else. Local codes and licensed practice decide."
        }
    }
}
