//! The wished ratio, as it is said.

use ink_lamp_light::ratio::{Anchor, Convention, RatioTarget};

/// What a ratio means.
pub(crate) const fn convention(convention: Convention) -> &'static str {
    match convention {
        Convention::LitShadow => "lit : shadow",
        Convention::Readings => "by readings",
    }
}

/// The same light in the other convention: `2 : 1 by readings`.
pub(crate) fn other(target: RatioTarget) -> String {
    let other = match target.convention() {
        Convention::LitShadow => Convention::Readings,
        Convention::Readings => Convention::LitShadow,
    };
    format!("{} {}", target.in_convention(other).shown(), convention(other))
}

/// `1.0 stop key over fill`.
pub(crate) fn stops(target: RatioTarget) -> String {
    let over = target.key_over_fill();
    if over.tenths() < 0 { format!("{} fill over key", over.size()) } else { format!("{} key over fill", over.size()) }
}

/// What is on 0.
pub(crate) fn anchor(target: RatioTarget) -> String {
    match target.anchor() {
        Anchor::LitSide => "lit side on 0".to_owned(),
        Anchor::KeyAlone => format!("key alone on 0, lit side {}", target.lit_side()),
    }
}
