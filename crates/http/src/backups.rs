//! The folder of scheduled backups, as the server sees it. They are made by `./run`, beside the server: see `scripts/backup.sh`.

use std::{path::PathBuf, time::SystemTime};

use chrono::{DateTime, TimeDelta, Utc};

/// The folder that scheduled backups lie in.
#[derive(Debug, Clone)]
pub struct Backups {
    /// The folder.
    pub folder: PathBuf,
    /// How long from one to the next.
    pub every: TimeDelta,
}

impl Backups {
    /// When the last one was made, by its file's time.
    #[must_use]
    pub fn last(&self) -> Option<DateTime<Utc>> {
        let files = std::fs::read_dir(&self.folder).ok()?.flatten();
        let backups = files.filter(|file| file.path().extension().is_some_and(|end| end == "backup"));
        let times = backups.filter_map(|file| file.metadata().ok()?.modified().ok());
        times.max().map(<DateTime<Utc> as From<SystemTime>>::from)
    }

    /// Whether one should have been made by now: half as late again as they are made.
    #[must_use]
    pub fn is_overdue(&self, last: Option<DateTime<Utc>>, now: DateTime<Utc>) -> bool {
        last.is_none_or(|last| now - last > self.every + self.every / 2)
    }
}
