//! The next move as it is shown: one sentence, one action.

use std::sync::Arc;

use ink_lamp_light::{scale::Stops, strobe::Tick};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{light::Light, role::Role};
use serde::Serialize;

use super::{findings::Finding, lanes::dial};
use crate::{
    action::Action,
    next::{Move, MoveKind, Pick},
    words::{
        next as words,
        span::{Line, Span},
        tape::{self, TapeLine},
    },
};

/// What to do next.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NextMove {
    /// What kind of move it is.
    pub kind: MoveKind,
    /// The lane it belongs to.
    pub lane: String,
    /// The sentence; what is dialled stands out.
    pub say: Vec<Span>,
    /// Why, and the other way to do it: two lines at most.
    pub why: Vec<Vec<Span>>,
    /// The unit's own power scale, where the move is a light's and its unit is known.
    pub power: Option<PowerDrawing>,
    /// What to press once it is done, and the entry that this logs.
    pub action: Option<Action>,
    /// How it will stand on the tape.
    pub tape: Option<TapeLine>,
    /// Its unit ends before the wish: one of the kit may be named.
    #[serde(skip)]
    pub asks_kit: bool,
}

/// A unit's power scale, to be drawn.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PowerDrawing {
    /// `Tallow 500, 500 Ws`.
    pub unit: String,
    /// Whose mark stands on it.
    pub role: Role,
    /// Its marks, in stops below full.
    #[serde(serialize_with = "dial::shared_ticks")]
    #[cfg_attr(feature = "schema", schema(value_type = Vec<Tick>))]
    pub ticks: Arc<Vec<Tick>>,
    /// Lowest power in stops below full.
    pub lowest: Stops,
    /// Where it is set.
    pub now: Stops,
    /// The same as written: `1/8`.
    pub now_written: String,
    /// Where it goes.
    pub next: Option<Stops>,
}

pub(super) fn shown(pick: &Pick, scene: &Scene, findings: &[Finding]) -> NextMove {
    // What keeps a light from firing, or from firing in time, comes before its gap, where one press mends it.
    let fires = findings.iter().find(|finding| finding.kind.is_about_firing() && finding.remedy.is_some());
    if let Some(spoils) = fires.filter(|_| pick.what.is_about_lights()) {
        return mend(pick, scene, spoils, words::fire_first());
    }
    let spoils = findings.iter().find(|finding| finding.spoils);
    if let (MoveKind::Shoot, Some(spoils)) = (pick.what.kind(), spoils) {
        return mend(pick, scene, spoils, words::mend_first());
    }
    let action = pick.entry.as_ref().map(|entry| Action { label: words::press(pick, entry), entry: entry.clone() });
    NextMove {
        kind: pick.what.kind(),
        lane: pick.lane.clone(),
        say: words::say(pick, scene),
        why: words::why(pick, scene),
        power: pick.power.and_then(|(light, next)| power(&scene.setup.lights[light], next)),
        tape: pick.entry.as_ref().map(|entry| tape::pending(scene.setup, entry)),
        action,
        asks_kit: matches!(&pick.what, Move::Light(to) if to.is_at_end()),
    }
}

/// What would spoil the frame is mended first, or passed over by whoever knows better.
fn mend(pick: &Pick, scene: &Scene, spoils: &Finding, why: Line) -> NextMove {
    let action = spoils.remedy.clone();
    NextMove {
        kind: MoveKind::Mend,
        lane: spoils.lane.clone(),
        say: spoils.words.clone(),
        why: vec![why],
        power: None,
        tape: action.as_ref().map(|action| tape::pending(scene.setup, &action.entry)),
        action: action.or_else(|| Some(Action { label: words::ANYWAY.to_owned(), entry: pick.entry.clone()? })),
        asks_kit: false,
    }
}

fn power(light: &Light, next: Option<Stops>) -> Option<PowerDrawing> {
    let (unit, dial) = (light.unit.as_ref()?, light.dial?);
    Some(PowerDrawing {
        unit: unit.rated.map_or_else(|| unit.name.clone(), |ws| format!("{}, {} Ws", unit.name, ws.get())),
        role: light.role,
        ticks: dial::ticks(light)?,
        lowest: unit.scale.stops(unit.scale.lowest()),
        now: unit.scale.stops(dial),
        now_written: unit.scale.write(dial),
        next,
    })
}
