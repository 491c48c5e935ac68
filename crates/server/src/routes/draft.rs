//! What an entry would lead to, without writing it.

use actix_web::{post, web};
use ink_lamp_advice::board::{Board, Echo, echo};
use ink_lamp_light::list::up_to;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{entry::Entry, setup::Setup};
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
    /// What would happen after it, in order: at most 20.
    #[serde(default, deserialize_with = "up_to::<_, _, 20>")]
    #[schema(max_items = 20)]
    then: Vec<Entry>,
}

/// What would follow.
#[derive(Serialize, ToSchema)]
pub struct Draft {
    /// The board after it.
    board: Board,
    /// What the reading means, where it is one.
    echo: Option<Echo>,
}

/// A setup after an entry; a refusal names the field within the request.
pub(super) fn applied(setup: &Setup, entry: &Entry, at: &str) -> Result<Setup, Problem> {
    setup.apply(entry).map_err(|r| {
        let field = format!("{at}.{}", r.field);
        Problem::from(r).at(field)
    })
}

/// A setup, after what would happen first where that is said.
pub(super) fn after(setup: Setup, entry: Option<&Entry>) -> Result<Setup, Problem> {
    match entry {
        Some(entry) => applied(&setup, entry, "entry"),
        None => Ok(setup),
    }
}

/// What an entry would do. Nothing is kept.
#[utoipa::path(tag = "board", request_body = DraftToTry, responses(
    (status = 200, description = "What would follow", body = Draft),
    (status = 422, description = "It can't be true of this setup, or a field is wrong", body = Problem),
))]
#[post("/draft")]
pub async fn draft(body: Checked<DraftToTry>) -> Result<web::Json<Draft>, Problem> {
    let DraftToTry { setup, entry, then } = body.0;
    let mut after = applied(&setup, &entry, "entry")?;
    for (n, entry) in then.iter().enumerate() {
        after = applied(&after, entry, &format!("then[{n}]"))?;
    }
    let scene = Scene::of(&after);
    let board = Board::of_scene(&scene);
    let echo = match &entry {
        Entry::Reading(taken) => echo(&scene, &taken.of),
        _ => None,
    };
    Ok(web::Json(Draft { board, echo }))
}
