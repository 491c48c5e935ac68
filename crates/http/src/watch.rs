//! A folder into which a tethered camera or a card reader writes: what is new in it is taken into the look that was worked on last.
//!
//! It is looked into twice a second, which finds files on every kind of disk. A file is taken once it stays as it is from one look to the next; which
//! files were taken is kept in the record, so that each is taken once, also after a restart.

use std::{
    collections::{HashMap, HashSet},
    fs,
    path::{Path, PathBuf},
    sync::{Arc, Mutex, MutexGuard, PoisonError},
    time::{Duration, SystemTime},
};

use actix_web::web::{self, Bytes};
use chrono::{DateTime, TimeDelta, Utc};
use ink_lamp_store::{Store, WatchedFile};
use serde::Serialize;
use sha2::{Digest, Sha256};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::shots::{File, MOST_FILE_BYTES, Shots};

/// How often it is looked into.
const EVERY: Duration = Duration::from_millis(500);
/// At most 2 to the power of this times as seldom where the record can't take what lies there: each half minute.
const LONGEST_REST: u32 = 6;
/// A look that nobody worked on for so long is not the one that is being shot.
const WORKED_ON: TimeDelta = TimeDelta::hours(12);
/// So many files are taken between two looks into the folder.
const AT_ONCE: usize = 8;

/// What is watched, and how that goes.
#[derive(Debug)]
pub struct Folder {
    path: PathBuf,
    told: Mutex<FolderTold>,
}

/// How watching a folder goes.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, ToSchema)]
pub struct FolderTold {
    /// The folder's name.
    name: String,
    /// So many files wait in it.
    waiting: usize,
    /// Why they do, or what else is wrong.
    #[serde(skip_serializing_if = "Option::is_none")]
    problem: Option<String>,
}

/// A file as it lies there: its size, and when it was changed last, in microseconds.
type Lies = (u64, i64);
/// A file by its name: how it lies there, and since when it does, microseconds.
type Listed = (String, (Lies, i64));
/// From when on the files of a folder are new, and those that were taken.
type Known = (DateTime<Utc>, HashSet<(String, Lies)>);

impl Folder {
    /// A folder, not looked into yet.
    #[must_use]
    pub fn new(path: PathBuf) -> Self {
        let name = path.file_name().unwrap_or(path.as_os_str()).to_string_lossy().into_owned();
        Self { path, told: Mutex::new(FolderTold { name, ..FolderTold::default() }) }
    }

    /// How it goes.
    #[must_use]
    pub fn told(&self) -> FolderTold {
        self.lock().clone()
    }

    fn lock(&self) -> MutexGuard<'_, FolderTold> {
        self.told.lock().unwrap_or_else(PoisonError::into_inner)
    }

    fn tell(&self, waiting: usize, problem: Option<String>) {
        let mut told = self.lock();
        if problem.is_some() && told.problem != problem {
            tracing::warn!(folder = %self.path.display(), problem, "a watched folder");
        }
        (told.waiting, told.problem) = (waiting, problem);
    }

    /// Watches for as long as the server runs.
    pub async fn watch(self: Arc<Self>, store: Store, shots: Shots) {
        let mut watch = Watch { known: None, seen: HashMap::new(), refused: HashMap::new(), in_vain: 0 };
        loop {
            // What the record can't take now is read anew each time: less often, the longer that lasts.
            tokio::time::sleep(EVERY * (1 << watch.in_vain.min(LONGEST_REST))).await;
            watch.look(&self, &store, &shots).await;
        }
    }
}

/// What is remembered from one look into the folder to the next.
struct Watch {
    /// Nothing before the record was asked.
    known: Option<Known>,
    /// How each file lay there at the last look.
    seen: HashMap<String, Lies>,
    /// Files that are no pictures, as they lay there, and why: looked at again once they changed.
    refused: HashMap<String, (Lies, String)>,
    /// So many times in a row the record could not take a file.
    in_vain: u32,
}

