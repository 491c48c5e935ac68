//! Where everything lies against the camera’s exposure.

mod light;
mod spill;
mod wishes;

use ink_lamp_light::{
    ambient::RoomWish,
    meter::{Amount, Exposure},
    ratio::Ratio,
    scale::{Step, Stops},
};
use ink_lamp_sitting::{belief::Belief, light::Light, metered::RoomPlace, own::Own, role::Role, setup::Setup};

pub use light::LightLevel;
pub use spill::Spill;
pub use wishes::{RATIO_SAID, ROOM_LEAVES};

use light::level_of;
use wishes::Faced;

/// Where everything lies against the camera's exposure.
pub struct Levels {
    /// What they are told against; none before the camera is set.
    pub exposure: Option<Exposure>,
    /// The room alone at the camera's settings.
    pub room: Amount,
    /// The same as a level; none before it was read.
    pub room_level: Option<Stops>,
    /// The room alone at the ground.
    pub room_ground: Amount,
    /// The same as a level.
    pub ground_level: Option<Stops>,
    /// What the wish for the room looks at: at the ground where it is kept, at the brighter place where it is removed.
    pub wished_room: Option<Stops>,
    /// One for each light, in the setup's order.
    pub lights: Vec<LightLevel>,
    /// Wished levels, in the setup's order.
    pub targets: Vec<Option<Stops>>,
    /// By how much each wish moves with the room, for each stop of the room.
    pub wish_moves: Vec<f64>,
    /// What lights put where they are not metered; nothing before the scene, which knows where things stand, says so.
    pub spill: Spill,
    /// Where the room alone is fill enough, or too much: the greatest ratio that it allows.
    pub room_fills: Option<Ratio>,
    /// How far off its wish a light may be.
    pub tolerance: f64,
    /// The reading with all lights on.
    pub whole: Option<Stops>,
}

impl Levels {
    /// The levels of a setup; what the ground is wished at is the scene’s, which knows where things stand.
    #[must_use]
    pub fn of(setup: &Setup, belief: &Belief) -> Self {
        let exposure = setup.camera.as_ref().map(|c| c.exposure);
        let room_at = |place: RoomPlace| exposure.zip(setup.room.at(place)).map(|(e, r)| r.ambient_level(e));
        let (room_level, ground_level) = (room_at(RoomPlace::Sitter), room_at(RoomPlace::Ground));
        let [room, room_ground] = [room_level, ground_level].map(|level| level.map_or(Amount::NONE, Amount::at));
        let alone = |(i, l): (usize, &Light)| {
            let Some(e) = exposure else { return LightLevel::unknown() };
            LightLevel::of(setup, belief, i, e, if l.room_place() == RoomPlace::Ground { room_ground } else { room })
        };
        let lights: Vec<LightLevel> = setup.lights.iter().enumerate().map(alone).collect();
        let whole = exposure.zip(setup.whole.as_ref().filter(|w| w.is_measured())).map(|(e, held)| {
            // All lights and the room, the room as the camera's shutter sees it.
            let raw = level_of(held.reading.av_100(), e);
            match setup.own(held, RoomPlace::Sitter) {
                Own::Flash(av) => Amount::at(level_of(av, e)).and(room).level().unwrap_or(raw),
                Own::Nothing | Own::Tangled(_) => raw,
            }
        });
        let tolerance = if setup.schools.step == Step::Thirds { 1.0 / 3.0 } else { 0.1 };
        let mut levels = Self {
            exposure,
            room,
            room_level,
            room_ground,
            ground_level,
            wished_room: None,
            lights,
            targets: Vec::new(),
            wish_moves: Vec::new(),
            spill: Spill::default(),
            room_fills: None,
            tolerance,
            whole,
        };
        levels.wished_room = levels.room_for(setup.room.wish);
        levels.wish(setup);
        levels
    }

    /// The wishes by what the lights spill.
    pub(crate) fn with_spill(&mut self, setup: &Setup, spill: Spill) {
        self.spill = spill;
        self.wish(setup);
    }

