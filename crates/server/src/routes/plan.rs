//! The plan drawn from a setup, of the record or of a draft.

use actix_web::{HttpResponse, post, web};
use ink_lamp_advice::{
    board::Board,
    plan::{Plan, PlanQuestion},
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::draft::after;
use crate::{body::Checked, heavy::Heavy, problem::Problem};

/// A setup whose plan is asked for.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PlanToDraw {
    /// How it stands.
    setup: Box<Setup>,
    /// What would happen first: a light that is dragged.
    entry: Option<Entry>,
    /// What is drawn beside what is always told.
    #[serde(default)]
    question: PlanQuestion,
}

/// A plan, and the board where something would happen.
#[derive(Serialize, ToSchema)]
pub struct PlanDrawn {
    /// The plan.
    plan: Plan,
    /// The board after the entry; none without one.
    board: Option<Board>,
}

/// Where everything stands, how the light falls, and what that means. Nothing is kept.
#[utoipa::path(operation_id = "drawPlan", tag = "plan", request_body = PlanToDraw, responses(
    (status = 200, description = "The plan", body = PlanDrawn),
    (status = 422, description = "It can't be true of this setup, or a field is wrong", body = Problem),
    (status = 503, description = "Too much is being worked out at once", body = Problem),
))]
#[post("/plan")]
pub async fn plan(heavy: web::Data<Heavy>, body: Checked<PlanToDraw>) -> Result<HttpResponse, Problem> {
    let PlanToDraw { setup, entry, question } = body.0;
    let drawn = move || {
        let setup = after(*setup, entry.as_ref())?;
        let scene = Scene::of(&setup);
        let board = entry.is_some().then(|| Board::of_scene(&scene, &[]));
        Ok(PlanDrawn { plan: Plan::of_scene(&scene, &question), board })
    };
    heavy.answer(drawn).await
}
