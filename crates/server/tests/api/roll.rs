//! A look's frames as a roll, through the API: a camera's curve taught, frames rated, moved, compared, judged, and written as files of other programs.

use std::io::Cursor;

use ink_lamp_photo::picture::Picture;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use uuid::Uuid;

use crate::{app::App, camera, frames::tagged};

/// A frame whose left half has one value and whose right half another.
fn halves(left: u8, right: u8) -> Picture {
    let values = (0..96 * 64).map(|i| [if i % 96 < 48 { left } else { right }; 3]).collect();
    Picture { width: 96, height: 64, values }
}

const LEFT: (f64, f64) = (0.25, 0.5);

async fn taken(app: &App, look: &str, picture: &Picture, tags: &[&str], name: &str) -> String {
    let (status, taken) = app.frame(look, Uuid::now_v7(), name, tagged(picture, tags)).await;
    assert_eq!(status, StatusCode::CREATED, "{taken}");
    taken["picture"].as_str().unwrap().to_owned()
}

#[actix_web::test]
async fn a_bracket_of_a_card_teaches_the_curve_and_tones_are_read_by_it() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    app.write(&look, 0, camera()).await;
    // A camera of gamma 2.2, mid-grey at 118: a stop is a factor of 2^(1/2.2).
    let value = |stops: f64| (118.0 * (stops / 2.2).exp2()).round().min(255.0) as u8;
    let times = ["1/2500", "1/1250", "1/640", "1/320", "1/160", "1/80", "1/40"];
    let mut bracket = Vec::new();
    for (n, time) in times.iter().enumerate() {
        let tags = [format!("-ExposureTime={time}"), "-FNumber=8".into(), "-ISO=100".into(), "-Model=Loft 35".into()];
        let tags: Vec<&str> = tags.iter().map(String::as_str).collect();
        bracket.push(taken(&app, &look, &halves(value(n as f64 - 4.0), 30 + n as u8), &tags, &format!("LOFT{n}.jpg")).await);
    }
    let card = json!({"x": LEFT.0, "y": LEFT.1, "radius": 0.2});
    let teach = |frames: &[String]| json!({"frames": frames, "card": card});
    let path = format!("/api/setups/{look}/curve");
    let (status, taught) = app.post(&path, teach(&bracket)).await;
    assert_eq!(status, StatusCode::OK, "{taught}");
    assert_eq!((&taught["curve"]["camera"], taught["frames"].as_array().unwrap().len()), (&json!("Loft 35"), 7));
    assert!(taught["sure"].as_f64().unwrap() < 0.1 && taught["drawn"].as_array().unwrap().len() > 40, "{taught}");
    // Two stops under mid-grey, by this camera: plain sRGB would tell 0.2 less.
    let read = |curve: Value| json!({"patches": [card], "curve": curve});
    let tones = format!("/api/frames/{}/tones", bracket[2]);
    let (_, told) = app.post(&tones, read(taught["curve"].clone())).await;
    assert!((told["patches"][0]["tone"].as_f64().unwrap() + 2.0).abs() < 0.05, "{told}");
    assert!(told["patches"][0]["sure"].as_f64().unwrap() < 0.15 && told["clip_at"].as_f64().unwrap() < 2.46, "{told}");
    let (status, problem) = app.post(&tones, read(json!({"points": [], "sure": 0.1}))).await;
    assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("curve")), "{problem}");
    // The sheet of the kit holds it, and gives it back.
    let body = json!({"name": "Loft 35", "shutter": {"focal_plane": {"sync": "1/200"}}, "fastest": "1/8000", "slowest": "30", "base_iso": "100",
        "steps": "thirds", "curve": taught["curve"]});
    let (status, kept) = app.send(Method::PUT, &format!("/api/kit/{}", Uuid::now_v7()), Some(json!({"is": {"camera": body}}))).await;
    assert_eq!((status, &kept["is"]["camera"]["curve"]), (StatusCode::OK, &taught["curve"]), "{kept}");
    // What teaches nothing is refused, with its field.
    let refused = async |frames: &[String]| {
        let (status, problem) = app.post(&path, teach(frames)).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
        (problem["field"].as_str().unwrap().to_owned(), problem["detail"].as_str().unwrap().to_owned())
    };
    assert_eq!(refused(&bracket[..2]).await.0, "frames");
    let twice = [bracket[0].clone(), bracket[1].clone(), bracket[1].clone()];
    assert_eq!(refused(&twice).await.0, "frames[2]");
    let untold = taken(&app, &look, &halves(90, 90), &["-FNumber=8"], "untold.jpg").await;
    let (field, detail) = refused(&[bracket[0].clone(), untold, bracket[1].clone()]).await;
    assert!(field == "frames[1]" && detail.starts_with("untold.jpg does not say its aperture"), "{field} {detail}");
    let other = ["-FNumber=8", "-ExposureTime=1/30", "-ISO=100", "-Model=Loft 50"];
    let stranger = taken(&app, &look, &halves(91, 91), &other, "other.jpg").await;
    let (field, detail) = refused(&[bracket[0].clone(), bracket[1].clone(), stranger]).await;
    assert!(field == "frames[2]" && detail.contains("another camera"), "{detail}");
}

