//! Answers that take long to work out: off the workers, a few at a time, in the order in which they were asked for.
//!
//! A worker that works out a plan answers nobody else meanwhile. Here such work waits for a seat; what nobody waits for any more is never
//! begun, or given up in the middle; what takes too long is given up too; and where too many wait, or one waits too long, it is told to ask
//! again, so that nothing heaps up.

use std::{sync::Arc, time::Duration};

use actix_web::{HttpResponse, http::StatusCode, web};
use ink_lamp_light::interrupt::{Stop, interruptible};
use serde::Serialize;
use tokio::{
    sync::{OwnedSemaphorePermit, Semaphore},
    time::timeout,
};

use crate::problem::Problem;

/// How many may wait for a seat.
const MOST_WAITING: usize = 64;
/// How long one waits for it.
const PATIENCE: Duration = Duration::from_secs(5);
/// How long one answer may be worked on: a hundred times what the longest takes, since a machine may stand still for seconds; less than a
/// request may take in all.
const DEADLINE: Duration = Duration::from_secs(8);

/// The seats for heavy work.
#[derive(Debug, Clone)]
pub struct Heavy {
    seats: Arc<Semaphore>,
    queue: Arc<Semaphore>,
    most: (usize, usize),
    deadline: Duration,
}

/// Tells the work to stop once nobody waits for it any more.
struct WhileWaited(Stop);

impl Drop for WhileWaited {
    fn drop(&mut self) {
        self.0.now();
    }
}

impl Heavy {
    /// As many seats as the machine has cores, less one for everything else; at least one.
    #[must_use]
    pub fn new() -> Self {
        Self::with(std::thread::available_parallelism().map_or(1, |cores| cores.get() - 1).max(1), MOST_WAITING, DEADLINE)
    }

    fn with(seats: usize, waiting: usize, deadline: Duration) -> Self {
        let queue = Arc::new(Semaphore::new(seats + waiting));
        Self { seats: Arc::new(Semaphore::new(seats)), queue, most: (seats, seats + waiting), deadline }
    }

    /// How many are worked on now, and how many wait.
    #[must_use]
    pub fn now(&self) -> (usize, usize) {
        let working = self.most.0 - self.seats.available_permits();
        (working, (self.most.1 - self.queue.available_permits()).saturating_sub(working))
    }

    /// A seat, once it is this one's turn. Both are given back when they are dropped, whether or not the work was ever begun.
    async fn seat(&self) -> Option<(OwnedSemaphorePermit, OwnedSemaphorePermit)> {
        let turn = Arc::clone(&self.queue).try_acquire_owned().ok()?;
        let seat = timeout(PATIENCE, Arc::clone(&self.seats).acquire_owned()).await.ok()?.ok()?;
        Some((turn, seat))
    }

    /// Works something out and writes it as JSON, both off the workers.
    ///
    /// # Errors
    /// What the work refuses; 503 where too many wait.
    pub async fn answer<T, F>(&self, work: F) -> Result<HttpResponse, Problem>
    where
        T: Serialize + 'static,
        F: FnOnce() -> Result<T, Problem> + Send + 'static,
    {
        let (json, ()) = self.written(move || Ok((work()?, ()))).await?;
        Ok(HttpResponse::Ok().content_type("application/json").body(json))
    }

    /// Works something out and writes it as JSON, with something beside it that is not written.
    ///
    /// # Errors
    /// What the work refuses; 503 where too many wait.
    pub async fn written<T, U, F>(&self, work: F) -> Result<(Vec<u8>, U), Problem>
    where
        T: Serialize + 'static,
        U: Send + 'static,
        F: FnOnce() -> Result<(T, U), Problem> + Send + 'static,
    {
        let seat = self.seat().await.ok_or_else(busy)?;
        let stop = Stop::default();
        let _waited = WhileWaited(stop.clone());
        let written = web::block(move || {
            let _seat = seat;
            let json = interruptible(&stop, || {
                let (told, beside) = work()?;
                Ok((serde_json::to_vec(&told).map_err(|error| Problem::broken_off(&error))?, beside))
            });
            json.unwrap_or_else(|_| Err(too_long()))
        });
        timeout(self.deadline, written).await.map_err(|_| too_long())?.map_err(|error| Problem::broken_off(&error))?
    }
}

impl Default for Heavy {
    fn default() -> Self {
        Self::new()
    }
}

