//! Where everything stands: the studio around the sitter, and each light's place.
//!
//! Right-handed, metres, from the floor under the sitter's face: `x` to the camera's right, `y` up, `z` from the sitter toward the camera.

use ink_lamp_light::{
    field::{self, DVec3, Emitter, Front, Honeycomb, Outline, Surfaces},
    measure::{Degrees, Extent, Height, Meters},
    quantity,
    refusal::Refusal,
    scale::Stops,
};
use serde::{Deserialize, Serialize};

use super::{
    Camera, Setup, apply,
    light::{Because, Held, Light, LightId, Role, Standing},
    room::Bearing,
};
use crate::kit::PanelKind;

quantity! {
    /// How much of the light a surface throws back, 0.01 to 0.95: white paint 0.8, grey 0.18 to 0.4, black cloth 0.03.
    Return, "reflectance", 0.01 to 0.95, "of the light", "reflectance"
}
/// How far the chin is up, −45 to 45 degrees; negative is down.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd, Default, Serialize, Deserialize)]
#[serde(try_from = "f64", into = "f64")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = f64, minimum = -45, maximum = 45))]
pub struct Chin(f64);

impl TryFrom<f64> for Chin {
    type Error = Refusal;
    fn try_from(degrees: f64) -> Result<Self, Refusal> {
        if (-45.0..=45.0).contains(&degrees) {
            Ok(Self(degrees))
        } else {
            Err(Refusal::new("chin", format!("{degrees} degrees is no tilt of a chin. Give −45 (down) to 45 (up).")))
        }
    }
}

impl From<Chin> for f64 {
    fn from(chin: Chin) -> Self {
        chin.0
    }
}

/// A point in the studio, metres.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(try_from = "Coordinates", into = "Coordinates")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(as = Point))]
pub struct Point {
    /// To the camera's right, −30 to 30.
    x: f64,
    /// Above the floor, 0 to 12.
    y: f64,
    /// From the sitter toward the camera, −30 to 30.
    z: f64,
}

#[derive(Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
struct Coordinates {
    x: f64,
    y: f64,
    z: f64,
}

impl TryFrom<Coordinates> for Point {
    type Error = Refusal;
    fn try_from(c: Coordinates) -> Result<Self, Refusal> {
        Self::new(c.x, c.y, c.z)
    }
}

impl From<Point> for Coordinates {
    fn from(p: Point) -> Self {
        Self { x: p.x, y: p.y, z: p.z }
    }
}

impl Point {
    /// From its three numbers, metres.
    ///
    /// # Errors
    /// Refuses what lies more than 30 m away, under the floor or over 12 m.
    pub fn new(x: f64, y: f64, z: f64) -> Result<Self, Refusal> {
        for (name, value, low, high) in [("x", x, -30.0, 30.0), ("y", y, 0.0, 12.0), ("z", z, -30.0, 30.0)] {
            if !(low..=high).contains(&value) {
                return Err(Refusal::new(name, format!("{value} m is no {name} of a place in a studio. Give {low} to {high} m.")));
            }
        }
        Ok(Self { x, y, z })
    }

    /// The nearest place that there can be, to the millimetre.
    #[must_use]
    pub fn near(v: DVec3) -> Self {
        let at = |value: f64, low: f64, high: f64| if value.is_finite() { (value.clamp(low, high) * 1000.0).round() / 1000.0 } else { low };
        Self { x: at(v.x, -30.0, 30.0), y: at(v.y, 0.0, 12.0), z: at(v.z, -30.0, 30.0) }
    }

    /// As a vector.
    #[must_use]
    pub const fn vector(self) -> DVec3 {
        DVec3::new(self.x, self.y, self.z)
    }
}

/// Where a light stands and where it looks.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LightPlace {
    /// The middle of its front.
    pub at: Point,
    /// Where its axis goes; to the sitter's face, or straight to the ground for a ground light, where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub aim: Option<Point>,
    /// Its front lies on its side.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub lying: bool,
}

