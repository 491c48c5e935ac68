//! What can be found, by its kind.

use ink_lamp_sitting::{cautions::Caution, studio::GroundTone};
use serde::Serialize;

use super::{
    Fact, bulb::Bulb, camera::Camera, ground::Ground, group::Groups, lamps::RoomLamps, put_on::PutOn, reading::Reading, recharge::Recharge,
    rim::Rim, sync::Sync, transmitter::Sends,
};

/// What can be found.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum FindingKind {
    /// A reading is no brighter than the room alone: the light may not have fired.
    NoFlash,
    /// The reading with all lights on differs from the sum of the parts.
    WholeDiffers,
    /// The shutter is shorter than the sync time.
    PastSync,
    /// The room alone is brighter than the shadow side is wished.
    RoomOverShadow,
    /// The meter was on another ISO or shutter time than the camera is.
    MeterSettings,
    /// A wish lies outside a unit's power.
    PowerEnds,
    /// Something was put on or taken off a light and not compensated.
    Uncompensated,
    /// What is stored must be dumped after turning down.
    ChargeKept,
    /// A unit listens on another channel.
    ChannelClash,
    /// A group that the transmitter does not have.
    GroupMissing,
    /// Units that need different powers share a group.
    GroupShared,
    /// The transmitter's lowest power is not the unit's.
    TransmitterLowest,
    /// Transmitter and unit step differently.
    StepsDiffer,
    /// The on-camera unit adds to the exposure.
    CommanderContributes,
    /// Pulses of light need line of sight.
    LineOfSight,
    /// A slave cell answers the wrong pre-flash.
    SlaveCell,
    /// High-speed sync is on in some places and off in others.
    HighSpeedPartly,
    /// A slow pulse outlasts the shutter.
    PulseTail,
    /// The room's lamps have another colour than the flash.
    LampsMix,
    /// Daylight goes: a kept room is to be read again.
    Daylight,
    /// The test frame without flash is not what it should be.
    NoFlashFrame,
    /// A frame was shot otherwise than the camera is set here.
    FrameDiffers,
    /// The room was read at one place only, or under other lamps at the other.
    RoomPlaces,
    /// Modelling lamps are other than they were when the room was read.
    ModellingLamps,
    /// A bulb burns longer than the shutter is open.
    BulbCut,
    /// A moving sitter draws a ghost.
    Ghost,
    /// A flash bulb near skin or eyes.
    BulbHot,
    /// Aperture past diffraction.
    Diffraction,
    /// ISO past the photographer's own cap.
    IsoPastCap,
    /// Too slow to hold, and a ghost of a moving sitter.
    SlowShutter,
    /// Light too steep for the eyes.
    DarkSockets,
    /// A catch-light is missing.
    CatchLight,
    /// A light from behind lights only the back.
    RimNoWrap,
    /// A light shines into the lens.
    Flare,
    /// A light or its stand is in the picture.
    InPicture,
    /// The key comes from the side that the room's own light does not.
    KeyAgainstRoom,
    /// The sitter is too near the ground for black.
    GroundTooNear,
    /// The ground is not as wished.
    GroundTone,
    /// A light does not fit under the ceiling.
    CeilingLow,
    /// Something hangs over the sitter.
    Overhead,
    /// What the room throws back does not allow the ratio.
    RatioOverRoom,
    /// The picture shows past the edge of the paper.
    GroundNarrow,
    /// Metres and feet mixed in a guide number.
    GuideUnits,
    /// Not ready again in time.
    RecycleSlow,
    /// Few frames in the battery.
    BatteryWeak,
    /// Units draw more than a circuit carries.
    CircuitLoad,
    /// A full flash close to the eyes.
    Eyes,
    /// A hot lamp behind a gel or in cloth.
    HotLamp,
    /// Something is there that asks for care.
    Care,
}

impl FindingKind {
    /// Whether it is about people's safety.
    pub(crate) const fn is_caution(self) -> bool {
        matches!(self, Self::CircuitLoad | Self::Eyes | Self::HotLamp | Self::BulbHot | Self::Overhead | Self::Care)
    }

    /// Whether it spoils the frame: a black band, a light that does not fire, what must not be in the picture.
    pub(crate) const fn is_spoiling(self) -> bool {
        matches!(
            self,
            Self::PastSync
                | Self::HighSpeedPartly
                | Self::ChannelClash
                | Self::GroupMissing
                | Self::SlaveCell
                | Self::InPicture
                | Self::GroundNarrow
        )
    }

    /// Whether a light does not fire by it, or not in time: no reading and no dial says anything before that is mended.
    pub(crate) const fn is_about_firing(self) -> bool {
        matches!(self, Self::PastSync | Self::HighSpeedPartly | Self::ChannelClash | Self::GroupMissing | Self::SlaveCell)
    }

