//! The transmitter was chosen.

use serde::{Deserialize, Serialize};

use crate::kit::Transmitter;

/// The transmitter was chosen, or put away.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TransmitterChosen {
    /// As it stands in the kit; nothing puts it away.
    pub transmitter: Option<Transmitter>,
}
