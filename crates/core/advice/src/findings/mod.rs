//! Mistakes and cautions: what the setup shows to be wrong or worth knowing, with its numbers and what mends it. They never block.
//!
//! One file a subject: its facts, and when they hold. What is said of them stands in `words/findings`, in a file of the same name.

pub(crate) mod bulb;
pub(crate) mod camera;
pub(crate) mod care;
pub(crate) mod catch_lights;
pub(crate) mod ceiling;
pub(crate) mod channel;
pub(crate) mod circuits;
pub(crate) mod commander;
pub(crate) mod daylight;
pub(crate) mod filter;
pub(crate) mod frame;
pub(crate) mod ghost;
pub(crate) mod ground;
pub(crate) mod group;
pub(crate) mod hot_lamp;
pub(crate) mod in_picture;
pub(crate) mod key_against_room;
mod kind;
pub(crate) mod lamps;
pub(crate) mod line_of_sight;
pub(crate) mod narrow;
pub(crate) mod near_eyes;
pub(crate) mod no_flash_frame;
pub(crate) mod overhead;
pub(crate) mod power_ends;
pub(crate) mod put_on;
pub(crate) mod ratio_over_room;
pub(crate) mod reading;
pub(crate) mod recharge;
pub(crate) mod rim;
pub(crate) mod room_over_shadow;
pub(crate) mod sheet;
pub(crate) mod slow;
pub(crate) mod sockets;
pub(crate) mod sync;
pub(crate) mod tail;
pub(crate) mod transmitter;
pub(crate) mod whole;

use ink_lamp_scene::{eyes::eyes, face::on_face, stage::Stage};
use ink_lamp_sitting::{
    checks::{CheckPoint, Device, Saw},
    entry::{DeviceChecked, Entry},
    role::Role,
    setup::Setup,
};
use serde::Serialize;

pub use kind::FindingKind;

use crate::correct::Corrected;

/// The subjects: each has a module above, and its facts a variant here.
macro_rules! subjects {
    ($($fact:ident($module:ident),)*) => {
        /// What is found, with its numbers. Its kind is told beside them.
        #[derive(Debug, Clone, PartialEq, Serialize)]
        #[serde(untagged)]
        #[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
        pub(crate) enum Fact {
            $(
                #[doc = concat!("See `findings/", stringify!($module), ".rs`.")]
                $fact(#[cfg_attr(feature = "schema", schema(inline))] $module::$fact),
            )*
        }

        $(
            impl From<$module::$fact> for Fact {
                fn from(fact: $module::$fact) -> Self {
                    Self::$fact(fact)
                }
            }
        )*
    };
}

subjects! {
    Camera(camera),
    Filter(filter),
    Slow(slow),
    Sync(sync),
    Tail(tail),
    Bulb(bulb),
    Ghost(ghost),
    RoomOverShadow(room_over_shadow),
    RoomLamps(lamps),
    Daylight(daylight),
    NoFlashFrame(no_flash_frame),
    Frame(frame),
    Whole(whole),
    Reading(reading),
    PowerEnds(power_ends),
    PutOn(put_on),
    Sheet(sheet),
    NearEyes(near_eyes),
    HotLamp(hot_lamp),
    Recharge(recharge),
    Sockets(sockets),
    CatchLights(catch_lights),
    Rim(rim),
    InPicture(in_picture),
    Ceiling(ceiling),
    Overhead(overhead),
    KeyAgainstRoom(key_against_room),
    RatioOverRoom(ratio_over_room),
    Ground(ground),
    Narrow(narrow),
    Channel(channel),
    Commander(commander),
    LineOfSight(line_of_sight),
    Groups(group),
    Sends(transmitter),
    Circuits(circuits),
    Care(care),
}

/// A device, and what is looked at on it.
pub(crate) type Cell = (Device, CheckPoint);

/// Something worth knowing.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Found {
    /// What it is.
    pub(crate) fact: Fact,
    /// The lane it belongs to.
    pub(crate) lane: String,
    /// What mends it, where one entry does.
    pub(crate) mends: Option<Entry>,
    /// What else answers it: it was right as it was.
    pub(crate) otherwise: Option<Entry>,
    /// Where it is looked at before the first flash: told at the first of them; nowhere, if it is none of those.
    pub(crate) cells: Vec<Cell>,
}