#[actix_web::test]
async fn frames_are_rated_compared_and_written_as_files_of_other_programs() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    app.write(&look, 0, camera()).await;
    let unit = json!({"name": "Taper 500", "scale": {"fractions": {"lowest": 256, "step": "tenths"}}});
    app.write(&look, 1, json!({"light": {"light": "key", "role": "key", "unit": unit, "dial": "1/8", "distance": 1.5}})).await;
    let tags = ["-FNumber=8", "-ExposureTime=1/160", "-ISO=100"];
    let first = taken(&app, &look, &halves(118, 60), &tags, "one.jpg").await;
    let (_, view) = app.get(&format!("/api/setups/{look}")).await;
    app.write(&look, view["version"].as_i64().unwrap(), json!({"dial": {"light": "key", "dial": "1/16 +0.3"}})).await;
    let second = taken(&app, &look, &halves(90, 50), &tags, "two.jpg").await;
    let path = format!("/api/frames/{second}/rating");
    let (status, _) = app.send(Method::PUT, &path, Some(json!({"rating": 4, "note": "=best of all"}))).await;
    assert_eq!(status, StatusCode::NO_CONTENT);
    for (body, field) in [(json!({"rating": 6}), "rating"), (json!({"rating": 1, "note": " "}), "note")] {
        let (status, problem) = app.send(Method::PUT, &path, Some(body)).await;
        assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!(field)), "{problem}");
    }
    let (status, _) = app.send(Method::PUT, &format!("/api/frames/{}/rating", Uuid::now_v7()), Some(json!({"rating": 1}))).await;
    assert_eq!(status, StatusCode::NOT_FOUND);
    let (_, roll) = app.get(&format!("/api/setups/{look}/frames")).await;
    assert_eq!((&roll["frames"][1]["rating"], &roll["frames"][1]["note"]), (&json!(4), &json!("=best of all")));
    assert_eq!(roll["frames"][0]["rating"], 0);
    let between = |from: &str, to: &str| format!("/api/setups/{look}/frames/changes?from={from}&to={to}");
    let (_, changed) = app.get(&between(&first, &second)).await;
    assert_eq!(changed["changes"], json!([[{"mark": "key"}, {"text": "Key "}, {"text": "down 0.7 to "}, {"strong": "1/16 +0.3"}]]));
    assert_eq!(app.get(&between(&first, &first)).await.1["changes"], json!([]));
    assert_eq!(app.get(&between(&first, &Uuid::now_v7().to_string())).await.0, StatusCode::NOT_FOUND);
    let (status, headers, csv) = app.bytes(&format!("/api/setups/{look}/frames.csv")).await;
    assert_eq!((status, headers["content-type"].to_str().unwrap()), (StatusCode::OK, "text/csv; charset=utf-8; header=present"));
    let csv = String::from_utf8(csv).unwrap();
    let lines: Vec<&str> = csv.lines().collect();
    assert!(lines.len() == 3 && lines[2].contains("two.jpg") && lines[2].contains(",4,'=best of all,"), "{csv}");
    assert!(lines[2].contains("Key down 0.7 to 1/16 +0.3") && lines[1].contains("\"Key 1/8, Taper 500"), "{csv}");
    let (_, headers, packed) = app.bytes(&format!("/api/setups/{look}/frames.xmp.zip")).await;
    assert_eq!(headers["content-disposition"], "attachment; filename=\"ink-lamp-sidecars.zip\"");
    let archive = zip::ZipArchive::new(Cursor::new(packed)).unwrap();
    assert_eq!(archive.file_names().collect::<Vec<_>>(), ["one.xmp", "two.xmp"]);
}

