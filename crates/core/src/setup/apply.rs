use super::{Because, Camera, Entry, Held, Light, LightId, LightPut, MOST_LIGHTS, ReadingTaken, Role, Room, Setup, Subject, TargetSet};
use crate::{
    Refusal,
    ambient::RoomWish,
    meter::{Exposure, Reading},
    ratio::{Anchor, Convention, Ratio, RatioTarget},
    scale::Stops,
    strobe::{Dial, Unit},
};

impl Setup {
    /// What the setup is after an entry.
    ///
    /// # Errors
    /// An entry that can't be true of this setup, with the field that is wrong.
    pub fn apply(&self, entry: &Entry) -> Result<Self, Refusal> {
        let mut next = self.clone();
        match entry {
            Entry::Start(start) => {
                if *self != Self::default() {
                    return Err(Refusal::new("start", "A start comes first. This setup has entries already."));
                }
                next = (*start.setup).clone();
            }
            Entry::Reading(taken) => next.take(taken)?,
            Entry::Camera(set) => {
                let exposure = Exposure { aperture: set.aperture, shutter: set.shutter, iso: set.iso };
                next.camera = Some(Camera { exposure, sync: set.sync.or(self.camera.and_then(|c| c.sync)) });
            }
            Entry::RoomWish(wish) => {
                let (low, high, what) = match wish {
                    RoomWish::Remove(_) => (-10.0, 0.0, "A removed room lies at −10 to 0 stops"),
                    RoomWish::Keep(_) => (-10.0, 3.0, "A kept room lies at −10 to +3 stops"),
                };
                if !(low..=high).contains(&wish.level().get()) {
                    return Err(Refusal::new("level", format!("{what}. {} is outside.", wish.level())));
                }
                next.room = Room { wish: *wish, said: true, ..self.room };
            }
            Entry::Dial(turned) => {
                let light = next.light_mut(&turned.light)?;
                let Some(unit) = &light.unit else {
                    return Err(Refusal::new(
                        "dial",
                        format!("{} has no unit yet. Say which it is, then its dial can be read.", light.name()),
                    ));
                };
                let dial = unit.scale.read(&turned.dial)?;
                light.turn(Some(dial));
                next.spoil_whole();
            }
            Entry::Light(put) => next.put(put)?,
            Entry::LightRemoved(removed) => {
                let before = next.lights.len();
                next.lights.retain(|l| l.id != removed.light);
                if next.lights.len() == before {
                    return Err(unknown(&removed.light));
                }
                next.spoil_whole();
            }
            Entry::Ratio(chosen) => next.ratio = chosen.target,
            Entry::Target(set) => next.aim(set)?,
            Entry::Length(chosen) => next.length = chosen.unit,
            Entry::Frame(_) => next.frames = next.frames.saturating_add(1),
            Entry::Note(_) => {}
            Entry::Undo(_) | Entry::Redo(_) => {
                return Err(Refusal::new("entry", "Taking back and bringing back changes the tape. Read the setup from there."));
            }
        }
        Ok(next)
    }

