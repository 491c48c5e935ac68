//! The application on a listener.

use std::{net::TcpListener, path::PathBuf, sync::Arc, time::Duration};

use actix_web::{
    App, HttpServer,
    dev::Server,
    middleware::{Compress, from_fn},
    web,
};
use ink_lamp_http::{
    backups::Backups, body, devices::registry::Devices, door::keeper::Door, guard, heavy::Heavy, hub::Hub, metrics::Metrics, mixes::Mixes,
    pictures::Pictures, routes::assets, shots::Shots, site::Site, watch::Folder,
};
use ink_lamp_store::Store;
use rustls::ServerConfig;
use tracing_actix_web::TracingLogger;
use utoipa::OpenApi;
use utoipa_actix_web::AppExt;

use crate::{
    openapi::{self, Document},
    routes::{self, document::ApiDocument, kit::KitSchema},
    said,
};

/// Where requests come in.
#[derive(Debug)]
pub struct Listener {
    /// The socket.
    pub socket: TcpListener,
    /// Where it speaks TLS, how.
    pub tls: Option<Arc<ServerConfig>>,
}

impl From<TcpListener> for Listener {
    fn from(socket: TcpListener) -> Self {
        Self { socket, tls: None }
    }
}

/// What lies in folders of this machine beside the record.
#[derive(Debug)]
pub struct Folders {
    /// The sitters of foretold frames, as they are worked out.
    pub pictures: Pictures,
    /// Scheduled backups, where they are made.
    pub backups: Option<Backups>,
    /// Where frames come from by themselves, where they do.
    pub frames: Option<PathBuf>,
}

/// Serves on listeners until it is stopped by the server's handle; requests under way are finished first. Pages that follow are let go by
/// [`Hub::close`].
///
/// # Examples
/// On the test server:
/// ```
/// use std::net::TcpListener;
///
/// use ink_lamp_http::{hub::Hub, pictures::Pictures, site::Site};
/// use ink_lamp_server::startup::{Folders, serve};
/// use ink_lamp_store::testing::fresh_store;
///
/// # fn main() -> Result<(), Box<dyn std::error::Error>> {
/// actix_web::rt::System::new().block_on(async {
///     let (store, database) = fresh_store().await?;
///     let listener = TcpListener::bind("127.0.0.1:0")?;
///     let address = listener.local_addr()?;
///     let folders = Folders { pictures: Pictures::in_folder(std::env::temp_dir()), backups: None, frames: None };
///     let server = serve(vec![listener.into()], store, Hub::on(database), Site::here(address.port()), folders, 1)?;
///     let stop = server.handle();
///     actix_web::rt::spawn(server);
///     assert!(reqwest::get(format!("http://{address}/api/health")).await?.status().is_success());
///     stop.stop(true).await;
/// #   Ok(())
/// # })
/// # }
/// ```
///
/// # Errors
/// Where a listener can't be used.
pub fn serve(
    listeners: Vec<Listener>,
    store: Store,
    hub: Arc<Hub>,
    site: Site,
    folders: Folders,
    workers: usize,
) -> std::io::Result<Server> {
    let Folders { pictures, backups, frames } = folders;
    let shots = Shots::default();
    let folder = frames.map(|path| Arc::new(Folder::new(path)));
    if let Some(folder) = &folder {
        actix_web::rt::spawn(Arc::clone(folder).watch(store.clone(), shots.clone()));
    }
    let (shots, folder) = (web::Data::new(shots), web::Data::new(folder));
    let door = web::Data::new(Door::of(store.clone(), site.clone()));
    let devices = web::Data::new(Devices::of(Arc::clone(&hub)));
    actix_web::rt::spawn(said::follow(store.clone(), Arc::clone(&hub), Arc::clone(&devices)));
    let (store, hub, site) = (web::Data::new(store), web::Data::new(hub), web::Data::new(site));
    let (heavy, pictures, mixes) = (web::Data::new(Heavy::new()), web::Data::new(pictures), web::Data::new(Mixes::default()));
    let metrics = web::Data::new(Metrics::new().map_err(std::io::Error::other)?);
    let backups = web::Data::new(backups);
    let document = openapi::openapi();
    let methods = web::Data::new(openapi::methods_of(&document));
    let schema = web::Data::new(KitSchema(openapi::kit_schema_of(&document)));
    let document = web::Data::new(ApiDocument(document.to_json().map_err(std::io::Error::other)?));
    let server = HttpServer::new(move || {
        App::new()
            .into_utoipa_app()
            .openapi(Document::openapi())
            .map(|app| {
                app.app_data(store.clone())
                    .app_data(hub.clone())
                    .app_data(door.clone())
                    .app_data(site.clone())
                    .app_data(heavy.clone())
                    .app_data(pictures.clone())
                    .app_data(shots.clone())
                    .app_data(mixes.clone())
                    .app_data(folder.clone())
                    .app_data(devices.clone())
                    .app_data(metrics.clone())
                    .app_data(backups.clone())
                    .app_data(methods.clone())
                    .app_data(schema.clone())
                    .app_data(document.clone())
                    .app_data(web::QueryConfig::default().error_handler(|error, _| body::bad_query(&error).into()))
                    .wrap(Compress::default())
                    .wrap(from_fn(guard::at_the_door))
                    .wrap(from_fn(guard::with_patience))
                    .wrap(from_fn(guard::own_pages_only))
                    .wrap(from_fn(guard::with_headers))
                    .wrap(TracingLogger::default())
            })
            .configure(routes::api)
            .into_app()
            .default_service(web::to(assets::page))
    });
    let mut server = server
        .workers(workers)
        .disable_signals()
        .client_request_timeout(Duration::from_secs(10))
        .keep_alive(Duration::from_secs(75))
        .shutdown_timeout(10);
    for listener in listeners {
        server = match listener.tls {
            None => server.listen(listener.socket)?,
            Some(tls) => server.listen_rustls_0_23(listener.socket, Arc::unwrap_or_clone(tls))?,
        };
    }
    Ok(server.run())
}
