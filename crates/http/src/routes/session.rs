//! Who one is, coming in and going out.

use std::sync::Arc;

use actix_web::{HttpRequest, HttpResponse, delete, get, http::StatusCode, post, put, web};
use ink_lamp_light::name::checked_name;
use ink_lamp_store::{Account, DoorRole, Session, Store};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::{
    body::Checked,
    door::{
        asked::Asked,
        cookie,
        event::{About, Event},
        keeper::{Door, GUEST_LIVES, LIVES, SHORT_LIVES},
        phrase,
        rights::Right,
        throttle::Lock,
        token,
        who::Who,
    },
    problem::Problem,
    site::Site,
};

/// Who asks, and what they may do.
#[derive(Serialize, ToSchema)]
pub struct Me {
    /// As what they are here; none where nobody was let in.
    #[schema(nullable)]
    role: Option<DoorRole>,
    /// As the device is called; none on this machine alone.
    name: Option<String>,
    /// Their rights: `look`, `write`, `keep`, `door`.
    may: Vec<&'static str>,
    /// Whether somebody set a pass phrase: whoever asks from then on signs in.
    owned: bool,
    /// Whether they signed in with a pass phrase.
    signed_in: bool,
    /// The look whose board is to be opened first, right after a code.
    #[serde(skip_serializing_if = "Option::is_none")]
    look: Option<Uuid>,
    /// What a device of the role `device` sends as `Authorization: Bearer`, said once.
    #[serde(skip_serializing_if = "Option::is_none")]
    token: Option<String>,
}

impl Me {
    fn of(who: &Who, owned: bool) -> Self {
        let may = Right::ALL.into_iter().filter(|right| !matches!(right, Right::Come | Right::Shared) && who.may(*right)).map(Right::name);
        Self {
            role: who.role(),
            name: who.name(),
            may: may.collect(),
            owned,
            signed_in: who.session().is_some_and(|session| session.account.is_some()),
            look: None,
            token: None,
        }
    }
}

/// How long a browser keeps a device's cookie; as long as it is open where it is not to be kept.
fn lasts(session: &Session) -> Option<i64> {
    (session.lives_seconds != SHORT_LIVES).then_some(i64::from(session.lives_seconds))
}

fn crowded() -> Problem {
    Problem::new(StatusCode::SERVICE_UNAVAILABLE, "crowded", "Crowded", "Many sign in at this moment. Try again in a second.")
}

fn wrong(kind: &str, field: &str, detail: String) -> Problem {
    Problem::new(StatusCode::UNAUTHORIZED, kind, "Not let in", detail).at(field)
}

/// The answer to somebody who was let in.
fn welcome(session: Session, token: String, me: Me, request: &HttpRequest, site: &Site) -> HttpResponse {
    let cookie = cookie::cookie(token, lasts(&session), request, site);
    HttpResponse::Ok().cookie(cookie).json(me)
}

/// Who asks. A browser's cookie is given for another while.
#[utoipa::path(operation_id = "showMe", tag = "door", responses((status = 200, description = "Who that is", body = Me)))]
#[get("/me")]
pub async fn show(who: Who, door: web::Data<Arc<Door>>, site: web::Data<Site>, request: HttpRequest) -> HttpResponse {
    let me = Me::of(&who, door.is_owned().await);
    match (&who, cookie::token(&request, &site)) {
        (Who::In(session), Some(token)) if session.role != DoorRole::Device => welcome(session.clone(), token, me, &request, &site),
        _ => HttpResponse::Ok().json(me),
    }
}

/// A name and its pass phrase.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SignIn {
    /// The account's name, however it is written.
    #[schema(max_length = 60)]
    name: String,
    /// Its pass phrase.
    #[schema(max_length = 128)]
    pass_phrase: String,
    /// What this device is to be called, 1 to 60 characters.
    #[schema(min_length = 1, max_length = 60)]
    device: String,
    /// Whether it may come back for 30 days; else as long as the browser is open, and twelve hours at most.
    #[serde(default)]
    keep: bool,
}

/// Refuses what no device can be called.
fn called(device: &str) -> Result<(), Problem> {
    checked_name(device).map(|_| ()).map_err(|refusal| Problem::from(refusal).at("device"))
}

