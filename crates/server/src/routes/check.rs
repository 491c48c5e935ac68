//! What is looked at before the first flash.

use actix_web::{post, web};
use ink_lamp_advice::check::Check;
use ink_lamp_http::{body::Checked, problem::Problem};
use ink_lamp_sitting::setup::Setup;
use serde::Deserialize;
use utoipa::ToSchema;

/// A setup whose devices are looked at.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CheckToMake {
    /// How it stands.
    setup: Box<Setup>,
}

/// Every device before the first flash, point by point. Nothing is kept: a tick is an entry.
#[utoipa::path(operation_id = "checkDevices", tag = "check", request_body = CheckToMake, responses(
    (status = 200, description = "The devices", body = Check),
    (status = 422, description = "A field of the setup is wrong", body = Problem),
))]
#[post("/check")]
pub async fn check(body: Checked<CheckToMake>) -> web::Json<Check> {
    web::Json(Check::of(&body.0.setup))
}