impl Watch {
    async fn look(&mut self, folder: &Folder, store: &Store, shots: &Shots) {
        let path = folder.path.clone();
        if self.known.is_none() {
            let Ok((since, taken)) = store.watched(&path.to_string_lossy()).await else { return };
            self.known = Some((since, taken.into_iter().map(|f| (f.name, (f.size, f.changed))).collect()));
        }
        let Some((since, taken)) = &mut self.known else { return };
        let listed = web::block({
            let path = path.clone();
            move || list(&path)
        });
        let files = match listed.await {
            Ok(Ok(files)) => files,
            Ok(Err(why)) => {
                self.seen.clear();
                return folder.tell(0, Some(format!("The folder can't be read ({why}). It is looked for again.")));
            }
            Err(_) => return,
        };
        // What lay there before it was watched for the first time is not of today.
        let fresh =
            |(name, (lies, new)): &(String, (Lies, i64))| *new >= since.timestamp_micros() && !taken.contains(&(name.clone(), *lies));
        let mut fresh: Vec<Listed> = files.into_iter().filter(fresh).collect();
        fresh.sort_by(|a, b| (a.1.1, &a.0).cmp(&(b.1.1, &b.0)));
        let before = std::mem::replace(&mut self.seen, fresh.iter().map(|(name, (lies, _))| (name.clone(), *lies)).collect());
        self.refused.retain(|name, (lies, _)| self.seen.get(name) == Some(lies));
        let waits =
            |(name, (lies, _)): &&(String, (Lies, i64))| lies.0 > 0 && before.get(name) == Some(lies) && !self.refused.contains_key(name);
        let ready: Vec<(String, Lies)> = fresh.iter().filter(waits).map(|(name, (lies, _))| (name.clone(), *lies)).collect();
        let mut wrong = None;
        if !ready.is_empty() {
            match store.worked_on_last(Utc::now() - WORKED_ON).await {
                Ok(Some(look)) => {
                    for (name, lies) in ready.into_iter().take(AT_ONCE) {
                        match take(&path, &name, lies, look, store, shots).await {
                            Ok(()) => {
                                self.in_vain = 0;
                                self.seen.remove(&name);
                                taken.insert((name, lies));
                            }
                            Err(Some(why)) => {
                                self.refused.insert(name.clone(), (lies, why));
                            }
                            // Not now: the record is away, or has no time.
                            Err(None) => {
                                self.in_vain = self.in_vain.saturating_add(1);
                                break;
                            }
                        }
                    }
                }
                Ok(None) => wrong = Some("No look was worked on today. Open one and write on it, then they are taken.".to_owned()),
                Err(_) => return,
            }
        }
        let refused = || self.refused.iter().next().map(|(name, (_, why))| format!("{name}: {why}"));
        folder.tell(self.seen.len() - self.refused.len(), wrong.or_else(refused));
    }
}

/// The files of a folder. Hidden ones, and those that are being brought, are none.
fn list(path: &Path) -> std::io::Result<Vec<Listed>> {
    let mut files = Vec::new();
    for entry in fs::read_dir(path)? {
        let entry = entry?;
        let name = entry.file_name().to_string_lossy().into_owned();
        let is_none = name.starts_with('.') || [".part", ".tmp", ".crdownload", "~"].iter().any(|end| name.ends_with(end));
        // One that went meanwhile is not there.
        let Ok(about) = entry.metadata() else { continue };
        if is_none || !about.is_file() {
            continue;
        }
        let micros = |time: SystemTime| DateTime::<Utc>::from(time).timestamp_micros();
        let changed = about.modified().map(micros).unwrap_or_default();
        files.push((name, ((about.len(), changed), lies_since(&about).max(changed))));
    }
    Ok(files)
}

/// Since when a file lies where it does: a copy keeps its time of change, and is new all the same.
#[cfg(unix)]
fn lies_since(about: &fs::Metadata) -> i64 {
    use std::os::unix::fs::MetadataExt;
    about.ctime().saturating_mul(1_000_000).saturating_add(about.ctime_nsec() / 1000)
}

#[cfg(not(unix))]
fn lies_since(about: &fs::Metadata) -> i64 {
    about.created().map(|time| DateTime::<Utc>::from(time).timestamp_micros()).unwrap_or_default()
}

/// Takes a file; why it can't be taken as it is, or nothing where it is to be tried again.
async fn take(folder: &Path, name: &str, lies: Lies, look: Uuid, store: &Store, shots: &Shots) -> Result<(), Option<String>> {
    if lies.0 > MOST_FILE_BYTES as u64 {
        return Err(Some(format!("It is larger than {} MB.", MOST_FILE_BYTES / 1024 / 1024)));
    }
    let path = folder.join(name);
    // Reading and hashing so much are no work for those that answer.
    let read = web::block(move || fs::read(path).map(|bytes| (Sha256::digest(&bytes).into(), bytes))).await.map_err(|_| None)?;
    let (hash, bytes) = read.map_err(|error| Some(format!("It can't be read ({error}).")))?;
    // Some look has it already: a copy, or it was taken by hand.
    if !store.has_file(hash).await.map_err(|_| None)? {
        let file = File { bytes: Bytes::from(bytes), name: name.to_owned(), entry: Uuid::now_v7(), at: Utc::now(), by: None, lit: None };
        shots.take(store, look, file).await.map_err(|problem| {
            let is_its_own = problem.status == 422 || problem.status == 413;
            is_its_own.then_some(problem.detail)
        })?;
    }
    let watched = WatchedFile { name: name.to_owned(), size: lies.0, changed: lies.1 };
    store.watched_one(&folder.to_string_lossy(), &watched).await.map_err(|_| None)
}
