//! Who may do what: every route times everybody who may ask, from the table of rights.

use std::collections::BTreeSet;

use chrono::{TimeDelta, Utc};
use ink_lamp_http::door::{
    rights::{ROUTES, Right},
    token,
};
use ink_lamp_store::{DoorRole, Share};
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use uuid::Uuid;

use crate::app::{App, Key, PHRASE, told};

/// A link to a look.
pub async fn link(app: &App, look: &str, until: TimeDelta) -> (Uuid, Key) {
    let token = token::token().unwrap();
    let share = Share {
        id: Uuid::now_v7(),
        token: token.clone(),
        look: look.parse().unwrap(),
        version: None,
        pictures: false,
        created_at: Utc::now(),
        until: Utc::now() + until,
        ended_at: None,
        opened: 0,
        opened_at: None,
    };
    app.store.make_share(&share).await.unwrap();
    (share.id, Key::bearer(&token))
}

#[test]
fn every_route_names_its_right_and_the_document_says_it() {
    let document: Value = serde_json::from_str(&ink_lamp_server::openapi::openapi().to_json().unwrap()).unwrap();
    let mut told = BTreeSet::new();
    for (path, operations) in document["paths"].as_object().unwrap() {
        for (method, operation) in operations.as_object().unwrap() {
            let method = method.to_uppercase();
            let right = ROUTES.iter().find(|(m, p, _)| (*m, *p) == (method.as_str(), path.as_str()));
            let (_, _, right) = right.unwrap_or_else(|| panic!("{method} {path} names no right"));
            let wants = match right {
                Right::Come => json!([{}]),
                Right::Shared => json!([{"link": []}]),
                Right::Device => json!([{"token": []}]),
                other => json!([{"device": [other.name()]}]),
            };
            assert_eq!(operation["security"], wants, "{method} {path}");
            told.insert((method, path.clone()));
        }
    }
    assert_eq!(told.len(), ROUTES.len(), "the table holds a route that is none, or one twice");
}

/// What a request is answered with: 401, 403, or whatever its handler says.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Answer {
    In,
    Is(u16),
}

/// Who asks, and what they hear by the right that is needed.
struct Actor {
    name: &'static str,
    key: Option<Key>,
    hears: fn(Right) -> Answer,
}

fn of_role(role: DoorRole, right: Right) -> Answer {
    if right.is_of(role) { Answer::In } else { Answer::Is(403) }
}

fn nobody(right: Right) -> Answer {
    if right == Right::Come { Answer::In } else { Answer::Is(401) }
}

/// One with a link: nobody anywhere but at the look.
fn linked(right: Right, there: Answer) -> Answer {
    if right == Right::Shared { there } else { nobody(right) }
}

/// Asks every route once as each actor, and gives the cells that are wrong.
async fn wrong_cells(app: &App, actors: &[Actor], look: &str) -> Vec<String> {
    let mut wrong = Vec::new();
    for actor in actors {
        for (method, path, right) in ROUTES {
            // Who goes out does so by itself, further down.
            if (method, path) == ("DELETE", "/api/session") {
                continue;
            }
            // Something that is there to be looked at, and nothing that could be lost.
            let id = if method == "GET" { look.to_owned() } else { Uuid::nil().to_string() };
            let asked = path.replace("{id}", &id).replace("{entry}", &id);
            let method = Method::from_bytes(method.as_bytes()).unwrap();
            let answer = match &actor.key {
                Some(key) => app.with(key, method.clone(), &asked, None).await,
                None => app.client.request(method.clone(), format!("{}{asked}", app.base)).send().await.unwrap(),
            };
            let status = answer.status().as_u16();
            let hears = match status {
                401 | 403 => Answer::Is(status),
                404 | 410 if right == Right::Shared => Answer::Is(status),
                _ => Answer::In,
            };
            let should = (actor.hears)(right);
            if hears != should || status >= 500 {
                wrong.push(format!("{} {method} {path}: {status}, and should be {should:?}", actor.name));
            }
        }
    }
    wrong
}

