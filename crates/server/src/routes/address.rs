//! Where a phone finds this server.

use actix_web::{get, web};
use serde::Serialize;
use utoipa::ToSchema;

use crate::site::Site;

/// Where a phone finds this server.
#[derive(Serialize, ToSchema)]
pub struct Address {
    /// `http://192.168.1.20:7410`.
    url: String,
    /// Whether others on the studio's network reach it.
    on_network: bool,
}

/// Where a phone finds this server.
#[utoipa::path(operation_id = "showAddress", tag = "phone", responses((status = 200, description = "The address", body = Address)))]
#[get("/address")]
pub async fn address(site: web::Data<Site>) -> web::Json<Address> {
    web::Json(Address { url: format!("http://{}", site.host()), on_network: site.network.is_some() })
}
