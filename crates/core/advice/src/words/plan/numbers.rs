//! The numbers that a light is placed by, as they are said.

/// What key and fill reach together.
pub(crate) const LIT: &str = "Lit side";
/// What the key does not reach.
pub(crate) const SHADOW: &str = "Shadow side";
/// One against the other.
pub(crate) const LIT_TO_SHADOW: &str = "Lit : shadow";
/// How wide the edge of the nose's shadow is.
pub(crate) const NOSE_EDGE: &str = "Nose edge";
/// The ground's tone.
pub(crate) const GROUND: &str = "Ground";

/// `26 mm`.
pub(crate) fn millimetres(width: f64) -> String {
    format!("{width:.0} mm")
}
