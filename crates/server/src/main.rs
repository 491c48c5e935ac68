//! `ink-lamp serve [--demo]` serves; `ink-lamp openapi` prints the OpenAPI document.

use std::{net::TcpListener, process::ExitCode};

use ink_lamp_server::{config::Config, demo, startup};
use ink_lamp_store::Store;
use tracing_subscriber::EnvFilter;

const USAGE: &str = "usage: ink-lamp serve [--demo] | openapi\n  serve    serves on 127.0.0.1 (INK_LAMP_PORT, INK_LAMP_DATABASE_URL, INK_LAMP_LOG)\n  --demo   loads the demo data first, once\n  openapi  prints the OpenAPI document";

#[actix_web::main]
async fn main() -> ExitCode {
    let arguments: Vec<String> = std::env::args().skip(1).collect();
    let done = match arguments.iter().map(String::as_str).collect::<Vec<_>>().as_slice() {
        ["serve"] => serve(false).await,
        ["serve", "--demo"] => serve(true).await,
        ["openapi"] => print_openapi(),
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
    let document = startup::openapi().to_pretty_json().map_err(|e| e.to_string())?;
    println!("{document}");
    Ok(())
}

async fn serve(with_demo: bool) -> Result<(), String> {
    let config = Config::from_environment()?;
    start_logging(config.json_logs);
    let listener = TcpListener::bind(("127.0.0.1", config.port)).map_err(|error| match error.kind() {
        std::io::ErrorKind::AddrInUse => {
            format!(
                "Port {} is taken by another program. Stop it, or choose another port: INK_LAMP_PORT={} ./run demo",
                config.port,
                config.port.wrapping_add(1)
            )
        }
        _ => format!("Can't listen on 127.0.0.1:{}: {error}", config.port),
    })?;
    let port = listener.local_addr().map_err(|e| e.to_string())?.port();
    let store = Store::connect(&config.database_url, 16).await.map_err(|e| e.to_string())?;
    store.migrate().await.map_err(|e| e.to_string())?;
    if with_demo && demo::load(&store).await.map_err(|e| e.to_string())? {
        tracing::info!("demo data loaded");
    }
    let server = startup::serve(listener, store, 2).map_err(|e| e.to_string())?;
    println!("Ink Lamp is at http://127.0.0.1:{port}");
    server.await.map_err(|e| e.to_string())?;
    tracing::info!("stopped");
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
