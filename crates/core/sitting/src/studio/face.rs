//! Whose face stands in for the sitter in the foretold frame.

use serde::{Deserialize, Serialize};

/// A face that stands in for the sitter in the foretold frame: five people who don't exist, named by what they mend.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum StandIn {
    /// A young woman with light skin and parted hair to the collar.
    #[default]
    NetMender,
    /// An older man with light to medium skin and close-cropped grey hair.
    ClockMender,
    /// An older woman with medium skin and grey hair, brushed back.
    Bookbinder,
    /// A middle-aged man with deep skin, very short hair and a short beard.
    Luthier,
    /// A young man with tan skin in a knitted cap.
    BicycleWright,
}

impl StandIn {
    /// All of them.
    pub const ALL: [Self; 5] = [Self::NetMender, Self::ClockMender, Self::Bookbinder, Self::Luthier, Self::BicycleWright];

    /// As it is called.
    #[must_use]
    pub const fn name(self) -> &'static str {
        match self {
            Self::NetMender => "Net mender",
            Self::ClockMender => "Clock mender",
            Self::Bookbinder => "Bookbinder",
            Self::Luthier => "Luthier",
            Self::BicycleWright => "Bicycle wright",
        }
    }

    /// Whether it is the one that stands in where nobody chose.
    #[must_use]
    pub fn is_usual(&self) -> bool {
        *self == Self::default()
    }
}
