//! The wished ratio in both conventions.

use ink_lamp_light::{
    meter::Amount,
    ratio::{Convention, RatioSpec, RatioTarget, lit_over_shadow_with_spill},
};
use ink_lamp_scene::levels::Levels;
use ink_lamp_sitting::{role::Role, setup::Setup};
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

pub(super) fn shown(target: RatioTarget, setup: &Setup, levels: &Levels) -> RatioShown {
    let wish = |role| setup.index(role).and_then(|i| levels.targets[i]);
    // What the plan says of spill moves both wishes apart.
    let spilt = wish(Role::Key).zip(wish(Role::Fill)).filter(|_| !levels.spill.is_nothing());
    let over = spilt.map_or(target.key_over_fill(), |(key, fill)| key - fill);
    let other = match (spilt, target.convention()) {
        (None, Convention::LitShadow) => target.in_convention(Convention::Readings).get(),
        (None, Convention::Readings) => target.in_convention(Convention::LitShadow).get(),
        (Some(_), Convention::LitShadow) => over.factor(),
        (Some(_), Convention::Readings) => lit_over_shadow_with_spill(over, levels.spill.key).factor(),
    };
    let lit = spilt.and_then(|(key, fill)| Amount::at(key).and(Amount::at(fill)).without(levels.room).level());
    RatioShown {
        target: target.into(),
        shown: target.ratio().shown(),
        convention: words::convention(target.convention()).to_owned(),
        stops: words::stops(over),
        other: words::other(target.convention(), other),
        anchor: words::anchor(target.anchor(), lit.unwrap_or_else(|| target.lit_side())),
    }
}