#[actix_web::test]
async fn the_full_matrix_holds() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    let (_, other) = app.begin("Sail maker").await;
    let here = Actor { name: "nobody on loopback without owner", key: None, hears: |right| of_role(DoorRole::Owner, right) };
    assert_eq!(wrong_cells(&app, &[here], &look).await, [""; 0]);

    app.owned().await;
    let device = async |role, seen| app.device("Phone", role, seen).await;
    let (let_out, revoked) = device(DoorRole::Assistant, 0).await;
    app.store.end_session(let_out).await.unwrap();
    let (ended, ended_link) = link(&app, &look, TimeDelta::days(1)).await;
    app.store.end_share(ended).await.unwrap();
    let key = async |role| Some(device(role, 0).await.1);
    let actors = [
        Actor { name: "nobody", key: None, hears: nobody },
        Actor { name: "guest", key: key(DoorRole::Guest).await, hears: |right| of_role(DoorRole::Guest, right) },
        Actor { name: "assistant", key: key(DoorRole::Assistant).await, hears: |right| of_role(DoorRole::Assistant, right) },
        Actor { name: "owner", key: key(DoorRole::Owner).await, hears: |right| of_role(DoorRole::Owner, right) },
        Actor { name: "device", key: key(DoorRole::Device).await, hears: |right| of_role(DoorRole::Device, right) },
        Actor { name: "own link", key: Some(link(&app, &look, TimeDelta::days(1)).await.1), hears: |right| linked(right, Answer::In) },
        Actor {
            name: "another's link",
            key: Some(link(&app, &other, TimeDelta::days(1)).await.1),
            hears: |right| linked(right, Answer::In),
        },
        Actor {
            name: "link that is over",
            key: Some(link(&app, &look, TimeDelta::days(-1)).await.1),
            hears: |right| linked(right, Answer::Is(410)),
        },
        Actor { name: "link that was ended", key: Some(ended_link), hears: |right| linked(right, Answer::Is(410)) },
        Actor { name: "no link", key: Some(Key::bearer("made-up")), hears: |right| linked(right, Answer::Is(404)) },
        Actor { name: "revoked", key: Some(revoked), hears: nobody },
        Actor { name: "expired", key: Some(device(DoorRole::Owner, 90_000).await.1), hears: nobody },
    ];
    assert_eq!(wrong_cells(&app, &actors, &look).await, [""; 0]);
    for actor in &actors {
        let Some(key) = &actor.key else { continue };
        assert_eq!(app.with(key, Method::DELETE, "/api/session", None).await.status(), StatusCode::NO_CONTENT, "{}", actor.name);
        assert_eq!((actor.hears)(Right::Come), Answer::In);
        // A link is not a device that could go out.
        let after = app.with(key, Method::GET, "/api/kit", None).await.status();
        assert_eq!(after, StatusCode::UNAUTHORIZED, "{}", actor.name);
    }
}

