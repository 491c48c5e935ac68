//! Flash bulbs: when they burn, and what of it a shutter passes.

use std::f64::consts::LN_2;

use serde::{Deserialize, Serialize};

use crate::{measure::Seconds, scale::Stops};

/// When a camera fires a bulb.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum BulbSync {
    /// As the blades open: the shutter must stay open for delay and burn, 1/30 s or so.
    X,
    /// About 20 ms before, so that the peak falls into a short exposure.
    M,
}

/// A flash bulb: one burn, one power. Its light is taken as a bell curve (an assumption).
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Bulb {
    /// How it is fired.
    pub sync: BulbSync,
    /// From ignition to the peak; 0.0157 s where it is left out: so half of the burn passes 1/60 with X sync, as the guide numbers 40 and 28 of a
    /// medium-peak bulb have it (common practice, no source).
    #[serde(default = "Bulb::usual_peak")]
    pub peak: Seconds,
    /// Its width at half of the peak; about 0.014 s (from memory).
    #[serde(default = "Bulb::usual_width")]
    pub width: Seconds,
}

impl Bulb {
    fn usual_peak() -> Seconds {
        Seconds::constant(0.0157)
    }

    fn usual_width() -> Seconds {
        Seconds::constant(0.014)
    }

    /// The share of its light that a shutter time passes, 0 to 1: the bell curve's part from 0 to `t` (X), or of `t` round its peak (M).
    #[must_use]
    pub fn passes(self, shutter: Seconds) -> f64 {
        let sigma = self.width.get() / (8.0 * LN_2).sqrt();
        let (peak, t) = (self.peak.get(), shutter.get());
        let (from, to) = match self.sync {
            BulbSync::X => (0.0, t),
            BulbSync::M => (peak - t / 2.0, peak + t / 2.0),
        };
        let up_to = |x: f64| 0.5 * (1.0 + libm::erf((x - peak) / (sigma * std::f64::consts::SQRT_2)));
        up_to(to) - up_to(from)
    }

    /// What a shutter time takes of its light, stops: 0 or more.
    #[must_use]
    pub fn loss(self, shutter: Seconds) -> Stops {
        Stops::of(-self.passes(shutter).max(1e-6).log2())
    }
}

/// Guide numbers of a bulb in metres at ISO 100 by shutter time: common practice, no source. It fits X down to 1/60 and M at 1/300 s.
pub const TABLE_GUIDE: [(f64, f64); 3] = [(1.0 / 30.0, 40.0), (1.0 / 60.0, 28.0), (1.0 / 300.0, 18.0)];

/// The table's guide number at a shutter time: `2·log2 GN` in a straight line over `log2 1/t` between its entries, held beyond its ends. A
/// rule, not physics.
#[must_use]
pub fn table_guide(shutter: Seconds) -> f64 {
    let x = -shutter.get().log2();
    let points = TABLE_GUIDE.map(|(t, guide)| (-f64::log2(t), guide));
    // A printed 1/30 is the table's own.
    let Some(pair) = points.windows(2).find(|pair| x <= pair[1].0).filter(|_| x > points[0].0 + 1e-9) else {
        return if x <= points[0].0 + 1e-9 { points[0].1 } else { points[2].1 };
    };
    let way = (x - pair[0].0) / (pair[1].0 - pair[0].0);
    pair[0].1 * (pair[1].1 / pair[0].1).powf(way)
}
