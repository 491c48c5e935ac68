//! What an entry would lead to, without writing it.

use actix_web::{post, web};
use ink_lamp_advice::board::{Board, Echo, echo};
use ink_lamp_http::{body::Checked, problem::Problem};
use ink_lamp_light::list::up_to;
use ink_lamp_scene::{aim::meant, scene::Scene};
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use ink_lamp_store::Store;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::views::board;

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

/// What would follow, or why it can't be.
#[derive(Default, Serialize, ToSchema)]
pub struct Draft {
    /// The board after it.
    #[serde(skip_serializing_if = "Option::is_none")]
    board: Option<Board>,
    /// What the reading means, where it is one.
    #[serde(skip_serializing_if = "Option::is_none")]
    echo: Option<Echo>,
    /// Why it can't be: an entry that is half typed is an answer here, and no error.
    #[serde(skip_serializing_if = "Option::is_none")]
    refused: Option<Problem>,
}

/// A setup after an entry; a refusal names the field within the request.
pub(super) fn applied(setup: &Setup, entry: &Entry, at: &str) -> Result<Setup, Problem> {
    setup.apply(&meant(setup, entry)).map_err(|r| {
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
    (status = 200, description = "What would follow, or why the entry can't be", body = Draft),
    (status = 422, description = "A field of the setup is wrong", body = Problem),
))]
#[post("/draft")]
pub async fn draft(store: web::Data<Store>, body: Result<Checked<DraftToTry>, Problem>) -> Result<web::Json<Draft>, Problem> {
    let tried = body.and_then(|body| Ok((tried(&body.0)?, body.0.entry)));
    match tried {
        Ok((after, entry)) => {
            let scene = Scene::of(&after);
            let echo = match entry {
                Entry::Reading(taken) => echo(&scene, &taken.of),
                _ => None,
            };
            Ok(web::Json(Draft { board: Some(board(&store, &scene).await), echo, refused: None }))
        }
        Err(problem) if problem.refuses(&["entry", "then"]) => Ok(web::Json(Draft { refused: Some(problem), ..Draft::default() })),
        Err(problem) => Err(problem),
    }
}

fn tried(DraftToTry { setup, entry, then }: &DraftToTry) -> Result<Setup, Problem> {
    let mut after = applied(setup, entry, "entry")?;
    for (n, entry) in then.iter().enumerate() {
        after = applied(&after, entry, &format!("then[{n}]"))?;
    }
    Ok(after)
}
