//! The studies: what one light or the whole would do.

use actix_web::{HttpResponse, post, web};
use ink_lamp_advice::studies::{Study, StudyQuestion};
use ink_lamp_http::{body::Checked, heavy::Heavy, problem::Problem};
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use serde::Deserialize;
use utoipa::ToSchema;

use super::draft::after;

/// A setup that is to be studied.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SetupToStudy {
    /// How it stands.
    setup: Box<Setup>,
    /// What would happen first.
    entry: Option<Entry>,
    /// What is asked beside it.
    #[serde(default)]
    question: StudyQuestion,
}

/// What a setup means for shutter, movement, colour, and the frame without flash. Nothing is kept.
#[utoipa::path(operation_id = "study", tag = "room", request_body = SetupToStudy, responses(
    (status = 200, description = "The study", body = Study),
    (status = 422, description = "It can't be true of this setup, or a field is wrong", body = Problem),
    (status = 503, description = "Too much is being worked out at once", body = Problem),
))]
#[post("/study")]
pub async fn study(heavy: web::Data<Heavy>, body: Checked<SetupToStudy>) -> Result<HttpResponse, Problem> {
    let SetupToStudy { setup, entry, question } = body.0;
    let studied = move || {
        let setup = after(*setup, entry.as_ref())?;
        Study::of(&setup, &question).map_err(|r| {
            let field = format!("question.{}", r.field);
            Problem::from(r).at(field)
        })
    };
    heavy.answer(studied).await
}
