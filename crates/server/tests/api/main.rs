//! The API as a client meets it: the real application on a real PostgreSQL.
#![allow(clippy::unwrap_used, clippy::panic, missing_docs)]

mod app;
mod attacks;
mod devices;
mod doors;
mod foretold;
mod frames;
mod mixed;
mod practice;
mod roll;
mod steady;

use app::{App, told};
use ink_lamp_server::demo;
use reqwest::{Method, Response, StatusCode};
use serde_json::{Value, json};
use uuid::Uuid;

fn camera() -> Value {
    json!({"camera": {"aperture": "8", "shutter": "1/160", "iso": "100"}})
}

#[actix_web::test]
async fn the_document_is_what_the_front_end_was_made_for() {
    let fresh = ink_lamp_server::openapi::openapi().to_pretty_json().unwrap();
    let kept = include_str!("../../../../web/src/api/openapi.json");
    assert!(fresh.trim() == kept.trim(), "the API changed: ./run types writes openapi.json and the front end's types anew");
    insta::assert_snapshot!(operations(&fresh));
}

#[actix_web::test]
async fn the_document_is_served_as_it_is_made_and_declares_every_error_as_a_problem() {
    let app = App::spawn().await;
    let (status, served) = app.get("/api/openapi.json").await;
    let fresh: Value = serde_json::from_str(&ink_lamp_server::openapi::openapi().to_json().unwrap()).unwrap();
    assert_eq!((status, &served), (StatusCode::OK, &fresh));
    for (path, operations) in served["paths"].as_object().unwrap() {
        for operation in operations.as_object().unwrap().values() {
            for (status, answer) in operation["responses"].as_object().unwrap().iter().filter(|(s, _)| s.starts_with(['4', '5'])) {
                let kinds: Vec<_> = answer["content"].as_object().unwrap().keys().collect();
                // How the server is, is told the same way whether or not it is ready.
                let kind = if (path.as_str(), status.as_str()) == ("/api/health", "503") {
                    "application/json"
                } else {
                    "application/problem+json"
                };
                assert_eq!(kinds, [kind], "{path} {status}");
            }
        }
    }
}

