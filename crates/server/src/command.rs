//! What `ink-lamp` does: `serve [--demo]` serves; `owner [--reset]` sets the owner's pass phrase, or another one; `openapi` prints the OpenAPI
//! document, `asyncapi` that of the devices' protocol, `kit-schema` the JSON Schema of the kit; `stand-ins` joins a server with simulated devices.
//!
//! It stands in the library, runtime and all, so that database and server are compiled into it once, and not again into the program and its
//! tests: what is async is compiled where it is waited for.

use std::{
    net::{IpAddr, Ipv4Addr, TcpListener},
    process::ExitCode,
    sync::Arc,
};

use actix_web::{dev::ServerHandle, rt::System};
use ink_lamp_http::{hub::Hub, pictures::Pictures, site::Site};
use ink_lamp_stand_ins::{bridge, join::Join, truth::Spreads};
use ink_lamp_store::Store;
use tokio::signal::unix::{SignalKind, signal};
use tracing_subscriber::EnvFilter;

use crate::{
    config::{self, Config, StandInsConfig},
    demo, openapi, owner,
    startup::{self, Folders, Listener},
};

const USAGE: &str = "usage: ink-lamp serve [--demo] | owner [--reset] | stand-ins [--code CODE] | openapi | asyncapi | kit-schema
  serve    serves on 127.0.0.1 (INK_LAMP_PORT, INK_LAMP_DATABASE_URL, INK_LAMP_NETWORK, INK_LAMP_TLS, INK_LAMP_PUBLIC_URL, INK_LAMP_BACKUPS, INK_LAMP_FRAMES, INK_LAMP_LOG)
  --demo   loads the demo data first, once
  owner    asks for the owner's pass phrase, where nobody has set one
  --reset  asks for another one, and lets all devices out
  stand-ins joins a server with simulated devices (INK_LAMP_SERVER, INK_LAMP_STAND_INS, INK_LAMP_PICTURES)
  --code   a device's code from the Devices page, where somebody set a pass phrase
  openapi  prints the OpenAPI document
  asyncapi prints the AsyncAPI document of the devices' protocol
  kit-schema prints the JSON Schema of the kit document";

/// Does what the arguments say, the program's name left out; what goes wrong is said on the standard error output.
#[must_use]
pub fn run(arguments: &[String]) -> ExitCode {
    let done = match arguments.iter().map(String::as_str).collect::<Vec<_>>().as_slice() {
        ["serve"] => System::new().block_on(serve(false)),
        ["serve", "--demo"] => System::new().block_on(serve(true)),
        ["owner"] => System::new().block_on(set_owner(false)),
        ["owner", "--reset"] => System::new().block_on(set_owner(true)),
        ["stand-ins"] => System::new().block_on(stand_in(None)),
        ["stand-ins", "--code", code] => System::new().block_on(stand_in(Some((*code).to_owned()))),
        ["openapi"] => print_openapi(),
        ["asyncapi"] => print_asyncapi(),
        ["kit-schema"] => print_kit_schema(),
        _ => Err(USAGE.to_owned()),
    };
    match done {
        Ok(()) => ExitCode::SUCCESS,
        Err(message) => {
            eprintln!("ink-lamp: {message}");
            ExitCode::FAILURE
        }
    }
}

fn print_openapi() -> Result<(), String> {
    let document = openapi::openapi().to_pretty_json().map_err(|e| e.to_string())?;
    println!("{document}");
    Ok(())
}

fn print_kit_schema() -> Result<(), String> {
    println!("{}", serde_json::to_string_pretty(&openapi::kit_schema()).map_err(|e| e.to_string())?);
    Ok(())
}

fn print_asyncapi() -> Result<(), String> {
    let document = ink_lamp_devices::asyncapi::document().and_then(|document| serde_json::to_string_pretty(&document));
    println!("{}", document.map_err(|e| e.to_string())?);
    Ok(())
}

async fn stand_in(code: Option<String>) -> Result<(), String> {
    let config = StandInsConfig::from_environment()?;
    start_logging(config.json_logs);
    let StandInsConfig { server, folder, seed, pictures, .. } = config;
    println!("Stand-ins join {server}");
    let join = Join { server, code, folder, pictures, seed, spreads: Spreads::USUAL };
    let mut term = signal(SignalKind::terminate()).map_err(|e| e.to_string())?;
    let mut interrupt = signal(SignalKind::interrupt()).map_err(|e| e.to_string())?;
    let stop = async move {
        tokio::select! {
            _ = term.recv() => {}
            _ = interrupt.recv() => {}
        }
    };
    bridge::run(join, stop).await.map_err(|error| error.to_string())
}

