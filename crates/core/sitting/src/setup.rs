//! Everything as it now stands.

use ink_lamp_light::{list::up_to, measure::LengthUnit, ratio::RatioTarget, refusal::Refusal};
use serde::{Deserialize, Deserializer, Serialize};

use crate::{
    camera::Camera,
    cautions::Heeded,
    checks::{CheckPoint, Device, DeviceTick},
    firing::Firing,
    holds::Holds,
    kit::Transmitter,
    light::{Because, Held, Light},
    metered::MeterSet,
    practice::Practice,
    role::{ADDED, LightId, Role},
    room::Room,
    schools::Schools,
    seen::{self, Seen, Spilt},
    shots::{self, Shot, Skin},
    studio::{GroundTone, StandIn, Studio},
    supplies::Supplies,
};

/// The most lights a setup holds.
pub const MOST_LIGHTS: usize = 8;

/// Everything as it now stands.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Setup {
    /// The room's light.
    pub room: Room,
    /// The camera, once it was set.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub camera: Option<Camera>,
    /// The lights in the order of their lanes, at most eight.
    #[serde(deserialize_with = "lights")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub lights: Vec<Light>,
    /// The wished ratio of key to fill.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(value_type = Option<ink_lamp_light::ratio::RatioSpec>))]
    pub ratio: Option<RatioTarget>,
    /// The reading with all lights on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub whole: Option<Held>,
    /// Frames shot in this setup.
    #[serde(default)]
    pub frames: u32,
    /// Metres or feet.
    #[serde(default)]
    pub length: LengthUnit,
    /// The ways of working that hold here.
    #[serde(default)]
    pub schools: Schools,
    /// The mains, and the pace that is wanted.
    #[serde(default)]
    pub supplies: Supplies,
    /// The transmitter, where one was said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub transmitter: Option<Transmitter>,
    /// How shutter and flash meet.
    #[serde(default)]
    pub firing: Firing,
    /// What must hold whatever the room asks for.
    #[serde(default)]
    pub holds: Holds,
    /// The studio around the sitter, once it was described.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub studio: Option<Box<Studio>>,
    /// How the meter is set, where that is not as the camera.
    #[serde(default, skip_serializing_if = "MeterSet::is_as_camera")]
    pub meter: MeterSet,
    /// What the ground is to look like, where that was said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub ground_tone: Option<GroundTone>,
    /// Whose face stands in for the sitter in the foretold frame.
    #[serde(default, skip_serializing_if = "StandIn::is_usual")]
    pub face: StandIn,
    /// What the meter saw of the lights, oldest first: evidence of what is known of each now.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "seen::all")]
    #[cfg_attr(feature = "schema", schema(max_items = 64))]
    pub seen: Vec<Seen>,
    /// What somebody looked at on the devices before the first flash.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "crate::checks::ticks")]
    #[cfg_attr(feature = "schema", schema(max_items = 150))]
    pub checks: Vec<DeviceTick>,
    /// Cautions that somebody acted on in this sitting.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "crate::cautions::heeded")]
    #[cfg_attr(feature = "schema", schema(max_items = 13))]
    pub heeded: Vec<Heeded>,
    /// What was read to fall on the shadow side and on the ground besides their own lights.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "up_to::<_, _, 2>")]
    #[cfg_attr(feature = "schema", schema(max_items = 2))]
    pub spilt: Vec<Spilt>,
    /// The last frames whose pictures are kept, oldest first.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "shots::all")]
    #[cfg_attr(feature = "schema", schema(max_items = 16))]
    pub shots: Vec<Shot>,
    /// What a frame with a grey card taught of the sitter's skin.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub skin: Option<Skin>,
    /// It is a drill's: how it is worked on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub practice: Option<Practice>,
}

