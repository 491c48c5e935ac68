//! Request bodies and paths, checked: a problem names the field that is wrong.

use std::{future::Future, pin::Pin};

use actix_web::{
    FromRequest, HttpMessage, HttpRequest,
    dev::Payload,
    guard::GuardContext,
    http::StatusCode,
    web::{self, BytesMut},
};
use chrono::{DateTime, Datelike, Utc};
use futures_util::StreamExt;
use ink_lamp_light::refusal::Refusal;
use mime::Mime;
use serde::{Deserialize, de::DeserializeOwned};
use uuid::Uuid;

use crate::{objects::Objects, plain::sentence, problem::Problem};

/// The largest request body that is read, in bytes.
pub const MOST_BYTES: usize = 64 * 1024;
/// The largest document that is taken in, in bytes: a kit with all that it can hold, as it is brought out, is smaller.
pub const MOST_DOCUMENT_BYTES: usize = 96 * 1024 * 1024;
/// How much of a body that is too large is still let run out, so that the client hears why.
const PATIENCE_BYTES: usize = 32 * 1024 * 1024;

/// A JSON body as a value.
#[derive(Debug)]
pub struct Checked<T>(pub T);

/// A document, as JSON: larger than what is sent otherwise.
#[derive(Debug)]
pub struct Large<T>(pub T);

type Reading<T> = Pin<Box<dyn Future<Output = Result<T, Problem>>>>;

impl<T: DeserializeOwned + 'static> FromRequest for Checked<T> {
    type Error = Problem;
    type Future = Reading<Self>;

    fn from_request(request: &HttpRequest, payload: &mut Payload) -> Self::Future {
        let (request, payload) = (request.clone(), payload.take());
        Box::pin(async move { parse(&read(&request, payload, MOST_BYTES, "Send one entry at a time.").await?).map(Self) })
    }
}

impl<T: DeserializeOwned + Send + 'static> FromRequest for Large<T> {
    type Error = Problem;
    type Future = Reading<Self>;

    fn from_request(request: &HttpRequest, payload: &mut Payload) -> Self::Future {
        let (request, payload) = (request.clone(), payload.take());
        Box::pin(async move {
            let bytes = read(&request, payload, MOST_DOCUMENT_BYTES, "No kit is that large.").await?;
            // Long enough to be in the way of others.
            web::block(move || parse(&bytes)).await.map_err(|error| Problem::broken_off(&error))?.map(Self)
        })
    }
}

async fn read(request: &HttpRequest, mut payload: Payload, most: usize, hint: &str) -> Result<BytesMut, Problem> {
    let is_json = request.mime_type().is_ok_and(|kind| kind.is_some_and(|kind| is_json(&kind)));
    let mut bytes = BytesMut::new();
    let mut size = 0usize;
    while let Some(part) = payload.next().await {
        let part = part.map_err(|_| {
            Problem::new(StatusCode::BAD_REQUEST, "cut-off", "Cut off", "The request ended before its body was complete. Send it again.")
        })?;
        size = size.saturating_add(part.len());
        if size > most + PATIENCE_BYTES {
            break;
        }
        if size <= most {
            bytes.extend_from_slice(&part);
        }
    }
    if !is_json {
        let detail = "Send JSON, with the header Content-Type: application/json.";
        return Err(Problem::new(StatusCode::UNSUPPORTED_MEDIA_TYPE, "not-json", "Not JSON", detail));
    }
    if size > most {
        let detail = format!("The request is larger than {} KB. {hint}", most / 1024);
        return Err(Problem::new(StatusCode::PAYLOAD_TOO_LARGE, "too-large", "Too large", detail));
    }
    Ok(bytes)
}

/// Whether a media type is JSON (RFC 8259, or a `+json` of RFC 6839), in UTF-8.
fn is_json(kind: &Mime) -> bool {
    let named = kind.type_() == mime::APPLICATION && (kind.subtype() == mime::JSON || kind.suffix() == Some(mime::JSON));
    named && kind.get_param(mime::CHARSET).is_none_or(|charset| charset == mime::UTF_8)
}

