//! The real application on a real PostgreSQL, and what a client does with it.

use std::net::TcpListener;

use ink_lamp_server::{hub::Hub, site::Site, startup};
use ink_lamp_store::{Store, testing::fresh_store};
use reqwest::{Client, Method, Response, StatusCode};
use serde_json::{Value, json};
use uuid::Uuid;

pub struct App {
    pub base: String,
    pub client: Client,
    pub store: Store,
    pub url: String,
}

impl App {
    pub async fn spawn() -> Self {
        let (store, url) = fresh_store().await.unwrap();
        Self::serve(store, url)
    }

    /// A server on a database that may have others.
    pub fn serve(store: Store, url: String) -> Self {
        let listener = TcpListener::bind("127.0.0.1:0").unwrap();
        let base = format!("http://{}", listener.local_addr().unwrap());
        let (served, database) = (store.clone(), url.clone());
        std::thread::spawn(move || {
            actix_web::rt::System::new().block_on(async {
                let site = Site { port: listener.local_addr().unwrap().port(), network: None };
                startup::serve(vec![listener], served, Hub::on(database), site, None, 1).unwrap().await
            })
        });
        Self { base, client: Client::new(), store, url }
    }

    pub async fn send(&self, method: Method, path: &str, body: Option<Value>) -> (StatusCode, Value) {
        let mut request = self.client.request(method, format!("{}{path}", self.base));
        if let Some(body) = body {
            request = request.json(&body);
        }
        told(request.send().await.unwrap()).await
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

pub async fn told(response: Response) -> (StatusCode, Value) {
    let status = response.status();
    let kind = response.headers().get("content-type").map(|v| v.to_str().unwrap().to_owned()).unwrap_or_default();
    if status.is_client_error() {
        assert_eq!(kind, "application/problem+json", "{status}");
    }
    (status, serde_json::from_str(&response.text().await.unwrap()).unwrap_or(Value::Null))
}
