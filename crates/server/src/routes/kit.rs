//! The kit: its pieces, its document and that document's schema, and what readings taught.

use actix_web::{HttpResponse, delete, get, post, put, web};
use ink_lamp_advice::words::kit::{self, Note};
use ink_lamp_http::{
    body::{Checked, Id, Large},
    door::{
        asked::Asked,
        event::{About, Event},
    },
    problem::Problem,
};
use ink_lamp_sitting::kit::{Calibration, Gear, KitDocument, KitItem};
use ink_lamp_store::{Imported, Store};
use serde::{Deserialize, Serialize};
use serde_json::Value;
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

/// The kit.
#[derive(Serialize, ToSchema)]
pub struct KitView {
    /// The pieces, retired ones too, by kind and name.
    pub items: Vec<KitItemView>,
    /// What readings taught of units in modifiers.
    pub learnt: Vec<LearntView>,
    /// Pieces that are kept and can't be read.
    pub unreadable: Vec<UnreadableView>,
}

/// A piece that is kept and can't be read: another version wrote it, or it was damaged. One that is put there by the same id takes its place.
#[derive(Serialize, ToSchema)]
pub struct UnreadableView {
    /// Its id.
    pub id: Uuid,
    /// As it was called.
    pub name: String,
    /// Why it can't be read.
    pub why: String,
}

/// A piece of the kit.
#[derive(Serialize, ToSchema)]
pub struct KitItemView {
    /// Its id.
    pub id: Uuid,
    /// No longer offered.
    pub retired: bool,
    /// What it is.
    pub is: Gear,
    /// What is worth a second look, and the cautions that go with it.
    pub notes: Vec<Note>,
}

impl From<KitItem> for KitItemView {
    fn from(KitItem { id, retired, is }: KitItem) -> Self {
        Self { id, retired, notes: kit::notes(&is), is }
    }
}

/// What readings taught of a unit in a modifier.
#[derive(Serialize, ToSchema)]
pub struct LearntView {
    /// The unit.
    pub unit: Uuid,
    /// The modifier.
    pub modifier: Option<Uuid>,
    /// What was learnt.
    pub calibration: Calibration,
}

/// The whole kit.
#[utoipa::path(operation_id = "showKit", tag = "kit", responses((status = 200, description = "The kit", body = KitView), (status = 503, description = "Record out of reach", body = Problem)))]
#[get("/kit")]
pub async fn show(store: web::Data<Store>) -> Result<web::Json<KitView>, Problem> {
    let kit = store.kit().await?;
    let items = kit.items.into_iter().map(KitItemView::from).collect();
    let unreadable = kit.unreadable.into_iter().map(|piece| UnreadableView { id: piece.id, name: piece.name, why: piece.why.0 }).collect();
    let learnt = store.learnt().await?.into_iter().map(|l| LearntView { unit: l.unit, modifier: l.modifier, calibration: l.calibration });
    Ok(web::Json(KitView { items, learnt: learnt.collect(), unreadable }))
}

/// A piece as it is to be.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PieceToPut {
    /// No longer offered.
    #[serde(default)]
    retired: bool,
    /// What it is.
    is: Gear,
}

/// Puts a piece into the kit, or in place of the one with its id. What past sittings used stays as it was.
#[utoipa::path(operation_id = "putKitItem", tag = "kit", request_body = PieceToPut, params(("id" = Uuid, Path, description = "The piece, by an id that the client makes")), responses(
    (status = 200, description = "The piece as it stands", body = KitItemView),
    (status = 422, description = "A field is wrong", body = Problem),
))]
#[put("/kit/{id}", guard = "ink_lamp_http::body::no_name")]
pub async fn replace(store: web::Data<Store>, id: Id, body: Checked<PieceToPut>) -> Result<web::Json<KitItemView>, Problem> {
    let PieceToPut { retired, is } = body.0;
    let item = KitItem { id: id.0, retired, is };
    store.put_item(&item).await?;
    Ok(web::Json(item.into()))
}

