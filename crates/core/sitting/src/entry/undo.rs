//! An entry was taken back, or brought back.

use serde::{Deserialize, Serialize};
use uuid::Uuid;

/// An entry that is taken or brought back.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Back {
    /// Which.
    pub of: Uuid,
}
