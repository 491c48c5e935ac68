//! What one entry did, in numbers: what the tape keeps beside the entry itself.

use ink_lamp_light::{
    ambient::{Darkening, darkening},
    measure::LengthUnit,
    ratio::RatioTarget,
    scale::{Iso, ShutterTime, Step, Stops},
};
use ink_lamp_sitting::{
    checks::Device,
    entry::{DeviceChecked, Entry, FramePicture, FrameShot, Subject},
    firing::SyncPlace,
    light::{Held, Light},
    role::{LightId, Role},
    setup::Setup,
    shots::Lit,
};
use serde::{Deserialize, Serialize};

use crate::{
    scene::Scene,
    stand::Stand,
    stands_at::{StandsAt, stands_at},
};

/// What one entry did. Every later version reads it: what is not there is not known, what a version does not know it passes over.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(default)]
pub struct Effect {
    /// The light that it is about, as it then was.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub light: Option<LightThen>,
    /// By how many stops its power changed.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub power: Option<Stops>,
    /// What moving it gave its reading, by the model.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub moved: Option<Stops>,
    /// Where it then stood.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub at: Option<StandsAt>,
    /// What was read.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub read: Option<Read>,
    /// By how much a room that was read grew darker.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub room: Option<Darkening>,
    /// The wished ratio after it.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub ratio: Option<RatioTarget>,
    /// Where high-speed sync was forgotten.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub forgotten: Vec<Forgotten>,
    /// From the camera to the face, metres.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub camera_away: Option<f64>,
    /// Which frame it was said of.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub of_frame: Option<u32>,
    /// Frames shot by then.
    pub frames: u32,
    /// Metres or feet, as they were told.
    pub length: LengthUnit,
}

/// A light as it then was.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct LightThen {
    /// As it is said: `Key`.
    pub name: String,
    /// Its role; none for a light that was not there.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub role: Option<Role>,
    /// Its unit.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub unit: Option<String>,
    /// Its setting as written on its dial.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub written: Option<String>,
    /// What was on it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub modifier: Option<String>,
}

/// A reading, and what came of it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Read {
    /// Names of the others that were on.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub others: Vec<String>,
    /// The meter's shutter time and ISO.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub meter: Option<(ShutterTime, Iso)>,
    /// The camera was on another ISO.
    #[serde(default)]
    pub other_iso: bool,
    /// How it stood; none for the room.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub stand: Option<Stand>,
    /// Where it lay against the exposure.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub level: Option<Stops>,
    /// In what steps differences were told.
    #[serde(default)]
    pub step: Step,
}

/// A place where high-speed sync was forgotten.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Forgotten {
    /// The camera.
    Camera,
    /// The transmitter.
    Transmitter,
    /// The unit of a light, by its name.
    Unit(String),
}

impl Effect {
    /// What an entry did, between the setup before it and the scene after.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_scene::{effect::Effect, scene::Scene};
    /// use ink_lamp_sitting::{
    ///     entry::{Entry, FrameShot},
    ///     setup::Setup,
    /// };
    ///
    /// let before = Setup::default();
    /// let entry = Entry::Frame(FrameShot::default());
    /// let after = before.apply(&entry)?;
    /// assert_eq!(Effect::of(&before, &entry, &Scene::of(&after)).frames, 1);
    /// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
    /// ```
    #[must_use]
    pub fn of(before: &Setup, entry: &Entry, after: &Scene) -> Self {
        let now = after.setup;
        let plain = Self { frames: now.frames, length: now.length, ..Self::default() };
        let light = |setup: &Setup, id: &LightId| Some(LightThen::of(setup, id));
        match entry {
            Entry::Reading(taken) => Self { light: read_light(now, &taken.of), read: Some(Read::of(after, &taken.of)), ..plain },
            Entry::Camera(_) => Self { room: room_moved(before, now), ..plain },
            Entry::Dial(turned) => Self { light: light(now, &turned.light), power: power(before, now, &turned.light), ..plain },
            Entry::Light(put) => Self { light: light(now, &put.light), ..plain },
            Entry::LightRemoved(removed) => Self { light: light(before, &removed.light), ..plain },
            Entry::Left(left) => Self { light: light(now, &left.light), ..plain },
            Entry::Target(set) => Self { light: light(now, &set.light), ratio: now.ratio, ..plain },
            Entry::Firing(_) => Self { forgotten: forgotten(now), ..plain },
            Entry::Studio(_) | Entry::SitterMoved(_) => Self { camera_away: Some(now.studio().camera_away()), ..plain },
            Entry::Placed(placed) => {
                let id = &placed.light;
                let at = now.light(id).and_then(|l| stands_at(l, now));
                Self { light: light(now, id), at, moved: moved(before, now, id), ..plain }
            }
            Entry::Automatic(frame) => Self { light: light(now, &frame.light), ..plain },
            Entry::Frame(FrameShot { picture: Some(FramePicture { lit: Some(Lit::Alone(id)), .. }), .. }) => {
                Self { light: light(now, id), ..plain }
            }
            Entry::FrameRead(read) => {
                let shot = now.shots.iter().find(|shot| shot.picture == read.picture);
                let Some((shot, of)) = shot.and_then(|shot| Some((shot, Subject::from(shot.lit.as_ref()?)))) else { return plain };
                Self { light: read_light(now, &of), read: Some(Read::of(after, &of)), of_frame: Some(shot.frame), ..plain }
            }
            Entry::FrameSaid(said) => {
                let of_frame = now.shots.iter().find(|shot| shot.picture == said.picture).map(|shot| shot.frame);
                let alone = said.lit.as_ref().and_then(|lit| if let Lit::Alone(id) = lit { light(now, id) } else { None });
                Self { of_frame, light: alone, ..plain }
            }
            Entry::FrameAway(away) => {
                let of_frame = before.shots.iter().find(|shot| shot.picture == away.picture).map(|shot| shot.frame);
                Self { of_frame, ..plain }
            }
            Entry::Skin(compared) => {
                let of_frame = now.shots.iter().find(|shot| shot.picture == compared.picture).map(|shot| shot.frame);
                Self { of_frame, ..plain }
            }
            Entry::Checked(DeviceChecked { device: Device::Unit(id), .. }) => Self { light: light(now, id), ..plain },
            // What these did, the entry itself tells.
            _ => plain,
        }
    }
}

