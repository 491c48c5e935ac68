//! Test frames: taken in, listed, shown.

use std::sync::Arc;

use actix_web::{HttpResponse, get, http::header::CONTENT_ENCODING, post, put, web};
use chrono::{DateTime, Local, TimeDelta, Utc};
use ink_lamp_light::{list::up_to, name::optional_note, refusal::Refusal};
use ink_lamp_photo::clock::behind;
use ink_lamp_sitting::{role::LightId, shots::Lit};
use ink_lamp_store::{FileTold, Frame, FrameToMove, NamedPatch, Rated, Size, Store};
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

impl FrameTaken {
    pub(super) const fn of(picture: Uuid, fresh: bool) -> Self {
        Self { picture, fresh }
    }
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
    /// When it was shot by our clock, where it is known how far the camera's stands off.
    #[serde(skip_serializing_if = "Option::is_none")]
    shot_at: Option<DateTime<Utc>>,
    /// The file's name.
    file: String,
    /// What the file says.
    told: FileTold,
    /// How it is rated: 0, not yet, to 5.
    rating: u8,
    /// What was noted of it.
    #[serde(skip_serializing_if = "Option::is_none")]
    note: Option<String>,
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
        let Frame { id, entry, at, file, told, size, kept_size, said } = frame;
        let ((width, height), (kept_width, kept_height)) = (size, kept_size);
        let Rated { rating, note } = said;
        Self { picture: id, entry, at, shot_at: None, file, told, rating, note, width, height, kept_width, kept_height }
    }
}

/// A camera whose clock stands off ours, as its frames tell that came as they were shot.
#[derive(Serialize, ToSchema)]
pub struct CameraClock {
    /// As its files call it; none where they don't.
    camera: Option<String>,
    /// By so many seconds it is behind (+) or ahead (−).
    behind: i64,
}

/// When a frame was shot by its camera's clock, which is taken to be set to the server's zone where it does not say.
fn shot_by_camera(told: &FileTold) -> Option<DateTime<Utc>> {
    let clock = told.clock?;
    match told.ahead {
        Some(minutes) => Some((clock - TimeDelta::minutes(minutes.into())).and_utc()),
        None => Some(clock.and_local_timezone(Local).earliest()?.to_utc()),
    }
}

/// Cameras whose clocks stand off, by the frames of a look.
fn clocks(frames: &[Frame]) -> Vec<CameraClock> {
    let mut cameras: Vec<&Option<String>> = frames.iter().map(|frame| &frame.told.camera).collect();
    cameras.sort();
    cameras.dedup();
    let of = |camera: &Option<String>| {
        let came = frames.iter().filter(|frame| frame.told.camera == *camera);
        let times: Vec<_> = came.filter_map(|frame| Some((shot_by_camera(&frame.told)?, frame.at))).collect();
        Some(CameraClock { camera: camera.clone(), behind: behind(&times)?.num_seconds() })
    };
    cameras.into_iter().filter_map(of).collect()
}

/// The frames of a look.
#[derive(Serialize, ToSchema)]
pub struct Roll {
    /// In the order in which they were taken in: the last 500.
    frames: Vec<FrameView>,
    /// Where patches are in them, as they were placed last; none where none were.
    patches: Vec<NamedPatch>,
    /// Cameras whose clocks stand off ours.
    clocks: Vec<CameraClock>,
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

pub(super) fn lit_of(text: &str) -> Result<Lit, Refusal> {
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
    let clocks = clocks(&frames);
    let view = |frame: Frame| {
        let off = clocks.iter().find(|clock| clock.camera == frame.told.camera).map(|clock| clock.behind);
        let shot_at = off.and_then(|behind| Some(shot_by_camera(&frame.told)? + TimeDelta::seconds(behind)));
        FrameView { shot_at, ..FrameView::from(frame) }
    };
    Ok(web::Json(Roll {
        frames: frames.into_iter().map(view).collect(),
        patches,
        clocks,
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

/// What is said of a frame as a picture.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FrameRating {
    /// 0, not rated, to 5.
    #[schema(maximum = 5)]
    rating: u8,
    /// What is to be remembered of it: 1 to 500 characters; none where it is left out.
    #[serde(default, deserialize_with = "optional_note")]
    #[schema(min_length = 1, max_length = 500)]
    note: Option<String>,
}

/// Says of a frame how it is rated, with a note, in place of what was said before.
#[utoipa::path(operation_id = "rateFrame", tag = "frames", params(("id" = Uuid, Path, description = "The picture")), request_body = FrameRating, responses(
    (status = 204, description = "Kept"),
    (status = 404, description = "No such picture", body = Problem),
    (status = 422, description = "A rating over 5, or a note that can't be", body = Problem),
))]
#[put("/frames/{id}/rating")]
pub async fn rate(store: web::Data<Store>, id: Id, body: Checked<FrameRating>) -> Result<HttpResponse, Problem> {
    let FrameRating { rating, note } = body.0;
    if rating > 5 {
        return Err(Problem::refused(format!("{rating} is no rating. Give 0, not rated, to 5.")).at("rating"));
    }
    store.rate_frame(id.0, &Rated { rating, note }).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// A frame that is to leave a look's roll.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FrameLeaves {
    /// Its picture.
    picture: Uuid,
    /// The look that it goes to; none where it is only taken out.
    #[serde(default)]
    to: Option<Uuid>,
    /// Of the entry on the tape that it leaves, made by the client (UUID version 7): sent twice, it is done once.
    away: Uuid,
    /// Of the entry on the tape that it comes to.
    here: Uuid,
    /// When, from 1900 to 2200.
    #[serde(deserialize_with = "when")]
    at: DateTime<Utc>,
}

/// Where a frame went.
#[derive(Serialize, ToSchema)]
pub struct FrameLeft {
    /// Its picture there; none where it was only taken out.
    #[serde(skip_serializing_if = "Option::is_none")]
    picture: Option<Uuid>,
}

/// Takes a frame out of a look's roll and, where another look is named, into that one's. Each tape takes it back by itself.
#[utoipa::path(operation_id = "moveFrame", tag = "frames", params(("id" = Uuid, Path, description = "The setup that it leaves")), request_body = FrameLeaves, responses(
    (status = 200, description = "Done", body = FrameLeft),
    (status = 404, description = "No such setup, or no such frame on its roll", body = Problem),
    (status = 410, description = "The sitting was deleted", body = Problem),
    (status = 422, description = "It goes where it is, or a field is wrong", body = Problem),
))]
#[post("/setups/{id}/frames/move")]
pub async fn leave(store: web::Data<Store>, who: Who, id: Id, body: Checked<FrameLeaves>) -> Result<web::Json<FrameLeft>, Problem> {
    let FrameLeaves { picture, to, away, here, at } = body.0;
    if to == Some(id.0) {
        return Err(Problem::refused("The frame is in this look already. Give another one, or none to take it out of the roll.").at("to"));
    }
    let moved = FrameToMove { picture, to, away, here, at, by: who.name() };
    Ok(web::Json(FrameLeft { picture: store.move_frame(id.0, &moved).await? }))
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
