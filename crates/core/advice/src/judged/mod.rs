//! What a frame that was shot says against what was foretold and wished: a black band, the room without flash, what high-speed sync lost, and which light,
//! which exposure or which skin is behind the difference.

mod cause;
mod fast;

use ink_lamp_light::{
    ambient::{BLACK, RoomWish},
    meter::Exposure,
    scale::Stops,
    shutter::{Clipped, FoundSync, find_sync},
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    entry::{DialTurned, Entry, FrameSaid},
    role::LightId,
    setup::Setup,
    shots::{Lit, Shot},
};

pub use cause::{AS_FORETOLD, Cause};

use crate::action::sync_found;

/// A frame with what was measured in it.
#[derive(Debug, Clone, PartialEq)]
pub struct ShotSeen<'a> {
    /// The frame.
    pub shot: &'a Shot,
    /// Its patches.
    pub patches: Vec<PatchSeen>,
    /// The share that reads as black.
    pub black: f64,
    /// The tone that a thousandth of it exceeds, stops over mid-grey.
    pub brightest: f64,
    /// Where it is black from an edge on, as a share of its height, and from which edge; none where it is not.
    pub band: Option<Band>,
}

/// A band at an edge that got no flash.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Band {
    /// The share of the frame that it takes, 0 to 1.
    pub share: f64,
    /// Which edge it lies at, as the picture is looked at.
    pub edge: Edge,
}

/// An edge of a picture.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Edge {
    /// Above.
    Top,
    /// Below.
    Bottom,
    /// On the left.
    Left,
    /// On the right.
    Right,
}

/// A patch of it.
#[derive(Debug, Clone, PartialEq)]
pub struct PatchSeen {
    /// As it is called.
    pub name: String,
    /// It lies on the sitter's skin, which may be darker or lighter than the stand-in's.
    pub skin: bool,
    /// It lies on a grey card.
    pub card: bool,
    /// Its tone, stops over mid-grey; none where it is clipped or without light.
    pub tone: Option<f64>,
    /// How sure that is, stops: one standard deviation.
    pub sure: f64,
    /// What was foretold of it, as everything stands now.
    pub foretold: Option<PatchForetold>,
}

/// What was foretold of a patch.
#[derive(Debug, Clone, PartialEq)]
pub struct PatchForetold {
    /// Of all that shines on it, stops over mid-grey.
    pub tone: f64,
    /// Of each light alone.
    pub lights: Vec<(LightId, f64)>,
}

/// What is to be said of a frame.
#[derive(Debug, Clone, PartialEq)]
#[non_exhaustive]
pub enum Judged {
    /// A part of it got no flash.
    Black {
        /// Where.
        band: Band,
        /// What that tells of curtains and trigger.
        found: FoundSync,
        /// What writes it.
        mend: Vec<Entry>,
    },
    /// The band is there, though by its time the whole frame should be open: something else cast it.
    BandAtSync {
        /// Where.
        band: Band,
    },
    /// Without flash, where the room is to be gone.
    RoomGone {
        /// The share that reads as black.
        black: f64,
        /// Its brightest place.
        brightest: f64,
        /// By so much that is over the line; 0 where it is not.
        over: f64,
    },
    /// Without flash, where the room is to be seen.
    RoomKept {
        /// The share that reads as black.
        black: f64,
        /// Its brightest place.
        brightest: f64,
        /// The wished level.
        wished: Stops,
    },
    /// High-speed sync takes otherwise than is counted on.
    FastLoss {
        /// The light.
        light: usize,
        /// More (+) or less (−) than counted, stops.
        more: f64,
        /// What is counted on beyond the curtains' share from then on.
        extra: f64,
        /// What writes it.
        mend: Entry,
    },
    /// All lies as foretold.
    AsForetold {
        /// Within so much, stops.
        within: f64,
    },
    /// It differs, and this is behind it most likely.
    Differs {
        /// By so many stops more (+) or less (−).
        by: f64,
        /// What is.
        cause: Cause,
        /// Another one that would do nearly as well.
        or: Option<Cause>,
        /// What mends it.
        mend: Option<Entry>,
    },
    /// It differs, and no one thing is behind it.
    Scattered {
        /// The patch that differs most.
        patch: usize,
        /// By so much.
        by: f64,
    },
    /// Nobody said which lights were on: these, most likely.
    LitBy {
        /// Which.
        lit: Lit,
        /// What says so.
        said: Entry,
    },
    /// A light was changed since: what is foretold now is not of this frame.
    ChangedSince {
        /// The first of them.
        light: usize,
    },
}

