//! The drills' own kit: invented, and the same for everybody.

use std::sync::LazyLock;

use ink_lamp_light::{refusal::Refusal, shape::Gel, strobe::Unit};
use ink_lamp_sitting::kit::{CameraBody, Gear, KitDocument, Modifier, Transmitter};

static KIT: LazyLock<Vec<Gear>> = LazyLock::new(|| {
    let document: Result<KitDocument, _> = serde_json::from_str(include_str!("../data/kit.json"));
    // A test reads every drill: what is here can be read.
    document.map(|document| document.items.into_iter().map(|item| item.is).collect()).unwrap_or_default()
});

fn find<T>(name: &str, of: impl Fn(&Gear) -> Option<T>) -> Result<T, Refusal> {
    KIT.iter().find_map(of).ok_or_else(|| Refusal::new("kit", format!("There is no {name} in the drills' kit.")))
}

/// A unit.
///
/// # Errors
/// There is none of that name.
pub fn unit(name: &str) -> Result<Unit, Refusal> {
    find(name, |gear| match gear {
        Gear::Strobe(unit) if unit.name == name => Some((**unit).clone()),
        _ => None,
    })
}

/// A modifier.
///
/// # Errors
/// There is none of that name.
pub fn modifier(name: &str) -> Result<Modifier, Refusal> {
    find(name, |gear| match gear {
        Gear::Modifier(modifier) if modifier.name == name => Some(modifier.clone()),
        _ => None,
    })
}

/// A gel.
///
/// # Errors
/// There is none of that name.
pub fn gel(name: &str) -> Result<Gel, Refusal> {
    find(name, |gear| match gear {
        Gear::Gel(gel) if gel.name == name => Some(gel.clone()),
        _ => None,
    })
}

/// A transmitter.
///
/// # Errors
/// There is none of that name.
pub fn transmitter(name: &str) -> Result<Transmitter, Refusal> {
    find(name, |gear| match gear {
        Gear::Transmitter(transmitter) if transmitter.name == name => Some(transmitter.clone()),
        _ => None,
    })
}

/// The camera.
///
/// # Errors
/// There is none.
pub fn camera() -> Result<CameraBody, Refusal> {
    find("camera", |gear| match gear {
        Gear::Camera(body) => Some((**body).clone()),
        _ => None,
    })
}
