//! Practice: a try of a drill in its own simulated studio, counted once whatever is lost or doubled, and judged against the truth.

use chrono::Utc;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use uuid::Uuid;

use crate::app::App;

async fn begun(app: &App, drill: &str, alone: bool) -> (String, Value) {
    let id = Uuid::now_v7();
    let (status, view) = app.post("/api/practice", json!({"id": id, "drill": drill, "alone": alone})).await;
    assert_eq!(status, StatusCode::CREATED, "{view}");
    (id.to_string(), view)
}

async fn read(app: &App, run: &str, of: &str) -> (StatusCode, Value) {
    app.post(&format!("/api/practice/{run}/readings"), json!({"id": Uuid::now_v7(), "of": of})).await
}

async fn write(app: &App, run: &str, entry: Value) -> (StatusCode, Value) {
    let (_, now) = app.get(&format!("/api/setups/{run}")).await;
    let body = json!({"id": Uuid::now_v7(), "base": now["version"], "at": Utc::now(), "entry": entry});
    app.post(&format!("/api/setups/{run}/entries"), body).await
}

/// Does what the board says until nothing is left, and says how often it was read.
async fn followed(app: &App, run: &str) -> usize {
    let mut readings = 0;
    for _ in 0..30 {
        let (_, view) = app.get(&format!("/api/setups/{run}")).await;
        let next = &view["board"]["next"];
        let of = match next["kind"].as_str().unwrap() {
            "shoot" => break,
            "meter_room" => "room",
            "meter_light" => next["lane"].as_str().unwrap(),
            "meter_whole" => "whole",
            _ => {
                assert_eq!(write(app, run, next["action"]["entry"].clone()).await.0, StatusCode::CREATED);
                continue;
            }
        };
        let (status, answered) = read(app, run, of).await;
        assert_eq!(status, StatusCode::CREATED, "{answered}");
        readings += 1;
    }
    readings
}

#[actix_web::test]
async fn a_drill_that_is_followed_is_done_and_is_ones_best() {
    let app = App::spawn().await;
    let (_, list) = app.get("/api/practice").await;
    assert_eq!((list["next"].as_str(), list["say"].as_str()), (Some("key_to_the_aperture"), Some("Begin with: ")));
    assert!(list["drills"].as_array().unwrap().len() >= 16);
    let (run, view) = begun(&app, "key_to_the_aperture", false).await;
    assert_eq!((view["run"]["number"].as_i64(), view["run"]["so_far"]["readings"].as_i64()), (Some(6), Some(0)));
    // What is hidden is in no answer.
    assert!(!view.to_string().contains("seed"));
    let readings = followed(&app, &run).await;
    let (_, running) = app.get("/api/practice").await;
    assert_eq!(running["running"]["title"], "Key to the aperture");
    assert_eq!(app.get(&format!("/api/practice/{run}")).await.0, StatusCode::CONFLICT);
    let (status, over) = app.post(&format!("/api/practice/{run}/done"), json!({})).await;
    assert_eq!((status, over["tries"][0]["tried"]["done"].as_bool()), (StatusCode::OK, Some(true)), "{over}");
    assert_eq!(over["tries"][0]["tried"]["readings"].as_u64(), Some(readings as u64));
    let done = &over["done"];
    assert!(done["title"].as_str().unwrap().starts_with("Key to the aperture: done in "), "{done}");
    assert_eq!(done["did"].as_array().unwrap().iter().filter(|step| step["kind"] == "read").count(), readings);
    assert!(done["hidden"].as_array().unwrap().iter().any(|row| row["of"] == "Taper 400, key"));
    // Said twice, the first holds; and it is found again as it was.
    let (_, twice) = app.post(&format!("/api/practice/{run}/done"), json!({})).await;
    let (_, later) = app.get(&format!("/api/practice/{run}")).await;
    assert_eq!((&twice, &later), (&over, &over));
    let (_, list) = app.get("/api/practice").await;
    let drill = list["drills"].as_array().unwrap().iter().find(|drill| drill["name"] == "key_to_the_aperture").unwrap();
    assert_eq!(drill["best"]["readings"].as_u64(), Some(readings as u64));
    assert!(list["running"].is_null());
    // Nothing is read in it any more.
    assert_eq!(read(&app, &run, "key").await.0, StatusCode::CONFLICT);
}

