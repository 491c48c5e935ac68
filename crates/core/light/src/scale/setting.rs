//! The macro by which aperture, shutter time and ISO read and write their markings.

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

            /// The exact value behind a marking in third stops, whole stops included: what cameras here are set in.
            ///
            /// # Errors
            /// Refuses what is no such marking, and names its neighbours.
            pub fn parse(text: &str) -> Result<Self, crate::refusal::Refusal> {
                Self::from_marking(text, crate::scale::Series::Third)
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
                setting.marking(crate::scale::Series::Third)
            }
        }
    };
}

pub(super) use setting;
