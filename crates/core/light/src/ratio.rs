//! The lighting ratio, in both conventions of the trade, on both anchors.
//!
//! (a) *reading ratio*: key's reading to fill's reading, `R = 2^d`; (b) *lit : shadow*: key and fill together to fill alone,
//! `R = 2^d + 1`, where `d` is key less fill in stops, each read alone, and the fill reaches both sides.
//! Source: both conventions are common practice; the arithmetic is closed form.

use serde::{Deserialize, Serialize};

use crate::{meter::Amount, refusal::Refusal, scale::Stops};

/// What "3 : 1" means.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Convention {
    /// (key + fill) : fill.
    LitShadow,
    /// Key's reading : fill's reading.
    Readings,
}

impl Convention {
    /// The least that is wished, in tenths: lit : shadow starts over 1, where the key is nothing.
    #[must_use]
    pub const fn least(self) -> f64 {
        match self {
            Self::LitShadow => 1.1,
            Self::Readings => 0.1,
        }
    }
}

/// What is put on the camera's exposure.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Anchor {
    /// Key and fill together on 0.
    LitSide,
    /// The key alone on 0.
    KeyAlone,
}

/// A ratio as one number to 1: above 0 and up to 1024.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd, Serialize, Deserialize)]
#[serde(try_from = "f64", into = "f64")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = f64, example = 3.0))]
pub struct Ratio(f64);

impl Ratio {
    /// From a number to 1.
    ///
    /// # Errors
    /// Refuses what is not above 0 and up to 1024.
    pub fn new(ratio: f64) -> Result<Self, Refusal> {
        if ratio > 0.0 && ratio <= 1024.0 {
            Ok(Self(ratio))
        } else {
            Err(Refusal::new("ratio", format!("{ratio}:1 is no ratio. Give a number such as 3 for 3:1.")))
        }
    }

    /// The number to 1.
    #[must_use]
    pub const fn get(self) -> f64 {
        self.0
    }

    /// As it is written: `3 : 1`, `2.2 : 1`.
    #[must_use]
    pub fn shown(self) -> String {
        format!("{} : 1", self.number())
    }

    /// What stands before `: 1`, in tenths, whole numbers without any: `3`, `2.2`.
    #[must_use]
    pub fn number(self) -> String {
        if (self.0 * 10.0).round() % 10.0 == 0.0 { format!("{:.0}", self.0) } else { format!("{:.1}", self.0) }
    }

    /// The ratio of a key that lies `key_over_fill` over the fill, each read alone.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_light::{ratio::{Convention, Ratio}, scale::Stops};
    ///
    /// let one = Stops::new(1.0)?;
    /// assert_eq!(Ratio::of(one, Convention::Readings).get(), 2.0);
    /// assert_eq!(Ratio::of(one, Convention::LitShadow).get(), 3.0);
    /// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
    /// ```
    #[must_use]
    pub fn of(key_over_fill: Stops, convention: Convention) -> Self {
        let reading = key_over_fill.factor();
        Self(match convention {
            Convention::Readings => reading,
            Convention::LitShadow => reading + 1.0,
        })
    }

    /// Key over fill in stops, each read alone: `log2 R` by readings, `log2(R − 1)` for lit : shadow.
    ///
    /// # Errors
    /// Lit : shadow starts above 1:1, where the key is nothing.
    pub fn key_over_fill(self, convention: Convention) -> Result<Stops, Refusal> {
        let factor = match convention {
            Convention::Readings => self.0,
            Convention::LitShadow => self.0 - 1.0,
        };
        Stops::from_factor(factor).ok_or_else(|| {
            Refusal::new("ratio", "Lit : shadow of 1:1 or less has no key in it. Give more than 1, such as 2 for key and fill alike.")
        })
    }
}

impl TryFrom<f64> for Ratio {
    type Error = Refusal;
    fn try_from(ratio: f64) -> Result<Self, Refusal> {
        Self::new(ratio)
    }
}

impl From<Ratio> for f64 {
    fn from(ratio: Ratio) -> f64 {
        ratio.0
    }
}

/// Lit side over shadow side in stops: `log2(2^d + 1)`.
#[must_use]
pub fn lit_over_shadow(key_over_fill: Stops) -> Stops {
    lit_over_shadow_with_spill(key_over_fill, 0.0)
}

