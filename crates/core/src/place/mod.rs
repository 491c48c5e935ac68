//! The plan: where everything stands, how the light falls, and what that means for face, edges, ground and picture.
//!
//! [`Plan::of`] is pure and fast enough to be asked while a light is dragged. Everything is derived from [`Setup`]: places live in
//! [`ink_lamp_sitting::studio::Studio`] and [`ink_lamp_sitting::studio::LightPlace`], the formulas in [`ink_lamp_light::field`] and [`ink_lamp_light::sight`].

mod contours;
mod face;
pub(crate) mod ground;
pub(crate) mod room;
pub(crate) mod seen;
pub(crate) mod stage;
mod starts;

use crate::scene::Scene;
use ink_lamp_light::{
    field::DVec3,
    measure::{Degrees, Height, LengthUnit, Meters},
    scale::Stops,
};
use ink_lamp_sitting::{
    entry::{Around, Entry, LightPlaced},
    metered::RoomPlace,
    role::{LightId, Role},
    setup::Setup,
    studio::{
        Bearing, Point, Side, Studio,
        point::{rise, round_from},
    },
};
use serde::{Deserialize, Serialize};

pub use contours::{Contour, Contours};
pub use face::{CatchShown, EyeShown, FaceLight, NoseShadow, Pattern};
pub use ground::{Elevation, GroundShown, GroundWay, PictureOfGround, Spill};
pub use room::RoomShadow;
pub use seen::RimShown;
pub(crate) use stage::Stage;
pub use starts::Arrangement;

use crate::words::place;
use face::Frame;
use stage::Placed;

/// What is asked of a plan beside what is always told.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(as = PlanQuestion))]
pub struct Question {
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

/// A part of the floor, metres.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PlanExtent {
    /// Left, `x`.
    pub left: f64,
    /// Right, `x`.
    pub right: f64,
    /// Behind the sitter, `z`.
    pub behind: f64,
    /// Before, `z`.
    pub before: f64,
}

/// A light on the plan.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PlanLight {
    /// Which.
    pub light: LightId,
    /// Its role.
    pub role: Role,
    /// As it is said.
    pub name: String,
    /// Where.
    pub at: Point,
    /// Where its axis goes.
    pub aim: Point,
    /// The outline of its front.
    pub edge: Vec<Point>,
    /// `1.50 m · 45° left`.
    pub words: String,
    /// `1.85 · 30°`: height, and angle down to what it lights.
    pub height_words: String,
    /// For a screen reader: `Fill, 2.20 m, 25 degrees right, height 1.75 m`.
    pub label: String,
    /// As it is seen from the sitter, for the fields.
    pub around: Around,
    /// Where its light is bounced off a wall or the ceiling, and how wide the lit spot is, metres.
    pub bounce: Option<Bounce>,
    /// Whether it is in the picture, or its stand.
    pub in_picture: bool,
}

/// The lit spot of a light that is bounced.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Bounce {
    /// Its outline.
    pub edge: Vec<Point>,
    /// Its middle.
    pub at: Point,
    /// `off the ceiling`.
    pub words: String,
}

/// A light without a place.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Unplaced {
    /// Which.
    pub light: LightId,
    /// Its role.
    pub role: Role,
    /// As it is said.
    pub name: String,
    /// What puts it where it likely stands.
    pub entry: Entry,
}

/// The camera on the plan.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PlanCamera {
    /// Where.
    pub at: Point,
    /// The field's two ends at the ground, or at the edge of the drawing. Empty before lens and sensor are known.
    pub field: Vec<Point>,
    /// `2.00 m · 85 mm`.
    pub words: String,
    /// `1.30`.
    pub height_words: String,
}

/// How far the sitter may go within a third of a stop.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SitterRange {
    /// To the camera's left, metres; none over 1.5 m, here and below.
    pub left: Option<f64>,
    /// To its right.
    pub right: Option<f64>,
    /// Away from it.
    pub back: Option<f64>,
    /// Toward it.
    pub forward: Option<f64>,
    /// In words.
    pub words: String,
}

/// The sitter's range is told within this, stops.
const THIRD: f64 = 1.0 / 3.0;

impl Plan {
    /// The plan of a setup.
    #[must_use]
    pub fn of(setup: &Setup, question: &Question) -> Self {
        Self::of_scene(Scene::of(setup), question)
    }

