//! Work that can be told to stop: who waits for it went away, or it takes too long.
//!
//! Loops that are long say [`point`] each time round. Where the work was told to stop, it unwinds from there up to [`interruptible`]; nothing
//! that is pure is left half done by that. Without somebody who could stop it, a point does nothing.

use std::{
    cell::RefCell,
    panic::{AssertUnwindSafe, catch_unwind, resume_unwind},
    sync::{
        Arc,
        atomic::{AtomicBool, Ordering},
    },
};

thread_local! {
    static TOLD: RefCell<Option<Stop>> = const { RefCell::new(None) };
}

/// Tells work to stop.
#[derive(Debug, Clone, Default)]
pub struct Stop(Arc<AtomicBool>);

impl Stop {
    /// Tells it.
    pub fn now(&self) {
        self.0.store(true, Ordering::Relaxed);
    }

    fn is_told(&self) -> bool {
        self.0.load(Ordering::Relaxed)
    }
}

/// Work was told to stop, and did.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
#[error("it was told to stop")]
pub struct Stopped;

/// Does pure work on this thread, and gives up where it is told to.
///
/// # Errors
/// [`Stopped`].
///
/// # Examples
/// ```
/// use ink_lamp_light::interrupt::{Stop, Stopped, interruptible, point};
///
/// let stop = Stop::default();
/// let endless = || loop {
///     stop.now(); // told from elsewhere, most often
///     point();
/// };
/// assert_eq!(interruptible::<()>(&stop, endless), Err(Stopped));
/// assert_eq!(interruptible(&Stop::default(), || 7), Ok(7));
/// ```
pub fn interruptible<T>(stop: &Stop, work: impl FnOnce() -> T) -> Result<T, Stopped> {
    let before = TOLD.replace(Some(stop.clone()));
    let done = catch_unwind(AssertUnwindSafe(work));
    TOLD.set(before);
    done.map_err(|cause| if cause.is::<Stopped>() { Stopped } else { resume_unwind(cause) })
}

/// A place where work may be told to stop.
pub fn point() {
    if TOLD.with_borrow(|stop| stop.as_ref().is_some_and(Stop::is_told)) {
        // Not a panic: nobody is told of it but who asked for the work.
        resume_unwind(Box::new(Stopped));
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_panic_of_the_work_is_still_one_and_leaves_nobody_stopped() {
        let stop = Stop::default();
        stop.now();
        assert!(catch_unwind(|| interruptible(&stop, || resume_unwind(Box::new("broken")))).is_err());
        // Nobody can stop what is not interruptible.
        point();
    }

    #[test]
    fn what_was_told_before_it_began_ends_at_its_first_point() {
        let stop = Stop::default();
        stop.now();
        let mut rounds = 0;
        let counted = || {
            for _ in 0..9 {
                rounds += 1;
                point();
            }
        };
        assert_eq!(interruptible(&stop, counted), Err(Stopped));
        assert_eq!(rounds, 1);
    }
}
