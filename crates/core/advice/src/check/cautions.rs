//! Usual cautions, at the device that they belong to. Local codes and licensed practice decide.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::checks::Device;
use serde::Serialize;

use crate::{cautions::About, findings::Found, words::check::cautions as words};

/// A usual caution.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Caution {
    /// What it is about: `Mains`.
    pub title: String,
    /// What is to be done.
    pub words: String,
    /// The devices here that it is about, as they are said; none where nothing that is known asks for it.
    pub here: Vec<String>,
}

/// The cautions of a device, short.
pub(super) fn on(scene: &Scene, found: &[Found], device: &Device) -> Vec<String> {
    About::ALL.into_iter().filter(|about| about.is_about(scene, found, device)).map(|about| words::short(about).to_owned()).collect()
}

/// All there are, those about a device here first.
pub(super) fn all(scene: &Scene, found: &[Found]) -> Vec<Caution> {
    let here = |about: About| {
        let lights = scene.setup.lights.iter().filter(|l| about.is_about(scene, found, &Device::Unit(l.id.clone())));
        lights.map(|l| l.name()).collect::<Vec<_>>()
    };
    let told = |about: About| Caution { title: words::title(about).to_owned(), words: words::whole(about).to_owned(), here: here(about) };
    let mut all: Vec<Caution> = About::ALL.into_iter().map(told).collect();
    all.sort_by_key(|c| c.here.is_empty());
    all
}
