//! The log of the door.

use actix_web::{get, web};
use chrono::{DateTime, Utc};
use ink_lamp_store::{AuditLine, Store};
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};

use crate::{door::event::Event, problem::Problem};

/// Lines that are sent at once.
const LINES: u64 = 100;

/// Which lines.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct BeforeLine {
    /// Those before this one; the newest where it is left out.
    before: Option<i64>,
}

/// A line of the log.
#[derive(Serialize, ToSchema)]
pub struct LogLine {
    /// Its place, counted up.
    id: i64,
    /// When.
    at: DateTime<Utc>,
    /// What: `signed_in`.
    what: String,
    /// In words.
    words: String,
    /// Who; none where nobody was in.
    who: Option<String>,
    /// As what.
    role: Option<String>,
    /// From which address.
    address: Option<String>,
}

impl From<AuditLine> for LogLine {
    fn from(line: AuditLine) -> Self {
        let words = words(&line);
        let AuditLine { id, at, what, who, role, address, .. } = line;
        Self { id, at, what, words, who, role, address }
    }
}

/// A line in words: sittings and looks by number.
fn words(line: &AuditLine) -> String {
    let did = Event::words(&line.what);
    let about = match (line.sitting, line.look) {
        (Some(sitting), Some(look)) => format!(", sitting {sitting}, look {look}"),
        (Some(sitting), None) => format!(", sitting {sitting}"),
        _ => String::new(),
    };
    let told = line.told.as_ref().map(|told| format!(": {told}")).unwrap_or_default();
    format!("{did}{about}{told}")
}

/// The log: who came, was let in or out, was refused; what was shared, taken out or deleted. 100 lines, the newest first; kept 400 days.
#[utoipa::path(operation_id = "listLog", tag = "door", params(BeforeLine), responses((status = 200, description = "The lines", body = [LogLine])))]
#[get("/door/log")]
pub async fn list(store: web::Data<Store>, part: web::Query<BeforeLine>) -> Result<web::Json<Vec<LogLine>>, Problem> {
    Ok(web::Json(store.audited(part.before, LINES).await?.into_iter().map(LogLine::from).collect()))
}
