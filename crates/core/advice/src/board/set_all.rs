//! All dials that are to be turned, at once, as they are shown.

use ink_lamp_sitting::{
    entry::{AllSet, Entry},
    setup::Setup,
};
use serde::Serialize;

use crate::{action::Action, words::set_all as words};

/// All dials that are to be turned, at once.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SetAll {
    /// Each light's setting: `Key 1/16 +0.3, fill 1/32`.
    pub words: String,
    /// `Set all 3`, and the one entry that this logs.
    pub action: Action,
}

pub(super) fn shown(setup: &Setup, all: AllSet) -> SetAll {
    let (words, label) = (words::dials(setup, &all.dials), words::press(all.dials.len()));
    SetAll { words, action: Action { label, entry: Entry::AllSet(all) } }
}
