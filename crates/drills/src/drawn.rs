//! A studio for a drill, drawn from a seed: the same seed gives the same one, for ever and on every machine.

use ink_lamp_light::{
    refusal::Refusal,
    scale::{Iso, MeterDisplay, ShutterTime},
    strobe::Dial,
};
use ink_lamp_sitting::{
    entry::{CameraSet, DialTurned, Entry, LightPlaced, LightPut, RatioChosen, ReadingTaken, Subject, TargetSet, TransmitterChosen},
    light::{Light, Rig},
    metered::{HeldAt, How, RoomPlace},
    role::LightId,
    room::RoomLight,
    setup::Setup,
};
use ink_lamp_stand_ins::{
    fault::Fault,
    studio::Studio,
    truth::{Spreads, Truth},
};

use crate::{
    drill::{Drill, Said, Standing},
    kit,
    want::Real,
};

/// A studio for a drill.
#[derive(Debug, Clone)]
pub struct Drawn {
    /// What it is drawn from, exactly: kept with the run.
    pub seed: String,
    /// How it stands at first.
    pub setup: Setup,
    /// How far things are off.
    truth: Truth,
    /// The room, EV at ISO 100.
    room: f64,
    /// What is wrong.
    faults: Vec<Fault>,
}

impl Drawn {
    /// The studio that a seed says exactly, as it was kept.
    ///
    /// # Errors
    /// Where something of the drill can't be.
    pub fn exactly(drill: &Drill, seed: &str) -> Result<Self, Refusal> {
        let truth = Truth::new(seed, Spreads { lost: 0.0, ..Spreads::USUAL });
        let setup = as_said(drill)?;
        let camera = drill.camera;
        let level = truth.between(drill.room.from, drill.room.to, "the room");
        let room = level + camera.aperture.av() - (camera.iso.sv() - 5.0) + camera.shutter.tv();
        let faults = match drill.faults.len() {
            0 => Vec::new(),
            #[allow(clippy::cast_precision_loss, clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "a handful")]
            many => vec![drill.faults[(truth.between(0.0, many as f64, "the fault") as usize).min(many - 1)].clone()],
        };
        let mut drawn = Self { seed: seed.to_owned(), setup, truth, room, faults };
        for standing in &drill.lights {
            drawn.turn(drill, standing)?;
        }
        for read in &drill.read {
            let light = read.light.map_or_else(RoomLight::default, |lamps| RoomLight {
                lamps: Some(lamps.lamps),
                kelvin: Some(lamps.kelvin),
                ..RoomLight::default()
            });
            // What was read beforehand was read before anything went wrong.
            let right = Self { faults: Vec::new(), ..drawn.clone() };
            let mut read = right.read(&drawn.setup, &read.of, None, None)?.entry;
            if let Entry::Reading(taken) = &mut read {
                taken.light = light;
            }
            drawn.setup = drawn.setup.apply(&read)?;
        }
        Ok(drawn)
    }

    /// The studio as it really is, with a setup in it.
    #[must_use]
    pub fn studio(&self, setup: &Setup) -> Studio {
        Studio {
            room: self.room,
            at_ground: 0.0,
            faults: self.faults.clone(),
            ..Studio::new(setup.clone(), self.truth.clone(), &self.seed)
        }
    }

    /// What is wrong.
    #[must_use]
    pub fn faults(&self) -> &[Fault] {
        &self.faults
    }

    /// How far off a light's unit with what it wears is, stops.
    #[must_use]
    pub fn off(&self, light: &LightId) -> Option<f64> {
        let light = self.setup.light(light)?;
        let unit = light.unit.as_ref()?;
        Some(self.truth.unit(&unit.name) + self.truth.modifier(&light.worn_id().unwrap_or_default()))
    }

    /// Reads a meter: the entry as it is logged where its ISO is taken for one, and what its display shows beside.
    ///
    /// # Errors
    /// Nothing is there to be read, it did not fire, or the meter has no marks for it.
    pub fn read(&self, setup: &Setup, of: &Subject, place: Option<HeldAt>, taken_for: Option<Iso>) -> Result<Metered, Refusal> {
        let studio = self.studio(setup);
        let exposure = setup.camera.as_ref().map(|camera| camera.exposure).ok_or_else(|| Refusal::new("of", "The camera is not set."))?;
        let iso = taken_for.unwrap_or(exposure.iso);
        let stands_on = studio.meter_iso(iso);
        let shutter = if *of == Subject::Room { studio.time_for_room(place, stands_on, exposure.shutter) } else { exposure.shutter };
        // Each reading has a noise of its own; sent again on the same state, it is the same reading.
        let nth = u64::try_from(setup.seen.len()).unwrap_or(0) * 31 + u64::from(setup.room.reading.is_some());
        let shows = studio.meter(of, place, stands_on, shutter, nth)?;
        let entry = Entry::Reading(ReadingTaken {
            of: of.clone(),
            shows,
            iso: (iso != exposure.iso).then_some(iso),
            shutter: (shutter != exposure.shutter).then_some(shutter),
            how: How { simulated: true, place, ..How::default() },
            // What was said of the room's light stays said.
            light: if *of == Subject::Room { setup.room.light_at(RoomPlace::Sitter) } else { RoomLight::default() },
        });
        Ok(Metered { entry, shows, iso: stands_on, shutter })
    }

