//! A light’s wished level was set.

use ink_lamp_light::{
    ratio::{Anchor, Convention, Ratio, RatioTarget},
    refusal::Refusal,
    scale::Stops,
};
use serde::{Deserialize, Serialize};

use crate::{
    role::{LightId, Role},
    setup::Setup,
};

/// A light's wished level was set, or given up. For key and fill it changes the ratio.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TargetSet {
    /// Which.
    pub light: LightId,
    /// Stops against the exposure, −10 to +5; nothing gives it up.
    pub level: Option<Stops>,
    /// For key and fill: a wish of its own, apart from any ratio; one that was chosen is given up.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub own: bool,
    /// For key and fill: the ratio that this came to, where the room or what is spilt counted. Put in when it is written, whatever was sent.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(value_type = Option<ink_lamp_light::ratio::RatioSpec>, read_only))]
    pub came_to: Option<RatioTarget>,
}

impl Setup {
    pub(super) fn aim(&mut self, set: &TargetSet) -> Result<(), Refusal> {
        if let Some(level) = set.level.filter(|l| !(-10.0..=5.0).contains(&l.get())) {
            return Err(Refusal::new("level", format!("A light is wished at −10 to +5 stops. {level} is outside.")));
        }
        let role = self.light_mut(&set.light)?.role;
        // The ratio is between the first key and the first fill; further ones have wishes of their own.
        if self.first(role).is_some_and(|first| first.id != set.light) {
            self.light_mut(&set.light)?.target = set.level;
            return Ok(());
        }
        if set.own && matches!(role, Role::Key | Role::Fill) {
            self.ratio = None;
        }
        let usual = || RatioTarget::new(Ratio::new(3.0)?, Convention::LitShadow, Anchor::LitSide);
        let other = if role == Role::Key { Role::Fill } else { Role::Key };
        let alone = set.own || self.first(other).is_none();
        match (role, set.level) {
            // A key without a fill has no ratio to follow: the room, or nothing, fills it. One that was chosen waits for the fill.
            (Role::Key | Role::Fill, level) if alone => self.light_mut(&set.light)?.target = level,
            (Role::Key | Role::Fill, None) => self.ratio = None,
            (Role::Key | Role::Fill, Some(_)) if set.came_to.is_some() => self.ratio = set.came_to,
            (Role::Key, Some(level)) => self.ratio = Some(self.ratio.map_or_else(usual, Ok)?.with_key_at(level)?),
            (Role::Fill, Some(level)) => self.ratio = Some(self.ratio.map_or_else(usual, Ok)?.with_fill_at(level)?),
            (_, level) => self.light_mut(&set.light)?.target = level,
        }
        Ok(())
    }
}
