//! A reading that is held, and how it stands after what was changed since.

use ink_lamp_light::{meter::Reading, scale::Stops};
use serde::{Deserialize, Serialize};

use crate::{metered::How, role::LightId};

/// Why a reading is no longer what the meter showed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Because {
    /// Its power was changed.
    Dial,
    /// It was moved.
    Moved,
    /// Another modifier is on it.
    Modifier,
    /// A grid was put on or taken off.
    Grid,
    /// Gels were put on or taken off.
    Gel,
    /// Another unit stands there.
    Unit,
    /// It comes from another setup.
    Copied,
    /// One of the lights was changed (for the whole).
    Lights,
}

/// How a reading stands.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Standing {
    /// As the meter showed it.
    Measured,
    /// Carried along by a change that can be worked out: a prediction.
    Carried {
        /// What the change gives, in stops of flash.
        by: Stops,
        /// The last change.
        because: Because,
    },
    /// Changed in a way that can't be worked out: read it again.
    Stale {
        /// The change.
        because: Because,
    },
}

/// A reading that is held, with how it stands.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Held {
    /// What the meter showed.
    pub reading: Reading,
    /// How it stands.
    pub standing: Standing,
    /// Where and how the meter was held.
    #[serde(default, skip_serializing_if = "crate::metered::How::is_usual")]
    pub how: How,
    /// What each of the other lights that were on gave at that moment, `Av` at ISO 100, where it was known.
    #[serde(default, skip_serializing_if = "Vec::is_empty", deserialize_with = "ink_lamp_light::list::up_to::<_, _, 8>")]
    #[cfg_attr(feature = "schema", schema(max_items = 8))]
    pub others: Vec<Other>,
}

impl Held {
    /// A reading just taken.
    #[must_use]
    pub fn measured(reading: Reading) -> Self {
        Self { reading, standing: Standing::Measured, how: How::default(), others: Vec::new() }
    }

    /// Whether it is as the meter showed it.
    #[must_use]
    pub fn is_measured(&self) -> bool {
        self.standing == Standing::Measured
    }

    /// Carries the reading along by a change that can be worked out.
    pub fn carry(&mut self, by: Stops, because: Because) {
        self.standing = match self.standing {
            Standing::Measured => Standing::Carried { by, because },
            Standing::Carried { by: before, .. } => Standing::Carried { by: before + by, because },
            stale @ Standing::Stale { .. } => stale,
        };
    }

    /// Marks the reading as no longer true.
    pub const fn spoil(&mut self, because: Because) {
        self.standing = Standing::Stale { because };
    }
}

/// Another light that was on during a reading.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Other {
    /// Which.
    pub light: LightId,
    /// What its flash gave, `Av` at ISO 100; none where it was not known then.
    pub av_100: Option<f64>,
}

impl Held {
    /// Stops of flash that were added since the reading; none where it is not known.
    #[must_use]
    pub const fn carried(&self) -> Option<Stops> {
        match self.standing {
            Standing::Measured => Some(Stops::ZERO),
            Standing::Carried { by, .. } => Some(by),
            Standing::Stale { .. } => None,
        }
    }
}
