use actix_web::{post, web};
use ink_lamp_core::{
    board::{Board, Echo, echo},
    setup::{Entry, Setup},
};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::{body::Checked, problem::Problem};

/// What would be.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DraftToTry {
    /// How it stands.
    setup: Box<Setup>,
    /// What would happen.
    entry: Entry,
}

/// What would follow.
#[derive(Serialize, ToSchema)]
pub struct Draft {
    /// The board after it.
    board: Board,
    /// What the reading means, where it is one.
    echo: Option<Echo>,
}

/// What an entry would do. Nothing is kept.
#[utoipa::path(tag = "board", request_body = DraftToTry, responses(
    (status = 200, description = "What would follow", body = Draft),
    (status = 422, description = "It can't be true of this setup, or a field is wrong", body = Problem),
))]
#[post("/draft")]
pub async fn draft(body: Checked<DraftToTry>) -> Result<web::Json<Draft>, Problem> {
    let DraftToTry { setup, entry } = body.0;
    let after = setup.apply(&entry).map_err(|r| {
        let field = format!("entry.{}", r.field);
        Problem::from(r).at(field)
    })?;
    let board = Board::of(&after);
    let echo = match &entry {
        Entry::Reading(taken) => echo(&after, &board, &taken.of),
        _ => None,
    };
    Ok(web::Json(Draft { board, echo }))
}
