//! Whether the server answers.

use actix_web::{get, web};
use ink_lamp_store::Store;
use serde::Serialize;
use utoipa::ToSchema;

use crate::problem::Problem;

/// How the server is.
#[derive(Serialize, ToSchema)]
pub struct Health {
    /// `ok`.
    status: &'static str,
    /// The program's version.
    version: &'static str,
}

/// Whether the server and its database answer.
#[utoipa::path(tag = "health", responses((status = 200, description = "Both answer", body = Health), (status = 503, description = "The database does not", body = Problem)))]
#[get("/health")]
pub async fn health(store: web::Data<Store>) -> Result<web::Json<Health>, Problem> {
    store.ping().await?;
    Ok(web::Json(Health { status: "ok", version: env!("CARGO_PKG_VERSION") }))
}
