//! The routes, one file a noun.

pub mod assets;
mod draft;
mod health;
mod scales;
mod setups;
mod sittings;
mod tape;
mod units;

use utoipa_actix_web::{scope, service_config::ServiceConfig};

/// Everything under `/api`.
pub fn api(config: &mut ServiceConfig) {
    config.service(
        scope("/api")
            .service(health::health)
            .service(scales::scales)
            .service(units::units)
            .service(sittings::list)
            .service(sittings::create)
            .service(sittings::rename)
            .service(sittings::delete)
            .service(sittings::restore)
            .service(setups::create)
            .service(setups::show)
            .service(setups::rename)
            .service(tape::append)
            .service(tape::earlier)
            .service(tape::moment)
            .service(draft::draft),
    );
}
