//! The front end, embedded in the binary.

use actix_web::{
    HttpRequest, HttpResponse, ResponseError,
    dev::ResourceDef,
    http::{
        Method, StatusCode,
        header::{self, AcceptEncoding, ContentEncoding, Encoding, Header},
    },
    web,
};
use rust_embed::{EmbeddedFile, RustEmbed};

use crate::problem::Problem;

/// Which methods each path of the API takes.
pub struct Methods(pub Vec<(ResourceDef, String)>);

impl Methods {
    /// Those of a path, where there is one like it: `GET, PATCH`.
    fn of(&self, path: &str) -> Option<&str> {
        self.0.iter().find(|(pattern, _)| pattern.is_match(path)).map(|(_, allowed)| allowed.as_str())
    }
}

/// A refusal of a method, which says what it would be taken for (RFC 9110, 15.5.6).
fn allowing(problem: &Problem, methods: &str) -> HttpResponse {
    let mut answer = problem.error_response();
    if let Ok(value) = header::HeaderValue::from_str(methods) {
        answer.headers_mut().insert(header::ALLOW, value);
    }
    answer
}

#[derive(RustEmbed)]
#[folder = "$CARGO_MANIFEST_DIR/../../web/dist"]
struct Dist;

/// A file of the front end, or its page for every address that is a view's.
pub async fn page(request: HttpRequest, methods: web::Data<Methods>) -> HttpResponse {
    let path = request.path().trim_start_matches('/');
    if path.starts_with("api/") || path == "api" {
        if let Some(allowed) = methods.of(request.path()) {
            let detail = format!("/{path} does not take {}. It takes {allowed}.", request.method());
            let problem = Problem::new(StatusCode::METHOD_NOT_ALLOWED, "other-method", "Other method", detail);
            return allowing(&problem, allowed);
        }
        return Problem::not_found(format!("There is nothing at /{path} for {}.", request.method())).error_response();
    }
    if !matches!(*request.method(), Method::GET | Method::HEAD) {
        let detail = "Pages are only read. Entries go to /api.";
        return allowing(&Problem::new(StatusCode::METHOD_NOT_ALLOWED, "only-read", "Only read", detail), "GET, HEAD");
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
    let mut answer = HttpResponse::Ok();
    answer.content_type(file.metadata.mimetype()).insert_header((header::CACHE_CONTROL, keep));
    answer.insert_header((header::VARY, "accept-encoding"));
    match compressed(&request, name) {
        Some((encoding, file)) => answer.insert_header((header::CONTENT_ENCODING, encoding)).body(file.data.into_owned()),
        // What is compressed already, or too small for it, goes as it is.
        None => answer.insert_header(ContentEncoding::Identity).body(file.data.into_owned()),
    }
}

/// The form of a file that was compressed when it was built and that is asked for, the smallest first.
fn compressed(request: &HttpRequest, name: &str) -> Option<(&'static str, EmbeddedFile)> {
    let taken = AcceptEncoding::parse(request).ok()?;
    [(Encoding::brotli(), "br", "br"), (Encoding::gzip(), "gzip", "gz")].into_iter().find_map(|(encoding, called, ending)| {
        // Asked about one at a time: anything else would have to be refused.
        let wanted = taken.negotiate([encoding.clone(), Encoding::identity()].iter())? == encoding;
        wanted.then(|| Dist::get(&format!("{name}.{ending}"))).flatten().map(|file| (called, file))
    })
}