    fn take(&mut self, taken: &ReadingTaken) -> Result<(), Refusal> {
        let camera = self.camera.map(|c| c.exposure);
        let missing = |field: &'static str, what: &str| {
            Refusal::new(field, format!("The camera is not set yet, so say the {what} that the meter was set to."))
        };
        let reading = Reading {
            shows: taken.shows,
            iso: taken.iso.or(camera.map(|c| c.iso)).ok_or_else(|| missing("iso", "ISO"))?,
            shutter: taken.shutter.or(camera.map(|c| c.shutter)).ok_or_else(|| missing("shutter", "shutter time"))?,
        };
        match &taken.of {
            Subject::Room => self.room.reading = Some(reading),
            Subject::Whole => self.whole = Some(Held::measured(reading)),
            Subject::Light(id) => self.light_mut(id).map_err(|r| r.at("of"))?.reading = Some(Held::measured(reading)),
        }
        Ok(())
    }

    fn put(&mut self, put: &LightPut) -> Result<(), Refusal> {
        if put.role == Role::Room {
            return Err(Refusal::new("role", "The room is no light of the setup. Give key, fill, rim, hair or ground."));
        }
        let dial = match (&put.unit, &put.dial) {
            (_, None) => None,
            (Some(unit), Some(text)) => Some(unit.scale.read(text)?),
            (None, Some(_)) => return Err(Refusal::new("dial", "Without its unit a dial setting says nothing. Give the unit too.")),
        };
        let place = match self.lights.iter().position(|l| l.id == put.light) {
            Some(place) => place,
            None if self.lights.len() >= MOST_LIGHTS => {
                return Err(Refusal::new("light", format!("A setup holds {MOST_LIGHTS} lights. Take one away first.")));
            }
            None => {
                // A lane stands with its own kind: a second rim after the first.
                let place = self.lights.iter().rposition(|l| l.role <= put.role).map_or(0, |p| p + 1);
                self.lights.insert(place, Light { id: put.light.clone(), ..Light::untouched(put.role) });
                place
            }
        };
        let light = &mut self.lights[place];
        light.role = put.role;
        light.describe(put.unit.as_ref(), dial, put);
        self.spoil_whole();
        Ok(())
    }

    fn aim(&mut self, set: &TargetSet) -> Result<(), Refusal> {
        if let Some(level) = set.level.filter(|l| !(-10.0..=5.0).contains(&l.get())) {
            return Err(Refusal::new("level", format!("A light is wished at −10 to +5 stops. {level} is outside.")));
        }
        let role = self.light_mut(&set.light)?.role;
        let usual = || RatioTarget::new(Ratio::new(3.0)?, Convention::LitShadow, Anchor::LitSide);
        let other = if role == Role::Key { Role::Fill } else { Role::Key };
        let alone = self.ratio.is_none() && self.first(other).is_none();
        match (role, set.level) {
            // A key without a fill has no ratio to follow: the room, or nothing, fills it.
            (Role::Key | Role::Fill, level) if alone => self.light_mut(&set.light)?.target = level,
            (Role::Key | Role::Fill, None) => self.ratio = None,
            (Role::Key, Some(level)) => self.ratio = Some(self.ratio.map_or_else(usual, Ok)?.with_key_at(level)?),
            (Role::Fill, Some(level)) => self.ratio = Some(self.ratio.map_or_else(usual, Ok)?.with_fill_at(level)?),
            (_, level) => self.light_mut(&set.light)?.target = level,
        }
        Ok(())
    }

    fn light_mut(&mut self, id: &LightId) -> Result<&mut Light, Refusal> {
        self.lights.iter_mut().find(|l| l.id == *id).ok_or_else(|| unknown(id))
    }

    const fn spoil_whole(&mut self) {
        if let Some(whole) = &mut self.whole {
            whole.spoil(Because::Lights);
        }
    }
}

fn unknown(id: &LightId) -> Refusal {
    Refusal::new("light", format!("No light is called {id} in this setup."))
}

impl Light {
    /// Turns the dial: the reading goes along where both settings are known.
    fn turn(&mut self, dial: Option<Dial>) {
        let before = self.power();
        let known_before = self.dial.is_some();
        self.dial = dial;
        let after = self.power();
        let Some(held) = &mut self.reading else { return };
        match (before, after) {
            (Some(before), Some(after)) if before != after => held.carry(after - before, Because::Dial),
            // A setting that was not known before is a description, not a change.
            (Some(_), None) if known_before => held.spoil(Because::Dial),
            _ => {}
        }
    }

    /// Takes a new description. Saying what was not known changes nothing about a reading; another unit or modifier spoils it.
    fn describe(&mut self, unit: Option<&Unit>, dial: Option<Dial>, put: &LightPut) {
        let same_unit = self.unit.as_ref() == unit;
        let was_known = self.unit.is_some();
        if same_unit {
            self.turn(dial);
        } else {
            self.unit = unit.cloned();
            self.dial = dial;
        }
        let same_modifier = self.modifier == put.modifier || self.modifier.is_none();
        let moved = match (self.distance, put.distance) {
            (Some(from), Some(to)) if from != to => Some(from.falloff_to(to)),
            _ => None,
        };
        let lost = self.distance.is_some() && put.distance.is_none();
        self.modifier.clone_from(&put.modifier);
        self.distance = put.distance;
        let Some(held) = &mut self.reading else { return };
        if let Some(by) = moved {
            held.carry(by, Because::Moved);
        }
        if lost {
            held.spoil(Because::Moved);
        }
        if !same_modifier {
            held.spoil(Because::Modifier);
        }
        if !same_unit && was_known {
            held.spoil(Because::Unit);
        }
    }
}

impl Held {
    /// Stops of flash that were added since the reading; none where it is not known.
    #[must_use]
    pub const fn carried(&self) -> Option<Stops> {
        match self.standing {
            super::Standing::Measured => Some(Stops::ZERO),
            super::Standing::Carried { by, .. } => Some(by),
            super::Standing::Stale { .. } => None,
        }
    }
}
