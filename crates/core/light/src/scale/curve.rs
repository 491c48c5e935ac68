//! The tone curve of a camera: what light lies behind a value of its pictures.
//!
//! A camera bends tones as it develops a picture. A curve says which tone lies behind the one that plain sRGB would tell, at some places that a bracket of
//! one grey card gave; between them by a monotone cubic (Fritsch and Carlson 1980 with Butland's slopes, from memory), so that a brighter value never
//! means less light.

use serde::{Deserialize, Serialize};

use super::Stops;
use crate::{list::up_to, refusal::Refusal};

/// The fewest places of a curve.
pub const FEWEST: usize = 3;
/// The most.
pub const MOST: usize = 11;
/// How steep a curve may be between two places, stops a stop: what lies beyond is no camera.
const STEEPEST: f64 = 8.0;
/// Beyond its ends a curve goes on as steep as it ends, within these.
const BEYOND: (f64, f64) = (0.5, 2.0);
/// How sure a tone is beyond the ends, for each stop: one standard deviation, stops (a judgement).
const UNSURE_BEYOND: f64 = 0.2;

/// A place of a curve.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TonePoint {
    /// The tone that plain sRGB would tell of a value, stops over mid-grey.
    pub plain: Stops,
    /// The tone that it is.
    pub tone: Stops,
}

/// The tone curve of a camera, as a bracket of a grey card taught it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(try_from = "Unchecked")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ToneCurve {
    /// 3 to 11 places, each brighter than the one before in both its tones.
    #[cfg_attr(feature = "schema", schema(min_items = 3, max_items = 11))]
    points: Vec<TonePoint>,
    /// How sure a tone by it is, stops: one standard deviation, 0 to 2.
    sure: Stops,
    /// The camera as its files call it; a curve is its alone.
    #[serde(skip_serializing_if = "Option::is_none")]
    camera: Option<String>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Unchecked {
    #[serde(deserialize_with = "up_to::<_, _, MOST>")]
    points: Vec<TonePoint>,
    sure: Stops,
    #[serde(default, deserialize_with = "crate::name::optional_name")]
    camera: Option<String>,
}

impl TryFrom<Unchecked> for ToneCurve {
    type Error = Refusal;

    fn try_from(Unchecked { points, sure, camera }: Unchecked) -> Result<Self, Refusal> {
        Self::new(points, sure, camera)
    }
}

impl ToneCurve {
    /// From its places, and how sure it is.
    ///
    /// # Errors
    /// Refuses fewer than 3 places or more than 11, places that do not rise in both tones, and a sureness outside 0 to 2.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_light::scale::{Stops, ToneCurve, TonePoint};
    ///
    /// let at = |plain: f64, tone: f64| TonePoint { plain: Stops::of(plain), tone: Stops::of(tone) };
    /// let steep = ToneCurve::new(vec![at(-4.0, -3.0), at(0.0, 0.0), at(1.5, 2.0)], Stops::of(0.05), None)?;
    /// assert!((steep.tone(-4.0) + 3.0).abs() < 1e-9);
    /// // Half-way between the first two, where it is still flat.
    /// assert!((steep.tone(-2.0) + 1.838).abs() < 1e-3);
    /// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
    /// ```
    pub fn new(points: Vec<TonePoint>, sure: Stops, camera: Option<String>) -> Result<Self, Refusal> {
        if !(FEWEST..=MOST).contains(&points.len()) {
            return Err(Refusal::new("points", format!("{} places are no tone curve. Give {FEWEST} to {MOST}.", points.len())));
        }
        if points.iter().any(|p| !(-16.0..=8.0).contains(&p.plain.get()) || !(-16.0..=8.0).contains(&p.tone.get())) {
            return Err(Refusal::new("points", "A tone lies from −16 to 8 stops over mid-grey."));
        }
        let rises = |pair: &[TonePoint]| {
            let (across, up) = (pair[1].plain.get() - pair[0].plain.get(), pair[1].tone.get() - pair[0].tone.get());
            across > 0.0 && up > 0.0 && up <= across * STEEPEST && across <= up * STEEPEST
        };
        if !points.windows(2).all(rises) {
            return Err(Refusal::new("points", "Each place of a tone curve is brighter than the one before, in both its tones."));
        }
        if !(0.0..=2.0).contains(&sure.get()) {
            return Err(Refusal::new("sure", format!("{} stops are no spread of a tone. Give 0 to 2.", sure.get())));
        }
        Ok(Self { points, sure, camera })
    }