#[actix_web::test]
async fn alone_nothing_is_told_until_it_is_asked_for() {
    let app = App::spawn().await;
    let (run, view) = begun(&app, "three_to_one", true).await;
    let silent = |view: &Value| {
        let board = &view["board"];
        assert_eq!((board["next"]["kind"].as_str(), board["findings"].as_array().map(Vec::len)), (Some("yours"), Some(0)));
        assert!(board["next"]["action"].is_null() && board["set_all"].is_null() && board["check"].is_null());
        assert!(board["lanes"].as_array().unwrap().iter().all(|lane| lane["after"].is_null() && lane["guess"].is_null()));
    };
    silent(&view);
    let (_, answered) = read(&app, &run, "key").await;
    silent(&answered["view"]);
    assert_eq!(answered["view"]["run"]["so_far"], json!({"readings": 1, "moves": 0}));
    let (status, asked) = write(&app, &run, json!({"asked": {}})).await;
    assert_eq!(status, StatusCode::CREATED);
    assert_ne!(asked["board"]["next"]["kind"], "yours");
    assert_eq!(asked["run"]["so_far"]["readings"], 2, "it counts as a reading");
    let (_, answered) = read(&app, &run, "room").await;
    silent(&answered["view"]);
    // In a drill that is told, and in no drill, there is nothing to ask for.
    let (told, _) = begun(&app, "three_to_one", false).await;
    assert_eq!(write(&app, &told, json!({"asked": {}})).await.0, StatusCode::UNPROCESSABLE_ENTITY);
    let (_, look) = app.begin("Clock mender").await;
    assert_eq!(write(&app, &look, json!({"asked": {}})).await.0, StatusCode::UNPROCESSABLE_ENTITY);
}

#[actix_web::test]
async fn what_is_sent_twice_counts_once() {
    let app = App::spawn().await;
    let id = Uuid::now_v7();
    let begin = || app.post("/api/practice", json!({"id": id, "drill": "five_lights", "alone": true}));
    let (first, second) = futures_util::future::join(begin(), begin()).await;
    assert_eq!((first.0, second.0), (StatusCode::CREATED, StatusCode::CREATED));
    let reading = Uuid::now_v7();
    let path = format!("/api/practice/{id}/readings");
    let take = || app.post(&path, json!({"id": reading, "of": "key"}));
    let (one, two) = futures_util::future::join(take(), take()).await;
    let again = take().await;
    for answer in [&one, &two, &again] {
        assert!(answer.0.is_success(), "{answer:?}");
        assert_eq!(answer.1["view"]["run"]["so_far"]["readings"], 1);
    }
    // The same id for something else is another matter.
    let (_, look) = app.begin("Clock mender").await;
    assert_eq!(app.post("/api/practice", json!({"id": look, "drill": "five_lights", "alone": true})).await.0, StatusCode::CONFLICT);
    assert_eq!(app.post("/api/practice", json!({"id": id, "drill": "by_the_number", "alone": true})).await.0, StatusCode::CONFLICT);
}

#[actix_web::test]
async fn a_light_that_is_out_says_what_is_to_be_seen_on_it_and_fires_once_that_is_right() {
    let app = App::spawn().await;
    let (run, _) = begun(&app, "another_channel", true).await;
    let (status, dark) = read(&app, &run, "key").await;
    assert_eq!((status, dark["dark"].as_bool()), (StatusCode::CREATED, Some(true)));
    assert_eq!(dark["says"], "The key did not fire. Its display shows another channel.");
    assert_eq!(dark["view"]["run"]["so_far"], json!({"readings": 1, "moves": 0}));
    let path = format!("/api/practice/{run}/fired");
    let fire = || app.post(&path, json!({"id": Uuid::now_v7(), "light": "key"}));
    assert_eq!(fire().await.1["dark"], true);
    let right = json!({"checked": {"device": {"unit": "key"}, "point": "channel", "saw": {"right": "4"}}});
    assert_eq!(write(&app, &run, right).await.0, StatusCode::CREATED);
    assert_eq!(fire().await.1["says"], "The key fired.");
    assert_eq!(read(&app, &run, "key").await.1["dark"], false);
}

