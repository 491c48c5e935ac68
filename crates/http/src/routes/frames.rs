//! Test frames: taken in, listed, shown.

use std::sync::Arc;

use actix_web::{HttpResponse, get, http::header::CONTENT_ENCODING, post, put, web};
use chrono::{DateTime, Utc};
use ink_lamp_light::{list::up_to, refusal::Refusal};
use ink_lamp_sitting::{role::LightId, shots::Lit};
use ink_lamp_store::{FileTold, Frame, NamedPatch, Size, Store};
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use super::tones::FramePatch;
use crate::{
    body::{Checked, Id, when},
    door::who::Who,
    problem::Problem,
    shots::{File, Shots},
    watch::{Folder, FolderTold},
};

/// What is said of a file beside itself.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct AboutFile {
    /// Of the entry on the tape, made by the client (UUID version 7): sent twice, it is taken once.
    id: Uuid,
    /// When it was taken in, from 1900 to 2200.
    #[serde(deserialize_with = "when")]
    at: DateTime<Utc>,
    /// The file's name.
    name: String,
    /// Which lights were on: `no_flash`, `all`, or the id of the one that was on alone. Said later where it is left out.
    lit: Option<String>,
}

/// A frame that was taken in.
#[derive(Serialize, ToSchema)]
pub struct FrameTaken {
    /// Its picture.
    picture: Uuid,
    /// Whether it was taken now; the same file is taken into a look once.
    fresh: bool,
}

/// A frame whose picture is kept.
#[derive(Serialize, ToSchema)]
pub struct FrameView {
    /// Its picture.
    picture: Uuid,
    /// The entry on the tape.
    entry: Uuid,
    /// When it was taken in.
    at: DateTime<Utc>,
    /// The file's name.
    file: String,
    /// What the file says.
    told: FileTold,
    /// Pixels across of the file's picture.
    width: u32,
    /// Pixels down.
    height: u32,
    /// Pixels across of the picture that is kept.
    kept_width: u32,
    /// Pixels down.
    kept_height: u32,
}

impl From<Frame> for FrameView {
    fn from(frame: Frame) -> Self {
        let Frame { id, entry, at, file, told, size, kept_size } = frame;
        let ((width, height), (kept_width, kept_height)) = (size, kept_size);
        Self { picture: id, entry, at, file, told, width, height, kept_width, kept_height }
    }
}

/// The frames of a look.
#[derive(Serialize, ToSchema)]
pub struct Roll {
    /// In the order in which they were taken in: the last 500.
    frames: Vec<FrameView>,
    /// Where patches are in them, as they were placed last; none where none were.
    patches: Vec<NamedPatch>,
    /// The folder that frames are taken from, where one is watched.
    #[serde(skip_serializing_if = "Option::is_none")]
    folder: Option<FolderTold>,
}

/// Patches to be remembered.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PatchesToKeep {
    /// At most 9.
    #[serde(deserialize_with = "up_to::<_, _, 9>")]
    #[schema(max_items = 9)]
    patches: Vec<NamedPatch>,
}

/// Takes a frame into a look: the file itself is the body. JPEG, PNG, WebP, TIFF, or a raw file that is TIFF inside; at most 80 MB and 120 million pixels.
#[utoipa::path(operation_id = "takeFrame", tag = "frames", params(("id" = Uuid, Path, description = "The setup"), AboutFile),
    request_body(content = String, content_type = "application/octet-stream", description = "The file"), responses(
    (status = 200, description = "It was there before", body = FrameTaken),
    (status = 201, description = "Taken", body = FrameTaken),
    (status = 400, description = "A query that can't be read, or a file that was cut off on its way", body = Problem),
    (status = 404, description = "No such setup", body = Problem),
    (status = 410, description = "The sitting was deleted", body = Problem),
    (status = 413, description = "Too large", body = Problem),
    (status = 422, description = "No picture that can be read", body = Problem),
    (status = 503, description = "Too many at once, or record out of reach", body = Problem),
))]
#[post("/setups/{id}/frames")]
pub async fn take(
    store: web::Data<Store>,
    shots: web::Data<Shots>,
    who: Who,
    id: Id,
    about: web::Query<AboutFile>,
    payload: web::Payload,
) -> Result<HttpResponse, Problem> {
    let AboutFile { id: entry, at, name, lit } = about.into_inner();
    let lit = lit.map(|lit| lit_of(&lit)).transpose()?;
    // Who sends to a look that is not there need not send all of it.
    store.setup(id.0).await?;
    let bytes = shots.receive(payload).await?;
    let (picture, fresh) = shots.take(&store, id.0, File { bytes, name, entry, at, by: who.name(), lit }).await?;
    let taken = FrameTaken { picture, fresh };
    Ok(if fresh { HttpResponse::Created().json(taken) } else { HttpResponse::Ok().json(taken) })
}

