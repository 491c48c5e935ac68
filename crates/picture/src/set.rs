//! What a picture takes from a scene: fronts with what they send, the room's light, the ground, the camera and how the sitter is held.
//!
//! Light is counted as the board counts it: 1 lies on the exposure, so a surface shows its own reflectance there.

use glam::{DVec3, Vec3};
use ink_lamp_light::{
    color::{Chromaticity, balanced_patch},
    field::{Emitter, Outline},
    lens,
    measure::{Kelvin, Meters},
    meter::Amount,
    shutter::Curtains,
};
use ink_lamp_scene::{
    face::BARE,
    freeze::ghost,
    mixture::{flash_kelvin, kelvin_of},
    returned::{facing, throws},
    room_side::room_direction,
    scene::Scene,
    shutter::{Opening, SEEN_BLACK, Through},
    sitter::Head,
    stage::{Placed, along_axis},
};
use ink_lamp_sitting::{
    metered::RoomPlace,
    studio::{GroundKind, PanelPlace, StudioOffers},
};

use crate::{
    kernel,
    pose::surface::luminance,
    view::{Held, View},
};

/// What is shown of a scene.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Show {
    /// As it is known to lie.
    #[default]
    Now,
    /// Every light that has a wish on it.
    Wished,
}

/// Where light leaves from.
#[derive(Debug, Clone, PartialEq)]
pub struct Front {
    /// Its middle, in the studio.
    pub at: Vec3,
    /// Where it emits.
    pub axis: Vec3,
    /// Across, half as long as it is wide.
    pub across: Vec3,
    /// Up, half as long as it is high.
    pub along: Vec3,
    /// It is round.
    pub round: bool,
    /// Its area, m².
    pub area: f32,
    /// What leaves at an angle, by the sine of the angle; empty for a Lambertian front.
    pub beam: Vec<f32>,
}

/// What falls on everything by a front, and by what is thrown back of it.
#[derive(Debug, Clone, PartialEq)]
pub struct Source {
    /// The light, in the setup's order; none for the room's own.
    pub light: Option<usize>,
    /// Where it leaves from.
    pub front: Front,
    /// From ∫ cos·cos/d²·dA to light, in each colour.
    pub sends: Vec3,
    /// What the room throws back of it on everything, in each colour.
    pub returns: Vec3,
    /// It burns all the time that the shutter is open: the room's own.
    pub burns: bool,
    /// What of it passes the shutter, in even steps from the edge where the second curtain starts to the other; empty where all of it does everywhere.
    pub over: Vec<f32>,
}

/// A panel that stands in the way of light.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Screen {
    /// Its middle.
    pub at: Vec3,
    /// Where it looks.
    pub axis: Vec3,
    /// Across, half as long as it is wide.
    pub across: Vec3,
    /// Up, half as long as it is high.
    pub along: Vec3,
}

/// What is behind the sitter.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Back {
    /// Its plane, `z` in the studio.
    pub z: f32,
    /// Half its width; without end for a wall.
    pub half: f32,
    /// What it throws back.
    pub reflects: f32,
    /// The room's own light on it, in each colour.
    pub room: Vec3,
    /// How wide a point of it is drawn, as a tangent.
    pub blur: f32,
    /// Nobody said what is there: a usual one stands in.
    pub stands_in: bool,
}

/// All that a picture is made of, but for the sitter.
#[derive(Debug, Clone, PartialEq)]
pub struct Set {
    /// Fronts: lights first, then panels that throw light back, then the room's own direction.
    pub sources: Vec<Source>,
    /// The room's own light, from everywhere.
    pub room: Vec3,
    /// What stands in the way.
    pub screens: Vec<Screen>,
    /// The ground.
    pub back: Back,
    /// How the sitter is held: the origin is that of a head whose eyes' middle lies in its own origin.
    pub held: Held,
    /// Where the lens is, and what it shows: tangents of half its angles.
    pub lens: Lens,
    /// How far the sitter gets while the shutter is open, in the studio, where the room draws a ghost of it.
    pub ghost: Option<Vec3>,
    /// Lights of whose output nothing is known, in the setup's order: they are not in the picture.
    pub unknown: Vec<usize>,
}

/// The camera.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Lens {
    /// Where it is.
    pub at: Vec3,
    /// To the picture's right.
    pub right: Vec3,
    /// Up in the picture.
    pub up: Vec3,
    /// Where it looks.
    pub forward: Vec3,
    /// Tangents of half the angles of the frame, across and up; none where focal length or sensor are not known.
    pub field: Option<(f32, f32)>,
    /// It is held upright.
    pub upright: bool,
    /// How wide a point without end away is drawn where it is focused on the face, as a tangent; 0 where that is not known.
    pub wide: f32,
}

