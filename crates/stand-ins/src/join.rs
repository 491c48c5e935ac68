//! How the stand-ins come in: by a code of the door, once, and from then on by the token that it gave.

use std::{path::PathBuf, time::Duration};

use ink_lamp_devices::pace::PROTOCOL;
use serde_json::{Value, json};
use tokio_tungstenite::{
    MaybeTlsStream, WebSocketStream, connect_async,
    tungstenite::{Error, client::IntoClientRequest, http::HeaderValue},
};

use crate::{kept::Kept, truth::Spreads};

/// How long to wait before a server is tried again.
pub(crate) const AGAIN: Duration = Duration::from_secs(1);
/// What they call themselves at the door.
const NAME: &str = "Stand-ins";

/// Where the stand-ins join, and how they are off.
#[derive(Debug, Clone)]
pub struct Join {
    /// Where the server is: `http://127.0.0.1:7410`.
    pub server: String,
    /// A device's code, where they were not let in before. Where nobody set a pass phrase, they make one themselves.
    pub code: Option<String>,
    /// A folder for what they remember.
    pub folder: PathBuf,
    /// The folder with what was worked out of the sitters.
    pub pictures: PathBuf,
    /// The hidden truth's seed; that of the day where none is given.
    pub seed: Option<String>,
    /// How far things are off.
    pub spreads: Spreads,
}

/// Why the stand-ins can't join.
#[derive(Debug, thiserror::Error)]
pub enum JoinError {
    /// They were let out by somebody, and stay out.
    #[error("The stand-ins were let out. Start them with a new code from the Devices page: --code 7K4M2P")]
    LetOut,
    /// They were not let in.
    #[error("The server does not let the stand-ins in: {0}")]
    NotLetIn(String),
    /// What they remember can't be kept.
    #[error("{0} can't be written: {1}")]
    Folder(PathBuf, std::io::Error),
    /// The address is none.
    #[error("{0} is no address of a server. Give one such as http://127.0.0.1:7410.")]
    Address(String),
}

/// A connection that stands.
pub(crate) type Socket = WebSocketStream<MaybeTlsStream<tokio::net::TcpStream>>;

/// Who comes in.
pub(crate) struct Comer {
    pub(crate) join: Join,
    pub(crate) kept: Kept,
    pub(crate) http: reqwest::Client,
}

/// What a problem document says.
pub(crate) async fn detail(answer: reqwest::Response) -> (String, String) {
    let status = answer.status().to_string();
    let body: Value = answer.json().await.unwrap_or_default();
    let text = |field: &str| body[field].as_str().map(str::to_owned);
    (text("type").unwrap_or_default(), text("detail").unwrap_or(status))
}

impl Comer {
    pub(crate) fn new(join: Join) -> Self {
        let kept = Kept::read(&join.folder);
        Self { join, kept, http: reqwest::Client::new() }
    }

    pub(crate) fn keep(&self) -> Result<(), JoinError> {
        self.kept.write(&self.join.folder).map_err(|error| JoinError::Folder(self.join.folder.clone(), error))
    }

    /// What they carry: from before, or by a code.
    pub(crate) async fn token(&mut self) -> Result<String, JoinError> {
        // Who brings a code comes in by it, whatever was remembered.
        let known = self.join.code.is_none() && self.kept.server.as_deref() == Some(&self.join.server);
        if let Some(token) = self.kept.token.clone().filter(|_| known) {
            return Ok(token);
        }
        if self.kept.let_out && self.join.code.is_none() {
            return Err(JoinError::LetOut);
        }
        loop {
            match self.paired().await {
                Ok(Ok(token)) => {
                    self.kept.token = Some(token.clone());
                    self.kept.server = Some(self.join.server.clone());
                    self.kept.let_out = false;
                    self.keep()?;
                    return Ok(token);
                }
                Ok(Err(error)) => return Err(error),
                // Nobody is there yet.
                Err(_) => tokio::time::sleep(AGAIN).await,
            }
        }
    }

    async fn paired(&mut self) -> Result<Result<String, JoinError>, reqwest::Error> {
        let at = |path: &str| format!("{}/api{path}", self.join.server);
        let code = match self.join.code.take() {
            Some(code) => code,
            None => {
                let answer = self.http.post(at("/door/codes")).json(&json!({ "role": "device" })).send().await?;
                // One that is not ready yet is asked again.
                let answer = if answer.status().is_server_error() { answer.error_for_status()? } else { answer };
                if !answer.status().is_success() {
                    return Ok(Err(JoinError::NotLetIn(detail(answer).await.1)));
                }
                let made: Value = answer.json().await?;
                made["code"].as_str().unwrap_or_default().to_owned()
            }
        };
        let answer = self.http.post(at("/session/code")).json(&json!({ "code": code, "device": NAME })).send().await?;
        if !answer.status().is_success() {
            return Ok(Err(JoinError::NotLetIn(detail(answer).await.1)));
        }
        let me: Value = answer.json().await?;
        Ok(match me["token"].as_str() {
            Some(token) => Ok(token.to_owned()),
            None => Err(JoinError::NotLetIn("This code is not one for a device.".to_owned())),
        })
    }

    /// A connection; none where the server is not there.
    pub(crate) async fn connected(&mut self, token: &str) -> Result<Option<Socket>, JoinError> {
        let address = || JoinError::Address(self.join.server.clone());
        let url = format!("{}/api/devices/socket", self.join.server.replacen("http", "ws", 1));
        let mut request = url.into_client_request().map_err(|_| address())?;
        let bearer = HeaderValue::from_str(&format!("Bearer {token}")).map_err(|_| address())?;
        request.headers_mut().insert("Authorization", bearer);
        request.headers_mut().insert("Sec-WebSocket-Protocol", HeaderValue::from_static(PROTOCOL));
        match connect_async(request).await {
            Ok((socket, _)) => Ok(Some(socket)),
            Err(Error::Http(answer)) if matches!(answer.status().as_u16(), 401 | 403) => {
                let body: Value = answer.body().as_deref().and_then(|body| serde_json::from_slice(body).ok()).unwrap_or_default();
                // A server that never knew them is another one: they ask to come in. Who was let out stays out.
                self.kept.let_out = body["type"].as_str().is_some_and(|kind| kind.ends_with("let-out"));
                self.kept.token = None;
                self.keep()?;
                if self.kept.let_out { Err(JoinError::LetOut) } else { Ok(None) }
            }
            Err(error) => {
                tracing::debug!(%error, "no server yet");
                Ok(None)
            }
        }
    }
}
