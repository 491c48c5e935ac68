//! Readings, what they mean at other camera settings, and sums of lights.
//!
//! A meter that is set to another ISO than the camera is off by the difference, for room and flash alike. One that is set to another
//! shutter time is off for the room's light only: a flash is over long before the shutter closes.
//! Source: reciprocity and the additivity of illuminance, closed form.

mod amount;
mod receptor;

use serde::{Deserialize, Serialize};

pub use amount::{Amount, gain_of, sum_of};
pub use receptor::{Receptor, dome, flat};

use crate::scale::{Aperture, Iso, MeterDisplay, ShutterTime, Stops};

/// What the meter showed, and how it was set.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Reading {
    /// The f-number with its tenths.
    pub shows: MeterDisplay,
    /// The meter's ISO.
    pub iso: Iso,
    /// The meter's shutter time.
    pub shutter: ShutterTime,
}

/// The camera's exposure.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Exposure {
    /// Aperture.
    pub aperture: Aperture,
    /// Shutter time.
    pub shutter: ShutterTime,
    /// ISO.
    pub iso: Iso,
    /// What the filters before the lens take, in stops: 0 or more. An incident meter does not see it.
    #[serde(default, skip_serializing_if = "crate::scale::Stops::is_zero")]
    pub filter: Stops,
}

impl Exposure {
    /// What a camera in the studio is set to before more is known.
    pub const USUAL: Self = Self::new(Aperture::USUAL, ShutterTime::USUAL, Iso::USUAL);

    /// Without a filter.
    #[must_use]
    pub const fn new(aperture: Aperture, shutter: ShutterTime, iso: Iso) -> Self {
        Self { aperture, shutter, iso, filter: Stops::ZERO }
    }
}

impl Reading {
    /// Level of the room's light against an exposure: `Av_read − Av + Sv − Sv_meter + Tv_meter − Tv`.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_light::{meter::{Exposure, Reading}, scale::{Aperture, Iso, MeterDisplay, ShutterTime}};
    ///
    /// let room = Reading { shows: MeterDisplay::parse("1.4 3")?, iso: Iso::parse("200")?, shutter: ShutterTime::parse("1/125")? };
    /// let camera = Exposure::new(Aperture::parse("8")?, ShutterTime::parse("1/160")?, Iso::parse("100")?);
    /// assert_eq!(room.ambient_level(camera).shown(), "−6.0");
    /// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
    /// ```
    #[must_use]
    pub fn ambient_level(self, camera: Exposure) -> Stops {
        self.flash_level(camera) + Stops::of(self.shutter.tv() - camera.shutter.tv())
    }

    /// Level of a flash reading against an exposure, taken whole: `Av_read − Av + Sv − Sv_meter − filter`. The shutter does not enter.
    #[must_use]
    pub fn flash_level(self, camera: Exposure) -> Stops {
        Stops::of(self.av_100() - Self::av_100_for(Stops::ZERO, camera))
    }

    /// What it shows, as `Av` at ISO 100.
    #[must_use]
    pub fn av_100(self) -> f64 {
        self.shows.av() - self.iso.stops_over_100()
    }

    /// What a meter at the camera's ISO shows for light that lies at `level` of the camera's exposure.
    #[must_use]
    pub fn av_for(level: Stops, camera: Exposure) -> f64 {
        camera.aperture.av() + camera.filter.get() + level.get()
    }

    /// The same at ISO 100.
    #[must_use]
    pub fn av_100_for(level: Stops, camera: Exposure) -> f64 {
        Self::av_for(level, camera) - camera.iso.stops_over_100()
    }
}

#[cfg(test)]
mod tests {
    use amount::{Amount, gain_of, sum_of};
    use proptest::prelude::*;

    use super::*;

    proptest! {
        #[test]
        fn adding_lights_commutes_and_never_dims(a in -10.0..10.0f64, b in -10.0..10.0f64, c in -10.0..10.0f64) {
            let one = sum_of(&[a, b, c]).unwrap();
            let other = sum_of(&[c, a, b]).unwrap();
            prop_assert!((one - other).abs() < 1e-9);
            prop_assert!(one >= a.max(b).max(c));
            let stepwise = sum_of(&[sum_of(&[a, b]).unwrap(), c]).unwrap();
            prop_assert!((one - stepwise).abs() < 1e-9);
        }

        #[test]
        fn light_taken_out_again_leaves_the_rest(a in -8.0..8.0f64, b in -8.0..8.0f64) {
            let (a, b) = (Stops::of(a), Stops::of(b));
            let rest = Amount::at(a).and(Amount::at(b)).without(Amount::at(b));
            prop_assert!((rest.level().unwrap() - a).get().abs() < 1e-6);
        }
    }

    #[test]
    fn no_light_has_no_level() {
        assert_eq!(Amount::NONE.level(), None);
        assert_eq!(Amount::at(Stops::ZERO).without(Amount::at(Stops::of(1.0))), Amount::NONE);
        assert_eq!(sum_of(&[]), None);
        assert_eq!(gain_of(0), None);
    }

    #[test]
    fn the_shutter_moves_the_room_and_not_the_flash() {
        let reading = |shutter: &str| Reading {
            shows: MeterDisplay::parse("5.6 8").unwrap(),
            iso: Iso::parse("100").unwrap(),
            shutter: ShutterTime::parse(shutter).unwrap(),
        };
        let camera = Exposure::new(Aperture::parse("4").unwrap(), ShutterTime::parse("1/125").unwrap(), Iso::parse("100").unwrap());
        // Handbook 11: 5.6 8 at 1/60 s is 4 8 at 1/125 s.
        assert_eq!(reading("1/60").ambient_level(camera).shown(), "+0.8");
        assert_eq!(reading("1/60").flash_level(camera).shown(), "+1.8");
        assert_eq!(reading("1/15").flash_level(camera), reading("1/250").flash_level(camera));
    }
}