impl LightThen {
    /// A light of a setup; by its id alone where it is not there.
    #[must_use]
    pub fn of(setup: &Setup, id: &LightId) -> Self {
        let Some(light) = setup.light(id) else {
            return Self { name: id.to_string(), role: None, unit: None, written: None, modifier: None };
        };
        Self {
            name: light.name(),
            role: Some(light.role),
            unit: light.unit.as_ref().map(|u| u.name.clone()),
            written: light.written(),
            modifier: light.modifier.clone(),
        }
    }
}

impl Forgotten {
    /// A place of a setup, by the name that its light has there.
    #[must_use]
    pub fn of(setup: &Setup, place: &SyncPlace) -> Self {
        match place {
            SyncPlace::Camera => Self::Camera,
            SyncPlace::Transmitter => Self::Transmitter,
            SyncPlace::Unit(id) => Self::Unit(LightThen::of(setup, id).name),
        }
    }
}

fn read_light(now: &Setup, of: &Subject) -> Option<LightThen> {
    match of {
        Subject::Light(id) => Some(LightThen::of(now, id)),
        Subject::Room | Subject::Whole => None,
    }
}

impl Read {
    fn of(after: &Scene, of: &Subject) -> Self {
        let (now, levels) = (after.setup, &after.levels);
        let (held, others, stand, level) = match of {
            Subject::Room => (now.room.seen.last().map(|s| s.reading), Vec::new(), None, None),
            Subject::Whole => (now.whole.as_ref().map(|w| w.reading), Vec::new(), Some(Stand::of_whole(after)), levels.whole),
            Subject::Light(id) => {
                let held = now.light(id).and_then(|l| l.reading.as_ref());
                let others = held.map(|h| h.others.as_slice()).unwrap_or_default();
                let others = others.iter().map(|o| LightThen::of(now, &o.light).name).collect();
                let of = now.index_of(id).map(|i| (Stand::of_light(after, i), levels.lights[i].shown()));
                (held.map(|h| h.reading), others, of.map(|o| o.0), of.and_then(|o| o.1))
            }
        };
        Self {
            others,
            meter: held.map(|r| (r.shutter, r.iso)),
            other_iso: now.camera.as_ref().zip(held).is_some_and(|(c, r)| c.exposure.iso != r.iso),
            stand,
            level: level.filter(|_| levels.exposure.is_some()),
            step: now.schools.step,
        }
    }
}

/// What a change of the camera does to a room that was read.
fn room_moved(before: &Setup, now: &Setup) -> Option<Darkening> {
    let (from, to) = before.camera.as_ref().zip(now.camera.as_ref())?;
    now.room.reading?;
    Some(darkening(from.exposure, to.exposure))
}

fn power(before: &Setup, now: &Setup, id: &LightId) -> Option<Stops> {
    let power = |s: &Setup| s.light(id).and_then(Light::power);
    Some(power(now)? - power(before)?)
}

/// What a move gave a reading of this light.
fn moved(before: &Setup, now: &Setup, id: &LightId) -> Option<Stops> {
    let by = |s: &Setup| s.light(id).and_then(|l| l.reading.as_ref()).and_then(Held::carried);
    Some(by(now)? - by(before)?).filter(|by| by.tenths() != 0)
}

fn forgotten(now: &Setup) -> Vec<Forgotten> {
    now.high_speed_forgotten().iter().map(|place| Forgotten::of(now, place)).collect()
}
