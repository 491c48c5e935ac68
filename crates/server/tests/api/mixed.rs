//! Frames of one light each, mixed through the API: the sum, dials that are found for a ratio, and what it refuses.

use ink_lamp_photo::picture::Picture;
use reqwest::StatusCode;
use serde_json::{Value, json};
use uuid::Uuid;

use crate::{app::App, camera};

/// A frame whose halves lie so many stops over mid-grey, as a screen shows them (IEC 61966-2-1).
fn halves(left: f64, right: f64) -> Vec<u8> {
    let value = |stops: f64| {
        let light = 0.18 * stops.exp2();
        (255.0 * if light <= 0.003_130_8 { 12.92 * light } else { 1.055 * light.powf(1.0 / 2.4) - 0.055 }).round() as u8
    };
    let (left, right) = (value(left), value(right));
    Picture { width: 80, height: 100, values: (0..8000).map(|i| [if i % 80 < 40 { left } else { right }; 3]).collect() }.to_jpeg().unwrap()
}

/// Light as stops over mid-grey.
fn sum(stops: &[f64]) -> f64 {
    stops.iter().map(|s| s.exp2()).sum::<f64>().log2()
}

fn unit() -> Value {
    json!({"name": "Taper 400", "rated": 400, "scale": {"fractions": {"lowest": 256, "step": "tenths"}}})
}

/// A look with key and fill at 1/8 and a frame of each alone; the left half is lit by the key, the right one by the fill. Gives the look, its setup and its
/// version.
async fn lit(app: &App) -> (String, Value, i64) {
    let (_, look) = app.begin("Clock mender").await;
    app.write(&look, 0, camera()).await;
    for (n, light) in ["key", "fill"].into_iter().enumerate() {
        let put = json!({"light": {"light": light, "role": light, "unit": unit(), "dial": "1/8"}});
        app.write(&look, 1 + n as i64, put).await;
    }
    let frames = [(halves(-0.5, -4.0), json!({"alone": "key"})), (halves(-2.5, -1.2), json!({"alone": "fill"}))];
    let (mut version, mut setup) = (3, Value::Null);
    for (file, lit) in frames {
        let (_, taken) = app.frame(&look, Uuid::now_v7(), "one.jpg", file).await;
        version += 1;
        let (status, view) = app.write(&look, version, json!({"frame_said": {"picture": taken["picture"], "lit": lit}})).await;
        assert_eq!(status, StatusCode::CREATED, "{view}");
        version += 1;
        setup = view["setup"].clone();
    }
    (look, setup, version)
}

fn patches() -> Value {
    json!([{"name": "Lit cheek", "x": 0.25, "y": 0.5, "radius": 0.15}, {"name": "Shadow cheek", "x": 0.75, "y": 0.5, "radius": 0.15}])
}

fn asked(setup: &Value, more: &Value) -> Value {
    let mut question = json!({"patches": patches(), "same_skin": {"lit": 0, "shadow": 1}});
    question.as_object_mut().unwrap().extend(more.as_object().unwrap().clone());
    json!({"setup": setup, "question": question})
}

fn tone(mixed: &Value, patch: usize) -> f64 {
    mixed["tones"]["patches"][patch]["tone"].as_f64().unwrap()
}

fn plain(line: &Value) -> String {
    line.as_array().unwrap().iter().map(|w| w["text"].as_str().or(w["strong"].as_str()).unwrap()).collect()
}

#[actix_web::test]
async fn frames_add_as_light_and_dials_are_found_for_the_wished_ratio() {
    let app = App::spawn().await;
    let (look, setup, version) = lit(&app).await;
    let (status, mixed) = app.post("/api/mixed", asked(&setup, &json!({}))).await;
    assert_eq!(status, StatusCode::OK, "{mixed}");
    let near = |a: f64, b: f64| assert!((a - b).abs() < 0.05, "{a} {b}");
    near(tone(&mixed, 0), sum(&[-0.5, -2.5]));
    near(tone(&mixed, 1), sum(&[-4.0, -1.2]));
    assert!(mixed["picture"].as_str().unwrap().starts_with("data:image/jpeg;base64,"));
    assert_eq!((&mixed["width"], &mixed["lights"][0]["as_shot"], &mixed["to_board"]), (&json!(80), &json!("1/8"), &json!([])));
    // By a dial, by being left out, at half the size and in grey.
    let down = json!({"dials": [{"light": "key", "dial": "1/16"}], "half": true, "grey": true});
    let (_, turned) = app.post("/api/mixed", asked(&setup, &down)).await;
    near(tone(&turned, 0), sum(&[-1.5, -2.5]));
    assert_eq!((&turned["width"], turned["lights"][0]["over"].as_f64()), (&json!(40), Some(-1.0)));
    let (_, muted) = app.post("/api/mixed", asked(&setup, &json!({"muted": ["fill"]}))).await;
    near(tone(&muted, 1), -4.0);
    let said = plain(&muted["say"]);
    assert!(said.starts_with("Lit to shadow 11.") && said.ends_with(": without fill"), "{said}");
    // What is found is three to one on the two halves, lies on the dials, and goes to the board as one entry.
    let find = json!({"find": {"ratio": 3, "tones": [{"patch": 0, "tone": 0.0}]}});
    let (_, found) = app.post("/api/mixed", asked(&setup, &find)).await;
    near(tone(&found, 0) - tone(&found, 1), 3f64.log2());
    near(tone(&found, 0), 0.0);
    assert!(found["missed"].is_null() && plain(&found["say"]).starts_with("Lit to shadow 3"), "{}", found["say"]);
    let [entry] = found["to_board"].as_array().unwrap().as_slice() else { panic!("{}", found["to_board"]) };
    let (status, view) = app.write(&look, version, entry.clone()).await;
    assert_eq!(status, StatusCode::CREATED, "{view}");
    // As the board has it now, it is the same mix; as shot is as it was.
    let (_, after) = app.post("/api/mixed", asked(&view["setup"], &json!({}))).await;
    assert_eq!((&after["picture"], &after["to_board"]), (&found["picture"], &json!([])));
    let (_, before) = app.post("/api/mixed", asked(&view["setup"], &json!({"as_shot": true}))).await;
    assert_eq!(before["picture"], mixed["picture"]);
    assert_eq!(before["to_board"][0]["all_set"]["dials"].as_array().unwrap().len(), 2);
    // Where it can't be reached, that is said, with how near it comes.
    let (_, far) = app.post("/api/mixed", asked(&setup, &json!({"find": {"ratio": 64}}))).await;
    assert!(plain(&far["missed"]).contains("is as near to 64 : 1 as key and fill come"), "{}", far["missed"]);
}