impl Default for Setup {
    /// An empty setup: the four lights a portrait is most often lit with, none of them touched.
    fn default() -> Self {
        let lights = [Role::Key, Role::Fill, Role::Rim, Role::Ground].map(Light::untouched).to_vec();
        Self {
            room: Room::default(),
            camera: None,
            lights,
            ratio: None,
            whole: None,
            frames: 0,
            length: LengthUnit::Metres,
            schools: Schools::default(),
            supplies: Supplies::default(),
            transmitter: None,
            firing: Firing::default(),
            holds: Holds::default(),
            studio: None,
            meter: MeterSet::default(),
            ground_tone: None,
            face: StandIn::default(),
            seen: Vec::new(),
            checks: Vec::new(),
            heeded: Vec::new(),
            spilt: Vec::new(),
            shots: Vec::new(),
            skin: None,
            practice: None,
        }
    }
}

fn lights<'de, D: Deserializer<'de>>(deserializer: D) -> Result<Vec<Light>, D::Error> {
    let lights = up_to::<_, Light, MOST_LIGHTS>(deserializer)?;
    for (n, light) in lights.iter().enumerate() {
        if lights[..n].iter().any(|l| l.id == light.id) {
            return Err(serde::de::Error::custom(format!("Two lights are called {}. Give each its own id.", light.id)));
        }
    }
    Ok(lights)
}

impl Setup {
    /// The light of an id.
    #[must_use]
    pub fn light(&self, id: &LightId) -> Option<&Light> {
        self.lights.iter().find(|l| l.id == *id)
    }

    /// Whether it is a drill's in which nothing is advised now.
    #[must_use]
    pub fn is_silent(&self) -> bool {
        self.practice.is_some_and(Practice::is_silent)
    }

    /// What somebody saw on a device at a point.
    #[must_use]
    pub fn tick(&self, device: &Device, point: CheckPoint) -> Option<&DeviceTick> {
        self.checks.iter().find(|t| t.device == *device && t.point == point)
    }

    /// The place of a light in the order of the lanes.
    #[must_use]
    pub fn index_of(&self, id: &LightId) -> Option<usize> {
        self.lights.iter().position(|l| l.id == *id)
    }

    /// The first light of a role.
    #[must_use]
    pub fn first(&self, role: Role) -> Option<&Light> {
        self.lights.iter().find(|l| l.role == role)
    }

    /// The place of the first light of a role in the order of the lanes.
    #[must_use]
    pub fn index(&self, role: Role) -> Option<usize> {
        self.lights.iter().position(|l| l.role == role)
    }

    /// What may be added to it: a light of each name, untouched, with an id that is free.
    #[must_use]
    pub fn could_add(&self) -> Vec<Light> {
        let taken: Vec<&LightId> = self.lights.iter().map(|l| &l.id).collect();
        ADDED.iter().map(|&(base, role)| Light { id: LightId::free(base, &taken), ..Light::untouched(role) }).collect()
    }
}

impl Setup {
    /// The studio as it was said, or as it usually is.
    #[must_use]
    pub fn studio(&self) -> Studio {
        self.studio.as_deref().cloned().unwrap_or_else(|| Studio::usual(self.camera.as_ref()))
    }
}

impl Setup {
    pub(crate) fn light_mut(&mut self, id: &LightId) -> Result<&mut Light, Refusal> {
        self.lights.iter_mut().find(|l| l.id == *id).ok_or_else(|| unknown(id))
    }

    /// Lights flashed: what they held is gone, and they charge to their dials.
    pub(crate) fn flashed(&mut self, which: impl Fn(&Light) -> bool) {
        self.lights.iter_mut().filter(|l| which(l)).for_each(|l| l.charged = None);
    }

    pub(crate) const fn spoil_whole(&mut self) {
        if let Some(whole) = &mut self.whole {
            whole.spoil(Because::Lights);
        }
    }
}

/// No light of a setup is called so.
#[must_use]
pub fn unknown(id: &LightId) -> Refusal {
    Refusal::new("light", format!("No light is called {id} in this setup."))
}
