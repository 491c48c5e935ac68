//! What somebody tries who should not come in.

use std::time::Duration;

use chrono::{TimeDelta, Utc};
use ink_lamp_http::site::{Public, Site};
use ink_lamp_store::{DoorRole, testing::fresh_store};
use reqwest::{Method, StatusCode, header};
use serde_json::{Value, json};
use uuid::Uuid;

use crate::{
    app::{App, Key, PHRASE, told},
    doors::link,
};

fn sign_in(name: &str, phrase: &str) -> Value {
    json!({"name": name, "pass_phrase": phrase, "device": "Somebody's"})
}

/// Behind a proxy on this machine, which says from where somebody comes.
async fn behind_a_proxy() -> App {
    let (store, url) = fresh_store().await.unwrap();
    let public = Some(Public { host: "lamp.example".to_owned(), secure: true });
    let app = App::found(store, url, |site| Site { public, ..site });
    app.owned().await;
    app
}

#[actix_web::test]
async fn guessing_a_pass_phrase_is_slowed_there_and_the_owner_comes_in_elsewhere() {
    let app = behind_a_proxy().await;
    let from = async |address: &str, body: Value| {
        app.client.post(format!("{}/api/session", app.base)).header("x-forwarded-for", address).json(&body).send().await.unwrap()
    };
    for left in ["4 tries", "3 tries", "2 tries", "1 try", "0 tries"] {
        let (status, problem) = told(from("192.0.2.1", sign_in("Owner", "guessed a hundred times")).await).await;
        assert_eq!(status, StatusCode::UNAUTHORIZED);
        assert_eq!(problem["detail"], format!("That is not the pass phrase. {left} left."));
    }
    // Not looked at any more, were it the right one; and whatever else the request says about where it comes from.
    for header in ["192.0.2.1", "198.51.100.7, 192.0.2.1"] {
        let slowed = from(header, sign_in("oWNER", PHRASE)).await;
        assert_eq!(slowed.status(), StatusCode::TOO_MANY_REQUESTS);
        assert!(slowed.headers()[header::RETRY_AFTER].to_str().unwrap().parse::<u64>().unwrap() >= 1);
    }
    assert_eq!(from("192.0.2.2", sign_in("Owner", PHRASE)).await.status(), StatusCode::OK);
    // Nobody of that name takes as many tries, and is told the same.
    let (_, problem) = told(from("192.0.2.3", sign_in("Nobody", "guessed a hundred times")).await).await;
    assert_eq!(problem["detail"], "That is not the pass phrase. 4 tries left.");
    // Ever new names from one address are one who guesses.
    let mut taken = 0;
    for n in 0..40 {
        let answer = from("192.0.2.4", sign_in(&format!("Name {n}"), "guessed a hundred times")).await;
        taken += u32::from(answer.status() == StatusCode::UNAUTHORIZED);
    }
    assert_eq!(taken, 30);
}

#[actix_web::test]
async fn where_no_proxy_was_said_to_be_nobody_says_from_where_they_come() {
    let app = App::spawn().await;
    app.owned().await;
    let mut last = StatusCode::OK;
    for n in 0..6 {
        let asked = app.client.post(format!("{}/api/session", app.base)).header("x-forwarded-for", format!("192.0.2.{n}"));
        last = asked.json(&sign_in("Owner", "guessed a hundred times")).send().await.unwrap().status();
    }
    assert_eq!(last, StatusCode::TOO_MANY_REQUESTS);
}

#[actix_web::test]
async fn codes_and_links_can_not_be_guessed() {
    let app = App::spawn().await;
    app.owned().await;
    let code = |code: &str| json!({"code": code, "device": "Somebody's"});
    for n in 0..10 {
        assert_eq!(app.post("/api/session/code", code(&format!("AAAAA{}", n % 8 + 2))).await.0, StatusCode::UNAUTHORIZED);
    }
    assert_eq!(app.post("/api/session/code", code("AAAAAA")).await.0, StatusCode::TOO_MANY_REQUESTS);
    let follow = async |n: u32| app.with(&Key::bearer(&format!("guess-{n}")), Method::GET, "/api/shared", None).await.status();
    for n in 0..30 {
        assert_eq!(follow(n).await, StatusCode::NOT_FOUND);
    }
    assert_eq!(follow(31).await, StatusCode::TOO_MANY_REQUESTS);
}

