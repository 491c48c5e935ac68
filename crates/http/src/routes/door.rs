//! The door: who is in, as what, codes, people.

use actix_web::{HttpResponse, delete, get, patch, post, web};
use chrono::{DateTime, TimeDelta, Utc};
use ink_lamp_light::refusal::Refusal;
use ink_lamp_store::{Account, Code, DoorRole, Session, Store};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

use super::{links::LinkView, session::made_account};
use crate::{
    body::{Checked, Id},
    door::{
        asked::Asked,
        event::{About, Event},
        token,
    },
    problem::Problem,
    site::Site,
};

/// So long a code is good.
const CODE_IS_GOOD: TimeDelta = TimeDelta::minutes(10);

/// The door: who may come in, with what, until when.
#[derive(Serialize, ToSchema)]
pub struct DoorView {
    /// Whether somebody set a pass phrase: until then only this machine is let in.
    owned: bool,
    /// Whether others reach the server.
    open: bool,
    /// Where they reach it: `https://192.168.1.20:7410`.
    origin: String,
    /// The SHA-256 fingerprint of the authority that this machine made for itself; left out where it made none.
    #[serde(skip_serializing_if = "Option::is_none")]
    fingerprint: Option<String>,
    /// Who is in.
    devices: Vec<DeviceView>,
    /// Who comes in with a name and a pass phrase.
    people: Vec<PersonView>,
    /// Looks that are shown by link, the newest first; those that are over, too.
    links: Vec<LinkView>,
}

/// A device that was let in.
#[derive(Serialize, ToSchema)]
pub struct DeviceView {
    /// Its id.
    id: Uuid,
    /// As it is called.
    name: String,
    /// As what it is here.
    role: DoorRole,
    /// Whether it is the one that asks.
    this: bool,
    /// Who signed in on it; none where it came in with a code.
    person: Option<String>,
    /// When it came in.
    created_at: DateTime<Utc>,
    /// When it was seen last.
    seen_at: DateTime<Utc>,
    /// Until when it may come back, unless it is seen before.
    expires_at: DateTime<Utc>,
}

impl DeviceView {
    fn of(session: Session, people: &[Account], asks: Option<Uuid>) -> Self {
        let person = session.account.and_then(|id| people.iter().find(|p| p.id == id)).map(|p| p.name.clone());
        let expires_at = session.expires_at();
        let Session { id, name, role, created_at, seen_at, .. } = session;
        Self { id, name, role, this: asks == Some(id), person, created_at, seen_at, expires_at }
    }
}

/// Somebody who comes in with a name and a pass phrase.
#[derive(Serialize, ToSchema)]
pub struct PersonView {
    /// Their id.
    id: Uuid,
    /// Their name.
    name: String,
    /// As what they come in.
    role: DoorRole,
}

impl From<&Account> for PersonView {
    fn from(account: &Account) -> Self {
        Self { id: account.id, name: account.name.clone(), role: account.role }
    }
}

/// The door: who is in, people, links.
#[utoipa::path(operation_id = "showDoor", tag = "door", responses((status = 200, description = "The door", body = DoorView)))]
#[get("/door")]
pub async fn show(store: web::Data<Store>, asked: Asked, site: web::Data<Site>) -> Result<web::Json<DoorView>, Problem> {
    let people = store.accounts().await?;
    let asks = asked.who.session().map(|session| session.id);
    let devices = store.sessions().await?.into_iter().map(|session| DeviceView::of(session, &people, asks)).collect();
    let shares = store.shares().await?;
    let numbers = store.look_numbers(&shares.iter().map(|share| share.look).collect::<Vec<_>>()).await?;
    let links = shares.into_iter().map(|share| {
        let of = numbers.iter().find(|(look, _)| *look == share.look).map(|(_, number)| number);
        LinkView::of(share, of, &site)
    });
    Ok(web::Json(DoorView {
        owned: asked.door.is_owned().await,
        open: site.is_open(),
        origin: site.origin(),
        fingerprint: site.authority.as_ref().map(crate::tls::Authority::fingerprint),
        devices,
        people: people.iter().map(PersonView::from).collect(),
        links: links.collect(),
    }))
}

