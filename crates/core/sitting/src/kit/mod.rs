//! The kit: every piece of equipment as its sheet describes it, and the document that carries a whole kit from one place to another.
//!
//! A setup holds a copy of what it uses, so that a change of the kit never changes a sitting of the past.

pub(crate) mod calibration;
mod camera;
mod document;
mod gear;
mod lens;
mod meter;
mod modifier;
mod panel;
mod transmitter;

pub use calibration::{Calibration, Sample};
pub use camera::{CameraBody, ShutterKind};
pub use document::{KitDocument, KitFormat, KitItem, MOST_ITEMS, MOST_SAMPLES};
pub use gear::Gear;
pub use lens::{FocalRange, Lens};
pub use meter::{MeterBody, MeterConstant};
pub use modifier::Modifier;
pub use panel::{Panel, PanelKind};
pub use transmitter::{Group, GroupControl, Link, Transmitter};
