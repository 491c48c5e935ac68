//! What keeps the product steady, as a client meets it: odd requests, a record that is forgotten or closed, how the server is.

use chrono::{TimeDelta, Utc};
use reqwest::{Method, StatusCode, header};
use sea_orm::{ConnectionTrait, Database};
use serde_json::{Value, json};
use uuid::Uuid;

use crate::{app::App, camera};

fn field(answer: &(StatusCode, Value)) -> (u16, &str) {
    (answer.0.as_u16(), answer.1["field"].as_str().unwrap_or_default())
}

#[actix_web::test]
async fn a_list_in_place_of_fields_and_what_is_missing_are_refused_at_their_field() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Odd").await;
    assert_eq!(field(&app.write(&look, 0, json!({"frame": [null, null]})).await), (422, "entry.frame"));
    assert_eq!(field(&app.write(&look, 0, json!({"camera": {"shutter": "1/160", "iso": "100"}})).await), (422, "entry.camera.aperture"));
    assert_eq!(
        field(&app.post(&format!("/api/setups/{look}/entries"), json!({"id": Uuid::now_v7(), "at": Utc::now()})).await),
        (422, "entry")
    );
    let (status, problem) = app.post("/api/sittings", json!({"name": "One"})).await;
    assert_eq!((status.as_u16(), problem["detail"].as_str()), (422, Some("id is missing.")));
}

#[actix_web::test]
async fn a_path_says_which_methods_it_takes() {
    let app = App::spawn().await;
    for (method, path, allowed) in [
        (Method::PATCH, "/api/ways", "POST"),
        (Method::DELETE, "/api/setups/0199d2c4-5b7e-7a51-9c3e-2f1d5a6b7c8d", "GET, PATCH"),
        (Method::PUT, "/api/kit", "GET, DELETE"),
        (Method::PUT, "/api/kit/export", "GET"),
        (Method::PATCH, "/api/sittings/forget", "POST"),
        (Method::POST, "/", "GET, HEAD"),
    ] {
        let answer = app.client.request(method.clone(), format!("{}{path}", app.base)).send().await.unwrap();
        assert_eq!(answer.status(), StatusCode::METHOD_NOT_ALLOWED, "{method} {path}");
        assert_eq!(answer.headers()[header::ALLOW], allowed, "{path}");
    }
    assert_eq!(app.send(Method::POST, "/api/nothing", None).await.0, StatusCode::NOT_FOUND);
}

#[actix_web::test]
async fn media_types_are_read_by_their_rules() {
    let app = App::spawn().await;
    let sent = async |kind: &str| {
        let body = json!({"id": Uuid::now_v7(), "name": "Kinds", "look": {"id": Uuid::now_v7(), "name": "Look 1"}}).to_string();
        let request = app.client.post(format!("{}/api/sittings", app.base)).header(header::CONTENT_TYPE, kind);
        request.body(body).send().await.unwrap().status().as_u16()
    };
    for kind in ["application/json", "Application/JSON; charset=UTF-8", "application/merge-patch+json"] {
        assert_eq!(sent(kind).await, 201, "{kind}");
    }
    for kind in ["application/jsonish", "text/json", "application/json; charset=latin1", "json", "application/x-www-form-urlencoded"] {
        assert_eq!(sent(kind).await, 415, "{kind}");
    }
}

#[actix_web::test]
async fn a_light_is_only_what_its_unit_can_be() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Units").await;
    let light = |dial: &str, rig: Value, durations: Value| {
        json!({"light": {"light": "key", "role": "key", "dial": dial, "rig": rig, "unit": {"name": "Tallow 500", "channels": 16, "groups": 3,
            "durations": durations, "scale": {"fractions": {"lowest": 128, "step": "thirds"}}}}})
    };
    for (odd, at, says) in [
        (light("1/4", json!({"channel": 17}), json!([])), "entry.rig.channel", "Tallow 500 has no channel 17. Give 1 to 16."),
        (light("1/4", json!({"channel": 0}), json!([])), "entry.light.rig.channel", "There is no 0 here. Give 1 to 255."),
        (light("1/4", json!({"group": "D"}), json!([])), "entry.rig.group", "Tallow 500 has no group D. It has 3, from A."),
        (light("1/4", json!({"circuit": 10}), json!([])), "entry.light.rig.circuit", "There is no 10 here. Give 1 to 9."),
        (light("1/4", json!({}), json!([{"power": 0, "t05": 0.002, "t01": 0.001}])), "entry.light.unit.durations[0]", "shorter than t0.5"),
        (light("1/4 +0.5", json!({}), json!([])), "entry.dial", "Next to it are 1/4 +2/3 and 1/4 +1/3."),
    ] {
        let answer = app.write(&look, 0, odd).await;
        assert_eq!(field(&answer), (422, at), "{}", answer.1);
        assert!(answer.1["detail"].as_str().unwrap().contains(says), "{}", answer.1);
    }
    let full = light("1/4", json!({"channel": 16, "group": "C", "circuit": 9}), json!([{"power": 0, "t05": 0.001, "t01": 0.001}]));
    assert_eq!(app.write(&look, 0, full).await.0, StatusCode::CREATED);
}