/// The sitter.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Sitter {
    /// The eyes above the floor: about 1.25 m seated, 1.6 m standing.
    pub face: Height,
    /// Where the face looks, seen from above: degrees from the camera; negative is camera left.
    pub facing: Bearing,
    /// How far the chin is up.
    pub chin: Chin,
    /// How wide a group stands, where there is more than one.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub group: Option<Extent>,
}

/// Where the camera stands and how it is held.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CameraPlace {
    /// The middle of its lens.
    pub at: Point,
    /// The height above the sitter's place that is the middle of the picture.
    pub aim: Height,
    /// The long side of the picture stands upright.
    pub upright: bool,
}

/// What is behind the sitter.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum GroundKind {
    /// The wall.
    Wall,
    /// Paper or cloth before it.
    Paper,
}

/// The ground behind the sitter.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Ground {
    /// Wall or paper.
    pub kind: GroundKind,
    /// How far behind the sitter.
    pub behind: Meters,
    /// How wide.
    pub width: Meters,
    /// What it throws back.
    pub reflectance: Return,
}

/// The room around, distances from the sitter.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Walls {
    /// To the wall at camera left.
    pub left: Meters,
    /// To the wall at camera right.
    pub right: Meters,
    /// To the wall behind the sitter.
    pub behind: Meters,
    /// To the wall behind the camera.
    pub before: Meters,
    /// The ceiling above the floor.
    pub ceiling: Meters,
    /// What the walls throw back.
    pub reflectance: Return,
    /// What the ceiling throws back.
    pub ceiling_reflectance: Return,
    /// What the floor throws back.
    pub floor_reflectance: Return,
}

/// A side of the room.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Side {
    /// Camera left.
    Left,
    /// Camera right.
    Right,
    /// Behind the sitter.
    Behind,
    /// Behind the camera.
    Before,
}

/// A window.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Window {
    /// In which wall.
    pub wall: Side,
    /// Its middle along the wall: `z` of a side wall, `x` of one across.
    pub along: f64,
    /// How wide.
    pub width: Extent,
}

/// A panel that stands upright: reflector, dark panel or flag.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PanelPlace {
    /// What it does.
    pub kind: PanelKind,
    /// Its middle.
    pub at: Point,
    /// How wide.
    pub width: Extent,
    /// How high.
    pub height: Extent,
    /// Where its face looks, seen from above: degrees from the direction to the camera; negative is camera left.
    pub facing: Bearing,
}

/// The studio around the sitter. What is left out is not there, or not known.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Studio {
    /// The sitter.
    pub sitter: Sitter,
    /// The camera.
    pub camera: CameraPlace,
    /// What is behind.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub ground: Option<Ground>,
    /// The room; where it is left out, nothing comes back from walls.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub walls: Option<Walls>,
    /// At most 8.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "few")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub windows: Vec<Window>,
    /// Reflectors, dark panels and flags, at most 8.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "few")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub panels: Vec<PanelPlace>,
}

fn few<'de, D: serde::Deserializer<'de>, T: Deserialize<'de>>(deserializer: D) -> Result<Vec<T>, D::Error> {
    let list = Vec::<T>::deserialize(deserializer)?;
    if list.len() > 8 { Err(serde::de::Error::custom("At most 8 stand in a plan.")) } else { Ok(list) }
}

/// What the ground is to look like.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum GroundTone {
    /// Black.
    Black,
    /// A grey, in stops from a mid-grey that is exposed right.
    Grey {
        /// −4.5 to +2.
        level: Stops,
    },
    /// White, without wrapping round the sitter.
    White,
}

/// What the ground is to look like was said, or given up.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GroundWished {
    /// The wish; nothing gives it up.
    pub tone: Option<GroundTone>,
}

/// A light was put somewhere, or taken off the plan.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LightPlaced {
    /// Which.
    pub light: LightId,
    /// Where; with neither this nor `around` it is taken off the plan.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub place: Option<LightPlace>,
    /// Instead: where, as seen from the sitter. Aim and lie stay as they were.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub around: Option<Around>,
}

/// A place as it is seen from the sitter.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Around {
    /// From face to light, slant; for a ground light from the light to the ground.
    pub distance: Meters,
    /// The way round from the camera's direction, seen from above; a ground light stays where it is from side to side.
    pub round: Bearing,
    /// Above the floor.
    pub height: Height,
}