impl Lens {
    /// How wide a point is drawn that lies so far away, focused so far away, as a tangent: `|a − u|/a` of what one without end away is (thin lens).
    #[must_use]
    pub fn soft(&self, focus: f32, away: f32) -> f32 {
        if away > 0.0 { self.wide * (away - focus).abs() / away } else { 0.0 }
    }
}

/// A front that shows nothing of its size is drawn this wide, metres: a bare head.
const POINT: f64 = BARE / 2.0;
/// Of the room's light that comes from a side, this share comes straight from there (a judgement).
const STRAIGHT: f64 = 0.6;
/// As far away stands what lights a room from a side, and so wide and high it is, metres (a judgement).
const WINDOW: (f64, f64) = (2.5, 1.5);
/// Panels that throw back less than this are only in the way.
const THROWS: f64 = 0.1;

/// What stands in a table of even steps from 0 to 1, read between them; 1 where there is no table.
#[inline]
#[must_use]
pub fn read(table: &[f32], share: f32) -> f32 {
    if table.len() < 2 {
        return 1.0;
    }
    let at = share * (table.len() - 1) as f32;
    let k = (at as usize).min(table.len() - 2);
    table[k] + (table[k + 1] - table[k]) * (at - k as f32)
}

fn f(v: DVec3) -> Vec3 {
    v.as_vec3()
}

impl Front {
    /// Of what the core takes for a light.
    #[must_use]
    pub fn of(emitter: &Emitter) -> Self {
        let front = &emitter.front;
        let (half, round) = match front.outline {
            Outline::Point => ((POINT, POINT), true),
            Outline::Disc { radius } => ((radius, radius), true),
            Outline::Rectangle { width, height } => ((width / 2.0, height / 2.0), false),
        };
        let plain = emitter.grid.is_none() && (emitter.exponent - 1.0).abs() < 1e-9;
        let passes = |cos: f64| emitter.grid.map_or(1.0, |g| g.square_of(cos));
        Self {
            at: f(front.at),
            axis: f(front.axis),
            across: f(front.right() * half.0),
            along: f(front.up * half.1),
            round,
            area: (half.0 * half.1 * if round { std::f64::consts::PI } else { 4.0 }) as f32,
            beam: if plain { Vec::new() } else { kernel::beam(emitter.exponent, passes) },
        }
    }
}

impl Set {
    /// What a scene's picture is made of.
    #[must_use]
    pub fn of(scene: &Scene, show: Show) -> Self {
        let (setup, stage) = (scene.setup, &scene.stage);
        let white = setup.camera.as_ref().and_then(|c| c.white).unwrap_or_else(|| flash_kelvin(setup));
        let coloured = |kelvin: Kelvin| {
            if kelvin == white {
                return Vec3::ONE;
            }
            let [r, g, b] = balanced_patch(Chromaticity::planck(white), Chromaticity::planck(kelvin), 1.0);
            f(DVec3::new(r, g, b)).max(Vec3::ZERO)
        };
        let mut unknown: Vec<usize> = (0..setup.lights.len()).filter(|i| !stage.lights.iter().any(|l| l.index == *i)).collect();
        let mut lit: Vec<(&Placed, f64, Vec3)> = Vec::new();
        for placed in &stage.lights {
            match amount(scene, placed, show).filter(|a| a.get() > 0.0) {
                Some(a) => lit.push((placed, a.get(), coloured(kelvin_of(&setup.lights[placed.index])))),
                None => unknown.push(placed.index),
            }
        }
        unknown.sort_unstable();
        let mut sources: Vec<Source> = lit.iter().map(|(placed, amount, colour)| source(scene, placed, *amount, *colour)).collect();
        sources.extend(stage.studio.panels.iter().filter_map(|p| thrown(scene, p, &lit)));
        let room_colour = |place| setup.room.light_at(place).kelvin.map_or(Vec3::ONE, coloured);
        let (even, straight) = room(scene, room_colour(RoomPlace::Sitter));
        sources.extend(straight);
        let screens = stage.studio.panels.iter().map(|p| {
            let front = p.front();
            let (w, h) = (p.width.get() / 2.0, p.height.get() / 2.0);
            Screen { at: f(front.at), axis: f(front.axis), across: f(front.right() * w), along: f(front.up * h) }
        });
        let head = Head::of(stage);
        let (right, up, forward) = stage.axes();
        Self {
            sources,
            room: even,
            screens: screens.collect(),
            back: back(scene, room_colour(RoomPlace::Ground)),
            held: Held { origin: f(stage.face), right: f(head.right), up: f(head.up), ahead: f(head.ahead) },
            lens: Lens {
                at: f(stage.camera),
                right: f(right),
                up: f(up),
                forward: f(forward),
                field: stage.field.map(|field| (field.x as f32, field.y as f32)),
                upright: stage.studio.camera.upright,
                wide: wide(scene),
            },
            ghost: ghost(setup, scene.levels.room_level).map(|g| f(if g.falls { DVec3::NEG_Y } else { right } * (g.drawn.smear / 1000.0))),
            unknown,
        }
    }

