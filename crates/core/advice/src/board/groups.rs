//! What to tell the transmitter: a ratio between groups, or a power for each.

use ink_lamp_sitting::{
    kit::{Group, GroupControl},
    light::Light,
    role::Role,
    setup::Setup,
};
use serde::Serialize;

use crate::words::groups as words;

/// The transmitter and its groups.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GroupsShown {
    /// The transmitter's name.
    pub transmitter: String,
    /// What to do, in words: `Set A : B to 2 : 1. That is 1 stop.`
    pub words: String,
    /// One for each group that is used.
    pub rows: Vec<GroupRow>,
    /// Ratios and the stops that they mean, so that nobody takes the one for the other.
    pub ratios: Vec<RatioInStops>,
}

/// A group.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct GroupRow {
    /// Its letter.
    pub group: String,
    /// The lights in it.
    pub lights: String,
    /// What the transmitter sends it: `1/16 +0.3`, where it sends powers.
    pub set: Option<String>,
}

/// A ratio between groups, and what it means.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RatioInStops {
    /// `4 : 1`.
    pub shown: String,
    /// `2.0 stops`.
    pub stops: String,
    /// The one to set.
    pub wanted: bool,
}

pub(super) fn of(setup: &Setup) -> Option<GroupsShown> {
    let transmitter = setup.transmitter.as_ref()?;
    let mut groups: Vec<(Group, Vec<&Light>)> = Vec::new();
    for light in &setup.lights {
        let Some(group) = light.rig.group else { continue };
        match groups.iter_mut().find(|(g, _)| *g == group) {
            Some((_, lights)) => lights.push(light),
            None => groups.push((group, vec![light])),
        }
    }
    groups.sort_by_key(|(g, _)| *g);
    let wanted = wanted_ratio(setup);
    let sends = transmitter.control == GroupControl::Power;
    let rows: Vec<GroupRow> = groups
        .iter()
        .map(|(group, lights)| GroupRow {
            group: group.to_string(),
            lights: lights.iter().map(|l| l.name()).collect::<Vec<_>>().join(", "),
            set: lights[0].written().filter(|_| sends),
        })
        .collect();
    let words = words::groups(transmitter.control, wanted, !rows.is_empty());
    let ratios = match transmitter.control {
        GroupControl::Ratio => [1.0, 2.0, 4.0, 8.0]
            .into_iter()
            .filter_map(|ratio| {
                let wanted = wanted.is_some_and(|(_, _, w)| (w - ratio).abs() < 1e-9);
                Some(RatioInStops { shown: words::ratio(ratio), stops: words::in_stops(ratio)?.size(), wanted })
            })
            .collect(),
        _ => Vec::new(),
    };
    Some(GroupsShown { transmitter: transmitter.name.clone(), words, rows, ratios })
}

/// The key's group, the fill's, and the ratio to set between them: the wish in half stops, as such transmitters step.
fn wanted_ratio(setup: &Setup) -> Option<(Group, Group, f64)> {
    let group = |role: Role| setup.first(role)?.rig.group;
    let (key, fill) = (group(Role::Key)?, group(Role::Fill)?);
    let halves = (setup.ratio?.key_over_fill().get() * 2.0).round() / 2.0;
    (key != fill).then(|| (key, fill, halves.exp2()))
}
