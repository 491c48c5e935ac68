//! Arrangements to begin from, fitted to room and kit. Angles and distances are common practice, no source.

use ink_lamp_light::{field::DVec3, shape::Size};
use ink_lamp_scene::{
    in_picture,
    levels::Levels,
    room_side::room_from,
    stage::Stage,
    stands_at::{StandsAt, stands_at},
};
use ink_lamp_sitting::{
    entry::{Entry, LightPlaced},
    light::Light,
    role::Role,
    setup::Setup,
    studio::{Bearing, LightPlace, Studio, point::Point},
};

/// An arrangement, fitted to room and kit.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Start {
    /// What it is called: `Loop`.
    pub(crate) name: &'static str,
    /// What it is good for.
    pub(crate) use_for: &'static str,
    /// Where each light goes.
    pub(crate) lights: Vec<LightStart>,
    /// What puts it there.
    pub(crate) entries: Vec<Entry>,
}

/// Where one light of an arrangement goes.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct LightStart {
    /// As it is said.
    pub(crate) name: String,
    /// Where it then stands.
    pub(crate) at: StandsAt,
    /// What the room changed.
    pub(crate) drawn_in: Option<DrawnIn>,
}

/// What drew a light in from where it usually stands.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) enum By {
    /// The walls.
    Walls,
    /// The ceiling.
    Ceiling,
}

/// A light that the room drew in.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct DrawnIn {
    /// By what.
    pub(crate) by: By,
    /// Its usual slant distance, metres.
    pub(crate) usual: f64,
    /// How far up it usually stands, degrees.
    pub(crate) up: f64,
}

/// Round from where the face looks, up, slant distance in metres.
type From = (f64, f64, f64);

/// Name, what for, how far the face turns to the key's side, key, fill (round on the other side).
const ARRANGEMENTS: [(&str, &str, f64, From, From); 6] = [
    ("Butterfly", "even, for cheekbones", 0.0, (0.0, 38.0, 1.4), (0.0, 2.0, 2.4)),
    ("Loop", "most faces", 0.0, (32.0, 32.0, 1.5), (22.0, 8.0, 2.2)),
    ("Rembrandt", "strong faces", 0.0, (52.0, 38.0, 1.5), (25.0, 8.0, 2.4)),
    ("Split", "half in the dark", 0.0, (88.0, 8.0, 1.5), (12.0, 5.0, 2.6)),
    ("Short", "slims a turned face", 30.0, (36.0, 32.0, 1.5), (40.0, 8.0, 2.2)),
    ("Broad", "widens a turned face", -30.0, (36.0, 32.0, 1.5), (10.0, 8.0, 2.2)),
];

pub(crate) fn starts(stage: &Stage, levels: &Levels) -> Vec<Start> {
    let side = key_side(stage);
    ARRANGEMENTS.iter().filter_map(|a| start(stage.setup, levels, side, a)).collect()
}

/// The key comes from where the room's own light comes from, or from where it is; else from camera left.
fn key_side(stage: &Stage) -> f64 {
    let from = room_from(stage).filter(|x| x.abs() > 0.1);
    let key = stage.first(Role::Key).map(|k| k.stood.emitter.front.at.x).filter(|x| x.abs() > 0.2);
    from.or(key).map_or(-1.0, f64::signum)
}

fn start(setup: &Setup, levels: &Levels, side: f64, arrangement: &(&'static str, &'static str, f64, From, From)) -> Option<Start> {
    let (name, use_for, turn, key, fill) = *arrangement;
    let mut studio = setup.studio();
    let mut entries = Vec::new();
    let facing = Bearing::try_from(turn * side).ok()?;
    if setup.studio.is_none() || studio.sitter.facing != facing {
        studio.sitter.facing = facing;
        entries.push(Entry::Studio(Box::new(studio.clone())));
    }
    let mut lights: Vec<LightStart> = Vec::new();
    let mut seen_roles: Vec<Role> = Vec::new();
    for light in &setup.lights {
        let again = seen_roles.iter().filter(|r| **r == light.role).count();
        seen_roles.push(light.role);
        let facing = f64::from(facing);
        // A second of a kind goes to the other side.
        let other = if again % 2 == 0 { 1.0 } else { -1.0 };
        let ways: Vec<From> = match light.role {
            Role::Key => vec![(facing + key.0 * side * other, key.1, key.2)],
            Role::Fill => vec![(-fill.0 * side * other, fill.1, fill.2)],
            // Across from the key, as far behind as keeps it out of the picture.
            Role::Rim => [150.0, 142.0, 134.0, 126.0].map(|r| (-r * side * other, 18.0, 2.2)).to_vec(),
            Role::Hair => vec![(180.0, 55.0, 1.6)],
            Role::Ground => Vec::new(),
            Role::Room => continue,
        };
        let place = if light.role == Role::Ground {
            ground_place(setup, levels, &studio, light, -side * other)
        } else {
            fitted(setup, levels, &studio, light, &ways)
        };
        let Some((place, drawn_in)) = place else { continue };
        let mut trial = setup.clone();
        trial.studio = Some(Box::new(studio.clone()));
        let placed = LightPlaced { light: light.id.clone(), place: Some(place), around: None };
        let after = trial.apply(&Entry::Placed(placed.clone())).ok();
        let at = after.and_then(|s| stands_at(s.light(&light.id)?, &s));
        lights.extend(at.map(|at| LightStart { name: light.name(), at, drawn_in }));
        entries.push(Entry::Placed(placed));
    }
    Some(Start { name, use_for, lights, entries })
}

