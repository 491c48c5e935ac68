//! What a meter shows of a light: where it is read, by which way of holding, and what moving it does.

use ink_lamp_light::{
    measure::{Degrees, Loss, Meters},
    meter::Receptor,
    scale::Stops,
};

use super::{Light, held::Held};
use crate::{metered::RoomPlace, role::Role};

impl Light {
    /// Whether it is metered at the face, where the way of holding the meter matters; rim, hair and ground are metered where they work,
    /// from their own direction.
    #[must_use]
    pub const fn is_at_face(&self) -> bool {
        matches!(self.role, Role::Key | Role::Fill)
    }

    /// Where it works: the ground's lights are read at the ground, all others at the sitter.
    #[must_use]
    pub const fn room_place(&self) -> RoomPlace {
        match self.role {
            Role::Ground => RoomPlace::Ground,
            _ => RoomPlace::Sitter,
        }
    }

    /// What makes a reading one that was taken as the setup's school has it, stops. Nothing where the angle is not known.
    #[must_use]
    pub fn as_school(&self, held: &Held, school: Receptor) -> Stops {
        match (held.how.receptor, self.rig.angle) {
            (Some(taken), Some(angle)) if self.is_at_face() => taken.to_be(school, angle).unwrap_or(Stops::ZERO),
            _ => Stops::ZERO,
        }
    }

    /// What the school's way of holding the meter shows of this light against the full light along its axis, stops: 0 or less.
    #[must_use]
    pub fn normal_by(&self, school: Receptor) -> f64 {
        match self.rig.angle {
            Some(angle) if self.is_at_face() => Receptor::FlatToLight.to_be(school, angle).map_or(-20.0, Stops::get),
            _ => 0.0,
        }
    }

    /// What going from one distance to another does: by its front where that is known, by the point law otherwise.
    #[must_use]
    pub fn falloff(&self, from: Meters, to: Meters) -> Stops {
        self.rig.shape.map_or_else(|| from.falloff_to(to), |s| s.falloff(from, to))
    }

    /// The distance that changes the light by some stops: by its front where that is known, by the point law otherwise. None where its own
    /// distance is not known, and where no distance in a studio gives it.
    pub(crate) fn distance_for(&self, change: Stops) -> Option<Meters> {
        let from = self.distance?;
        match self.rig.shape {
            Some(shape) => shape.distance_for(from, change).ok(),
            None => Meters::new(from.get() * (-change).distance_factor()).ok(),
        }
    }

    /// What moving it round the sitter does to a reading at the face. Where nothing shows of it, that can't be told.
    pub(crate) fn turned(&self, from: Degrees, to: Degrees, school: Receptor) -> Option<Stops> {
        if self.is_at_face() { Stops::from_factor(school.share(to) / school.share(from)) } else { Some(Stops::ZERO) }
    }
}

impl Light {
    /// What grid and gels take, stops.
    #[must_use]
    pub fn taken(&self) -> Stops {
        let gels: f64 = self.rig.gels.iter().map(|g| g.loss.get()).sum();
        self.rig.grid.map_or(Loss::NONE, |g| g.loss).stops() + Stops::of(gels)
    }
}
