//! What several routes answer with.

use chrono::{DateTime, Utc};
use ink_lamp_advice::{board::Board, words::tape::TapeLine};
use ink_lamp_http::problem::Problem;
use ink_lamp_scene::{effect::Effect, scene::Scene};
use ink_lamp_sitting::{
    entry::{Entry, FrameShot},
    setup::Setup,
};
use ink_lamp_store::{Look, SetupRecord, Sitting, Store, StoreError, TapeItem, TapePart, Unreadable};
use serde::Serialize;
use utoipa::ToSchema;
use uuid::Uuid;

use super::run::{RunView, run_of};

/// A setup as it stands: the state, everything that follows from it, and its tape.
#[derive(Serialize, ToSchema)]
pub struct SetupView {
    /// Its id.
    pub id: Uuid,
    /// Its name.
    pub name: String,
    /// How many entries its tape holds: what a decision is based on.
    pub version: i64,
    /// Its sitting, with all looks.
    pub sitting: SittingView,
    /// How it stands.
    pub setup: Setup,
    /// What follows.
    pub board: Board,
    /// The end of its tape.
    pub tape: TapeView,
    /// What undo takes back, if anything.
    pub undo: Option<Uuid>,
    /// What redo brings back, if anything.
    pub redo: Option<Uuid>,
    /// By what name it is kept to begin from; left out where it is not.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub kept_as: Option<String>,
    /// Why it is shown as it last stood and not written on, and what can be done; left out where it is open.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub closed: Option<String>,
    /// How far the try is, where it is a drill's.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub run: Option<RunView>,
}

pub(super) async fn view(store: &Store, record: SetupRecord) -> Result<SetupView, Problem> {
    let run = run_of(store, &record).await?;
    let tape = store.tape(record.look.id, record.look.version + 1, RECENT).await?.into();
    let SetupRecord { sitting, look, setup, undo, redo, closed } = record;
    let board = board(store, &Scene::of(&setup)).await;
    let closed = closed.map(|why| StoreError::Closed { why }.to_string());
    let Look { id, name, version, kept_as, .. } = look;
    Ok(SetupView { id, name, version, sitting: sitting.into(), setup, board, tape, undo, redo, kept_as, closed, run })
}

/// The board of a scene. Where a light's own unit ends before its wish the kit is asked for one that does not; without an answer none is named.
pub(super) async fn board(store: &Store, scene: &Scene<'_>) -> Board {
    let board = Board::of_scene(scene, &[]);
    if !board.next.asks_kit {
        return board;
    }
    Board::of_scene(scene, &store.units().await.unwrap_or_default())
}

/// Items of the tape that come with a setup.
const RECENT: u32 = 40;

/// A sitting with its looks.
#[derive(Serialize, ToSchema)]
pub struct SittingView {
    /// Its id.
    pub id: Uuid,
    /// Counted from 1.
    pub number: i64,
    /// Its name.
    pub name: String,
    /// When it was made.
    pub created_at: DateTime<Utc>,
    /// When it was deleted, if it was.
    pub deleted_at: Option<DateTime<Utc>>,
    /// Its looks in order.
    pub looks: Vec<LookName>,
}

/// A look by its name.
#[derive(Serialize, ToSchema)]
pub struct LookName {
    /// The setup's id.
    pub id: Uuid,
    /// Its name.
    pub name: String,
}

impl From<Sitting> for SittingView {
    fn from(s: Sitting) -> Self {
        let looks = s.looks.into_iter().map(|l| LookName { id: l.id, name: l.name }).collect();
        Self { id: s.id, number: s.number, name: s.name, created_at: s.created_at, deleted_at: s.deleted_at, looks }
    }
}

/// A stretch of a tape.
#[derive(Serialize, ToSchema)]
pub struct TapeView {
    /// In order of the tape.
    pub items: Vec<TapeItemView>,
    /// Whether more stand before them.
    pub earlier: bool,
}

/// One item of a tape.
#[derive(Serialize, ToSchema)]
pub struct TapeItemView {
    /// The entry's id.
    pub id: Uuid,
    /// Place on the tape, from 1.
    pub seq: i64,
    /// When it happened.
    pub at: DateTime<Utc>,
    /// Who wrote it; left out where nobody was signed in.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub by: Option<String>,
    /// Taken back by a later entry.
    pub undone: bool,
    /// The picture of a frame, where that is kept.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub picture: Option<Uuid>,
    /// How it stood in words, as it was then.
    pub line: TapeLine,
}

impl From<TapePart> for TapeView {
    fn from(part: TapePart) -> Self {
        let line = |told: Result<(Entry, Effect), Unreadable>| match told {
            Ok((entry, did)) => TapeLine::of(&entry, &did),
            Err(why) => TapeLine::unreadable(&why.0),
        };
        let picture = |told: &Result<(Entry, Effect), Unreadable>| match told {
            Ok((Entry::Frame(FrameShot { picture: Some(picture), .. }), _)) => Some(picture.id),
            _ => None,
        };
        let item = |TapeItem { id, seq, at, by, undone, told }| {
            let picture = picture(&told);
            TapeItemView { id, seq, at, by, undone, picture, line: line(told) }
        };
        Self { items: part.items.into_iter().map(item).collect(), earlier: part.earlier }
    }
}