    /// The same of a scene that was built already.
    #[must_use]
    pub fn of_scene(scene: Scene, question: &Question) -> Self {
        let Scene { setup, levels, stage, .. } = scene;
        let (face, eyes) = face_lights(&stage);
        let extent = extent(&stage);
        let chosen = stage.lights.iter().find(|l| question.chosen.as_deref() == Some(setup.lights[l.index].id.as_str()));
        let mut lines: Vec<Contours> = Vec::new();
        if question.together {
            lines.push(contours::of_all(&stage, extent));
        } else if let Some(chosen) = chosen {
            lines.push(contours::of_light(&stage, chosen, extent, &[3.0, 2.0, 1.0, 0.0, -1.0, -2.0]));
        }
        if question.others && !question.together {
            let rest = stage.lights.iter().filter(|l| chosen.is_none_or(|c| c.index != l.index));
            lines.extend(rest.map(|l| contours::of_light(&stage, l, extent, &[1.0, 0.0, -1.0])));
        }
        Self {
            described: setup.studio.is_some(),
            length: setup.length,
            extent,
            lights: stage.lights.iter().filter_map(|l| plan_light(&stage, l)).collect(),
            unplaced: unplaced(&stage),
            camera: camera(&stage, extent),
            contours: lines,
            range: chosen.and_then(|l| range(&stage, l)),
            face,
            eyes,
            rims: stage.lights.iter().filter_map(|l| seen::rim(&stage, l)).collect(),
            ground: ground::shown(&stage, true),
            elevation: question.elevation.then(|| ground::elevation(&stage)).flatten(),
            shadow: room::shadow(&stage),
            starts: if question.starts { starts::starts(&stage, &levels) } else { Vec::new() },
            studio: stage.studio,
        }
    }
}

/// What keys and fills do to the face, and both eyes.
pub(crate) fn face_lights(stage: &Stage) -> (Vec<FaceLight>, Vec<EyeShown>) {
    let frame = Frame::of(stage);
    let lights = stage.lights.iter().filter(|l| matches!(l.role, Role::Key | Role::Fill));
    (lights.map(|l| face::face_light(stage, &frame, l)).collect(), face::eyes(stage, &frame))
}

/// Where the room's own light comes from, seen from above the sitter: its side, negative for camera left. By what was said with the reading,
/// or by the windows.
pub(crate) fn room_from(stage: &Stage) -> Option<f64> {
    let said = stage.setup.room.light_at(RoomPlace::Sitter).from;
    if let Some(from) = said {
        return Some(from.direction().x);
    }
    let walls = stage.studio.walls;
    let sides = stage.studio.windows.iter().map(|w| {
        let out = match w.wall {
            Side::Left => DVec3::new(-walls.map_or(2.0, |w| w.left.get()), 0.0, w.along),
            Side::Right => DVec3::new(walls.map_or(2.0, |w| w.right.get()), 0.0, w.along),
            Side::Behind => DVec3::new(w.along, 0.0, -walls.map_or(2.0, |w| w.behind.get())),
            Side::Before => DVec3::new(w.along, 0.0, walls.map_or(2.0, |w| w.before.get())),
        };
        // A wide, near window counts for more.
        w.width.get() / out.length_squared().max(0.01) * out.normalize_or_zero()
    });
    let sum = sides.fold(DVec3::ZERO, |a, b| a + b);
    (!stage.studio.windows.is_empty()).then(|| sum.normalize_or_zero().x)
}

/// What is drawn: the room where it is known, and whatever stands.
fn extent(stage: &Stage) -> PlanExtent {
    let mut e = [-1.6f64, 1.6, -1.4, stage.camera.z.max(0.5) + 0.5];
    for light in &stage.lights {
        let at = light.stood.emitter.front.at;
        e = [e[0].min(at.x - 0.5), e[1].max(at.x + 0.5), e[2].min(at.z - 0.5), e[3].max(at.z + 0.4)];
    }
    if let Some(z) = stage.studio.ground_z() {
        e[2] = e[2].min(z - 0.15);
    }
    if let Some(w) = stage.studio.walls {
        // Far walls are not worth the room on the screen.
        e[0] = e[0].min(-w.left.get().min(4.0));
        e[1] = e[1].max(w.right.get().min(4.0));
    }
    let [left, right, behind, before] = e.map(|v| v.clamp(-15.0, 15.0));
    PlanExtent { left, right, behind, before }
}

fn plan_light(stage: &Stage, light: &Placed) -> Option<PlanLight> {
    let of = &stage.setup.lights[light.index];
    // A bounced light stands where its head is.
    let (lit, front) = (&light.stood.emitter.front, &light.stood.own);
    let bounce = light.stood.off.map(|off| Bounce {
        edge: lit.edge().into_iter().map(Point::near).collect(),
        at: Point::near(lit.at),
        words: format!("off {}", off.name()),
    });
    let out = front.at - stage.face;
    let length = stage.setup.length;
    let height = Meters::new(front.at.y.max(0.05)).ok()?;
    let told = of.distance.filter(|_| light.stood.off.is_none());
    let distance = told.or_else(|| Meters::new(front.at.distance(light.stood.spot)).ok())?;
    let down = -rise(front.axis).round();
    let words = place::place_words(of, stage.setup).unwrap_or_default();
    // Height and tilt stand in the side view.
    let words =
        if of.role == Role::Ground { words } else { words.rsplit_once(" · ").map_or(words.clone(), |(first, _)| first.to_owned()) };
    let picture = seen::in_picture(stage, light);
    let spoken = words.replace(" · ", ", ").replace('°', " degrees");
    Some(PlanLight {
        light: of.id.clone(),
        role: of.role,
        name: of.name(),
        at: Point::near(front.at),
        aim: Point::near(of.aim_in(&stage.studio)?),
        edge: front.edge().into_iter().map(Point::near).collect(),
        label: format!("{}, {spoken}, height {}", of.name(), height.told(length)),
        height_words: format!("{} · {:.0}°", height.number(length), down.abs()),
        words,
        around: Around {
            distance,
            round: Bearing::try_from(round_from(out, stage.camera - stage.face).round()).ok()?,
            height: Height::new((front.at.y * 1000.0).round() / 1000.0).ok()?,
        },
        bounce,
        in_picture: picture.front || picture.stand,
    })
}

