//! The markings that dials and cameras are set in.

use actix_web::{get, web};
use ink_lamp_light::scale::{Aperture, Iso, ShutterTime};
use serde::Serialize;
use utoipa::ToSchema;

/// The markings of a camera's dials in third stops, each in the order in which the picture gets darker.
#[derive(Serialize, ToSchema)]
pub struct Scales {
    /// f/1 to f/45.
    apertures: Vec<&'static str>,
    /// 30 s to 1/8000 s.
    shutters: Vec<&'static str>,
    /// ISO 25600 to 25.
    isos: Vec<&'static str>,
}

/// The markings of a camera's dials.
#[utoipa::path(tag = "board", responses((status = 200, description = "The markings", body = Scales)))]
#[get("/scales")]
pub async fn scales() -> web::Json<Scales> {
    web::Json(Scales {
        apertures: between(Aperture::thirds().collect(), "1", "45"),
        shutters: between(ShutterTime::thirds().collect(), "30", "1/8000"),
        isos: between(Iso::thirds().collect::<Vec<_>>().into_iter().rev().collect(), "25600", "25"),
    })
}

/// What a camera is likely to have of a series.
fn between(all: Vec<&'static str>, first: &str, last: &str) -> Vec<&'static str> {
    let from = all.iter().position(|m| *m == first).unwrap_or(0);
    let to = all.iter().position(|m| *m == last).map_or(all.len(), |p| p + 1);
    all.get(from..to).map(<[_]>::to_vec).unwrap_or(all)
}
