//! What may be chosen from, each with the words that a list shows.

use ink_lamp_light::{
    measure::LengthUnit,
    meter::Receptor,
    ratio::{Anchor, Convention},
    scale::{Series, ShutterTime, Step},
};
use ink_lamp_sitting::{
    cautions::Risk,
    holds::Steadiness,
    kit::{Group, PanelKind},
    light::{ModellingLamp, Tone},
    metered::{HeldAt, Metered},
    room::Lamps,
    schools::{Follow, Trim},
    studio::{Bearing, GroundKind, Return, Side, StandIn},
};
use serde::Serialize;

use crate::words::{check, terms};

/// One of several.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Choice<T> {
    /// As it is written in an entry.
    pub value: T,
    /// As it is said.
    pub words: String,
}

/// In what steps differences are told.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StepChoice {
    /// As it is written in an entry.
    #[cfg_attr(feature = "schema", schema(schema_with = ink_lamp_light::scale::schema_of_fine))]
    pub value: Step,
    /// As it is said.
    pub words: String,
}

/// Every list that may be chosen from, in the order in which it is shown.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Choices {
    /// Who follows whom.
    pub follows: Vec<Choice<Follow>>,
    /// In what steps differences are told.
    pub steps: Vec<StepChoice>,
    /// How the meter is held.
    pub receptors: Vec<Choice<Receptor>>,
    /// How a light that is a little off is corrected.
    pub trims: Vec<Choice<Trim>>,
    /// What lies on 0.
    pub anchors: Vec<Choice<Anchor>>,
    /// What a ratio means.
    pub conventions: Vec<Choice<Convention>>,
    /// What distances are told in.
    pub lengths: Vec<Choice<LengthUnit>>,
    /// Where a light is read.
    pub places: Vec<Choice<HeldAt>>,
    /// Where the room is read, beside the sitter.
    pub room_places: Vec<Choice<HeldAt>>,
    /// How the flash is fired for a reading.
    pub metered: Vec<Choice<Metered>>,
    /// What lights the room.
    pub lamps: Vec<Choice<Lamps>>,
    /// How a modelling lamp is while frames are shot.
    pub modelling: Vec<Choice<ModellingLamp>>,
    /// Where the room's light comes from.
    pub bearings: Vec<Choice<Bearing>>,
    /// What an automatic frame was of.
    pub tones: Vec<Choice<Tone>>,
    /// How still camera and sitter are, with the longest time that this allows.
    pub steadiness: Vec<Choice<Steadiness>>,
    /// What may be there that asks for care.
    pub risks: Vec<Choice<Risk>>,
    /// Groups that a light is set in.
    pub groups: Vec<Choice<Group>>,
    /// What is behind the sitter.
    pub grounds: Vec<Choice<GroundKind>>,
    /// Whose face stands in for the sitter in the foretold frame.
    pub faces: Vec<Choice<StandIn>>,
    /// A wall of the room.
    pub sides: Vec<Choice<Side>>,
    /// What a panel does.
    pub panels: Vec<Choice<PanelKind>>,
    /// What surfaces throw back.
    pub surfaces: Vec<Choice<Return>>,
    /// Round times to mark in a drawing of flash durations, seconds, longest first: 1 s to 1/32000.
    pub durations: Vec<Choice<f64>>,
}

/// Round times: one of how many of them make a second. The camera's whole stops, and the same series on.
const DURATIONS: [f64; 16] =
    [1.0, 2.0, 4.0, 8.0, 15.0, 30.0, 60.0, 125.0, 250.0, 500.0, 1000.0, 2000.0, 4000.0, 8000.0, 16_000.0, 32_000.0];

/// What surfaces throw back, in a word (common practice, no source).
const SURFACES: [(Return, &str); 7] = [
    (Return::constant(0.8), "white"),
    (Return::constant(0.7), "white-washed"),
    (Return::constant(0.5), "pale"),
    (Return::constant(0.3), "grey"),
    (Return::constant(0.18), "mid-grey"),
    (Return::constant(0.1), "dark"),
    (Return::constant(0.03), "black"),
];