#[actix_web::test]
async fn a_code_is_good_once_however_many_use_it_at_the_same_moment() {
    let app = App::spawn().await;
    app.owned().await;
    let (_, look) = app.device("Laptop", DoorRole::Owner, 0).await;
    let owner = look;
    let make = async |role: &str| told(app.with(&owner, Method::POST, "/api/door/codes", Some(json!({"role": role}))).await).await;
    assert_eq!(make("owner").await.0, StatusCode::UNPROCESSABLE_ENTITY);
    let (status, made) = make("assistant").await;
    assert_eq!(status, StatusCode::CREATED);
    let code = made["code"].as_str().unwrap();
    assert_eq!(made["url"].as_str().unwrap(), format!("{}/in#{code}", app.base));
    let body = json!({"code": format!("{} {}", &code[..3], &code[3..]).to_lowercase(), "device": "Phone beside the sitter"});
    let uses = (0..8).map(|_| app.post("/api/session/code", body.clone()));
    let let_in = futures_util::future::join_all(uses).await.into_iter().filter(|(status, _)| *status == StatusCode::OK).count();
    assert_eq!(let_in, 1);
    assert_eq!(app.post("/api/session/code", body).await.0, StatusCode::UNAUTHORIZED, "replayed");
    let state =
        async |id: &Value| told(app.with(&owner, Method::GET, &format!("/api/door/codes/{}", id.as_str().unwrap()), None).await).await.1;
    assert_eq!(state(&made["id"]).await["open"], false);

    // One that was taken back opens nothing; a device's gives a token that no browser's cookie is.
    let (_, back) = make("guest").await;
    assert_eq!(state(&back["id"]).await["open"], true);
    app.with(&owner, Method::DELETE, &format!("/api/door/codes/{}", back["id"].as_str().unwrap()), None).await;
    assert_eq!(app.post("/api/session/code", json!({"code": back["code"], "device": "Late"})).await.0, StatusCode::UNAUTHORIZED);
    let (_, bridge) = make("device").await;
    let body = json!({"code": bridge["code"], "device": "Bridge"});
    let answer = app.client.post(format!("{}/api/session/code", app.base)).json(&body).send().await.unwrap();
    assert!(answer.headers().get("set-cookie").is_none());
    let token = told(answer).await.1["token"].as_str().unwrap().to_owned();
    assert_eq!(app.with(&Key::bearer(&token), Method::GET, "/api/me", None).await.status(), StatusCode::OK);
    assert_eq!(app.with(&Key::bearer(&token), Method::GET, "/api/kit", None).await.status(), StatusCode::FORBIDDEN);
    assert_eq!(app.with(&app.cookie(&token), Method::GET, "/api/kit", None).await.status(), StatusCode::UNAUTHORIZED);
}

#[actix_web::test]
async fn who_comes_in_gets_a_key_of_their_own_and_it_is_worth_nothing_once_let_out() {
    let app = App::spawn().await;
    app.owned().await;
    // A key that somebody else chose opens nothing, before and after.
    let planted = app.cookie("planted-by-somebody-else");
    let answer = app.with(&planted, Method::POST, "/api/session", Some(sign_in("Owner", PHRASE))).await;
    let set = answer.headers()["set-cookie"].to_str().unwrap().to_owned();
    assert!(!set.contains("planted"), "{set}");
    let mine = Key("cookie", set.split(';').next().unwrap().to_owned());
    assert_eq!(app.with(&planted, Method::GET, "/api/kit", None).await.status(), StatusCode::UNAUTHORIZED);
    // Signing in again takes the key away that one came with.
    let again = app.with(&mine, Method::POST, "/api/session", Some(sign_in("Owner", PHRASE))).await;
    let second = Key("cookie", again.headers()["set-cookie"].to_str().unwrap().split(';').next().unwrap().to_owned());
    assert_eq!(app.with(&mine, Method::GET, "/api/kit", None).await.status(), StatusCode::UNAUTHORIZED);

    // A browser's key is none in another header, nor in the address.
    let value = second.1.split_once('=').unwrap().1.to_owned();
    assert_eq!(app.with(&Key::bearer(&value), Method::GET, "/api/kit", None).await.status(), StatusCode::UNAUTHORIZED);
    assert_eq!(app.get(&format!("/api/kit?token={value}")).await.0, StatusCode::UNAUTHORIZED);
    let (status, _) = told(app.with(&second, Method::DELETE, "/api/session", None).await).await;
    assert_eq!(status, StatusCode::NO_CONTENT);
    let (status, problem) = told(app.with(&second, Method::GET, "/api/kit", None).await).await;
    assert_eq!((status, problem["type"].as_str()), (StatusCode::UNAUTHORIZED, Some("urn:ink-lamp:let-out")), "stolen before");
}

