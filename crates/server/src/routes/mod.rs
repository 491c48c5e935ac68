//! The routes, one file a noun.

pub mod assets;
mod begin;
mod check;
pub mod document;
mod door;
mod draft;
mod events;
mod foretold;
mod health;
pub mod kit;
mod links;
mod log;
mod plan;
mod scales;
mod session;
mod setups;
mod shared;
mod sittings;
mod study;
mod tape;
mod views;
mod ways;

use utoipa_actix_web::{scope, service_config::ServiceConfig};

/// Everything under `/api`.
pub fn api(config: &mut ServiceConfig) {
    config.service(
        scope("/api")
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
            .service(shared::show)
            .service(shared::authority)
            .service(document::document)
            .service(scales::scales)
            .service(kit::show)
            .service(kit::export)
            .service(kit::show_schema)
            .service(kit::import)
            .service(kit::replace)
            .service(kit::clear)
            .service(kit::restore)
            .service(kit::forget)
            .service(begin::offers)
            .service(begin::preview)
            .service(sittings::list)
            .service(sittings::create)
            .service(sittings::rename)
            .service(sittings::delete)
            .service(sittings::restore)
            .service(sittings::forget)
            .service(sittings::forget_older)
            .service(setups::create)
            .service(setups::show)
            .service(setups::rename)
            .service(setups::keep)
            .service(setups::let_go)
            .service(events::events)
            .service(tape::append)
            .service(tape::earlier)
            .service(tape::moment)
            .service(draft::draft)
            .service(foretold::foretold)
            .service(plan::plan)
            .service(ways::ways)
            .service(study::study)
            .service(check::check),
    );
}