#[actix_web::test]
async fn a_note_is_whole_or_refused_and_a_name_is_seen() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Notes").await;
    let longest = "é".repeat(500);
    let (status, view) = app.write(&look, 0, json!({"note": {"text": longest}})).await;
    assert_eq!(status, StatusCode::CREATED);
    assert!(view["tape"]["items"][0]["line"].to_string().contains(&longest));
    assert_eq!(field(&app.write(&look, 1, json!({"note": {"text": "é".repeat(501)}})).await), (422, "entry.note.text"));
    assert_eq!(app.write(&look, 1, json!({"frame": {"note": longest}})).await.0, StatusCode::CREATED);
    assert_eq!(field(&app.write(&look, 2, json!({"frame": {"note": "é".repeat(501)}})).await), (422, "entry.frame.note"));
    let unseen = json!({"id": Uuid::now_v7(), "name": "\u{200b}", "look": {"id": Uuid::now_v7(), "name": "Look 1"}});
    assert_eq!(field(&app.post("/api/sittings", unseen).await), (422, "name"));
}

#[actix_web::test]
async fn how_the_server_is_and_what_it_did_can_be_asked() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Counted").await;
    app.get(&format!("/api/setups/{look}")).await;
    app.get("/api/setups/odd").await;
    let (status, health) = app.get("/api/health").await;
    assert_eq!((status.as_u16(), health["status"].as_str(), &health["database"]["ready"]), (200, Some("ready"), &json!(true)));
    assert!(health["disk"]["free_bytes"].as_u64().unwrap() > 0);
    let follower = app.client.get(format!("{}/api/events", app.base)).send().await.unwrap();
    let answer = app.client.get(format!("{}/api/metrics", app.base)).send().await.unwrap();
    assert!(answer.headers()[header::CONTENT_TYPE].to_str().unwrap().starts_with("text/plain; version=0.0.4"));
    let text = answer.text().await.unwrap();
    for line in [
        r#"ink_lamp_requests_total{method="GET",path="/api/setups/{id}",status="200"} 1"#,
        r#"ink_lamp_requests_total{method="GET",path="/api/setups/{id}",status="422"} 1"#,
        r#"ink_lamp_requests_total{method="POST",path="/api/sittings",status="201"} 1"#,
        r#"ink_lamp_request_seconds_count{method="POST",path="/api/sittings"} 1"#,
        r#"ink_lamp_refused_total{why="request"} 1"#,
        "ink_lamp_followers 1",
        "ink_lamp_work_waiting 0",
    ] {
        assert!(text.lines().any(|l| l == line), "{line} in {text}");
    }
    drop(follower);
}