impl Found {
    pub(crate) fn new(fact: impl Into<Fact>, lane: &str) -> Self {
        Self { fact: fact.into(), lane: lane.to_owned(), mends: None, otherwise: None, cells: Vec::new() }
    }

    pub(crate) fn mend(self, mends: Option<Entry>) -> Self {
        Self { mends, ..self }
    }

    fn or_else(self, otherwise: Entry) -> Self {
        Self { otherwise: Some(otherwise), ..self }
    }

    /// It is looked at there, and mended at the device itself: then the cell says so.
    fn looked_at(self, device: Device, point: CheckPoint, right: impl Into<String>) -> Self {
        let saw = Some(Saw::Right(right.into()));
        let mends = Some(Entry::Checked(DeviceChecked { device: device.clone(), point, saw, by: None }));
        Self { mends, cells: vec![(device, point)], ..self }
    }

    /// It is looked at there, or at several devices.
    fn at(self, devices: impl IntoIterator<Item = Device>, point: CheckPoint) -> Self {
        Self { cells: devices.into_iter().map(|device| (device, point)).collect(), ..self }
    }

    /// Whether somebody looked and said that it is right, as it is to be said, or put it aside.
    fn is_answered(&self, setup: &Setup) -> bool {
        let Some(tick) = self.cells.first().and_then(|(device, point)| setup.tick(device, *point)) else { return false };
        let asked = self.mends.as_ref().and_then(|entry| match entry {
            Entry::Checked(checked) => checked.saw.as_ref(),
            _ => None,
        });
        matches!(tick.saw, Saw::Aside(_)) || asked == Some(&tick.saw)
    }
}

/// What there is to find in a scene, in the order in which it is told.
pub(crate) fn of(scene: &Corrected) -> Vec<Found> {
    let mut found = camera::of(scene);
    found.extend(filter::of(scene));
    found.extend(slow::of(scene));
    found.extend(sync::of(scene));
    let lights = || 0..scene.setup.lights.len();
    for light in lights() {
        found.extend(tail::of(scene, light));
        found.extend(bulb::of(scene, light));
    }
    found.extend(ghost::of(scene));
    found.extend(room_over_shadow::of(scene));
    found.extend(lamps::of(scene));
    found.extend(daylight::of(scene));
    found.extend(no_flash_frame::of(scene));
    found.extend(frame::of(scene));
    found.extend(whole::of(scene));
    for light in lights() {
        found.extend(reading::of(scene, light));
        found.extend(power_ends::of(scene, light));
        found.extend(put_on::of(scene, light));
        found.extend(sheet::of(scene, light));
        found.extend(near_eyes::of(scene, light));
        found.extend(hot_lamp::of(scene, light));
        found.extend(recharge::of(scene, light));
    }
    if let Some(stage) = scene.placed() {
        on_the_face(stage, &mut found);
        for light in &stage.lights {
            found.extend(rim::of(stage, light));
            found.extend(in_picture::of(stage, light));
            found.extend(ceiling::of(stage, light));
            found.extend(overhead::of(stage, light));
        }
        found.extend(key_against_room::of(scene));
        found.extend(ratio_over_room::of(scene));
        found.extend(ground::of(scene));
        found.extend(narrow::of(scene));
    }
    found.extend(channel::of(scene));
    found.extend(commander::of(scene));
    found.extend(line_of_sight::of(scene));
    for light in lights() {
        found.extend(group::missing(scene, light));
        found.extend(transmitter::of(scene, light));
    }
    found.extend(group::shared(scene));
    found.extend(circuits::of(scene));
    found.extend(care::of(scene));
    found.retain(|one| !one.is_answered(scene.setup));
    // What can't be done from here is not offered: a light would stand under the floor.
    for one in &mut found {
        one.mends = one.mends.take().filter(|entry| scene.setup.apply(entry).is_ok());
    }
    found
}

/// What the keys do to eye sockets and eyes: where the light is too steep, no more is said of it.
fn on_the_face(stage: &Stage, found: &mut Vec<Found>) {
    let eyes = eyes(stage);
    for on in on_face(stage).iter().filter(|on| stage.setup.lights[on.index].role == Role::Key) {
        found.extend(sockets::of(stage, on).or_else(|| catch_lights::of(stage, on, &eyes)));
    }
}
