//! Invented kit: units, fronts, a body.

use serde_json::{Value, json};

use crate::with;

/// A dial in fractions of full.
#[must_use]
pub fn fractions(lowest: u32, step: &str) -> Value {
    json!({"fractions": {"lowest": lowest, "step": step}})
}

/// A dial in numbers, one for a stop, 10 at full.
#[must_use]
pub fn numbers(lowest: f64) -> Value {
    json!({"numbers": {"full": 10.0, "lowest": lowest, "stops_per_unit": 1.0}})
}

/// A unit with its scale, and what else is said of it.
#[must_use]
pub fn unit(name: &str, rated: f64, scale: &Value, more: &Value) -> Value {
    with(json!({"name": name, "rated": rated, "scale": scale}), more)
}

/// 400 Ws in fractions of full.
#[must_use]
pub fn taper(lowest: u32, step: &str) -> Value {
    unit("Taper 400", 400.0, &fractions(lowest, step), &json!({}))
}

/// The unit of [`octa_rig`] in the kit.
pub const UNIT: &str = "0199a100-0000-7000-a001-000000000001";
/// Its modifier there.
pub const OCTA: &str = "0199a100-0000-7000-a002-000000000001";

/// A unit of so many watt-seconds, 1/256 in tenths.
#[must_use]
pub fn rated(rated: f64, more: &Value) -> Value {
    unit("Taper 200", rated, &fractions(256, "tenths"), more)
}

/// An octa, unit and modifier from the kit; and a grid, gels, a group, …
#[must_use]
pub fn octa_rig(more: &Value) -> Value {
    with(json!({"shape": octa(1.5), "kit": {"unit": UNIT, "modifier": OCTA}}), more)
}

/// An octa 90 cm wide that takes so many stops.
#[must_use]
pub fn octa(loss: f64) -> Value {
    json!({"kind": "octa", "size": {"round": {"diameter": 0.9}}, "loss": loss})
}

/// A softbox.
#[must_use]
pub fn softbox(width: f64, height: f64) -> Value {
    json!({"kind": "softbox", "size": {"rectangle": {"width": width, "height": height}}, "loss": 1})
}

/// A body of 36 x 24 mm that syncs at 1/200, and what else is said of it.
#[must_use]
pub fn body(more: &Value) -> Value {
    let body = json!({"name": "Loft 35", "sensor": {"width": 36, "height": 24}, "shutter": {"focal_plane": {"sync": "1/200"}}, "high_speed": false,
        "fastest": "1/8000", "slowest": "30", "base_iso": "100", "steps": "thirds"});
    with(body, more)
}

/// A lens for portraits.
#[must_use]
pub fn lens() -> Value {
    json!({"name": "Portrait 85", "focal": {"from": 85, "to": 85}, "widest": "1.4", "smallest": "16"})
}

/// The same with curtains of 1/250 (exact 1/256 s for sync and travel both), ISO 50 to 800, with high-speed sync or without.
#[must_use]
pub fn quick_body(high_speed: bool) -> Value {
    let sync = json!({"focal_plane": {"sync": "1/250"}});
    body(&json!({"pixel_pitch": 4.88, "shutter": sync, "high_speed": high_speed, "lowest_iso": "50", "iso_cap": "800"}))
}

/// A unit of 400 Ws that is ready in 0.9 s, with high-speed sync or without.
#[must_use]
pub fn quick_unit(name: &str, high_speed: bool) -> Value {
    unit(name, 400.0, &fractions(256, "tenths"), &json!({"recycle": 0.9, "high_speed": high_speed}))
}