    /// Where the strongest of some sources is that come from before the sitter, told from a place of the head.
    #[must_use]
    pub fn strongest(&self, from: Vec3, counts: impl Fn(&Source) -> bool) -> Option<Vec3> {
        let before = self.sources.iter().filter(|s| counts(s) && (s.front.at - from).dot(self.held.ahead) > 0.0);
        let strength = |s: &&Source| luminance(s.sends) * s.front.area / s.front.at.distance_squared(from).max(0.01);
        before.max_by(|a, b| strength(a).total_cmp(&strength(b))).map(|s| s.front.at)
    }

    /// The view of a picture of no more than this size, and how much of the frame's height it shows: all of it, in the frame's own shape, or where the frame
    /// reaches below what is modelled of a sitter, or is not known, head and shoulders.
    #[must_use]
    pub fn view(&self, width: usize, height: usize) -> (View, f32) {
        let lens = &self.lens;
        // What is modelled of a sitter ends here.
        let down = (self.held.origin - Vec3::Y * 0.29) - lens.at;
        let lowest = -down.dot(lens.up) / down.dot(lens.forward).max(0.05);
        let plain = View { width, height, at: lens.at, right: lens.right, up: lens.up, forward: lens.forward, tall: 0.0 };
        let Some((x, y)) = lens.field.filter(|(_, y)| *y <= lowest * 1.02) else {
            return self.head_and_shoulders(plain, lens.field.map(|f| f.1));
        };
        let (w, h) = (width as f32, height as f32);
        let (width, height) =
            if x / y > w / h { (width, (w * y / x).round().max(1.0) as usize) } else { ((h * x / y).round().max(1.0) as usize, height) };
        (View { width, height, tall: y, ..plain }, 1.0)
    }

    /// A view that looks at head and shoulders, from where the camera is.
    fn head_and_shoulders(&self, view: View, tall: Option<f32>) -> (View, f32) {
        let to = self.held.origin - Vec3::Y * 0.062 - view.at;
        let forward = to.normalize_or(view.forward);
        let right = forward.cross(Vec3::Y).normalize_or(view.right);
        let shown = 0.225 / to.length().max(0.3);
        let view = View { forward, right, up: right.cross(forward), tall: shown, ..view };
        (view, tall.map_or(1.0, |tall| shown / tall))
    }
}

/// How much a light gives where it is metered, toward it.
fn amount(scene: &Scene, placed: &Placed, show: Show) -> Option<Amount> {
    let light = &scene.setup.lights[placed.index];
    let wish = scene.levels.targets.get(placed.index).copied().flatten().filter(|_| show == Show::Wished);
    wish.map_or(placed.amount, |wish| Some(along_axis(scene.setup, light, Amount::at(wish).without(scene.levels.room_at(light)))))
}

fn source(scene: &Scene, placed: &Placed, amount: f64, colour: Vec3) -> Source {
    let emitter = &placed.stood.emitter;
    let front = Front::of(emitter);
    // Of an amount where it is metered to ∫ cos·cos/d²·dA: the core's illuminance for each lumen is strength/(π·area) of that.
    let sends = if placed.stood.lux > 0.0 {
        amount * emitter.strength / (std::f64::consts::PI * f64::from(front.area) * placed.stood.lux)
    } else {
        0.0
    };
    // A meter where it is metered reads both: what comes straight, and what the room throws back of it.
    let back = scene.stage.returned(placed);
    let (sends, returns) = (sends / (1.0 + back), amount * back / (1.0 + back));
    let over = over(scene, placed.index);
    Source { light: Some(placed.index), front, sends: colour * sends as f32, returns: colour * returns as f32, burns: false, over }
}

/// What of a light passes the shutter over the frame, against what its level counts of it: a band that goes black past sync, and a tail that is cut off.
fn over(scene: &Scene, index: usize) -> Vec<f32> {
    /// As fine as a band's edge is drawn: a curtain's edge is sharp in the picture.
    const STEPS: u16 = 257;
    let setup = scene.setup;
    let Some((camera, opening)) = setup.camera.as_ref().and_then(|c| Some((c, Opening::of(setup, c)?))) else { return Vec::new() };
    let light = &setup.lights[index];
    let Some(travel) = opening.travel.filter(|_| !opening.leaf) else { return Vec::new() };
    let counted = setup.tail(light).map_or(1.0, |(_, passed)| passed.mean);
    let whole = setup.is_whole_as_named(camera);
    match Through::of(setup, &opening, light) {
        Through::Tail { pulse, .. } if !whole || counted < 1.0 => {
            let passed = Curtains { travel, delay: opening.delay }.gradient(pulse, opening.open, STEPS);
            passed.into_iter().map(|lost| if lost.get() <= -9.9 { 0.0 } else { (lost.factor() / counted) as f32 }).collect()
        }
        Through::Unknown | Through::Tail { .. } if opening.black > SEEN_BLACK => {
            (0..STEPS).map(|n| if f64::from(n) / f64::from(STEPS - 1) < opening.black { 0.0 } else { 1.0 }).collect()
        }
        _ => Vec::new(),
    }
}