#[actix_web::test]
async fn a_meter_that_lies_shows_its_own_iso() {
    let app = App::spawn().await;
    let (run, _) = begun(&app, "the_lying_meter", true).await;
    let (_, first) = read(&app, &run, "key").await;
    let says = first["says"].as_str().unwrap().to_owned();
    let iso = ["50", "200", "400"].into_iter().find(|iso| says.contains(&format!(" at ISO {iso}, "))).unwrap();
    // Taken for what it stands on, it shows the same, and that is what is logged.
    let body = json!({"id": Uuid::now_v7(), "of": "key", "iso": iso});
    let (_, right) = app.post(&format!("/api/practice/{run}/readings"), body).await;
    assert!(right["says"].as_str().unwrap().contains(&format!(" at ISO {iso}, ")), "{right}");
    let logged = |answered: &Value| answered["view"]["setup"]["lights"][0]["reading"]["reading"]["iso"].clone();
    assert_eq!((logged(&first), logged(&right)), (json!("100"), json!(iso)));
}

#[actix_web::test]
async fn a_drill_is_no_sitting() {
    let app = App::spawn().await;
    let (sitting, look) = app.begin("Clock mender").await;
    let (run, view) = begun(&app, "by_the_number", false).await;
    assert!(view["sitting"]["number"].as_i64().unwrap() < 0);
    followed(&app, &run).await;
    let (_, sittings) = app.get("/api/sittings").await;
    let numbers: Vec<i64> = sittings.as_array().unwrap().iter().map(|one| one["sitting"]["number"].as_i64().unwrap()).collect();
    assert!(numbers.iter().all(|number| *number > 0) && sittings.to_string().contains(&sitting), "{numbers:?}");
    let (_, next) = app.begin("Sail maker").await;
    let (_, next) = app.get(&format!("/api/setups/{next}")).await;
    let (_, here) = app.get(&format!("/api/setups/{look}")).await;
    let number = |view: &Value| view["sitting"]["number"].as_i64().unwrap();
    assert_eq!(number(&next), number(&here) + 1, "sittings have no gaps");
    // Nothing begins from it, and its readings teach the kit nothing.
    assert!(!app.get("/api/begin").await.1.to_string().contains(&run));
    assert_eq!(app.get("/api/kit").await.1["learnt"].as_array().map(Vec::len), Some(0));
    // Ended without being done it is no try.
    assert_eq!(app.send(Method::DELETE, &format!("/api/practice/{run}"), None).await.0, StatusCode::NO_CONTENT);
    let (_, over) = app.get(&format!("/api/practice/{run}")).await;
    assert!(over["done"].is_null() && over["tries"].as_array().unwrap().is_empty());
}

#[actix_web::test]
async fn what_can_not_be_is_named() {
    let app = App::spawn().await;
    let (status, problem) = app.post("/api/practice", json!({"id": Uuid::now_v7(), "drill": "no_such", "alone": true})).await;
    assert_eq!(
        (status, problem["detail"].as_str()),
        (StatusCode::NOT_FOUND, Some("There is no drill no_such. See which at /api/practice."))
    );
    assert_eq!(app.get(&format!("/api/practice/{}", Uuid::now_v7())).await.0, StatusCode::NOT_FOUND);
    let (run, _) = begun(&app, "by_the_number", false).await;
    let (status, problem) = read(&app, &run, "rim").await;
    assert_eq!((status, problem["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some("of")), "{problem}");
    let other = json!({"id": Uuid::now_v7(), "drill": "five_lights", "alone": true, "again": run});
    let (status, problem) = app.post("/api/practice", other).await;
    assert_eq!((status, problem["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some("again")));
    // The same errors again are the same studio.
    let again = json!({"id": Uuid::now_v7(), "drill": "by_the_number", "alone": false, "again": run});
    let (_, again) = app.post("/api/practice", again).await;
    let (_, first) = app.get(&format!("/api/setups/{run}")).await;
    assert_eq!(again["setup"]["lights"], first["setup"]["lights"]);
}
