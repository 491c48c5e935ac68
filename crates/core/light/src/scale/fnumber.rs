//! An aperture as it is told: the whole marking, and the tenths over it.

use serde::{Deserialize, Serialize};

use super::{
    aperture::Aperture,
    series::{APERTURES, Series},
};

/// Lowest and highest whole stop, in Av: f/0.5 and f/128.
pub(super) const WHOLE: std::ops::RangeInclusive<i32> = -2..=14;

/// An f-number in the pieces a screen sets: the number, the small tenths, and how it is said.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FNumber {
    /// The number after the ƒ: `5.6`.
    pub number: String,
    /// Tenths over it, for readings; none for camera settings.
    #[serde(skip_serializing_if = "Option::is_none", default)]
    pub tenths: Option<u8>,
    /// In words: `f/5.6 and 8 tenths`.
    pub words: String,
}

/// A level in `Av` as a reading: whole stop and tenths.
pub fn fnumber(av: f64) -> FNumber {
    let (number, tenths) = whole_and_tenths(av);
    let words = match tenths {
        0 => format!("f/{number}"),
        1 => format!("f/{number} and 1 tenth"),
        t => format!("f/{number} and {t} tenths"),
    };
    FNumber { number, tenths: Some(tenths), words }
}

impl From<Aperture> for FNumber {
    fn from(aperture: Aperture) -> Self {
        let number = aperture.marking(Series::Third);
        Self { words: format!("f/{number}"), number, tenths: None }
    }
}

/// Marking of the whole stop and tenths at an `Av`, also beyond the printed series, where the number itself is written.
pub(super) fn whole_and_tenths(av: f64) -> (String, u8) {
    #[allow(clippy::cast_possible_truncation, reason = "Av lies within ±200")]
    let q = (10.0 * av.clamp(-200.0, 200.0) + 0.5 + 1e-9).floor() as i32;
    let stop = q.div_euclid(10);
    let number = if WHOLE.contains(&stop) { mark_of_whole(stop).to_owned() } else { format!("{:.2}", (f64::from(stop) / 2.0).exp2()) };
    (number, u8::try_from(q.rem_euclid(10)).unwrap_or(0))
}

pub(super) fn mark_of_whole(av: i32) -> &'static str {
    APERTURES.nearest(f64::from(av), Series::Full).map_or("", |(m, _)| m)
}
