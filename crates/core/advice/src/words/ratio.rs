//! The wished ratio, as it is said.

use ink_lamp_light::{
    ratio::{Anchor, Convention, Ratio},
    scale::Stops,
};

/// What a ratio means.
pub(crate) const fn convention(convention: Convention) -> &'static str {
    match convention {
        Convention::LitShadow => "lit : shadow",
        Convention::Readings => "by readings",
    }
}

/// The same light in the other convention: `2 : 1 by readings`.
pub(crate) fn other(chosen: Convention, ratio: f64) -> String {
    let other = match chosen {
        Convention::LitShadow => Convention::Readings,
        Convention::Readings => Convention::LitShadow,
    };
    // A ratio that is none is not told.
    Ratio::new(ratio).map_or_else(|_| String::new(), |ratio| format!("{} {}", ratio.shown(), convention(other)))
}

/// `1.0 stop key over fill`.
pub(crate) fn stops(over: Stops) -> String {
    if over.tenths() < 0 { format!("{} fill over key", over.size()) } else { format!("{} key over fill", over.size()) }
}

/// What is on 0.
pub(crate) fn anchor(anchor: Anchor, lit: Stops) -> String {
    match anchor {
        Anchor::LitSide => "lit side on 0".to_owned(),
        Anchor::KeyAlone => format!("key alone on 0, lit side {lit}"),
    }
}
