//! The ways to where a light shall be.

use actix_web::{HttpResponse, post, web};
use ink_lamp_advice::ways::Ways;
use ink_lamp_http::{body::Checked, heavy::Heavy, problem::Problem};
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use serde::Deserialize;
use utoipa::ToSchema;

use super::draft::after;

/// A setup whose ways are asked for.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WaysToFind {
    /// How it stands.
    setup: Box<Setup>,
    /// What would happen first: another wish, or what must hold.
    entry: Option<Entry>,
}

/// Every way to the wish for the room, with what each costs. Nothing is kept.
#[utoipa::path(operation_id = "findWays", tag = "room", request_body = WaysToFind, responses(
    (status = 200, description = "The ways", body = Ways),
    (status = 422, description = "It can't be true of this setup, or a field is wrong", body = Problem),
    (status = 503, description = "Too much is being worked out at once", body = Problem),
))]
#[post("/ways")]
pub async fn ways(heavy: web::Data<Heavy>, body: Checked<WaysToFind>) -> Result<HttpResponse, Problem> {
    let WaysToFind { setup, entry } = body.0;
    heavy.answer(move || Ok(Ways::of(&after(*setup, entry.as_ref())?))).await
}