/// The sitter moved, and all else stayed.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SitterMoved {
    /// To the camera's right, metres.
    pub x: f64,
    /// Toward the camera, metres.
    pub z: f64,
}

impl Studio {
    /// Before anything is said: a seated sitter, the camera at eye level.
    #[must_use]
    pub fn usual(camera: Option<&Camera>) -> Self {
        let away = camera.and_then(|c| c.sitter).map_or(2.0, Meters::get);
        Self {
            sitter: Sitter { face: Height::constant(1.25), facing: Bearing::AHEAD, chin: Chin::default(), group: None },
            camera: CameraPlace { at: Point { x: 0.0, y: 1.25, z: away }, aim: Height::constant(1.15), upright: true },
            ground: None,
            walls: None,
            windows: Vec::new(),
            panels: Vec::new(),
        }
    }

    /// The middle of the face.
    #[must_use]
    pub fn face(&self) -> DVec3 {
        DVec3::new(0.0, self.sitter.face.get(), 0.0)
    }

    /// From the face to the camera, a unit vector.
    #[must_use]
    pub fn to_camera(&self) -> DVec3 {
        (self.camera.at.vector() - self.face()).try_normalize().unwrap_or(DVec3::Z)
    }

    /// From the lens to the face, metres.
    #[must_use]
    pub fn camera_away(&self) -> f64 {
        self.camera.at.vector().distance(self.face())
    }

    /// Where the ground is, `z`; none where there is none.
    #[must_use]
    pub fn ground_z(&self) -> Option<f64> {
        Some(-self.ground?.behind.get())
    }

    /// What the room throws back; dark panels stand in for as much of the walls.
    #[must_use]
    pub fn surfaces(&self) -> Option<Surfaces> {
        let w = self.walls?;
        let plain = Surfaces {
            width: w.left.get() + w.right.get(),
            length: w.behind.get() + w.before.get(),
            height: w.ceiling.get(),
            walls: w.reflectance.get(),
            ceiling: w.ceiling_reflectance.get(),
            floor: w.floor_reflectance.get(),
        };
        let area = 2.0 * (plain.width + plain.length) * plain.height;
        let dark: f64 = self.panels.iter().filter(|p| p.kind.is_dark()).map(|p| p.width.get() * p.height.get()).sum();
        let share = (dark / area).min(1.0);
        Some(Surfaces { walls: plain.walls + share * (PanelKind::Dark.reflectance() - plain.walls), ..plain })
    }

    /// The parts of the studio that can't stand as said.
    fn check(&self) -> Result<(), Refusal> {
        if let (Some(ground), Some(walls)) = (self.ground, self.walls)
            && ground.behind > walls.behind
        {
            let message = "The ground stands behind the wall. Give it a smaller distance than the wall behind the sitter, or the same.";
            return Err(Refusal::new("ground.behind", message));
        }
        if self.camera_away() < 0.2 {
            return Err(Refusal::new("camera.at", "The camera stands in the sitter. Give it 0.2 m and more from the face."));
        }
        if let Some(n) = self.windows.iter().position(|w| !(-30.0..=30.0).contains(&w.along)) {
            return Err(Refusal::new(format!("windows[{n}].along"), "A window is no more than 30 m along its wall."));
        }
        Ok(())
    }
}

impl PanelPlace {
    /// As a front that throws back light.
    #[must_use]
    pub fn front(&self) -> Front {
        let outline = Outline::Rectangle { width: self.width.get(), height: self.height.get() };
        Front::new(self.at.vector(), self.facing.direction(), DVec3::Y, outline)
    }

    /// Whether it stands between two points.
    #[must_use]
    pub fn blocks(&self, from: DVec3, to: DVec3) -> bool {
        let front = self.front();
        let (a, b) = ((from - front.at).dot(front.axis), (to - front.at).dot(front.axis));
        if a * b >= 0.0 {
            return false;
        }
        let hit = from + (to - from) * (a / (a - b)) - front.at;
        hit.dot(front.right()).abs() <= self.width.get() / 2.0 && hit.dot(front.up).abs() <= self.height.get() / 2.0
    }
}

