//! Lights on the plan, and those that have no place yet.

use ink_lamp_light::measure::{Degrees, Height, Meters};
use ink_lamp_scene::{
    in_picture::in_picture,
    stage::{Placed, Stage},
};
use ink_lamp_sitting::{
    entry::{Around, Entry, LightPlaced},
    role::{LightId, Role},
    studio::{Bearing, Point},
};
use serde::Serialize;

use crate::words::place as words;

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
    /// The same for a screen reader: `1.85, tilted 30 degrees`.
    pub height_label: String,
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

pub(super) fn placed(stage: &Stage, light: &Placed) -> Option<PlanLight> {
    let of = &stage.setup.lights[light.index];
    // A bounced light stands where its head is.
    let (lit, front) = (&light.stood.emitter.front, &light.stood.own);
    let bounce = light.stood.off.map(|off| Bounce {
        edge: lit.edge().into_iter().map(Point::near).collect(),
        at: Point::near(lit.at),
        words: words::off(off),
    });
    let length = stage.setup.length;
    let height = Meters::new(front.at.y.max(0.05)).ok()?;
    let told = of.distance.filter(|_| light.stood.off.is_none());
    let distance = told.or_else(|| Meters::new(front.at.distance(light.stood.spot)).ok())?;
    // Height and tilt stand in the side view.
    let place = words::place(of, stage.setup).map(|p| if of.role == Role::Ground { p.all() } else { p.level }).unwrap_or_default();
    let picture = in_picture(stage, light);
    Some(PlanLight {
        light: of.id.clone(),
        role: of.role,
        name: of.name(),
        at: Point::near(front.at),
        aim: Point::near(of.aim_in(&stage.studio)?),
        edge: front.edge().into_iter().map(Point::near).collect(),
        label: words::spoken(of, &place, height, length),
        height_words: words::height(height, front.axis, length),
        height_label: words::spoken_height(height, front.axis, length),
        words: place,
        around: Around { distance, ..of.around(&stage.studio)? },
        bounce,
        in_picture: picture.front || picture.stand,
    })
}

pub(super) fn unplaced(stage: &Stage) -> Vec<Unplaced> {
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
