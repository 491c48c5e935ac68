//! Sittings: list, begin, rename, delete, restore, forget for good.

use actix_web::{HttpResponse, delete, get, patch, post, web};
use chrono::{DateTime, Utc};
use ink_lamp_advice::board::{Board, Summary};
use ink_lamp_http::{
    body::{Checked, Id, when},
    door::{
        asked::Asked,
        event::{About, Event},
        who::Who,
    },
    problem::{Problem, aside},
};
use ink_lamp_light::list::up_to;
use ink_lamp_sitting::entry::Entry;
use ink_lamp_store::{Forgotten, NewLook, NewSitting, Store};
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use super::views::{LookName, SittingView};

/// A sitting in the list.
#[derive(Serialize, ToSchema)]
pub struct SittingInList {
    /// The sitting.
    pub sitting: SittingView,
    /// The look that was worked on last.
    pub last: LookName,
    /// When that was.
    pub updated_at: DateTime<Utc>,
    /// How that look stands; none where it can't be read.
    pub summary: Option<Summary>,
    /// Why it can't be read, another version wrote it or it was damaged, and what becomes of it.
    pub unreadable: Option<String>,
}

/// Which sittings.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct Which {
    /// A part of a name of sitting or look, or the sitting's number.
    #[serde(default)]
    find: String,
    /// Only those that were deleted.
    #[serde(default)]
    deleted: bool,
}

/// Sittings, the one worked on last first.
#[utoipa::path(operation_id = "listSitting", tag = "sittings", params(Which), responses(
    (status = 200, description = "The sittings", body = [SittingInList]),
    (status = 400, description = "A query that can't be read", body = Problem),
    (status = 503, description = "Record out of reach", body = Problem),
))]
#[get("/sittings")]
pub async fn list(store: web::Data<Store>, which: web::Query<Which>) -> Result<web::Json<Vec<SittingInList>>, Problem> {
    let rows = store.sittings(&which.find, which.deleted).await?;
    let list = rows.into_iter().map(|row| {
        let sitting = SittingView::from(row.sitting);
        let name = sitting.looks.iter().find(|l| l.id == row.last).map(|l| l.name.clone()).unwrap_or_default();
        let (summary, unreadable) = match row.setup {
            Ok(setup) => (Some(Summary::of(&Board::of(&setup))), None),
            Err(why) => (None, Some(aside(why))),
        };
        SittingInList { sitting, last: LookName { id: row.last, name }, updated_at: row.updated_at, summary, unreadable }
    });
    Ok(web::Json(list.collect()))
}

/// A sitting to be made.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SittingToMake {
    /// Made by the client (UUID version 7): sent twice, it is made once.
    id: Uuid,
    /// 1 to 60 characters.
    #[schema(min_length = 1, max_length = 60)]
    name: String,
    /// Its first look.
    look: LookToMake,
    /// A look to begin from.
    from: Option<Uuid>,
    /// What is set at once, in order: at most 20.
    #[serde(default, deserialize_with = "up_to::<_, _, 20>")]
    #[schema(max_items = 20)]
    entries: Vec<Entry>,
}

/// A look to be made.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LookToMake {
    /// Made by the client (UUID version 7): sent twice, it is made once.
    pub id: Uuid,
    /// 1 to 60 characters.
    #[schema(min_length = 1, max_length = 60)]
    pub name: String,
}

impl From<LookToMake> for NewLook {
    fn from(look: LookToMake) -> Self {
        Self { id: look.id, name: look.name }
    }
}

/// Makes a sitting.
#[utoipa::path(operation_id = "createSitting", tag = "sittings", request_body = SittingToMake, responses(
    (status = 201, description = "Made, or made before by the same ids", body = SittingView),
    (status = 404, description = "No such look to begin from", body = Problem),
    (status = 409, description = "The id is taken", body = Problem),
    (status = 422, description = "A field is wrong", body = Problem),
))]
#[post("/sittings")]
pub async fn create(store: web::Data<Store>, who: Who, body: Checked<SittingToMake>) -> Result<HttpResponse, Problem> {
    let SittingToMake { id, name, look, from, entries } = body.0;
    let sitting = store.create_sitting(NewSitting { id, name, look: look.into(), from, entries, at: Utc::now(), by: who.name() }).await?;
    Ok(HttpResponse::Created().json(SittingView::from(sitting)))
}

/// A new name.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewName {
    /// 1 to 60 characters.
    #[schema(min_length = 1, max_length = 60)]
    pub name: String,
}