/// What a frame says, the most pressing first.
///
/// # Examples
/// ```
/// use ink_lamp_advice::judged::{Judged, ShotSeen, judged};
/// use ink_lamp_scene::scene::Scene;
/// use ink_lamp_sitting::{setup::Setup, shots::{AsShot, Lit, Shot}};
/// use uuid::Uuid;
///
/// let setup = Setup::default();
/// let shot = Shot { picture: Uuid::nil(), frame: 1, as_shot: AsShot::default(), lit: Some(Lit::NoFlash), meant: false, set: Vec::new(), changed: Vec::new() };
/// let seen = ShotSeen { shot: &shot, patches: Vec::new(), black: 1.0, brightest: -6.0, band: None };
/// assert_eq!(judged(&Scene::of(&setup), &seen), [Judged::RoomGone { black: 1.0, brightest: -6.0, over: 0.0 }]);
/// ```
#[must_use]
pub fn judged(scene: &Scene, seen: &ShotSeen) -> Vec<Judged> {
    let mut said = Vec::new();
    said.extend(seen.band.map(|band| band_of(scene.setup, seen.shot, band)));
    if seen.shot.lit == Some(Lit::NoFlash) {
        let (black, brightest) = (seen.black, seen.brightest);
        said.push(match scene.setup.room.wish {
            RoomWish::Remove(wish) => Judged::RoomGone { black, brightest, over: (brightest - wish.level.get()).max(0.0) },
            RoomWish::Keep(wish) => Judged::RoomKept { black, brightest, wished: wish.level },
        });
        return said;
    }
    said.extend(fast::lost(scene, seen));
    // Where a part of the frame has no flash, nothing of it lies as foretold.
    if seen.band.is_none() {
        let guessed = seen.shot.lit.is_none().then(|| cause::lit(scene, seen)).flatten().map(|lit| {
            let entry = FrameSaid { picture: seen.shot.picture, lit: Some(lit.clone()), meant: false };
            Judged::LitBy { lit, said: Entry::FrameSaid(entry) }
        });
        // Of another light than all, what is behind a difference is told once that was said.
        if !matches!(guessed, Some(Judged::LitBy { lit: Lit::NoFlash | Lit::Alone(_), .. })) {
            said.extend(cause::behind(scene, seen));
        }
        said.extend(guessed);
    }
    said
}

/// How the frame was exposed.
pub(crate) fn exposed(setup: &Setup, shot: &Shot) -> Option<Exposure> {
    Some(shot.as_shot.over(setup.camera.as_ref()?.exposure))
}

fn band_of(setup: &Setup, shot: &Shot, band: Band) -> Judged {
    let camera = setup.camera.as_ref();
    let found = exposed(setup, shot).zip(camera).filter(|(_, camera)| !camera.is_leaf()).and_then(|(exposed, camera)| {
        let shutter = exposed.shutter;
        let found = find_sync(&[Clipped { shutter, share: band.share }]).ok()?;
        // A time that is longer than any curtain takes: something else is black there.
        (found.travel.get() < LONGEST_TRAVEL).then_some((found, camera))
    });
    let Some((found, camera)) = found else { return Judged::BandAtSync { band } };
    let mend = sync_found(setup, camera, &found);
    Judged::Black { band, found, mend }
}

/// No curtain takes longer, seconds: a sync time of 1/60 (common practice, no source).
const LONGEST_TRAVEL: f64 = 1.0 / 60.0;

/// The entry that turns a light by so many stops, to the nearest that its dial has; none where that is where it stands.
fn turned(setup: &Setup, light: usize, by: f64) -> Option<Entry> {
    let of = &setup.lights[light];
    let (unit, power) = (of.unit.as_ref()?, of.power()?);
    let dial = unit.scale.nearest(power + Stops::of(by)).dial;
    (Some(dial) != of.dial).then(|| Entry::Dial(DialTurned { light: of.id.clone(), dial: unit.scale.write(dial) }))
}

/// From this tone on a patch is bright enough to be compared.
const LIGHT_ENOUGH: f64 = BLACK.get();