/// Where a light stands: `1.50 m · 45° left · 35° up`; a ground light by its distance to the ground.
#[must_use]
pub(crate) fn place_words(light: &Light, setup: &Setup) -> Option<String> {
    let (studio, place, distance) = (setup.studio(), light.place?, light.distance?);
    let told = distance.told(setup.length);
    if light.role == Role::Ground && studio.ground.is_some() {
        return Some(format!("{told} to the ground"));
    }
    if let Some((off, spot)) = light.standing_in(&studio).and_then(|s| Some((s.off?, s.emitter.front.at))) {
        return Some(format!("off {}, {told} · {}", off.name(), round_words(spot - studio.face(), studio.to_camera())));
    }
    let out = place.at.vector() - studio.face();
    Some(format!("{told} · {} · {}", round_words(out, studio.to_camera()), up_words(out)))
}

/// `45° left`, seen from above, from the camera's direction.
pub(crate) fn round_words(out: DVec3, camera: DVec3) -> String {
    let round = round_from(out, camera);
    match round.round() {
        0.0 => "at the camera".to_owned(),
        r if r.abs() == 180.0 => "180° behind".to_owned(),
        r => format!("{:.0}° {}", r.abs(), if r < 0.0 { "left" } else { "right" }),
    }
}

/// The way round from the camera's direction seen from above, degrees; negative is camera left.
pub(crate) fn round_from(out: DVec3, camera: DVec3) -> f64 {
    let by = out.x.atan2(out.z) - camera.x.atan2(camera.z);
    (by + std::f64::consts::PI).rem_euclid(std::f64::consts::TAU).to_degrees() - 180.0
}

/// How far a direction points up from level, degrees.
pub(crate) fn rise(out: DVec3) -> f64 {
    out.y.atan2(out.x.hypot(out.z)).to_degrees()
}

/// `35° up`.
pub(crate) fn up_words(out: DVec3) -> String {
    let up = rise(out).round();
    if up == 0.0 { "level".to_owned() } else { format!("{:.0}° {}", up.abs(), if up > 0.0 { "up" } else { "down" }) }
}

/// A ground light whose axis meets the ground farther off than this looks past it, metres (a judgement).
const GLANCING: f64 = 20.0;

/// A light as it stands in the studio.
#[derive(Debug, Clone)]
pub(crate) struct Stood {
    /// What it sends where.
    pub(crate) emitter: Emitter,
    /// Its own front; the emitter's is the lit spot where it is bounced.
    pub(crate) own: Front,
    /// Where it is metered: at the face, or where its axis meets the ground.
    pub(crate) spot: DVec3,
    /// For each lumen, lux there: toward the light at the face, on the wall at the ground. Flags count.
    pub(crate) lux: f64,
    /// What it is bounced off.
    pub(crate) off: Option<Surface>,
}

/// A surface that light is bounced off.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum Surface {
    /// The wall at camera left.
    Left,
    /// The wall at camera right.
    Right,
    /// The wall behind the sitter.
    Behind,
    /// The wall behind the camera.
    Before,
    /// The ceiling.
    Ceiling,
    /// The floor.
    Floor,
}

impl Surface {
    /// As it is called: `the ceiling`.
    pub(crate) const fn name(self) -> &'static str {
        match self {
            Self::Left => "the left wall",
            Self::Right => "the right wall",
            Self::Behind => "the wall behind",
            Self::Before => "the wall before",
            Self::Ceiling => "the ceiling",
            Self::Floor => "the floor",
        }
    }
}

impl Stood {
    /// How far its front is from where it is metered, to the millimetre.
    fn distance(&self) -> Result<Meters, Refusal> {
        Meters::new((self.emitter.front.at.distance(self.spot) * 1000.0).round() / 1000.0)
    }
}

/// At another distance from what it lights, on its way there.
fn at_distance(from: DVec3, spot: DVec3, distance: f64) -> DVec3 {
    spot + (from - spot).try_normalize().unwrap_or(DVec3::Z) * distance
}

