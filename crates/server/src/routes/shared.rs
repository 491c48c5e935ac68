//! A look that is shown by link, and the authority that a phone comes to trust.

use actix_web::{HttpResponse, get, http::StatusCode, web};
use chrono::{DateTime, Utc};
use ink_lamp_advice::{
    board::Board,
    plan::{Plan, PlanQuestion},
    words::tape::TapeLine,
};
use ink_lamp_http::{
    door::{
        asked::Asked,
        event::{About, Event},
        rights::Right,
        who::Who,
    },
    heavy::Heavy,
    problem::Problem,
    site::Site,
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{entry::Entry, setup::Setup};
use ink_lamp_store::Store;
use serde::Serialize;
use utoipa::ToSchema;

/// How many frames are told.
const FRAMES: u32 = 200;

/// A look as its link shows it: to be read.
#[derive(Serialize, ToSchema)]
pub struct SharedView {
    /// The sitting's name.
    sitting: String,
    /// The look's name.
    look: String,
    /// Until when the link shows it.
    until: DateTime<Utc>,
    /// As it stood at this version; as it stands where there is none.
    version: Option<i64>,
    /// When it was worked on last; left out where it is shown as of a version.
    #[serde(skip_serializing_if = "Option::is_none")]
    updated_at: Option<DateTime<Utc>>,
    /// How it stands, without what was said about care and devices.
    setup: Setup,
    /// The board, without what only concerns who works on it.
    board: Board,
    /// The plan.
    plan: Plan,
    /// Its frames, where the link shows them.
    #[serde(skip_serializing_if = "Option::is_none")]
    frames: Option<Vec<SharedFrame>>,
}

/// A frame that was shot.
#[derive(Serialize, ToSchema)]
pub struct SharedFrame {
    /// When.
    at: DateTime<Utc>,
    /// What was seen in it, in words.
    line: TapeLine,
}

/// The look that a link shows.
#[utoipa::path(operation_id = "showShared", tag = "door", responses(
    (status = 200, description = "The look", body = SharedView),
    (status = 410, description = "The link is over, or its sitting was deleted", body = Problem),
    (status = 503, description = "Too much is being worked out at once", body = Problem),
))]
#[get("/shared")]
pub async fn show(store: web::Data<Store>, heavy: web::Data<Heavy>, asked: Asked) -> Result<HttpResponse, Problem> {
    let Who::Linked(share) = &asked.who else { return Err(asked.who.refused(Right::Shared)) };
    let record = store.setup(share.look).await?;
    if record.sitting.deleted_at.is_some() {
        return Err(Problem::new(StatusCode::GONE, "link-over", "Link over", "What this link showed was deleted. Ask for a new one."));
    }
    let mut setup = match share.version {
        Some(version) => store.setup_at_version(share.look, version).await?,
        None => record.setup,
    };
    let frames = if share.pictures {
        let part = store.tape(share.look, share.version.unwrap_or(record.look.version) + 1, FRAMES).await?;
        let frame = |item: ink_lamp_store::TapeItem| match item.told {
            Ok((entry @ Entry::Frame(_), did)) if !item.undone => Some(SharedFrame { at: item.at, line: TapeLine::of(&entry, &did) }),
            _ => None,
        };
        Some(part.items.into_iter().filter_map(frame).collect())
    } else {
        None
    };
    store.share_opened(share.id).await?;
    let numbers = store.look_numbers(&[share.look]).await?;
    asked.note(Event::LinkOpened, numbers.first().map(|(_, number)| About::look(number)).unwrap_or_default());
    // Who said what about devices and care is nobody else's business.
    setup.checks.clear();
    setup.heeded.clear();
    let (until, version) = (share.until, share.version);
    let updated_at = version.is_none().then_some(record.look.updated_at);
    let (sitting, look) = (record.sitting.name, record.look.name);
    let drawn = move || {
        let scene = Scene::of(&setup);
        let plan = Plan::of_scene(&scene, &PlanQuestion::default());
        let mut board = Board::of_scene(&scene, &[]);
        board.findings.clear();
        board.check = None;
        drop(scene);
        Ok(SharedView { sitting, look, until, version, updated_at, setup, board, plan, frames })
    };
    heavy.answer(drawn).await
}

/// The authority that this machine made for itself, as a phone takes it in.
#[utoipa::path(operation_id = "showAuthority", tag = "door", responses(
    (status = 200, description = "Its certificate, DER", body = String, content_type = "application/x-x509-ca-cert"),
    (status = 404, description = "This machine made none", body = Problem),
))]
#[get("/authority.crt")]
pub async fn authority(site: web::Data<Site>) -> Result<HttpResponse, Problem> {
    let authority = site.authority.as_ref().ok_or_else(|| Problem::not_found("This machine made no authority: INK_LAMP_TLS=own does."))?;
    Ok(HttpResponse::Ok()
        .content_type("application/x-x509-ca-cert")
        .insert_header(("content-disposition", "attachment; filename=\"ink-lamp.crt\""))
        .body(authority.der.to_vec()))
}
