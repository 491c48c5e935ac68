//! The plan: where everything stands, how the light falls, and what that means for face, edges, ground and picture.
//!
//! [`Plan::of`] is pure and fast enough to be asked while a light is dragged. Everything is derived from [`Setup`]: places live in
//! [`ink_lamp_sitting::studio::Studio`] and [`ink_lamp_sitting::studio::LightPlace`], the formulas in [`ink_lamp_light::field`] and [`ink_lamp_light::sight`].

mod camera;
mod face;
pub(crate) mod ground;
mod lights;
mod numbers;
mod range;
pub(crate) mod rims;
mod shadow;
mod starts;

use ink_lamp_light::measure::LengthUnit;
use ink_lamp_scene::{
    contours::{self, Contours},
    extent::{self, PlanExtent},
    eyes::eyes,
    face::on_face,
    ground::elevation::{self, Elevation},
    range::range as scene_range,
    rims::rim,
    scene::Scene,
};
use ink_lamp_sitting::{
    role::Role,
    setup::Setup,
    studio::{Studio, StudioOffers},
};
use serde::{Deserialize, Serialize};

use crate::starts::starts as began;

pub use camera::PlanCamera;
pub use face::{CatchShown, EyeShown, FaceLight};
pub use ground::{GroundShown, GroundWay, Spill};
pub use lights::{Bounce, PlanLight, Unplaced};
pub use numbers::{PlanNumber, held};
pub use range::SitterRange;
pub use rims::RimShown;
pub use shadow::RoomShadow;
pub use starts::Arrangement;

/// What is asked of a plan beside what is always told.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PlanQuestion {
    /// The light whose lines are drawn in full; lanes that are no lights draw none.
    #[serde(default)]
    pub chosen: Option<String>,
    /// Whether the others' lines at +1, 0 and −1 are drawn too.
    #[serde(default)]
    pub others: bool,
    /// Whether the lines of all lights together are drawn.
    #[serde(default)]
    pub together: bool,
    /// Whether the ground's elevation is drawn.
    #[serde(default)]
    pub elevation: bool,
    /// Whether arrangements to begin from are told.
    #[serde(default)]
    pub starts: bool,
}

/// Everything that follows from where things stand.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Plan {
    /// The studio as it stands.
    pub studio: Studio,
    /// What is put into it when it is asked for.
    pub offers: StudioOffers,
    /// Whether it was described, or is only the usual one.
    pub described: bool,
    /// Metres or feet.
    pub length: LengthUnit,
    /// What a drawing should show.
    pub extent: PlanExtent,
    /// Lights that have a place.
    pub lights: Vec<PlanLight>,
    /// Lights that have none yet.
    pub unplaced: Vec<Unplaced>,
    /// The camera.
    pub camera: PlanCamera,
    /// Lines of equal light.
    pub contours: Vec<Contours>,
    /// How far the sitter may go from where the chosen light was metered.
    pub range: Option<SitterRange>,
    /// The few numbers that the chosen light is placed by.
    pub numbers: Vec<PlanNumber>,
    /// What each key and fill does to the face.
    pub face: Vec<FaceLight>,
    /// The eyes.
    pub eyes: Vec<EyeShown>,
    /// Lights from behind.
    pub rims: Vec<RimShown>,
    /// The ground.
    pub ground: Option<GroundShown>,
    /// The ground as an elevation, where it was asked.
    pub elevation: Option<Elevation>,
    /// What comes back to the shadow side.
    pub shadow: Option<RoomShadow>,
    /// Arrangements to begin from, where they were asked.
    pub starts: Vec<Arrangement>,
}

impl Plan {
    /// The plan of a setup.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_advice::plan::{Plan, PlanQuestion};
    /// use ink_lamp_sitting::setup::Setup;
    ///
    /// // Asked how to begin.
    /// let plan = Plan::of(&Setup::default(), &PlanQuestion { starts: true, ..PlanQuestion::default() });
    /// assert!(plan.lights.is_empty() && !plan.starts.is_empty());
    /// ```
    #[must_use]
    pub fn of(setup: &Setup, question: &PlanQuestion) -> Self {
        Self::of_scene(&Scene::of(setup), question)
    }

    /// The same of a scene that was built already.
    #[must_use]
    pub fn of_scene(scene: &Scene, question: &PlanQuestion) -> Self {
        let Scene { setup, levels, stage, .. } = scene;
        let extent = extent::extent(stage);
        let chosen = stage.lights.iter().find(|l| question.chosen.as_deref() == Some(setup.lights[l.index].id.as_str()));
        let mut lines: Vec<Contours> = Vec::new();
        if question.together {
            lines.push(contours::of_all(stage, extent));
        } else if let Some(chosen) = chosen {
            lines.push(contours::of_light(stage, chosen, extent, &[3.0, 2.0, 1.0, 0.0, -1.0, -2.0]));
        }
        if question.others && !question.together {
            let rest = stage.lights.iter().filter(|l| chosen.is_none_or(|c| c.index != l.index));
            lines.extend(rest.map(|l| contours::of_light(stage, l, extent, &[1.0, 0.0, -1.0])));
        }
        let (faces, ground) = (on_face(stage), ground::shown(stage));
        let placed: Vec<PlanLight> = stage.lights.iter().filter_map(|l| lights::placed(stage, l)).collect();
        Self {
            offers: StudioOffers::of(&stage.studio, placed.iter().find(|l| l.role == Role::Key).map(|l| l.at)),
            described: setup.studio.is_some(),
            length: setup.length,
            extent,
            lights: placed,
            unplaced: lights::unplaced(stage),
            camera: camera::camera(stage, extent),
            contours: lines,
            range: chosen.and_then(|l| scene_range(stage, l)).map(|r| range::shown(r, setup.length)),
            numbers: numbers::numbers(scene, chosen, &faces, ground.as_ref()),
            face: faces.iter().map(|on| face::face_light(stage, on)).collect(),
            eyes: eyes(stage).iter().map(|e| face::eye(stage, e)).collect(),
            rims: stage.lights.iter().filter_map(|l| Some(rims::shown(stage, &rim(stage, l)?))).collect(),
            ground,
            elevation: question.elevation.then(|| elevation::elevation(stage)).flatten(),
            shadow: shadow::shown(stage),
            starts: if question.starts {
                began(stage, levels).into_iter().map(|s| starts::shown(s, setup.length)).collect()
            } else {
                Vec::new()
            },
            studio: stage.studio.clone(),
        }
    }
}