/// A code to be made.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CodeToMake {
    /// As what it lets in: assistant, guest or device.
    role: DoorRole,
    /// The look whose board is opened first; the one that was worked on last where it is left out.
    look: Option<Uuid>,
}

/// A code that was made. It is said this once.
#[derive(Serialize, ToSchema)]
pub struct CodeView {
    /// Its id.
    id: Uuid,
    /// Its six signs.
    #[schema(example = "7K4M2P")]
    code: String,
    /// What a phone's camera reads.
    url: String,
    /// As what it lets in.
    role: DoorRole,
    /// Until when it is good.
    until: DateTime<Utc>,
}

/// Makes a code: good for ten minutes, and for one device.
#[utoipa::path(operation_id = "makeCode", tag = "door", request_body = CodeToMake, responses(
    (status = 201, description = "Made", body = CodeView),
    (status = 404, description = "No such look", body = Problem),
    (status = 422, description = "A field is wrong, or as many are open as may be", body = Problem),
))]
#[post("/door/codes")]
pub async fn make_code(
    store: web::Data<Store>,
    site: web::Data<Site>,
    asked: Asked,
    body: Checked<CodeToMake>,
) -> Result<HttpResponse, Problem> {
    let CodeToMake { role, look } = body.0;
    if role == DoorRole::Owner {
        return Err(Refusal::new("role", "A code lets in an assistant, a guest or a device. The owner signs in.").into());
    }
    if let Some(look) = look {
        store.setup(look).await?;
    }
    let signs = token::code().map_err(|error| Problem::broken_off(&error))?;
    let code = Code { id: Uuid::now_v7(), role, look, until: Utc::now() + CODE_IS_GOOD };
    store.make_code(&code, token::hash(&signs)).await?;
    asked.note(Event::CodeMade, About::told(role.name()));
    let url = format!("{}/in#{signs}", site.origin());
    Ok(HttpResponse::Created().json(CodeView { id: code.id, code: signs, url, role, until: code.until }))
}

/// How a code is.
#[derive(Serialize, ToSchema)]
pub struct CodeState {
    /// Whether it still waits for somebody.
    open: bool,
}

/// Whether a code still waits for somebody.
#[utoipa::path(operation_id = "showCode", tag = "door", params(("id" = Uuid, Path, description = "The code")), responses((status = 200, description = "How it is", body = CodeState)))]
#[get("/door/codes/{id}")]
pub async fn show_code(store: web::Data<Store>, id: Id) -> Result<web::Json<CodeState>, Problem> {
    Ok(web::Json(CodeState { open: store.code_is_open(id.0).await? }))
}

/// Takes a code back.
#[utoipa::path(operation_id = "takeCodeBack", tag = "door", params(("id" = Uuid, Path, description = "The code")), responses((status = 204, description = "It opens nothing any more")))]
#[delete("/door/codes/{id}")]
pub async fn end_code(store: web::Data<Store>, asked: Asked, id: Id) -> Result<HttpResponse, Problem> {
    store.end_code(id.0).await?;
    asked.note(Event::CodeTakenBack, About::default());
    Ok(HttpResponse::NoContent().finish())
}

/// What of a device is to be another.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DeviceToChange {
    /// 1 to 60 characters.
    #[schema(min_length = 1, max_length = 60)]
    name: Option<String>,
    /// Assistant or guest.
    role: Option<DoorRole>,
}

