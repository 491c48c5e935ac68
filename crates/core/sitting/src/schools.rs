//! The ways of working on which good people differ: each is a choice of the setup.

use ink_lamp_light::{meter::Receptor, scale::Step};
use serde::{Deserialize, Serialize};

/// Who follows whom.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Follow {
    /// Lights are set to the chosen aperture.
    #[default]
    LightsFollow,
    /// The camera is set to what the meter says.
    CameraFollows,
}

/// How a light that is a little off is corrected.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Trim {
    /// By its dial; by its distance only where the dial has no finer step, or ends.
    #[default]
    Dial,
    /// Up to a third of a stop by its distance: surer, since no setting errs like the one before.
    Distance,
}

/// The ways of working that hold in a setup. Ratio convention and anchor stand with the ratio, metres and feet on their own.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Schools {
    /// Who follows whom.
    #[serde(default)]
    pub follow: Follow,
    /// In what steps differences are told.
    #[serde(default, deserialize_with = "ink_lamp_light::scale::fine_step")]
    #[cfg_attr(feature = "schema", schema(schema_with = ink_lamp_light::scale::schema_of_fine))]
    pub step: Step,
    /// How the meter is held at the face; readings taken otherwise are converted where the light's angle is known.
    #[serde(default)]
    pub receptor: Receptor,
    /// How a light that is a little off is corrected.
    #[serde(default)]
    pub trim: Trim,
}