#[actix_web::test]
async fn a_frame_goes_to_another_look_once_and_each_tape_takes_it_back() {
    let app = App::spawn().await;
    let (sitting, look) = app.begin("Clock mender").await;
    app.write(&look, 0, camera()).await;
    let (_, other) = app.post(&format!("/api/sittings/{sitting}/setups"), json!({"id": Uuid::now_v7(), "name": "Hands"})).await;
    let other = other["id"].as_str().unwrap().to_owned();
    let picture = taken(&app, &look, &halves(118, 60), &["-FNumber=8"], "one.jpg").await;
    let count = async |look: &str| app.get(&format!("/api/setups/{look}/frames")).await.1["frames"].as_array().unwrap().len();
    let path = format!("/api/setups/{look}/frames/move");
    let (away, here) = (Uuid::now_v7(), Uuid::now_v7());
    let body = json!({"picture": picture, "to": other, "away": away, "here": here, "at": "2026-11-30T19:20:00Z"});
    let (status, gone) = app.post(&path, body.clone()).await;
    assert_eq!(status, StatusCode::OK, "{gone}");
    assert_eq!((count(&look).await, count(&other).await), (0, 1));
    // The answer was lost, and it is asked again.
    let (status, again) = app.post(&path, body).await;
    assert_eq!((status, &again), (StatusCode::OK, &gone));
    assert_eq!((count(&look).await, count(&other).await), (0, 1));
    let there = gone["picture"].as_str().unwrap();
    assert_eq!(app.bytes(&format!("/api/frames/{there}/picture")).await.0, StatusCode::OK);
    let (_, view) = app.get(&format!("/api/setups/{look}")).await;
    let item = view["tape"]["items"].as_array().unwrap().last().unwrap().clone();
    assert_eq!((&item["line"]["tail"], &view["setup"].get("shots")), (&json!("moved to Hands"), &None));
    // Each takes its part back.
    app.write(&look, view["version"].as_i64().unwrap(), json!({"undo": {"of": away}})).await;
    assert_eq!((count(&look).await, count(&other).await), (1, 1));
    let (_, view) = app.get(&format!("/api/setups/{other}")).await;
    app.write(&other, view["version"].as_i64().unwrap(), json!({"undo": {"of": here}})).await;
    assert_eq!((count(&look).await, count(&other).await), (1, 0));
    // Only out of the roll; not to where it is, and not what is not there.
    let out = |picture: &str, to: Value| json!({"picture": picture, "to": to, "away": Uuid::now_v7(), "here": Uuid::now_v7(), "at": "2026-11-30T19:20:00Z"});
    let (status, problem) = app.post(&path, out(&picture, json!(look))).await;
    assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("to")));
    assert_eq!(app.post(&path, out(&picture, Value::Null)).await.1, json!({}));
    assert_eq!(app.post(&path, out(&picture, Value::Null)).await.0, StatusCode::NOT_FOUND);
}