/// A place on one of some ways, inside the room and out of the picture where that can be.
fn fitted(setup: &Setup, levels: &Levels, studio: &Studio, light: &Light, ways: &[From]) -> Option<(LightPlace, Option<DrawnIn>)> {
    let mut last = None;
    for (round, up, distance) in ways {
        let (at, drawn_in) = inside(studio, light, *round, *up, *distance);
        let place = LightPlace { at: Point::near(at), aim: None, lying: false };
        let free = is_free(setup, levels, studio, light, place);
        last = Some((place, drawn_in));
        if free {
            break;
        }
    }
    last
}

/// Whether a light that stands there leaves the picture free.
fn is_free(setup: &Setup, levels: &Levels, studio: &Studio, light: &Light, place: LightPlace) -> bool {
    let mut trial = setup.clone();
    trial.studio = Some(Box::new(studio.clone()));
    for l in &mut trial.lights {
        l.place = (l.id == light.id).then_some(place);
    }
    let stage = Stage::of(&trial, levels);
    stage.lights.first().is_none_or(|l| {
        let at = in_picture::in_picture(&stage, l);
        !at.front && !at.stand
    })
}

/// The place of a way, drawn in until it stands free of walls and fits under the ceiling.
fn inside(studio: &Studio, light: &Light, round: f64, up: f64, distance: f64) -> (DVec3, Option<DrawnIn>) {
    let half = light.rig.shape.and_then(|s| s.size).map_or(0.1, |s| match s {
        Size::Round { diameter } => diameter.get() / 2.0,
        Size::Rectangle { width, height } => width.get().max(height.get()) / 2.0,
    });
    let at = |d: f64, up: f64| {
        let (round, up) = (round.to_radians(), up.to_radians());
        studio.face() + DVec3::new(up.cos() * round.sin(), up.sin(), up.cos() * round.cos()) * d
    };
    let Some(walls) = studio.walls else { return (at(distance, up), None) };
    // A little less than what is told as too high.
    let highest = |tilt: f64| walls.ceiling.get() - half * tilt.to_radians().cos() - 0.06;
    let fits = |p: DVec3| {
        p.x > -walls.left.get() + half.min(0.4)
            && p.x < walls.right.get() - half.min(0.4)
            && p.z > -walls.behind.get() + 0.3
            && p.z < walls.before.get() - 0.3
    };
    let (mut d, mut tilt, mut by) = (distance, up, None);
    while d > 0.6 && !fits(at(d, tilt)) {
        d -= 0.05;
        by = Some(By::Walls);
    }
    while tilt > 5.0 && at(d, tilt).y > highest(tilt) {
        tilt -= 1.0;
        by = Some(By::Ceiling);
    }
    (at(d, tilt), by.map(|by| DrawnIn { by, usual: distance, up }))
}

/// A ground light low, 1.3 m from the ground, aimed behind the sitter, out of the picture.
fn ground_place(setup: &Setup, levels: &Levels, studio: &Studio, light: &Light, side: f64) -> Option<(LightPlace, Option<DrawnIn>)> {
    let ground = studio.ground?;
    let z = -ground.behind.get();
    let stands = (ground.behind.get() - 0.4).clamp(0.3, 1.3);
    let widest = studio.walls.map_or(3.0, |w| if side < 0.0 { w.left.get() } else { w.right.get() }) - 0.2;
    let place = |x: f64| LightPlace {
        at: Point::near(DVec3::new(side * x, 0.6, z + stands)),
        aim: Some(Point::near(DVec3::new(0.0, studio.sitter.face.get() - 0.1, z))),
        lying: false,
    };
    let mut x = 0.6;
    while x < widest && !is_free(setup, levels, studio, light, place(x)) {
        x += 0.1;
    }
    Some((place(x.min(widest.max(0.6))), None))
}