#[actix_web::test]
async fn the_owner_is_made_here_once_and_then_whoever_asks_signs_in() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    let me = app.get("/api/me").await.1;
    assert_eq!((me["role"].as_str(), me["owned"].as_bool()), (Some("owner"), Some(false)));
    assert_eq!(me["may"], json!(["look", "write", "keep", "door"]));
    let sign_in = |phrase: &str| json!({"name": "owner ", "pass_phrase": phrase, "device": "Laptop on the cart", "keep": true});
    assert_eq!(app.post("/api/session", sign_in(PHRASE)).await.0, StatusCode::CONFLICT);

    let owner = |phrase: &str| json!({"name": "Owner", "pass_phrase": phrase, "device": "Laptop on the cart"});
    let (status, problem) = app.send(Method::PUT, "/api/door/owner", Some(owner("short"))).await;
    assert_eq!((status.as_u16(), problem["field"].as_str()), (422, Some("pass_phrase")));
    let made = app.client.put(format!("{}/api/door/owner", app.base)).json(&owner(PHRASE)).send().await.unwrap();
    let cookie = made.headers()["set-cookie"].to_str().unwrap().to_owned();
    for part in ["HttpOnly", "SameSite=Strict", "Path=/", "Max-Age=2592000"] {
        assert!(cookie.contains(part), "{cookie}");
    }
    assert_eq!(made.status(), StatusCode::OK);
    // From now on nobody here is anybody without it.
    assert_eq!(app.get("/api/kit").await.0, StatusCode::UNAUTHORIZED);
    assert_eq!(app.send(Method::PUT, "/api/door/owner", Some(owner(PHRASE))).await.0, StatusCode::UNAUTHORIZED);
    assert_eq!(app.get("/api/me").await.1["role"], Value::Null);
    let key = Key("cookie", cookie.split(';').next().unwrap().to_owned());
    let (status, door) = told(app.with(&key, Method::GET, "/api/door", None).await).await;
    assert_eq!((status, door["devices"][0]["this"].as_bool()), (StatusCode::OK, Some(true)));
    assert_eq!(door["devices"][0]["person"], "Owner");

    let (status, me) = app.post("/api/session", sign_in(PHRASE)).await;
    assert_eq!((status, me["signed_in"].as_bool()), (StatusCode::OK, Some(true)));
    let wrong = app.post("/api/session", sign_in("four small nets dry")).await;
    assert_eq!((wrong.0.as_u16(), wrong.1["detail"].as_str()), (401, Some("That is not the pass phrase. 4 tries left.")));

    // An entry says by whom it is, and another name for the device does not change what was written.
    let entry = json!({"id": Uuid::now_v7(), "base": 0, "at": Utc::now(), "entry": {"note": {"text": "by whom"}}});
    let (_, view) = told(app.with(&key, Method::POST, &format!("/api/setups/{look}/entries"), Some(entry)).await).await;
    assert_eq!(view["tape"]["items"][0]["by"], "Laptop on the cart");
}

#[actix_web::test]
async fn a_new_pass_phrase_lets_the_others_out_and_keeps_this_one() {
    let app = App::spawn().await;
    app.owned().await;
    let sign_in = async |phrase: &str| {
        let body = json!({"name": "Owner", "pass_phrase": phrase, "device": "Laptop"});
        let answer = app.client.post(format!("{}/api/session", app.base)).json(&body).send().await.unwrap();
        let cookie = answer.headers().get("set-cookie").map(|cookie| cookie.to_str().unwrap().to_owned());
        (answer.status(), cookie.map(|cookie| (Key("cookie", cookie.split(';').next().unwrap().to_owned()), cookie)))
    };
    let (Some((mine, set)), Some((other, _))) = (sign_in(PHRASE).await.1, sign_in(PHRASE).await.1) else { panic!("let in") };
    // Not to be kept: as long as the browser is open.
    assert!(!set.contains("Max-Age"), "{set}");
    let to = |old: &str| json!({"old": old, "pass_phrase": "seven oars behind the door"});
    let change = async |key: &Key, old| app.with(key, Method::PUT, "/api/session/pass-phrase", Some(to(old))).await.status();
    assert_eq!(change(&mine, "not it at all, no").await, StatusCode::UNAUTHORIZED);
    assert_eq!(change(&mine, PHRASE).await, StatusCode::NO_CONTENT);
    assert_eq!(app.with(&mine, Method::GET, "/api/kit", None).await.status(), StatusCode::OK);
    assert_eq!(app.with(&other, Method::GET, "/api/kit", None).await.status(), StatusCode::UNAUTHORIZED);
    assert_eq!(sign_in(PHRASE).await.0, StatusCode::UNAUTHORIZED);
    assert_eq!(sign_in("seven oars behind the door").await.0, StatusCode::OK);
    let (_, paired) = app.device("Phone", DoorRole::Assistant, 0).await;
    assert_eq!(change(&paired, PHRASE).await, StatusCode::CONFLICT, "a device that came in by a code has none");
}

