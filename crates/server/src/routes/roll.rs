//! The frames of a look against each other: what was changed between them, and the roll as files for other programs.

use actix_web::{HttpResponse, get, web};
use ink_lamp_advice::words::{
    changes::{ShotThen, changes},
    span::{Line, plain},
};
use ink_lamp_formats::roll::{FrameOut, LightOut, csv, sidecars};
use ink_lamp_http::{body::Id, problem::Problem};
use ink_lamp_store::{FrameThen, Store};
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

/// Which two frames.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct Between {
    /// The picture of the first.
    from: Uuid,
    /// The picture of the second.
    to: Uuid,
}

/// What was changed from one frame to another.
#[derive(Serialize, ToSchema)]
pub struct FrameChanges {
    /// A line each; empty where nothing was, as far as it was told.
    changes: Vec<Line>,
}

/// What was changed from one frame of a look to another: lights on, camera, each light, what stands around.
#[utoipa::path(operation_id = "frameChanges", tag = "frames", params(("id" = Uuid, Path, description = "The setup"), Between), responses(
    (status = 200, description = "What was changed", body = FrameChanges),
    (status = 400, description = "A query that can't be read", body = Problem),
    (status = 404, description = "No such frame on this roll", body = Problem),
))]
#[get("/setups/{id}/frames/changes")]
pub async fn between(store: web::Data<Store>, id: Id, frames: web::Query<Between>) -> Result<web::Json<FrameChanges>, Problem> {
    let roll = store.frames_then(id.0).await?;
    let of = |picture: Uuid, field: &str| {
        let found = roll.iter().find(|then| then.frame.id == picture);
        found.ok_or_else(|| Problem::not_found(format!("There is no frame {picture} on this roll.")).at(field))
    };
    let (from, to) = (of(frames.from, "from")?, of(frames.to, "to")?);
    Ok(web::Json(FrameChanges { changes: changes(&shot(from), &shot(to)) }))
}

fn shot(then: &FrameThen) -> ShotThen<'_> {
    ShotThen { setup: &then.setup, as_shot: then.frame.told.as_shot, lit: then.lit.as_ref() }
}

/// A roll as other programs are told of it.
fn roll_out(roll: &[FrameThen], names: &[String]) -> Vec<FrameOut> {
    let out = |(n, then): (usize, &FrameThen)| {
        let of = shot(then);
        let told = &then.frame.told;
        let as_shot = told.as_shot;
        let lights = of.lights();
        let taken = told.clock.map(|clock| clock.format("%Y-%m-%dT%H:%M:%S").to_string());
        let before = n.checked_sub(1).and_then(|n| roll.get(n));
        let changed = before.map(|before| changes(&shot(before), &of)).unwrap_or_default();
        FrameOut {
            number: n + 1,
            file: then.frame.file.clone(),
            at: taken.unwrap_or_else(|| then.frame.at.to_rfc3339()),
            lit: of.lit().unwrap_or_default(),
            aperture: as_shot.aperture.map(|a| a.said()).unwrap_or_default(),
            shutter: as_shot.shutter.map(|s| s.said()).unwrap_or_default(),
            iso: as_shot.iso.map(|i| i.said()).unwrap_or_default(),
            focal: as_shot.focal.map(|f| f.get()),
            rating: then.frame.said.rating,
            note: then.frame.said.note.clone().unwrap_or_default(),
            keywords: names.iter().cloned().chain(lights.iter().map(|light| light.name.clone())).collect(),
            lights: lights
                .into_iter()
                .map(|l| LightOut { name: l.name, unit: l.unit, dial: l.dial, modifier: l.modifier, place: l.place })
                .collect(),
            changed: changed.iter().map(|line| plain(line)).collect::<Vec<_>>().join("; "),
        }
    };
    roll.iter().enumerate().map(out).collect()
}

async fn out(store: &Store, look: Uuid) -> Result<Vec<FrameOut>, Problem> {
    let record = store.setup(look).await?;
    let names = [record.sitting.name.clone(), record.look.name.clone()];
    let roll = store.frames_then(look).await?;
    web::block(move || roll_out(&roll, &names)).await.map_err(|error| Problem::broken_off(&error))
}

fn attached(kind: &'static str, name: &'static str, body: impl Into<Vec<u8>>) -> HttpResponse {
    HttpResponse::Ok()
        .content_type(kind)
        .insert_header(("content-disposition", format!("attachment; filename=\"{name}\"")))
        .body(body.into())
}

/// The roll as CSV: a line each frame, with its lights and what was changed since the one before.
#[utoipa::path(operation_id = "rollCsv", tag = "frames", params(("id" = Uuid, Path, description = "The setup")), responses(
    (status = 200, description = "The roll", content_type = "text/csv", body = String),
    (status = 404, description = "No such setup", body = Problem),
))]
#[get("/setups/{id}/frames.csv")]
pub async fn as_csv(store: web::Data<Store>, id: Id) -> Result<HttpResponse, Problem> {
    let text = csv(&out(&store, id.0).await?).map_err(|error| Problem::broken_off(&error))?;
    Ok(attached("text/csv; charset=utf-8; header=present", "ink-lamp-roll.csv", text))
}

/// A sidecar for each frame, called as its file: rating, note, keywords and the lights, as XMP in a zip archive.
#[utoipa::path(operation_id = "rollSidecars", tag = "frames", params(("id" = Uuid, Path, description = "The setup")), responses(
    (status = 200, description = "The sidecars", content_type = "application/zip"),
    (status = 404, description = "No such setup", body = Problem),
))]
#[get("/setups/{id}/frames.xmp.zip")]
pub async fn as_sidecars(store: web::Data<Store>, id: Id) -> Result<HttpResponse, Problem> {
    let roll = out(&store, id.0).await?;
    let packed = web::block(move || sidecars(&roll)).await.map_err(|error| Problem::broken_off(&error))?;
    Ok(attached("application/zip", "ink-lamp-sidecars.zip", packed.map_err(|error| Problem::broken_off(&error))?))
}