#[actix_web::test]
async fn the_room_has_the_shutter_and_the_sum_is_held_against_a_frame_of_all() {
    let app = App::spawn().await;
    let (look, _, mut version) = lit(&app).await;
    let all = halves(sum(&[-0.5, -2.5, -3.0]), sum(&[-4.0, -1.2, -3.0]));
    let mut setup = Value::Null;
    for (file, lit) in [(halves(-3.0, -3.0), "no_flash"), (all, "all")] {
        let (_, taken) = app.frame(&look, Uuid::now_v7(), "one.jpg", file).await;
        let (_, view) = app.write(&look, version + 1, json!({"frame_said": {"picture": taken["picture"], "lit": lit}})).await;
        version += 2;
        setup = view["setup"].clone();
    }
    // The frames of one light were shot as if there was no room: the sum lacks it twice, which is told.
    let (_, mixed) = app.post("/api/mixed", asked(&setup, &json!({}))).await;
    let notes: Vec<String> = mixed["notes"].as_array().unwrap().iter().map(|n| plain(&n["words"])).collect();
    assert!(notes[0].contains("the sum lies") && notes[0].contains("under frame 4"), "{notes:?}");
    let shutters = mixed["room"]["shutters"].as_array().unwrap();
    assert!(shutters.iter().any(|s| s["written"] == "1/80" && (s["stops"].as_f64().unwrap() - 1.0).abs() < 1e-9), "{shutters:?}");
    let (_, longer) = app.post("/api/mixed", asked(&setup, &json!({"shutter": "1/80"}))).await;
    assert!(tone(&longer, 0) > tone(&mixed, 0) && plain(&longer["say"]).ends_with("shutter to 1/80"), "{}", longer["say"]);
    assert_eq!(longer["to_board"][0]["camera"]["shutter"], "1/80");
}

#[actix_web::test]
async fn what_can_not_be_mixed_is_refused_at_its_field() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    let (_, bare) = app.write(&look, 0, camera()).await;
    let (_, setup, _) = lit(&app).await;
    let refused = [
        (&bare["setup"], json!({}), "setup.shots"),
        (&setup, json!({"dials": [{"light": "lamp", "dial": "1/8"}]}), "question.dials[0].light"),
        (&setup, json!({"dials": [{"light": "key", "dial": "1/7"}]}), "question.dials[0].dial"),
        (&setup, json!({"dials": [{"light": "rim", "dial": "1/8"}]}), "question.dials[0].dial"),
        (&setup, json!({"dials": [{"light": "key", "dial": "1/8"}, {"light": "key", "dial": "1/4"}]}), "question.dials[1].light"),
        (&setup, json!({"muted": ["lamp"]}), "question.muted[0]"),
        (&setup, json!({"same_skin": {"lit": 0, "shadow": 2}}), "question.same_skin.shadow"),
        (&setup, json!({"find": {"tones": [{"patch": 5, "tone": 0}]}}), "question.find.tones[0].patch"),
        (&setup, json!({"find": {"tones": [{"patch": 0, "tone": 9}]}}), "question.find.tones[0].tone"),
        (&setup, json!({"find": {"ratio": 3}, "same_skin": null}), "question.find.ratio"),
        (&setup, json!({"find": {}, "same_skin": null}), "question.find"),
        (&setup, json!({"patches": [{"name": "Free", "x": 2, "y": 0.5, "radius": 0.1}], "same_skin": null}), "question.patches[0].x"),
    ];
    for (setup, more, field) in refused {
        let (status, problem) = app.post("/api/mixed", asked(setup, &more)).await;
        assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!(field)), "{more}: {problem}");
    }
    // A picture that is gone from the record, or never was in it.
    let mut other = setup.clone();
    other["shots"][0]["picture"] = json!(Uuid::now_v7());
    let (status, _) = app.post("/api/mixed", asked(&other, &json!({}))).await;
    assert_eq!(status, StatusCode::NOT_FOUND);
    // A frame that lies across the others.
    let (_, wide) = app.begin("Wide").await;
    app.write(&wide, 0, camera()).await;
    let across = Picture { width: 100, height: 80, values: vec![[90; 3]; 8000] }.to_jpeg().unwrap();
    let (_, taken) = app.frame(&wide, Uuid::now_v7(), "wide.jpg", across).await;
    let mut shots = setup;
    shots["shots"][1]["picture"] = taken["picture"].clone();
    let (status, problem) = app.post("/api/mixed", asked(&shots, &json!({}))).await;
    assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("setup.shots")));
    assert!(problem["detail"].as_str().unwrap().starts_with("A frame of 100 × 80 pixels does not lie on one of 80 × 100"), "{problem}");
}