fn busy() -> Problem {
    let detail = "Too much is being worked out at once. Nothing was changed; ask again in a second.";
    Problem::new(StatusCode::SERVICE_UNAVAILABLE, "busy", "Busy", detail)
}

fn too_long() -> Problem {
    let detail = "This takes too long to work out and was given up. Nothing was changed.";
    Problem::new(StatusCode::SERVICE_UNAVAILABLE, "too-long", "Too long", detail)
}

#[cfg(test)]
mod tests {
    use std::sync::{
        Mutex,
        atomic::{AtomicUsize, Ordering},
        mpsc,
    };

    use actix_web::rt;

    use super::*;

    /// Work that waits until it is let go; it says that it began.
    fn held(began: mpsc::Sender<()>, let_go: &Arc<Mutex<mpsc::Receiver<()>>>) -> impl FnOnce() -> Result<u8, Problem> + Send + use<> {
        let let_go = Arc::clone(let_go);
        move || {
            began.send(()).unwrap();
            let _ = let_go.lock().unwrap().recv();
            Ok(1)
        }
    }

    async fn until(done: impl Fn() -> bool) {
        while !done() {
            rt::time::sleep(Duration::from_millis(1)).await;
        }
    }

    #[actix_web::test]
    async fn no_more_work_at_once_than_there_are_seats_and_what_nobody_waits_for_is_not_begun() {
        let heavy = Heavy::with(1, 1, DEADLINE);
        let (go, let_go) = mpsc::channel();
        let let_go = Arc::new(Mutex::new(let_go));
        let (began, begins) = mpsc::channel();
        let ran = Arc::new(AtomicUsize::new(0));
        let (first, seat) = (heavy.clone(), held(began, &let_go));
        let first = rt::spawn(async move { first.answer(seat).await.map(|r| r.status()) });
        until(|| begins.try_recv().is_ok()).await;
        let (second, count) = (heavy.clone(), Arc::clone(&ran));
        let second = rt::spawn(async move {
            let work = move || {
                count.fetch_add(1, Ordering::SeqCst);
                Ok(2)
            };
            second.answer(work).await.map(|r| r.status())
        });
        until(|| heavy.queue.available_permits() == 0).await;
        // One works, one waits: a third is told so at once.
        assert_eq!(heavy.answer(|| Ok(3)).await.unwrap_err().status, 503);
        // Who waits and goes is forgotten; its place is free again.
        second.abort();
        until(|| heavy.queue.available_permits() == 1).await;
        go.send(()).unwrap();
        assert_eq!(first.await.unwrap().unwrap(), StatusCode::OK);
        assert_eq!(heavy.answer(|| Ok(4)).await.unwrap().status(), StatusCode::OK);
        assert_eq!(ran.load(Ordering::SeqCst), 0);
    }

    #[actix_web::test]
    async fn what_is_refused_is_told_and_what_breaks_off_gives_its_seat_back() {
        let heavy = Heavy::with(1, 0, DEADLINE);
        let refused = heavy.answer::<u8, _>(|| Err(Problem::refused("No."))).await.unwrap_err();
        assert_eq!((refused.status, refused.detail.as_str()), (422, "No."));
        let broken = heavy.answer::<u8, _>(|| std::panic::resume_unwind(Box::new("broken"))).await.unwrap_err();
        assert_eq!(broken.status, 500);
        assert_eq!(heavy.answer(|| Ok(1)).await.unwrap().status(), StatusCode::OK);
    }

    /// Work without an end, but for being told.
    fn endless() -> Result<u8, Problem> {
        loop {
            ink_lamp_light::interrupt::point();
        }
    }

    #[actix_web::test]
    async fn work_that_takes_too_long_or_that_nobody_waits_for_is_given_up_in_the_middle() {
        let heavy = Heavy::with(1, 0, Duration::from_millis(20));
        let given_up = heavy.answer(endless).await.unwrap_err();
        assert_eq!((given_up.status, given_up.kind.as_str()), (503, "urn:ink-lamp:too-long"));
        until(|| heavy.now() == (0, 0)).await;
        let patient = Heavy::with(1, 0, Duration::from_secs(3600));
        let waits = patient.clone();
        let asker = rt::spawn(async move { waits.answer(endless).await.map(|_| ()) });
        until(|| patient.now() == (1, 0)).await;
        asker.abort();
        until(|| patient.now() == (0, 0)).await;
    }
}
