//! A light’s lane.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::levels::{Levels, TOLERANCE_TENTHS};
use ink_lamp_sitting::{
    light::{Because, Held, Light, Standing},
    setup::Setup,
};
use serde::Serialize;

use super::{
    against,
    lane::{Foot, Gap, Lane, LaneKind, LaneState, bare},
};
use crate::{board::energy, mark::Mark, next::Pick};

/// A likely level, and how far off it may be.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GuessShown {
    /// Where.
    pub mark: Mark,
    /// Either way.
    pub within: Stops,
    /// `likely −0.4 ±1.0`.
    pub words: String,
    /// From what it is told: `from the rated energy`, `from 3 readings of Taper 400 in Octa 90`.
    pub from: String,
}

/// A unit's dial.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DialShown {
    /// As it is set.
    pub now: String,
    /// One step up; none at full power.
    pub up: Option<String>,
    /// One step down; none at the lowest.
    pub down: Option<String>,
}

pub(super) fn light(setup: &Setup, levels: &Levels, index: usize, pick: &Pick) -> Lane {
    let light = &setup.lights[index];
    let level = &levels.lights[index];
    let mut lane = bare(light.id.as_str(), LaneKind::Light, &light.name());
    lane.role = Some(light.role);
    let mark = |stops: Stops| levels.exposure.map(|e| Mark::at(stops, e));
    lane.target = levels.targets[index].and_then(mark);
    // What is no longer true is not drawn where a guess says more.
    lane.reading = level.total.or(level.stale.filter(|_| level.guess.is_none())).and_then(mark);
    // No ordinary meter reads what pulses through a travelling curtain, or a burn that another time cuts: that is worked out.
    let shutter = !setup.shutter_loss(light, light.reading.as_ref()).is_zero();
    lane.likely = light.reading.as_ref().is_some_and(|h| !h.is_measured() || shutter);
    lane.guess = level.guess.and_then(|(at, within)| Some(guess_shown(light, mark(at)?, within)));
    let within = light.reading.as_ref().and_then(Held::within);
    lane.carried = within.map(|w| format!("moved since it was read: carried along by its front, ±{}", w.number()));
    lane.energy = energy::energy(setup, light);
    lane.after = pick.after.as_ref().filter(|(id, _)| *id == light.id).and_then(|(_, stops)| mark(*stops));
    (lane.state, lane.words, lane.gap) = light_state(setup, levels, index);
    lane.foot = foot(light, pick);
    lane.dial = light.unit.as_ref().zip(light.dial).map(|(unit, dial)| DialShown {
        now: unit.scale.write(dial),
        up: unit.scale.up(dial).map(|d| unit.scale.write(d)),
        down: unit.scale.down(dial).map(|d| unit.scale.write(d)),
    });
    lane
}

fn guess_shown(light: &Light, mark: Mark, within: Stops) -> GuessShown {
    let words = format!("likely {} ±{}", mark.shown, within.number());
    let from = match (light.rig.calibration, &light.unit) {
        (Some(learnt), Some(unit)) => {
            let readings = if learnt.count == 1 { "one reading".to_owned() } else { format!("{} readings", learnt.count) };
            let inside = light.modifier.as_ref().map(|m| format!(" in {m}")).unwrap_or_default();
            format!("from {readings} of {}{inside}, spread {}", unit.name, learnt.spread.number())
        }
        (None, Some(unit)) if unit.rated.is_none() => "from its guide number, never read in this modifier".to_owned(),
        _ => "from its rated energy, never read in this modifier".to_owned(),
    };
    GuessShown { mark, within, words, from }
}

fn light_state(setup: &Setup, levels: &Levels, index: usize) -> (LaneState, String, Option<Gap>) {
    let light = &setup.lights[index];
    let level = &levels.lights[index];
    let step = setup.schools.step;
    let again = |words: &str| (LaneState::ReadAgain, words.to_owned(), None);
    let told = |state, words: String| (state, words, None);
    match &light.reading {
        None if levels.targets[index].is_some() || light.target.is_some() || light.unit.is_some() => told(LaneState::Set, "set".to_owned()),
        None => told(LaneState::Untouched, "untouched".to_owned()),
        Some(_) if !level.tangled.is_empty() => again("read the others"),
        Some(Held { standing: Standing::Stale { .. }, .. }) => again("read again"),
        Some(Held { standing: Standing::Carried { because, .. }, reading, .. }) => match (levels.gap(index), level.total) {
            (Some(gap), _) if gap.tenths().abs() > TOLERANCE_TENTHS && *because != Because::Copied => against(gap, step),
            (_, Some(level)) => again(
                &light
                    .reading
                    .as_ref()
                    .and_then(Held::within)
                    .map_or_else(|| format!("likely {level}"), |within| format!("likely {level} ±{}", within.number())),
            ),
            _ => again(&format!("read {}", reading.shows)),
        },
        Some(Held { reading, .. }) => match (levels.gap(index), level.total) {
            (Some(gap), _) => against(gap, step),
            (None, Some(_)) => told(LaneState::Measured, "read".to_owned()),
            (None, None) => told(LaneState::Measured, format!("reads {}", reading.shows)),
        },
    }
}

fn foot(light: &Light, pick: &Pick) -> Foot {
    let plain = light.unit.as_ref().map_or_else(|| "say the unit".to_owned(), |u| u.name.clone());
    let pending = pick.pending.as_ref().filter(|(id, _)| *id == light.id).map(|(_, setting)| format!("→ {setting}"));
    Foot { strong: light.written().unwrap_or_default(), plain, pending, third: worn(light), trigger: trigger(light) }
}

/// What is on a light: `Octa 90, grid`.
fn worn(light: &Light) -> String {
    let mut worn: Vec<String> = light.modifier.clone().into_iter().collect();
    worn.extend(light.rig.grid.map(|_| "grid".to_owned()));
    worn.extend(light.rig.gels.iter().map(|g| g.name.clone()));
    worn.join(", ")
}

fn trigger(light: &Light) -> Option<String> {
    let group = light.rig.group.map(|g| g.to_string());
    let channel = light.rig.channel.map(|c| format!("ch {c}"));
    let both: Vec<String> = group.into_iter().chain(channel).collect();
    (!both.is_empty()).then(|| both.join(" · "))
}
