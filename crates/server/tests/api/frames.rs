//! Test frames through the API: taken in once, listed, shown, measured; what their files say against the board.

use std::{
    path::{Path, PathBuf},
    process::Command,
    time::Duration,
};

use ink_lamp_photo::{open::Photo, picture::Picture};
use ink_lamp_store::testing::fresh_store;
use reqwest::{StatusCode, header};
use serde_json::{Value, json};
use uuid::Uuid;

use crate::{
    app::{App, told},
    camera,
};

/// A frame of two halves, mid-grey and two stops under it, with what a camera writes into its file.
fn shot(tags: &[&str]) -> Vec<u8> {
    let values = (0..96 * 64).map(|i| if i % 96 < 48 { [118; 3] } else { [60; 3] }).collect();
    tagged(&Picture { width: 96, height: 64, values }, tags)
}

/// A picture as a file with what a camera writes into it.
pub fn tagged(picture: &Picture, tags: &[&str]) -> Vec<u8> {
    let jpeg = picture.to_jpeg().unwrap();
    let file = std::path::Path::new(env!("CARGO_TARGET_TMPDIR")).join(format!("{}.jpg", Uuid::now_v7()));
    std::fs::write(&file, jpeg).unwrap();
    let done = Command::new("exiftool").args(["-q", "-overwrite_original"]).args(tags).arg(&file).output().unwrap();
    assert!(done.status.success(), "{}", String::from_utf8_lossy(&done.stderr));
    let bytes = std::fs::read(&file).unwrap();
    std::fs::remove_file(file).unwrap();
    bytes
}

const AS_SET: [&str; 4] = ["-FNumber=8", "-ExposureTime=1/160", "-ISO=100", "-DateTimeOriginal=2026:11:30 20:16:05"];

impl App {
    pub async fn frame(&self, look: &str, entry: Uuid, name: &str, file: Vec<u8>) -> (StatusCode, Value) {
        self.frame_at(look, entry, name, file, "2026-11-30T19:16:09Z").await
    }

    pub async fn frame_at(&self, look: &str, entry: Uuid, name: &str, file: Vec<u8>, at: &str) -> (StatusCode, Value) {
        let path = format!("{}/api/setups/{look}/frames", self.base);
        let query = [("id", entry.to_string()), ("at", at.to_owned()), ("name", name.to_owned())];
        let request = self.client.post(path).query(&query).header(header::CONTENT_TYPE, "application/octet-stream").body(file);
        told(request.send().await.unwrap()).await
    }

    pub async fn bytes(&self, path: &str) -> (StatusCode, header::HeaderMap, Vec<u8>) {
        let answer = self.client.get(format!("{}{path}", self.base)).send().await.unwrap();
        (answer.status(), answer.headers().clone(), answer.bytes().await.unwrap().to_vec())
    }
}

