//! A lane of the ladder: one step of the work.

use std::sync::Arc;

use ink_lamp_light::scale::{Step, Stops};
use ink_lamp_scene::stand::Stand;
use ink_lamp_sitting::{
    entry::{Around, Entry},
    role::Role,
};
use serde::Serialize;

use super::dial::{self, DialShown};
use crate::{
    board::{energy::EnergyShown, face::Face},
    mark::Mark,
};

/// A lane of the ladder: one step of the work.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Lane {
    /// `room`, `camera`, a light's id, `whole` or `frame`.
    pub id: String,
    /// What kind of step it is.
    pub kind: LaneKind,
    /// The light's role, or the room's.
    pub role: Option<Role>,
    /// As it is said: `Fill`.
    pub name: String,
    /// Which one of several of its name, from 2: key 2.
    pub nth: Option<u8>,
    /// Its number on the rail, from 1.
    pub number: u8,
    /// How it stands.
    pub state: LaneState,
    /// The same in words: `0.7 over`.
    pub words: String,
    /// What was read, or is likely by now.
    pub reading: Option<Mark>,
    /// The room where the wish does not look, at the sitter or at the ground; on the ground's lane what lies there in all.
    pub other: Option<OtherPlace>,
    /// Whether the reading was carried along and is only likely.
    pub likely: bool,
    /// How surely its level is known.
    pub sure: Option<Sure>,
    /// What it will likely read, before a reading holds.
    pub guess: Option<GuessShown>,
    /// The wished level.
    pub target: Option<Mark>,
    /// The level that its wish counts from, known also where the camera is not set.
    pub wish: Option<Stops>,
    /// Where others light what it is wished for too, what its own light is to read for that.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub others_give: Option<String>,
    /// What gives it its first wish, where it has none.
    pub first_wish: Option<Entry>,
    /// It is a key or a fill whose wish is its own, as no ratio was chosen.
    pub own_wish: bool,
    /// What lies between them.
    pub gap: Option<Gap>,
    /// Where the next move puts it.
    pub after: Option<Mark>,
    /// The line that a removed room must stay below.
    pub floor: Option<Floor>,
    /// Lit side and shadow side, on the lane of the whole.
    pub face: Option<Face>,
    /// What stands at the lane's foot.
    pub foot: Foot,
    /// Where a light on the plan stands, as seen from the sitter.
    pub around: Option<Around>,
    /// The unit's dial, where it is known.
    #[serde(serialize_with = "dial::shared")]
    #[cfg_attr(feature = "schema", schema(value_type = Option<DialShown>))]
    pub dial: Option<Arc<DialShown>>,
    /// What the unit has left, where it is known.
    pub energy: Option<EnergyShown>,
}

/// A second level on a lane.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OtherPlace {
    /// Which: `sitter`, `ground`, or `in all`.
    pub place: String,
    /// Where it lies there.
    pub mark: Mark,
}

/// How surely a level is known.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Sure {
    /// One standard deviation.
    pub within: Stops,
    /// `±0.06`.
    pub shown: String,
    /// The same, with what became of its reading: `turned since it was read: ±0.09, in two cases of three`.
    pub words: String,
}

/// A likely level, and how far off it may be.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GuessShown {
    /// Where.
    pub mark: Mark,
    /// Either way.
    pub within: Stops,
    /// `likely −0.4 ±1.0`.
    pub words: String,
    /// From what it is told: `from the rated energy`, `from 3 readings of Taper 400 in Octa 90`.
    pub from: String,
}

/// What kind of step a lane is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum LaneKind {
    /// The room's light.
    Room,
    /// The camera, and the scale itself.
    Camera,
    /// A light.
    Light,
    /// All lights together.
    Whole,
    /// The test frame.
    Frame,
}

/// How a lane stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum LaneState {
    /// Nothing is known of it.
    Untouched,
    /// Decided, not yet read.
    Set,
    /// Read, with nothing to hold it against.
    Measured,
    /// Changed since it was read.
    ReadAgain,
    /// Over its wish.
    Over,
    /// Under its wish.
    Under,
    /// Within what is tolerated of its wish.
    OnTarget,
    /// Changed since it was read, and most likely within what is tolerated of its wish.
    LikelyOnTarget,
    /// The room is gone.
    Removed,
    /// The room shows as wished.
    Kept,
}

/// What lies between a reading and its wish.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Gap {
    /// Over (+) or under (−).
    pub stops: Stops,
    /// Its size: `0.7`.
    pub shown: String,
    /// Which way to go.
    pub way: Toward,
}

/// Which way to go.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Toward {
    /// More light.
    Up,
    /// Less light.
    Down,
}

/// A line that must not be passed.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Floor {
    /// Where.
    pub stops: Stops,
    /// What it is for: `remove`.
    pub name: String,
    /// `below −5`.
    pub words: String,
}

/// What stands at a lane's foot.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Default)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Foot {
    /// First line: the setting. Empty where there is none; the second line then has the room of two.
    pub strong: String,
    /// Second line: the unit, or what is to be done.
    pub plain: String,
    /// Second line instead, while a move is pending: `→ 1/16 +0.3`.
    pub pending: Option<String>,
    /// Third line: the modifier, with its grid and gels.
    pub third: String,
    /// Group and channel: `A · ch 1`.
    pub trigger: Option<String>,
}

pub(super) fn bare(id: &str, kind: LaneKind, name: &str) -> Lane {
    Lane {
        id: id.to_owned(),
        kind,
        role: None,
        name: name.to_owned(),
        nth: None,
        number: 0,
        state: LaneState::Untouched,
        words: "untouched".to_owned(),
        reading: None,
        other: None,
        likely: false,
        sure: None,
        guess: None,
        target: None,
        wish: None,
        others_give: None,
        first_wish: None,
        own_wish: false,
        gap: None,
        after: None,
        floor: None,
        face: None,
        foot: Foot::default(),
        around: None,
        dial: None,
        energy: None,
    }
}

/// How a stand is drawn.
pub(super) fn state(stand: &Stand) -> LaneState {
    match stand {
        Stand::Untouched => LaneState::Untouched,
        Stand::Set => LaneState::Set,
        Stand::ReadOthers | Stand::ReadAgain | Stand::Doubtful { .. } | Stand::Likely { .. } | Stand::Carried { .. } => {
            LaneState::ReadAgain
        }
        Stand::Off { gap: by } | Stand::OffParts { by, .. } => {
            if by.get() > 0.0 {
                LaneState::Over
            } else {
                LaneState::Under
            }
        }
        Stand::OnTarget | Stand::Agrees => LaneState::OnTarget,
        Stand::LikelyOnTarget { .. } => LaneState::LikelyOnTarget,
        Stand::Read | Stand::Reads { .. } => LaneState::Measured,
    }
}

/// What lies between a reading and its wish, as it is drawn.
pub(super) fn gap(stand: &Stand, step: Step) -> Option<Gap> {
    let (stops, shown) = match stand {
        Stand::Off { gap } => (*gap, step.number(*gap)),
        Stand::OffParts { by, .. } => (*by, by.number()),
        _ => return None,
    };
    Some(Gap { stops, shown, way: if stops.get() > 0.0 { Toward::Down } else { Toward::Up } })
}
