//! The facts that happen on set. An entry is appended to a tape and never changed; [`crate::setup::Setup::apply`] says what it does.
//!
//! One file an entry: what it carries, and what it does to a setup.

mod all_set;
mod asked;
mod automatic;
mod camera;
mod check;
mod dial;
mod face;
mod firing;
mod frame;
mod frame_away;
mod frame_read;
mod ground_tone;
mod heed;
mod holds;
mod left;
mod length;
mod light;
mod light_removed;
mod note;
mod placed;
mod ratio;
mod reading;
mod room_wish;
mod said;
mod schools;
mod sitter_moved;
mod skin;
mod start;
mod studio;
mod target;
mod transmitter;
mod undo;

use ink_lamp_light::{ambient::RoomWish, refusal::Refusal};
use serde::{Deserialize, Serialize};

pub use all_set::AllSet;
pub use asked::MoveAsked;
pub use automatic::AutomaticFrame;
pub use camera::CameraSet;
pub use check::DeviceChecked;
pub use dial::DialTurned;
pub use face::FaceChosen;
pub use frame::{FramePicture, FrameSaid, FrameShot};
pub use frame_away::FrameAway;
pub use frame_read::FrameRead;
pub use ground_tone::GroundWished;
pub use heed::{CautionHeeded, CheckAgain};
pub use left::LightLeft;
pub use length::LengthChosen;
pub use light::LightPut;
pub use light_removed::LightRemoved;
pub use note::NoteTaken;
pub use placed::{Around, LightPlaced};
pub use ratio::RatioChosen;
pub use reading::{ReadingTaken, Subject};
pub use said::{DeviceSays, DevicesSaid};
pub use sitter_moved::SitterMoved;
pub use skin::SkinCompared;
pub use start::Start;
pub use target::TargetSet;
pub use transmitter::TransmitterChosen;
pub use undo::Back;

use crate::{firing::Firing, holds::Holds, schools::Schools, setup::Setup, studio::Studio, supplies::Supplies};

/// One fact that happened on set.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Entry {
    /// The setup began as a copy of another one.
    Start(Start),
    /// The meter was read.
    Reading(ReadingTaken),
    /// The camera was set.
    Camera(CameraSet),
    /// The room is to be removed or kept.
    RoomWish(RoomWish),
    /// A dial was turned.
    Dial(DialTurned),
    /// Several dials were turned at once.
    AllSet(AllSet),
    /// A light was described: unit, setting, modifier, distance.
    Light(Box<LightPut>),
    /// A light was taken away.
    LightRemoved(LightRemoved),
    /// A light was left as it is, though off its wish.
    Left(LightLeft),
    /// The ratio of key to fill was chosen.
    Ratio(RatioChosen),
    /// A light's wished level was set.
    Target(TargetSet),
    /// Metres or feet.
    Length(LengthChosen),
    /// The ways of working that hold in this setup.
    Schools(Schools),
    /// The mains, and the pace that is wanted.
    Supplies(Supplies),
    /// The transmitter that fires the units.
    Transmitter(TransmitterChosen),
    /// How shutter and flash meet.
    Firing(Firing),
    /// What must hold whatever the room asks for.
    Holds(Box<Holds>),
    /// The studio around the sitter was described.
    Studio(Box<Studio>),
    /// A light was put somewhere, or taken off the plan.
    Placed(LightPlaced),
    /// The sitter moved, and all else stayed.
    SitterMoved(SitterMoved),
    /// What the ground is to look like.
    GroundTone(GroundWished),
    /// A face was chosen to stand in for the sitter in the foretold frame.
    Face(FaceChosen),
    /// A frame by automatic flash, to begin from.
    Automatic(AutomaticFrame),
    /// Somebody looked at a device before the first flash.
    Checked(DeviceChecked),
    /// Devices that are joined said how they are set.
    Said(DevicesSaid),
    /// Everything is to be looked at again before the next flash.
    CheckAgain(CheckAgain),
    /// Somebody acted on a caution.
    Heeded(CautionHeeded),
    /// A frame was shot.
    Frame(FrameShot),
    /// Something was said of a frame whose picture is kept.
    FrameSaid(FrameSaid),
    /// A frame was read as a meter is.
    FrameRead(FrameRead),
    /// A frame was taken out of the roll.
    FrameAway(FrameAway),
    /// Skin was compared with a grey card in a frame.
    Skin(SkinCompared),
    /// A note was taken.
    Note(NoteTaken),
    /// In a drill, the next move was asked for.
    Asked(MoveAsked),
    /// Everything after an earlier entry was taken back at once.
    GoOn(Back),
    /// An entry was taken back.
    Undo(Back),
    /// What was taken back is true after all.
    Redo(Back),
}