#[actix_web::test]
async fn hosts_and_origins_are_its_own_alone() {
    let app = behind_a_proxy().await;
    let (_, key) = app.device("Laptop", DoorRole::Owner, 0).await;
    // Over TLS the cookie has a name that no other page can set.
    let secure = Key("cookie", key.1.replace("ink-lamp-", "__Host-ink-lamp-"));
    let asked = async |headers: &[(&'static str, &str)], key: &Key, method: Method| {
        let mut request = app.client.request(method, format!("{}/api/kit", app.base)).header(key.0, &key.1);
        for (name, value) in headers {
            request = request.header(*name, *value);
        }
        request.send().await.unwrap().status().as_u16()
    };
    assert_eq!(asked(&[("host", "lamp.example")], &secure, Method::GET).await, 200);
    assert_eq!(asked(&[("host", "lamp.example")], &key, Method::GET).await, 401, "the plain name is not taken over TLS");
    assert_eq!(asked(&[], &secure, Method::GET).await, 401, "nor the other way round");
    for host in ["evil.example", "lamp.example.evil.example", "lamp.example:80", "127.0.0.1.evil.example"] {
        assert_eq!(asked(&[("host", host)], &secure, Method::GET).await, 421, "{host}");
    }
    assert_eq!(asked(&[("host", "evil.example"), ("x-forwarded-host", "lamp.example")], &secure, Method::GET).await, 421);
    for (origin, status) in [
        ("https://lamp.example", 204),
        ("http://lamp.example", 403),
        ("https://evil.example", 403),
        ("https://lamp.example.evil.example", 403),
        ("null", 403),
        ("", 403),
    ] {
        assert_eq!(asked(&[("host", "lamp.example"), ("origin", origin)], &secure, Method::DELETE).await, status, "{origin}");
    }
    assert_eq!(asked(&[("host", "lamp.example"), ("sec-fetch-site", "cross-site")], &secure, Method::DELETE).await, 403);
    // What an answer says of itself stands on refusals too.
    let refused = app.client.get(format!("{}/api/kit", app.base)).send().await.unwrap();
    for name in ["content-security-policy", "x-content-type-options", "referrer-policy", "cache-control", "www-authenticate"] {
        assert!(refused.headers().contains_key(name), "{name}");
    }
    let over_tls = app.client.get(format!("{}/api/me", app.base)).header("host", "lamp.example").send().await.unwrap();
    assert!(over_tls.headers()["strict-transport-security"].to_str().unwrap().contains("max-age="));
}

#[actix_web::test]
async fn a_link_shows_its_own_look_and_nothing_else() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    let (_, other) = app.begin("Quillfeather").await;
    app.write(&look, 0, crate::camera()).await;
    app.write(&look, 1, json!({"note": {"text": "nobody else's business"}})).await;
    app.write(&look, 2, json!({"frame": {"note": "good"}})).await;
    app.owned().await;
    let (_, owner) = app.device("Laptop", DoorRole::Owner, 0).await;
    let make = async |more: Value| {
        let mut body = json!({"id": Uuid::now_v7(), "look": look, "until": Utc::now() + TimeDelta::days(1)});
        body.as_object_mut().unwrap().extend(more.as_object().unwrap().clone());
        told(app.with(&owner, Method::POST, "/api/door/links", Some(body)).await).await
    };
    for (wrong, field) in [
        (json!({"until": Utc::now() - TimeDelta::days(1)}), "until"),
        (json!({"until": Utc::now() + TimeDelta::days(367)}), "until"),
        (json!({"version": 9}), "version"),
    ] {
        let (status, problem) = make(wrong).await;
        assert_eq!((status.as_u16(), problem["field"].as_str()), (422, Some(field)));
    }
    let follow = async |made: &Value| {
        let key = Key::bearer(made["url"].as_str().unwrap().split_once('#').unwrap().1);
        (told(app.with(&key, Method::GET, "/api/shared", None).await).await, key)
    };
    let (_, now) = make(json!({"pictures": true})).await;
    let ((status, shown), key) = follow(&now).await;
    assert_eq!((status, shown["sitting"].as_str()), (StatusCode::OK, Some("Clock mender")));
    assert_eq!(shown["frames"].as_array().unwrap().len(), 1);
    let text = shown.to_string();
    assert!(!text.contains("nobody else's business") && !text.contains("Quillfeather") && !text.contains(&other), "{text}");
    assert_eq!(shown["board"]["camera"]["iso"], "100");
    let (_, before) = make(json!({"version": 0})).await;
    let ((_, shown), _) = follow(&before).await;
    assert_eq!((shown["board"]["camera"].is_null(), shown["frames"].is_null()), (true, true));

    // Walked to other ids, and to everything else.
    for path in [format!("/api/setups/{other}"), format!("/api/setups/{look}"), "/api/sittings".to_owned(), "/api/kit".to_owned()] {
        assert_eq!(app.with(&key, Method::GET, &path, None).await.status(), StatusCode::UNAUTHORIZED, "{path}");
    }
    let entry = json!({"id": Uuid::now_v7(), "at": Utc::now(), "entry": {"note": {"text": "by a link"}}});
    let wrote = app.with(&key, Method::POST, &format!("/api/setups/{look}/entries"), Some(entry)).await;
    assert_eq!(wrote.status(), StatusCode::UNAUTHORIZED);
    // A link is no cookie.
    assert_eq!(app.with(&app.cookie(&key.1[7..]), Method::GET, "/api/shared", None).await.status(), StatusCode::UNAUTHORIZED);

    let door = told(app.with(&owner, Method::GET, "/api/door", None).await).await.1;
    let row = door["links"].as_array().unwrap().iter().find(|row| row["id"] == now["id"]).unwrap().clone();
    assert_eq!((row["opened"].as_i64(), row["over"].as_bool()), (Some(1), Some(false)));
    app.with(&owner, Method::DELETE, &format!("/api/door/links/{}", now["id"].as_str().unwrap()), None).await;
    let (status, problem) = told(app.with(&key, Method::GET, "/api/shared", None).await).await;
    assert_eq!(status, StatusCode::GONE);
    assert_eq!(problem["detail"], format!("This link ended on {}. Ask for a new one.", Utc::now().format("%-d %b")));
    // What is deleted is shown to nobody.
    let (sitting, third) = {
        let (sitting, look) = (Uuid::now_v7(), Uuid::now_v7());
        let body = json!({"id": sitting, "name": "Cooper", "look": {"id": look, "name": "Look 1"}});
        app.with(&owner, Method::POST, "/api/sittings", Some(body)).await;
        (sitting, look)
    };
    let (_, gone) = link(&app, &third.to_string(), TimeDelta::days(1)).await;
    app.with(&owner, Method::DELETE, &format!("/api/sittings/{sitting}"), None).await;
    assert_eq!(app.with(&gone, Method::GET, "/api/shared", None).await.status(), StatusCode::GONE);
}

