//! The API's own document.

use actix_web::{HttpResponse, get, web};

/// The OpenAPI document, as it is made from the code once the server starts.
#[derive(Debug)]
pub struct ApiDocument(pub String);

/// The OpenAPI document of this API.
#[utoipa::path(operation_id = "showDocument", tag = "health", responses((status = 200, description = "OpenAPI 3.1", body = Object)))]
#[get("/openapi.json")]
pub async fn document(document: web::Data<ApiDocument>) -> HttpResponse {
    HttpResponse::Ok().content_type("application/json").body(document.0.clone())
}
