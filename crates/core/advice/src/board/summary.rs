//! A setup at a glance: what a list of sittings shows of it.

use ink_lamp_light::{ratio::Convention, scale::Stops};
use ink_lamp_sitting::role::Role;
use serde::Serialize;

use super::{
    Board,
    camera::CameraShown,
    lanes::{LaneKind, LaneState},
};
use crate::words::{ratio, span::Span, summary as words};

/// A setup at a glance.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Summary {
    /// The camera, once it is set.
    pub camera: Option<CameraShown>,
    /// The marks of a ladder laid flat.
    pub marks: Vec<SummaryMark>,
    /// Ends of the flat ladder, and where it clips and goes black.
    pub ends: [Stops; 4],
    /// Lit : shadow: as read, or else as wished.
    pub ratio: Option<String>,
    /// What stands under the ratio: `key 1.0 over`, `room is the fill`.
    pub ratio_words: String,
    /// `removed`, `kept at −1.5`, `not read`.
    pub room: String,
    /// How it stands: `All on target`, `Fill 0.7 over`, `Ground not read`.
    pub state: LaneState,
    /// The same in words.
    pub words: String,
    /// Names of the lanes, each with its state.
    pub lanes: Vec<SummaryLane>,
    /// The next move's sentence.
    pub next: Vec<Span>,
}

/// A lane by its name.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SummaryLane {
    /// As it is said: `Fill`.
    pub name: String,
    /// How it stands.
    pub state: LaneState,
}

/// A mark on the flat ladder.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SummaryMark {
    /// Whose.
    pub role: Role,
    /// Where.
    pub stops: Stops,
    /// A wish that nothing was read for, or that the reading misses.
    pub hollow: bool,
}

impl Summary {
    /// A board at a glance.
    #[must_use]
    pub fn of(board: &Board) -> Self {
        let mut marks = Vec::new();
        for lane in &board.lanes {
            let Some(role) = lane.role else { continue };
            let off = matches!(lane.state, LaneState::Over | LaneState::Under) && lane.floor.is_none();
            if let Some(target) = lane.target.as_ref().filter(|_| lane.reading.is_none() || off) {
                marks.push(SummaryMark { role, stops: target.stops, hollow: true });
            }
            if let Some(reading) = &lane.reading {
                marks.push(SummaryMark { role, stops: reading.stops, hollow: lane.likely });
            }
        }
        let (ratio, ratio_words) = match (&board.face, &board.ratio) {
            (Some(face), _) if face.room_is_fill => (Some(face.ratio_now.clone()), words::ROOM_IS_FILL.to_owned()),
            (Some(face), Some(ratio)) => (Some(face.ratio_now.clone()), words::wished(&ratio.shown)),
            (Some(face), None) => (Some(face.ratio_now.clone()), ratio::convention(Convention::LitShadow).to_owned()),
            (None, Some(ratio)) => (Some(ratio.shown.clone()), words::only_wished(&ratio.convention)),
            (None, None) => (None, String::new()),
        };
        let room = board.lanes.iter().find(|l| l.kind == LaneKind::Room).map(|l| match l.state {
            LaneState::Kept => l.target.as_ref().map_or_else(|| words::KEPT.to_owned(), |t| words::kept_at(&t.shown)),
            LaneState::Untouched | LaneState::Set => words::NOT_READ.to_owned(),
            _ => l.words.clone(),
        });
        let (state, words) = state(board);
        Self {
            camera: board.camera.clone(),
            marks,
            ends: [board.ladder.bottom, board.ladder.black, board.ladder.clip, board.ladder.top],
            ratio,
            ratio_words,
            room: room.unwrap_or_default(),
            state,
            words,
            lanes: board.lanes.iter().map(|l| SummaryLane { name: l.name.clone(), state: l.state }).collect(),
            next: board.next.say.clone(),
        }
    }
}

/// The one thing to say: what is off first, then what is not read, then that all is well.
fn state(board: &Board) -> (LaneState, String) {
    let find = |states: &[LaneState]| board.lanes.iter().find(|l| states.contains(&l.state));
    if let Some(lane) = find(&[LaneState::Over, LaneState::Under]) {
        return (lane.state, words::off(&lane.name, &lane.words));
    }
    if let Some(lane) = find(&[LaneState::ReadAgain]) {
        return (lane.state, words::again(&lane.name));
    }
    let unread = board.lanes.iter().find(|l| l.state == LaneState::Set && l.kind == LaneKind::Light);
    if let Some(lane) = unread {
        return (lane.state, words::not_read(&lane.name));
    }
    let any = board.lanes.iter().any(|l| l.kind == LaneKind::Light && matches!(l.state, LaneState::OnTarget | LaneState::Measured));
    let shot = board.lanes.iter().any(|l| l.kind == LaneKind::Frame && l.state == LaneState::Measured);
    match (any, shot) {
        (true, shot) => (LaneState::OnTarget, words::on_target(shot).to_owned()),
        (false, _) => (LaneState::Untouched, words::NOT_BEGUN.to_owned()),
    }
}