impl Entry {
    /// The kind as it is stored beside the entry.
    #[must_use]
    pub const fn kind(&self) -> &'static str {
        match self {
            Self::Start(_) => "start",
            Self::Reading(_) => "reading",
            Self::Camera(_) => "camera",
            Self::RoomWish(_) => "room_wish",
            Self::Dial(_) => "dial",
            Self::AllSet(_) => "all_set",
            Self::Light(_) => "light",
            Self::LightRemoved(_) => "light_removed",
            Self::Left(_) => "left",
            Self::Ratio(_) => "ratio",
            Self::Target(_) => "target",
            Self::Length(_) => "length",
            Self::Schools(_) => "schools",
            Self::Supplies(_) => "supplies",
            Self::Transmitter(_) => "transmitter",
            Self::Firing(_) => "firing",
            Self::Holds(_) => "holds",
            Self::Studio(_) => "studio",
            Self::Placed(_) => "placed",
            Self::SitterMoved(_) => "sitter_moved",
            Self::GroundTone(_) => "ground_tone",
            Self::Face(_) => "face",
            Self::Automatic(_) => "automatic",
            Self::Checked(_) => "checked",
            Self::Said(_) => "said",
            Self::CheckAgain(_) => "check_again",
            Self::Heeded(_) => "heeded",
            Self::Frame(_) => "frame",
            Self::FrameSaid(_) => "frame_said",
            Self::FrameRead(_) => "frame_read",
            Self::FrameAway(_) => "frame_away",
            Self::Skin(_) => "skin",
            Self::Note(_) => "note",
            Self::Asked(_) => "asked",
            Self::GoOn(_) => "go_on",
            Self::Undo(_) => "undo",
            Self::Redo(_) => "redo",
        }
    }

    /// The same without what is put in when it is written.
    #[must_use]
    pub fn as_sent(self) -> Self {
        match self {
            Self::Target(set) => Self::Target(TargetSet { came_to: None, ..set }),
            other => other,
        }
    }

    /// Whether it is a fact of its own, and not the taking back or bringing back of others.
    #[must_use]
    pub const fn is_fact(&self) -> bool {
        !matches!(self, Self::Undo(_) | Self::Redo(_) | Self::GoOn(_))
    }

    /// Whether lights may stand, be set or be described otherwise after it.
    const fn is_about_lights(&self) -> bool {
        use Entry::{AllSet, Automatic, Dial, Light, LightRemoved, Placed, SitterMoved, Studio};
        matches!(self, Dial(_) | AllSet(_) | Light(_) | LightRemoved(_) | Placed(_) | SitterMoved(_) | Studio(_) | Automatic(_))
    }

    /// Whether the lights are worked out anew after it: a wish, the camera, what must hold, or the studio was decided.
    const fn decides_anew(&self) -> bool {
        use Entry::{Camera, Firing, GroundTone, LightRemoved, Ratio, RoomWish, Schools, SitterMoved, Studio, Target};
        matches!(
            self,
            Camera(_)
                | Firing(_)
                | GroundTone(_)
                | LightRemoved(_)
                | Ratio(_)
                | RoomWish(_)
                | Schools(_)
                | SitterMoved(_)
                | Studio(_)
                | Target(_)
        )
    }

    /// Whether it tells what was seen, and so is true whatever else was changed meanwhile; all others are decisions.
    #[must_use]
    pub const fn is_observation(&self) -> bool {
        matches!(
            self,
            Self::Reading(_)
                | Self::Checked(_)
                | Self::Said(_)
                | Self::Heeded(_)
                | Self::Frame(_)
                | Self::FrameSaid(_)
                | Self::FrameRead(_)
                | Self::FrameAway(_)
                | Self::Skin(_)
                | Self::Note(_)
                | Self::Asked(_)
        )
    }
}