fn list<T>(of: impl IntoIterator<Item = (T, &'static str)>) -> Vec<Choice<T>> {
    of.into_iter().map(|(value, words)| Choice { value, words: words.to_owned() }).collect()
}

impl Default for Choices {
    fn default() -> Self {
        Self {
            follows: list([(Follow::LightsFollow, "lights the camera"), (Follow::CameraFollows, "camera the lights")]),
            steps: [(Step::Tenths, "tenths"), (Step::Thirds, "thirds"), (Step::Halves, "halves")]
                .map(|(value, words)| StepChoice { value, words: words.to_owned() })
                .into(),
            trims: list([(Trim::Dial, "by the dial"), (Trim::Distance, "by distance")]),
            receptors: list(
                [Receptor::DomeToCamera, Receptor::DomeToLight, Receptor::FlatToLight, Receptor::FlatToCamera]
                    .map(|held| (held, terms::receptor(held))),
            ),
            anchors: list([(Anchor::LitSide, "lit side on 0"), (Anchor::KeyAlone, "key alone on 0")]),
            conventions: list([(Convention::LitShadow, "lit : shadow"), (Convention::Readings, "by readings")]),
            lengths: list([(LengthUnit::Metres, "metres"), (LengthUnit::Feet, "feet")]),
            places: list([
                (HeldAt::Face, "at the face"),
                (HeldAt::ShadowSide, "at the shadow side"),
                (HeldAt::HairOrShoulder, "at hair or shoulder"),
                (HeldAt::Ground, "at the ground"),
            ]),
            room_places: list([(HeldAt::Ground, "at the ground")]),
            metered: list([(Metered::Cordless, "without cord"), (Metered::Cord, "with cord")]),
            lamps: list([Lamps::Window, Lamps::On, Lamps::Off].map(|lamps| (lamps, terms::lamps(lamps)))),
            modelling: list(ModellingLamp::ALL.map(|lamp| (lamp, check::lamp(lamp)))),
            bearings: list(Bearing::EIGHTHS.map(|from| (from, terms::bearing(from)))),
            tones: list([(Tone::Light, "a light scene"), (Tone::Middle, "middle tones"), (Tone::Dark, "a dark scene")]),
            steadiness: [(Steadiness::Hand, "in the hand"), (Steadiness::MovingSitter, "moving sitter"), (Steadiness::Tripod, "tripod")]
                .map(|(value, words)| Choice { value, words: format!("{words}, {}", longest(value)) })
                .into(),
            risks: list(Risk::ALL.map(|risk| (risk, terms::risk(risk)))),
            groups: Group::USUAL.map(|group| Choice { value: group, words: group.to_string() }).into(),
            grounds: list([(GroundKind::Wall, "the wall"), (GroundKind::Paper, "paper or cloth")]),
            faces: list(StandIn::ALL.map(|face| (face, face.name()))),
            sides: list([
                (Side::Left, "left wall"),
                (Side::Right, "right wall"),
                (Side::Behind, "behind the sitter"),
                (Side::Before, "behind the camera"),
            ]),
            panels: list([
                (PanelKind::White, "White reflector"),
                (PanelKind::Silver, "Silver reflector"),
                (PanelKind::Dark, "Dark panel"),
                (PanelKind::Flag, "Flag"),
            ]),
            surfaces: list(SURFACES),
            durations: DURATIONS
                .map(|n| Choice { value: 1.0 / n, words: if n > 1.0 { format!("1/{n}") } else { "1 s".to_owned() } })
                .into(),
        }
    }
}

/// The longest time that somebody so still allows, as it is marked.
fn longest(still: Steadiness) -> String {
    ShutterTime::from_tv(still.slowest_tv()).map_or_else(|_| String::new(), |time| time.marking(Series::Full))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn lists_say_what_is_said_elsewhere_and_what_is_worked_with() {
        let choices = Choices::default();
        let words: Vec<_> = choices.steadiness.iter().map(|c| c.words.as_str()).collect();
        assert_eq!(words, ["in the hand, 1/60", "moving sitter, 1/125", "tripod, 1/4"]);
        let from: Vec<_> = choices.bearings.iter().map(|c| (f64::from(c.value), c.words.as_str())).collect();
        assert_eq!(from[..3], [(0.0, "the camera"), (-45.0, "the front, left"), (-90.0, "camera left")]);
        let marks: Vec<_> = choices.durations.iter().map(|c| c.words.as_str()).collect();
        assert_eq!((marks[0], marks[7], choices.durations[7].value, marks[15]), ("1 s", "1/125", 0.008, "1/32000"));
        assert_eq!(choices.groups.iter().map(|c| c.words.as_str()).collect::<String>(), "ABCDE");
    }
}