    /// Its places, dark to bright.
    #[must_use]
    pub fn points(&self) -> &[TonePoint] {
        &self.points
    }

    /// The camera as its files call it.
    #[must_use]
    pub fn camera(&self) -> Option<&str> {
        self.camera.as_deref()
    }

    /// How steep it is at each place: between two slopes of one sign their weighted harmonic mean, so that it never turns.
    fn slopes(&self) -> Vec<f64> {
        let parts: Vec<(f64, f64)> = self
            .points
            .windows(2)
            .map(|p| (p[1].plain.get() - p[0].plain.get(), p[1].tone.get() - p[0].tone.get()))
            .map(|(across, up)| (across, up / across))
            .collect();
        let within = |pair: &[(f64, f64)]| {
            let ((h0, d0), (h1, d1)) = (pair[0], pair[1]);
            let (w0, w1) = (2.0 * h1 + h0, h1 + 2.0 * h0);
            (w0 + w1) / (w0 / d0 + w1 / d1)
        };
        // At an end as a parabola through the three places there, never backwards and never more than three times as steep as the part.
        let end = |(h0, d0): (f64, f64), (h1, d1): (f64, f64)| {
            let slope = ((2.0 * h0 + h1) * d0 - h0 * d1) / (h0 + h1);
            slope.clamp(0.0, 3.0 * d0)
        };
        let last = parts.len() - 1;
        let mut slopes = vec![end(parts[0], parts[1])];
        slopes.extend(parts.windows(2).map(within));
        slopes.push(end(parts[last], parts[last - 1]));
        slopes
    }

    /// The tone behind the one that plain sRGB would tell, stops over mid-grey.
    #[must_use]
    pub fn tone(&self, plain: f64) -> f64 {
        self.tones(&[plain])[0]
    }

    /// The same of many.
    #[must_use]
    pub fn tones(&self, plain: &[f64]) -> Vec<f64> {
        let slopes = self.slopes();
        let last = self.points.len() - 1;
        let end = |n: usize| (self.points[n].plain.get(), self.points[n].tone.get(), slopes[n].clamp(BEYOND.0, BEYOND.1));
        let tone = |plain: f64| {
            let beyond = |(at, tone, slope): (f64, f64, f64)| tone + slope * (plain - at);
            if plain <= self.points[0].plain.get() {
                return beyond(end(0));
            }
            if plain >= self.points[last].plain.get() {
                return beyond(end(last));
            }
            let n = self.points.partition_point(|p| p.plain.get() <= plain).clamp(1, last);
            let (from, to) = (self.points[n - 1], self.points[n]);
            let h = to.plain.get() - from.plain.get();
            let t = (plain - from.plain.get()) / h;
            let (t2, t3) = (t * t, t * t * t);
            (2.0 * t3 - 3.0 * t2 + 1.0) * from.tone.get()
                + (t3 - 2.0 * t2 + t) * h * slopes[n - 1]
                + (3.0 * t2 - 2.0 * t3) * to.tone.get()
                + (t3 - t2) * h * slopes[n]
        };
        plain.iter().map(|plain| tone(*plain)).collect()
    }