#[actix_web::test]
async fn a_frame_is_taken_in_once_and_shown_and_measured() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    app.write(&look, 0, camera()).await;
    let file = shot(&AS_SET);
    let entry = Uuid::now_v7();
    let (status, taken) = app.frame(&look, entry, "card/LOFT0012.JPG", file.clone()).await;
    assert_eq!((status, &taken["fresh"]), (StatusCode::CREATED, &json!(true)), "{taken}");
    // The answer was lost and it is sent again; the same file is dropped a second time.
    for id in [entry, Uuid::now_v7()] {
        let (status, again) = app.frame(&look, id, "LOFT0012.JPG", file.clone()).await;
        assert_eq!((status, &again), (StatusCode::OK, &json!({"picture": taken["picture"], "fresh": false})));
    }
    let picture = taken["picture"].as_str().unwrap();
    let (_, roll) = app.get(&format!("/api/setups/{look}/frames")).await;
    let [frame] = roll["frames"].as_array().unwrap().as_slice() else { panic!("{roll}") };
    assert_eq!((&frame["picture"], &frame["entry"], &frame["file"]), (&json!(picture), &json!(entry), &json!("LOFT0012.JPG")));
    let told = json!({"as_shot": {"aperture": "8", "shutter": "1/160", "iso": "100"}, "clock": "2026-11-30T20:16:05"});
    assert_eq!((&frame["told"], &frame["width"], &frame["kept_height"]), (&told, &json!(96), &json!(64)));
    // On the tape, and nothing to say of it.
    let (_, view) = app.get(&format!("/api/setups/{look}")).await;
    assert_eq!(view["tape"]["items"][1]["line"]["tail"], "shot ƒ8 1/160 ISO 100");
    assert!(!view["board"]["findings"].as_array().unwrap().iter().any(|f| f["kind"] == "frame_differs"), "{view}");
    for size in ["picture", "small"] {
        let (status, headers, jpeg) = app.bytes(&format!("/api/frames/{picture}/{size}")).await;
        assert_eq!((status, headers["content-type"].to_str().unwrap()), (StatusCode::OK, "image/jpeg"));
        // A device that is let out is left with none.
        assert!(headers["cache-control"] == "no-store" && !headers.contains_key("content-encoding"));
        assert_eq!(Photo::open(&jpeg).unwrap().width, 96);
    }
    let patches = json!({"patches": [{"x": 0.25, "y": 0.5, "radius": 0.2}, {"x": 0.75, "y": 0.5, "radius": 0.2}]});
    let (status, tones) = app.post(&format!("/api/frames/{picture}/tones"), patches).await;
    assert_eq!(status, StatusCode::OK, "{tones}");
    let tone = |n: usize| tones["patches"][n]["tone"].as_f64().unwrap();
    assert!(tone(0).abs() < 0.05 && (tone(1) + 2.0).abs() < 0.1, "{tones}");
    assert!(tones["patches"][0]["sure"].as_f64().unwrap() >= 0.3 && tones.get("ratio").is_none());
    // As two places of one skin: four to one.
    let patches = json!([{"x": 0.25, "y": 0.5, "radius": 0.2}, {"x": 0.75, "y": 0.5, "radius": 0.2}]);
    let pair = |lit: usize| json!({"patches": patches, "same_skin": {"lit": lit, "shadow": 1}});
    let (_, tones) = app.post(&format!("/api/frames/{picture}/tones"), pair(0)).await;
    assert_eq!(tones["ratio"]["shown"], "4 : 1", "{tones}");
    // The darker one as a grey card: the other lies two stops over it.
    let beside = |card: usize| json!({"patches": patches, "card": card});
    let (_, tones) = app.post(&format!("/api/frames/{picture}/tones"), beside(1)).await;
    let over = tones["patches"][0]["over_card"]["over"].as_f64().unwrap();
    assert!((over - 2.0).abs() < 0.1 && tones["patches"][1].get("over_card").is_none(), "{tones}");
    let (status, problem) = app.post(&format!("/api/frames/{picture}/tones"), beside(2)).await;
    assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("card")));
    let (status, problem) = app.post(&format!("/api/frames/{picture}/tones"), pair(2)).await;
    assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("same_skin.lit")));
    // Taken back, it is out of the roll; sent once more, it is there again under the id that it had.
    let version = view["version"].as_i64().unwrap();
    app.write(&look, version, json!({"undo": {"of": entry}})).await;
    assert_eq!(app.get(&format!("/api/setups/{look}/frames")).await.1["frames"], json!([]));
    let (status, back) = app.frame(&look, Uuid::now_v7(), "LOFT0012.JPG", file).await;
    assert_eq!((status, &back["picture"]), (StatusCode::CREATED, &json!(picture)));
}

