//! Errors as problem documents, `application/problem+json` (RFC 9457).

use std::time::Duration;

use actix_web::{
    HttpResponse, ResponseError,
    http::{StatusCode, header},
};
use ink_lamp_light::refusal::Refusal;
use ink_lamp_store::StoreError;
use serde::Serialize;
use utoipa::ToSchema;

/// A problem document.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Problem {
    /// A stable name of the kind of problem: `urn:ink-lamp:refused`.
    #[serde(rename = "type")]
    pub kind: String,
    /// The kind in words.
    pub title: String,
    /// HTTP status.
    #[schema(example = 422)]
    pub status: u16,
    /// What is wrong and what would be right.
    pub detail: String,
    /// The field that is wrong, dotted.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub field: Option<String>,
    /// The version that the setup is at, where a change came too late.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub version: Option<i64>,
}

impl Problem {
    /// A problem of a kind.
    #[must_use]
    pub fn new(status: StatusCode, kind: &str, title: &str, detail: impl Into<String>) -> Self {
        Self {
            kind: format!("urn:ink-lamp:{kind}"),
            title: title.to_owned(),
            status: status.as_u16(),
            detail: detail.into(),
            field: None,
            version: None,
        }
    }

    /// The same, at a field.
    #[must_use]
    pub fn at(self, field: impl Into<String>) -> Self {
        let field = field.into();
        Self { field: (!field.is_empty()).then_some(field), ..self }
    }

    /// Something asked for that is not there.
    #[must_use]
    pub fn not_found(detail: impl Into<String>) -> Self {
        Self::new(StatusCode::NOT_FOUND, "not-found", "Not found", detail)
    }

    /// Work that broke off; the log says why.
    #[must_use]
    pub fn broken_off(error: &dyn std::error::Error) -> Self {
        tracing::error!(%error, "work that answers broke off");
        let detail = "This could not be worked out. Nothing was changed. The server's log says more.";
        Self::new(StatusCode::INTERNAL_SERVER_ERROR, "broken-off", "Broken off", detail)
    }

    /// Somebody tries too often: the answer says how long to wait.
    #[must_use]
    pub fn slowed(wait: Duration) -> HttpResponse {
        let seconds = wait.as_secs() + u64::from(wait.subsec_nanos() > 0);
        let detail = format!("Those were too many wrong tries from here. Try again in {seconds} s.");
        let mut answer = Self::new(StatusCode::TOO_MANY_REQUESTS, "slowed", "Slowed", detail).error_response();
        answer.headers_mut().insert(header::RETRY_AFTER, seconds.into());
        answer
    }

    /// A value that can't be.
    #[must_use]
    pub fn refused(detail: impl Into<String>) -> Self {
        Self::new(StatusCode::UNPROCESSABLE_ENTITY, "refused", "Refused", detail)
    }

    /// Whether it refuses one of these parts of a request, or something within one: `entry`, `entry.reading.shows`, `then[0].light`.
    #[must_use]
    pub fn refuses(&self, parts: &[&str]) -> bool {
        let within = |field: &str, part| field.strip_prefix(part).is_some_and(|rest: &str| rest.is_empty() || rest.starts_with(['.', '[']));
        self.status == StatusCode::UNPROCESSABLE_ENTITY
            && self.field.as_deref().is_some_and(|field| parts.iter().any(|part| within(field, *part)))
    }
}

/// Why something can't be read, and what becomes of it.
#[must_use]
pub fn aside(why: impl std::fmt::Display) -> String {
    format!("{why}. It is kept as it is: a version of Ink Lamp that knows it reads it again.")
}

impl From<Refusal> for Problem {
    fn from(refusal: Refusal) -> Self {
        Self::refused(refusal.message).at(refusal.field)
    }
}

impl From<StoreError> for Problem {
    fn from(error: StoreError) -> Self {
        match error {
            StoreError::Refused(refusal) => refusal.into(),
            StoreError::NotFound { .. } => Self::not_found(error.to_string()),
            StoreError::Deleted { .. } => Self::new(StatusCode::GONE, "deleted", "Deleted", error.to_string()),
            StoreError::Forgotten => Self::new(StatusCode::GONE, "forgotten", "Forgotten", error.to_string()),
            StoreError::NotDeleted { .. } => Self::new(StatusCode::CONFLICT, "not-deleted", "Not deleted", error.to_string()),
            StoreError::Closed { .. } => Self::new(StatusCode::CONFLICT, "closed", "Closed", error.to_string()),
            StoreError::Full => {
                tracing::error!(%error, "the record can't be written");
                Self::new(StatusCode::INSUFFICIENT_STORAGE, "disk-full", "Disk full", error.to_string())
            }
            StoreError::Conflict { now, .. } => Self {
                version: Some(now),
                ..Self::new(StatusCode::CONFLICT, "changed-meanwhile", "Changed meanwhile", error.to_string()).at("base")
            },
            StoreError::IdTaken(_) => Self::new(StatusCode::CONFLICT, "id-taken", "Id taken", error.to_string()).at("id"),
            StoreError::Busy => Self::new(StatusCode::SERVICE_UNAVAILABLE, "held", "Held", error.to_string()),
            StoreError::Unsure(_) => {
                tracing::error!(%error, "a commit was not answered");
                let detail = "The record did not say whether it took this. Send it again with the same id: it is taken once.";
                Self::new(StatusCode::SERVICE_UNAVAILABLE, "unsure", "Unsure", detail)
            }
            StoreError::Damaged { .. } => {
                tracing::error!(%error, "what is stored can't be read");
                let detail = format!("{} Nothing was changed.", aside(&error));
                Self::new(StatusCode::INTERNAL_SERVER_ERROR, "damaged", "Damaged", detail)
            }
            // What the database did not do, and what a later store may add: the asker can do nothing about it.
            _ => {
                tracing::error!(%error, "the store failed");
                let detail = "The record could not be reached or read. Nothing was changed. The server's log says more.";
                Self::new(StatusCode::SERVICE_UNAVAILABLE, "record-out-of-reach", "Record out of reach", detail)
            }
        }
    }
}

impl std::fmt::Display for Problem {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        write!(f, "{}: {}", self.title, self.detail)
    }
}

impl std::error::Error for Problem {}

impl ResponseError for Problem {
    fn status_code(&self) -> StatusCode {
        StatusCode::from_u16(self.status).unwrap_or(StatusCode::INTERNAL_SERVER_ERROR)
    }

    fn error_response(&self) -> HttpResponse {
        let mut answer = HttpResponse::build(self.status_code());
        if self.status_code() == StatusCode::UNAUTHORIZED {
            // RFC 9110, 15.5.2 wants a way named; browsers ask nobody for this one.
            answer.insert_header((header::WWW_AUTHENTICATE, "Bearer"));
        }
        if self.status_code() == StatusCode::SERVICE_UNAVAILABLE {
            answer.insert_header((header::RETRY_AFTER, "1"));
        }
        answer.content_type("application/problem+json").json(self)
    }
}