impl Setup {
    /// What the setup is after an entry.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_light::scale::{Aperture, Iso, ShutterTime};
    /// use ink_lamp_sitting::{
    ///     entry::{CameraSet, Entry},
    ///     setup::Setup,
    /// };
    ///
    /// let set = CameraSet::new(Aperture::parse("8")?, ShutterTime::parse("1/160")?, Iso::parse("100")?);
    /// let setup = Setup::default().apply(&Entry::Camera(set))?;
    /// assert_eq!(setup.camera.unwrap().exposure.shutter, ShutterTime::parse("1/160")?);
    /// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
    /// ```
    ///
    /// # Errors
    /// An entry that can't be true of this setup, with the field that is wrong.
    pub fn apply(&self, entry: &Entry) -> Result<Self, Refusal> {
        let mut next = self.clone();
        // A move that was asked for is told until something is done.
        if let Some(practice) = next.practice.as_mut().filter(|_| !matches!(entry, Entry::Note(_))) {
            practice.asked = false;
        }
        match entry {
            Entry::Start(start) => next.begin(start)?,
            Entry::Reading(taken) => next.take(taken)?,
            Entry::Camera(set) => next.set_camera(set)?,
            Entry::RoomWish(wish) => next.wish_room(*wish)?,
            Entry::Dial(turned) => next.turn_dial(turned)?,
            Entry::AllSet(set) => next.set_all(set)?,
            Entry::Light(put) => next.put(put, self)?,
            Entry::Studio(studio) => next.put_studio(self, studio)?,
            Entry::Placed(placed) => next.place(self, placed)?,
            Entry::SitterMoved(by) => next.move_sitter(self, *by)?,
            Entry::GroundTone(wished) => next.wish_ground(*wished)?,
            Entry::LightRemoved(removed) => next.remove_light(removed)?,
            Entry::Left(left) => next.leave(left)?,
            Entry::Ratio(chosen) => next.ratio = chosen.target,
            Entry::Target(set) => next.aim(set)?,
            Entry::Length(chosen) => next.length = chosen.unit,
            Entry::Schools(schools) => next.work_by(schools),
            Entry::Supplies(supplies) => next.supplies = *supplies,
            Entry::Transmitter(chosen) => next.transmitter.clone_from(&chosen.transmitter),
            Entry::Firing(firing) => next.fire(firing)?,
            Entry::Holds(holds) => next.hold(holds)?,
            Entry::Face(chosen) => next.face = chosen.face,
            Entry::Automatic(frame) => next.give_automatic(frame)?,
            Entry::Checked(checked) => next.check(checked)?,
            Entry::Said(heard) => next.hear_devices(heard)?,
            Entry::CheckAgain(_) => next.check_again(),
            Entry::Heeded(heeded) => next.heed(heeded)?,
            Entry::Frame(shot) => next.shoot(shot)?,
            Entry::FrameSaid(said) => next.say_of_frame(said)?,
            Entry::FrameRead(read) => next.read_frame(read)?,
            Entry::FrameAway(away) => next.take_frame_away(away),
            Entry::Skin(compared) => next.compare_skin(*compared)?,
            Entry::Note(_) => {}
            Entry::Asked(_) => next.ask()?,
            Entry::Undo(_) | Entry::Redo(_) | Entry::GoOn(_) => {
                return Err(Refusal::new("entry", "Taking back and bringing back changes the tape. Read the setup from there."));
            }
        }
        if entry.is_about_lights() {
            next.keep_evidence(self);
            if !next.shots.is_empty() {
                next.keep_shots(self);
            }
        }
        if !next.checks.is_empty() {
            next.keep_checks(self);
        }
        if entry.decides_anew() {
            next.begin_round();
        }
        Ok(next)
    }
}
