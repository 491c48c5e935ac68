//! Usual cautions, each until somebody acted on it, and all to be read again. Local codes and licensed practice decide.

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    cautions::Caution,
    checks::Device,
    entry::{CautionHeeded, Entry},
    light::Light,
};
use serde::Serialize;

use crate::{
    action::Action,
    cautions::{Matters, heeded},
    words::check::cautions as words,
};

/// How a caution stands in this sitting.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum CautionState {
    /// It matters here, and nobody acted on it yet.
    Open,
    /// Somebody did.
    Heeded,
    /// Nothing that is known here asks for it.
    Elsewhere,
}

/// A usual caution.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CautionTold {
    /// What it is about.
    pub caution: Caution,
    /// The same, as it is said: `Mains`.
    pub title: String,
    /// What is to be done, in a line.
    pub short: String,
    /// All of it, with who decides.
    pub words: String,
    /// How it stands.
    pub state: CautionState,
    /// The devices here that it is about, as they are said; none where it is about the whole sitting.
    pub here: Vec<String>,
    /// Who acted on it, where that was said.
    pub by: Option<String>,
    /// What says that somebody did, or that it is to be told again.
    pub press: Option<Action>,
}

/// The press that says that somebody acted on one.
pub(crate) fn heed(matters: &Matters) -> Action {
    Action { label: words::act(matters.caution).to_owned(), entry: matters.heed() }
}

/// The cautions of a device that nobody acted on yet, short.
pub(super) fn on(scene: &Scene, matters: &[Matters], device: &Device) -> Vec<String> {
    let Device::Unit(id) = device else { return Vec::new() };
    let here = matters.iter().filter(|m| m.lights.contains(id) && m.is_open(scene.setup));
    here.map(|m| words::short(m.caution).to_owned()).collect()
}

/// All there are: those that nobody acted on yet first, then those that somebody did.
pub(super) fn all(scene: &Scene, matters: &[Matters]) -> Vec<CautionTold> {
    let told = |caution| {
        let here = matters.iter().find(|m| m.caution == caution);
        let heeded = heeded(scene.setup, caution);
        let (state, press) = match (here, heeded) {
            (Some(here), _) if here.is_open(scene.setup) => (CautionState::Open, Some(heed(here))),
            (_, Some(_)) => {
                let again = CautionHeeded { caution, lights: Vec::new(), again: true, by: None };
                (CautionState::Heeded, Some(Action { label: words::AGAIN.to_owned(), entry: Entry::Heeded(again) }))
            }
            _ => (CautionState::Elsewhere, None),
        };
        let names = here.into_iter().flat_map(|m| &m.lights).filter_map(|id| scene.setup.light(id).map(Light::name));
        CautionTold {
            caution,
            title: words::title(caution).to_owned(),
            short: words::short(caution).to_owned(),
            words: words::whole(caution).to_owned(),
            state,
            here: names.collect(),
            by: heeded.filter(|_| state == CautionState::Heeded).and_then(|h| h.by.clone()),
            press,
        }
    };
    let mut all: Vec<CautionTold> = Caution::ALL.into_iter().map(told).collect();
    all.sort_by_key(|c| c.state);
    all
}
