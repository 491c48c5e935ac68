//! What light may be added.

use ink_lamp_sitting::{role::Role, setup::Setup};
use serde::Serialize;

/// A light that may be added.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NewLight {
    /// The id that it would have.
    pub id: String,
    /// What it is for: `Rim`; with its number where there is one already: `Rim 2`.
    pub words: String,
    /// Its role.
    pub role: Role,
    /// Whether there is one already.
    pub there: bool,
}

pub(super) fn of(setup: &Setup) -> Vec<NewLight> {
    let offered = setup.could_add();
    offered.iter().map(|l| NewLight { id: l.id.to_string(), words: l.name(), role: l.role, there: l.nth().is_some() }).collect()
}