#[actix_web::test]
async fn a_frame_that_was_shot_otherwise_says_so_and_has_two_answers() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    app.write(&look, 0, camera()).await;
    let tags = ["-FNumber=8", "-ExposureTime=1/125", "-ISO=200"];
    let (_, taken) = app.frame(&look, Uuid::now_v7(), "one.jpg", shot(&tags)).await;
    let found = |view: &Value| view["board"]["findings"].as_array().unwrap().iter().find(|f| f["kind"] == "frame_differs").cloned();
    let (_, view) = app.get(&format!("/api/setups/{look}")).await;
    let finding = found(&view).unwrap();
    let words: String = finding["words"].as_array().unwrap().iter().map(|w| w["text"].as_str().or(w["strong"].as_str()).unwrap()).collect();
    assert_eq!(words, "Frame 1 is not from 1/160 ISO 100: its file says 1/125 ISO 200.");
    assert_eq!((&finding["remedy"]["label"], &finding["otherwise"]["label"]), (&json!("Use the frame’s"), &json!("It was meant so")));
    let (status, meant) = app.write(&look, 2, finding["otherwise"]["entry"].clone()).await;
    assert_eq!((status, found(&meant)), (StatusCode::CREATED, None));
    assert_eq!(meant["tape"]["items"][2]["line"]["tail"], "meant as it was shot");
    // Taken back, it is asked again; the other answer sets the camera.
    let said = meant["tape"]["items"][2]["id"].clone();
    app.write(&look, 3, json!({"undo": {"of": said}})).await;
    let (_, set) = app.write(&look, 4, finding["remedy"]["entry"].clone()).await;
    assert_eq!((&set["setup"]["camera"]["exposure"]["iso"], found(&set)), (&json!("200"), None));
    // Which lights were on can be said of it, once it is there.
    let lit = |picture: &Value, light: &str| json!({"frame_said": {"picture": picture, "lit": {"alone": light}}});
    let (status, alone) = app.write(&look, 5, lit(&taken["picture"], "key")).await;
    assert_eq!((status, &alone["setup"]["shots"][0]["lit"]), (StatusCode::CREATED, &json!({"alone": "key"})));
    let (status, none) = app.write(&look, 6, lit(&taken["picture"], "lamp")).await;
    assert_eq!((status, &none["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("entry.lit.alone")), "{none}");
    let (status, none) = app.write(&look, 6, lit(&json!(Uuid::now_v7()), "key")).await;
    assert_eq!((status, &none["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("entry.picture")), "{none}");
}

/// A grey card in a frame of the key alone is the meter: a stop under is a stop under on the ladder too.
#[actix_web::test]
async fn a_card_in_a_frame_is_a_reading_of_the_light_that_was_on() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    app.write(&look, 0, camera()).await;
    // Shot at ISO 200, which the camera here is not set to: the frame's own settings count.
    let (_, taken) = app.frame(&look, Uuid::now_v7(), "one.jpg", shot(&["-FNumber=8", "-ExposureTime=1/160", "-ISO=200"])).await;
    let read = |tone: f64| json!({"frame_read": {"picture": taken["picture"], "tone": tone, "sure": 0.3}});
    let (status, problem) = app.write(&look, 2, read(-0.6)).await;
    assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("entry.picture")), "{problem}");
    app.write(&look, 2, json!({"frame_said": {"picture": taken["picture"], "lit": {"alone": "key"}}})).await;
    for (tone, says) in [(2.6, "clipped"), (-7.0, "Give -6 to 2.4")] {
        let (status, problem) = app.write(&look, 3, read(tone)).await;
        assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("entry.tone")), "{problem}");
        assert!(problem["detail"].as_str().unwrap().contains(says), "{problem}");
    }
    let (status, view) = app.write(&look, 3, read(-0.6)).await;
    assert_eq!(status, StatusCode::CREATED, "{view}");
    let lane = view["board"]["lanes"].as_array().unwrap().iter().find(|l| l["id"] == "key").unwrap();
    // At ISO 100 it lies another stop lower.
    assert!((lane["now"]["level"].as_f64().or(lane["level"].as_f64()).unwrap_or(-1.6) + 1.6).abs() < 0.06, "{lane}");
    let line = &view["tape"]["items"][3]["line"];
    assert_eq!((&line["head"][1]["strong"], &line["tail"]), (&json!("−0.6"), &json!("read in frame 1, ± 0.3")));
    assert!(view["setup"].get("meter").is_none(), "the meter stays as it was set");
    let sure = lane["sure"]["within"].as_f64().unwrap();
    assert!((0.25..0.45).contains(&sure), "{lane}");
}

