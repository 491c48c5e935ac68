//! What a frame says against what was foretold and wished, as it is said.

use ink_lamp_light::scale::Stops;
use ink_lamp_sitting::{
    entry::{DialTurned, Entry},
    setup::Setup,
};
use serde::Serialize;

use super::{
    span::{Line, capitalised, strong, text},
    studies::shutter,
    terms,
};
use crate::judged::{Band, Cause, Edge, Judged, PatchSeen};

/// What a frame says.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Judgement {
    /// All is well.
    pub good: bool,
    /// What is seen, and the likeliest cause.
    pub say: Line,
    /// What else could be, and what to do.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub why: Line,
    /// The word on a button, where one press mends it.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub press: Option<String>,
    /// What it logs, in order.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub entries: Vec<Entry>,
}

fn percent(share: f64) -> String {
    format!("{:.0} %", share * 100.0)
}

/// `0.7 darker`.
fn brighter(by: f64) -> String {
    format!("{:.1} {}", by.abs(), if by > 0.0 { "brighter" } else { "darker" })
}

const fn edge(of: Edge) -> &'static str {
    match of {
        Edge::Top => "at the top",
        Edge::Bottom => "at the bottom",
        Edge::Left => "on the left",
        Edge::Right => "on the right",
    }
}

fn band_is(band: Band) -> Line {
    vec![strong(percent(band.share)), text(format!(" of the frame {} got no flash", edge(band.edge)))]
}

/// What is behind it: `key`, `the room`, `the exposure`.
fn named(cause: Cause, setup: &Setup) -> String {
    match cause {
        Cause::Light(light) => setup.lights[light].name().to_lowercase(),
        Cause::Room => "the room".to_owned(),
        Cause::Exposure => "the exposure".to_owned(),
        Cause::Skin => "the sitter’s skin".to_owned(),
    }
}

/// What to look at.
fn look(cause: Cause, setup: &Setup, by: f64) -> String {
    match cause {
        Cause::Light(light) => {
            let name = setup.lights[light].name().to_lowercase();
            format!(
                "Its dial, place or modifier is not as it was told, or it {}. Meter {name} alone.",
                if by < 0.0 { "was not ready" } else { "held its old charge" }
            )
        }
        Cause::Room => "The daylight changed, or a lamp is on. Meter the room again.".to_owned(),
        Cause::Exposure => "Aperture, ISO or a filter is not as set here, or the meter reads otherwise than the camera.".to_owned(),
        Cause::Skin => {
            "It throws back another share of the light than the face that stands in. A grey card beside it tells how much.".to_owned()
        }
    }
}

impl Judgement {
    fn of(say: Line, why: impl Into<String>) -> Self {
        let why = why.into();
        Self { good: false, say, why: if why.is_empty() { Vec::new() } else { vec![text(why)] }, press: None, entries: Vec::new() }
    }

    fn good(say: Line, why: &str) -> Self {
        Self { good: true, ..Self::of(say, why) }
    }

    fn mended(self, press: impl Into<String>, entries: Vec<Entry>) -> Self {
        Self { press: Some(press.into()), entries, ..self }
    }

    /// What is said of a judgement.
    #[must_use]
    pub fn said(judged: &Judged, setup: &Setup, patches: &[PatchSeen]) -> Self {
        match judged {
            Judged::Black { band, found, mend } => {
                Self::of(band_is(*band), shutter::found(found, 1)).mended("Set sync and delay so", mend.clone())
            }
            Judged::BandAtSync { band } => Self::of(
                band_is(*band),
                "At this time the whole frame is open: a flag, the lens hood or the edge of the ground lies there.",
            ),
            Judged::RoomGone { black, brightest, over } => {
                let say = vec![
                    text("Without flash "),
                    strong(percent(*black)),
                    text(format!(" of the frame is black, its brightest place {}", Stops::of(*brightest).shown())),
                ];
                if *over < 0.05 {
                    Self::good(say, "The room is gone, as wished.")
                } else {
                    let what = format!(
                        "That is {over:.1} too bright for a room that is to be gone: a lamp in the picture, or daylight. Find it, or close the aperture."
                    );
                    Self::of(say, what)
                }
            }
            Judged::RoomKept { black, brightest, wished } => {
                let say = vec![
                    text("Without flash "),
                    strong(percent(*black)),
                    text(format!(" of the frame is black, its brightest place {}", Stops::of(*brightest).shown())),
                ];
                Self::good(say, &format!("The room is wished at {}. A grey card in this frame reads it.", wished.shown()))
            }
            Judged::FastLoss { light, more, extra, mend } => {
                let name = setup.lights[*light].name();
                let say = vec![
                    text("High-speed sync takes "),
                    strong(format!("{:.1} {}", more.abs(), if *more > 0.0 { "more" } else { "less" })),
                    text(format!(" of {} than is counted", name.to_lowercase())),
                ];
                let why = format!(
                    "Beyond the curtains’ share {extra:.1} is lost with this unit at this time. Counted on, every light that pulses is told so."
                );
                Self::of(say, why).mended(format!("Count {extra:.1}"), vec![mend.clone()])
            }
            Judged::AsForetold { within } => Self::good(vec![text("As foretold within "), strong(format!("{:.1}", within.max(0.1)))], ""),
            Judged::Differs { by, cause, or, mend } => {
                let name = named(*cause, setup);
                let say = match cause {
                    Cause::Light(_) | Cause::Room => vec![
                        text(format!("{} gives ", capitalised(&name))),
                        strong(format!("{:.1} {}", by.abs(), if *by > 0.0 { "more" } else { "less" })),
                        text(" than foretold"),
                    ],
                    Cause::Exposure => vec![text("All is "), strong(brighter(*by)), text(" than foretold")],
                    Cause::Skin => vec![text("The skin is "), strong(brighter(*by)), text(" than foretold, all else as it should be")],
                };
                let other = or.map(|or| format!("It may be {} as well. ", named(or, setup))).unwrap_or_default();
                let said = Self::of(say, format!("{other}{}", look(*cause, setup, *by)));
                match mend {
                    Some(entry @ Entry::Dial(DialTurned { dial, .. })) => said.mended(format!("Set {dial}"), vec![entry.clone()]),
                    _ => said,
                }
            }
            Judged::Scattered { patch, by } => {
                let say = vec![text(format!("{} is ", patches[*patch].name)), strong(brighter(*by)), text(" than foretold")];
                Self::of(
                    say,
                    "No one light, the room or the exposure explains all patches: look at the place, and whether the sitter turned.",
                )
            }
            Judged::LitBy { lit, said } => {
                let lit = terms::lit(lit, setup);
                let say = vec![text("By its brightness this is "), strong(lit.clone())];
                Self::of(say, "Say which lights were on: then it is compared, and a card in it is a reading.")
                    .mended(capitalised(&lit), vec![said.clone()])
            }
            Judged::ChangedSince { light } => {
                let name = setup.lights[*light].name();
                Self::of(vec![text(format!("{name} was changed since this frame"))], "What is foretold is of now: shoot again to compare.")
            }
        }
    }
}