#[actix_web::test]
async fn a_frame_is_judged_against_what_was_foretold() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    app.write(&look, 0, camera()).await;
    let unit = json!({"name": "Taper 500", "scale": {"fractions": {"lowest": 256, "step": "tenths"}}});
    for (n, light) in ["key", "fill"].into_iter().enumerate() {
        app.write(&look, 1 + n as i64, json!({"light": {"light": light, "role": light, "unit": unit, "dial": "1/8"}})).await;
    }
    let tags = ["-FNumber=8", "-ExposureTime=1/160", "-ISO=100"];
    let picture = taken(&app, &look, &halves(118, 60), &tags, "one.jpg").await;
    let (_, view) = app.write(&look, 0, json!({"frame_said": {"picture": picture, "lit": "all"}})).await;
    // The lit side is the key's alone; on the other the fill gives all, and was foretold a stop brighter than the two under mid-grey that it is.
    let patch = |name: &str, x: f64, tone: f64, light: &str| json!({"name": name, "at": {"x": x, "y": 0.5, "radius": 0.2}, "skin": true, "foretold": {"tone": tone, "lights": [{"light": light, "tone": tone - 0.01}]}});
    let asked = json!({"setup": view["setup"], "picture": picture,
        "patches": [patch("Lit cheek", 0.25, 0.0, "key"), patch("Shadow cheek", 0.75, -1.0, "fill")]});
    let (status, judged) = app.post("/api/frames/judged", asked.clone()).await;
    assert_eq!(status, StatusCode::OK, "{judged}");
    let said = &judged["said"][0];
    assert_eq!((&said["press"], &said["entries"]), (&json!("Set 1/4"), &json!([{"dial": {"light": "fill", "dial": "1/4"}}])), "{judged}");
    let mut wrong = asked.clone();
    wrong["patches"][1]["foretold"]["tone"] = json!(99);
    let (status, problem) = app.post("/api/frames/judged", wrong).await;
    assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("patches[1].foretold")), "{problem}");
    let mut wrong = asked;
    wrong["picture"] = json!(Uuid::now_v7());
    let (status, problem) = app.post("/api/frames/judged", wrong).await;
    assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("picture")), "{problem}");
}

/// The camera was left an hour behind: frames that come as they are shot say so, and are shown at the time that it was.
#[actix_web::test]
async fn a_cameras_clock_that_stands_off_is_learnt_from_frames_that_come_as_they_are_shot() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    for (n, (shot, came)) in [("18:16:05", "19:16:09"), ("18:16:50", "19:16:53"), ("18:17:40", "19:17:45")].into_iter().enumerate() {
        let tags = [format!("-DateTimeOriginal=2026:11:30 {shot}"), "-OffsetTimeOriginal=+00:00".into(), "-Model=Loft 35".into()];
        let tags: Vec<&str> = tags.iter().map(String::as_str).collect();
        let file = tagged(&halves(100 + n as u8, 60), &tags);
        let (status, taken) = app.frame_at(&look, Uuid::now_v7(), "one.jpg", file, &format!("2026-11-30T{came}Z")).await;
        assert_eq!(status, StatusCode::CREATED, "{taken}");
    }
    let (_, roll) = app.get(&format!("/api/setups/{look}/frames")).await;
    assert_eq!(roll["clocks"], json!([{"camera": "Loft 35", "behind": 3603}]));
    assert_eq!(roll["frames"][0]["shot_at"], "2026-11-30T19:16:08Z");
}

#[actix_web::test]
async fn how_far_the_sitter_moved_is_told_from_two_frames() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    // A bright disc with a darker one in it, 6 pixels of 300 to the right and 8 of 400 down in the second frame.
    let disc = |right: f32, down: f32| {
        let value = |i: usize| {
            let (x, y) = ((i % 300) as f32 - 140.0 - right, (i / 300) as f32 - 190.0 - down);
            if (x - 20.0).hypot(y + 30.0) < 22.0 {
                60
            } else if x.hypot(y) < 80.0 {
                190
            } else {
                20
            }
        };
        Picture { width: 300, height: 400, values: (0..300 * 400).map(|i| [value(i); 3]).collect() }
    };
    let first = taken(&app, &look, &disc(0.0, 0.0), &["-FNumber=8"], "one.jpg").await;
    let second = taken(&app, &look, &disc(6.0, 8.0), &["-FNumber=8"], "two.jpg").await;
    let (status, moved) = app.get(&format!("/api/frames/{second}/moved?from={first}")).await;
    let by = |axis: &str| moved[axis].as_f64().unwrap();
    assert!(status == StatusCode::OK && (by("x") - 0.02).abs() < 0.004 && (by("y") - 0.02).abs() < 0.004, "{moved}");
    // Another shape tells nothing.
    let wide = taken(&app, &look, &halves(118, 60), &["-FNumber=8"], "wide.jpg").await;
    assert_eq!(app.get(&format!("/api/frames/{wide}/moved?from={first}")).await.1, json!({}));
    assert_eq!(app.get(&format!("/api/frames/{wide}/moved?from={}", Uuid::now_v7())).await.0, StatusCode::NOT_FOUND);
}