impl Light {
    /// Where its axis goes in a studio.
    #[must_use]
    pub fn aim_in(&self, studio: &Studio) -> Option<DVec3> {
        let place = self.place?;
        Some(match (place.aim, self.role, studio.ground_z()) {
            (Some(aim), ..) => aim.vector(),
            (None, Role::Ground, Some(z)) => DVec3::new(place.at.x, studio.sitter.face.get(), z),
            // Without a ground it still looks away from the sitter.
            (None, Role::Ground, None) => place.at.vector() - DVec3::Z,
            (None, ..) => studio.face(),
        })
    }

    /// What it sends where, from where it stands.
    fn emitter_in(&self, studio: &Studio) -> Option<Emitter> {
        let (place, aim) = (self.place?, self.aim_in(studio)?);
        let outline = self.rig.shape.map_or(Outline::Point, |s| s.outline(place.lying));
        let exponent = self.rig.shape.map_or(1.0, |s| s.exponent());
        let grid = self.rig.grid.map(|g| Honeycomb::marked(g.angle.map_or(Honeycomb::USUAL, Degrees::get)));
        let at = place.at.vector();
        Some(Emitter::new(Front::new(at, aim - at, DVec3::Y, outline), exponent, grid))
    }

    /// How it stands in a studio; none before it has a place.
    pub(crate) fn standing_in(&self, studio: &Studio) -> Option<Stood> {
        let direct = self.emitter_in(studio)?;
        let own = direct.front;
        let bounce = (self.role != Role::Ground).then(|| bounced(&direct, studio)).flatten();
        let (emitter, off) = bounce.map_or((direct, None), |(e, off)| (e, Some(off)));
        let front = emitter.front;
        let hit = studio.ground_z().filter(|_| self.role == Role::Ground).and_then(|z| {
            let t = (z - front.at.z) / front.axis.z;
            (t > 0.0 && t < GLANCING).then(|| front.at + front.axis * t)
        });
        let spot = hit.unwrap_or_else(|| if self.role == Role::Ground { front.at + front.axis } else { studio.face() });
        let normal = if hit.is_some() { DVec3::Z } else { front.at - spot };
        let lux = emitter.lux_per_lumen(spot, normal.normalize_or(DVec3::Z)) * studio.passes(&front, spot);
        Some(Stood { emitter, own, spot, lux, off })
    }
}

/// A light that looks past the sitter at a wall, the ceiling or the floor: the lit spot there is its front, as an even disc as wide as where the
/// wall has half its light, with what the surface throws back. None where it looks at the sitter, and without walls.
fn bounced(direct: &Emitter, studio: &Studio) -> Option<(Emitter, Surface)> {
    /// Farther off its axis than this the sitter gets next to nothing of it directly: 70 degrees.
    const PAST: f64 = 0.34;
    let (walls, front) = (studio.walls?, direct.front);
    if (studio.face() - front.at).normalize_or_zero().dot(front.axis) > PAST {
        return None;
    }
    let (side, up, down) = (walls.reflectance, walls.ceiling_reflectance, walls.floor_reflectance);
    let surfaces = [
        (DVec3::X, walls.left.get(), side, Surface::Left),
        (DVec3::NEG_X, walls.right.get(), side, Surface::Right),
        (DVec3::Z, walls.behind.get(), side, Surface::Behind),
        (DVec3::NEG_Z, walls.before.get(), side, Surface::Before),
        (DVec3::NEG_Y, walls.ceiling.get(), up, Surface::Ceiling),
        (DVec3::Y, 0.0, down, Surface::Floor),
    ];
    // Each surface by the normal that looks into the room, and how far it lies the other way.
    let hit = |(normal, away, rho, surface): (DVec3, f64, Return, Surface)| {
        let toward = -front.axis.dot(normal);
        let t = (front.at.dot(normal) + away) / toward;
        (toward > 1e-6 && t > 0.05).then_some((t, normal, rho, surface))
    };
    let (t, normal, rho, surface) = surfaces.into_iter().filter_map(hit).min_by(|a, b| a.0.total_cmp(&b.0))?;
    let radius = (t * field::wall_half_angle(direct.exponent).tan() + front.largest() / 2.0).clamp(0.15, 2.0);
    let spot = Front::new(front.at + front.axis * t + normal * 0.005, normal, DVec3::Y, Outline::Disc { radius });
    let strength = rho.get() * direct.share_out();
    Some((Emitter::new(spot, 1.0, None).of_strength(strength), surface))
}

