//! What the stand-ins remember from one start to the next: their token, and how often they measured and fired.

use std::{
    fs, io,
    path::{Path, PathBuf},
};

use serde::{Deserialize, Serialize};
use uuid::Uuid;

/// What is remembered.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(default)]
pub struct Kept {
    /// What they carry, once they were let in.
    pub token: Option<String>,
    /// Where they were let in.
    pub server: Option<String>,
    /// Somebody let them out: they stay out until they are given a code.
    pub let_out: bool,
    /// Readings so far, that no two have the same noise.
    pub readings: u64,
    /// Frames so far.
    pub frames: u64,
    /// Studios that were stood in: what was found there first, so that it is the same after a start.
    pub found: Vec<Found>,
}

/// What was found in a look when the stand-ins first stood in it.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
pub struct Found {
    /// The look.
    pub look: Uuid,
    /// The room: EV at ISO 100, in thousandths, so that a file keeps it to the last digit.
    pub room: i64,
    /// Lights that were read before, by what they are: how far they lay from what the truth makes of their sheets, thousandths of a stop.
    pub lights: Vec<FoundLight>,
}

/// A light as it was found.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
pub struct FoundLight {
    /// Its id, unit and modifier.
    pub what: String,
    /// Thousandths of a stop.
    pub off: i64,
}

/// So many looks are remembered.
const MOST_LOOKS: usize = 200;

impl Kept {
    /// Reads it. What is not there, or can't be read, begins anew.
    #[must_use]
    pub fn read(folder: &Path) -> Self {
        fs::read(file(folder)).ok().and_then(|bytes| serde_json::from_slice(&bytes).ok()).unwrap_or_default()
    }

    /// Writes it, whole or not at all, for its owner alone.
    ///
    /// # Errors
    /// Where the folder can't be written.
    pub fn write(&self, folder: &Path) -> io::Result<()> {
        fs::create_dir_all(folder)?;
        let beside = folder.join("stand-ins.part");
        fs::write(&beside, serde_json::to_vec(self)?)?;
        #[cfg(unix)]
        {
            use std::os::unix::fs::PermissionsExt;
            fs::set_permissions(&beside, fs::Permissions::from_mode(0o600))?;
        }
        fs::rename(beside, file(folder))
    }

    /// A look as it was found first: its room, and each light that stands in it by now.
    pub fn found(&mut self, look: Uuid, room: impl FnOnce() -> f64, lights: impl Iterator<Item = (String, f64)>) -> &Found {
        let milli = |stops: f64| (stops * 1000.0).round() as i64;
        let at = self.found.iter().position(|found| found.look == look).unwrap_or_else(|| {
            if self.found.len() == MOST_LOOKS {
                self.found.remove(0);
            }
            self.found.push(Found { look, room: milli(room()), lights: Vec::new() });
            self.found.len() - 1
        });
        let found = &mut self.found[at];
        for (what, off) in lights {
            if found.lights.iter().all(|light| light.what != what) {
                found.lights.push(FoundLight { what, off: milli(off) });
            }
        }
        found
    }
}

fn file(folder: &Path) -> PathBuf {
    folder.join("stand-ins.json")
}
