//! The marks of a power scale, to be drawn.

use serde::Serialize;

use super::PowerScale;
use crate::scale::Stops;

/// A mark on a drawn power scale.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Tick {
    /// Where it stands, in stops below full (0 or negative).
    pub stops: Stops,
    /// What is written there; minor marks carry nothing.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub label: Option<String>,
}

impl PowerScale {
    /// The marks of a drawn scale: one for each whole stop with its writing, and one for each step between if there are few enough to see.
    #[must_use]
    pub fn ticks(&self) -> Vec<Tick> {
        let lowest = self.stops(self.lowest);
        #[allow(clippy::cast_possible_truncation, reason = "at most 30 stops")]
        let whole = (-lowest.get()).floor() as i32;
        let mut ticks: Vec<Tick> = (0..=whole)
            .map(|stop| {
                let nearest = self.nearest(Stops::of(-f64::from(stop)));
                Tick { stops: self.stops(nearest.dial), label: Some(self.write(nearest.dial).trim_end_matches(" Ws").to_owned()) }
            })
            .collect();
        // A fraction scale without its labelled last stop would not say where it ends.
        if (lowest.get() + f64::from(whole)).abs() > 0.25 {
            ticks.push(Tick { stops: lowest, label: Some(self.write(self.lowest).trim_end_matches(" Ws").to_owned()) });
        }
        if self.lowest.0 <= 120 {
            let minor: Vec<Tick> = self
                .dials()
                .map(|d| Tick { stops: self.stops(d), label: None })
                .filter(|t| ticks.iter().all(|w| (w.stops - t.stops).abs() > Stops::constant(1e-6)))
                .collect();
            ticks.extend(minor);
        }
        ticks
    }
}