#[actix_web::test]
async fn what_is_no_frame_is_refused_and_leaves_nothing() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    let good = shot(&AS_SET);
    for (file, says) in [
        (Vec::new(), "no picture that can be read"),
        (b"not a picture at all".to_vec(), "no picture that can be read"),
        (good[..good.len() / 3].to_vec(), "damaged, or was cut off"),
    ] {
        let (status, problem) = app.frame(&look, Uuid::now_v7(), "x.jpg", file).await;
        assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("file")), "{problem}");
        assert!(problem["detail"].as_str().unwrap().contains(says), "{problem}");
    }
    let (status, problem) = app.frame(&look, Uuid::now_v7(), "x.jpg", vec![0xff; 81 * 1024 * 1024]).await;
    assert_eq!(
        (status, problem["detail"].as_str()),
        (StatusCode::PAYLOAD_TOO_LARGE, Some("The file is larger than 80 MB. Send a smaller one."))
    );
    assert_eq!(app.frame(&Uuid::now_v7().to_string(), Uuid::now_v7(), "x.jpg", good.clone()).await.0, StatusCode::NOT_FOUND);
    // An entry can't name a picture that is not there, or is another look's.
    let (_, other) = app.begin("Net mender").await;
    let (_, taken) = app.frame(&other, Uuid::now_v7(), "x.jpg", good).await;
    for picture in [json!(Uuid::now_v7()), taken["picture"].clone()] {
        let (status, problem) = app.write(&look, 0, json!({"frame": {"picture": {"id": picture}}})).await;
        assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("entry.picture.id")), "{problem}");
    }
    let (_, view) = app.get(&format!("/api/setups/{look}")).await;
    assert_eq!((&view["version"], &view["setup"]["frames"]), (&json!(0), &json!(0)));
    for path in ["picture", "small"] {
        assert_eq!(app.get(&format!("/api/frames/{}/{path}", Uuid::now_v7())).await.0, StatusCode::NOT_FOUND);
    }
    let outside = json!({"patches": [{"x": 0.5, "y": 0.5, "radius": 0.2}, {"x": 1.5, "y": 0.5, "radius": 0.2}]});
    let (status, problem) = app.post(&format!("/api/frames/{}/tones", taken["picture"].as_str().unwrap()), outside).await;
    assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("patches[1].x")), "{problem}");
}

