//! The wished ratio in both conventions.

use ink_lamp_light::ratio::{RatioSpec, RatioTarget};
use serde::Serialize;

use crate::words::ratio as words;

/// The wished ratio.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RatioShown {
    /// The wish as it was chosen.
    pub target: RatioSpec,
    /// `3 : 1`.
    pub shown: String,
    /// What it means: `lit : shadow`.
    pub convention: String,
    /// `1.0 stop key over fill`.
    pub stops: String,
    /// The same light in the other convention: `2 : 1 by readings`.
    pub other: String,
    /// What is on 0: `lit side on 0`, or `key alone on 0, lit side +0.6`.
    pub anchor: String,
}

pub(super) fn shown(target: RatioTarget) -> RatioShown {
    RatioShown {
        target: target.into(),
        shown: target.ratio().shown(),
        convention: words::convention(target.convention()).to_owned(),
        stops: words::stops(target),
        other: words::other(target),
        anchor: words::anchor(target),
    }
}
