//! How finely differences are told, and meters and dials step.

use serde::{Deserialize, Deserializer, Serialize, de::Error};
#[cfg(feature = "schema")]
use utoipa::openapi::schema::{ObjectBuilder, Schema, Type};

use super::stops::Stops;

/// In what steps a dial turns, a meter shows, and differences are told.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Step {
    /// Whole stops.
    Full,
    /// Half stops.
    Halves,
    /// Thirds of a stop.
    Thirds,
    /// Quarters of a stop.
    Quarters,
    /// Tenths of a stop.
    #[default]
    Tenths,
}

/// A camera's dials turn in these.
const OF_CAMERA: [&str; 2] = ["thirds", "halves"];
/// A meter shows these, and differences are told in them: in whole stops a light that is off would be told as right.
const FINE: [&str; 3] = ["tenths", "thirds", "halves"];

impl Step {
    /// All of them, from the coarsest.
    pub const ALL: [Self; 5] = [Self::Full, Self::Halves, Self::Thirds, Self::Quarters, Self::Tenths];

    /// How many make a stop: 1, 2, 3, 4 or 10.
    #[must_use]
    pub const fn per_stop(self) -> u32 {
        match self {
            Self::Full => 1,
            Self::Halves => 2,
            Self::Thirds => 3,
            Self::Quarters => 4,
            Self::Tenths => 10,
        }
    }

    /// As several are called: `whole stops`, `thirds`.
    #[must_use]
    pub const fn plural(self) -> &'static str {
        match self {
            Self::Full => "whole stops",
            Self::Halves => "half stops",
            Self::Thirds | Self::Quarters | Self::Tenths => self.word(),
        }
    }

    /// The word in JSON.
    const fn word(self) -> &'static str {
        match self {
            Self::Full => "full",
            Self::Halves => "halves",
            Self::Thirds => "thirds",
            Self::Quarters => "quarters",
            Self::Tenths => "tenths",
        }
    }

    /// The size of a difference, without sign: `0.7`, `2/3`, `1 1/2`.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_light::scale::{Step, Stops};
    ///
    /// let gap = Stops::new(-0.7)?;
    /// assert_eq!(Step::Tenths.number(gap), "0.7");
    /// assert_eq!(Step::Thirds.number(gap), "2/3");
    /// assert_eq!(Step::Halves.size(Stops::new(1.6)?), "1 1/2 stops");
    /// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
    /// ```
    #[must_use]
    pub fn number(self, stops: Stops) -> String {
        if self == Self::Tenths {
            return stops.number();
        }
        let per_stop = self.per_stop();
        #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "0 to 192")]
        let steps = (stops.abs().get() * f64::from(per_stop) + 1e-9).round() as u32;
        match (steps / per_stop, steps % per_stop) {
            (whole, 0) => whole.to_string(),
            (0, part) => self.part(part),
            (whole, part) => format!("{whole} {}", self.part(part)),
        }
    }

    /// So many of its steps, less than a stop, as a fraction: `2/3`; two quarters are `1/2`.
    #[must_use]
    pub fn part(self, steps: u32) -> String {
        match (self, steps) {
            (Self::Quarters, 2) => "1/2".to_owned(),
            _ => format!("{steps}/{}", self.per_stop()),
        }
    }

    /// The same with the word: `2/3 stop`, `1 1/3 stops`.
    #[must_use]
    pub fn size(self, stops: Stops) -> String {
        match self {
            Self::Tenths => stops.size(),
            _ => {
                let number = self.number(stops);
                let plural = if number == "1" || (number.contains('/') && !number.contains(' ')) { "" } else { "s" };
                format!("{number} stop{plural}")
            }
        }
    }
}

/// Reads the step of a camera's dials.
///
/// # Errors
/// A word other than `thirds` and `halves`.
pub fn step_of_camera<'de, D: Deserializer<'de>>(from: D) -> Result<Step, D::Error> {
    among(from, &OF_CAMERA)
}

/// Reads the step that a meter shows, or in which differences are told.
///
/// # Errors
/// A word other than `tenths`, `thirds` and `halves`.
pub fn fine_step<'de, D: Deserializer<'de>>(from: D) -> Result<Step, D::Error> {
    among(from, &FINE)
}

fn among<'de, D: Deserializer<'de>>(from: D, words: &'static [&'static str]) -> Result<Step, D::Error> {
    let word = String::deserialize(from)?;
    let step = Step::ALL.into_iter().find(|step| step.word() == word && words.contains(&step.word()));
    step.ok_or_else(|| D::Error::unknown_variant(&word, words))
}

/// The words of [`step_of_camera`], for the API's document.
#[cfg(feature = "schema")]
#[must_use]
pub fn schema_of_camera() -> Schema {
    schema(&OF_CAMERA, "How finely its dials step.")
}

/// The words of [`fine_step`], for the API's document.
#[cfg(feature = "schema")]
#[must_use]
pub fn schema_of_fine() -> Schema {
    schema(&FINE, "The steps of what a meter shows, or of differences as they are told.")
}

#[cfg(feature = "schema")]
fn schema(words: &[&str], what: &str) -> Schema {
    ObjectBuilder::new().description(Some(what)).schema_type(Type::String).enum_values(Some(words.iter().copied())).into()
}

#[cfg(test)]
mod tests {
    use serde_json::{from_str, json, to_value};

    use super::*;

    #[test]
    fn each_reads_the_word_that_it_writes() {
        for step in Step::ALL {
            assert_eq!(to_value(step).unwrap(), json!(step.word()));
            assert_eq!(from_str::<Step>(&json!(step.word()).to_string()).unwrap(), step);
        }
    }

    #[test]
    fn what_can_not_be_had_is_refused_with_what_can() {
        let of_camera = |word: &str| step_of_camera(&mut serde_json::Deserializer::from_str(word)).map_err(|e| e.to_string());
        let fine = |word: &str| fine_step(&mut serde_json::Deserializer::from_str(word)).map_err(|e| e.to_string());
        assert_eq!((of_camera("\"halves\""), fine("\"tenths\"")), (Ok(Step::Halves), Ok(Step::Tenths)));
        assert!(of_camera("\"tenths\"").unwrap_err().contains("unknown variant `tenths`, expected `thirds` or `halves`"));
        assert!(fine("\"full\"").unwrap_err().contains("unknown variant `full`, expected one of `tenths`, `thirds`, `halves`"));
    }
}
