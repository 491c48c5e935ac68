//! How finely differences are told, and meters and dials count.

use serde::{Deserialize, Serialize};

use super::stops::Stops;

/// In what steps differences are told, and a meter or a dial counts.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Step {
    /// Tenths of a stop.
    #[default]
    Tenths,
    /// Thirds of a stop.
    Thirds,
    /// Half stops.
    Halves,
}

impl Step {
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
        let per_stop: i32 = match self {
            Self::Tenths => return stops.number(),
            Self::Thirds => 3,
            Self::Halves => 2,
        };
        #[allow(clippy::cast_possible_truncation, reason = "at most 192")]
        let steps = (stops.abs().get() * f64::from(per_stop) + 1e-9).round() as i32;
        match (steps / per_stop, steps % per_stop) {
            (whole, 0) => whole.to_string(),
            (0, part) => format!("{part}/{per_stop}"),
            (whole, part) => format!("{whole} {part}/{per_stop}"),
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
