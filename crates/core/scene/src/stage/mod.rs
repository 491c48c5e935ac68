//! A setup as it stands in space: where each light is, what it sends where, and where it lies against the exposure.

mod framed;

use ink_lamp_light::{
    field::{DVec3, Emitter, Surfaces},
    lens,
    measure::Meters,
    meter::Amount,
    scale::Stops,
    sight::Field,
};
use ink_lamp_sitting::{light::Light, role::Role, setup::Setup, standing::Stood, studio::Studio};

pub use framed::Framed;

use crate::levels::Levels;

/// A placed light.
pub struct Placed {
    /// In the setup's order.
    pub index: usize,
    /// What it is for.
    pub role: Role,
    /// How it stands.
    pub stood: Stood,
    /// The same, for many points at once.
    pub drawn: Emitter,
    /// Its full light where it is metered, toward the light; none where nothing is known of it.
    pub amount: Option<Amount>,
    /// It was neither read nor guessed: it is taken to lie on its wish.
    pub as_wished: bool,
}

/// The studio with its lights.
pub struct Stage<'a> {
    /// The setup itself.
    pub setup: &'a Setup,
    /// The studio, as it was said or as it usually is.
    pub studio: Studio,
    /// The middle of the face.
    pub face: DVec3,
    /// The lens.
    pub camera: DVec3,
    /// Lights that have a place.
    pub lights: Vec<Placed>,
    /// What the room throws back; none without walls.
    pub surfaces: Option<Surfaces>,
    /// What the lens shows; none before focal length and sensor are known.
    pub field: Option<Field>,
    /// The room's own light at the ground.
    pub room_ground: Amount,
}

impl<'a> Stage<'a> {
    /// The stage of a setup.
    #[must_use]
    pub fn of(setup: &'a Setup, levels: &Levels) -> Self {
        let studio = setup.studio();
        let lights = setup
            .lights
            .iter()
            .zip(&levels.lights)
            .enumerate()
            .filter_map(|(index, (light, level))| {
                let stood = light.standing_in(&studio)?;
                let read = level.total.map(|_| level.flash).filter(|a| a.get() > 0.0);
                let guess = || level.guess.map(|(at, _)| Amount::at(at).without(levels.room_at(light)));
                // A key that nobody read yet lies on its wish, or on 0: the others are told against it.
                let wished = || {
                    let at = levels.targets.get(index).copied().flatten();
                    (light.role == Role::Key).then(|| Amount::at(at.unwrap_or(Stops::ZERO)))
                };
                let known = read.or_else(guess);
                let amount = known.or_else(wished).map(|a| along_axis(setup, light, a));
                let drawn = stood.emitter.drawn();
                Some(Placed { index, role: light.role, stood, drawn, amount, as_wished: known.is_none() && amount.is_some() })
            })
            .collect();
        let (face, camera) = (studio.face(), studio.camera.at.vector());
        let (surfaces, field) = (studio.surfaces(), field(setup, &studio));
        Self { setup, face, camera, lights, surfaces, field, room_ground: levels.room_ground, studio }
    }

    /// The first light of a role that has a place.
    pub fn first(&self, role: Role) -> Option<&Placed> {
        self.lights.iter().find(|l| l.role == role)
    }

    /// What a light gives at a point against where it is metered, panels counted: a factor. Nothing where its own spot gets none.
    pub fn share(&self, light: &Placed, point: DVec3, normal: DVec3) -> f64 {
        self.share_by(&light.stood.emitter, light, point, normal)
    }

    /// The same by the exact emitter or by the one for drawings.
    fn share_by(&self, emitter: &Emitter, light: &Placed, point: DVec3, normal: DVec3) -> f64 {
        let (there, lux) = (emitter.lux_per_lumen(point, normal), light.stood.lux);
        if lux <= 0.0 || there <= 0.0 {
            return 0.0;
        }
        there * self.studio.passes(&emitter.front, point) / lux
    }

    /// The same toward the light.
    pub fn facing(&self, light: &Placed, point: DVec3) -> f64 {
        self.share(light, point, (light.stood.emitter.front.at - point).normalize_or(DVec3::Z))
    }

    /// What a light gives toward itself at a point against where it is metered, for drawings.
    pub fn drawn(&self, light: &Placed, point: DVec3) -> f64 {
        let to = light.drawn.front.at - point;
        self.drawn_on(light, point, to.normalize_or(DVec3::Z))
    }

    /// The same on a surface.
    pub fn drawn_on(&self, light: &Placed, point: DVec3, normal: DVec3) -> f64 {
        self.share_by(&light.drawn, light, point, normal)
    }