    fn faced(&self) -> Faced<'_> {
        Faced { room: self.room, spill: &self.spill, lights: &self.lights, camera: self.exposure.is_some() }
    }

    /// The wishes of another ratio.
    pub(crate) fn wishes(&self, setup: &Setup) -> Vec<Option<Stops>> {
        self.faced().targets(setup)
    }

    fn wish(&mut self, setup: &Setup) {
        let faced = self.faced();
        let targets = faced.targets(setup);
        let (moves, room_fills) = (faced.moves(setup, &targets), self.exposure.and_then(|_| faced.room_fills(setup)));
        (self.targets, self.wish_moves, self.room_fills) = (targets, moves, room_fills);
    }

    /// The room's level where a wish looks: at the ground where it is kept, at the brighter place where it is removed.
    pub fn room_for(&self, wish: RoomWish) -> Option<Stops> {
        match wish {
            RoomWish::Keep(_) => self.ground_level,
            RoomWish::Remove(_) => self.room_level.into_iter().chain(self.ground_level).reduce(|a, b| if b > a { b } else { a }),
        }
    }

    /// The room alone where a light works.
    pub const fn room_at(&self, light: &Light) -> Amount {
        match light.room_place() {
            RoomPlace::Sitter => self.room,
            RoomPlace::Ground => self.room_ground,
        }
    }

    /// What a light reads where it works, room included: by its reading, else as it is likely.
    pub fn likely(&self, index: usize) -> Option<Stops> {
        let light = self.lights.get(index)?;
        light.total.or(light.guess.map(|(level, _)| level))
    }

    /// The same without the room.
    pub fn likely_flash(&self, setup: &Setup, index: usize) -> Option<Amount> {
        Some(Amount::at(self.likely(index)?).without(self.room_at(setup.lights.get(index)?)))
    }

    /// Over (+) or under (−) the wish.
    pub fn gap(&self, index: usize) -> Option<Stops> {
        Some(self.lights.get(index)?.total? - (*self.targets.get(index)?)?)
    }

    /// Whether so much is more than is tolerated.
    #[must_use]
    pub fn is_too_far(&self, gap: Stops) -> bool {
        gap.abs().get() > self.tolerance + 1e-9
    }

    /// Farther from its wish than is tolerated.
    #[must_use]
    pub fn is_off(&self, index: usize) -> bool {
        self.gap(index).is_some_and(|gap| self.is_too_far(gap))
    }

    /// A light's flash of an `Av` at ISO 100 against the exposure, less what the shutter takes of it.
    pub(crate) fn flash_of(&self, setup: &Setup, light: &Light, av_100: f64) -> Option<Amount> {
        Some(light::flash_of(setup, light, av_100, self.exposure?))
    }

    /// Lit side and shadow side as amounts, with some lights replaced by what they will be. All keys and fills count; the first key must
    /// be known, and further ones count once they are.
    pub fn sides(&self, setup: &Setup, after: Option<(usize, Stops)>) -> Option<(Amount, Amount, bool)> {
        let total = |index: usize| match after {
            Some((changed, level)) if changed == index => Some(level),
            _ => self.lights[index].total,
        };
        self.sides_of(setup, total)
    }

    /// The same by all that is known: lights that were not read count as they are likely.
    pub fn likely_sides(&self, setup: &Setup) -> Option<(Amount, Amount)> {
        self.sides_of(setup, |index| self.likely(index)).map(|(lit, shadow, _)| (lit, shadow))
    }

    fn sides_of(&self, setup: &Setup, total: impl Fn(usize) -> Option<Stops>) -> Option<(Amount, Amount, bool)> {
        let of = |role: Role| {
            let mut lights = setup.lights.iter().enumerate().filter(move |(_, l)| l.role == role).map(|(i, _)| i);
            let first = Amount::at(total(lights.next()?)?);
            // Every reading holds the room too, so it is counted once.
            Some(lights.filter_map(&total).fold(first, |sum, level| sum.and(Amount::at(level).without(self.room))))
        };
        let key = of(Role::Key)?;
        // Lights that were not read yet will lie where they are wished.
        let others = self.spill.on_face(|i| match (&self.lights[i], self.targets[i]) {
            (LightLevel { total: None, .. }, Some(wish)) => Amount::at(wish),
            (light, _) => light.flash,
        });
        // A reading of the key at the face holds what comes back of it too.
        let back = key.without(self.room).times(self.spill.key).and(others);
        match (of(Role::Fill), self.room_level) {
            (Some(fill), _) => Some((key.and(fill).without(self.room).and(others), fill.and(back), false)),
            (None, Some(_)) => Some((key.and(others), self.room.and(back), true)),
            (None, None) => (back.get() > 0.0).then_some((key.and(others), back, true)),
        }
    }
}