    /// Sets a light's dial so far off what is asked of it as the drill says.
    fn turn(&mut self, drill: &Drill, standing: &Standing) -> Result<(), Refusal> {
        let Some(off) = standing.off else { return Ok(()) };
        let about = standing.light.as_str();
        let mut by = self.truth.between(off.from, off.to, about);
        if off.either && self.truth.between(-1.0, 1.0, &format!("{about} to which side")) < 0.0 {
            by = -by;
        }
        let right = Self { faults: Vec::new(), ..self.clone() };
        let studio = right.studio(&self.setup);
        let Some(real) = Real::of(&studio) else { return Ok(()) };
        let Some((_, wanted, _)) = real.asked(&drill.wants).into_iter().find(|(id, ..)| *id == standing.light) else { return Ok(()) };
        let light = self.setup.light(&standing.light).ok_or_else(|| Refusal::new("light", "It does not stand there."))?;
        let Some(unit) = &light.unit else { return Ok(()) };
        let miss = |dial: Dial| {
            // It stands so for long: nothing is held of before.
            let turned = Light { dial: Some(dial), charged: None, ..light.clone() };
            Some((real.total_of(&turned)? - wanted - by).abs())
        };
        let best = unit.scale.dials().filter_map(|dial| Some((miss(dial)?, dial)));
        if let Some((_, best)) = best.min_by(|a, b| a.0.total_cmp(&b.0)) {
            let turned = Entry::Dial(DialTurned { light: standing.light.clone(), dial: unit.scale.write(best) });
            self.setup = self.setup.apply(&turned)?;
            self.setup.lights.iter_mut().for_each(|light| light.charged = None);
        }
        Ok(())
    }
}

/// A meter that was read.
#[derive(Debug, Clone)]
pub struct Metered {
    /// The entry that logs it.
    pub entry: Entry,
    /// What its display shows.
    pub shows: MeterDisplay,
    /// The ISO that its display shows.
    pub iso: Iso,
    /// The time that its display shows.
    pub shutter: ShutterTime,
}

/// A light as a drill says that it stands: at its lowest power, where its dial is not said.
fn put(standing: &Standing) -> Result<Entry, Refusal> {
    let (unit, modifier) = (kit::unit(&standing.unit)?, kit::modifier(&standing.modifier)?);
    let dial = standing.dial.clone().unwrap_or_else(|| unit.scale.write(unit.scale.lowest()));
    let rig = Rig { shape: Some(modifier.shape), channel: standing.channel, group: standing.group, ..Rig::default() };
    Ok(Entry::Light(Box::new(LightPut {
        light: standing.light.clone(),
        role: standing.role(),
        unit: Some(unit),
        dial: Some(dial),
        modifier: Some(standing.modifier.clone()),
        distance: standing.distance,
        rig,
    })))
}

/// A drill's studio as it is said, before anything of it is drawn.
fn as_said(drill: &Drill) -> Result<Setup, Refusal> {
    let mut setup = Setup::default();
    setup.lights.clear();
    let mut say = |entry: Entry| -> Result<(), Refusal> {
        setup = setup.apply(&entry)?;
        Ok(())
    };
    let camera =
        CameraSet { body: Some(Box::new(kit::camera()?)), ..CameraSet::new(drill.camera.aperture, drill.camera.shutter, drill.camera.iso) };
    say(Entry::Camera(camera))?;
    for standing in &drill.lights {
        say(put(standing)?)?;
    }
    for more in &drill.more {
        say(match more {
            Said::Transmitter { transmitter } => {
                Entry::Transmitter(TransmitterChosen { transmitter: Some(kit::transmitter(transmitter)?) })
            }
            Said::Entry(entry) => (**entry).clone(),
        })?;
    }
    for standing in &drill.lights {
        if let Some(around) = standing.around {
            say(Entry::Placed(LightPlaced { light: standing.light.clone(), place: None, around: Some(around) }))?;
        }
        if let Some(level) = standing.target {
            say(Entry::Target(TargetSet { light: standing.light.clone(), level: Some(level), own: drill.ratio.is_none(), came_to: None }))?;
        }
    }
    say(Entry::Ratio(RatioChosen { target: drill.ratio }))?;
    say(Entry::RoomWish(drill.wish.unwrap_or_default()))?;
    Ok(setup)
}
