//! Mixes at hand: frames of one light each, taken apart. That is done once for the frames of a look; what is tried after that is a sum.

use std::sync::{Arc, Mutex, PoisonError};

use actix_web::web;
use ink_lamp_light::scale::ToneCurve;
use ink_lamp_photo::{
    error::PhotoError,
    levels::Levels,
    mixed::{
        layers::{Layers, Source},
        parts::Parts,
    },
    picture::Picture,
};
use ink_lamp_store::Store;
use tokio::sync::Semaphore;
use uuid::Uuid;

use crate::{problem::Problem, shots::Shots};

/// So many are kept at hand: 60 MB each with six lights.
const MOST: usize = 2;

/// Mixes at hand.
#[derive(Debug, Clone)]
pub struct Mixes {
    at_hand: Arc<Mutex<Vec<AtHand>>>,
    seat: Arc<Semaphore>,
}

/// A mix by what it is made of.
type AtHand = (Made, Arc<Apart>);

/// A look's frames, taken apart.
#[derive(Debug)]
pub struct Apart {
    /// As they are looked at.
    pub whole: Layers,
    /// At half the size: for a picture that follows a hand.
    pub half: Layers,
}

/// What a mix is made of: its pictures with what is done to each, the room first where there is a frame of it, and the one that it is held against.
#[derive(Debug, Clone, PartialEq)]
struct Made {
    room: Option<(Uuid, f32)>,
    lights: Vec<(Uuid, (f32, f32))>,
    whole: Option<Uuid>,
    curve: Option<ToneCurve>,
}

impl Made {
    fn of(parts: &Parts) -> Self {
        Self {
            room: parts.room.map(|shot| (shot.picture, parts.room_factor())),
            lights: parts.lights.iter().map(|(_, shot)| (shot.picture, parts.factors(shot))).collect(),
            whole: parts.whole.map(|shot| shot.picture),
            curve: parts.curve().cloned(),
        }
    }
}

impl Default for Mixes {
    fn default() -> Self {
        Self { at_hand: Arc::default(), seat: Arc::new(Semaphore::new(1)) }
    }
}

impl Mixes {
    /// A look's frames, taken apart.
    ///
    /// # Errors
    /// Where there is no frame to be mixed, their shapes differ, or the record is out of reach.
    pub async fn apart(&self, store: &Store, shots: &Shots, parts: &Parts<'_>) -> Result<Arc<Apart>, Problem> {
        let made = Made::of(parts);
        if let Some(apart) = self.found(&made) {
            return Ok(apart);
        }
        let _seat = self.seat.acquire().await.map_err(|error| Problem::broken_off(&error))?;
        // Who waited finds it made.
        if let Some(apart) = self.found(&made) {
            return Ok(apart);
        }
        let room = match made.room {
            Some((id, to)) => Some((shots.picture(store, id).await?, to)),
            None => None,
        };
        let mut lights: Vec<(Arc<Picture>, (f32, f32))> = Vec::new();
        for (id, factors) in &made.lights {
            lights.push((shots.picture(store, *id).await?, *factors));
        }
        let whole = match made.whole {
            Some(id) => Some(shots.picture(store, id).await?),
            None => None,
        };
        let levels = Levels::of(made.curve.as_ref());
        let taken_apart = web::block(move || {
            let sources: Vec<Source> = lights.iter().map(|(picture, factors)| Source { picture, factors: *factors }).collect();
            let whole = Layers::of(room.as_ref().map(|(picture, to)| (&**picture, *to)), &sources, whole.as_deref(), &levels)?;
            Ok::<_, PhotoError>(Apart { half: whole.halved(), whole })
        });
        let apart = taken_apart.await.map_err(|error| Problem::broken_off(&error))?;
        let apart = Arc::new(apart.map_err(|error| Problem::refused(error.to_string()).at("setup.shots"))?);
        let mut at_hand = self.at_hand.lock().unwrap_or_else(PoisonError::into_inner);
        if at_hand.len() >= MOST {
            at_hand.remove(0);
        }
        at_hand.push((made, Arc::clone(&apart)));
        Ok(apart)
    }

    fn found(&self, made: &Made) -> Option<Arc<Apart>> {
        let mut at_hand = self.at_hand.lock().unwrap_or_else(PoisonError::into_inner);
        let at = at_hand.iter().position(|(one, _)| one == made)?;
        let found = at_hand.remove(at);
        let apart = Arc::clone(&found.1);
        at_hand.push(found);
        Some(apart)
    }
}
