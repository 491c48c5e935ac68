//! What the room's light does at an exposure: removed or kept, and how much it adds to the flash.
//!
//! Source: reciprocity, closed form: `added = log2(1 + 2^d)` with `d` the room's level less the flash's.

use serde::{Deserialize, Serialize};

use crate::{meter::Exposure, scale::Stops};

/// Half a tenth of a stop: what a meter that shows tenths can't tell. A share of the room's light below this is left out of
/// targets and moves, so that nobody chases what can't be read.
pub const UNSEEN: Stops = Stops::constant(0.05);

/// Below this level a mid-grey reads as black in print and on screen: the default line of a removed room (common practice, no source).
pub const BLACK: Stops = Stops::constant(-5.0);

/// Half of a third stop: no camera brings a level nearer.
pub const NO_NEARER: Stops = Stops::constant(1.0 / 6.0 + 0.01);

/// Where a kept room usually lies (common practice, no source).
const USUAL_KEEP: Stops = Stops::constant(-1.5);

/// What the photographer wants of the room's light.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum RoomWish {
    /// A frame without flash is black: the room lies at this level or below it.
    Remove(Level),
    /// The room shows at this level.
    Keep(Level),
}

/// A level against the camera's exposure.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Level {
    /// Stops over (+) or under (−) the exposure.
    pub level: Stops,
}

impl Default for RoomWish {
    fn default() -> Self {
        Self::Remove(Level { level: BLACK })
    }
}

impl RoomWish {
    /// The other decision, at its usual level.
    #[must_use]
    pub fn other(self) -> Self {
        match self {
            Self::Remove(_) => Self::Keep(Level { level: USUAL_KEEP }),
            Self::Keep(_) => Self::default(),
        }
    }

    /// How far the room lies from the wish: over (+) or under (−). A removed room below its line is right, however dark.
    #[must_use]
    #[inline]
    pub fn gap(self, room: Stops) -> Stops {
        match self {
            Self::Remove(Level { level }) => Stops::of((room - level).get().max(0.0)),
            Self::Keep(Level { level }) => room - level,
        }
    }

    /// Whether the room lies as wished. A removed room must not pass its line by a tenth; a kept one lies within the half of a third
    /// stop, since no camera can bring it nearer.
    #[must_use]
    #[inline]
    pub fn is_right(self, room: Stops) -> bool {
        let gap = self.gap(room);
        match self {
            Self::Remove(_) => gap.tenths() <= 0,
            Self::Keep(_) => gap.abs() <= NO_NEARER,
        }
    }

    /// The wished level.
    #[must_use]
    #[inline]
    pub const fn level(self) -> Stops {
        match self {
            Self::Remove(l) | Self::Keep(l) => l.level,
        }
    }
}

/// What ambient light adds to flash that lies `ambient_minus_flash` from it: `log2(1 + 2^d)`.
///
/// # Examples
/// ```
/// use ink_lamp_light::{ambient::added, scale::Stops};
///
/// assert_eq!(added(Stops::new(-3.0)?).shown(), "+0.2");
/// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
/// ```
#[must_use]
pub fn added(ambient_minus_flash: Stops) -> Stops {
    Stops::of(ambient_minus_flash.factor().ln_1p() / std::f64::consts::LN_2)
}

/// The flash's share of both together, 0 to 1: `1/(1 + 2^d)`.
#[must_use]
pub fn flash_share(ambient_minus_flash: Stops) -> f64 {
    1.0 / (1.0 + ambient_minus_flash.factor())
}

/// The flash's share where the sum of both is known against the ambient: `1 − 2^(A−T)`. None unless the total exceeds the ambient.
#[must_use]
pub fn flash_share_of_total(total_minus_ambient: Stops) -> Option<f64> {
    (total_minus_ambient > Stops::ZERO).then(|| 1.0 - (-total_minus_ambient).factor())
}

/// The flash against the ambient where only the sum was read: `log2(2^(T−A) − 1)`. None unless the total exceeds the ambient.
#[must_use]
pub fn flash_minus_ambient(total_minus_ambient: Stops) -> Option<Stops> {
    Stops::from_factor(total_minus_ambient.factor() - 1.0)
}

/// By how many stops the shutter must get shorter to bring the room from one level to another. Good up to the sync speed.
#[must_use]
pub fn shutter_change(now: Stops, wanted: Stops) -> Stops {
    now - wanted
}

/// By how much a change of the camera darkens the room.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
pub struct Darkening {
    /// By the exact settings behind the markings: positive is darker.
    pub exact: Stops,
    /// By the numbers as they are printed: what a photographer works out by hand.
    pub printed: Stops,
}

/// What going from one exposure to another does to the room: `ΔAv + ΔTv − ΔSv` and the filters' loss, both ways of counting.
///
/// # Examples
/// ```
/// use ink_lamp_light::{ambient::darkening, meter::Exposure, scale::{Aperture, Iso, ShutterTime}};
///
/// let at = |shutter, iso| Ok::<_, ink_lamp_light::refusal::Refusal>(Exposure::new(Aperture::parse("4")?, ShutterTime::parse(shutter)?, Iso::parse(iso)?));
/// let change = darkening(at("1/5000", "100")?, at("1/8000", "50")?);
/// assert_eq!(format!("{:.2}, {:.2} by the printed numbers", change.exact.get(), change.printed.get()), "1.67, 1.68 by the printed numbers");
/// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
/// ```
#[must_use]
pub fn darkening(from: Exposure, to: Exposure) -> Darkening {
    let exact = (to.aperture.av() - from.aperture.av()) + (to.shutter.tv() - from.shutter.tv())
        - (to.iso.stops_over_100() - from.iso.stops_over_100());
    let log = |a: f64, b: f64| (a / b).log2();
    let printed = 2.0 * log(to.aperture.printed(), from.aperture.printed())
        + log(from.shutter.printed(), to.shutter.printed())
        + log(from.iso.printed(), to.iso.printed());
    let filter = (to.filter - from.filter).get();
    Darkening { exact: Stops::of(exact + filter), printed: Stops::of(printed + filter) }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_removed_room_is_right_however_dark() {
        let wish = RoomWish::default();
        assert_eq!(wish.gap(Stops::of(-6.0)), Stops::ZERO);
        assert_eq!(wish.gap(Stops::of(-2.7)).shown(), "+2.3");
        let keep = RoomWish::Keep(Level { level: Stops::of(-1.5) });
        assert!(keep.is_right(Stops::of(-1.34)) && !keep.is_right(Stops::of(-1.3)));
        assert!(wish.is_right(Stops::of(-4.96)) && !wish.is_right(Stops::of(-4.9)));
        assert_eq!(keep.gap(Stops::of(-6.0)).shown(), "−4.5");
    }

    #[test]
    fn share_of_flash_has_no_answer_without_flash() {
        assert_eq!(flash_share_of_total(Stops::ZERO), None);
        assert_eq!(flash_minus_ambient(Stops::of(-1.0)), None);
    }
}
