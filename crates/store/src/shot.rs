//! What a frame's file says of how it was taken, and where its patches are, as they are kept.

use chrono::NaiveDateTime;
use ink_lamp_light::scale::Stops;
use ink_lamp_sitting::shots::AsShot;
use serde::{Deserialize, Serialize};

/// What a frame's file says. Every later version reads it: what is not there is not known, what a version does not know it passes over.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(default)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FileTold {
    /// Aperture, shutter time, ISO, focal length.
    pub as_shot: AsShot,
    /// When, by the camera's own clock.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(value_type = Option<String>, example = "2026-11-30T20:16:05"))]
    pub clock: Option<NaiveDateTime>,
    /// How many minutes that clock is ahead of UTC, where the camera says so.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub ahead: Option<i32>,
    /// Whether the camera saw its flash fire.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub flash: Option<bool>,
    /// Exposure compensation.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub compensation: Option<Stops>,
    /// The camera, as it calls itself.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub camera: Option<String>,
    /// The lens, as it calls itself.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub lens: Option<String>,
    /// It is what a raw file holds for a camera's own screen.
    #[serde(skip_serializing_if = "std::ops::Not::not")]
    pub preview: bool,
    /// Some of what the file says could not be read.
    #[serde(skip_serializing_if = "std::ops::Not::not")]
    pub damaged: bool,
}

/// A part of a frame that has a name: round, told in shares of the frame.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NamedPatch {
    /// What it is: 1 to 60 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 60))]
    pub name: String,
    /// Its middle from the left, as a share of the frame's width.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1))]
    pub x: f32,
    /// From the top, as a share of its height.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1))]
    pub y: f32,
    /// Its radius, as a share of its height.
    #[cfg_attr(feature = "schema", schema(minimum = 0.001, maximum = 0.5))]
    pub radius: f32,
}
