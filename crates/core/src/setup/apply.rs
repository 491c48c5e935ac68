use ink_lamp_light::{
    ambient::RoomWish,
    measure::Loss,
    meter::{Exposure, Reading, Receptor},
    ratio::{Anchor, Convention, Ratio, RatioTarget},
    refusal::Refusal,
    scale::Stops,
    shape::Grid,
    strobe::{Dial, Unit},
};

use super::{
    Camera, MOST_LIGHTS, Setup,
    entry::{CameraSet, Entry, LightPut, ReadingTaken, Subject, TargetSet},
    firing::Firing,
    holds::Holds,
    light::{Because, Held, Light, LightId, Other, Role, Standing},
    rig::Automatic,
    room::{FrameSeen, RoomSeen},
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
                next.camera = Some(self.set_camera(set)?);
            }
            Entry::RoomWish(wish) => {
                let (low, high, what) = match wish {
                    RoomWish::Remove(_) => (-10.0, 0.0, "A removed room lies at −10 to 0 stops"),
                    RoomWish::Keep(_) => (-10.0, 3.0, "A kept room lies at −10 to +3 stops"),
                };
                if !(low..=high).contains(&wish.level().get()) {
                    return Err(Refusal::new("level", format!("{what}. {} is outside.", wish.level())));
                }
                next.room.wish = *wish;
                next.room.said = true;
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
                light.automatic = None;
                next.spoil_whole();
            }
            Entry::Light(put) => {
                next.put(put)?;
                next.follow(&put.light, self)?;
            }
            Entry::Studio(studio) => next.put_studio(self, studio)?,
            Entry::Placed(placed) => next.place(self, placed)?,
            Entry::SitterMoved(by) => next.move_sitter(self, *by)?,
            Entry::GroundTone(wished) => next.wish_ground(*wished)?,
            Entry::LightRemoved(removed) => {
                let before = next.lights.len();
                next.lights.retain(|l| l.id != removed.light);
                next.firing.high_speed.units.retain(|id| *id != removed.light);
                if next.lights.len() == before {
                    return Err(unknown(&removed.light));
                }
                next.spoil_whole();
            }
            Entry::Ratio(chosen) => next.ratio = chosen.target,
            Entry::Target(set) => next.aim(set)?,
            Entry::Length(chosen) => next.length = chosen.unit,
            Entry::Schools(schools) => next.schools = *schools,
            Entry::Supplies(supplies) => next.supplies = *supplies,
            Entry::Transmitter(chosen) => next.transmitter.clone_from(&chosen.transmitter),
            Entry::Firing(firing) => next.fire(firing)?,
            Entry::Holds(holds) => next.hold(holds)?,
            Entry::Automatic(frame) => {
                let light = next.light_mut(&frame.light)?;
                let Some(unit) = &light.unit else {
                    return Err(Refusal::new(
                        "gave",
                        format!("{} has no unit yet. Say which it is, then its power can be read.", light.name()),
                    ));
                };
                let gave = unit.scale.read(&frame.gave).map_err(|r| r.at("gave"))?;
                light.turn(Some(gave));
                light.automatic = Some(Automatic { gave, tone: frame.tone });
                next.spoil_whole();
            }
            Entry::Frame(shot) => {
                next.frames = next.frames.saturating_add(1);
                if let Some(codes) = shot.no_flash {
                    let Some(camera) = &self.camera else {
                        return Err(Refusal::new("no_flash", "Set the camera first: a frame tells nothing without its exposure."));
                    };
                    next.room.frame = Some(FrameSeen { codes, exposure: camera.exposure });
                }
            }
            Entry::Note(_) => {}
            Entry::Undo(_) | Entry::Redo(_) => {
                return Err(Refusal::new("entry", "Taking back and bringing back changes the tape. Read the setup from there."));
            }
        }
        Ok(next)
    }

    fn take(&mut self, taken: &ReadingTaken) -> Result<(), Refusal> {
        let camera = self.camera.as_ref().map(|c| c.exposure);
        let missing = |field: &'static str, what: &str| {
            Refusal::new(field, format!("The camera is not set yet, so say the {what} that the meter was set to."))
        };
        let reading = Reading {
            shows: taken.shows,
            iso: taken.iso.or(camera.map(|c| c.iso)).ok_or_else(|| missing("iso", "ISO"))?,
            shutter: taken.shutter.or(camera.map(|c| c.shutter)).ok_or_else(|| missing("shutter", "shutter time"))?,
        };
        if taken.of != Subject::Room && !taken.light.is_plain() {
            return Err(Refusal::new("light", "Lamps, colour, time and direction belong to a reading of the room."));
        }
        let held = Held { how: taken.how.clone(), ..Held::measured(reading) };
        let on: Vec<&Light> =
            taken.how.on.iter().map(|id| self.light(id).ok_or_else(|| unknown(id).at("how.on"))).collect::<Result<_, _>>()?;
        match &taken.of {
            Subject::Room => self.room.take(RoomSeen { place: taken.how.place.into(), light: taken.light, reading }),
            Subject::Whole => self.whole = Some(held),
            Subject::Light(id) => {
                let other = |l: &&Light| Other { light: l.id.clone(), av_100: self.flash_av_100(l) };
                let others = on.iter().filter(|l| l.id != *id).map(other).collect();
                self.light_mut(id).map_err(|r| r.at("of"))?.reading = Some(Held { others, ..held });
            }
        }
        Ok(())
    }

    fn fire(&mut self, firing: &Firing) -> Result<(), Refusal> {
        for (n, id) in firing.high_speed.units.iter().enumerate() {
            let field = format!("high_speed.units[{n}]");
            let light = self.light(id).ok_or_else(|| unknown(id).at(field.clone()))?;
            if let Some(unit) = light.unit.as_ref().filter(|u| !u.high_speed) {
                let message = format!("{} has no high-speed sync. Choose another unit for the {}.", unit.name, light.name().to_lowercase());
                return Err(Refusal::new(field, message));
            }
        }
        self.firing = firing.clone();
        Ok(())
    }

    fn hold(&mut self, holds: &Holds) -> Result<(), Refusal> {
        if let (Some(widest), Some(smallest)) = (holds.widest, holds.smallest)
            && widest.av() > smallest.av()
        {
            return Err(Refusal::new("smallest", "The smallest aperture is wider than the widest. Turn the two round."));
        }
        if holds.fastest.is_some_and(|fastest| fastest.tv() < holds.slowest_tv()) {
            return Err(Refusal::new("fastest", "The shortest time is longer than the longest. Turn the two round."));
        }
        if holds.filters.len() > 6 {
            return Err(Refusal::new("filters", "At most six filters are at hand at once."));
        }
        self.holds = holds.clone();
        Ok(())
    }

    /// The camera after an entry: what is left out stays.
    fn set_camera(&self, set: &CameraSet) -> Result<Camera, Refusal> {
        let before = self.camera.as_ref();
        let filters = set.filters.clone().or_else(|| before.map(|c| c.filters.clone())).unwrap_or_default();
        let taken: f64 = filters.iter().map(|f| f.loss.get()).sum();
        if filters.len() > 6 || taken > 24.0 {
            return Err(Refusal::new("filters", "At most six filters and 24 stops go before a lens."));
        }
        let said = set.body.as_ref().map(|b| b.sync());
        let body = set.body.clone().or_else(|| before.and_then(|c| c.body.clone()));
        let exposure = Exposure { filter: Stops::of(taken), ..Exposure::new(set.aperture, set.shutter, set.iso) };
        let lens = set.lens.clone().or_else(|| before.and_then(|c| c.lens.clone()));
        // A lens of one focal length is at it.
        let fixed = lens.as_ref().filter(|l| l.focal.from == l.focal.to).map(|l| l.focal.from);
        let focal = set.focal.or(fixed).or_else(|| before.and_then(|c| c.focal));
        if let (Some(lens), Some(focal)) = (&lens, set.focal)
            && !(lens.focal.from..=lens.focal.to).contains(&focal)
        {
            let (from, to) = (lens.focal.from.get(), lens.focal.to.get());
            return Err(Refusal::new("focal", format!("{} goes from {from} to {to} mm. {} mm is outside.", lens.name, focal.get())));
        }
        Ok(Camera {
            exposure,
            sync: set.sync.or(said).or(before.and_then(|c| c.sync)),
            filters,
            body,
            lens,
            focal,
            sitter: set.sitter.or_else(|| before.and_then(|c| c.sitter)),
            white: set.white.or_else(|| before.and_then(|c| c.white)),
        })
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
        light.describe(put.unit.as_ref(), dial, put, self.schools.receptor);
        self.spoil_whole();
        Ok(())
    }

    fn aim(&mut self, set: &TargetSet) -> Result<(), Refusal> {
        if let Some(level) = set.level.filter(|l| !(-10.0..=5.0).contains(&l.get())) {
            return Err(Refusal::new("level", format!("A light is wished at −10 to +5 stops. {level} is outside.")));
        }
        let role = self.light_mut(&set.light)?.role;
        // The ratio is between the first key and the first fill; further ones have wishes of their own.
        if self.first(role).is_some_and(|first| first.id != set.light) {
            self.light_mut(&set.light)?.target = set.level;
            return Ok(());
        }
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

pub(super) fn unknown(id: &LightId) -> Refusal {
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

    /// Takes a new description. Saying what was not known changes nothing about a reading; what can be worked out carries it along, and
    /// another unit or an unknown modifier spoils it.
    fn describe(&mut self, unit: Option<&Unit>, dial: Option<Dial>, put: &LightPut, receptor: Receptor) {
        let before = self.clone();
        if self.unit.as_ref() == unit {
            self.turn(dial);
        } else {
            self.unit = unit.cloned();
            self.dial = dial;
        }
        self.modifier.clone_from(&put.modifier);
        self.distance = put.distance;
        self.rig = put.rig.clone();
        let changes = self.changes_since(&before, receptor);
        let Some(held) = &mut self.reading else { return };
        for (because, by) in changes {
            match by {
                Some(by) => held.carry(by, because),
                None => held.spoil(because),
            }
        }
    }

    /// What a new description does to a reading, change by change: by how many stops, or not to be worked out.
    fn changes_since(&self, before: &Self, receptor: Receptor) -> Vec<(Because, Option<Stops>)> {
        let mut changes = Vec::new();
        if let (Some(from), Some(to)) = (before.distance, self.distance)
            && from != to
        {
            changes.push((Because::Moved, Some(self.falloff(from, to))));
        } else if before.distance.is_some() && self.distance.is_none() {
            changes.push((Because::Moved, None));
        }
        if let (Some(from), Some(to)) = (before.rig.angle, self.rig.angle)
            && from != to
        {
            changes.push((Because::Moved, self.turned(from, to, receptor)));
        }
        if before.modifier.is_some() && (before.modifier != self.modifier || before.rig.shape != self.rig.shape) {
            changes.push((Because::Modifier, self.reshaped(before)));
        }
        let loss = |grid: Option<Grid>| grid.map_or(Loss::NONE, |g| g.loss).stops();
        if before.rig.grid != self.rig.grid {
            changes.push((Because::Grid, Some(loss(before.rig.grid) - loss(self.rig.grid))));
        }
        if before.rig.gels != self.rig.gels {
            let taken = |light: &Self| light.taken() - loss(light.rig.grid);
            changes.push((Because::Gel, Some(taken(before) - taken(self))));
        }
        if before.unit.as_ref().is_some_and(|b| self.unit.as_ref() != Some(b)) {
            changes.push((Because::Unit, None));
        }
        changes
    }

    /// What another modifier does, where the model knows both; the distance is taken as it is now.
    fn reshaped(&self, before: &Self) -> Option<Stops> {
        let named_only = before.modifier == self.modifier && before.rig.shape.is_none();
        if named_only {
            return Some(Stops::ZERO);
        }
        let at = self.distance?;
        let learnt = |light: &Self| light.rig.calibration.map_or(0.0, |c| c.offset.get());
        let through = |light: &Self| Some(light.rig.shape?.lux_per_lumen(at).log2() - light.rig.shape?.loss().get() + learnt(light));
        Some(Stops::of(through(self)? - through(before)?))
    }
}

impl Held {
    /// Stops of flash that were added since the reading; none where it is not known.
    #[must_use]
    pub const fn carried(&self) -> Option<Stops> {
        match self.standing {
            Standing::Measured => Some(Stops::ZERO),
            Standing::Carried { by, .. } => Some(by),
            Standing::Stale { .. } => None,
        }
    }
}