/// Renames a sitting.
#[utoipa::path(operation_id = "renameSitting", tag = "sittings", request_body = NewName, params(("id" = Uuid, Path, description = "The sitting")), responses(
    (status = 200, description = "Renamed", body = SittingView),
    (status = 404, description = "No such sitting", body = Problem),
    (status = 422, description = "A field is wrong", body = Problem),
))]
#[patch("/sittings/{id}", guard = "ink_lamp_http::body::no_name")]
pub async fn rename(store: web::Data<Store>, id: Id, body: Checked<NewName>) -> Result<web::Json<SittingView>, Problem> {
    Ok(web::Json(store.rename_sitting(id.0, &body.0.name).await?.into()))
}

/// Deletes a sitting. It can be restored; nothing of its record is lost.
#[utoipa::path(operation_id = "deleteSitting", tag = "sittings", params(("id" = Uuid, Path, description = "The sitting")), responses(
    (status = 200, description = "Deleted", body = SittingView),
    (status = 404, description = "No such sitting", body = Problem),
))]
#[delete("/sittings/{id}", guard = "ink_lamp_http::body::no_name")]
pub async fn delete(store: web::Data<Store>, asked: Asked, id: Id) -> Result<web::Json<SittingView>, Problem> {
    let sitting = store.set_deleted(id.0, true).await?;
    asked.note(Event::Deleted, About::sitting(sitting.number));
    Ok(web::Json(sitting.into()))
}

/// Brings a deleted sitting back.
#[utoipa::path(operation_id = "restoreSitting", tag = "sittings", params(("id" = Uuid, Path, description = "The sitting")), responses(
    (status = 200, description = "Back", body = SittingView),
    (status = 404, description = "No such sitting", body = Problem),
))]
#[post("/sittings/{id}/restore")]
pub async fn restore(store: web::Data<Store>, asked: Asked, id: Id) -> Result<web::Json<SittingView>, Problem> {
    let sitting = store.set_deleted(id.0, false).await?;
    asked.note(Event::Restored, About::sitting(sitting.number));
    Ok(web::Json(sitting.into()))
}

/// Which sitting is to be forgotten for good, said once more.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SittingToForget {
    /// The sitting's name.
    #[schema(min_length = 1, max_length = 60)]
    name: String,
}

/// What was forgotten for good. Backups that were made before still hold it.
#[derive(Serialize, ToSchema)]
pub struct ForgottenView {
    /// So many sittings.
    sittings: u64,
    /// With so many looks.
    looks: u64,
    /// And so many entries.
    entries: u64,
}

impl From<Forgotten> for ForgottenView {
    fn from(Forgotten { sittings, looks, entries }: Forgotten) -> Self {
        Self { sittings, looks, entries }
    }
}

/// Forgets a deleted sitting for good, with its looks, entries and names. What its readings taught the kit stays; backups that were made
/// before still hold it.
#[utoipa::path(operation_id = "forgetSitting", tag = "sittings", request_body = SittingToForget, params(("id" = Uuid, Path, description = "The sitting")), responses(
    (status = 200, description = "Forgotten; nothing where it was before", body = ForgottenView),
    (status = 404, description = "No such sitting", body = Problem),
    (status = 409, description = "It is not deleted", body = Problem),
    (status = 422, description = "That is not its name", body = Problem),
))]
#[post("/sittings/{id}/forget")]
pub async fn forget(
    store: web::Data<Store>,
    asked: Asked,
    id: Id,
    body: Checked<SittingToForget>,
) -> Result<web::Json<ForgottenView>, Problem> {
    // Its number is told while it has one.
    let number = store.sitting(id.0).await.ok().map(|sitting| sitting.number);
    let done = store.forget_sitting(id.0, &body.0.name).await?;
    asked.note(Event::Forgotten, About { sitting: number, ..About::default() });
    Ok(web::Json(done.into()))
}

/// Which sittings are to be forgotten for good, and how many those are.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SittingsToForget {
    /// Those that were deleted before this time, from 1900 to 2200.
    #[serde(deserialize_with = "when")]
    deleted_before: DateTime<Utc>,
    /// So many are, as they were counted.
    sittings: u64,
}

/// Forgets all sittings for good that were deleted before a time.
#[utoipa::path(operation_id = "forgetSittings", tag = "sittings", request_body = SittingsToForget, responses(
    (status = 200, description = "Forgotten", body = ForgottenView),
    (status = 422, description = "It is another number; none was forgotten", body = Problem),
))]
#[post("/sittings/forget")]
pub async fn forget_older(
    store: web::Data<Store>,
    asked: Asked,
    body: Checked<SittingsToForget>,
) -> Result<web::Json<ForgottenView>, Problem> {
    let done = store.forget_deleted_before(body.0.deleted_before, body.0.sittings).await?;
    asked.note(Event::Forgotten, About::told(format!("{} sittings", done.sittings)));
    Ok(web::Json(done.into()))
}