    /// What a light gives at a point, as an amount of exposure.
    pub fn amount(&self, light: &Placed, point: DVec3, normal: DVec3) -> Amount {
        light.amount.map_or(Amount::NONE, |a| a.times(self.share(light, point, normal)))
    }

    /// What the room throws back of a light everywhere, against where it is metered: a factor.
    pub fn returned(&self, light: &Placed) -> f64 {
        match (self.surfaces, light.stood.lux > 0.0) {
            (Some(room), true) => light.stood.emitter.share_out() * room.indirect_per_lumen() / light.stood.lux,
            _ => 0.0,
        }
    }

    /// What the room throws back of all lights.
    pub fn returned_amount(&self) -> Amount {
        self.lights.iter().fold(Amount::NONE, |sum, l| sum.and(l.amount.map_or(Amount::NONE, |a| a.times(self.returned(l)))))
    }

    /// A point as the camera sees it: x right, y up, z forward.
    pub fn seen(&self, point: DVec3) -> DVec3 {
        let (right, up, forward) = self.axes();
        let to = point - self.camera;
        DVec3::new(to.dot(right), to.dot(up), to.dot(forward))
    }

    /// The camera's right, up, and where it looks.
    pub fn axes(&self) -> (DVec3, DVec3, DVec3) {
        let forward = (DVec3::new(0.0, self.studio.camera.aim.get(), 0.0) - self.camera).normalize_or(DVec3::NEG_Z);
        let right = forward.cross(DVec3::Y).normalize_or(DVec3::X);
        (right, right.cross(forward), forward)
    }

    /// Whether a point is in the picture, the sitter left out of account; false where the lens is not known.
    pub fn in_picture(&self, point: DVec3) -> bool {
        self.field.is_some_and(|f| f.shows(self.seen(point)))
    }

    /// The part of the ground's plane that the picture shows around the sitter: half its width and its lower and upper edge. Where the lens
    /// is not known, or looks along it, 0.9 m to each side and from the shoulders to over the head.
    pub fn picture_at_ground(&self) -> Option<Framed> {
        let z = self.studio.ground_z()?;
        let usual = Framed { z, left: -0.9, right: 0.9, low: (self.face.y - 0.4).max(0.0), high: self.face.y + 0.6 };
        Some(self.field.and_then(|f| self.framed_at(z, f)).unwrap_or(usual))
    }

    /// What a field of the lens shows of a plane across the room.
    fn framed_at(&self, z: f64, field: Field) -> Option<Framed> {
        let (right, up, forward) = self.axes();
        if forward.z > -0.1 {
            return None;
        }
        let hit = |(x, y): (f64, f64)| {
            let ray = forward + right * (x * field.x) + up * (y * field.y);
            (ray.z < 0.0).then(|| self.camera + ray * ((z - self.camera.z) / ray.z))
        };
        let corners: Vec<DVec3> = [(-1.0, -1.0), (1.0, -1.0), (1.0, 1.0), (-1.0, 1.0)].into_iter().map(hit).collect::<Option<_>>()?;
        let ends = |of: fn(&DVec3) -> f64| corners.iter().map(of).fold((f64::MAX, f64::MIN), |(a, b), v| (a.min(v), b.max(v)));
        let ((left, right), (low, high)) = (ends(|c| c.x), ends(|c| c.y));
        Some(Framed { z, left, right, low: low.max(0.0), high: high.max(0.1) })
    }

    /// The same, no wider than the ground is.
    pub fn ground_window(&self) -> Option<Framed> {
        let half = self.studio.ground?.width.get() / 2.0;
        Some(self.picture_at_ground()?.within(half))
    }

    /// A name in the middle of a sentence.
    pub fn name(&self, light: &Placed) -> String {
        self.setup.lights[light.index].name().to_lowercase()
    }
}

/// From how the meter is held to the full light along a light's axis.
#[must_use]
pub fn along_axis(setup: &Setup, light: &Light, amount: Amount) -> Amount {
    amount.by(Stops::of(-light.normal_by(setup.schools.receptor)))
}

/// What the lens shows.
fn field(setup: &Setup, studio: &Studio) -> Option<Field> {
    let camera = setup.camera.as_ref()?;
    let (focal, sensor) = (camera.focal?, camera.body.as_ref()?.sensor?);
    let away = Meters::new(studio.camera_away()).ok()?;
    let m = lens::magnification(focal, away)?;
    let (long, short) = (sensor.width.get(), sensor.height.get());
    let (width, height) = if studio.camera.upright { (short, long) } else { (long, short) };
    Some(Field::of(focal.get(), m, width, height))
}
