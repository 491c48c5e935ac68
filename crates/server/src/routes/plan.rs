//! The plan drawn from a setup, of the record or of a draft.

use actix_web::{HttpResponse, post, web};
use ink_lamp_advice::{
    board::Board,
    plan::{Plan, PlanQuestion, held},
};
use ink_lamp_http::{body::Checked, heavy::Heavy, problem::Problem};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::draft::after;

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
    /// What the chosen light gives more or less after the entry, and the setting that holds it: `Key 1.20 to 1.58 m: 0.8 less at the face. To hold
    /// it: 1/4.`
    #[serde(skip_serializing_if = "Option::is_none")]
    held: Option<String>,
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
        let stood = entry.is_some().then(|| setup.clone());
        let setup = after(*setup, entry.as_ref())?;
        let scene = Scene::of(&setup);
        let board = entry.is_some().then(|| Board::of_scene(&scene, &[]));
        let held = stood.zip(question.chosen.as_deref()).and_then(|(stood, light)| held(&Scene::of(&stood), &scene, light));
        Ok(PlanDrawn { plan: Plan::of_scene(&scene, &question), board, held })
    };
    heavy.answer(drawn).await
}
