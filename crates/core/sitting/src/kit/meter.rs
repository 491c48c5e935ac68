//! Meters.

use ink_lamp_light::{quantity, scale::Step};
use serde::{Deserialize, Serialize};

quantity! {
    /// A meter's calibration constant, 100 to 600 lx s.
    MeterConstant, "constant", 100.0 to 600.0, "lx s", "meter constant (flat about 250, dome about 340)"
}

/// A meter.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MeterBody {
    /// As it is called, 1 to 60 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    pub name: String,
    /// Its constant with the flat receptor.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub flat: Option<MeterConstant>,
    /// Its constant with the dome.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub dome: Option<MeterConstant>,
    /// What it shows: `tenths`, `thirds` or `halves`.
    #[serde(deserialize_with = "ink_lamp_light::scale::fine_step")]
    #[cfg_attr(feature = "schema", schema(schema_with = ink_lamp_light::scale::schema_of_fine))]
    pub shows: Step,
    /// Whether it reads flash.
    pub flash: bool,
    /// Whether it reads the pulses of high-speed sync; ordinary ones can't.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub high_speed: bool,
}
