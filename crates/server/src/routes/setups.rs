use actix_web::{HttpResponse, get, patch, post, web};
use ink_lamp_advice::board::Board;
use ink_lamp_sitting::setup::Setup;
use ink_lamp_store::{NewLook, SetupRecord, Store};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

use super::{
    sittings::{NewName, SittingView},
    tape::TapeView,
};
use crate::{
    body::{Checked, Id},
    problem::Problem,
};

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
}

/// Items of the tape that come with a setup.
const RECENT: u32 = 40;

pub(super) async fn view(store: &Store, record: SetupRecord) -> Result<SetupView, Problem> {
    let tape = store.tape(record.look.id, record.look.version + 1, RECENT).await?.into();
    let SetupRecord { sitting, look, setup, undo, redo } = record;
    let board = Board::of(&setup);
    Ok(SetupView { id: look.id, name: look.name, version: look.version, sitting: sitting.into(), setup, board, tape, undo, redo })
}

/// A setup as it stands.
#[utoipa::path(operation_id = "showSetup", tag = "setups", params(("id" = Uuid, Path, description = "The setup")), responses(
    (status = 200, description = "The setup", body = SetupView),
    (status = 404, description = "No such setup", body = Problem),
    (status = 422, description = "The id is no UUID", body = Problem),
    (status = 503, description = "Record out of reach", body = Problem),
))]
#[get("/setups/{id}")]
pub async fn show(store: web::Data<Store>, id: Id) -> Result<web::Json<SetupView>, Problem> {
    let record = store.setup(id.0).await?;
    Ok(web::Json(view(&store, record).await?))
}

/// A look to be added to a sitting.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LookToAdd {
    /// Made by the client (UUID version 7): sent twice, it is made once.
    id: Uuid,
    /// 1 to 60 characters.
    #[schema(min_length = 1, max_length = 60)]
    name: String,
    /// A look to begin from.
    from: Option<Uuid>,
}

/// Adds a look to a sitting.
#[utoipa::path(operation_id = "createSetup", tag = "setups", request_body = LookToAdd, params(("id" = Uuid, Path, description = "The sitting")), responses(
    (status = 201, description = "Made, or made before by the same id", body = SetupView),
    (status = 404, description = "No such sitting or look", body = Problem),
    (status = 409, description = "The id is taken", body = Problem),
    (status = 422, description = "A field is wrong", body = Problem),
))]
#[post("/sittings/{id}/setups")]
pub async fn create(store: web::Data<Store>, id: Id, body: Checked<LookToAdd>) -> Result<HttpResponse, Problem> {
    let LookToAdd { id: look, name, from } = body.0;
    let record = store.create_look(id.0, &NewLook { id: look, name }, from).await?;
    Ok(HttpResponse::Created().json(view(&store, record).await?))
}

/// Renames a look.
#[utoipa::path(operation_id = "renameSetup", tag = "setups", request_body = NewName, params(("id" = Uuid, Path, description = "The setup")), responses(
    (status = 200, description = "Renamed", body = SetupView),
    (status = 404, description = "No such setup", body = Problem),
    (status = 422, description = "A field is wrong", body = Problem),
))]
#[patch("/setups/{id}")]
pub async fn rename(store: web::Data<Store>, id: Id, body: Checked<NewName>) -> Result<web::Json<SetupView>, Problem> {
    let record = store.rename_look(id.0, &body.0.name).await?;
    Ok(web::Json(view(&store, record).await?))
}
