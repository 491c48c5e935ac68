//! The ways of working, and what each does here.

use ink_lamp_sitting::setup::Setup;
use serde::Serialize;

use crate::words::schools as words;

/// What a way of working does in this setup.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SchoolsShown {
    /// Who follows whom.
    pub follow: String,
    /// In what steps differences are told.
    pub step: String,
    /// How the meter is held.
    pub receptor: String,
    /// How a light that is a little off is corrected.
    pub trim: String,
    /// What lies on 0.
    pub anchor: String,
}

pub(super) fn of(setup: &Setup) -> SchoolsShown {
    SchoolsShown {
        follow: words::follow(setup.schools.follow).to_owned(),
        step: words::step(setup.schools.step),
        receptor: words::receptor(setup),
        trim: words::trim(setup.schools.trim).to_owned(),
        anchor: words::anchor(setup.ratio),
    }
}
