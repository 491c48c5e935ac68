//! The mains were described, on the tape.

use ink_lamp_sitting::supplies::Supplies;

use super::line::{TapeKind, TapeLine};
use crate::words::span::text;

pub(super) fn line(supplies: &Supplies) -> TapeLine {
    let pace = supplies.pace.map(|p| format!(", a frame each {} s", p.get())).unwrap_or_default();
    let volts = supplies.volts.map(|v| format!("{} V, ", v.get())).unwrap_or_default();
    TapeLine::new(TapeKind::Choice, None, vec![text("Mains")], format!("{volts}{} A{pace}", supplies.breaker.get()))
}
