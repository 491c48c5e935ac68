//! How far a sitter moved from one frame to another.

use actix_web::{HttpResponse, get, web};
use ink_lamp_photo::mixed::laid::Edges;
use ink_lamp_store::Store;
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use crate::{body::Id, heavy::Heavy, problem::Problem, shots::Shots};

/// Since which frame.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct Since {
    /// Its picture.
    from: Uuid,
}

/// How far the sitter moved.
#[derive(Serialize, ToSchema)]
pub struct SitterShift {
    /// To the right, as a share of the width; none where the frames don't tell, as where they have other shapes or too little light.
    #[serde(skip_serializing_if = "Option::is_none")]
    x: Option<f32>,
    /// Down, as a share of the height.
    #[serde(skip_serializing_if = "Option::is_none")]
    y: Option<f32>,
}

/// How far the sitter moved since another frame, by the edges of both: up to 4 % of the frame. Patches can be moved so.
#[utoipa::path(operation_id = "sitterShift", tag = "frames", params(("id" = Uuid, Path, description = "The picture"), Since), responses(
    (status = 200, description = "How far", body = SitterShift),
    (status = 400, description = "A query that can't be read", body = Problem),
    (status = 404, description = "No such picture", body = Problem),
    (status = 503, description = "Too much is being worked out at once", body = Problem),
))]
#[get("/frames/{id}/moved")]
pub async fn moved(
    store: web::Data<Store>,
    shots: web::Data<Shots>,
    heavy: web::Data<Heavy>,
    id: Id,
    since: web::Query<Since>,
) -> Result<HttpResponse, Problem> {
    let (now, before) = (shots.picture(&store, id.0).await?, shots.picture(&store, since.from).await?);
    let shift = move || {
        let shift = Edges::of(&now).shift_from(&Edges::of(&before));
        Ok(SitterShift { x: shift.map(|s| s.x), y: shift.map(|s| s.y) })
    };
    heavy.answer(shift).await
}