    /// Whether it follows from where things stand.
    pub(crate) const fn is_placement(self) -> bool {
        matches!(
            self,
            Self::DarkSockets
                | Self::CatchLight
                | Self::RimNoWrap
                | Self::Flare
                | Self::InPicture
                | Self::KeyAgainstRoom
                | Self::GroundTooNear
                | Self::GroundTone
                | Self::GroundNarrow
                | Self::CeilingLow
                | Self::Overhead
                | Self::RatioOverRoom
                | Self::LineOfSight
        )
    }
}

impl Fact {
    /// Its kind.
    pub(crate) const fn kind(&self) -> FindingKind {
        match self {
            Self::Camera(Camera::Diffraction { .. }) => FindingKind::Diffraction,
            Self::Camera(Camera::IsoPastCap { .. }) => FindingKind::IsoPastCap,
            Self::Filter(_) => FindingKind::Uncompensated,
            Self::Slow(_) => FindingKind::SlowShutter,
            Self::Sync(Sync::Partly { .. }) => FindingKind::HighSpeedPartly,
            Self::Sync(Sync::Late { .. } | Sync::Past { .. }) => FindingKind::PastSync,
            Self::Tail(_) => FindingKind::PulseTail,
            Self::Bulb(Bulb::Hot { .. }) => FindingKind::BulbHot,
            Self::Bulb(Bulb::Cut { .. }) => FindingKind::BulbCut,
            Self::Ghost(_) => FindingKind::Ghost,
            Self::Daylight(_) => FindingKind::Daylight,
            Self::RoomOverShadow(_) => FindingKind::RoomOverShadow,
            Self::RoomLamps(RoomLamps::Mix { .. }) => FindingKind::LampsMix,
            Self::RoomLamps(RoomLamps::Differ { .. }) => FindingKind::RoomPlaces,
            Self::RoomLamps(RoomLamps::Modelling { .. }) => FindingKind::ModellingLamps,
            Self::NoFlashFrame(_) => FindingKind::NoFlashFrame,
            Self::Frame(_) => FindingKind::FrameDiffers,
            Self::Whole(_) => FindingKind::WholeDiffers,
            Self::Reading(Reading::NoFlash { .. }) => FindingKind::NoFlash,
            Self::Reading(Reading::OtherIso { .. }) => FindingKind::MeterSettings,
            Self::PowerEnds(_) => FindingKind::PowerEnds,
            Self::PutOn(PutOn::ChargeKept { .. }) => FindingKind::ChargeKept,
            Self::PutOn(PutOn::Uncompensated { .. }) => FindingKind::Uncompensated,
            Self::Sheet(_) => FindingKind::GuideUnits,
            Self::NearEyes(_) => FindingKind::Eyes,
            Self::HotLamp(_) => FindingKind::HotLamp,
            Self::Recharge(Recharge::Slow { .. }) => FindingKind::RecycleSlow,
            Self::Recharge(Recharge::Few { .. }) => FindingKind::BatteryWeak,
            Self::Sockets(_) => FindingKind::DarkSockets,
            Self::CatchLights(_) => FindingKind::CatchLight,
            Self::Rim(Rim::NoWrap(_)) => FindingKind::RimNoWrap,
            Self::Rim(Rim::Flare(_)) => FindingKind::Flare,
            Self::InPicture(_) => FindingKind::InPicture,
            Self::Ceiling(_) => FindingKind::CeilingLow,
            Self::Overhead(_) => FindingKind::Overhead,
            Self::KeyAgainstRoom(_) => FindingKind::KeyAgainstRoom,
            Self::RatioOverRoom(_) => FindingKind::RatioOverRoom,
            Self::Ground(Ground { wish: GroundTone::Black, .. }) => FindingKind::GroundTooNear,
            Self::Ground(Ground { wish: GroundTone::Grey { .. } | GroundTone::White, .. }) => FindingKind::GroundTone,
            Self::Narrow(_) => FindingKind::GroundNarrow,
            Self::Channel(_) => FindingKind::ChannelClash,
            Self::Commander(_) => FindingKind::CommanderContributes,
            Self::LineOfSight(_) => FindingKind::LineOfSight,
            Self::Groups(Groups::Missing { .. }) => FindingKind::GroupMissing,
            Self::Groups(Groups::Shared { .. }) => FindingKind::GroupShared,
            Self::Sends(Sends::Lowest { .. }) => FindingKind::TransmitterLowest,
            Self::Sends(Sends::Steps { .. }) => FindingKind::StepsDiffer,
            Self::Sends(Sends::Slave { .. }) => FindingKind::SlaveCell,
            Self::Circuits(_) => FindingKind::CircuitLoad,
            Self::Care(_) => FindingKind::Care,
        }
    }

    /// The caution that it is: told until somebody acted on it in this sitting.
    pub(crate) const fn caution(&self) -> Option<Caution> {
        match self {
            Self::Overhead(_) => Some(Caution::Overhead),
            Self::NearEyes(_) => Some(Caution::Eyes),
            Self::HotLamp(_) => Some(Caution::Heat),
            Self::Bulb(Bulb::Hot { .. }) => Some(Caution::Bulbs),
            Self::Care(care) => Some(care.risk.caution()),
            _ => None,
        }
    }
}