async fn set_owner(reset: bool) -> Result<(), String> {
    let store = Store::connect(&config::database_url()?, 2).await.map_err(|e| e.to_string())?;
    store.migrate().await.map_err(|e| e.to_string())?;
    if reset { owner::reset(&store).await } else { owner::needed(&store, None).await }
}

async fn serve(with_demo: bool) -> Result<(), String> {
    let config = Config::from_environment()?;
    start_logging(config.json_logs);
    let socket = bind(IpAddr::V4(Ipv4Addr::LOCALHOST), config.port)?;
    let port = socket.local_addr().map_err(|e| e.to_string())?.port();
    let mut site = Site { network: config.network, public: config.public, ..Site::here(port) };
    let mut listeners = vec![Listener::from(socket)];
    if let Some(ip) = config.network {
        let names: Vec<String> = site.public.iter().map(|public| public.name().to_owned()).collect();
        let tls = config.tls.map(|tls| tls.ready(&names, Some(ip))).transpose()?;
        let (tls, authority) = tls.map_or((None, None), |(tls, authority)| (Some(tls), authority));
        (site.secure, site.authority) = (tls.is_some(), authority);
        listeners.push(Listener { socket: bind(ip, port)?, tls });
    }
    let store = Store::connect(&config.database_url, 16).await.map_err(|e| e.to_string())?;
    store.migrate().await.map_err(|e| e.to_string())?;
    // Before anybody is let in: whoever comes from outside signs in.
    if site.is_open() {
        owner::needed(&store, config.owner_file.as_deref()).await?;
    }
    if with_demo && demo::load(&store).await.map_err(|e| e.to_string())? {
        tracing::info!("demo data loaded");
    }
    let hub = Hub::on(config.database_url.clone());
    let folders = Folders { pictures: Pictures::in_folder(config.pictures), backups: config.backups, frames: config.frames };
    let server = startup::serve(listeners, store, Arc::clone(&hub), site.clone(), folders, 2).map_err(|e| e.to_string())?;
    println!("Ink Lamp is at http://127.0.0.1:{port}");
    if site.is_open() {
        println!("Others find it at {}, and sign in there.", site.origin());
    }
    stop_on_signal(server.handle(), hub)?;
    server.await.map_err(|e| e.to_string())?;
    tracing::info!("stopped");
    Ok(())
}

fn bind(ip: IpAddr, port: u16) -> Result<TcpListener, String> {
    TcpListener::bind((ip, port)).map_err(|error| match error.kind() {
        std::io::ErrorKind::AddrInUse => {
            format!(
                "Port {port} is taken by another program. Stop it, or choose another port: INK_LAMP_PORT={} ./run demo",
                port.wrapping_add(1)
            )
        }
        std::io::ErrorKind::AddrNotAvailable => format!("{ip} is no address of this machine. INK_LAMP_NETWORK names one that is."),
        _ => format!("Can't listen on {ip}:{port}: {error}"),
    })
}

/// Ctrl-C and TERM let pages go that follow, then end the server once requests under way are done.
fn stop_on_signal(handle: ServerHandle, hub: Arc<Hub>) -> Result<(), String> {
    let mut term = signal(SignalKind::terminate()).map_err(|e| e.to_string())?;
    let mut interrupt = signal(SignalKind::interrupt()).map_err(|e| e.to_string())?;
    tokio::spawn(async move {
        tokio::select! {
            _ = term.recv() => {}
            _ = interrupt.recv() => {}
        }
        hub.close();
        handle.stop(true).await;
    });
    Ok(())
}

fn start_logging(json: bool) {
    let filter = EnvFilter::try_from_default_env().unwrap_or_else(|_| EnvFilter::new("info,sqlx=warn,sea_orm_migration=warn"));
    let logs = tracing_subscriber::fmt().with_env_filter(filter).with_writer(std::io::stderr);
    if json {
        logs.json().init();
    } else {
        logs.init();
    }
}
