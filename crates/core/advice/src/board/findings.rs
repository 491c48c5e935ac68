//! What is worth knowing, as it is shown: each fact with its words.

use serde::Serialize;

use crate::{
    action::Action,
    cautions,
    check::heed,
    correct::Corrected,
    findings::{Fact, FindingKind, Found},
    words::{findings as words, span::Span},
};

/// Something worth knowing, with its numbers. It never blocks.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Finding {
    /// What it is.
    pub kind: FindingKind,
    /// The lane it belongs to.
    pub lane: String,
    /// Its numbers: which there are depends on its kind.
    fact: Fact,
    /// Said in words; what matters most stands out.
    pub words: Vec<Span>,
    /// What mends it, where one entry does.
    pub remedy: Option<Action>,
    /// The other answer: it was right as it was.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub otherwise: Option<Action>,
    /// It spoils the frame: to be mended before one is shot.
    pub spoils: bool,
    /// It is about people's safety. Local codes and licensed practice decide.
    pub caution: bool,
    /// It follows from where things stand.
    pub placement: bool,
    /// It is looked at on a device before the first flash: unless it spoils the frame it is told there.
    #[serde(skip)]
    pub(super) checked: bool,
}

/// What is shown of it: a caution until somebody acted on it in this sitting.
pub(super) fn shown(scene: &Corrected, found: Vec<Found>) -> Vec<Finding> {
    let matters = if found.iter().any(|f| f.fact.caution().is_some()) { cautions::of(scene, &found) } else { Vec::new() };
    found
        .into_iter()
        .filter_map(|found| {
            let caution = matters.iter().find(|m| Some(m.caution) == found.fact.caution());
            if caution.is_some_and(|m| !m.is_open(scene.setup)) {
                return None;
            }
            let (kind, checked) = (found.fact.kind(), !found.cells.is_empty());
            let mend = found.mends.map(|entry| Action { label: words::press(&found.fact, &entry, scene), entry });
            let remedy = mend.or_else(|| caution.map(heed));
            let otherwise = found.otherwise.map(|entry| Action { label: words::OTHERWISE.to_owned(), entry });
            let words = words::sentence(&found.fact, scene);
            Some(Finding {
                kind,
                lane: found.lane,
                fact: found.fact,
                words,
                remedy,
                otherwise,
                spoils: kind.is_spoiling(),
                caution: kind.is_caution(),
                placement: kind.is_placement(),
                checked,
            })
        })
        .collect()
}
