//! The devices' protocol, over a WebSocket (RFC 6455).

use std::{
    sync::Arc,
    time::{Duration, Instant},
};

use actix_web::{HttpRequest, HttpResponse, get, http::header, web};
use actix_ws::{AggregatedMessage, AggregatedMessageStream, CloseCode, CloseReason};
use futures_util::StreamExt;
use ink_lamp_devices::{
    command::{Cannot, Done},
    message::{FromDevice, SlowDown, StudioTold, ToDevice, Trouble, Welcome},
    pace::{BEAT_SECONDS, MOST_A_SECOND, MOST_BYTES, PROTOCOL, Pace},
};
use ink_lamp_store::{Change, Session, Store};
use tokio::{
    sync::{broadcast::Receiver, mpsc, watch},
    time::Interval,
};
use uuid::Uuid;

use crate::{
    body::parse,
    devices::{incoming, registry::Devices},
    door::{keeper::Door, rights::Right, who::Who},
    hub::Hub,
    problem::Problem,
};

/// So many answers and commands wait for a slow bridge; then it is let go.
const BACKLOG: usize = 64;
/// Whether who speaks still may is asked this often.
const STILL: Duration = Duration::from_secs(1);
/// Who does not say hello within this is let go.
const HELLO: Duration = Duration::from_secs(10);

/// Joins a bridge: WebSocket, subprotocol `ink-lamp-devices.1`, as `docs/devices.md` and its AsyncAPI document say.
#[utoipa::path(operation_id = "joinDevices", tag = "devices", responses(
    (status = 101, description = "Joined; from now on the devices' protocol is spoken"),
    (status = 400, description = "No WebSocket was asked for", body = Problem),
    (status = 422, description = "Another subprotocol", body = Problem),
))]
#[get("/devices/socket")]
pub async fn join(
    store: web::Data<Store>,
    devices: web::Data<Arc<Devices>>,
    hub: web::Data<Arc<Hub>>,
    door: web::Data<Arc<Door>>,
    who: Who,
    request: HttpRequest,
    body: web::Payload,
) -> Result<HttpResponse, Problem> {
    let Some(session) = who.session().cloned() else { return Err(who.refused(Right::Device)) };
    let offered = request.headers().get_all(header::SEC_WEBSOCKET_PROTOCOL).filter_map(|value| value.to_str().ok());
    if !offered.flat_map(|value| value.split(',')).any(|name| name.trim() == PROTOCOL) {
        return Err(Problem::refused(format!("Ask for the subprotocol {PROTOCOL}.")).at("Sec-WebSocket-Protocol"));
    }
    let (mut answer, socket, messages) = actix_ws::handle(&request, body)
        .map_err(|error| Problem::new(actix_web::http::StatusCode::BAD_REQUEST, "no-socket", "No WebSocket", format!("{error}.")))?;
    answer.headers_mut().insert(header::SEC_WEBSOCKET_PROTOCOL, header::HeaderValue::from_static(PROTOCOL));
    let (changes, closing) = hub.listen_in();
    let messages = messages.max_frame_size(MOST_BYTES).aggregate_continuations().max_continuation_size(MOST_BYTES);
    let (to, from) = mpsc::channel(BACKLOG);
    let connection = devices.connection();
    let spoken = Spoken {
        store,
        devices,
        door,
        request,
        session,
        connection,
        socket,
        to,
        changes,
        closing,
        still: tokio::time::interval(STILL),
        began: Instant::now(),
        greeted: false,
        studio: None,
    };
    actix_web::rt::spawn(spoken.speak(messages, from));
    Ok(answer)
}

/// One bridge's connection.
struct Spoken {
    store: web::Data<Store>,
    devices: web::Data<Arc<Devices>>,
    door: web::Data<Arc<Door>>,
    request: HttpRequest,
    session: Session,
    connection: u64,
    socket: actix_ws::Session,
    to: mpsc::Sender<ToDevice>,
    changes: Receiver<Change>,
    closing: watch::Receiver<bool>,
    still: Interval,
    began: Instant,
    greeted: bool,
    /// The look and version that a stand-in was told last.
    studio: Option<(Uuid, i64)>,
}

/// The connection is over, and why.
type Over = Option<CloseReason>;

impl Spoken {
    async fn speak(mut self, mut messages: AggregatedMessageStream, mut from: mpsc::Receiver<ToDevice>) {
        let mut pace = Pace::new(Instant::now());
        let over = loop {
            let step = tokio::select! {
                biased;
                _ = self.closing.changed() => Err(Some(CloseReason { code: CloseCode::Away, description: Some("The server stops.".to_owned()) })),
                _ = self.still.tick() => self.may_still().await,
                said = from.recv() => match said {
                    Some(said) => self.send(&said).await,
                    None => Err(None),
                },
                change = self.changes.recv() => match change {
                    Ok(Change::Setup { .. } | Change::Devices) | Err(tokio::sync::broadcast::error::RecvError::Lagged(_)) => self.tell_studio().await,
                    Ok(Change::Missed) => Ok(()),
                    Err(tokio::sync::broadcast::error::RecvError::Closed) => Err(None),
                },
                message = messages.next() => match message {
                    Some(Ok(message)) => self.take(message, &mut pace).await,
                    // Larger than any message, or no WebSocket any more.
                    Some(Err(error)) => Err(Some(CloseReason { code: CloseCode::Protocol, description: Some(error.to_string().chars().take(100).collect()) })),
                    None => Err(None),
                },
            };
            if let Err(over) = step {
                break over;
            }
        };
        self.devices.left(self.session.id, self.connection);
        let _ = self.socket.close(over).await;
    }

