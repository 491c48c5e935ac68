//! Setups (looks): begin, show, rename, keep by a name.

use actix_web::{HttpResponse, delete, get, patch, post, put, web};
use ink_lamp_http::{
    body::{Checked, Id},
    door::who::Who,
    problem::Problem,
};
use ink_lamp_light::refusal::Refusal;
use ink_lamp_store::{NewLook, Source, Store, StoreError};
use serde::Deserialize;
use utoipa::ToSchema;
use uuid::Uuid;

use super::{
    sittings::NewName,
    views::{SetupView, view},
};

/// A setup as it stands.
#[utoipa::path(operation_id = "showSetup", tag = "setups", params(("id" = Uuid, Path, description = "The setup")), responses(
    (status = 200, description = "The setup", body = SetupView),
    (status = 404, description = "No such setup", body = Problem),
    (status = 410, description = "The sitting was deleted", body = Problem),
    (status = 422, description = "The id is no UUID", body = Problem),
    (status = 500, description = "What is stored of it can't be read", body = Problem),
    (status = 503, description = "Record out of reach", body = Problem),
))]
#[get("/setups/{id}")]
pub async fn show(store: web::Data<Store>, id: Id) -> Result<web::Json<SetupView>, Problem> {
    let record = store.setup(id.0).await?;
    if record.sitting.deleted_at.is_some() {
        return Err(StoreError::Deleted { number: record.sitting.number }.into());
    }
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
    /// An entry of that look's tape: it begins as that look stood right after it.
    at: Option<Uuid>,
}

/// Adds a look to a sitting.
#[utoipa::path(operation_id = "createSetup", tag = "setups", request_body = LookToAdd, params(("id" = Uuid, Path, description = "The sitting")), responses(
    (status = 201, description = "Made, or made before by the same id", body = SetupView),
    (status = 404, description = "No such sitting, look or entry", body = Problem),
    (status = 409, description = "The id is taken", body = Problem),
    (status = 422, description = "A field is wrong", body = Problem),
))]
#[post("/sittings/{id}/setups")]
pub async fn create(store: web::Data<Store>, who: Who, id: Id, body: Checked<LookToAdd>) -> Result<HttpResponse, Problem> {
    let LookToAdd { id: look, name, from, at } = body.0;
    if from.is_none() && at.is_some() {
        return Err(Refusal::new("from", "Say of which look that moment is.").into());
    }
    let source = from.map(|look| Source { look, at });
    let record = store.create_look(id.0, &NewLook { id: look, name }, source, who.name().as_deref()).await?;
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

/// Keeps a look to begin from, by a name.
#[utoipa::path(operation_id = "keepSetup", tag = "setups", request_body = NewName, params(("id" = Uuid, Path, description = "The setup")), responses(
    (status = 200, description = "Kept", body = SetupView),
    (status = 404, description = "No such setup", body = Problem),
    (status = 422, description = "A field is wrong", body = Problem),
))]
#[put("/setups/{id}/kept")]
pub async fn keep(store: web::Data<Store>, id: Id, body: Checked<NewName>) -> Result<web::Json<SetupView>, Problem> {
    let record = store.keep_look(id.0, Some(&body.0.name)).await?;
    Ok(web::Json(view(&store, record).await?))
}

/// Lets a look go that was kept to begin from. The look itself stays.
#[utoipa::path(operation_id = "letSetupGo", tag = "setups", params(("id" = Uuid, Path, description = "The setup")), responses(
    (status = 200, description = "Not kept any more", body = SetupView),
    (status = 404, description = "No such setup", body = Problem),
))]
#[delete("/setups/{id}/kept")]
pub async fn let_go(store: web::Data<Store>, id: Id) -> Result<web::Json<SetupView>, Problem> {
    let record = store.keep_look(id.0, None).await?;
    Ok(web::Json(view(&store, record).await?))
}