#[actix_web::test]
async fn what_a_guard_refuses_carries_the_headers_and_is_counted() {
    let app = App::spawn().await;
    let elsewhere = app.client.get(format!("{}/api/health", app.base)).header(header::HOST, "elsewhere.example").send().await.unwrap();
    assert_eq!(
        (elsewhere.status().as_u16(), &elsewhere.headers()["x-content-type-options"]),
        (421, &header::HeaderValue::from_static("nosniff"))
    );
    let text = app.client.get(format!("{}/api/metrics", app.base)).send().await.unwrap().text().await.unwrap();
    assert!(text.contains(r#"ink_lamp_refused_total{why="foreign"} 1"#), "{text}");
}

#[actix_web::test]
async fn a_deleted_sitting_is_forgotten_for_good_once_its_name_is_said() {
    let app = App::spawn().await;
    let (sitting, look) = app.begin("Quillfeather").await;
    app.write(&look, 0, camera()).await;
    let path = format!("/api/sittings/{sitting}/forget");
    assert_eq!(app.post(&path, json!({"name": "Quillfeather"})).await.0, StatusCode::CONFLICT);
    app.send(Method::DELETE, &format!("/api/sittings/{sitting}"), None).await;
    assert_eq!(field(&app.post(&path, json!({"name": "Quill"})).await), (422, "name"));
    let forgotten = json!({"sittings": 1, "looks": 1, "entries": 1});
    assert_eq!(app.post(&path, json!({"name": "Quillfeather"})).await, (StatusCode::OK, forgotten));
    assert_eq!(app.get(&format!("/api/setups/{look}")).await.0, StatusCode::GONE);
    assert_eq!(app.write(&look, 1, json!({"note": {"text": "late"}})).await.0, StatusCode::GONE);
    assert_eq!(app.get("/api/sittings?deleted=true").await.1, json!([]));
}

#[actix_web::test]
async fn sittings_are_forgotten_by_age_once_they_are_counted() {
    let app = App::spawn().await;
    for name in ["One", "Two"] {
        let (sitting, _) = app.begin(name).await;
        app.send(Method::DELETE, &format!("/api/sittings/{sitting}"), None).await;
    }
    let before = Utc::now() + TimeDelta::minutes(1);
    let asked = |sittings: u64| json!({"deleted_before": before, "sittings": sittings});
    assert_eq!(field(&app.post("/api/sittings/forget", asked(1)).await), (422, "sittings"));
    assert_eq!(app.post("/api/sittings/forget", asked(2)).await.1["sittings"], 2);
    assert_eq!(
        field(&app.post("/api/sittings/forget", json!({"deleted_before": "1066-10-14T09:00:00Z", "sittings": 0})).await),
        (422, "deleted_before")
    );
}

#[actix_web::test]
async fn a_closed_look_is_shown_says_why_and_takes_nothing() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Closed").await;
    app.write(&look, 0, camera()).await;
    let db = Database::connect(&app.url).await.unwrap();
    db.execute_unprepared("update setup set closed = 'unknown variant `hologram`'").await.unwrap();
    let (status, view) = app.get(&format!("/api/setups/{look}")).await;
    assert_eq!(status, StatusCode::OK);
    assert!(view["closed"].as_str().unwrap().contains("hologram") && view["setup"]["camera"].is_object(), "{view}");
    let (status, problem) = app.write(&look, 1, json!({"note": {"text": "more"}})).await;
    assert_eq!((status, problem["type"].as_str()), (StatusCode::CONFLICT, Some("urn:ink-lamp:closed")));
}

#[actix_web::test]
async fn the_largest_kit_goes_out_and_comes_back_and_one_piece_more_is_refused() {
    let (app, other) = (App::spawn().await, App::spawn().await);
    let durations: Vec<Value> = (0..64).map(|n| json!({"power": f64::from(-n) / 10.0, "t05": 0.000_123_4, "t01": 0.000_345_6})).collect();
    let item = |n: u128| json!({"id": Uuid::from_u128(n), "is": {"strobe": {"name": format!("Tallow {n}"), "scale": {"fractions": {"lowest": 128, "step": "tenths"}}, "durations": durations}}});
    let items: Vec<Value> = (1..=2000).map(item).collect();
    let samples: Vec<Value> =
        (1..=20_000).map(|n| json!({"entry": Uuid::from_u128(n), "unit": Uuid::from_u128(1 + n % 2000), "offset": 0.1})).collect();
    let kit = json!({"format": "ink-lamp-kit-1", "items": items, "samples": samples});
    let (status, done) = app.post("/api/kit/import", kit).await;
    assert_eq!((status, &done), (StatusCode::OK, &json!({"added": 2000, "changed": 0, "same": 0, "samples": 20_000})));
    let out = app.client.get(format!("{}/api/kit/export", app.base)).send().await.unwrap().text().await.unwrap();
    assert!(out.len() > 12_000_000, "{}", out.len());
    let back =
        other.client.post(format!("{}/api/kit/import", other.base)).header(header::CONTENT_TYPE, "application/json").body(out.clone());
    assert_eq!(back.send().await.unwrap().json::<Value>().await.unwrap(), done);
    assert_eq!(other.client.get(format!("{}/api/kit/export", other.base)).send().await.unwrap().text().await.unwrap(), out);
    let piece = json!({"is": {"filter": {"name": "ND 0.9", "loss": 3}}});
    assert_eq!(
        app.send(Method::PUT, &format!("/api/kit/{}", Uuid::now_v7()), Some(piece.clone())).await.0,
        StatusCode::UNPROCESSABLE_ENTITY
    );
    assert_eq!(app.send(Method::PUT, &format!("/api/kit/{}", Uuid::from_u128(7)), Some(piece)).await.0, StatusCode::OK);
}
