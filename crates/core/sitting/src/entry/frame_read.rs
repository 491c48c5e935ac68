//! A frame was read as a meter is: a grey card in it, or another patch whose surface is known.

use ink_lamp_light::{
    meter::Reading,
    refusal::Refusal,
    scale::{MeterDisplay, Stops},
};
use serde::{Deserialize, Serialize};
use uuid::Uuid;

use super::reading::{ReadingTaken, Subject};
use crate::{
    metered::{FromFrame, HeldAt, How},
    room::RoomLight,
    setup::Setup,
    shots::MOST_SHOTS,
};

/// The brightest tone that is read: above it a picture clips, and tells nothing (`log2(1 / 0.18)`, 2.47, with some room for what is all but clipped).
const BRIGHTEST: f64 = 2.4;
/// The darkest: under it flare and rounding say more than the light.
const DARKEST: f64 = -6.0;

/// A frame was read as a meter is.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FrameRead {
    /// Its picture.
    pub picture: Uuid,
    /// The tone of the patch, stops over mid-grey: −6 to 2.4.
    pub tone: Stops,
    /// How sure that is, stops: one standard deviation, up to 2.
    pub sure: Stops,
    /// How far the surface there lies over a grey card in the same light, stops: 0 for a card.
    #[serde(default, skip_serializing_if = "Stops::is_zero")]
    pub over: Stops,
    /// Where the patch is.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub place: Option<HeldAt>,
}

impl Setup {
    /// A card that lies on mid-grey is lit as a meter there would show it: `Av + tone − over`, at the frame's own settings.
    pub(super) fn read_frame(&mut self, read: &FrameRead) -> Result<(), Refusal> {
        let Some(shot) = self.shots.iter().find(|shot| shot.picture == read.picture) else {
            let message = format!("This is none of the last {MOST_SHOTS} frames of the look. Read one of those.");
            return Err(Refusal::new("picture", message));
        };
        let within = |field: &'static str, value: Stops, low: f64, high: f64, what: &str| {
            let message = || format!("{} stops are no {what}. Give {low} to {high}.", value.get());
            if (low..=high).contains(&value.get()) { Ok(()) } else { Err(Refusal::new(field, message())) }
        };
        if read.tone.get() > BRIGHTEST {
            return Err(Refusal::new("tone", "The patch is clipped, or all but: how bright it is can't be told. Read a darker frame."));
        }
        within("tone", read.tone, DARKEST, BRIGHTEST, "tone that can be read")?;
        within("sure", read.sure, 0.0, 2.0, "spread of a tone")?;
        within("over", read.over, -3.0, 3.0, "tone of a surface over a grey card")?;
        let lit = shot.lit.as_ref().ok_or_else(|| Refusal::new("picture", "Say first which lights were on in this frame."))?;
        let of = Subject::from(lit);
        let Some(camera) = &self.camera else {
            return Err(Refusal::new("picture", "Set the camera first: a frame tells nothing without its exposure."));
        };
        let exposure = shot.as_shot.over(camera.exposure);
        let shows = MeterDisplay::from_av(Reading::av_for(read.tone - read.over, exposure)).map_err(|refusal| refusal.at("tone"))?;
        // Another surface than a card is only as sure as what was learnt of it.
        let learnt = self.skin.filter(|_| !read.over.is_zero()).map_or(Stops::ZERO, |skin| skin.sure);
        let sure = Stops::of(read.sure.get().hypot(learnt.get()));
        let from = FromFrame { picture: read.picture, sure };
        let taken = ReadingTaken {
            of,
            shows,
            iso: Some(exposure.iso),
            shutter: Some(exposure.shutter),
            how: How { place: read.place, frame: Some(from), ..How::default() },
            light: RoomLight::default(),
        };
        // The meter itself stays as it was set.
        let meter = self.meter;
        self.take(&taken)?;
        self.meter = meter;
        Ok(())
    }
}
