//! The foretold frame: what is answered, what is refused, and what a newer question does to an older one.

use base64::{Engine, engine::general_purpose::STANDARD};
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use uuid::Uuid;

use crate::app::App;

const PAGE: &str = "0199a100-0000-7000-8f00-000000000001";

/// A setup with a key on the plan, read to lie on the exposure.
async fn portrait(app: &App) -> Value {
    let (_, look) = app.begin("Frame").await;
    let entries = [
        json!({"camera": {"aperture": "8", "shutter": "1/160", "iso": "100"}}),
        json!({"light": {"light": "key", "role": "key", "rig": {"shape": {"kind": "dish", "size": {"round": {"diameter": 0.42}}, "loss": 0.5}}}}),
        json!({"placed": {"light": "key", "place": {"at": {"x": -0.9, "y": 1.7, "z": 1.1}}}}),
        json!({"reading": {"of": "key", "shows": "8 0"}}),
        json!({"face": {"face": "clock_mender"}}),
    ];
    for (base, entry) in (0..).zip(entries) {
        let (status, answer) = app.write(&look, base, entry).await;
        assert!(status.is_success(), "{answer}");
    }
    app.get(&format!("/api/setups/{look}")).await.1["setup"].clone()
}

fn question(setup: &Value, turn: u64, more: Value) -> Value {
    let mut question = json!({"width": 64, "height": 80, "page": PAGE, "turn": turn});
    question.as_object_mut().unwrap().extend(more.as_object().unwrap().clone());
    json!({"setup": setup, "question": question})
}

async fn ask(app: &App, body: Value) -> (StatusCode, Value) {
    app.send(Method::POST, "/api/foretold", Some(body)).await
}

#[actix_web::test]
async fn a_frame_is_foretold_without_shadows_until_they_are_worked_out() {
    let folder = std::path::Path::new(env!("CARGO_TARGET_TMPDIR")).join(format!("nothing-{}", Uuid::now_v7()));
    let app = App::with_pictures(folder).await;
    let setup = portrait(&app).await;
    for turn in 1..4 {
        let (status, frame) = ask(&app, question(&setup, turn, json!({}))).await;
        assert_eq!(status, StatusCode::OK, "{frame}");
        let done = frame["shadows_done"].as_f64().unwrap();
        assert!((0.0..1.0).contains(&done), "{done}");
        assert!(frame["picture"].as_str().unwrap().starts_with("data:image/png;base64,"));
    }
}

#[actix_web::test]
async fn a_frame_is_foretold_with_its_numbers() {
    let app = App::spawn().await;
    let setup = portrait(&app).await;
    let mut turn = 0;
    let frame = loop {
        turn += 1;
        let (status, frame) = ask(&app, question(&setup, turn, json!({}))).await;
        assert_eq!(status, StatusCode::OK, "{frame}");
        assert_eq!((&frame["turn"], &frame["width"], &frame["height"]), (&json!(turn), &json!(64), &json!(80)));
        match frame["shadows_done"].as_f64() {
            Some(done) => assert!((0.0..=1.0).contains(&done)),
            None => break frame,
        }
        actix_web::rt::time::sleep(std::time::Duration::from_millis(100)).await;
    };
    let picture = frame["picture"].as_str().unwrap().strip_prefix("data:image/png;base64,").unwrap();
    assert!(STANDARD.decode(picture).unwrap().starts_with(b"\x89PNG"));
    assert_eq!(frame["face"], "clock_mender");
    assert_eq!(frame["unknown"], json!(["fill", "rim", "ground"]));
    assert_eq!(frame["histogram"].as_array().unwrap().len(), 100);
    let names: Vec<&str> = frame["patches"].as_array().unwrap().iter().map(|p| p["name"].as_str().unwrap()).collect();
    assert_eq!(names, ["Lit cheek", "Shadow cheek", "Forehead", "Garment", "Ground"]);
    assert_eq!(frame["patches"][0]["lights"][0]["light"], "key");
    // While a hand moves it: a JPEG, and the patches that are asked for, without names.
    let moving = json!({"moving": true, "grey": true, "patches": [{"x": 0.5, "y": 0.3, "radius": 0.02}]});
    let (_, moving) = ask(&app, question(&setup, turn + 1, moving)).await;
    assert!(moving["picture"].as_str().unwrap().starts_with("data:image/jpeg;base64,"));
    assert_eq!((&moving["patches"][0]["name"], moving["patches"].as_array().unwrap().len()), (&Value::Null, 1));
}