/// The same where a share `spill` of the key (0 to 1) reaches the shadow side: `log2((2^d + 1)/(s·2^d + 1))`.
#[must_use]
pub fn lit_over_shadow_with_spill(key_over_fill: Stops, spill: f64) -> Stops {
    let key = key_over_fill.factor();
    Stops::of(((key + 1.0) / (spill.clamp(0.0, 1.0) * key + 1.0)).log2())
}

/// A wished ratio: number, convention and anchor.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(try_from = "RatioSpec", into = "RatioSpec")]
pub struct RatioTarget {
    ratio: Ratio,
    convention: Convention,
    anchor: Anchor,
    key_over_fill: Stops,
}

impl RatioTarget {
    /// What most portraits begin with: 3 : 1, lit : shadow, the lit side on 0 (common practice, no source).
    pub const USUAL: Self = Self {
        ratio: Ratio(3.0),
        convention: Convention::LitShadow,
        anchor: Anchor::LitSide,
        // log2(3 − 1)
        key_over_fill: Stops::constant(1.0),
    };
}

/// How a wished ratio is written.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RatioSpec {
    /// The number to 1.
    pub ratio: Ratio,
    /// What it means.
    pub convention: Convention,
    /// What lies on 0.
    pub anchor: Anchor,
}

impl TryFrom<RatioSpec> for RatioTarget {
    type Error = Refusal;
    fn try_from(spec: RatioSpec) -> Result<Self, Refusal> {
        Self::new(spec.ratio, spec.convention, spec.anchor)
    }
}

impl From<RatioTarget> for RatioSpec {
    fn from(target: RatioTarget) -> Self {
        Self { ratio: target.ratio, convention: target.convention, anchor: target.anchor }
    }
}

impl RatioTarget {
    /// A wish.
    ///
    /// # Errors
    /// Refuses a lit : shadow of 1:1 or less.
    pub fn new(ratio: Ratio, convention: Convention, anchor: Anchor) -> Result<Self, Refusal> {
        Ok(Self { ratio, convention, anchor, key_over_fill: ratio.key_over_fill(convention)? })
    }

    /// The wish that puts the key or the fill at `level`, keeping convention and anchor, rounded to a tenth of the ratio.
    ///
    /// # Errors
    /// Refuses a level that no ratio gives: the fill must lie under what is anchored, the key too on the lit-side anchor.
    pub fn with_fill_at(self, level: Stops) -> Result<Self, Refusal> {
        let light = level.factor();
        let factor = match self.anchor {
            Anchor::LitSide => (1.0 - light) / light,
            Anchor::KeyAlone => 1.0 / light,
        };
        self.with_factor(factor, "The fill can't lie there: with the lit side on 0 it must be under 0.")
    }

    /// The wish that puts the key at `level` on the lit-side anchor, rounded to a tenth of the ratio.
    ///
    /// # Errors
    /// Refuses where the key is the anchor, and levels at or over 0.
    pub fn with_key_at(self, level: Stops) -> Result<Self, Refusal> {
        if self.anchor == Anchor::KeyAlone {
            return Err(Refusal::new(
                "level",
                "The key alone is on 0, so its target stays there. Change the fill's, or anchor on the lit side.",
            ));
        }
        let light = level.factor();
        self.with_factor(light / (1.0 - light), "The key can't lie there: with the lit side on 0 it must be under 0.")
    }

    fn with_factor(self, key_to_fill: f64, why: &str) -> Result<Self, Refusal> {
        let key_over_fill = Stops::from_factor(key_to_fill).ok_or_else(|| Refusal::new("level", why))?;
        self.near(Ratio::of(key_over_fill, self.convention).get())
    }

    /// The wish at a number to 1, rounded to a tenth, keeping convention and anchor.
    ///
    /// # Errors
    /// Refuses what is over 1024.
    pub fn near(self, exact: f64) -> Result<Self, Refusal> {
        let tenths = ((exact * 10.0).round() / 10.0).max(self.convention.least());
        Self::new(Ratio::new(tenths).map_err(|r| r.at("level"))?, self.convention, self.anchor)
    }

    /// The number to 1.
    #[must_use]
    pub const fn ratio(self) -> Ratio {
        self.ratio
    }

    /// The convention.
    #[must_use]
    pub const fn convention(self) -> Convention {
        self.convention
    }

