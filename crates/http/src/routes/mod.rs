//! The routes in whose answers no board stands, one file a noun.

pub mod assets;
mod curve;
mod devices;
mod door;
mod events;
mod frames;
mod health;
mod links;
mod log;
mod moved;
mod session;
mod socket;
pub mod tones;

use utoipa_actix_web::service_config::ServiceConfig;

/// What stands under `/api`.
pub fn api(config: &mut ServiceConfig) {
    config
        .service(health::health)
        .service(health::metrics)
        .service(session::show)
        .service(session::sign_in)
        .service(session::sign_out)
        .service(session::use_code)
        .service(session::change_phrase)
        .service(session::make_owner)
        .service(door::show)
        .service(door::make_code)
        .service(door::show_code)
        .service(door::end_code)
        .service(door::change_device)
        .service(door::let_out)
        .service(door::add_person)
        .service(door::remove_person)
        .service(links::make)
        .service(links::end)
        .service(log::list)
        .service(events::events)
        .service(frames::take)
        .service(frames::roll)
        .service(frames::rate)
        .service(frames::leave)
        .service(frames::show_picture)
        .service(frames::show_small)
        .service(tones::tones)
        .service(curve::teach)
        .service(moved::moved)
        .service(frames::keep_patches)
        .service(devices::list)
        .service(devices::metered)
        .service(devices::order)
        .service(devices::put_reading)
        .service(devices::frame)
        .service(socket::join);
}
