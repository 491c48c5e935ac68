//! The ground, as it is shown.

use ink_lamp_light::{
    field::DVec3,
    meter::Amount,
    scale::{Reflectance, Stops, grey_code},
};
use ink_lamp_scene::{
    ground::{at, is_right, middle, range, tone_of, wrap},
    stage::Stage,
};
use ink_lamp_sitting::{
    entry::Entry,
    role::{LightId, Role},
    studio::GroundTone,
};
use serde::Serialize;

use crate::{
    ground_ways::{self, Way},
    words::{ground_ways as way_words, plan::ground as words},
};

/// One light's part in the ground.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Spill {
    /// Which; none for what the room throws back and for its own light.
    pub light: Option<LightId>,
    /// Its role; the room's for what is no light.
    pub role: Role,
    /// `Key`, `Thrown back by the room`, `Room`.
    pub name: String,
    /// What a meter would read of it in the middle of the ground; none where nothing reaches it.
    pub level: Option<Stops>,
    /// The same as told: `−3.4`, `below −9`, `nothing`.
    pub shown: String,
}

/// What gives a wished tone, or does not.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GroundWay {
    /// What is to be done.
    pub words: String,
    /// What tone it leads to.
    pub tone: String,
    /// Whether that is what is wished.
    pub works: bool,
    /// What writes it, where entries do.
    pub entries: Vec<Entry>,
}

/// The ground.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GroundShown {
    /// What a meter would read there in all; none where nothing is known.
    pub light: Option<Stops>,
    /// The tone it takes: the light, by what the ground throws back against a mid-grey.
    pub tone: Option<Stops>,
    /// The tone as an 8-bit grey.
    pub code: u8,
    /// `Ground at −3.2: dark grey, even within 0.4 stop.`
    pub words: String,
    /// Brightest and darkest tone within the picture.
    pub range: Option<[Stops; 2]>,
    /// Lights that are not counted, because nothing is known of them.
    pub unknown: Vec<String>,
    /// The parts.
    pub spill: Vec<Spill>,
    /// What is wished.
    pub wish: Option<GroundTone>,
    /// Whether it is as wished.
    pub right: Option<bool>,
    /// What gives the wish.
    pub ways: Vec<GroundWay>,
    /// What a bright ground throws on the sitter's edges.
    pub wrap: Option<String>,
}

pub(crate) fn shown(stage: &Stage) -> Option<GroundShown> {
    stage.studio.ground?;
    let (window, middle) = (stage.ground_window()?, middle(stage)?);
    let light = at(stage, middle, |_| true);
    let tone = tone_of(light, &stage.studio);
    let range = range(stage, window);
    let wish = stage.setup.ground_tone;
    let told = words::ground(stage, tone, range);
    let ways = wish.filter(|_| told.is_some()).map_or_else(Vec::new, |w| ground_ways::ways(stage, w));
    Some(GroundShown {
        light: light.level(),
        tone,
        code: tone.map_or(0, |t| grey_code(Reflectance::MID_GREY, t)),
        words: told.map_or_else(|| words::UNKNOWN.to_owned(), |told| format!("{told}.")),
        range,
        unknown: stage.lights.iter().filter(|l| l.amount.is_none()).map(|l| stage.setup.lights[l.index].name()).collect(),
        spill: spill(stage, middle),
        wish,
        right: wish.map(|w| is_right(w, tone, range)),
        ways: ways.into_iter().map(|w| way(stage, w)).collect(),
        wrap: wrap(stage, light).map(words::wrap),
    })
}

fn way(stage: &Stage, way: Way) -> GroundWay {
    let (words, tone) = (way_words::sentence(&way, stage.setup), way_words::leads_to(&way));
    GroundWay { words, tone, works: way.works, entries: way.entries }
}

/// The parts, the brightest first.
fn spill(stage: &Stage, middle: DVec3) -> Vec<Spill> {
    let part = |light: Option<LightId>, role: Role, name: String, amount: Amount| {
        let level = amount.level();
        Spill { light, role, name, level, shown: words::level(level) }
    };
    let known = stage.lights.iter().filter(|l| l.amount.is_some());
    let mut spill: Vec<Spill> = known
        .map(|l| {
            let of = &stage.setup.lights[l.index];
            part(Some(of.id.clone()), l.role, of.name(), stage.amount(l, middle, DVec3::Z))
        })
        .collect();
    if stage.surfaces.is_some() {
        spill.push(part(None, Role::Room, words::THROWN_BACK.to_owned(), stage.returned_amount()));
    }
    if stage.room_ground.get() > 0.0 {
        spill.push(part(None, Role::Room, words::ROOM.to_owned(), stage.room_ground));
    }
    spill.sort_by(|a, b| b.level.map_or(f64::MIN, Stops::get).total_cmp(&a.level.map_or(f64::MIN, Stops::get)));
    spill
}
