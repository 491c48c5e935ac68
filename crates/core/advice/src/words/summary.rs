//! A setup at a glance, as it is said.

/// Under a ratio that the room makes.
pub(crate) const ROOM_IS_FILL: &str = "room is the fill";
/// A room that was not read.
pub(crate) const NOT_READ: &str = "not read";
/// A room that is kept, where its level is not known.
pub(crate) const KEPT: &str = "kept";
/// Before anything is done.
pub(crate) const NOT_BEGUN: &str = "Not begun";

/// Under a ratio that is read.
pub(crate) fn wished(ratio: &str) -> String {
    format!("wished {ratio}")
}

/// Under a ratio that is only wished.
pub(crate) fn only_wished(convention: &str) -> String {
    format!("wished, {convention}")
}

/// A room that is kept.
pub(crate) fn kept_at(level: &str) -> String {
    format!("kept at {level}")
}

/// `Fill 0.7 over`.
pub(crate) fn off(name: &str, by: &str) -> String {
    format!("{name} {by}")
}

/// A lane to be read again.
pub(crate) fn again(name: &str) -> String {
    format!("{name}: read again")
}

/// A light that was not read.
pub(crate) fn not_read(name: &str) -> String {
    format!("{name} not read")
}

/// All is well.
pub(crate) const fn on_target(shot: bool) -> &'static str {
    if shot { "Frame shot, all on target" } else { "All on target" }
}