#[actix_web::test]
async fn the_same_question_has_the_same_tag_and_what_would_be_another() {
    let app = App::spawn().await;
    let setup = portrait(&app).await;
    let tag = async |turn: u64, entries: Value| {
        let mut body = question(&setup, turn, json!({"moving": true}));
        body["entries"] = entries;
        let answer = app.client.post(format!("{}/api/foretold", app.base)).json(&body).send().await.unwrap();
        assert_eq!(answer.status(), StatusCode::OK);
        answer.headers()["etag"].to_str().unwrap().to_owned()
    };
    let first = tag(1, json!([])).await;
    assert_eq!(first, tag(2, json!([])).await);
    assert_ne!(first, tag(3, json!([{"reading": {"of": "key", "shows": "11 0"}}])).await);
}

#[actix_web::test]
async fn nonsense_is_told_at_its_field() {
    let app = App::spawn().await;
    let setup = portrait(&app).await;
    let mut inside = setup.clone();
    inside["lights"][0]["place"] = json!({"at": {"x": 0.02, "y": 1.3, "z": 0.05}});
    for (n, (setup, more, field)) in [
        (&setup, json!({"width": 0}), "question.width"),
        (&setup, json!({"height": 100_000}), "question.height"),
        (&setup, json!({"width": -4}), "question.width"),
        (&setup, json!({"show": "later"}), "question.show"),
        (&setup, json!({"patches": [{"x": 2.0, "y": 0.5, "radius": 0.1}]}), "question.patches[0].x"),
        (&setup, json!({"patches": [{"x": 0.5, "y": 0.5, "radius": 0.0}]}), "question.patches[0].radius"),
        (&setup, json!({"patches": vec![json!({"x": 0.5, "y": 0.5, "radius": 0.1}); 10]}), "question.patches"),
        (&setup, json!({"page": "mine"}), "question.page"),
        (&inside, json!({}), "setup.lights[0].place"),
    ]
    .into_iter()
    .enumerate()
    {
        let (status, problem) = ask(&app, question(setup, 100 + n as u64, more)).await;
        assert_eq!((status, problem["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some(field)), "{problem}");
    }
    let mut unknown = question(&setup, 200, json!({}));
    unknown["entries"] = json!([{"face": {"face": "ship_wright"}}]);
    let (status, problem) = ask(&app, unknown).await;
    assert_eq!((status, problem["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some("entries[0].face.face")), "{problem}");
    let nan = question(&setup, 201, json!({})).to_string().replace("\"turn\":201", "\"turn\":NaN");
    let answer =
        app.client.post(format!("{}/api/foretold", app.base)).header("content-type", "application/json").body(nan).send().await.unwrap();
    assert!(answer.status().is_client_error());
}

#[actix_web::test]
async fn a_newer_question_of_a_page_ends_an_older_one() {
    let app = App::spawn().await;
    let setup = portrait(&app).await;
    assert_eq!(ask(&app, question(&setup, 7, json!({"moving": true}))).await.0, StatusCode::OK);
    let (status, problem) = ask(&app, question(&setup, 6, json!({"moving": true}))).await;
    assert_eq!((status, problem["type"].as_str()), (StatusCode::CONFLICT, Some("urn:ink-lamp:older-question")));
    // Another page counts for itself, and the same question may be asked again.
    let other = json!({"moving": true, "page": "0199a100-0000-7000-8f00-000000000002"});
    assert_eq!(ask(&app, question(&setup, 6, other)).await.0, StatusCode::OK);
    assert_eq!(ask(&app, question(&setup, 7, json!({"moving": true}))).await.0, StatusCode::OK);
}
