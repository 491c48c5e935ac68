//! The front end, embedded in the binary.

use actix_web::{
    HttpRequest, HttpResponse, ResponseError,
    http::{Method, StatusCode, header},
};
use rust_embed::RustEmbed;

use crate::problem::Problem;

#[derive(RustEmbed)]
#[folder = "$CARGO_MANIFEST_DIR/../../web/dist"]
struct Dist;

/// A file of the front end, or its page for every address that is a view's.
pub async fn page(request: HttpRequest) -> HttpResponse {
    let path = request.path().trim_start_matches('/');
    if path.starts_with("api/") || path == "api" {
        return Problem::not_found(format!("There is nothing at /{path} for {}.", request.method())).error_response();
    }
    if !matches!(*request.method(), Method::GET | Method::HEAD) {
        let detail = "Pages are only read. Entries go to /api.";
        return Problem::new(StatusCode::METHOD_NOT_ALLOWED, "only-read", "Only read", detail).error_response();
    }
    let is_view = !path.rsplit('/').next().unwrap_or_default().contains('.');
    let name = if is_view { "index.html" } else { path };
    let Some(file) = Dist::get(name) else {
        let detail = if is_view {
            "The front end was not built into this program. Build web first, then the server."
        } else {
            "There is no such file."
        };
        return Problem::not_found(detail).error_response();
    };
    // Files under assets/ carry a hash of their contents in their names.
    let keep = if path.starts_with("assets/") { "public, max-age=31536000, immutable" } else { "no-cache" };
    HttpResponse::Ok().content_type(file.metadata.mimetype()).insert_header((header::CACHE_CONTROL, keep)).body(file.data.into_owned())
}