/// Comes in with a name and a pass phrase.
#[utoipa::path(operation_id = "signIn", tag = "door", request_body = SignIn, responses(
    (status = 200, description = "Let in, with a cookie", body = Me),
    (status = 401, description = "That is not the pass phrase", body = Problem),
    (status = 409, description = "Nobody has set a pass phrase", body = Problem),
    (status = 422, description = "A field is wrong", body = Problem),
    (status = 429, description = "Too many wrong tries; Retry-After says how long to wait", body = Problem),
    (status = 503, description = "Many sign in at this moment", body = Problem),
))]
#[post("/session")]
pub async fn sign_in(
    store: web::Data<Store>,
    site: web::Data<Site>,
    asked: Asked,
    request: HttpRequest,
    body: Checked<SignIn>,
) -> Result<HttpResponse, Problem> {
    let SignIn { name, pass_phrase, device, keep } = body.0;
    called(&device)?;
    if !asked.door.is_owned().await {
        let detail = "Nobody has set a pass phrase: on this machine everything is open.";
        return Err(Problem::new(StatusCode::CONFLICT, "not-owned", "Not owned", detail));
    }
    // It is behind two: the name's, and that of whoever tries many names.
    let locks = [Lock::name(&name), Lock::AnyName];
    let left = match asked.attempt(&locks, "pass phrase") {
        Ok(left) => left,
        Err(wait) => return Ok(Problem::slowed(wait)),
    };
    // One that is longer than any is none; it is not worth a round.
    let account = if pass_phrase.len() > 4 * phrase::LENGTH.end() { None } else { store.account_named(&name).await? };
    let hash = account.as_ref().map(|account| account.pass_phrase.clone());
    let is_right = asked.door.phrases.is_right(pass_phrase, hash).await.map_err(|_| crowded())?;
    let Some(account) = account.filter(|_| is_right) else {
        asked.note(Event::Refused, About::told("pass phrase"));
        let tries = if left == 1 { "1 try left.".to_owned() } else { format!("{left} tries left.") };
        return Err(wrong("wrong-phrase", "pass_phrase", format!("That is not the pass phrase. {tries}")));
    };
    asked.right(&locks);
    let lives = if keep { lives(account.role) } else { SHORT_LIVES };
    let (asked, session, token) = come_in(asked, &device, account.role, Some(account.id), lives).await?;
    asked.note(Event::SignedIn, About::told(account.name));
    Ok(welcome(session, token, Me::of(&asked.who, true), &request, &site))
}

/// So long a device of a role may come back, where it is to be kept.
const fn lives(role: DoorRole) -> i32 {
    if matches!(role, DoorRole::Guest) { GUEST_LIVES } else { LIVES }
}

/// Lets a device in under a key of its own: who asks from now on, and that key. Who it was until now it is no longer.
async fn come_in(
    asked: Asked,
    device: &str,
    role: DoorRole,
    account: Option<Uuid>,
    lives: i32,
) -> Result<(Asked, Session, String), Problem> {
    let (session, token) = asked.door.let_in(device, role, account, lives).await?;
    leave(&asked).await?;
    Ok((Asked { who: Who::In(session.clone()), ..asked }, session, token))
}

/// Takes the key away that a device came with.
async fn leave(asked: &Asked) -> Result<(), Problem> {
    if let Some(before) = asked.who.session() {
        asked.door.let_out(before.id).await?;
    }
    Ok(())
}

/// Goes out. What this device keeps is for it to clear.
#[utoipa::path(operation_id = "signOut", tag = "door", responses((status = 204, description = "Out, also where nobody was in")))]
#[delete("/session")]
pub async fn sign_out(asked: Asked, site: web::Data<Site>, request: HttpRequest) -> Result<HttpResponse, Problem> {
    leave(&asked).await?;
    if asked.who.session().is_some() {
        asked.note(Event::SignedOut, About::default());
    }
    Ok(HttpResponse::NoContent().cookie(cookie::without(&request, &site)).finish())
}

/// A code.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CodeToUse {
    /// Six signs; capitals or not, with or without a space.
    #[schema(min_length = 6, max_length = 20, example = "7K4 M2P")]
    code: String,
    /// What this device is to be called, 1 to 60 characters.
    #[schema(min_length = 1, max_length = 60)]
    device: String,
}

/// Comes in with a code, which is good once.
#[utoipa::path(operation_id = "useCode", tag = "door", request_body = CodeToUse, responses(
    (status = 200, description = "Let in: with a cookie, or with a token where it is a device's code", body = Me),
    (status = 401, description = "It opens nothing", body = Problem),
    (status = 422, description = "A field is wrong", body = Problem),
    (status = 429, description = "Too many wrong tries; Retry-After says how long to wait", body = Problem),
))]
#[post("/session/code")]
pub async fn use_code(
    store: web::Data<Store>,
    site: web::Data<Site>,
    asked: Asked,
    request: HttpRequest,
    body: Checked<CodeToUse>,
) -> Result<HttpResponse, Problem> {
    let CodeToUse { code, device } = body.0;
    called(&device)?;
    if let Err(wait) = asked.attempt(&[Lock::Code], "code") {
        return Ok(Problem::slowed(wait));
    }
    let used = match token::typed_code(&code) {
        Some(signs) => store.use_code(token::hash(&signs)).await?,
        None => None,
    };
    let Some(code) = used else {
        asked.note(Event::Refused, About::told("code"));
        let detail = "That code opens nothing. It may have been used already, or be over: ask for a new one.";
        return Err(wrong("wrong-code", "code", detail.to_owned()));
    };
    asked.right(&[Lock::Code]);
    let (asked, session, token) = come_in(asked, &device, code.role, None, lives(code.role)).await?;
    asked.note(Event::CameIn, About::default());
    let me = Me::of(&asked.who, asked.door.is_owned().await);
    if code.role == DoorRole::Device {
        return Ok(HttpResponse::Ok().json(Me { token: Some(token), ..me }));
    }
    let look = match code.look {
        Some(look) => Some(look),
        None => store.open_look().await?,
    };
    Ok(welcome(session, token, Me { look, ..me }, &request, &site))
}

