//! Foretold frames: the sitters that are ready to be lit, and what each page has before it.
//!
//! What a sitter's own surface hides of it is worked out once on each machine, beside everything else, and kept in a folder; until then pictures are drawn
//! without cast shadows. A page that asks again and again finds what did not change since its last question.

use std::{
    collections::HashMap,
    path::{Path, PathBuf},
    sync::{
        Arc, Mutex, MutexGuard, PoisonError,
        atomic::{AtomicU64, Ordering},
    },
};

use actix_web::http::StatusCode;
use ink_lamp_picture::{
    foretold::Easel,
    seen::{self, Progress, kept},
    sitter::Sitter,
    subject::Subject,
    tree::Tree,
};
use ink_lamp_sitting::studio::StandIn;
use uuid::Uuid;

use crate::{heavy::Heavy, problem::Problem};

/// So many pages keep what they had before them: about 15 MB each.
const PAGES: usize = 12;

/// The sitters, the pages, and the seats in which pictures are drawn.
#[derive(Debug)]
pub struct Pictures {
    folder: PathBuf,
    sitters: Arc<Mutex<HashMap<StandIn, State>>>,
    pages: Mutex<Vec<(Uuid, Arc<Page>)>>,
    /// Pictures wait for each other, and for nothing else.
    pub seats: Heavy,
}

/// How far a sitter is.
#[derive(Debug, Clone)]
enum State {
    /// Lit without cast shadows; what hides what is being worked out.
    Working(Arc<Subject>, Arc<Progress>),
    /// All of it is there.
    Ready(Arc<Subject>),
}

/// What a page has before it.
#[derive(Debug, Default)]
pub struct Page {
    newest: AtomicU64,
    easel: Mutex<Easel>,
}

/// What a lock guards stays whole where a picture broke off: it is worked out anew from what is asked.
fn locked<T>(mutex: &Mutex<T>) -> MutexGuard<'_, T> {
    mutex.lock().unwrap_or_else(PoisonError::into_inner)
}

impl Pictures {
    /// With a folder for what is worked out of sitters.
    #[must_use]
    pub fn in_folder(folder: impl Into<PathBuf>) -> Self {
        Self { folder: folder.into(), sitters: Arc::default(), pages: Mutex::default(), seats: Heavy::new() }
    }

    /// A sitter to be lit; and while what hides what is being worked out, how far that is, 0 to 1. Begins it where nobody did.
    ///
    /// # Errors
    /// Where the data that ships with the program can't be read.
    pub fn sitter(&self, face: StandIn) -> Result<(Arc<Subject>, Option<f32>), Problem> {
        let mut sitters = locked(&self.sitters);
        match sitters.get(&face) {
            Some(State::Ready(subject)) => return Ok((Arc::clone(subject), None)),
            Some(State::Working(subject, progress)) => return Ok((Arc::clone(subject), Some(progress.share()))),
            None => {}
        }
        let sitter = Sitter::of(face).map_err(|error| Problem::broken_off(&error))?;
        if let Some(seen) = kept::read(&self.folder, &sitter) {
            let subject = Arc::new(Subject::of(sitter, seen));
            sitters.insert(face, State::Ready(Arc::clone(&subject)));
            return Ok((subject, None));
        }
        let (subject, progress) = (Arc::new(Subject::plain(Arc::clone(&sitter))), Arc::new(Progress::default()));
        sitters.insert(face, State::Working(Arc::clone(&subject), Arc::clone(&progress)));
        let (folder, all) = (self.folder.clone(), Arc::clone(&self.sitters));
        let work = move || {
            let subject = worked_out(&sitter, &folder, &progress);
            locked(&all).insert(face, State::Ready(Arc::new(subject)));
        };
        if let Err(error) = std::thread::Builder::new().name("sitter".to_owned()).spawn(work) {
            sitters.remove(&face);
            return Err(Problem::broken_off(&error));
        }
        Ok((subject, Some(0.0)))
    }

    /// What a page has before it; the page that asked longest ago is forgotten where there are too many.
    pub fn page(&self, id: Uuid) -> Arc<Page> {
        let mut pages = locked(&self.pages);
        let page = match pages.iter().position(|(known, _)| *known == id) {
            Some(at) => pages.remove(at).1,
            None => Arc::default(),
        };
        pages.push((id, Arc::clone(&page)));
        if pages.len() > PAGES {
            pages.remove(0);
        }
        page
    }
}

/// Works out what a sitter's surface hides of it, and keeps it. Sitters one after the other, so that each is there soon.
fn worked_out(sitter: &Arc<Sitter>, folder: &Path, progress: &Progress) -> Subject {
    static ONE: Mutex<()> = Mutex::new(());
    let _one = locked(&ONE);
    let tree = Tree::of(&sitter.mesh.at, &sitter.mesh.triangles);
    // Threads of its own, which wait for whoever else has something to do: in those of the pictures, a picture would wait until all of it is done.
    let aside = |_| {
        if let Err(error) = rustix::process::nice(10) {
            tracing::debug!(%error, "this thread can't be made to wait for others");
        }
    };
    let seen = match rayon::ThreadPoolBuilder::new().thread_name(|k| format!("sitter-{k}")).start_handler(aside).build() {
        Ok(own) => own.install(|| seen::bake(&sitter.mesh, &tree, progress)),
        Err(_) => seen::bake(&sitter.mesh, &tree, progress),
    };
    if let Err(error) = kept::write(folder, sitter, &seen) {
        let folder = folder.display();
        tracing::warn!(%folder, %error, "what was worked out of a sitter can't be kept, and will be worked out again at the next start");
    }
    Subject::of(Arc::clone(sitter), seen)
}

impl Page {
    /// A question came in; whether it is the newest.
    pub fn asks(&self, turn: u64) -> bool {
        self.newest.fetch_max(turn, Ordering::SeqCst) <= turn
    }

    /// Draws, unless the page asked something newer meanwhile.
    ///
    /// # Errors
    /// 409 where it did.
    pub fn draw<T>(&self, turn: u64, draw: impl FnOnce(&mut Easel) -> T) -> Result<T, Problem> {
        let mut easel = locked(&self.easel);
        if self.newest.load(Ordering::SeqCst) > turn {
            return Err(older());
        }
        Ok(draw(&mut easel))
    }
}

/// A page asked something newer.
pub fn older() -> Problem {
    Problem::new(StatusCode::CONFLICT, "older-question", "An older question", "This page asked for a newer picture meanwhile.")
}
