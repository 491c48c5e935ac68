//! The wished ratio in both conventions.

use ink_lamp_light::ratio::{Anchor, Convention, RatioSpec, RatioTarget};
use serde::Serialize;

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

pub(super) fn ratio_shown(target: RatioTarget) -> RatioShown {
    let over = target.key_over_fill();
    let (convention, other) = match target.convention() {
        Convention::LitShadow => ("lit : shadow", format!("{} by readings", target.in_convention(Convention::Readings).shown())),
        Convention::Readings => ("by readings", format!("{} lit : shadow", target.in_convention(Convention::LitShadow).shown())),
    };
    let stops = if over.tenths() < 0 { format!("{} fill over key", over.size()) } else { format!("{} key over fill", over.size()) };
    let anchor = match target.anchor() {
        Anchor::LitSide => "lit side on 0".to_owned(),
        Anchor::KeyAlone => format!("key alone on 0, lit side {}", target.lit_side()),
    };
    RatioShown { target: target.into(), shown: target.ratio().shown(), convention: convention.to_owned(), stops, other, anchor }
}
