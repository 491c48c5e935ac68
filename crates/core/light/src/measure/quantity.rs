//! How a plain number gets a unit, a range, and a sentence for what lies outside.

/// A checked number: a newtype over `f64` with a range, its unit, and what it is called where it is refused.
#[macro_export]
#[doc(hidden)]
macro_rules! quantity {
    ($(#[$doc:meta])* $name:ident, $field:literal, $from:tt to $to:tt, $unit:literal, $what:literal) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, PartialOrd, serde::Serialize, serde::Deserialize)]
        #[serde(try_from = "f64", into = "f64")]
        #[cfg_attr(feature = "schema", derive(utoipa::ToSchema), schema(value_type = f64, minimum = $from, maximum = $to))]
        pub struct $name(f64);

        impl $name {
            /// From a number in this unit.
            ///
            /// # Errors
            /// Refuses what lies outside the range, and what is no number.
            pub fn new(value: f64) -> Result<Self, $crate::refusal::Refusal> {
                if ($from..=$to).contains(&value) {
                    Ok(Self(value))
                } else {
                    Err($crate::refusal::Refusal::new($field, format!(concat!("{} ", $unit, " is no ", $what, ". Give {} to {} ", $unit, "."), value, $from, $to)))
                }
            }

            /// A number that is known to lie in the range: for constants.
            ///
            /// # Panics
            /// Where it does not, while the constant is worked out.
            #[allow(dead_code, reason = "most numbers come from outside")]
            pub const fn constant(value: f64) -> Self {
                assert!(value >= $from && value <= $to);
                Self(value)
            }

            /// The number in this unit.
            #[must_use]
            pub const fn get(self) -> f64 {
                self.0
            }
        }

        impl TryFrom<f64> for $name {
            type Error = $crate::refusal::Refusal;
            fn try_from(value: f64) -> Result<Self, $crate::refusal::Refusal> {
                Self::new(value)
            }
        }

        impl From<$name> for f64 {
            fn from(value: $name) -> f64 {
                value.0
            }
        }
    };
}