/// A new pass phrase.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewPhrase {
    /// The one until now.
    #[schema(max_length = 128)]
    old: String,
    /// The one from now on, 12 to 128 characters that nobody soon guesses.
    #[schema(min_length = 12, max_length = 128)]
    pass_phrase: String,
}

/// Changes one's own pass phrase. All other devices that signed in with it are let out.
#[utoipa::path(operation_id = "changePassPhrase", tag = "door", request_body = NewPhrase, responses(
    (status = 204, description = "Changed"),
    (status = 401, description = "That is not the pass phrase until now", body = Problem),
    (status = 409, description = "This device came in without a pass phrase", body = Problem),
    (status = 422, description = "A field is wrong", body = Problem),
    (status = 429, description = "Too many wrong tries", body = Problem),
))]
#[put("/session/pass-phrase")]
pub async fn change_phrase(store: web::Data<Store>, asked: Asked, body: Checked<NewPhrase>) -> Result<HttpResponse, Problem> {
    let NewPhrase { old, pass_phrase } = body.0;
    let mine = asked.who.session().and_then(|session| Some((session.id, session.account?)));
    let account = match mine {
        Some((_, account)) => store.accounts().await?.into_iter().find(|a| a.id == account),
        None => None,
    };
    let (Some((session, _)), Some(account)) = (mine, account) else {
        let detail = "This device came in without a pass phrase. Sign in with it first.";
        return Err(Problem::new(StatusCode::CONFLICT, "no-phrase", "No pass phrase", detail));
    };
    phrase::check(&pass_phrase, &account.name)?;
    let lock = [Lock::name(&account.name)];
    if let Err(wait) = asked.attempt(&lock, "pass phrase") {
        return Ok(Problem::slowed(wait));
    }
    if !asked.door.phrases.is_right(old, Some(account.pass_phrase.clone())).await.map_err(|_| crowded())? {
        asked.note(Event::Refused, About::told("pass phrase"));
        return Err(wrong("wrong-phrase", "old", "That is not the pass phrase until now.".to_owned()));
    }
    asked.right(&lock);
    let hash = asked.door.phrases.hash(pass_phrase).await.map_err(|_| crowded())?;
    store.set_pass_phrase(account.id, &hash, Some(session)).await?;
    asked.door.forget();
    asked.note(Event::PhraseChanged, About::told(account.name));
    Ok(HttpResponse::NoContent().finish())
}

/// The owner, made on this machine alone.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OwnerToMake {
    /// 1 to 60 characters.
    #[schema(min_length = 1, max_length = 60)]
    name: String,
    /// 12 to 128 characters that nobody soon guesses.
    #[schema(min_length = 12, max_length = 128)]
    pass_phrase: String,
    /// What this device is to be called, 1 to 60 characters.
    #[schema(min_length = 1, max_length = 60)]
    device: String,
}

/// Sets the owner's pass phrase, once, on this machine. From then on whoever asks signs in; this browser is in already.
#[utoipa::path(operation_id = "makeOwner", tag = "door", request_body = OwnerToMake, responses(
    (status = 200, description = "Set, and this browser is let in with a cookie", body = Me),
    (status = 409, description = "There is an owner already", body = Problem),
    (status = 422, description = "A field is wrong", body = Problem),
))]
#[put("/door/owner")]
pub async fn make_owner(
    store: web::Data<Store>,
    site: web::Data<Site>,
    asked: Asked,
    request: HttpRequest,
    body: Checked<OwnerToMake>,
) -> Result<HttpResponse, Problem> {
    let OwnerToMake { name, pass_phrase, device } = body.0;
    called(&device)?;
    if !matches!(asked.who, Who::Here) {
        let detail = "There is an owner already. Change the pass phrase instead.";
        return Err(Problem::new(StatusCode::CONFLICT, "owned", "Owned", detail));
    }
    let account = made_account(&asked.door, Uuid::now_v7(), name, DoorRole::Owner, pass_phrase).await?;
    store.make_account(&account).await?;
    asked.door.set_owned();
    let (asked, session, token) = come_in(asked, &device, DoorRole::Owner, Some(account.id), LIVES).await?;
    asked.note(Event::PersonAdded, About::told(account.name));
    Ok(welcome(session, token, Me::of(&asked.who, true), &request, &site))
}

/// An account with its pass phrase checked and hashed.
pub(super) async fn made_account(door: &Door, id: Uuid, name: String, role: DoorRole, pass_phrase: String) -> Result<Account, Problem> {
    let name = checked_name(&name).map_err(|refusal| Problem::from(refusal).at("name"))?;
    phrase::check(&pass_phrase, &name)?;
    let pass_phrase = door.phrases.hash(pass_phrase).await.map_err(|_| crowded())?;
    Ok(Account { id, name, role, pass_phrase })
}
