//! One item of the tape, in words.

use ink_lamp_sitting::role::Role;
use serde::{Deserialize, Serialize};

use crate::words::span::{Line, Span, text};

/// One item of the tape.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TapeLine {
    /// What kind of thing happened; tells which mark stands before it.
    pub kind: TapeKind,
    /// Whose mark, where it is a light's or the room's.
    pub role: Option<Role>,
    /// What happened.
    pub head: Vec<Span>,
    /// What it meant.
    pub tail: String,
}

/// Kinds of tape items.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum TapeKind {
    /// A reading.
    Reading,
    /// More light.
    Up,
    /// Less light.
    Down,
    /// The camera was set.
    Camera,
    /// Something was decided or described.
    Choice,
    /// A frame was shot.
    Frame,
    /// Words.
    Note,
    /// Something that is kept and can't be read.
    Unreadable,
}

impl TapeLine {
    pub(super) fn new(kind: TapeKind, role: Option<Role>, head: Line, tail: impl Into<String>) -> Self {
        Self { kind, role, head, tail: tail.into() }
    }

    /// An entry that is kept and can't be read, and why: another version wrote it, or it was damaged.
    #[must_use]
    pub fn unreadable(why: &str) -> Self {
        Self::new(TapeKind::Unreadable, None, vec![text("An entry that can't be read")], why)
    }

    /// An entry whose effect does not say which light it was about.
    pub(super) fn plain(head: &str) -> Self {
        Self::new(TapeKind::Choice, None, vec![text(head)], "")
    }
}

/// What was done, and by whom where that was said.
pub(super) fn by(did: String, who: Option<&str>) -> String {
    match who {
        Some(who) => format!("{did}, {who}"),
        None => did,
    }
}
