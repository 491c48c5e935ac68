//! A unit's dial, with every setting that a hand may turn it to before an answer comes.

use std::{cell::RefCell, collections::BTreeMap, sync::Arc};

use ink_lamp_light::{
    scale::Stops,
    strobe::{Dial, PowerScale, Tick},
};
use ink_lamp_sitting::light::Light;
use serde::{Serialize, Serializer};

/// A unit's dial.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DialShown {
    /// As it is set.
    pub now: String,
    /// Its settings from full power to the lowest: the 90 next ones either way, which is all of most dials, and the whole stops beyond. A hand
    /// may be faster than an answer.
    pub settings: Vec<Setting>,
}

/// What a dial can be set to.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Setting {
    /// As it is written on the dial.
    pub written: String,
    /// Stops below full power, 0 or negative.
    pub stops: Stops,
    /// What stands beside it where the dial is drawn: at whole stops and the ends.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub label: Option<String>,
}

/// Serialises a dial that lanes share.
#[allow(clippy::ref_option, reason = "serde hands a reference")]
pub(super) fn shared<S: Serializer>(dial: &Option<Arc<DialShown>>, to: S) -> Result<S::Ok, S::Error> {
    dial.as_deref().serialize(to)
}

/// Serialises marks that drawings share.
pub(in crate::board) fn shared_ticks<S: Serializer>(ticks: &Arc<Vec<Tick>>, to: S) -> Result<S::Ok, S::Error> {
    ticks.as_slice().serialize(to)
}

/// So many steps of a dial are told either way, besides its whole stops.
const NEXT_STEPS: usize = 90;

/// So many dials are kept as they were worked out.
const KEPT: usize = 64;

thread_local! {
    /// A dial's settings follow from its scale and where it stands alone, and are most of what a board writes: the last ones are kept.
    static SHOWN: RefCell<Vec<(PowerScale, Dial, Drawn)>> = const { RefCell::new(Vec::new()) };
}

/// A dial with the marks of its scale.
#[derive(Clone)]
struct Drawn {
    dial: Arc<DialShown>,
    ticks: Arc<Vec<Tick>>,
}

/// The dial of a light.
pub(super) fn of(light: &Light) -> Option<Arc<DialShown>> {
    Some(drawn(light)?.dial)
}

/// The marks of its scale.
pub(in crate::board) fn ticks(light: &Light) -> Option<Arc<Vec<Tick>>> {
    Some(drawn(light)?.ticks)
}

fn drawn(light: &Light) -> Option<Drawn> {
    let (unit, dial) = light.unit.as_ref().zip(light.dial)?;
    let scale = unit.scale;
    SHOWN.with_borrow_mut(|kept| {
        if let Some((.., drawn)) = kept.iter().find(|(of, at, _)| *at == dial && *of == scale) {
            return Some(drawn.clone());
        }
        let drawn = Drawn { dial: Arc::new(worked_out(&scale, dial)), ticks: Arc::new(scale.ticks()) };
        if kept.len() == KEPT {
            kept.remove(0);
        }
        kept.push((scale, dial, drawn.clone()));
        Some(drawn)
    })
}

fn worked_out(scale: &PowerScale, dial: Dial) -> DialShown {
    let mut settings: BTreeMap<Dial, Option<String>> = [dial].into_iter().map(|d| (d, None)).collect();
    for next in [PowerScale::up, PowerScale::down] {
        let others = std::iter::successors(next(scale, dial), |at| next(scale, *at));
        settings.extend(others.take(NEXT_STEPS).map(|d| (d, None)));
    }
    settings.extend(scale.ticks().into_iter().filter(|t| t.label.is_some()).map(|t| (scale.nearest(t.stops).dial, t.label)));
    let shown = |(d, label)| Setting { written: scale.write(d), stops: scale.stops(d), label };
    DialShown { now: scale.write(dial), settings: settings.into_iter().map(shown).collect() }
}
