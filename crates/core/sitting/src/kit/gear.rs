//! A piece of equipment, of whatever kind.

use ink_lamp_light::{
    shape::{Filter, Gel},
    strobe::Unit,
};
use serde::{Deserialize, Serialize};

use super::{camera::CameraBody, lens::Lens, meter::MeterBody, modifier::Modifier, panel::Panel, transmitter::Transmitter};

/// A piece of equipment.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Gear {
    /// A flash unit.
    Strobe(Box<Unit>),
    /// Something before a lamp.
    Modifier(Modifier),
    /// A reflector or a flag.
    Panel(Panel),
    /// A colour filter.
    Gel(Gel),
    /// A neutral-density filter.
    Filter(Filter),
    /// A camera.
    Camera(Box<CameraBody>),
    /// A lens.
    Lens(Lens),
    /// A meter.
    Meter(MeterBody),
    /// A transmitter.
    Transmitter(Transmitter),
}

impl Gear {
    /// Its kind as it is stored: `strobe`.
    #[must_use]
    pub const fn kind(&self) -> &'static str {
        match self {
            Self::Strobe(_) => "strobe",
            Self::Modifier(_) => "modifier",
            Self::Panel(_) => "panel",
            Self::Gel(_) => "gel",
            Self::Filter(_) => "filter",
            Self::Camera(_) => "camera",
            Self::Lens(_) => "lens",
            Self::Meter(_) => "meter",
            Self::Transmitter(_) => "transmitter",
        }
    }

    /// What it is called.
    #[must_use]
    pub fn name(&self) -> &str {
        match self {
            Self::Strobe(g) => &g.name,
            Self::Modifier(g) => &g.name,
            Self::Panel(g) => &g.name,
            Self::Gel(g) => &g.name,
            Self::Filter(g) => &g.name,
            Self::Camera(g) => &g.name,
            Self::Lens(g) => &g.name,
            Self::Meter(g) => &g.name,
            Self::Transmitter(g) => &g.name,
        }
    }
}