#[actix_web::test]
async fn patches_are_remembered_for_the_next_frames_of_the_look() {
    let app = App::spawn().await;
    let (_, look) = app.begin("Clock mender").await;
    let path = format!("/api/setups/{look}/patches");
    let put = |patches: Value| app.send(reqwest::Method::PUT, &path, Some(json!({"patches": patches})));
    let cheek = json!({"name": "Lit cheek", "x": 0.25, "y": 0.5, "radius": 0.02});
    for patches in [json!([cheek]), json!([cheek, {"name": "Grey card", "x": 0.75, "y": 0.5, "radius": 0.03}])] {
        assert_eq!(put(patches.clone()).await.0, StatusCode::NO_CONTENT);
        assert_eq!(app.get(&format!("/api/setups/{look}/frames")).await.1["patches"], patches);
    }
    for (patch, field) in [
        (json!({"name": "", "x": 0.5, "y": 0.5, "radius": 0.02}), "patches[0].name"),
        (json!({"name": "Cheek", "x": 0.5, "y": 2, "radius": 0.02}), "patches[0].y"),
        (json!({"name": "Cheek", "x": 0.5, "y": 0.5, "radius": 0}), "patches[0].radius"),
    ] {
        let (status, problem) = put(json!([patch])).await;
        assert_eq!((status, &problem["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!(field)), "{problem}");
    }
    let none = format!("/api/setups/{}/patches", Uuid::now_v7());
    assert_eq!(app.send(reqwest::Method::PUT, &none, Some(json!({"patches": []}))).await.0, StatusCode::NOT_FOUND);
}

/// A folder of this test, empty.
fn folder() -> PathBuf {
    let folder = Path::new(env!("CARGO_TARGET_TMPDIR")).join(Uuid::now_v7().to_string());
    std::fs::create_dir_all(&folder).unwrap();
    folder
}

/// Small frames, each another one.
fn small(n: usize) -> Vec<u8> {
    let value = 40 + u8::try_from(n).unwrap();
    Picture { width: 24, height: 16, values: vec![[value; 3]; 384] }.to_jpeg().unwrap()
}

/// Waits until it is so, for as long as it takes.
async fn until(app: &App, look: &str, is_so: impl Fn(&Value) -> bool) -> Value {
    loop {
        let (_, roll) = app.get(&format!("/api/setups/{look}/frames")).await;
        if is_so(&roll) {
            return roll;
        }
        tokio::time::sleep(Duration::from_millis(50)).await;
    }
}

fn count(roll: &Value) -> usize {
    roll["frames"].as_array().unwrap().len()
}

#[actix_web::test]
async fn what_a_camera_writes_into_a_folder_is_taken_once_through_restarts() {
    let (store, url) = fresh_store().await.unwrap();
    let folder = folder();
    // There before it was watched: of another day.
    std::fs::write(folder.join("OLD.jpg"), small(99)).unwrap();
    tokio::time::sleep(Duration::from_millis(20)).await;
    let app = App::watching(store.clone(), url.clone(), &folder);
    let (_, look) = app.begin("Clock mender").await;
    // Looked into once: from then on files are new.
    until(&app, &look, |roll| roll["folder"]["name"].is_string()).await;
    store.watched(&folder.to_string_lossy()).await.unwrap();
    tokio::time::sleep(Duration::from_millis(20)).await;
    for n in 0..30 {
        std::fs::write(folder.join(format!("LOFT{n:04}.jpg")), small(n)).unwrap();
    }
    until(&app, &look, |roll| count(roll) >= 5).await;
    drop(app);
    // Written while nobody looked, and one that is there twice under two names.
    std::fs::write(folder.join("LOFT0030.jpg"), small(30)).unwrap();
    std::fs::write(folder.join("COPY.jpg"), small(3)).unwrap();
    let app = App::watching(store.clone(), url.clone(), &folder);
    let roll = until(&app, &look, |roll| count(roll) >= 31 && roll["folder"]["waiting"] == 0).await;
    let mut names: Vec<_> = roll["frames"].as_array().unwrap().iter().map(|f| f["file"].as_str().unwrap().to_owned()).collect();
    names.sort();
    names.dedup();
    assert_eq!((count(&roll), names.len()), (31, 31), "{names:?}");
    assert!(!names.contains(&"OLD.jpg".to_owned()));
    // A third start, with another look that was worked on since: nothing comes again.
    drop(app);
    let app = App::watching(store, url, &folder);
    let (_, other) = app.begin("Net mender").await;
    std::fs::write(folder.join("NEW.jpg"), small(50)).unwrap();
    let roll = until(&app, &other, |roll| count(roll) > 0 && roll["folder"]["waiting"] == 0).await;
    assert_eq!((count(&roll), roll["frames"][0]["file"].as_str()), (1, Some("NEW.jpg")));
    assert_eq!(count(&app.get(&format!("/api/setups/{look}/frames")).await.1), 31);
}

#[actix_web::test]
async fn a_half_written_file_is_waited_for_and_a_folder_that_goes_is_told_and_found_again() {
    let (store, url) = fresh_store().await.unwrap();
    let folder = folder();
    let app = App::watching(store.clone(), url, &folder);
    // Nothing is open: it waits, and says so.
    let (sitting, none) = app.begin("Clock mender").await;
    app.send(reqwest::Method::DELETE, &format!("/api/sittings/{sitting}"), None).await;
    until(&app, &none, |roll| roll["folder"]["name"].is_string()).await;
    store.watched(&folder.to_string_lossy()).await.unwrap();
    tokio::time::sleep(Duration::from_millis(20)).await;
    let whole = small(7);
    std::fs::write(folder.join("half.jpg"), &whole[..whole.len() * 2 / 3]).unwrap();
    std::fs::write(folder.join("being-brought.jpg.part"), &whole).unwrap();
    std::fs::write(folder.join("notes.txt"), "no picture").unwrap();
    let waits = |roll: &Value| roll["folder"]["problem"].as_str().is_some_and(|p| p.starts_with("No look was worked on today"));
    until(&app, &none, waits).await;
    let (_, look) = app.begin("Net mender").await;
    let says = |words: &'static str| move |roll: &Value| roll["folder"]["problem"].as_str().is_some_and(|p| p.contains(words));
    until(&app, &look, |roll| says("half.jpg: The picture is damaged")(roll) || says("notes.txt: This is no picture")(roll)).await;
    assert_eq!(count(&app.get(&format!("/api/setups/{look}/frames")).await.1), 0);
    // The rest of it comes.
    std::fs::write(folder.join("half.jpg"), &whole).unwrap();
    let roll = until(&app, &look, |roll| count(roll) > 0).await;
    assert_eq!((count(&roll), roll["frames"][0]["file"].as_str()), (1, Some("half.jpg")));
    let away = folder.with_extension("away");
    std::fs::rename(&folder, &away).unwrap();
    until(&app, &look, says("The folder can't be read")).await;
    std::fs::rename(&away, &folder).unwrap();
    std::fs::write(folder.join("again.jpg"), small(8)).unwrap();
    let roll = until(&app, &look, |roll| count(roll) > 1).await;
    assert_eq!(count(&roll), 2);
}

/// A look that is begun from another one has its lights, and none of its frames.
#[actix_web::test]
async fn frames_stay_with_the_look_that_they_were_shot_in_and_go_with_it() {
    let app = App::spawn().await;
    let (sitting, look) = app.begin("Clock mender").await;
    app.write(&look, 0, camera()).await;
    app.frame(&look, Uuid::now_v7(), "x.jpg", shot(&AS_SET)).await;
    let second = Uuid::now_v7();
    let body = json!({"id": second, "name": "Look 2", "from": look});
    let (status, made) = app.post(&format!("/api/sittings/{sitting}/setups"), body).await;
    assert!(status.is_success(), "{made}");
    let (_, view) = app.get(&format!("/api/setups/{second}")).await;
    assert!(view["setup"]["camera"].is_object() && view["setup"].get("shots").is_none(), "{view}");
    assert_eq!(app.get(&format!("/api/setups/{second}/frames")).await.1["frames"], json!([]));
    let (_, roll) = app.get(&format!("/api/setups/{look}/frames")).await;
    let picture = roll["frames"][0]["picture"].as_str().unwrap().to_owned();
    // Forgotten for good, the pictures are gone too.
    app.send(reqwest::Method::DELETE, &format!("/api/sittings/{sitting}"), None).await;
    let (status, gone) = app.post(&format!("/api/sittings/{sitting}/forget"), json!({"name": "Clock mender"})).await;
    assert!(status.is_success(), "{gone}");
    assert_eq!(app.get(&format!("/api/frames/{picture}/picture")).await.0, StatusCode::NOT_FOUND);
}
