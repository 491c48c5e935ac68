//! What a new sitting may begin from, and what it would begin with.

use actix_web::{get, post, web};
use chrono::{DateTime, Utc};
use ink_lamp_advice::board::{Beginning, Board, RoomShown, Summary};
use ink_lamp_http::{body::Checked, problem::Problem};
use ink_lamp_light::list::up_to;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    entry::Entry,
    light::Light,
    role::{LightId, Role},
    setup::Setup,
};
use ink_lamp_store::{Look, Source, Store};
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

/// What a new sitting may begin from.
#[derive(Serialize, ToSchema)]
pub struct StartOffered {
    /// The look; none where it begins empty.
    look: Option<Uuid>,
    /// The look's name.
    name: String,
    /// Its sitting's.
    sitting: String,
    /// When it was worked on last.
    updated_at: Option<DateTime<Utc>>,
    /// By what name it is kept, where it is.
    kept_as: Option<String>,
    /// How many looks began from it.
    used: i64,
    /// How it would stand.
    setup: Setup,
    /// The same at a glance.
    summary: Summary,
    /// Its lights, and one of each role that it lacks.
    lights: Vec<LightOffered>,
    /// The two decisions about the room.
    room: RoomShown,
}

/// A light of a new sitting.
#[derive(Serialize, ToSchema)]
pub struct LightOffered {
    /// Its id in the setup.
    light: LightId,
    /// What it is for.
    role: Role,
    /// As it is said: `Rim 2`.
    name: String,
    /// Whether it is there at first.
    on: bool,
    /// Its setting as written on its dial.
    dial: Option<String>,
}

fn light(of: &Light, on: bool) -> LightOffered {
    LightOffered { light: of.id.clone(), role: of.role, name: of.name(), on, dial: of.written() }
}

fn offered(look: Option<Uuid>, setup: Setup) -> StartOffered {
    let board = Board::of(&setup);
    // From nothing one begins with a key.
    let there = setup.lights.iter().map(|l| light(l, look.is_some() || l.role == Role::Key));
    let lacking = setup.could_add().into_iter().filter(|l| setup.first(l.role).is_none()).map(|l| light(&l, false));
    let lights = there.chain(lacking).collect();
    let summary = Summary::of(&board);
    StartOffered {
        look,
        name: String::new(),
        sitting: String::new(),
        updated_at: None,
        kept_as: None,
        used: 0,
        setup,
        summary,
        lights,
        room: board.room,
    }
}

/// Which.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct Wanted {
    /// A look that is offered before others.
    from: Option<Uuid>,
}

/// What a new sitting may begin from: nothing first, then the look that was worked on last, those that are kept by a name, and those that were begun from
/// most often.
#[utoipa::path(operation_id = "listStart", tag = "sittings", params(Wanted), responses(
    (status = 200, description = "Nothing, what is kept by a name, three others at most", body = [StartOffered]),
    (status = 400, description = "A query that can't be read", body = Problem),
    (status = 503, description = "Record out of reach", body = Problem),
))]
#[get("/begin")]
pub async fn offers(store: web::Data<Store>, wanted: web::Query<Wanted>) -> Result<web::Json<Vec<StartOffered>>, Problem> {
    let looks = store.offers(wanted.from).await?.into_iter().filter_map(|offer| {
        let start = offered(Some(offer.look.id), offer.setup.ok()?);
        let Look { name, updated_at, kept_as, .. } = offer.look;
        Some(StartOffered { name, sitting: offer.sitting, updated_at: Some(updated_at), kept_as, used: offer.used, ..start })
    });
    Ok(web::Json(std::iter::once(offered(None, Setup::default())).chain(looks).collect()))
}

/// A sitting that is thought of.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ToBegin {
    /// A look to begin from.
    from: Option<Uuid>,
    /// What would be set at once, in order: at most 20.
    #[serde(default, deserialize_with = "up_to::<_, _, 20>")]
    #[schema(max_items = 20)]
    entries: Vec<Entry>,
}

/// What a sitting would begin with, or why it can't.
#[derive(Default, Serialize, ToSchema)]
pub struct Begun {
    /// What the board would say.
    #[serde(skip_serializing_if = "Option::is_none")]
    begins: Option<Beginning>,
    /// Why it can't be: what is half typed is an answer here, and no error.
    #[serde(skip_serializing_if = "Option::is_none")]
    refused: Option<Problem>,
}

/// What a sitting would begin with. Nothing is kept.
#[utoipa::path(operation_id = "previewSitting", tag = "sittings", request_body = ToBegin, responses(
    (status = 200, description = "What the board would say, or why an entry can't be", body = Begun),
    (status = 404, description = "No such look", body = Problem),
    (status = 503, description = "Record out of reach", body = Problem),
))]
#[post("/begin")]
pub async fn preview(store: web::Data<Store>, body: Result<Checked<ToBegin>, Problem>) -> Result<web::Json<Begun>, Problem> {
    let begun = async {
        let ToBegin { from, entries } = body?.0;
        let setup = store.begun_with(from.map(|look| Source { look, at: None }), &entries).await?;
        Ok::<_, Problem>((setup, store.pace().await?))
    };
    match begun.await {
        Ok((setup, pace)) => Ok(web::Json(Begun { begins: Some(Beginning::of(&Scene::of(&setup), pace)), refused: None })),
        Err(problem) if problem.refuses(&["entries"]) => Ok(web::Json(Begun { refused: Some(problem), ..Begun::default() })),
        Err(problem) => Err(problem),
    }
}
