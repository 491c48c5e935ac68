//! Who asks, from where, and the keeper who writes down what they did.

use std::{
    net::IpAddr,
    sync::Arc,
    time::{Duration, Instant},
};

use actix_web::{FromRequest, HttpMessage, HttpRequest, dev::Payload, web};

use super::{
    event::{About, Event},
    keeper::Door,
    throttle::Lock,
    who::Who,
};
use crate::problem::Problem;

/// Who asks, from where, and the keeper who writes down what they did.
#[derive(Debug)]
pub struct Asked {
    /// Who.
    pub who: Who,
    /// From which address.
    pub from: IpAddr,
    /// The keeper.
    pub door: Arc<Door>,
}

impl Asked {
    /// Writes down what they did.
    pub fn note(&self, event: Event, about: About) {
        self.door.note(event, &self.who, Some(self.from), about);
    }

    /// Counts a try at some locks; how many are left at the one with the fewest.
    ///
    /// # Errors
    /// How long who tries too often waits; that they do is written down.
    pub fn attempt(&self, locks: &[Lock], what: &str) -> Result<u32, Duration> {
        let now = Instant::now();
        let tried: Result<Vec<u32>, _> = locks.iter().map(|lock| self.door.throttle.attempt(lock.clone(), self.from, now)).collect();
        if tried.is_err() {
            self.note(Event::Slowed, About::told(what));
        }
        tried.map(|left| left.into_iter().min().unwrap_or(0))
    }

    /// The key fitted.
    pub fn right(&self, locks: &[Lock]) {
        for lock in locks {
            self.door.throttle.right(lock.clone(), self.from);
        }
    }
}

impl FromRequest for Asked {
    type Error = Problem;
    type Future = std::future::Ready<Result<Self, Problem>>;

    fn from_request(request: &HttpRequest, _: &mut Payload) -> Self::Future {
        let door = request.app_data::<web::Data<Arc<Door>>>().map(|door| Arc::clone(door.get_ref()));
        let who = request.extensions().get::<Who>().cloned();
        let asked = who.zip(door).map(|(who, door)| {
            let from = door.from(request);
            Self { who, from, door }
        });
        std::future::ready(asked.ok_or_else(|| Problem::not_found("Nobody keeps a door here.")))
    }
}
