//! The routes, one file a noun.

mod begin;
mod check;
pub mod document;
mod draft;
mod drills;
mod foretold;
mod judged;
pub mod kit;
mod mixed;
mod plan;
mod practice;
mod roll;
mod run;
mod scales;
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
            .configure(ink_lamp_http::routes::api)
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
            .service(tape::append)
            .service(tape::earlier)
            .service(tape::moment)
            .service(draft::draft)
            .service(foretold::foretold)
            .service(mixed::mix)
            .service(judged::judge)
            .service(roll::between)
            .service(roll::as_csv)
            .service(roll::as_sidecars)
            .service(plan::plan)
            .service(ways::ways)
            .service(study::study)
            .service(check::check)
            .service(drills::list)
            .service(drills::start)
            .service(practice::begin)
            .service(practice::show)
            .service(practice::measure)
            .service(practice::fire)
            .service(practice::finish)
            .service(practice::end),
    );
}