/// Gives a device another name, or another role.
#[utoipa::path(operation_id = "changeDevice", tag = "door", request_body = DeviceToChange, params(("id" = Uuid, Path, description = "The device")), responses(
    (status = 200, description = "Changed", body = DeviceView),
    (status = 422, description = "A field is wrong", body = Problem),
))]
#[patch("/door/devices/{id}")]
pub async fn change_device(
    store: web::Data<Store>,
    asked: Asked,
    id: Id,
    body: Checked<DeviceToChange>,
) -> Result<web::Json<DeviceView>, Problem> {
    let DeviceToChange { name, role } = body.0;
    if role.is_some() {
        let before = store.sessions().await?.into_iter().find(|session| session.id == id.0);
        let fixed = |role| matches!(role, DoorRole::Owner | DoorRole::Device);
        if role.is_some_and(fixed) || before.is_some_and(|before| fixed(before.role)) {
            return Err(
                Refusal::new("role", "An assistant becomes a guest, or a guest an assistant. Nobody becomes owner, or a device.").into()
            );
        }
    }
    let session = store.change_session(id.0, name.as_deref(), role).await?;
    asked.door.forget();
    if let Some(role) = role {
        asked.note(Event::RoleChanged, About::told(format!("{}: {}", session.name, role.name())));
    }
    let people = store.accounts().await?;
    Ok(web::Json(DeviceView::of(session, &people, asked.who.session().map(|session| session.id))))
}

/// Lets a device out, at once.
#[utoipa::path(operation_id = "letOut", tag = "door", params(("id" = Uuid, Path, description = "The device")), responses((status = 204, description = "Out")))]
#[delete("/door/devices/{id}")]
pub async fn let_out(asked: Asked, id: Id) -> Result<HttpResponse, Problem> {
    let session = asked.door.let_out(id.0).await?;
    asked.note(Event::LetOut, About::told(session.name));
    Ok(HttpResponse::NoContent().finish())
}

/// Somebody who is to come in with a name and a pass phrase.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PersonToAdd {
    /// Made by the client (UUID version 7): sent twice, they are added once.
    id: Uuid,
    /// 1 to 60 characters.
    #[schema(min_length = 1, max_length = 60)]
    name: String,
    /// Assistant or guest.
    role: DoorRole,
    /// 12 to 128 characters that nobody soon guesses.
    #[schema(min_length = 12, max_length = 128)]
    pass_phrase: String,
}

/// Adds somebody who comes in with a name and a pass phrase.
#[utoipa::path(operation_id = "addPerson", tag = "door", request_body = PersonToAdd, responses(
    (status = 201, description = "Added", body = PersonView),
    (status = 422, description = "A field is wrong", body = Problem),
))]
#[post("/door/people")]
pub async fn add_person(store: web::Data<Store>, asked: Asked, body: Checked<PersonToAdd>) -> Result<HttpResponse, Problem> {
    let PersonToAdd { id, name, role, pass_phrase } = body.0;
    if !matches!(role, DoorRole::Assistant | DoorRole::Guest) {
        return Err(Refusal::new("role", "Assistants and guests come in with a name. There is one owner; a device gets a code.").into());
    }
    if !asked.door.is_owned().await {
        return Err(Refusal::new("", "Set the owner's pass phrase first: until then only this machine is let in.").into());
    }
    let account = made_account(&asked.door, id, name, role, pass_phrase).await?;
    store.make_account(&account).await?;
    asked.note(Event::PersonAdded, About::told(account.name.clone()));
    Ok(HttpResponse::Created().json(PersonView::from(&account)))
}

/// Takes somebody's pass phrase away, and lets their devices out.
#[utoipa::path(operation_id = "removePerson", tag = "door", params(("id" = Uuid, Path, description = "The person")), responses((status = 204, description = "Gone")))]
#[delete("/door/people/{id}")]
pub async fn remove_person(store: web::Data<Store>, asked: Asked, id: Id) -> Result<HttpResponse, Problem> {
    let gone = store.remove_account(id.0).await?;
    asked.door.forget();
    asked.note(Event::PersonRemoved, About::told(gone.name));
    Ok(HttpResponse::NoContent().finish())
}
