//! Whether the server lives, whether it is ready, and what is counted of its work.

use std::{path::PathBuf, sync::Arc, time::Duration};

use actix_web::{HttpResponse, get, http::StatusCode, web};
use chrono::{DateTime, Utc};
use ink_lamp_store::{Store, StoreError};
use serde::Serialize;
use tokio::time::timeout;
use utoipa::ToSchema;

use crate::{
    backups::Backups,
    heavy::Heavy,
    hub::Hub,
    metrics::{Gauge, Metrics},
    problem::Problem,
};

/// How long the database is waited for.
const PATIENCE: Duration = Duration::from_secs(2);
/// With less room than this the record is not ready: PostgreSQL writes its log in files of 16 MiB.
const LEAST_FREE_BYTES: u64 = 64 * 1024 * 1024;

/// How the server is.
#[derive(Serialize, ToSchema)]
pub struct Health {
    /// `ready`, or `not-ready`. It lives in either case: it answered.
    #[schema(example = "ready")]
    status: &'static str,
    /// The program's version.
    version: &'static str,
    /// The database.
    database: DatabaseHealth,
    /// The disk that the record lies on.
    disk: DiskHealth,
    /// Backups, where a folder for them was given.
    #[serde(skip_serializing_if = "Option::is_none")]
    backups: Option<BackupHealth>,
}

/// How the database is.
#[derive(Serialize, ToSchema)]
pub struct DatabaseHealth {
    /// Whether it answers.
    ready: bool,
    /// Why not.
    #[serde(skip_serializing_if = "Option::is_none")]
    why: Option<String>,
}

/// How the disk is.
#[derive(Serialize, ToSchema)]
pub struct DiskHealth {
    /// Whether there is room to write; taken for so where it is not known.
    ready: bool,
    /// Free room, bytes; left out where the database lies on another machine, or does not tell where.
    #[serde(skip_serializing_if = "Option::is_none")]
    free_bytes: Option<u64>,
}

/// How backups are.
#[derive(Serialize, ToSchema)]
pub struct BackupHealth {
    /// When the last one was made.
    last: Option<DateTime<Utc>>,
    /// Whether it is older than it should be.
    overdue: bool,
}

async fn free_bytes(store: &Store) -> Result<Option<u64>, StoreError> {
    let Some(folder) = store.folder().await?.map(PathBuf::from) else { return Ok(None) };
    Ok(web::block(move || fs4::available_space(folder).ok()).await.ok().flatten())
}

/// Whether the server is ready: its database answers, and there is room to write. That it answers at all says that it lives.
#[utoipa::path(tag = "health", responses((status = 200, description = "Ready", body = Health), (status = 503, description = "It lives, and is not ready", body = Health, content_type = "application/json")))]
#[get("/health")]
pub async fn health(store: web::Data<Store>, backups: web::Data<Option<Backups>>) -> HttpResponse {
    let (why, free_bytes) = match timeout(PATIENCE, free_bytes(&store)).await {
        Ok(Ok(free)) => (None, free),
        Ok(Err(error)) => {
            tracing::warn!(%error, "not ready");
            (Some("It does not answer. The server's log says more.".to_owned()), None)
        }
        Err(_) => (Some(format!("It does not answer within {} seconds.", PATIENCE.as_secs())), None),
    };
    let disk = DiskHealth { ready: free_bytes.is_none_or(|free| free >= LEAST_FREE_BYTES), free_bytes };
    let database = DatabaseHealth { ready: why.is_none(), why };
    let ready = database.ready && disk.ready;
    let backups = backups.get_ref().as_ref().map(|kept| {
        let last = kept.last();
        BackupHealth { last, overdue: kept.is_overdue(last, Utc::now()) }
    });
    let status = if ready { StatusCode::OK } else { StatusCode::SERVICE_UNAVAILABLE };
    let status_name = if ready { "ready" } else { "not-ready" };
    HttpResponse::build(status).json(Health { status: status_name, version: env!("CARGO_PKG_VERSION"), database, disk, backups })
}

/// What is counted of the server's work, in Prometheus' text format: requests, latencies, what waits, connections, who was sent away, followers.
#[utoipa::path(operation_id = "showMetrics", tag = "health", responses((status = 200, description = "As text", body = String, content_type = "text/plain")))]
#[get("/metrics")]
pub async fn metrics(
    store: web::Data<Store>,
    heavy: web::Data<Heavy>,
    hub: web::Data<Arc<Hub>>,
    backups: web::Data<Option<Backups>>,
    metrics: web::Data<Metrics>,
) -> Result<HttpResponse, Problem> {
    let number = |n: usize| i64::try_from(n).unwrap_or(i64::MAX);
    let (working, waiting) = heavy.now();
    let (open, idle) = store.connections();
    let free = timeout(PATIENCE, free_bytes(&store)).await.ok().and_then(Result::ok).flatten();
    metrics.set(Gauge::Working, number(working));
    metrics.set(Gauge::Waiting, number(waiting));
    metrics.set(Gauge::Connections, i64::from(open));
    metrics.set(Gauge::IdleConnections, number(idle));
    metrics.set(Gauge::Followers, number(hub.followers()));
    metrics.set(Gauge::FreeBytes, free.map_or(-1, |free| i64::try_from(free).unwrap_or(i64::MAX)));
    metrics.set(Gauge::LastBackup, backups.get_ref().as_ref().and_then(Backups::last).map_or(0, |last| last.timestamp()));
    let (text, media_type) = metrics.text().map_err(|error| Problem::broken_off(&error))?;
    Ok(HttpResponse::Ok().content_type(media_type).body(text))
}
