//! A step as it stands on a line of time.

use ink_lamp_light::{refusal::Refusal, scale::Series};
use ink_lamp_sitting::{
    checks::CheckPoint,
    entry::{Entry, Subject},
    role::{LightId, Role},
    setup::Setup,
};
use serde::Serialize;

use super::terms::{name_of, role_of, shown, size, time, way_of};
use crate::{
    counted::{Did, Done},
    drawn::Drawn,
    score::Judged,
    way::{SECONDS, Step, Way},
};

/// A step on a line of time.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StepShown {
    /// Seconds from the beginning.
    pub at: f64,
    /// The same in words: `0:24`.
    pub time: String,
    /// The lane that it is about.
    pub lane: String,
    /// The light's role, where it is a light.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub role: Option<Role>,
    /// What it is.
    pub kind: StepKind,
    /// What stands out: `Fill 5.6 1`.
    pub strong: String,
    /// Under it: `0.7 over`.
    pub plain: String,
    /// Whether the shortest way has it too.
    pub needed: bool,
}

/// What a step is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum StepKind {
    /// A reading.
    Read,
    /// A light that was asked to fire, and did not.
    Dark,
    /// A dial went up, or a light came nearer.
    Up,
    /// A dial went down, or a light went back.
    Down,
    /// Another move.
    Moved,
    /// The next move was asked for.
    Asked,
}

/// A level against the camera of a setup, of an `Av` at ISO 100.
pub(super) fn level(av_100: f64, setup: &Setup) -> Option<f64> {
    let exposure = setup.camera.as_ref()?.exposure;
    Some(av_100 - exposure.aperture.av() + exposure.iso.sv() - 5.0)
}

/// What a reading showed, and where that lies.
pub(super) fn reading(step: &Done) -> Option<(String, f64)> {
    let Entry::Reading(taken) = &step.entry else { return None };
    let camera = step.after.camera.as_ref()?.exposure;
    let iso = taken.iso.unwrap_or(camera.iso);
    let mut at = level(taken.shows.av() - (iso.sv() - 5.0), &step.after)?;
    if taken.of == Subject::Room {
        // The room is told at the camera's time, not at the meter's.
        at += taken.shutter.map_or(0.0, |shutter| shutter.tv() - camera.shutter.tv());
    }
    let (whole, tenths) = taken.shows.whole_and_tenths();
    Some((format!("{whole} {tenths}"), at))
}

pub(super) fn changed(step: &Done) -> (StepKind, String, String) {
    let (before, after) = (&step.before, &step.after);
    let light = |setup: &Setup| LightId::new(&step.lane).ok().and_then(|id| setup.light(&id).cloned());
    match &step.entry {
        Entry::Camera(set) => {
            let was = before.camera.as_ref().map(|camera| camera.exposure);
            let mut parts = Vec::new();
            if was.is_none_or(|was| was.aperture != set.aperture) {
                parts.push(format!("ƒ{}", set.aperture.marking(Series::Third)));
            }
            if was.is_none_or(|was| was.shutter != set.shutter) {
                parts.push(set.shutter.marking(Series::Third));
            }
            if was.is_none_or(|was| was.iso != set.iso) {
                parts.push(format!("ISO {}", set.iso.marking(Series::Third)));
            }
            (StepKind::Moved, if parts.is_empty() { "as it was".to_owned() } else { parts.join(", ") }, "camera".to_owned())
        }
        Entry::Firing(_) => (StepKind::Moved, "High speed".to_owned(), "switched".to_owned()),
        Entry::Studio(studio) => {
            let behind = studio.ground.map_or_else(|| "Studio".to_owned(), |ground| format!("{:.1} m", ground.behind.get()));
            (StepKind::Moved, behind, "to the ground".to_owned())
        }
        Entry::SitterMoved(_) => (StepKind::Moved, "Sitter".to_owned(), "moved".to_owned()),
        Entry::Checked(checked) => match checked.point {
            CheckPoint::Fires | CheckPoint::Charge => (StepKind::Moved, "Fired".to_owned(), "what was held is gone".to_owned()),
            _ => (StepKind::Moved, "Looked at".to_owned(), "set right".to_owned()),
        },
        _ => {
            let (was, is) = (light(before), light(after));
            let dials = was.as_ref().and_then(|was| was.power()).zip(is.as_ref().and_then(|is| is.power()));
            let ways = was.as_ref().and_then(|was| was.distance).zip(is.as_ref().and_then(|is| is.distance));
            let rigs = was.as_ref().map(|was| &was.rig).zip(is.as_ref().map(|is| &is.rig));
            if let Some((was, now)) = dials.filter(|(was, now)| was != now) {
                let by = (now - was).get();
                let kind = if by > 0.0 { StepKind::Up } else { StepKind::Down };
                let written = is.and_then(|is| is.written()).unwrap_or_default();
                return (kind, written, format!("{} {}", size(by), way_of(by)));
            }
            if let Some((was, now)) = ways.filter(|(was, now)| was != now) {
                let kind = if now.get() < was.get() { StepKind::Up } else { StepKind::Down };
                let word = if now.get() < was.get() { "nearer" } else { "farther" };
                return (kind, format!("{:.2} m", now.get()), word.to_owned());
            }
            if let Some((was, now)) = rigs {
                if let Some(gel) = now.gels.iter().find(|gel| !was.gels.contains(gel)) {
                    return (StepKind::Moved, gel.name.clone(), "on the light".to_owned());
                }
                if now.grid.is_some() && was.grid.is_none() {
                    return (StepKind::Moved, "Grid".to_owned(), "on the light".to_owned());
                }
            }
            (StepKind::Moved, name_of(&step.lane, after), "set".to_owned())
        }
    }
}

pub(super) fn step(judged: &Judged) -> StepShown {
    let Judged { step, needed } = judged;
    let name = name_of(&step.lane, &step.after);
    let (kind, strong, plain) = match &step.did {
        Did::Read(_) => match reading(step) {
            Some((shows, at)) => (StepKind::Read, format!("{name} {shows}"), shown(at)),
            None => (StepKind::Read, name, "in a frame".to_owned()),
        },
        Did::Dark(_) => (StepKind::Dark, name, "did not fire".to_owned()),
        Did::Asked => (StepKind::Asked, "Asked".to_owned(), "the next move".to_owned()),
        Did::Moved => changed(step),
    };
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "a drill is not that long")]
    let seconds = step.at.round() as u32;
    let role = role_of(&step.lane, &step.after);
    StepShown { at: step.at, time: time(seconds), lane: step.lane.clone(), role, kind, strong, plain, needed: *needed }
}

/// The shortest way as steps that were done.
pub(super) fn walked(way: &Way, drawn: &Drawn) -> Result<Vec<Judged>, Refusal> {
    let (mut before, mut at, mut all) = (drawn.setup.clone(), 0.0, Vec::new());
    for step in &way.steps {
        let (did, entry, after) = way.step(step, drawn, &before)?;
        at += f64::from(if did.is_reading() { SECONDS.0 } else { SECONDS.1 });
        let lane = match (&did, step) {
            (Did::Read(of), _) => of.to_string(),
            (Did::Dark(light), _) => light.to_string(),
            (_, Step::Do(entry)) => crate::counted::lane_of(entry, &before),
            _ => String::new(),
        };
        all.push(Judged { step: Done { at, did, lane, entry, before: before.clone(), after: after.clone() }, needed: true });
        before = after;
    }
    Ok(all)
}
