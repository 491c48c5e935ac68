//! A way to the tone that is wished of the ground, in facts and entries.

use ink_lamp_light::{measure::Meters, scale::Stops};
use ink_lamp_scene::{
    ground::{self, Outcome},
    scene::Scene,
    stage::Stage,
};
use ink_lamp_sitting::{entry::Entry, role::LightId, setup::Setup};

/// What is to be done.
#[derive(Debug, Clone, PartialEq)]
pub(crate) enum GroundStep {
    /// The ground's own light goes.
    TakeLightAway,
    /// Sitter, camera and lights stand this far from the ground.
    Farther(Meters),
    /// As far as the room goes, and that is not enough.
    FartherThanTheRoom(Meters),
    /// A grid on a light.
    Grid(LightId),
    /// Grids on all lights that have none.
    GridsOnAll,
    /// A flag between a light and the ground.
    Flag(LightId),
    /// Black paper or cloth.
    Black,
    /// Paper or cloth that throws back another share of the light.
    Paper {
        /// The share now.
        now: f64,
        /// The share then.
        then: f64,
    },
    /// Several of them together.
    Together(Vec<GroundStep>),
    /// A ground light of its own, which is not there yet.
    AddOwnLight,
    /// The ground light is to be read first, or its unit said.
    ReadOwnLight(LightId),
    /// Without the ground light there is more light than is wished.
    MoreWithoutOwnLight(LightId),
    /// The ground light by some stops: its dial is not known.
    OwnLightBy(LightId, Stops),
    /// The ground light's dial as written.
    OwnLightAt(LightId, String),
}

/// What tone a way leads to.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) enum LeadsTo {
    /// This tone; none where nothing is known to fall there.
    Tone(Option<Stops>),
    /// Nowhere yet.
    NotThere,
}

/// What gives a wished tone, or does not.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Way {
    /// What is to be done.
    pub(crate) step: GroundStep,
    /// After the ground's own light was taken away.
    pub(crate) light_away: bool,
    /// What tone it leads to.
    pub(crate) leads_to: LeadsTo,
    /// Whether that is what is wished.
    pub(crate) works: bool,
    /// What writes it, where entries do.
    pub(crate) entries: Vec<Entry>,
}

impl Way {
    /// A step that no entry writes.
    pub(super) const fn by_hand(step: GroundStep, leads_to: LeadsTo, works: bool) -> Self {
        Self { step, light_away: false, leads_to, works, entries: Vec::new() }
    }

    /// A step that entries write, with what it leads to; none where one of them can't be.
    pub(super) fn written(stage: &Stage, step: GroundStep, entries: Vec<Entry>) -> Option<Self> {
        let after = after(stage, &entries)?;
        Some(Self { step, light_away: false, leads_to: LeadsTo::Tone(after.judged), works: after.right, entries })
    }
}

/// What the ground comes to in a setup.
pub(super) fn outcome(setup: &Setup) -> Option<Outcome> {
    ground::outcome(&Scene::of(setup).stage)
}

/// A setup after entries; none where one of them can't be.
pub(super) fn applied(setup: &Setup, entries: &[Entry]) -> Option<Setup> {
    entries.iter().try_fold(setup.clone(), |s, e| s.apply(e).ok())
}

/// The outcome after entries, with the same readings.
pub(super) fn after(stage: &Stage, entries: &[Entry]) -> Option<Outcome> {
    outcome(&applied(stage.setup, entries)?)
}