    /// How sure a tone is, stops: one standard deviation. Beyond what the bracket held less so.
    #[must_use]
    pub fn sure(&self, tone: f64) -> f64 {
        let (first, last) = (self.points[0].tone.get(), self.points[self.points.len() - 1].tone.get());
        let beyond = (first - tone).max(tone - last).max(0.0);
        self.sure.get().hypot(UNSURE_BEYOND * beyond)
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn curve(points: &[(f64, f64)]) -> Result<ToneCurve, Refusal> {
        let at = |(plain, tone): &(f64, f64)| TonePoint { plain: Stops::of(*plain), tone: Stops::of(*tone) };
        ToneCurve::new(points.iter().map(at).collect(), Stops::of(0.05), None)
    }

    #[test]
    fn what_lies_on_a_line_stays_on_it_and_goes_on_beyond_less_surely() {
        let plain = curve(&[(-4.0, -4.0), (-1.0, -1.0), (0.0, 0.0), (2.0, 2.0)]).unwrap();
        for tone in [-7.0, -4.0, -2.3, 0.4, 1.9, 2.4] {
            assert!((plain.tone(tone) - tone).abs() < 1e-9, "{tone}");
        }
        assert!((plain.sure(0.0) - 0.05).abs() < 1e-9);
        assert!((plain.sure(-6.0) - 0.4f64.hypot(0.05)).abs() < 1e-9 && plain.sure(2.5) > 0.1);
    }

    /// By hand: a part of slope 1 between two of slope 2 has the slope 4/3 at both its ends (harmonic mean of 1 and 2). Its middle lies at a half by
    /// symmetry; a quarter of the way Hermite's weights are 9/64 and −3/64 for the slopes and 5/32 for the far end.
    #[test]
    fn between_places_it_is_hermites_cubic() {
        let bent = curve(&[(-1.0, -2.0), (0.0, 0.0), (1.0, 1.0), (2.0, 3.0)]).unwrap();
        assert!((bent.tone(0.5) - 0.5).abs() < 1e-9);
        let quarter = 9.0 / 64.0 * 4.0 / 3.0 + 5.0 / 32.0 - 3.0 / 64.0 * 4.0 / 3.0;
        assert!((bent.tone(0.25) - quarter).abs() < 1e-9, "{} {quarter}", bent.tone(0.25));
    }

    #[test]
    fn what_is_no_curve_is_refused() {
        let refused = |points: &[(f64, f64)]| curve(points).unwrap_err().message;
        assert!(refused(&[(0.0, 0.0), (1.0, 1.0)]).starts_with("2 places are no tone curve"));
        assert!(refused(&[(0.0, 0.0), (1.0, 1.0), (2.0, 0.9)]).starts_with("Each place"));
        assert!(refused(&[(0.0, 0.0), (0.0, 1.0), (2.0, 2.0)]).starts_with("Each place"));
        assert!(refused(&[(0.0, 0.0), (0.01, 1.0), (2.0, 2.0)]).starts_with("Each place"));
        assert!(serde_json::from_str::<ToneCurve>(r#"{"points": [], "sure": 0.1}"#).is_err());
        let whole =
            r#"{"points":[{"plain":-1.0,"tone":-1.0},{"plain":0.0,"tone":0.0},{"plain":1.0,"tone":1.0}],"sure":0.1,"camera":"Loft 2"}"#;
        let read: ToneCurve = serde_json::from_str(whole).unwrap();
        assert_eq!(serde_json::to_string(&read).unwrap(), whole);
    }

    proptest! {
        #[test]
        fn brighter_is_never_darker(parts in proptest::collection::vec((0.1..2.0f64, 0.15..6.0f64), 2..10), a in -12.0..8.0f64, b in -12.0..8.0f64) {
            let mut at = (-5.0, -4.0);
            let mut points = vec![at];
            for (across, slope) in parts {
                at = (at.0 + across / 3.0, at.1 + across / 3.0 * slope);
                points.push(at);
            }
            prop_assume!(at.1 < 8.0);
            let curve = curve(&points).unwrap();
            let (low, high) = (a.min(b), a.max(b));
            prop_assert!(curve.tone(low) <= curve.tone(high) + 1e-12);
            for (plain, tone) in &points {
                prop_assert!((curve.tone(*plain) - tone).abs() < 1e-9);
            }
        }
    }
}
