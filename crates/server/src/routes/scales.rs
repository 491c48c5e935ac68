//! The markings that dials and cameras are set in, what may be chosen from, and what one begins with.

use actix_web::{get, web};
use ink_lamp_advice::words::choices::Choices;
use ink_lamp_light::scale::{Aperture, Iso, Series, ShutterTime};
use ink_lamp_sitting::usual::Usual;
use serde::Serialize;
use utoipa::ToSchema;

/// The markings of a camera's dials in third stops, each in the order in which the picture gets darker; what may be chosen
/// from; and what one begins with.
#[derive(Serialize, ToSchema)]
pub struct Scales {
    /// f/1 to f/45.
    apertures: Vec<&'static str>,
    /// The whole stops of these: what a meter shows beside its tenths.
    whole: Vec<&'static str>,
    /// 30 s to 1/8000 s.
    shutters: Vec<&'static str>,
    /// What a shutter may sync with: 1/30 s to 1/500 s.
    syncs: Vec<&'static str>,
    /// ISO 25600 to 25.
    isos: Vec<&'static str>,
    /// The same for dials that step in half stops.
    halves: Halves,
    /// What may be chosen from.
    choices: Choices,
    /// What one begins with.
    usual: Usual,
}

/// The markings of dials that step in half stops, as they are written: `13 half` where third stops have that marking too.
#[derive(Serialize, ToSchema)]
pub struct Halves {
    /// f/1 to f/45.
    apertures: Vec<String>,
    /// 30 s to 1/8000 s.
    shutters: Vec<String>,
    /// ISO 25600 to 25.
    isos: Vec<String>,
}

/// The markings of a camera's dials, what may be chosen from, and what one begins with.
#[utoipa::path(tag = "board", responses((status = 200, description = "The markings", body = Scales)))]
#[get("/scales")]
pub async fn scales() -> web::Json<Scales> {
    let apertures = between(Aperture::thirds().collect(), "1", "45");
    let shutters: Vec<_> = ShutterTime::thirds().collect();
    web::Json(Scales {
        whole: apertures.iter().copied().filter(|m| Aperture::from_marking(m, Series::Full).is_ok()).collect(),
        apertures,
        syncs: between(shutters.clone(), "1/30", "1/500"),
        shutters: between(shutters, "30", "1/8000"),
        isos: between(Iso::thirds().collect::<Vec<_>>().into_iter().rev().collect(), "25600", "25"),
        halves: Halves {
            apertures: between(Aperture::halves().collect(), "1", "45"),
            shutters: between(ShutterTime::halves().collect(), "30", "1/8000"),
            isos: between(Iso::halves().collect::<Vec<_>>().into_iter().rev().collect(), "25600", "25"),
        },
        choices: Choices::default(),
        usual: Usual::default(),
    })
}

/// What a camera is likely to have of a series.
fn between<T: AsRef<str> + Clone>(all: Vec<T>, first: &str, last: &str) -> Vec<T> {
    let from = all.iter().position(|m| m.as_ref() == first).unwrap_or(0);
    let to = all.iter().position(|m| m.as_ref() == last).map_or(all.len(), |p| p + 1);
    all.get(from..to).map(<[_]>::to_vec).unwrap_or(all)
}
