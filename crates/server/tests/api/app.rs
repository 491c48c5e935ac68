//! The real application on a real PostgreSQL, and what a client does with it.

use std::{net::TcpListener, path::PathBuf};

use actix_web::dev::ServerHandle;
use chrono::{TimeDelta, Utc};
use ink_lamp_http::{door::token, hub::Hub, pictures::Pictures, site::Site};
use ink_lamp_server::startup::{self, Folders};
use ink_lamp_store::{Account, DoorRole, Session, Store, testing::fresh_store};
use reqwest::{Client, Method, Response, StatusCode};
use serde_json::{Value, json};
use uuid::Uuid;

pub struct App {
    pub base: String,
    pub client: Client,
    pub store: Store,
    pub url: String,
    server: ServerHandle,
}

/// Where what is worked out of sitters is kept, from one test to the next.
pub fn pictures() -> std::path::PathBuf {
    std::env::var_os("INK_LAMP_PICTURES").map_or_else(|| std::path::Path::new(env!("CARGO_TARGET_TMPDIR")).join("pictures"), Into::into)
}

/// With its test the server goes, and gives its connections back.
impl Drop for App {
    fn drop(&mut self) {
        drop(self.server.stop(false));
    }
}

impl App {
    pub async fn spawn() -> Self {
        let (store, url) = fresh_store().await.unwrap();
        Self::serve(store, url)
    }

    /// A server on a database that may have others.
    pub fn serve(store: Store, url: String) -> Self {
        Self::found(store, url, |site| site)
    }

    /// A server that keeps what is worked out of sitters elsewhere.
    pub async fn with_pictures(folder: std::path::PathBuf) -> Self {
        let (store, url) = fresh_store().await.unwrap();
        Self::listening(store, url, folder, None, |site| site)
    }

    /// A server on a database that may have others, which watches a folder of frames.
    pub fn watching(store: Store, url: String, folder: &std::path::Path) -> Self {
        Self::listening(store, url, pictures(), Some(folder.to_owned()), |site| site)
    }

    /// A server that is found by other names too.
    pub fn found(store: Store, url: String, as_site: impl FnOnce(Site) -> Site) -> Self {
        Self::listening(store, url, pictures(), None, as_site)
    }

    fn listening(store: Store, url: String, pictures: PathBuf, frames: Option<PathBuf>, as_site: impl FnOnce(Site) -> Site) -> Self {
        let listener = TcpListener::bind("127.0.0.1:0").unwrap();
        let base = format!("http://{}", listener.local_addr().unwrap());
        let site = as_site(Site::here(listener.local_addr().unwrap().port()));
        let (served, database) = (store.clone(), url.clone());
        let folders = Folders { pictures: Pictures::in_folder(pictures), backups: None, frames };
        let (tell, told) = std::sync::mpsc::channel();
        std::thread::spawn(move || {
            actix_web::rt::System::new().block_on(async {
                let server = startup::serve(vec![listener.into()], served, Hub::on(database), site, folders, 1).unwrap();
                tell.send(server.handle()).unwrap();
                server.await
            })
        });
        Self { base, client: Client::new(), store, url, server: told.recv().unwrap() }
    }

    pub async fn send(&self, method: Method, path: &str, body: Option<Value>) -> (StatusCode, Value) {
        let mut request = self.client.request(method, format!("{}{path}", self.base));
        if let Some(body) = body {
            request = request.json(&body);
        }
        told(request.send().await.unwrap()).await
    }

    /// Somebody set the owner's pass phrase, [`PHRASE`].
    pub async fn owned(&self) {
        let pass_phrase = ink_lamp_http::door::phrase::hashed(PHRASE).unwrap();
        let owner = Account { id: Uuid::now_v7(), name: "Owner".to_owned(), role: DoorRole::Owner, pass_phrase };
        self.store.make_account(&owner).await.unwrap();
        // Heard of within a second.
        while self.get("/api/kit").await.0 != StatusCode::UNAUTHORIZED {
            tokio::time::sleep(std::time::Duration::from_millis(20)).await;
        }
    }

    /// A device that was let in so many seconds ago, for a day; gives its id and what it carries.
    pub async fn device(&self, name: &str, role: DoorRole, seen: i64) -> (Uuid, Key) {
        let token = token::token().unwrap();
        let (id, at) = (Uuid::now_v7(), Utc::now() - TimeDelta::seconds(seen));
        let name = name.to_owned();
        let session = Session { id, name, role, account: None, lives_seconds: 86_400, created_at: at, seen_at: at, ended_at: None };
        self.store.begin_session(&session, token::hash(&token)).await.unwrap();
        (id, if role == DoorRole::Device { Key::bearer(&token) } else { self.cookie(&token) })
    }

    /// What a browser carries.
    pub fn cookie(&self, token: &str) -> Key {
        let port = self.base.rsplit_once(':').unwrap().1;
        Key("cookie", format!("ink-lamp-{port}={token}"))
    }

    pub async fn with(&self, key: &Key, method: Method, path: &str, body: Option<Value>) -> Response {
        let mut request = self.client.request(method, format!("{}{path}", self.base)).header(key.0, &key.1);
        if let Some(body) = body {
            request = request.json(&body);
        }
        request.send().await.unwrap()
    }

    pub async fn get(&self, path: &str) -> (StatusCode, Value) {
        self.send(Method::GET, path, None).await
    }

    pub async fn post(&self, path: &str, body: Value) -> (StatusCode, Value) {
        self.send(Method::POST, path, Some(body)).await
    }

    /// A new sitting; gives the sitting's id and its look's.
    pub async fn begin(&self, name: &str) -> (String, String) {
        let (sitting, look) = (Uuid::now_v7(), Uuid::now_v7());
        let body = json!({"id": sitting, "name": name, "look": {"id": look, "name": "Look 1"}});
        assert_eq!(self.post("/api/sittings", body).await.0, StatusCode::CREATED);
        (sitting.to_string(), look.to_string())
    }

    pub async fn write(&self, look: &str, base: i64, entry: Value) -> (StatusCode, Value) {
        let body = json!({"id": Uuid::now_v7(), "base": base, "at": "2026-11-23T19:02:00Z", "entry": entry});
        self.post(&format!("/api/setups/{look}/entries"), body).await
    }
}

/// The owner's.
pub const PHRASE: &str = "four small nets drying";

/// What somebody carries: a header and its value.
#[derive(Clone, Debug)]
pub struct Key(pub &'static str, pub String);

impl Key {
    pub fn bearer(token: &str) -> Self {
        Self("authorization", format!("Bearer {token}"))
    }
}

pub async fn told(response: Response) -> (StatusCode, Value) {
    let status = response.status();
    let kind = response.headers().get("content-type").map(|v| v.to_str().unwrap().to_owned()).unwrap_or_default();
    if status.is_client_error() {
        assert_eq!(kind, "application/problem+json", "{status}");
    }
    (status, serde_json::from_str(&response.text().await.unwrap()).unwrap_or(Value::Null))
}
