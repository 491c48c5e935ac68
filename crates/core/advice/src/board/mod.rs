//! Everything that follows from a setup: levels, gaps, ratios, the room's fate, the next move. Pure, total and fast.
//!
//! Every number on a screen comes from here, written as people are told it; a screen only places and draws.

mod adding;
mod beginning;
mod camera;
mod echo;
mod energy;
pub(crate) mod face;
mod findings;
mod groups;
mod ladder;
mod lanes;
mod next;
mod ratio;
mod room;
mod schools;
mod set_all;
mod summary;

use ink_lamp_light::{measure::LengthUnit, strobe::Unit};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::setup::Setup;
use serde::Serialize;

pub use adding::NewLight;
pub use beginning::Beginning;
pub use camera::CameraShown;
pub use echo::{Echo, echo};
pub use energy::{CircuitShown, EnergyShown};
pub use face::{Face, NowAfter};
pub use findings::Finding;
pub use groups::{GroupRow, GroupsShown, RatioInStops};
pub use ladder::{Ladder, Rung};
pub use lanes::{DialShown, Floor, Foot, Gap, GuessShown, Lane, LaneKind, LaneState, OtherPlace, Setting, Sure, Toward};
pub use next::{NextMove, PowerDrawing};
pub use ratio::RatioShown;
pub use room::RoomShown;
pub use schools::SchoolsShown;
pub use set_all::SetAll;
pub use summary::{Summary, SummaryLane, SummaryMark};

use crate::{
    check::{self, ToMend},
    correct::Corrected,
};
use ladder::ladder;

/// Everything that follows from a setup.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Board {
    /// The stop ladder: its ends, lines, rungs and tones.
    pub ladder: Ladder,
    /// The camera, once it is set.
    pub camera: Option<CameraShown>,
    /// The lanes in the order of the work.
    pub lanes: Vec<Lane>,
    /// The wished ratio in both conventions.
    pub ratio: Option<RatioShown>,
    /// What lands on the face.
    pub face: Option<Face>,
    /// The room: its fate in words, and the two decisions.
    pub room: RoomShown,
    /// What to do next.
    pub next: NextMove,
    /// All dials that are to be turned, at once: where that are several.
    pub set_all: Option<SetAll>,
    /// What is worth knowing, most telling first.
    pub findings: Vec<Finding>,
    /// What is to be mended on the devices before the first flash: how many, and the worst.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub check: Option<ToMend>,
    /// The transmitter and its groups.
    pub groups: Option<GroupsShown>,
    /// Mains circuits and their load.
    pub circuits: Vec<CircuitShown>,
    /// What light may be added.
    pub adding: Vec<NewLight>,
    /// The ways of working, and what each does here.
    pub schools: SchoolsShown,
    /// Metres or feet.
    pub length: LengthUnit,
}

impl Board {
    /// Everything that follows from a setup.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_advice::{board::Board, words::span::plain};
    /// use ink_lamp_sitting::setup::Setup;
    ///
    /// let board = Board::of(&Setup::default());
    /// assert_eq!(plain(&board.next.say), "Meter the room with the flash off");
    /// ```
    #[must_use]
    pub fn of(setup: &Setup) -> Self {
        Self::of_scene(&Scene::of(setup), &[])
    }

    /// The same of a scene that was built already; units of the kit are named where they reach what a light's own does not.
    #[must_use]
    pub fn of_scene(scene: &Scene, kit: &[Unit]) -> Self {
        let (setup, levels) = (scene.setup, &scene.levels);
        let corrected = Corrected::new(scene, kit);
        let pick = crate::next::of(&corrected);
        // Whoever is left alone in a drill is told what was read and set, and no more.
        let told = !setup.is_silent();
        let all = told.then(|| crate::next::all::of(&corrected)).flatten();
        let found = if told { crate::findings::of(&corrected) } else { Vec::new() };
        let check = told.then(|| check::to_mend(scene, &found)).flatten();
        let mut findings = findings::shown(&corrected, found);
        let face = face::face(setup, levels, pick.after.as_ref());
        let next = next::shown(&pick, scene, &findings);
        // What follows from where things stand belongs to the plan as well.
        findings.retain(|f| f.spoils || f.placement || !f.checked);
        Self {
            ladder: ladder(setup),
            camera: setup.camera.as_ref().map(camera::shown),
            lanes: lanes::lanes(scene, &pick, all.as_ref(), face.as_ref()),
            ratio: setup.ratio.map(|target| ratio::shown(target, setup, levels)),
            face,
            room: room::shown(scene),
            groups: groups::of(setup),
            circuits: energy::circuits(setup),
            adding: adding::of(setup),
            schools: schools::of(setup),
            next,
            check,
            set_all: all.map(|all| set_all::shown(setup, all)),
            findings,
            length: setup.length,
        }
    }

    /// The lane of an id.
    #[must_use]
    pub fn lane(&self, id: &str) -> Option<&Lane> {
        self.lanes.iter().find(|l| l.id == id)
    }
}