#[actix_web::test]
async fn people_come_in_with_their_own_names_and_a_device_changes_its_role_at_once() {
    let app = App::spawn().await;
    app.owned().await;
    let (_, owner) = app.device("Laptop", DoorRole::Owner, 0).await;
    let ask = async |method, path: &str, body| told(app.with(&owner, method, path, body).await).await;
    let person = Uuid::now_v7();
    let body = |name: &str, role: &str| json!({"id": person, "name": name, "role": role, "pass_phrase": "seven oars behind the door"});
    assert_eq!(ask(Method::POST, "/api/door/people", Some(body("Second", "owner"))).await.0, StatusCode::UNPROCESSABLE_ENTITY);
    let taken = ask(Method::POST, "/api/door/people", Some(body("owner", "guest"))).await;
    assert_eq!((taken.0.as_u16(), taken.1["field"].as_str()), (422, Some("name")));
    for _ in 0..2 {
        assert_eq!(ask(Method::POST, "/api/door/people", Some(body("Second", "assistant"))).await.0, StatusCode::CREATED, "sent twice");
    }
    let (status, me) =
        app.post("/api/session", json!({"name": "second", "pass_phrase": "seven oars behind the door", "device": "Tablet"})).await;
    assert_eq!((status, me["may"].clone()), (StatusCode::OK, json!(["look", "write"])));
    assert_eq!(ask(Method::DELETE, &format!("/api/door/people/{person}"), None).await.0, StatusCode::NO_CONTENT);
    let door = ask(Method::GET, "/api/door", None).await.1;
    assert_eq!((door["people"].as_array().unwrap().len(), door["devices"].as_array().unwrap().len()), (1, 1), "its tablet is out too");

    let (id, phone) = app.device("Phone", DoorRole::Assistant, 0).await;
    let (_, look) = {
        let (sitting, look) = (Uuid::now_v7(), Uuid::now_v7());
        ask(Method::POST, "/api/sittings", Some(json!({"id": sitting, "name": "Cooper", "look": {"id": look, "name": "Look 1"}}))).await;
        (sitting, look)
    };
    let write = async || {
        let entry = json!({"id": Uuid::now_v7(), "base": 0, "at": Utc::now(), "entry": {"note": {"text": "one"}}});
        app.with(&phone, Method::POST, &format!("/api/setups/{look}/entries"), Some(entry)).await.status()
    };
    assert_eq!(write().await, StatusCode::CREATED);
    let path = format!("/api/door/devices/{id}");
    let (status, device) = ask(Method::PATCH, &path, Some(json!({"role": "guest", "name": "Phone at the wall"}))).await;
    assert_eq!((status, device["name"].as_str()), (StatusCode::OK, Some("Phone at the wall")));
    assert_eq!(write().await, StatusCode::FORBIDDEN);
    for wrong in ["owner", "device"] {
        assert_eq!(ask(Method::PATCH, &path, Some(json!({"role": wrong}))).await.0, StatusCode::UNPROCESSABLE_ENTITY);
    }
}

#[actix_web::test]
async fn the_log_tells_by_number_and_is_the_owners() {
    let app = App::spawn().await;
    let (sitting, _) = app.begin("Quillfeather").await;
    app.owned().await;
    let (_, owner) = app.device("Laptop", DoorRole::Owner, 0).await;
    let (_, guest) = app.device("Visitor", DoorRole::Guest, 0).await;
    app.with(&owner, Method::DELETE, &format!("/api/sittings/{sitting}"), None).await;
    app.with(&owner, Method::GET, "/api/kit/export", None).await;
    app.with(&guest, Method::DELETE, "/api/kit", None).await;
    let lines = loop {
        let (_, lines) = told(app.with(&owner, Method::GET, "/api/door/log", None).await).await;
        if lines.as_array().unwrap().len() >= 3 {
            break lines;
        }
        tokio::time::sleep(std::time::Duration::from_millis(20)).await;
    };
    let said: BTreeSet<String> =
        lines.as_array().unwrap().iter().map(|l| format!("{} {}", l["who"].as_str().unwrap(), l["words"].as_str().unwrap())).collect();
    assert_eq!(said, ["Laptop deleted, sitting 1", "Laptop took the kit out", "Visitor refused: keep needed"].map(str::to_owned).into());
    assert!(!lines.to_string().contains("Quillfeather"));
    assert_eq!(lines[0]["address"], "127.0.0.1");
    // Kept for 400 days, and no longer.
    app.store.sweep_doors(Utc::now() + TimeDelta::days(399)).await.unwrap();
    assert_eq!(app.store.audited(None, 10).await.unwrap().len(), 3);
    app.store.sweep_doors(Utc::now() + TimeDelta::days(401)).await.unwrap();
    assert!(app.store.audited(None, 10).await.unwrap().is_empty());
}