fn lit_of(text: &str) -> Result<Lit, Refusal> {
    match text {
        "no_flash" => Ok(Lit::NoFlash),
        "all" => Ok(Lit::All),
        light => LightId::new(light).map(Lit::Alone).map_err(|_| {
            Refusal::new("lit", format!("{light} is no light. Give no_flash, all, or the id of the light that was on alone, such as key."))
        }),
    }
}

/// The frames of a look whose pictures are kept.
#[utoipa::path(operation_id = "roll", tag = "frames", params(("id" = Uuid, Path, description = "The setup")), responses((status = 200, description = "The frames", body = Roll)))]
#[get("/setups/{id}/frames")]
pub async fn roll(store: web::Data<Store>, folder: web::Data<Option<Arc<Folder>>>, id: Id) -> Result<web::Json<Roll>, Problem> {
    let frames = store.frames(id.0).await?;
    let patches = store.patches(id.0).await?;
    Ok(web::Json(Roll {
        frames: frames.into_iter().map(FrameView::from).collect(),
        patches,
        folder: folder.as_ref().as_ref().map(|f| f.told()),
    }))
}

/// Remembers where patches are, for the next frames of a look.
#[utoipa::path(operation_id = "keepPatches", tag = "frames", params(("id" = Uuid, Path, description = "The setup")), request_body = PatchesToKeep, responses(
    (status = 204, description = "Remembered"),
    (status = 404, description = "No such setup", body = Problem),
    (status = 422, description = "A patch outside the frame", body = Problem),
))]
#[put("/setups/{id}/patches")]
pub async fn keep_patches(store: web::Data<Store>, id: Id, body: Checked<PatchesToKeep>) -> Result<HttpResponse, Problem> {
    let PatchesToKeep { patches } = body.0;
    FramePatch::check(&patches.iter().map(FramePatch::from).collect::<Vec<_>>(), "patches")?;
    store.set_patches(id.0, &patches).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// A frame's picture: a JPEG of at most 2048 pixels a side, sRGB, upright.
#[utoipa::path(operation_id = "framePicture", tag = "frames", params(("id" = Uuid, Path, description = "The picture")), responses(
    (status = 200, description = "The picture", content_type = "image/jpeg"),
    (status = 404, description = "No such picture", body = Problem),
))]
#[get("/frames/{id}/picture")]
pub async fn show_picture(store: web::Data<Store>, id: Id) -> Result<HttpResponse, Problem> {
    Ok(shown(store.frame_picture(id.0, Size::Whole).await?))
}

/// The same for a list: at most 360 pixels a side.
#[utoipa::path(operation_id = "frameSmall", tag = "frames", params(("id" = Uuid, Path, description = "The picture")), responses(
    (status = 200, description = "The picture, small", content_type = "image/jpeg"),
    (status = 404, description = "No such picture", body = Problem),
))]
#[get("/frames/{id}/small")]
pub async fn show_small(store: web::Data<Store>, id: Id) -> Result<HttpResponse, Problem> {
    Ok(shown(store.frame_picture(id.0, Size::Small).await?))
}

/// Packed already: packing it again would only keep a worker.
fn shown(jpeg: Vec<u8>) -> HttpResponse {
    HttpResponse::Ok().content_type("image/jpeg").insert_header((CONTENT_ENCODING, "identity")).body(jpeg)
}
