//! The true sync time, from test frames.

use ink_lamp_light::{
    refusal::Refusal,
    shutter::{Clipped, find_sync},
};
use ink_lamp_sitting::{camera::Camera, entry::Entry, setup::Setup};
use serde::Serialize;

use crate::{action::sync_found, words::studies::shutter as words};

/// What clipped test frames tell.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SyncFound {
    /// In words.
    pub words: String,
    /// What writes it: the camera with its true sync time, and the trigger's delay.
    pub entries: Vec<Entry>,
}

pub(super) fn found(setup: &Setup, camera: &Camera, frames: &[Clipped]) -> Result<Option<SyncFound>, Refusal> {
    if frames.is_empty() {
        return Ok(None);
    }
    let found = find_sync(frames)?;
    let words = words::found(&found, frames.len());
    Ok(Some(SyncFound { words, entries: sync_found(setup, camera, &found) }))
}
