//! The macro by which aperture, shutter time and ISO read and write their markings.

/// Behind a marking of half stops that third stops have too.
pub(super) const HALF: &str = " half";

/// What apertures, shutter times and ISO speeds share: an exact place in stops behind a printed marking.
macro_rules! setting {
    ($name:ident, $table:ident, $strip:expr) => {
        impl $name {
            /// The exact value behind a marking of `series`.
            ///
            /// # Errors
            /// Refuses what is no marking of the series, and names its neighbours.
            pub fn from_marking(text: &str, series: crate::scale::Series) -> Result<Self, crate::refusal::Refusal> {
                crate::scale::series::$table.stops($strip(text), series).map(Self)
            }

            /// The exact value behind a marking in third stops, whole stops included, or in half stops. What both series have means the
            /// third; the half is written `13 half`.
            ///
            /// # Errors
            /// Refuses what is no such marking, and names its neighbours.
            pub fn parse(text: &str) -> Result<Self, crate::refusal::Refusal> {
                use crate::scale::Series;
                if let Some(half) = text.trim_end().strip_suffix(HALF) {
                    return Self::from_marking(half, Series::Half);
                }
                let third = Self::from_marking(text, Series::Third);
                third.or_else(|refusal| Self::from_marking(text, Series::Half).map_err(|_| refusal))
            }

            /// As it is marked on the camera: in half stops where it lies on one, in third stops otherwise.
            #[must_use]
            pub fn said(self) -> String {
                self.marking(if self.is_half() { crate::scale::Series::Half } else { crate::scale::Series::Third })
            }

            /// As it is written in the record: as it is said, and `13 half` where third stops have that marking too.
            #[must_use]
            pub fn written(self) -> String {
                let said = self.said();
                let other = || Self::from_marking(&said, crate::scale::Series::Third).is_ok();
                if self.is_half() && other() { format!("{said}{HALF}") } else { said }
            }

            /// Whether it lies on a half stop, between whole ones.
            fn is_half(self) -> bool {
                let halves = self.0 * 2.0;
                (halves - halves.round()).abs() < 1e-6 && halves.round() % 2.0 != 0.0
            }

            /// Every half-stop marking as it is written, in rising order of stops.
            pub fn halves() -> impl Iterator<Item = String> {
                crate::scale::series::$table.halves().map(|stops| Self(stops).written())
            }

            /// The marking nearest to this value in `series`; a tie goes to the higher number of stops.
            #[must_use]
            pub fn marking(self, series: crate::scale::Series) -> String {
                let (low, high) = crate::scale::series::$table.ends();
                let place = self.0.clamp(low, high);
                crate::scale::series::$table.nearest(place, series).map_or_else(String::new, |(m, _)| m.to_owned())
            }

            /// The value that the nearest marking in `series` stands for; a tie goes to the higher number of stops.
            #[must_use]
            pub fn snapped(self, series: crate::scale::Series) -> Self {
                let (low, high) = crate::scale::series::$table.ends();
                let place = self.0.clamp(low, high);
                crate::scale::series::$table.nearest(place, series).map_or(self, |(_, stops)| Self(stops))
            }

            /// The number that is printed on the nearest third-stop marking; never to be computed with but to say what it gives.
            #[must_use]
            pub fn printed(self) -> f64 {
                crate::scale::series::printed(&self.marking(crate::scale::Series::Third))
            }

            /// Every third-stop marking, in rising order of stops.
            pub fn thirds() -> impl Iterator<Item = &'static str> {
                crate::scale::series::$table.thirds().map(|(marking, _)| marking)
            }
        }

        impl TryFrom<String> for $name {
            type Error = crate::refusal::Refusal;
            fn try_from(text: String) -> Result<Self, crate::refusal::Refusal> {
                Self::parse(&text)
            }
        }

        impl From<$name> for String {
            fn from(setting: $name) -> String {
                setting.written()
            }
        }
    };
}

pub(super) use setting;

#[cfg(test)]
mod tests {
    use crate::scale::{Aperture, Iso, Series, ShutterTime};

    /// Printed half stops: f/6.7 is 2^(5.5/2) = 6.727, 1/90 is 2^−6.5 s, ISO 140 is 100·√2.
    #[test]
    fn half_stops_are_read_and_written_as_they_are_printed() {
        assert_eq!(Aperture::parse("f/6.7").unwrap().av(), 5.5);
        assert_eq!(ShutterTime::parse("1/90").unwrap().tv(), 6.5);
        assert_eq!(Iso::parse("140").unwrap().stops_over_100(), 0.5);
        assert_eq!(
            (Aperture::from_av(5.5).unwrap().said(), Aperture::from_av(5.0 + 1.0 / 3.0).unwrap().said()),
            ("6.7".into(), "6.3".into())
        );
        assert!(Aperture::parse("6.6").is_err() && Aperture::parse("6.6 half").is_err());
    }

    /// f/13 of third stops is 2^(22/6) = 12.70, of half stops 2^(7.5/2) = 13.45: the record tells them apart, the dial shows 13 for both.
    #[test]
    fn what_both_series_have_is_told_apart_in_the_record() {
        let (third, half) = (Aperture::parse("13").unwrap(), Aperture::parse("13 half").unwrap());
        assert_eq!((third.said(), third.written(), half.said(), half.written()), ("13".into(), "13".into(), "13".into(), "13 half".into()));
        assert!((third.exact() - 12.7).abs() < 0.01 && (half.exact() - 13.45).abs() < 0.01);
    }

    #[test]
    fn every_marking_of_either_series_comes_back_as_it_was() {
        fn same<T: PartialEq + Copy + std::fmt::Debug>(all: Vec<String>, read: impl Fn(&str) -> T, write: impl Fn(T) -> String) {
            for written in all {
                let value = read(&written);
                assert_eq!(read(&write(value)), value, "{written}");
                assert_eq!(write(read(&write(value))), write(value), "{written}");
            }
        }
        let thirds = |all: &mut dyn Iterator<Item = &'static str>| all.map(str::to_owned).collect::<Vec<_>>();
        same([thirds(&mut Aperture::thirds()), Aperture::halves().collect()].concat(), |t| Aperture::parse(t).unwrap(), Aperture::written);
        same(
            [thirds(&mut ShutterTime::thirds()), ShutterTime::halves().collect()].concat(),
            |t| ShutterTime::parse(t).unwrap(),
            ShutterTime::written,
        );
        same([thirds(&mut Iso::thirds()), Iso::halves().collect()].concat(), |t| Iso::parse(t).unwrap(), Iso::written);
        // A whole stop is the same on both dials.
        assert_eq!(Aperture::from_marking("11", Series::Half), Aperture::from_marking("11", Series::Third));
    }
}