    /// The anchor.
    #[must_use]
    pub const fn anchor(self) -> Anchor {
        self.anchor
    }

    /// Key over fill in stops, each read alone.
    #[must_use]
    pub const fn key_over_fill(self) -> Stops {
        self.key_over_fill
    }

    /// The same wish as a ratio in a convention.
    #[must_use]
    pub fn in_convention(self, convention: Convention) -> Ratio {
        if convention == self.convention { self.ratio } else { Ratio::of(self.key_over_fill, convention) }
    }

    /// Key and fill, each alone, as amounts of light.
    #[must_use]
    pub fn lights(self) -> (Amount, Amount) {
        let fill_under_key = Amount::at(-self.key_over_fill);
        let (key, fill) = (Amount::at(Stops::ZERO), fill_under_key);
        match self.anchor {
            Anchor::KeyAlone => (key, fill),
            Anchor::LitSide => {
                let lit = key.and(fill).level().unwrap_or(Stops::ZERO);
                (key.by(-lit), fill.by(-lit))
            }
        }
    }

    /// Where key and fill together land: 0 on the lit-side anchor, above it with the key alone on 0.
    #[must_use]
    pub fn lit_side(self) -> Stops {
        let (key, fill) = self.lights();
        key.and(fill).level().unwrap_or(Stops::ZERO)
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;

    fn target(ratio: f64, convention: Convention, anchor: Anchor) -> RatioTarget {
        RatioTarget::new(Ratio::new(ratio).unwrap(), convention, anchor).unwrap()
    }

    fn levels(t: RatioTarget) -> (String, String) {
        let (key, fill) = t.lights();
        (key.level().unwrap().shown(), fill.level().unwrap().shown())
    }

    /// The table of the house's numbers rule: lit side on 0.
    #[test]
    fn worked_table_with_the_lit_side_on_zero() {
        for (ratio, over, key, fill) in
            [(2.0, "0.0", "−1.0", "−1.0"), (3.0, "+1.0", "−0.6", "−1.6"), (4.0, "+1.6", "−0.4", "−2.0"), (9.0, "+3.0", "−0.2", "−3.2")]
        {
            let t = target(ratio, Convention::LitShadow, Anchor::LitSide);
            assert_eq!(t.key_over_fill().shown(), over);
            assert_eq!(levels(t), (key.to_owned(), fill.to_owned()), "{ratio}:1");
        }
    }

    #[test]
    fn the_key_alone_on_zero_puts_the_lit_side_above() {
        let t = target(3.0, Convention::LitShadow, Anchor::KeyAlone);
        assert_eq!(levels(t), ("0.0".to_owned(), "−1.0".to_owned()));
        assert_eq!(t.lit_side().shown(), "+0.6");
    }

    #[test]
    fn three_to_one_by_readings_is_another_light() {
        let t = target(3.0, Convention::Readings, Anchor::LitSide);
        assert_eq!(t.key_over_fill().shown(), "+1.6");
        assert_eq!(t.in_convention(Convention::LitShadow).shown(), "4 : 1");
        assert_eq!(levels(t), ("−0.4".to_owned(), "−2.0".to_owned()));
    }

    #[test]
    fn no_key_is_no_ratio() {
        assert!(RatioTarget::new(Ratio::new(1.0).unwrap(), Convention::LitShadow, Anchor::LitSide).is_err());
        assert!(Ratio::new(0.0).is_err() && Ratio::new(f64::NAN).is_err());
    }

    proptest! {
        #[test]
        fn a_dragged_target_lands_within_a_tenth_of_the_ratio(fill in -6.0..-0.2f64) {
            let t = target(3.0, Convention::LitShadow, Anchor::LitSide).with_fill_at(Stops::of(fill)).unwrap();
            let exact = Stops::of(-fill).factor();
            prop_assert!((t.ratio().get() - exact).abs() <= 0.05 + 1e-9);
            let (key, fill) = t.lights();
            prop_assert!(key.and(fill).level().unwrap().get().abs() < 1e-9);
        }

        #[test]
        fn both_conventions_tell_the_same_light(d in -3.0..6.0f64) {
            let d = Stops::of(d);
            for convention in [Convention::Readings, Convention::LitShadow] {
                prop_assert!((Ratio::of(d, convention).key_over_fill(convention).unwrap() - d).get().abs() < 1e-9);
            }
        }
    }
}
