//! The application on a listener.

use std::{net::TcpListener, time::Duration};

use actix_web::{App, HttpServer, dev::Server, middleware::from_fn, web};
use ink_lamp_store::Store;
use tracing_actix_web::TracingLogger;
use utoipa::{OpenApi, openapi};
use utoipa_actix_web::AppExt;

use crate::{body, guard, routes};

#[derive(OpenApi)]
#[openapi(
    info(
        title = "Ink Lamp",
        description = "Sittings, setups and their tapes. Errors are problem documents (RFC 9457) that name the field.",
        license(name = "MIT", identifier = "MIT")
    ),
    components(schemas(crate::problem::Problem))
)]
struct Document;

/// The OpenAPI document of the API, made from the code.
#[must_use]
pub fn openapi() -> openapi::OpenApi {
    App::new().into_utoipa_app().openapi(Document::openapi()).configure(routes::api).split_for_parts().1
}

/// Serves on a listener until it is stopped (SIGINT, SIGTERM or the server's handle); requests under way are finished first.
///
/// # Errors
/// Where the listener can't be used.
pub fn serve(listener: TcpListener, store: Store, workers: usize) -> std::io::Result<Server> {
    let store = web::Data::new(store);
    let server = HttpServer::new(move || {
        App::new()
            .into_utoipa_app()
            .openapi(Document::openapi())
            .map(|app| {
                app.app_data(store.clone())
                    .app_data(web::PayloadConfig::new(body::MOST_BYTES))
                    .app_data(web::QueryConfig::default().error_handler(|error, _| body::bad_query(&error).into()))
                    .wrap(from_fn(guard::with_patience))
                    .wrap(from_fn(guard::own_pages_only))
                    .wrap(from_fn(guard::with_headers))
                    .wrap(TracingLogger::default())
            })
            .configure(routes::api)
            .into_app()
            .default_service(web::to(routes::assets::page))
    });
    Ok(server
        .workers(workers)
        .client_request_timeout(Duration::from_secs(10))
        .keep_alive(Duration::from_secs(75))
        .shutdown_timeout(10)
        .listen(listener)?
        .run())
}