impl Studio {
    /// The share of a front that panels leave to be seen from a point, 0 to 1.
    pub(crate) fn passes(&self, front: &Front, point: DVec3) -> f64 {
        if self.panels.is_empty() {
            return 1.0;
        }
        let patches = front.spread(3);
        let seen = patches.iter().filter(|p| !self.panels.iter().any(|panel| panel.blocks(**p, point))).count();
        #[allow(clippy::cast_precision_loss, reason = "at most nine")]
        {
            seen as f64 / patches.len() as f64
        }
    }
}

impl Setup {
    /// The studio as it was said, or as it usually is.
    #[must_use]
    pub fn studio(&self) -> Studio {
        self.studio.as_deref().cloned().unwrap_or_else(|| Studio::usual(self.camera.as_ref()))
    }

    pub(super) fn put_studio(&mut self, before: &Self, studio: &Studio) -> Result<(), Refusal> {
        studio.check()?;
        self.studio = Some(Box::new(studio.clone()));
        self.settle(before)
    }

    pub(super) fn place(&mut self, before: &Self, placed: &LightPlaced) -> Result<(), Refusal> {
        let studio = self.studio();
        let light = self.lights.iter_mut().find(|l| l.id == placed.light).ok_or_else(|| apply::unknown(&placed.light))?;
        let place = match (placed.place, placed.around) {
            (Some(_), Some(_)) => return Err(Refusal::new("around", "A place is said once: by its coordinates or from the sitter.")),
            (None, Some(around)) => Some(around.place(light.place, light.role, &studio)?),
            (place, None) => place,
        };
        if let Some(place) = place
            && place.aim.is_some_and(|aim| aim.vector().distance(place.at.vector()) < 0.01)
        {
            return Err(Refusal::new("place.aim", "It looks at itself. Aim it at a point that is a centimetre and more away."));
        }
        light.place = place;
        self.settle(before)
    }

