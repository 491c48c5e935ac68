//! The true sync time, from test frames that were clipped.

use serde::{Deserialize, Serialize};

use super::curtains::Delay;
use crate::{measure::Seconds, refusal::Refusal, scale::ShutterTime};

/// A test frame that was clipped.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Clipped {
    /// The time it was shot at.
    pub shutter: ShutterTime,
    /// The share of the frame that came out black, 0 to 1.
    pub share: f64,
}

/// What clipped test frames tell of a camera with its trigger.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FoundSync {
    /// Time that a curtain takes.
    pub travel: Seconds,
    /// The trigger's delay; none can be told from one frame alone, and it is taken as nothing.
    pub delay: Delay,
    /// The shortest time, in third stops, at which nothing is clipped.
    pub sync: ShutterTime,
}

/// The true sync time from clipped test frames: by `b·Tc = Tc + delay − t`, a straight line through the frames. One frame alone is read
/// as if the trigger had no delay.
///
/// # Errors
/// Refuses no frames, shares that are not above 0 and under 1, and frames that contradict each other.
pub fn find_sync(frames: &[Clipped]) -> Result<FoundSync, Refusal> {
    if frames.is_empty() {
        return Err(Refusal::new("frames", "Give at least one clipped frame: its shutter time and how much of it came out black."));
    }
    if let Some(n) = frames.iter().position(|f| !(f.share > 0.0 && f.share < 1.0)) {
        let message = "A clipped frame is black in part: give a share above 0 and under 100 %.";
        return Err(Refusal::new(format!("frames[{n}].share"), message));
    }
    let count = f64::from(u32::try_from(frames.len()).unwrap_or(u32::MAX));
    let mean = |of: &dyn Fn(&Clipped) -> f64| frames.iter().map(of).sum::<f64>() / count;
    let (share, time) = (mean(&|f| f.share), mean(&|f| f.shutter.seconds()));
    let spread = frames.iter().map(|f| (f.share - share).powi(2)).sum::<f64>();
    let together = frames.iter().map(|f| (f.share - share) * (f.shutter.seconds() - time)).sum::<f64>();
    let contradict =
        || Refusal::new("frames", "These frames contradict each other: a shorter time must come out blacker. Look at them again.");
    let travel = if spread > 1e-6 { -together / spread } else { time / (1.0 - share) };
    let travel = Seconds::new(travel).map_err(|_| contradict())?;
    let clean = time + share * travel.get();
    let delay = Delay::new((clean - travel.get()).max(0.0)).map_err(|_| contradict())?;
    // The next longer time that the dial has.
    let sync = ShutterTime::from_tv((-clean.log2() * 3.0 + 1e-6).floor() / 3.0)?;
    Ok(FoundSync { travel, delay, sync })
}
