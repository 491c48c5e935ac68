//! The tape: write on it, read what came earlier, see a moment of it.

use std::sync::Arc;

use actix_web::{HttpResponse, get, post, web};
use chrono::{DateTime, Utc};
use ink_lamp_advice::board::Board;
use ink_lamp_http::{
    body::{Checked, Id, IdAndEntry, when},
    devices::{dialled, registry::Devices},
    door::who::Who,
    problem::Problem,
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use ink_lamp_store::{NewEntry, Store};
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use super::views::{SetupView, TapeView, board, view};

/// An entry for the tape.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct EntryToWrite {
    /// Made by the client (UUID version 7): sent twice, it is taken once.
    id: Uuid,
    /// The version it was made on. Needed for decisions; a reading, a frame or a note is taken on any version.
    base: Option<i64>,
    /// When it happened, from 1900 to 2200.
    #[serde(deserialize_with = "when")]
    at: DateTime<Utc>,
    /// What happened.
    entry: Entry,
}

/// Writes an entry to a setup's tape.
#[utoipa::path(tag = "tape", request_body = EntryToWrite, params(("id" = Uuid, Path, description = "The setup")), responses(
    (status = 200, description = "It was there before; the setup as it stands", body = SetupView),
    (status = 201, description = "Written; the setup as it stands", body = SetupView),
    (status = 404, description = "No such setup", body = Problem),
    (status = 409, description = "Changed meanwhile, or the id is taken", body = Problem),
    (status = 410, description = "The sitting was deleted", body = Problem),
    (status = 413, description = "Too large", body = Problem),
    (status = 422, description = "It can't be true of this setup, or a field is wrong", body = Problem),
    (status = 503, description = "Record out of reach", body = Problem),
))]
#[post("/setups/{id}/entries")]
pub async fn append(
    store: web::Data<Store>,
    devices: web::Data<Arc<Devices>>,
    who: Who,
    id: Id,
    body: Checked<EntryToWrite>,
) -> Result<HttpResponse, Problem> {
    let EntryToWrite { id: entry_id, base, at, entry } = body.0;
    let new = NewEntry { id: entry_id, base, at, entry, by: who.name() };
    let done = dialled::append(&store, &devices, id.0, new).await.map_err(in_entry)?;
    let view = view(&store, done.record).await?;
    Ok(if done.fresh { HttpResponse::Created().json(view) } else { HttpResponse::Ok().json(view) })
}

/// Fields of a refused entry are told from the request's root, as those of an unreadable one are.
fn in_entry(problem: Problem) -> Problem {
    match &problem.field {
        Some(field) if problem.status == 422 && field != "base" => {
            let field = format!("entry.{field}");
            problem.at(field)
        }
        _ => problem,
    }
}

/// Which stretch.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct Before {
    /// Items before this place.
    before: i64,
}

/// Earlier items of a tape, at most 200.
#[utoipa::path(tag = "tape", params(("id" = Uuid, Path, description = "The setup"), Before), responses(
    (status = 200, description = "The stretch", body = TapeView),
    (status = 400, description = "A query that can't be read", body = Problem),
))]
#[get("/setups/{id}/tape")]
pub async fn earlier(store: web::Data<Store>, id: Id, part: web::Query<Before>) -> Result<web::Json<TapeView>, Problem> {
    Ok(web::Json(store.tape(id.0, part.before, 200).await?.into()))
}

/// How it stood right after an entry.
#[derive(Serialize, ToSchema)]
pub struct Moment {
    /// The setup of that moment.
    setup: Setup,
    /// Its board.
    board: Board,
}

/// The setup and its board as they were right after an entry.
#[utoipa::path(tag = "tape", params(("id" = Uuid, Path, description = "The setup"), ("entry" = Uuid, Path, description = "The entry")), responses(
    (status = 200, description = "That moment", body = Moment),
    (status = 404, description = "No such entry on this tape", body = Problem),
))]
#[get("/setups/{id}/tape/{entry}")]
pub async fn moment(store: web::Data<Store>, ids: IdAndEntry) -> Result<web::Json<Moment>, Problem> {
    let setup = store.setup_at(ids.0, ids.1).await?;
    let board = board(&store, &Scene::of(&setup)).await;
    Ok(web::Json(Moment { setup, board }))
}