#[actix_web::test]
async fn who_follows_is_not_told_any_more_once_let_out() {
    let app = App::spawn().await;
    app.owned().await;
    let (id, phone) = app.device("Phone", DoorRole::Assistant, 0).await;
    let (_, owner) = app.device("Laptop", DoorRole::Owner, 0).await;
    let (expiring, _) = (Uuid::now_v7(), ());
    let mut followed = app.with(&phone, Method::GET, "/api/events", None).await;
    assert_eq!(followed.status(), StatusCode::OK);
    assert!(followed.chunk().await.unwrap().is_some_and(|word| word.starts_with(b"retry")));
    let out = app.with(&owner, Method::DELETE, &format!("/api/door/devices/{id}"), None).await;
    assert_eq!(out.status(), StatusCode::NO_CONTENT);
    // It ends; were it only to go on in silence, this would wait for its next breath, and longer.
    let end = async { while followed.chunk().await.unwrap().is_some() {} };
    tokio::time::timeout(Duration::from_secs(12), end).await.expect("the stream goes on");
    assert_eq!(app.with(&phone, Method::GET, "/api/events", None).await.status(), StatusCode::UNAUTHORIZED);
    let unknown = app.with(&owner, Method::DELETE, &format!("/api/door/devices/{expiring}"), None).await;
    assert_eq!(unknown.status(), StatusCode::NOT_FOUND);
}

#[actix_web::test]
async fn another_server_hears_of_it_too() {
    let (store, url) = fresh_store().await.unwrap();
    let (one, other) = (App::serve(store.clone(), url.clone()), App::serve(store, url));
    one.owned().await;
    let (id, _) = one.device("Phone", DoorRole::Assistant, 0).await;
    let (_, owner) = one.device("Laptop", DoorRole::Owner, 0).await;
    // The same key at both; each calls its cookie by its own port.
    let there = Key("cookie", owner.1.replace(one.base.rsplit_once(':').unwrap().1, other.base.rsplit_once(':').unwrap().1));
    while other.get("/api/kit").await.0 != StatusCode::UNAUTHORIZED {
        tokio::time::sleep(Duration::from_millis(20)).await;
    }
    assert_eq!(other.with(&there, Method::GET, "/api/kit", None).await.status(), StatusCode::OK);
    let mine = told(one.with(&owner, Method::GET, "/api/door", None).await).await.1;
    let me = mine["devices"].as_array().unwrap().iter().find(|d| d["this"] == true).unwrap()["id"].as_str().unwrap().to_owned();
    assert_ne!(me, id.to_string());
    assert_eq!(one.with(&owner, Method::DELETE, &format!("/api/door/devices/{me}"), None).await.status(), StatusCode::NO_CONTENT);
    while other.with(&there, Method::GET, "/api/kit", None).await.status() != StatusCode::UNAUTHORIZED {
        tokio::time::sleep(Duration::from_millis(20)).await;
    }
}