/// Empties the kit, and what readings taught of it; it can be brought back. Past sittings keep what they used.
#[utoipa::path(operation_id = "clearKit", tag = "kit", responses((status = 204, description = "Done")))]
#[delete("/kit")]
pub async fn clear(store: web::Data<Store>, asked: Asked) -> Result<HttpResponse, Problem> {
    store.clear_kit().await?;
    asked.note(Event::KitReplaced, About::told("cleared"));
    Ok(HttpResponse::NoContent().finish())
}

/// What came back.
#[derive(Serialize, ToSchema)]
pub struct KitBack {
    /// So many pieces.
    pieces: u64,
}

/// Brings back what was cleared away last, and what readings taught of it.
#[utoipa::path(operation_id = "restoreKit", tag = "kit", responses((status = 200, description = "Back", body = KitBack)))]
#[post("/kit/restore")]
pub async fn restore(store: web::Data<Store>, asked: Asked) -> Result<web::Json<KitBack>, Problem> {
    let pieces = store.bring_kit_back().await?;
    asked.note(Event::KitReplaced, About::told("brought back"));
    Ok(web::Json(KitBack { pieces }))
}

/// The kit as a document, with what readings taught of it.
#[utoipa::path(operation_id = "exportKit", tag = "kit", responses((status = 200, description = "The document", body = KitDocument)))]
#[get("/kit/export")]
pub async fn export(store: web::Data<Store>, asked: Asked) -> Result<HttpResponse, Problem> {
    let text = serde_json::to_string_pretty(&store.export_kit().await?).map_err(|e| Problem::refused(e.to_string()))?;
    asked.note(Event::Exported, About::default());
    Ok(HttpResponse::Ok()
        .content_type("application/json")
        .insert_header(("content-disposition", "attachment; filename=\"ink-lamp-kit.json\""))
        .body(text))
}

/// What an import did.
#[derive(Serialize, ToSchema)]
pub struct ImportDone {
    /// Pieces that were not there.
    added: usize,
    /// Pieces that were there and differed.
    changed: usize,
    /// Pieces that were there as they are.
    same: usize,
    /// Readings' teachings that were not there.
    samples: u64,
}

/// Takes a kit document in: all of it or nothing.
#[utoipa::path(operation_id = "importKit", tag = "kit", request_body = KitDocument, responses(
    (status = 200, description = "What was done", body = ImportDone),
    (status = 400, description = "No JSON", body = Problem),
    (status = 413, description = "Too large", body = Problem),
    (status = 422, description = "A field is wrong; nothing was changed", body = Problem),
))]
#[post("/kit/import")]
pub async fn import(store: web::Data<Store>, asked: Asked, body: Large<KitDocument>) -> Result<web::Json<ImportDone>, Problem> {
    let Imported { added, changed, same, samples } = store.import_kit(&body.0).await?;
    asked.note(Event::KitReplaced, About::told("a document was taken in"));
    Ok(web::Json(ImportDone { added, changed, same, samples }))
}

/// Which modifier.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct InModifier {
    /// The modifier; left out where the unit was read without one of the kit's.
    modifier: Option<Uuid>,
}

/// Forgets what readings taught of a unit in a modifier.
#[utoipa::path(operation_id = "forgetCalibration", tag = "kit", params(("id" = Uuid, Path, description = "The unit"), InModifier), responses((status = 204, description = "Done")))]
#[delete("/kit/{id}/calibration")]
pub async fn forget(store: web::Data<Store>, id: Id, part: web::Query<InModifier>) -> Result<HttpResponse, Problem> {
    store.forget(id.0, part.modifier).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// The JSON Schema of the kit document, as it is made from the code once the server starts.
#[derive(Debug)]
pub struct KitSchema(pub Value);

/// The JSON Schema of the kit document.
#[utoipa::path(operation_id = "kitSchema", tag = "kit", responses((status = 200, description = "JSON Schema 2020-12", body = Object)))]
#[get("/kit/schema")]
pub async fn show_schema(schema: web::Data<KitSchema>) -> web::Json<Value> {
    web::Json(schema.0.clone())
}