fn unplaced(stage: &Stage) -> Vec<Unplaced> {
    stage
        .setup
        .lights
        .iter()
        .filter(|l| l.place.is_none())
        .filter_map(|l| {
            // Where it is known how far and at which angle it stands, it stands so; the side is the usual one.
            let angle = l.rig.angle.map(Degrees::get);
            let (round, height, distance): (f64, f64, f64) = match l.role {
                Role::Fill => (angle.unwrap_or(25.0), 0.2, 2.2),
                Role::Rim => (angle.unwrap_or(150.0), 0.5, 2.0),
                Role::Hair => (180.0, 1.1, 1.6),
                Role::Ground => (60.0, -0.65, 1.3),
                Role::Key | Role::Room => (-angle.unwrap_or(45.0), 0.6, 1.5),
            };
            let distance = l.distance.map_or(distance, Meters::get).max(height.abs() + 0.05);
            let around = Around {
                distance: Meters::new(distance).ok()?,
                round: Bearing::try_from(round).ok()?,
                height: Height::new((stage.face.y + height).max(0.2)).ok()?,
            };
            let entry = Entry::Placed(LightPlaced { light: l.id.clone(), place: None, around: Some(around) });
            Some(Unplaced { light: l.id.clone(), role: l.role, name: l.name(), entry })
        })
        .collect()
}

fn camera(stage: &Stage, extent: PlanExtent) -> PlanCamera {
    let length = stage.setup.length;
    let away = Meters::new(stage.camera.distance(stage.face)).map_or_else(|_| String::new(), |d| d.told(length));
    let focal = stage.setup.camera.as_ref().and_then(|c| c.focal).map(|f| format!(" · {:.0} mm", f.get())).unwrap_or_default();
    let end = stage.studio.ground_z().unwrap_or(extent.behind);
    let (right, _, forward) = stage.axes();
    let field = stage.field.filter(|_| forward.z < -0.05).map(|f| {
        [-1.0, 1.0]
            .map(|s| {
                let ray = forward + right * (s * f.x);
                let t = (end - stage.camera.z) / ray.z;
                Point::near(stage.camera + ray * t)
            })
            .to_vec()
    });
    PlanCamera {
        at: Point::near(stage.camera),
        field: field.unwrap_or_default(),
        words: format!("{away}{focal}"),
        height_words: Meters::new(stage.camera.y.max(0.05)).map(|h| h.number(length)).unwrap_or_default(),
    }
}

/// How far the sitter may go before a light changes by a third of a stop, to the centimetre.
fn range(stage: &Stage, light: &Placed) -> Option<SitterRange> {
    if light.role == Role::Ground {
        return None;
    }
    let here = stage.drawn(light, stage.face);
    if here <= 0.0 {
        return None;
    }
    let within = |to: DVec3| {
        let there = stage.drawn(light, stage.face + to);
        there > 0.0 && (there / here).log2().abs() <= THIRD
    };
    // By tens of centimetres, then by single ones.
    let far = |way: DVec3| {
        let out = |cm: &u32| !within(way * (f64::from(*cm) / 100.0));
        let tens = (10..=150).step_by(10).find(out)?;
        (tens - 9..=tens).find(out).map(|cm| f64::from(cm - 1) / 100.0)
    };
    let ways = [DVec3::NEG_X, DVec3::X, DVec3::NEG_Z, DVec3::Z].map(far);
    let told = |d: Option<f64>| match d {
        None => "over 1.5 m".to_owned(),
        Some(d) => match stage.setup.length {
            LengthUnit::Metres => format!("{:.0} cm", d * 100.0),
            LengthUnit::Feet => format!("{:.0} in", d / 0.0254),
        },
    };
    let [left, right, back, forward] = ways;
    let words = format!(
        "Within a third of a stop the sitter may go {} left, {} right, {} toward the camera, {} back.",
        told(left),
        told(right),
        told(forward),
        told(back)
    );
    Some(SitterRange { left, right, back, forward, words })
}

/// Where the ground lies in all.
pub(crate) fn level_on_ground(stage: &Stage) -> Option<Stops> {
    ground::total(stage)?.level()
}
