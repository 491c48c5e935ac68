//! An entry was taken back, or brought back; or all that came after it was taken back.

use serde::{Deserialize, Serialize};
use uuid::Uuid;

/// An entry that is taken or brought back, or gone on from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Back {
    /// Which.
    pub of: Uuid,
}