#[actix_web::test]
async fn a_time_that_no_calendar_here_tells_is_refused_at_its_field() {
    let app = App::spawn().await;
    let (_, look) = app.begin("When").await;
    let path = format!("/api/setups/{look}/entries");
    let at = |time: &str| json!({"id": Uuid::now_v7(), "at": time, "entry": {"note": {"text": "then"}}});
    for time in ["+262142-12-31T00:00:00Z", "1899-12-31T23:59:59Z", "2201-01-01T00:00:00Z", "-0044-03-15T00:00:00Z"] {
        let (status, problem) = app.post(&path, at(time)).await;
        assert_eq!((status, problem["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some("at")), "{time}: {problem}");
    }
    for time in ["1900-01-01T00:00:00Z", "2200-12-31T23:59:59Z"] {
        assert_eq!(app.post(&path, at(time)).await.0, StatusCode::CREATED, "{time}");
    }
}

/// Every operation with its answers, a line each.
fn operations(document: &str) -> String {
    let document: Value = serde_json::from_str(document).unwrap();
    let mut lines = Vec::new();
    for (path, methods) in document["paths"].as_object().unwrap() {
        for (method, operation) in methods.as_object().unwrap() {
            let answers: Vec<&str> = operation["responses"].as_object().unwrap().keys().map(String::as_str).collect();
            lines.push(format!("{} {path}: {}", method.to_uppercase(), answers.join(" ")));
        }
    }
    lines.join("\n")
}

#[actix_web::test]
async fn a_sitting_from_the_first_reading_to_the_next_move() {
    let app = App::spawn().await;
    assert_eq!(app.get("/api/health").await.1["status"], "ready");
    let (_, look) = app.begin("Clock mender").await;
    let steps = [
        json!({"reading": {"of": "room", "shows": "1.4 3", "iso": "200", "shutter": "1/125"}}),
        camera(),
        json!({"ratio": {"target": {"ratio": 3.0, "convention": "lit_shadow", "anchor": "lit_side"}}}),
        json!({"reading": {"of": "key", "shows": "5.6 4"}}),
        json!({"light": {"light": "fill", "role": "fill", "unit": {"name": "Taper 400", "scale": {"fractions": {"lowest": 256, "step": "tenths"}}}, "dial": "1/8"}}),
        json!({"reading": {"of": "fill", "shows": "5.6 1"}}),
    ];
    let mut view = Value::Null;
    for (n, step) in (0..).zip(steps) {
        let (status, body) = app.write(&look, n, step).await;
        assert_eq!(status, StatusCode::CREATED, "{body}");
        view = body;
    }
    assert_eq!(view["version"], 6);
    let next = &view["board"]["next"];
    assert_eq!(next["say"], json!([{"text": "Fill down 0.7 stop: set "}, {"strong": "1/16 +0.3"}]));
    let (_, after) = app.write(&look, 6, next["action"]["entry"].clone()).await;
    assert_eq!(after["tape"]["items"][6]["line"]["tail"], "Taper 400");
    // What was written is there tomorrow.
    assert_eq!(app.get(&format!("/api/setups/{look}")).await.1, after);
    let (_, then) = app.get(&format!("/api/setups/{look}/tape/{}", after["tape"]["items"][3]["id"].as_str().unwrap())).await;
    assert_eq!(then["board"]["lanes"][3]["words"], "set");
    // The key was read then, and no unit lit the fill yet.
    let lights = then["setup"]["lights"].as_array().unwrap();
    assert!(lights.iter().any(|l| l["id"] == "key" && l["reading"].is_object()), "{lights:?}");
    assert!(!lights.iter().any(|l| l["id"] == "fill" && l["unit"].is_object()), "{lights:?}");
    let (_, list) = app.get("/api/sittings").await;
    assert_eq!((&list[0]["sitting"]["name"], &list[0]["last"]["id"]), (&json!("Clock mender"), &json!(look)));
}

#[actix_web::test]
async fn nonsense_gets_a_problem_at_the_field_and_changes_nothing() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    app.write(&look, 0, camera()).await;
    for (entry, field, detail) in [
        (json!({"reading": {"of": "fill", "shows": "7.3 4"}}), "entry.reading.shows", "Did you mean 8 1?"),
        (
            json!({"reading": {"of": "fill", "shows": "abc"}}),
            "entry.reading.shows",
            "abc is no reading. Type what the meter shows, such as 5.6 8 or 11.",
        ),
        (json!({"camera": {"aperture": "0", "shutter": "1/160", "iso": "100"}}), "entry.camera.aperture", "f/0 does not exist."),
        (json!({"camera": {"aperture": "8", "shutter": "1/160", "iso": "-5"}}), "entry.camera.iso", "ISO -5 does not exist."),
        (json!({"camera": {"aperture": "8", "shutter": "1/160"}}), "entry.camera.iso", "iso is missing."),
        (json!({"reading": {"of": "kicker", "shows": "8"}}), "entry.of", "No light is called kicker"),
        (json!({"dial": {"light": "fill", "dial": "1/8"}}), "entry.dial", "Fill has no unit yet."),
        (json!({"explode": {}}), "entry", "“explode” is not known here."),
    ] {
        let (status, problem) = app.write(&look, 1, entry).await;
        assert_eq!((status, problem["field"].as_str().unwrap()), (StatusCode::UNPROCESSABLE_ENTITY, field), "{problem}");
        assert!(problem["detail"].as_str().unwrap().contains(detail), "{problem}");
    }
    let entries = format!("/api/setups/{look}/entries");
    let wrong_id = app.post(&entries, json!({"id": "7", "base": 1, "at": "2026-11-23T19:02:00Z", "entry": camera()})).await;
    assert_eq!((wrong_id.0, wrong_id.1["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some("id")));
    assert_eq!(app.get("/api/setups/7").await.0, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(app.get(&format!("/api/setups/{}", Uuid::now_v7())).await.0, StatusCode::NOT_FOUND);
    assert_eq!(app.get("/api/nothing").await.0, StatusCode::NOT_FOUND);
    assert_eq!(app.get("/api/sittings?deleted=perhaps").await.0, StatusCode::BAD_REQUEST);
    assert_eq!(
        app.post("/api/sittings", json!({"id": Uuid::now_v7(), "name": " ", "look": {"id": Uuid::now_v7(), "name": "A"}})).await.1["field"],
        "name"
    );
    let raw = |body: Vec<u8>, kind: &'static str| {
        app.client.post(format!("{}{entries}", app.base)).header("content-type", kind).body(body).send()
    };
    assert_eq!(told(raw(vec![b'a'; 10_000_000], "application/json").await.unwrap()).await.0, StatusCode::PAYLOAD_TOO_LARGE);
    assert_eq!(told(raw(b"{\"id\":".to_vec(), "application/json").await.unwrap()).await.0, StatusCode::BAD_REQUEST);
    assert_eq!(told(raw(b"{}".to_vec(), "text/plain").await.unwrap()).await.0, StatusCode::UNSUPPORTED_MEDIA_TYPE);
    assert_eq!(app.get(&format!("/api/setups/{look}")).await.1["version"], 1);
}

#[actix_web::test]
async fn two_writers_do_not_overwrite_each_other_silently() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    app.write(&look, 0, camera()).await;
    let (status, problem) = app.write(&look, 0, camera()).await;
    assert_eq!((status, &problem["version"], &problem["field"]), (StatusCode::CONFLICT, &json!(1), &json!("base")));
    let body = json!({"id": Uuid::now_v7(), "at": "2026-11-23T19:02:00Z", "entry": {"reading": {"of": "key", "shows": "8"}}});
    let path = format!("/api/setups/{look}/entries");
    assert_eq!(app.post(&path, body.clone()).await.0, StatusCode::CREATED);
    assert_eq!(app.post(&path, body).await.0, StatusCode::OK);
}

#[actix_web::test]
async fn other_pages_and_other_names_are_kept_out() {
    let app = App::spawn().await;
    let post = |name: &'static str, value: &str| {
        app.client.post(format!("{}/api/draft", app.base)).header(name, value.to_owned()).json(&json!({}))
    };
    let status = |r: Response| r.status();
    assert_eq!(status(post("origin", "http://elsewhere.example").send().await.unwrap()), StatusCode::FORBIDDEN);
    assert_eq!(status(post("origin", "null").send().await.unwrap()), StatusCode::FORBIDDEN);
    assert_eq!(status(post("sec-fetch-site", "cross-site").send().await.unwrap()), StatusCode::FORBIDDEN);
    assert_eq!(status(post("origin", &app.base).send().await.unwrap()), StatusCode::UNPROCESSABLE_ENTITY, "its own page may ask");
    let renamed = app.client.get(format!("{}/api/health", app.base)).header("host", "elsewhere.example").send().await.unwrap();
    assert_eq!(renamed.status(), StatusCode::MISDIRECTED_REQUEST);
}

#[actix_web::test]
async fn every_answer_carries_its_headers() {
    let app = App::spawn().await;
    for path in ["/", "/setups/anything", "/api/health", "/api/nothing", "/missing.js"] {
        let response = app.client.get(format!("{}{path}", app.base)).send().await.unwrap();
        let header = |name: &str| response.headers().get(name).map(|v| v.to_str().unwrap().to_owned()).unwrap_or_default();
        assert!(header("content-security-policy").starts_with("default-src 'none'; script-src 'self'"), "{path}");
        assert_eq!(header("x-content-type-options"), "nosniff", "{path}");
        assert!(header("x-request-id").parse::<Uuid>().is_ok(), "{path}");
    }
    let asset = app.client.post(format!("{}/", app.base)).send().await.unwrap();
    assert_eq!(asset.status(), StatusCode::METHOD_NOT_ALLOWED);
}

#[actix_web::test]
async fn ways_and_studies_answer_for_a_setup_and_keep_nothing() {
    let app = App::spawn().await;
    demo::load(&app.store).await.unwrap();
    let look = "/api/setups/0199a100-0000-7000-9009-000000000000";
    let before = app.get(look).await.1;
    let setup = &before["setup"];
    let (status, ways) = app.post("/api/ways", json!({"setup": setup})).await;
    assert_eq!(status, StatusCode::OK, "{ways}");
    let found = |ways: &Value, id: &str| ways["ways"].as_array().unwrap().iter().find(|w| w["id"] == id).cloned();
    assert_eq!(found(&ways, "aperture").unwrap()["settings"], "ƒ1.4 to ƒ4");
    // A wish that is only tried.
    let kept = json!({"setup": setup, "entry": {"room_wish": {"keep": {"level": -1}}}});
    let (_, kept) = app.post("/api/ways", kept).await;
    assert_eq!((kept["kept"].clone(), found(&kept, "shutter").is_some()), (json!(true), true));
    let refused = json!({"setup": setup, "entry": {"room_wish": {"keep": {"level": -40}}}});
    let (status, problem) = app.post("/api/ways", refused).await;
    assert_eq!((status, problem["field"].as_str().unwrap()), (StatusCode::UNPROCESSABLE_ENTITY, "entry.level"));
    let gels = json!([{"name": "Full orange", "mired": 159, "loss": 0.9}]);
    let (status, study) = app.post("/api/study", json!({"setup": setup, "question": {"gels": gels}})).await;
    assert_eq!(status, StatusCode::OK, "{study}");
    assert!(study["color"]["gel"]["words"].as_str().unwrap().contains("Full orange is +159"));
    assert_eq!(study["freeze"]["lights"].as_array().unwrap().len(), 3);
    let wrong = json!({"setup": setup, "question": {"frames": [{"shutter": "1/400", "share": 1.2}]}});
    let (status, problem) = app.post("/api/study", wrong).await;
    assert_eq!((status, problem["field"].as_str().unwrap()), (StatusCode::UNPROCESSABLE_ENTITY, "question.frames[0].share"));
    // A way tried as a whole: the camera and each dial, one after the other.
    let entries = found(&ways, "aperture").unwrap()["entries"].as_array().unwrap().clone();
    let (status, draft) = app.post("/api/draft", json!({"setup": setup, "entry": entries[0], "then": &entries[1..]})).await;
    assert_eq!(status, StatusCode::OK, "{draft}");
    assert_eq!(draft["board"]["room"]["title"], "Room is removed");
    let nowhere = json!({"setup": setup, "entry": entries[0], "then": [{"dial": {"light": "hair", "dial": "1/8"}}]});
    let (status, answer) = app.post("/api/draft", nowhere).await;
    assert_eq!((status, answer["refused"]["field"].as_str()), (StatusCode::OK, Some("then[0].light")), "what can't be is an answer");
    assert_eq!(app.get(look).await.1, before);
}

#[actix_web::test]
async fn the_plan_answers_while_a_light_is_dragged_and_keeps_nothing() {
    let app = App::spawn().await;
    demo::load(&app.store).await.unwrap();
    let look = "/api/setups/0199a100-0000-7000-9007-000000000000";
    let before = app.get(look).await.1;
    let setup = &before["setup"];
    let question = json!({"chosen": "key", "others": true, "elevation": true, "starts": true});
    let (status, drawn) = app.post("/api/plan", json!({"setup": setup, "question": question})).await;
    assert_eq!(status, StatusCode::OK, "{drawn}");
    let plan = &drawn["plan"];
    assert_eq!((plan["lights"].as_array().unwrap().len(), plan["contours"].as_array().unwrap().len()), (4, 4));
    assert_eq!((plan["contours"][0]["light"].clone(), drawn["board"].is_null()), (json!("key"), true));
    assert_eq!((plan["starts"].as_array().unwrap().len(), plan["eyes"].as_array().unwrap().len()), (6, 2));
    assert!(plan["elevation"]["tones"].as_array().unwrap().len() > 500);
    // Dragged to half the way: the board tells what it would read.
    let place = json!({"placed": {"light": "key", "place": {"at": {"x": -0.4, "y": 1.55, "z": 0.4}}}});
    let (_, moved) = app.post("/api/plan", json!({"setup": setup, "entry": place, "question": {"chosen": "key"}})).await;
    let key = |board: &Value| board["lanes"][2]["reading"]["stops"].as_f64().unwrap();
    assert!(key(&moved["board"]) > key(&before["board"]) + 1.0, "{}", moved["board"]["lanes"][2]);
    // What can't be comes back with its field.
    for (entry, field) in [
        (json!({"placed": {"light": "nobody"}}), "entry.light"),
        (json!({"placed": {"light": "key", "around": {"distance": 0.3, "round": 0, "height": 2.5}}}), "entry.around.distance"),
        (json!({"placed": {"light": "key", "place": {"at": {"x": 99, "y": 1, "z": 0}}}}), "entry.placed.place.at"),
        (json!({"sitter_moved": {"x": 0, "z": -9}}), "entry.z"),
    ] {
        let (status, problem) = app.post("/api/plan", json!({"setup": setup, "entry": entry})).await;
        assert_eq!((status, problem["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some(field)), "{problem}");
    }
    assert_eq!(app.get(look).await.1, before);
}

#[actix_web::test]
async fn a_draft_says_what_would_be_and_keeps_nothing() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    let (_, view) = app.write(&look, 0, camera()).await;
    let draft = json!({"setup": view["setup"], "entry": {"reading": {"of": "key", "shows": "8 3"}}});
    let (status, answer) = app.post("/api/draft", draft).await;
    assert_eq!(status, StatusCode::OK);
    assert_eq!(answer["echo"]["lines"][0], json!([{"text": "f/8 and 3 tenths, key alone."}]));
    assert_eq!(answer["board"]["lanes"][2]["reading"]["shown"], "+0.3");
    assert_eq!(app.get(&format!("/api/setups/{look}")).await.1["version"], 1);
    let bad = json!({"setup": {"room": {"wish": {"remove": {"level": -5.0}}}, "lights": [{"id": "key", "role": "key", "dial": 3}]}, "entry": camera()});
    assert_eq!(app.post("/api/draft", bad).await.1["field"], "setup.lights[0]");
    // Half a reading is no error: nothing was asked for wrongly.
    for shows in ["5.", "ƒ", ""] {
        let half = json!({"setup": view["setup"], "entry": {"reading": {"of": "key", "shows": shows}}});
        let (status, answer) = app.post("/api/draft", half).await;
        assert_eq!((status, answer["refused"]["field"].as_str()), (StatusCode::OK, Some("entry.reading.shows")), "{answer}");
        assert!(answer["board"].is_null());
    }
    assert_eq!(app.post("/api/draft", json!({"setup": view["setup"]})).await.0, StatusCode::OK, "the entry that is missing is said");
}

#[actix_web::test]
async fn the_demo_is_loaded_once_and_stays_as_it_was_changed() {
    let app = App::spawn().await;
    assert!(demo::load(&app.store).await.unwrap());
    assert!(!demo::load(&app.store).await.unwrap());
    let (_, list) = app.get("/api/sittings").await;
    let list = list.as_array().unwrap().clone();
    assert_eq!(list.len(), 9);
    assert_eq!(list[0]["sitting"]["name"], "Clock mender");
    assert_eq!(list[0]["summary"]["words"], "Fill 0.7 over");
    let id = list[1]["sitting"]["id"].as_str().unwrap();
    assert!(app.send(Method::DELETE, &format!("/api/sittings/{id}"), None).await.1["deleted_at"].is_string());
    assert!(!demo::load(&app.store).await.unwrap());
    assert_eq!(app.get("/api/sittings").await.1.as_array().unwrap().len(), 8);
    // What is deleted does not open before it is brought back.
    let look = format!("/api/setups/{}", list[1]["last"]["id"].as_str().unwrap());
    let (status, problem) = app.get(&look).await;
    assert_eq!((status, problem["type"].as_str()), (StatusCode::GONE, Some("urn:ink-lamp:deleted")));
    let (status, restored) = app.send(Method::POST, &format!("/api/sittings/{id}/restore"), None).await;
    assert_eq!((status, &restored["deleted_at"]), (StatusCode::OK, &Value::Null));
    assert_eq!(app.get(&look).await.0, StatusCode::OK);
    let renamed = app.send(Method::PATCH, &format!("/api/sittings/{id}"), Some(json!({"name": "Cobbler"}))).await;
    assert_eq!(renamed.1["name"], "Cobbler");
}

#[actix_web::test]
async fn the_markings_run_from_bright_to_dark() {
    let app = App::spawn().await;
    let (_, scales) = app.get("/api/scales").await;
    let ends = |name: &str| {
        let list = scales[name].as_array().unwrap();
        (list[0].clone(), list[list.len() - 1].clone())
    };
    assert_eq!(ends("apertures"), (json!("1"), json!("45")));
    assert_eq!(ends("shutters"), (json!("30"), json!("1/8000")));
    assert_eq!(ends("isos"), (json!("25600"), json!("25")));
    assert_eq!(ends("syncs"), (json!("1/30"), json!("1/500")));
    assert_eq!(scales["whole"], json!(["1", "1.4", "2", "2.8", "4", "5.6", "8", "11", "16", "22", "32", "45"]));
    let usual = json!({
        "exposure": {"aperture": "8", "shutter": "1/125", "iso": "100"},
        "strobe": {"name": "a strobe", "scale": {"fractions": {"lowest": 128, "step": "tenths"}}},
        "ratio": {"ratio": 3.0, "convention": "lit_shadow", "anchor": "lit_side"},
        "grey": -1.5,
        "schools": {"follow": "lights_follow", "step": "tenths", "receptor": "dome_to_camera", "trim": "dial"},
        "supplies": {"breaker": 16.0},
        "holds": {"steadiness": "hand", "high_speed": true, "lights_move": true},
        "movement": {"blur": 2.0, "late": 0.05, "fallen": 0.3, "width": 10.0}
    });
    assert_eq!(scales["usual"], usual);
    // A list carries what is written into an entry, and what is said.
    assert_eq!(scales["choices"]["steps"][1], json!({"value": "thirds", "words": "thirds"}));
    assert_eq!(scales["choices"]["surfaces"][4], json!({"value": 0.18, "words": "mid-grey"}));
}

fn kit_piece(what: Value) -> Value {
    json!({"id": Uuid::now_v7(), "is": what})
}

fn wick() -> Value {
    json!({"strobe": {"name": "Wick 76", "rated": 76, "scale": {"fractions": {"lowest": 128, "step": "thirds"}}}})
}

#[actix_web::test]
async fn a_kit_goes_out_and_comes_back_identical() {
    let app = App::spawn().await;
    demo::load(&app.store).await.unwrap();
    let (_, out) = app.get("/api/kit/export").await;
    assert!(out["items"].as_array().unwrap().len() > 25 && !out["samples"].as_array().unwrap().is_empty());
    assert_eq!(app.send(Method::DELETE, "/api/kit", None).await.0, StatusCode::NO_CONTENT);
    assert!(app.get("/api/kit").await.1["items"].as_array().unwrap().is_empty());
    let (status, done) = app.post("/api/kit/import", out.clone()).await;
    assert_eq!((status, done["added"].as_u64()), (StatusCode::OK, Some(out["items"].as_array().unwrap().len() as u64)));
    assert_eq!(app.get("/api/kit/export").await.1, out);
}

#[actix_web::test]
async fn a_kit_that_is_wrong_changes_nothing_and_is_told_where() {
    let app = App::spawn().await;
    let document = |items: Vec<Value>| json!({"format": "ink-lamp-kit-1", "items": items});
    let mut no_number = wick();
    no_number["strobe"]["rated"] = json!("76 Ws");
    let mut unknown = wick();
    unknown["strobe"]["colour"] = json!("black");
    let centimetres = json!({"modifier": {"name": "Octa 90", "shape": {"kind": "octa", "size": {"round": {"diameter": 90}}, "loss": 1.5}}});
    for (wrong, field, words) in [
        (no_number, "items[1].is.strobe.rated", "“76 Ws” does not fit here: a number does."),
        (unknown, "items[1].is.strobe.colour", "There is no field “colour” here."),
        (centimetres, "items[1].is.modifier.shape.size.round.diameter", "a 90 cm box is 0.9 m wide"),
        (json!({"kettle": {"name": "Kettle"}}), "items[1].is", "“kettle” is not known here."),
    ] {
        let (status, problem) = app.post("/api/kit/import", document(vec![kit_piece(wick()), kit_piece(wrong)])).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
        let told = (problem["field"].as_str().unwrap_or_default(), problem["detail"].as_str().unwrap().to_lowercase());
        assert!(told.0.starts_with(field) && told.1.contains(&words.to_lowercase()), "{told:?}");
    }
    let send = async |text: String| {
        let request = app.client.post(format!("{}/api/kit/import", app.base)).header("content-type", "application/json").body(text);
        told(request.send().await.unwrap()).await
    };
    let (status, problem) = send("{\"format\": \"ink-lamp-kit-1\", \"items\": [".to_owned()).await;
    assert_eq!(status, StatusCode::BAD_REQUEST);
    assert!(problem["detail"].as_str().unwrap().contains("line 1, column"), "{problem}");
    let (status, problem) = send(format!("\"{}\"", "x".repeat(100 * 1024 * 1024))).await;
    assert_eq!((status, problem["type"].as_str()), (StatusCode::PAYLOAD_TOO_LARGE, Some("urn:ink-lamp:too-large")));
    assert!(app.get("/api/kit").await.1["items"].as_array().unwrap().is_empty());
}

#[actix_web::test]
async fn a_piece_is_put_changed_and_retired() {
    let app = App::spawn().await;
    let path = format!("/api/kit/{}", Uuid::now_v7());
    let (status, piece) = app.send(Method::PUT, &path, Some(json!({"is": wick()}))).await;
    assert_eq!(status, StatusCode::OK);
    assert!(piece["notes"].as_array().unwrap().iter().any(|n| n["caution"] == true));
    app.send(Method::PUT, &path, Some(json!({"is": wick(), "retired": true}))).await;
    let items = app.get("/api/kit").await.1["items"].clone();
    assert_eq!((items.as_array().unwrap().len(), items[0]["retired"].as_bool()), (1, Some(true)));
    let mut wrong = wick();
    wrong["strobe"]["scale"]["fractions"]["lowest"] = json!(100);
    let (status, problem) = app.send(Method::PUT, &path, Some(json!({"is": wrong}))).await;
    assert_eq!((status, problem["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some("is.strobe.scale")));
}

#[actix_web::test]
async fn the_kit_document_has_a_schema() {
    let fresh = serde_json::to_string_pretty(&ink_lamp_server::openapi::kit_schema()).unwrap();
    let kept = include_str!("../../../../docs/kit.schema.json");
    assert!(fresh.trim() == kept.trim(), "the kit changed: ./run types writes docs/kit.schema.json anew");
    assert!(!fresh.contains("#/components") && fresh.contains("#/$defs/Unit"));
}

#[actix_web::test]
async fn a_change_on_one_server_is_heard_on_another() {
    let one = App::spawn().await;
    let other = App::serve(one.store.clone(), one.url.clone());
    let (_, look) = one.begin("Luthier").await;
    let mut events = other.client.get(format!("{}/api/events", other.base)).send().await.unwrap();
    assert_eq!(events.headers()["content-type"], "text/event-stream");
    let first = String::from_utf8(events.chunk().await.unwrap().unwrap().to_vec()).unwrap();
    assert!(first.contains("event: look"), "{first}");
    let mut heard = String::new();
    for base in 0..200 {
        // The other server may only now begin to listen: written until it is heard.
        one.write(&look, base, camera()).await;
        let wait = std::time::Duration::from_millis(250);
        if let Ok(Ok(Some(chunk))) = tokio::time::timeout(wait, events.chunk()).await {
            heard.push_str(&String::from_utf8_lossy(&chunk));
        }
        if heard.contains("event: changed") {
            break;
        }
    }
    assert!(heard.contains(&format!("event: changed\ndata: {{\"setup\":\"{look}\",\"version\":")), "{heard}");
}

#[actix_web::test]
async fn a_sitting_is_thought_of_before_it_is_begun() {
    let app = App::spawn().await;
    let (_, offers) = app.get("/api/begin").await;
    assert_eq!((offers.as_array().unwrap().len(), offers[0]["look"].is_null()), (1, true), "nothing to begin from yet: {offers}");
    let on = |offers: &Value| {
        offers[0]["lights"]
            .as_array()
            .unwrap()
            .iter()
            .map(|l| (l["name"].as_str().unwrap().to_owned(), l["on"] == true))
            .collect::<Vec<_>>()
    };
    assert_eq!(on(&offers)[..2], [("Key".to_owned(), true), ("Fill".to_owned(), false)]);
    let (_, view) = app.begin("Clock mender").await;
    let (_, offers) = app.get(&format!("/api/begin?from={view}")).await;
    assert_eq!(offers[1]["sitting"], "Clock mender");
    let entries = json!([camera(), {"light_removed": {"light": "rim"}}]);
    let (status, begun) = app.post("/api/begin", json!({"from": view, "entries": entries})).await;
    assert_eq!((status, begun["begins"]["readings"].as_u64()), (StatusCode::OK, Some(5)), "{begun}");
    assert_eq!(begun["begins"]["board"]["next"]["say"][0]["text"], "Meter the room with the flash off");
    assert_eq!(begun["begins"]["time"], "4 min", "five readings of 40 seconds");
    // What is kept by a name is told as that.
    let kept = format!("/api/setups/{view}/kept");
    assert_eq!(app.send(Method::PUT, &kept, Some(json!({"name": "Low profile"}))).await.1["kept_as"], "Low profile");
    assert_eq!(app.get("/api/begin").await.1[1]["kept_as"], "Low profile");
    assert!(app.send(Method::DELETE, &kept, None).await.1["kept_as"].is_null());
    // Half a sitting is no error.
    for (wrong, field) in [
        (json!({"light_removed": {"light": "hair"}}), "entries[1].light"),
        (json!({"camera": {"aperture": "7.3"}}), "entries[1].camera.aperture"),
    ] {
        let (status, begun) = app.post("/api/begin", json!({"entries": [camera(), wrong]})).await;
        assert_eq!((status, begun["refused"]["field"].as_str()), (StatusCode::OK, Some(field)), "{begun}");
    }
    let nowhere = json!({"from": Uuid::nil()});
    assert_eq!(app.post("/api/begin", nowhere).await.0, StatusCode::NOT_FOUND);
    let sitting = json!({"id": Uuid::now_v7(), "name": "Sail maker", "look": {"id": Uuid::now_v7(), "name": "Look 1"}, "from": view, "entries": entries});
    let (status, made) = app.post("/api/sittings", sitting).await;
    assert_eq!(status, StatusCode::CREATED);
    let (_, setup) = app.get(&format!("/api/setups/{}", made["looks"][0]["id"].as_str().unwrap())).await;
    assert_eq!(setup["board"]["next"]["say"], begun_next(&app, &view, &entries).await);
}

async fn begun_next(app: &App, from: &str, entries: &Value) -> Value {
    app.post("/api/begin", json!({"from": from, "entries": entries})).await.1["begins"]["board"]["next"]["say"].clone()
}

#[actix_web::test]
async fn answers_are_sent_compressed_to_who_takes_that_and_word_of_changes_never() {
    let app = App::spawn().await;
    let encoding = async |path: &str, taken: &str| {
        let answer = app.client.get(format!("{}{path}", app.base)).header("accept-encoding", taken).send().await.unwrap();
        answer.headers().get("content-encoding").map(|v| v.to_str().unwrap().to_owned())
    };
    assert_eq!(encoding("/api/scales", "gzip, br").await.as_deref(), Some("gzip"));
    assert_eq!(encoding("/api/scales", "identity").await, None);
    assert_eq!(encoding("/api/events", "gzip").await, None);
}

#[actix_web::test]
async fn no_list_is_longer_than_its_type_says_wherever_it_comes_from() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Limits").await;
    let (_, view) = app.get(&format!("/api/setups/{look}")).await;
    let filters: Vec<Value> = (1..=7).map(|n| json!({"name": format!("ND {n}"), "loss": n})).collect();
    let mut setup = view["setup"].clone();
    setup["holds"] = json!({"filters": filters});
    let start = json!({"start": {"from": "Elsewhere", "setup": setup}});
    let at = "entry.start.setup.holds.filters";
    for (answer, field) in [
        (app.post("/api/ways", json!({"setup": setup})).await, "setup.holds.filters"),
        (app.post("/api/plan", json!({"setup": setup})).await, "setup.holds.filters"),
        (app.write(&look, 0, start.clone()).await, at),
    ] {
        let (status, problem) = answer;
        assert_eq!((status, problem["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some(field)), "{problem}");
        assert!(problem["detail"].as_str().unwrap().starts_with("At most 6"), "{problem}");
    }
    // Six are as many as go.
    setup["holds"] = json!({"filters": &filters[..6]});
    assert_eq!(app.post("/api/ways", json!({"setup": setup})).await.0, StatusCode::OK);
}

#[actix_web::test]
async fn the_demo_starts_though_one_of_its_looks_can_not_be_read() {
    let app = App::spawn().await;
    assert!(demo::load(&app.store).await.unwrap());
    let db = sea_orm::Database::connect(&app.url).await.unwrap();
    let odd =
        "alter table tape_entry disable trigger user; update tape_entry set payload = '[]' where seq = 1; update setup set state = '[]'";
    sea_orm::ConnectionTrait::execute_unprepared(&db, odd).await.unwrap();
    assert!(!demo::load(&app.store).await.unwrap());
    let (status, list) = app.get("/api/sittings").await;
    assert_eq!((status, list.as_array().unwrap().len()), (StatusCode::OK, 9));
}

#[actix_web::test]
async fn what_can_not_be_read_is_told_where_it_stands_and_everything_else_goes_on() {
    let app = App::spawn().await;
    let (_, odd) = app.begin("Odd").await;
    let (_, look) = app.begin("Fine").await;
    for (look, base) in [(&odd, 0), (&look, 0)] {
        assert_eq!(app.write(look, base, camera()).await.0, StatusCode::CREATED);
    }
    let piece = Uuid::now_v7();
    app.send(Method::PUT, &format!("/api/kit/{piece}"), Some(json!({"is": {"filter": {"name": "ND 0.9", "loss": 3}}}))).await;
    let db = sea_orm::Database::connect(&app.url).await.unwrap();
    let odd_rows = format!(
        "alter table tape_entry disable trigger user; update tape_entry set payload = '{{\"hologram\": 1}}'; update setup set state = '[]' where id = '{odd}'; \
         update kit_item set is_what = '[]'"
    );
    sea_orm::ConnectionTrait::execute_unprepared(&db, &odd_rows).await.unwrap();
    let (status, list) = app.get("/api/sittings").await;
    assert_eq!(status, StatusCode::OK);
    let row = |name: &str| list.as_array().unwrap().iter().find(|row| row["sitting"]["name"] == name).unwrap();
    assert!(row("Odd")["summary"].is_null() && row("Odd")["unreadable"].as_str().unwrap().contains("hologram"), "{list}");
    assert!(row("Fine")["summary"].is_object() && row("Fine")["unreadable"].is_null());
    // Its state can be read: the look is open, and the line that can't be read says so.
    let (status, view) = app.get(&format!("/api/setups/{look}")).await;
    assert_eq!((status, view["tape"]["items"][0]["line"]["kind"].as_str()), (StatusCode::OK, Some("unreadable")));
    assert_eq!(app.write(&look, 1, json!({"note": {"text": "goes on"}})).await.0, StatusCode::CREATED);
    let (status, problem) = app.get(&format!("/api/setups/{odd}")).await;
    assert_eq!((status, problem["type"].as_str()), (StatusCode::INTERNAL_SERVER_ERROR, Some("urn:ink-lamp:damaged")));
    assert!(problem["detail"].as_str().unwrap().contains("It is kept as it is"), "{problem}");
    let (_, kit) = app.get("/api/kit").await;
    assert_eq!((kit["items"].as_array().unwrap().len(), kit["unreadable"][0]["id"].as_str()), (0, Some(piece.to_string().as_str())));
}

#[actix_web::test]
async fn a_unit_of_the_kit_is_named_where_a_light_s_own_ends_before_its_wish() {
    let app = App::spawn().await;
    let (_, look) = app.begin("At its end").await;
    let unit = |name: &str, rated: f64, lowest: u32| json!({"name": name, "rated": rated, "scale": {"fractions": {"lowest": lowest, "step": "tenths"}}});
    let wick = format!("/api/kit/{}", Uuid::now_v7());
    let put = |retired: bool| json!({"retired": retired, "is": {"strobe": unit("Wick 250", 250.0, 64)}});
    assert!(app.send(Method::PUT, &wick, Some(put(false))).await.0.is_success());
    let octa = json!({"kind": "octa", "size": {"round": {"diameter": 0.9}}, "loss": 0});
    let entries = [
        json!({"camera": {"aperture": "4", "shutter": "1/125", "iso": "100"}}),
        json!({"reading": {"of": "room", "shows": "1 0", "iso": "100", "shutter": "1/8"}}),
        json!({"target": {"light": "rim", "level": 0.0}}),
        json!({"light": {"light": "rim", "role": "rim", "unit": unit("Tallow 2000", 2000.0, 128), "dial": "1/128", "modifier": "Octa 90",
            "distance": 1.5, "rig": {"shape": octa}}}),
    ];
    let mut view = Value::Null;
    for (base, entry) in (0i64..).zip(entries) {
        view = app.write(&look, base, entry).await.1;
    }
    // 2000 Ws at 1/128 is 15.6 Ws, and a stop less is 1/32 of 250.
    let reading = json!({"reading": {"of": "rim", "shows": "5.6 0"}});
    let named = |board: &Value| board["next"]["why"].to_string().contains("the Wick 250 at 1/32");
    let (_, draft) = app.post("/api/draft", json!({"setup": view["setup"], "entry": reading})).await;
    let (_, written) = app.write(&look, 4, reading).await;
    let (_, shown) = app.get(&format!("/api/setups/{look}")).await;
    assert!(named(&draft["board"]) && named(&written["board"]) && named(&shown["board"]), "{}", shown["board"]["next"]);
    // What is not offered any more is not named.
    assert!(app.send(Method::PUT, &wick, Some(put(true))).await.0.is_success());
    let (_, shown) = app.get(&format!("/api/setups/{look}")).await;
    assert!(!named(&shown["board"]) && shown["board"]["next"]["why"].to_string().contains("a smaller unit"));
}