    /// The sitter moves; the studio is told from there, so all else moves the other way.
    pub(super) fn move_sitter(&mut self, before: &Self, by: SitterMoved) -> Result<(), Refusal> {
        let mut studio = self.studio();
        // What looked at the face goes on looking where that was.
        for light in &mut self.lights {
            let aim = light.aim_in(&studio).map(Point::near);
            if let Some(place) = &mut light.place {
                place.aim = aim;
            }
        }
        // Sums of decimals leave dust behind; the record is kept clean of it.
        let clean = |v: f64| (v * 1e6).round() / 1e6;
        let shifted = |p: Point| Point::new(clean(p.x - by.x), p.y, clean(p.z - by.z));
        let stretched = |d: Meters, by: f64, field: &'static str| {
            Meters::new(clean(d.get() + by)).map_err(|_| Refusal::new(field, "The sitter would stand in the wall. Move less far."))
        };
        studio.camera.at = shifted(studio.camera.at)?;
        if let Some(ground) = &mut studio.ground {
            ground.behind = stretched(ground.behind, by.z, "z")?;
        }
        if let Some(walls) = &mut studio.walls {
            walls.left = stretched(walls.left, by.x, "x")?;
            walls.right = stretched(walls.right, -by.x, "x")?;
            walls.behind = stretched(walls.behind, by.z, "z")?;
            walls.before = stretched(walls.before, -by.z, "z")?;
        }
        for window in &mut studio.windows {
            window.along = clean(window.along - if matches!(window.wall, Side::Left | Side::Right) { by.z } else { by.x });
        }
        for panel in &mut studio.panels {
            panel.at = shifted(panel.at)?;
        }
        for light in &mut self.lights {
            if let Some(place) = &mut light.place {
                place.at = shifted(place.at)?;
                place.aim = place.aim.map(shifted).transpose()?;
            }
        }
        self.put_studio(before, &studio)
    }

    /// After something moved: distances, angles, and what that does to readings.
    fn settle(&mut self, before: &Self) -> Result<(), Refusal> {
        let (then, now) = (before.studio(), self.studio());
        if let Some(camera) = &mut self.camera
            && self.studio.is_some()
        {
            camera.sitter = Meters::new(now.camera_away()).ok().or(camera.sitter);
        }
        let school = self.schools.receptor;
        let mut moved = false;
        for light in &mut self.lights {
            let Some(standing) = light.standing_in(&now) else { continue };
            let at = standing.emitter.front.at;
            let distance =
                standing.distance().map_err(|r| Refusal::new("place", format!("{} stands there: {}", light.name(), r.message)))?;
            let angle = Degrees::new((at - now.face()).angle_between(now.to_camera()).to_degrees().round())?;
            let was = before.light(&light.id);
            let old = was.and_then(|w| w.standing_in(&then));
            let by = match (&old, was.and_then(|w| w.distance)) {
                _ if was.is_none() => None,
                (Some(old), _) => Some(Stops::from_factor(standing.lux / old.lux).filter(|_| standing.lux > 0.0 && old.lux > 0.0)),
                // Its place is said for the first time: where the distance was known, the difference is a move.
                (None, Some(from)) if (from.get() - distance.get()).abs() > 0.02 => Some(Some(light.falloff(from, distance))),
                (None, _) => None,
            };
            let turned = match (old.is_some(), light.rig.angle) {
                (true, Some(from)) if from != angle => light.turned(from, angle, school),
                _ => Some(Stops::ZERO),
            };
            light.distance = Some(distance);
            light.rig.angle = Some(angle);
            let Some(by) = by else { continue };
            let change = by.zip(turned).map(|(by, turned)| by + turned);
            if change.is_some_and(|c| c.get().abs() < 1e-9) {
                continue;
            }
            moved = true;
            let Some(held) = &mut light.reading else { continue };
            match change {
                Some(by) => held.carry(by, Because::Moved),
                None => held.spoil(Because::Moved),
            }
        }
        if moved && let Some(whole) = &mut self.whole {
            whole.spoil(Because::Lights);
        }
        Ok(())
    }

    /// The distance that changes a light by some stops, where it can be moved so: not where it is bounced, nor to under the floor.
    #[must_use]
    pub fn distance_for(&self, light: &Light, change: Stops) -> Option<Meters> {
        let to = light.distance_for(change)?;
        match light.standing_in(&self.studio()) {
            None => Some(to),
            Some(stood) => (stood.off.is_none() && at_distance(stood.own.at, stood.spot, to.get()).y >= 0.0).then_some(to),
        }
    }

    /// After a light was described anew: its place follows a distance or an angle that was said.
    ///
    /// # Errors
    /// Refuses an angle that its height does not allow, and a distance that leads under the floor.
    pub(super) fn follow(&mut self, id: &LightId, before: &Self) -> Result<(), Refusal> {
        let studio = self.studio();
        let Some(light) = self.lights.iter_mut().find(|l| l.id == *id) else { return Ok(()) };
        let was = before.light(id);
        let (Some(place), Some(standing)) = (light.place, light.standing_in(&studio)) else { return Ok(()) };
        let mut at = place.at.vector();
        let changed = |now: Option<f64>, then: Option<f64>| now.filter(|n| then.is_none_or(|t| (t - n).abs() > 5e-4));
        let by_hand = light.distance.map(Meters::get) != was.and_then(|w| w.distance).map(Meters::get);
        if let (Some(off), true) = (standing.off, by_hand) {
            return Err(Refusal::new("distance", format!("It is bounced off {}: move it on the plan.", off.name())));
        }
        // A ground light is told by its distance to the ground; an angle to the sitter does not move it.
        if let Some(angle) = changed(light.rig.angle.map(Degrees::get), was.and_then(|w| w.rig.angle).map(Degrees::get))
            && light.role != Role::Ground
        {
            at = turned_to(at, &studio, angle).ok_or_else(|| {
                Refusal::new("rig.angle", "At its height no place round the sitter has this angle. Lower it on the plan first.")
            })?;
        }
        if let Some(distance) = changed(light.distance.map(Meters::get), was.and_then(|w| w.distance).map(Meters::get)) {
            at = at_distance(at, standing.spot, distance);
        }
        if at.y < 0.0 {
            return Err(Refusal::new("distance", "That leads under the floor. Move it on the plan."));
        }
        let at = Point::near(at);
        light.place = Some(LightPlace { at, ..place });
        // From there it must be told how far it is, whatever it looks at now.
        if let Some(stands) = light.standing_in(&studio) {
            stands.distance().map_err(|r| Refusal::new("distance", r.message))?;
        }
        if light.distance.is_none() || light.rig.angle.is_none() {
            light.distance = light.distance.or_else(|| Meters::new(at.vector().distance(standing.spot)).ok());
            light.rig.angle = light
                .rig
                .angle
                .or_else(|| Degrees::new((at.vector() - studio.face()).angle_between(studio.to_camera()).to_degrees().round()).ok());
        }
        Ok(())
    }
}