/// JSON as a value.
///
/// # Errors
/// A problem that names the field that is wrong.
pub fn parse<T: DeserializeOwned>(bytes: &[u8]) -> Result<T, Problem> {
    let mut json = serde_json::Deserializer::from_slice(bytes);
    let value = serde_path_to_error::deserialize(Objects(&mut json)).map_err(|error| {
        let path = error.path().to_string();
        let path = if path == "." { "" } else { &path };
        let inner = error.into_inner();
        let message = inner.to_string();
        // The place in the text helps nobody who looks at a form.
        let message = message.rfind(" at line ").map_or(message.as_str(), |end| &message[..end]);
        if inner.is_data() {
            match missing(message) {
                Some(name) => {
                    let field = if path.is_empty() { name.to_owned() } else { format!("{path}.{name}") };
                    Problem::refused(format!("{name} is missing.")).at(field)
                }
                None => Problem::refused(sentence(message)).at(path),
            }
        } else {
            let place = if inner.line() > 0 { format!(", line {}, column {}", inner.line(), inner.column()) } else { String::new() };
            Problem::new(StatusCode::BAD_REQUEST, "not-json", "Not JSON", format!("The body is no JSON: {message}{place}."))
        }
    })?;
    json.end().map_err(|_| Problem::new(StatusCode::BAD_REQUEST, "not-json", "Not JSON", "The body goes on behind its end."))?;
    Ok(value)
}

/// The field that the JSON reader missed.
fn missing(message: &str) -> Option<&str> {
    message.strip_prefix("missing field `")?.strip_suffix('`')
}

/// Deserialises when something happened: a time from 1900 to 2200, which is what every calendar here can tell.
///
/// # Errors
/// Refuses other times, and what is none.
pub fn when<'de, D: serde::Deserializer<'de>>(deserializer: D) -> Result<DateTime<Utc>, D::Error> {
    let time = DateTime::<Utc>::deserialize(deserializer)?;
    if (1900..=2200).contains(&time.year()) {
        return Ok(time);
    }
    let message = format!("{time} lies outside 1900 to 2200. Send when it happened, such as 2026-11-25T19:04:00Z.");
    Err(serde::de::Error::custom(message))
}

/// Whether an id can stand where a path has one, and not the name of another route: `PUT /api/kit/export` is not asked for a piece of that id.
#[must_use]
pub fn no_name(asked: &GuardContext<'_>) -> bool {
    let path = asked.head().uri.path();
    !["/export", "/schema", "/import", "/restore", "/forget"].iter().any(|name| path.ends_with(name))
}

/// An id in the path.
#[derive(Debug, Clone, Copy)]
pub struct Id(pub Uuid);

impl FromRequest for Id {
    type Error = Problem;
    type Future = std::future::Ready<Result<Self, Problem>>;

    fn from_request(request: &HttpRequest, _: &mut Payload) -> Self::Future {
        std::future::ready(id(request.match_info().get("id").unwrap_or_default(), "id").map(Self))
    }
}

/// Two ids in the path: the thing, and an entry of it.
#[derive(Debug, Clone, Copy)]
pub struct IdAndEntry(pub Uuid, pub Uuid);

impl FromRequest for IdAndEntry {
    type Error = Problem;
    type Future = std::future::Ready<Result<Self, Problem>>;

    fn from_request(request: &HttpRequest, _: &mut Payload) -> Self::Future {
        let part = |name: &'static str| id(request.match_info().get(name).unwrap_or_default(), name);
        std::future::ready(part("id").and_then(|first| Ok(Self(first, part("entry")?))))
    }
}

fn id(text: &str, field: &'static str) -> Result<Uuid, Problem> {
    text.parse().map_err(|_| {
        let detail = format!("{text} is no UUID. It looks like 0199d2c4-5b7e-7a51-9c3e-2f1d5a6b7c8d.");
        Problem::from(Refusal::new(field, detail))
    })
}

/// A path or query that could not be read at all.
#[must_use]
pub fn bad_query(error: &actix_web::error::QueryPayloadError) -> Problem {
    Problem::new(StatusCode::BAD_REQUEST, "bad-query", "Bad query", sentence(&error.to_string()))
}
