//! Devices: a bridge in another language joins, sends, obeys and is let out; what it sends goes where it belongs, once.

use std::{
    io::{BufRead, BufReader},
    path::Path,
    process::{Child, Command, Stdio},
    time::Duration,
};

use chrono::Utc;
use ink_lamp_devices::asyncapi;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use uuid::Uuid;

use crate::app::App;

/// The bridge, as a program of its own.
struct Bridge {
    child: Child,
    lines: std::sync::mpsc::Receiver<Value>,
}

impl Drop for Bridge {
    fn drop(&mut self) {
        let _ = self.child.kill();
        let _ = self.child.wait();
    }
}

impl Bridge {
    fn joins(app: &App, code: &str, frame: &Path, hostile: usize) -> Self {
        let script = Path::new(env!("CARGO_MANIFEST_DIR")).join("tests/foreign/device.py");
        let mut child = Command::new("python3")
            .arg(script)
            .args([&app.base, code, &frame.display().to_string(), &hostile.to_string()])
            .stdout(Stdio::piped())
            .spawn()
            .unwrap();
        let out = child.stdout.take().unwrap();
        let (tell, lines) = std::sync::mpsc::channel();
        std::thread::spawn(move || {
            for line in BufReader::new(out).lines().map_while(Result::ok) {
                let _ = tell.send(serde_json::from_str(&line).unwrap_or(Value::Null));
            }
        });
        Self { child, lines }
    }

    /// What it printed, up to a line that names something.
    async fn until(&self, name: &str) -> Vec<Value> {
        let mut heard = Vec::new();
        loop {
            match self.lines.try_recv() {
                Ok(line) => {
                    heard.push(line);
                    if heard.last().is_some_and(|line| line.get(name).is_some()) {
                        return heard;
                    }
                }
                Err(std::sync::mpsc::TryRecvError::Empty) => tokio::time::sleep(Duration::from_millis(20)).await,
                Err(std::sync::mpsc::TryRecvError::Disconnected) => panic!("the bridge ended before {name}: {heard:?}"),
            }
        }
    }
}

/// A look with a fill whose unit is known.
async fn look(app: &App) -> String {
    let (_, look) = app.begin("Clock mender").await;
    let fill = json!({"light": {"light": "fill", "role": "fill", "dial": "1/8",
        "unit": {"name": "Taper 400", "scale": {"fractions": {"lowest": 256, "step": "tenths"}}}}});
    let camera = json!({"camera": {"aperture": "8", "shutter": "1/160", "iso": "100"}});
    assert_eq!(app.write(&look, 0, camera).await.0, StatusCode::CREATED);
    assert_eq!(app.write(&look, 1, fill).await.0, StatusCode::CREATED);
    look
}

async fn dialled(app: &App, look: &str, dial: &str) -> (StatusCode, Value) {
    let (_, now) = app.get(&format!("/api/setups/{look}")).await;
    let body = json!({"id": Uuid::now_v7(), "base": now["version"], "at": Utc::now(), "entry": {"dial": {"light": "fill", "dial": dial}}});
    app.post(&format!("/api/setups/{look}/entries"), body).await
}