/// What a panel throws back toward the face of all lights together: an even front of what falls on it.
fn thrown(scene: &Scene, panel: &PanelPlace, lit: &[(&Placed, f64, Vec3)]) -> Option<Source> {
    let stage = &scene.stage;
    if panel.kind.reflectance() < THROWS {
        return None;
    }
    let front = facing(panel, stage.face);
    let given =
        |(light, amount, colour): &(&Placed, f64, Vec3)| *colour * (amount * throws(stage, light, panel, &front, stage.face)) as f32;
    let sends: Vec3 = lit.iter().map(given).sum();
    let front = Front::of(&Emitter::new(front, 1.0, None));
    // As the light that gives it most: a frame with two kinds of tail and a panel between them is rare.
    let most = lit.iter().max_by(|a, b| a.1.total_cmp(&b.1)).map_or_else(Vec::new, |l| over(scene, l.0.index));
    (sends != Vec3::ZERO).then_some(Source { light: None, front, sends, returns: Vec3::ZERO, burns: false, over: most })
}

/// The room's own light: what comes from everywhere, and what comes straight from its side, so that both together are what was read toward the camera.
fn room(scene: &Scene, colour: Vec3) -> (Vec3, Option<Source>) {
    let (stage, amount) = (&scene.stage, scene.levels.room.get());
    let from = room_direction(stage).filter(|d| d.length() > 0.5 && amount > 0.0);
    let Some(from) = from else { return (colour * amount as f32, None) };
    let seen = from.dot(stage.studio.to_camera()).max(0.0);
    let whole = amount / (1.0 - STRAIGHT + STRAIGHT * seen);
    let (away, size) = WINDOW;
    let at = stage.face + from * away + DVec3::Y * 0.4;
    let outline = Outline::Rectangle { width: size, height: size };
    let emitter = Emitter::new(ink_lamp_light::field::Front::new(at, stage.face - at, DVec3::Y, outline), 1.0, None);
    let front = Front::of(&emitter);
    let unit = emitter.facing(stage.face) * std::f64::consts::PI * f64::from(front.area);
    let sends = colour * (whole * STRAIGHT / unit.max(1e-9)) as f32;
    (
        colour * (whole * (1.0 - STRAIGHT)) as f32,
        Some(Source { light: None, front, sends, returns: Vec3::ZERO, burns: true, over: Vec::new() }),
    )
}

/// How wide the lens draws a point without end away, focused on the face, as a tangent: twice what it draws of one at twice the distance.
fn wide(scene: &Scene) -> f32 {
    let (stage, setup) = (&scene.stage, scene.setup);
    let known = setup.camera.as_ref().and_then(|camera| {
        let (focal, sensor, field) = (camera.focal?, camera.body.as_ref()?.sensor?, stage.field?);
        let away = stage.studio.camera_away();
        let circle = 2.0 * lens::blur(focal, Meters::new(away).ok()?, camera.exposure.aperture.exact(), Meters::new(2.0 * away).ok()?);
        let tall = if stage.studio.camera.upright { sensor.width } else { sensor.height };
        // The frame's height is two such tangents.
        Some((circle / tall.get() * 2.0 * field.y) as f32)
    });
    known.filter(|w| w.is_finite()).unwrap_or(0.0)
}

/// What is behind the sitter; where nobody said, a usual one.
fn back(scene: &Scene, colour: Vec3) -> Back {
    let stage = &scene.stage;
    let said = stage.studio.ground;
    let ground = said.unwrap_or_else(|| StudioOffers::of(&stage.studio, None).ground);
    let half = if ground.kind == GroundKind::Wall || said.is_none() { f32::INFINITY } else { ground.width.get() as f32 / 2.0 };
    let away = stage.studio.camera_away();
    let blur = f64::from(wide(scene)) * ground.behind.get() / (away + ground.behind.get());
    Back {
        z: -ground.behind.get() as f32,
        half,
        reflects: ground.reflectance.get() as f32,
        room: colour * stage.room_ground.get() as f32,
        blur: blur as f32,
        stands_in: said.is_none(),
    }
}
