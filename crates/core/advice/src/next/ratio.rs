//! The ratio, where none was chosen, and where the room does not allow it.

use ink_lamp_light::ratio::{Convention, Ratio, RatioTarget};
use ink_lamp_scene::{levels::RATIO_SAID, scene::Scene};
use ink_lamp_sitting::entry::{Entry, RatioChosen};

use serde::Serialize;

use super::{Move, Pick};

/// The room, and what comes back of the key, are brighter than the shadow side is wished.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub(crate) struct RoomOverShadow {
    /// The greatest ratio that it allows, the fill off.
    pub(crate) greatest: Ratio,
    /// What is wished.
    pub(crate) wished: Ratio,
    /// More comes back of the key than the room gives.
    pub(crate) comes_back: bool,
}

impl RoomOverShadow {
    /// Of a scene; none where the room gives just what is wished.
    pub(crate) fn of(scene: &Scene) -> Option<Self> {
        let (greatest, wished) = (scene.levels.room_fills?, scene.setup.ratio?.ratio());
        // The key stands on 0.
        let comes_back = scene.setup.ratio?.convention() == Convention::LitShadow && scene.levels.spill.key > scene.levels.room.get();
        (wished.get() > greatest.get() + RATIO_SAID).then_some(Self { greatest, wished, comes_back })
    }

    /// The wish at what the room allows; none where that is no ratio at all.
    pub(crate) fn at_most(&self, wish: RatioTarget) -> Option<Entry> {
        let ratio = Ratio::new((self.greatest.get() * 10.0).round() / 10.0).ok()?;
        let target = RatioTarget::new(ratio, wish.convention(), wish.anchor()).ok()?;
        Some(Entry::Ratio(RatioChosen { target: Some(target) }))
    }
}

/// Choose it, or begin with the usual one.
pub(super) fn choose() -> Pick {
    Pick::new("key", Move::ChooseRatio).with(Some(Entry::Ratio(RatioChosen::USUAL)))
}

/// What the room allows, where more is wished.
pub(super) fn lower(scene: &Scene) -> Option<Pick> {
    let over = RoomOverShadow::of(scene)?;
    let lower = over.at_most(scene.setup.ratio?)?;
    Some(Pick::new("fill", Move::LowerRatio(over)).with(Some(lower)))
}