#[actix_web::test]
async fn a_bridge_in_another_language_joins_by_the_document_alone() {
    let app = App::spawn().await;
    let look = look(&app).await;
    let metered = json!({"look": look});
    assert_eq!(app.send(Method::PUT, "/api/devices/metered", Some(metered)).await.0, StatusCode::NO_CONTENT);
    let (_, code) = app.post("/api/door/codes", json!({"role": "device"})).await;
    let frame = std::env::temp_dir().join(format!("ink-lamp-frame-{}.png", Uuid::now_v7()));
    std::fs::write(&frame, picture()).unwrap();
    let bridge = Bridge::joins(&app, code["code"].as_str().unwrap(), &frame, 200);
    bridge.until("ready").await;

    // The reading went to the tape once, though it was sent three times; the one that says nothing asks.
    let (_, view) = app.get(&format!("/api/setups/{look}")).await;
    let lines: Vec<&Value> = view["tape"]["items"].as_array().unwrap().iter().filter(|i| i["by"] == "Meter at the slipway").collect();
    assert_eq!(lines.len(), 1, "{lines:?}");
    assert_eq!(view["setup"]["lights"][0]["reading"]["reading"]["shows"], "5.6 1");
    let (_, devices) = app.get(&format!("/api/devices?look={look}")).await;
    let came: Vec<(&str, &str)> =
        devices["came"].as_array().unwrap().iter().map(|c| (c["device"].as_str().unwrap(), c["went"].as_str().unwrap())).collect();
    assert_eq!(came, [("Meter at the slipway", "asks"), ("Loft 35", "tape"), ("Meter at the slipway", "tape")]);
    let here: Vec<(&str, bool)> =
        devices["devices"].as_array().unwrap().iter().map(|d| (d["name"].as_str().unwrap(), d["here"].as_bool().unwrap())).collect();
    assert_eq!(here, [("Meter at the slipway", true), ("Taper 400", true), ("Loft 35", true)]);
    assert_eq!(devices["devices"][1]["light"], "fill");
    assert_eq!(app.get(&format!("/api/setups/{look}/frames")).await.1["frames"][0]["file"], "SLIP0001.PNG");

    // Somebody says what it is of: it goes there under its own id, and asks no more.
    let asks = devices["came"][0]["id"].as_str().unwrap();
    let path = format!("/api/devices/readings/{asks}");
    let wrong = app.send(Method::PUT, &path, Some(json!({"look": look, "of": "hair"}))).await;
    assert_eq!(wrong.0, StatusCode::UNPROCESSABLE_ENTITY, "{}", wrong.1);
    for of in ["fill", "key"] {
        assert_eq!(app.send(Method::PUT, &path, Some(json!({"look": look, "of": of}))).await.0, StatusCode::NO_CONTENT);
    }
    let (_, view) = app.get(&format!("/api/setups/{look}")).await;
    let items = view["tape"]["items"].as_array().unwrap();
    assert_eq!(items.iter().filter(|item| item["id"] == asks).count(), 1);
    assert_eq!(view["setup"]["lights"][1]["reading"]["reading"]["shows"], "5.6 1");

    // What the unit says of itself stands in Check as its own word: what is not wanted is to be mended there, and nobody can tick it away.
    let cell = async |point: &str| {
        let (_, view) = app.get(&format!("/api/setups/{look}")).await;
        let (_, check) = app.post("/api/check", json!({"setup": view["setup"]})).await;
        let column = check["devices"].as_array().unwrap().iter().position(|d| d["name"] == "Fill").unwrap();
        check["rows"].as_array().unwrap().iter().find(|row| row["point"] == point).unwrap()["cells"][column].clone()
    };
    while cell("mode").await["device_says"] != true {
        tokio::time::sleep(Duration::from_millis(50)).await;
    }
    assert_eq!((cell("mode").await["state"].as_str(), cell("supply").await["says"].as_str()), (Some("right"), Some("fresh")));
    assert_eq!(cell("mode").await["press"], json!([]));
    let said: Vec<Value> = app.get(&format!("/api/setups/{look}")).await.1["tape"]["items"]
        .as_array()
        .unwrap()
        .iter()
        .filter(|item| item["by"] == "Bridge at the slipway")
        .cloned()
        .collect();
    assert_eq!(said.len(), 1, "all that it said at once is one line: {said:?}");

    // Dialled: the unit is set first, and then it is written; what it refuses is told and not written.
    let (status, view) = dialled(&app, &look, "1/16").await;
    assert_eq!((status, &view["setup"]["lights"][1]["dial"]), (StatusCode::CREATED, &json!(40)), "{view}");
    let before = view["version"].clone();
    let (status, problem) = dialled(&app, &look, "1/32").await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(problem["detail"], "Taper 400 refuses: it is too warm. Let it cool.");
    assert_eq!(app.get(&format!("/api/setups/{look}")).await.1["version"], before);

    // Two hundred messages that are none end nothing; being let out does, at once and for good.
    bridge.until("over").await;
    let (_, door) = app.get("/api/door").await;
    let id = door["devices"][0]["id"].as_str().unwrap().to_owned();
    assert_eq!(app.send(Method::DELETE, &format!("/api/door/devices/{id}"), None).await.0, StatusCode::NO_CONTENT);
    let last = bridge.until("let_out").await;
    assert!(last.iter().any(|line| line["closed"].as_str().is_some_and(|why| why.contains("let out"))), "{last:?}");
    let (_, devices) = app.get("/api/devices").await;
    assert_eq!((&devices["devices"], &devices["absent"]), (&json!([]), &json!([])));
    // What was made of a reading by chance may have been one.
    assert!(devices["came"].as_array().unwrap().len() >= 4);
    std::fs::remove_file(frame).unwrap();
}

/// A small picture.
fn picture() -> Vec<u8> {
    let mut bytes = Vec::new();
    let mut encoder = png::Encoder::new(&mut bytes, 64, 80);
    encoder.set_color(png::ColorType::Rgb);
    let mut writer = encoder.write_header().unwrap();
    writer.write_image_data(&[118; 64 * 80 * 3]).unwrap();
    writer.finish().unwrap();
    bytes
}

#[actix_web::test]
async fn what_is_no_socket_and_who_is_no_device_hear_why() {
    let app = App::spawn().await;
    let (status, problem) = app.get("/api/devices/socket").await;
    assert_eq!(
        (status, problem["detail"].as_str().unwrap()),
        (StatusCode::FORBIDDEN, "Only a device speaks here, with the token that its code gave it.")
    );
    let (_, key) = app.device("Bridge", ink_lamp_store::DoorRole::Device, 0).await;
    let answer = app.with(&key, Method::GET, "/api/devices/socket", None).await;
    assert_eq!(answer.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let order = json!({"bridge": Uuid::nil(), "device": "meter", "order": {"measure": {}}});
    let (status, problem) = app.post("/api/devices/orders", order).await;
    assert_eq!((status, problem["detail"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some("This device is not joined to this server.")));
    assert_eq!(app.get("/api/devices").await.1["absent"][0]["name"], "Bridge");
}

#[test]
fn the_protocols_document_is_kept_as_the_code_makes_it() {
    let fresh = serde_json::to_string_pretty(&asyncapi::document().unwrap()).unwrap();
    let kept = include_str!("../../../../docs/devices.asyncapi.json");
    assert!(fresh.trim() == kept.trim(), "the protocol changed: ./run types writes docs/devices.asyncapi.json anew");
}