impl Around {
    fn place(self, before: Option<LightPlace>, role: Role, studio: &Studio) -> Result<LightPlace, Refusal> {
        let (d, height) = (self.distance.get(), self.height.get());
        let at = if let (Role::Ground, Some(z)) = (role, studio.ground_z()) {
            DVec3::new(before.map_or(0.0, |p| p.at.x), height, z + d)
        } else {
            let up = height - studio.sitter.face.get();
            let level = d * d - up * up;
            if level < 0.0 {
                let message = format!(
                    "At {height:.2} m it is {:.2} m from the face at the least. Give a larger distance, or another height.",
                    up.abs()
                );
                return Err(Refusal::new("around.distance", message));
            }
            let camera = studio.to_camera();
            let round = camera.x.atan2(camera.z) + f64::from(self.round).to_radians();
            DVec3::new(level.sqrt() * round.sin(), height, level.sqrt() * round.cos())
        };
        Ok(LightPlace { at: Point::near(at), aim: before.and_then(|p| p.aim), lying: before.is_some_and(|p| p.lying) })
    }
}

/// A place turned round the sitter at its own height until it has an angle off the camera's direction, degrees; it stays on its side.
fn turned_to(at: DVec3, studio: &Studio, angle: f64) -> Option<DVec3> {
    let (out, camera) = (at - studio.face(), studio.to_camera());
    let level = out.x.hypot(out.z);
    // d·c = |level|·|c level|·cos(round) + y·c.y, solved for the way round.
    let (camera_level, round) = (camera.x.hypot(camera.z), camera.x.atan2(camera.z));
    let cos = (out.length() * angle.to_radians().cos() - out.y * camera.y) / (level * camera_level);
    if !(-1.001..=1.001).contains(&cos) {
        return None;
    }
    let side = if camera.x * out.z - camera.z * out.x <= 0.0 { 1.0 } else { -1.0 };
    let to = round + side * cos.clamp(-1.0, 1.0).acos();
    Some(DVec3::new(level * to.sin(), at.y, level * to.cos()))
}

impl Held {
    /// How far off a carried reading may be, stops: none for one that was measured. Fronts are ±0.3 stop off the model near by and off
    /// their axis (common practice, no source); a third of the way gone, up to that, and then a sixth, is a judgement.
    #[must_use]
    pub fn within(&self) -> Option<Stops> {
        match self.standing {
            Standing::Carried { by, because: Because::Moved } => {
                let by = by.get().abs();
                Some(Stops::of((0.1 + by / 3.0).min(0.3).max(by / 6.0)))
            }
            _ => None,
        }
    }
}

impl Setup {
    pub(super) fn wish_ground(&mut self, wished: GroundWished) -> Result<(), Refusal> {
        if let Some(GroundTone::Grey { level }) = wished.tone
            && !(-4.5..=2.0).contains(&level.get())
        {
            return Err(Refusal::new(
                "tone.grey.level",
                format!("A grey ground lies at −4.5 to +2 stops. {level} is outside: black or white."),
            ));
        }
        self.ground_tone = wished.tone;
        Ok(())
    }
}