    async fn send(&mut self, said: &ToDevice) -> Result<(), Over> {
        let text = serde_json::to_string(said).map_err(|_| None)?;
        // A bridge that reads nothing for so long is gone.
        match tokio::time::timeout(HELLO, self.socket.text(text)).await {
            Ok(Ok(())) => Ok(()),
            _ => Err(None),
        }
    }

    /// Ends once the door's keeper says so, another connection took this one's place, or nobody says hello.
    async fn may_still(&mut self) -> Result<(), Over> {
        let over = |why: &str| Err(Some(CloseReason { code: CloseCode::Policy, description: Some(why.to_owned()) }));
        // Where the record is out of reach nobody can have been let out.
        if let Ok(who) = self.door.who(&self.request).await
            && !who.may(Right::Device)
        {
            self.devices.forget(self.session.id);
            return over("This device was let out.");
        }
        match self.greeted {
            true if !self.devices.is_current(self.session.id, self.connection) => over("Another connection took this one's place."),
            false if self.began.elapsed() > HELLO => over("Nobody said hello."),
            _ => Ok(()),
        }
    }

    async fn take(&mut self, message: AggregatedMessage, pace: &mut Pace) -> Result<(), Over> {
        let text = match message {
            AggregatedMessage::Text(text) => text,
            AggregatedMessage::Binary(_) => {
                return self.trouble("", "Send text messages, with JSON in them.").await;
            }
            AggregatedMessage::Ping(bytes) => return self.socket.pong(&bytes).await.map_err(|_| None),
            AggregatedMessage::Pong(_) => return Ok(()),
            AggregatedMessage::Close(_) => return Err(None),
        };
        if let Some(wait) = pace.came(Instant::now()) {
            self.send(&ToDevice::SlowDown(SlowDown { for_ms: u64::try_from(wait.as_millis()).unwrap_or(u64::MAX) })).await?;
            // Nothing more is read meanwhile: what floods waits in its own line.
            tokio::time::sleep(wait).await;
        }
        match parse::<FromDevice>(text.as_bytes()) {
            Ok(said) => self.hear(said).await,
            Err(problem) => {
                let field = problem.field.clone().unwrap_or_default();
                self.trouble(&field, &problem.detail).await
            }
        }
    }

    async fn trouble(&mut self, field: &str, detail: &str) -> Result<(), Over> {
        let field = Some(field.to_owned()).filter(|field| !field.is_empty());
        self.send(&ToDevice::Problem(Trouble { field, detail: detail.to_owned(), about: None, again: false })).await
    }

    async fn hear(&mut self, said: FromDevice) -> Result<(), Over> {
        let bridge = self.session.id;
        if !self.greeted && !matches!(said, FromDevice::Hello(_)) {
            return self.trouble("", "Say hello first, and for which devices you speak.").await;
        }
        match said {
            FromDevice::Hello(hello) => match self.devices.hello(&self.session, self.connection, self.to.clone(), hello) {
                Err(refusal) => self.trouble(&format!("hello.{}", refusal.field), &refusal.message).await,
                Ok(()) => {
                    self.greeted = true;
                    let welcome = Welcome { beat_seconds: BEAT_SECONDS, most_a_second: MOST_A_SECOND, most_bytes: MOST_BYTES };
                    self.send(&ToDevice::Welcome(welcome)).await?;
                    self.tell_studio().await
                }
            },
            FromDevice::Beat(beat) => match self.devices.sign(bridge, beat.here.as_deref()) {
                Ok(()) => Ok(()),
                Err(refusal) => self.trouble(&refusal.field, &refusal.message).await,
            },
            FromDevice::Reading(read) => {
                let took = incoming::reading(&self.store, &self.devices, bridge, read).await;
                self.send(&took.map_or_else(ToDevice::Problem, ToDevice::Took)).await
            }
            FromDevice::State(said) => match incoming::state(&self.store, &self.devices, bridge, &said.device, said.is).await {
                Ok(()) => Ok(()),
                Err(trouble) => self.send(&ToDevice::Problem(trouble)).await,
            },
            FromDevice::Done(Done { command }) => {
                self.devices.answered(bridge, command, Ok(()));
                Ok(())
            }
            FromDevice::Refused(Cannot { command, why }) => {
                self.devices.answered(bridge, command, Err(why));
                Ok(())
            }
        }
    }

    /// Tells a stand-in how the look at hand stands, once for each version.
    async fn tell_studio(&mut self) -> Result<(), Over> {
        if !self.greeted || !self.devices.is_simulated(self.session.id) {
            return Ok(());
        }
        // Out of reach: the next change tells it.
        let Ok(Some(look)) = self.devices.look_at_hand(&self.store).await else { return Ok(()) };
        let Ok(record) = self.store.setup(look).await else { return Ok(()) };
        let version = record.look.version;
        if self.studio == Some((look, version)) {
            return Ok(());
        }
        let Ok(setup) = serde_json::value::to_raw_value(&record.setup) else { return Ok(()) };
        self.studio = Some((look, version));
        self.send(&ToDevice::Studio(StudioTold { look, version, setup })).await
    }
}
