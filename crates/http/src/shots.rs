//! Frames on their way in, and the pictures that are measured: off the workers, one file at a time, so that what it takes is bounded.

use std::{
    sync::{Arc, Mutex, PoisonError},
    time::Duration,
};

use actix_web::{
    http::StatusCode,
    web::{self, Bytes, BytesMut},
};
use chrono::{DateTime, Utc};
use futures_util::StreamExt;
use ink_lamp_formats::exif::{Exif, ExifError};
use ink_lamp_light::name::is_seen;
use ink_lamp_photo::{open::Photo, picture::Picture};
use ink_lamp_sitting::shots::{AsShot, Lit};
use ink_lamp_store::{FileTold, NewFrame, Size, Store};
use sha2::{Digest, Sha256};
use tokio::{sync::Semaphore, time::timeout};
use uuid::Uuid;

use crate::problem::Problem;

/// The largest file that is taken, in bytes.
pub const MOST_FILE_BYTES: usize = 80 * 1024 * 1024;
/// So many files may be on their way at once: each is held in memory until it is read.
const MOST_ON_THE_WAY: usize = 4;
/// How long one waits for a place among them.
const PATIENCE: Duration = Duration::from_secs(20);
/// So many pictures that were measured last are kept at hand: 10 MB each.
const AT_HAND: usize = 8;
/// The longest side of the small picture.
const SMALL: usize = 360;

/// Frames on their way in, and pictures at hand.
#[derive(Debug, Clone)]
pub struct Shots {
    places: Arc<Semaphore>,
    seat: Arc<Semaphore>,
    at_hand: Arc<Mutex<Vec<AtHand>>>,
}

/// A picture by its id.
type AtHand = (Uuid, Arc<Picture>);

/// A file that is to be taken into a look.
#[derive(Debug)]
pub struct File {
    /// All of it.
    pub bytes: Bytes,
    /// Its name.
    pub name: String,
    /// Of the entry on the tape.
    pub entry: Uuid,
    /// When it was taken in.
    pub at: DateTime<Utc>,
    /// Who does it.
    pub by: Option<String>,
    /// Which lights were on, where that is known.
    pub lit: Option<Lit>,
}

impl Default for Shots {
    fn default() -> Self {
        Self { places: Arc::new(Semaphore::new(MOST_ON_THE_WAY)), seat: Arc::new(Semaphore::new(1)), at_hand: Arc::default() }
    }
}

fn busy() -> Problem {
    let detail = "Many frames are on their way at once. Nothing was changed; send this one again.";
    Problem::new(StatusCode::SERVICE_UNAVAILABLE, "busy", "Busy", detail)
}

impl Shots {
    /// Receives a file.
    ///
    /// # Errors
    /// Where it is too large, was cut off, or too many are on their way.
    pub async fn receive(&self, mut payload: web::Payload) -> Result<Bytes, Problem> {
        let _place = timeout(PATIENCE, self.places.acquire()).await.map_err(|_| busy())?.map_err(|_| busy())?;
        let (mut bytes, mut size) = (BytesMut::new(), 0usize);
        while let Some(part) = payload.next().await {
            let part = part.map_err(|_| {
                Problem::new(StatusCode::BAD_REQUEST, "cut-off", "Cut off", "The file ended before it was complete. Send it again.")
            })?;
            size = size.saturating_add(part.len());
            // Somewhat more is let run out, so that who sends it hears why.
            if size > MOST_FILE_BYTES + MOST_FILE_BYTES / 4 {
                break;
            }
            if size <= MOST_FILE_BYTES {
                bytes.extend_from_slice(&part);
            }
        }
        if size > MOST_FILE_BYTES {
            let detail = format!("The file is larger than {} MB. Send a smaller one.", MOST_FILE_BYTES / 1024 / 1024);
            return Err(Problem::new(StatusCode::PAYLOAD_TOO_LARGE, "too-large", "Too large", detail));
        }
        Ok(bytes.freeze())
    }

    /// Takes a file into a look. Gives its picture's id, and whether it was taken now: the same file is taken once.
    ///
    /// # Errors
    /// Where it is no picture, or the look can't be written on.
    pub async fn take(&self, store: &Store, look: Uuid, file: File) -> Result<(Uuid, bool), Problem> {
        let seat = Arc::clone(&self.seat).acquire_owned().await.map_err(|_| busy())?;
        let read = web::block(move || {
            let _seat = seat;
            frame(file)
        });
        let frame = read.await.map_err(|error| Problem::broken_off(&error))??;
        Ok(store.take_frame(look, &frame).await?)
    }

    /// The picture of a frame, to be measured.
    ///
    /// # Errors
    /// Where there is none.
    pub async fn picture(&self, store: &Store, id: Uuid) -> Result<Arc<Picture>, Problem> {
        if let Some(picture) = self.found(id) {
            return Ok(picture);
        }
        let bytes = store.frame_picture(id, Size::Whole).await?;
        let read = web::block(move || Picture::from_jpeg(&bytes)).await.map_err(|error| Problem::broken_off(&error))?;
        let picture = Arc::new(read.map_err(|error| Problem::broken_off(&error))?);
        let mut at_hand = self.at_hand.lock().unwrap_or_else(PoisonError::into_inner);
        at_hand.retain(|(one, _)| *one != id);
        if at_hand.len() >= AT_HAND {
            at_hand.remove(0);
        }
        at_hand.push((id, Arc::clone(&picture)));
        Ok(picture)
    }

    fn found(&self, id: Uuid) -> Option<Arc<Picture>> {
        let mut at_hand = self.at_hand.lock().unwrap_or_else(PoisonError::into_inner);
        let at = at_hand.iter().position(|(one, _)| *one == id)?;
        let found = at_hand.remove(at);
        let picture = Arc::clone(&found.1);
        at_hand.push(found);
        Some(picture)
    }
}

/// A file as it is kept.
fn frame(file: File) -> Result<NewFrame, Problem> {
    let File { bytes, name, entry, at, by, lit } = file;
    let photo = Photo::open(&bytes).map_err(|error| Problem::refused(error.to_string()).at("file"))?;
    let told = told(&bytes, photo.preview);
    let small = photo.picture.within(SMALL);
    let encoded = |picture: &Picture| picture.to_jpeg().map_err(|error| Problem::broken_off(&error));
    let side = |pixels: usize| u32::try_from(pixels).unwrap_or(u32::MAX);
    Ok(NewFrame {
        entry,
        at,
        by,
        hash: Sha256::digest(&bytes).into(),
        file: file_name(&name),
        told,
        lit,
        size: (photo.width, photo.height),
        kept_size: (side(photo.picture.width), side(photo.picture.height)),
        picture: encoded(&photo.picture)?,
        small: encoded(&small)?,
    })
}

/// The last part of a path, with what can be seen of it; at most 200 characters.
fn file_name(name: &str) -> String {
    let last = name.rsplit(['/', '\\']).next().unwrap_or_default();
    let seen: String = last.chars().filter(|c| *c == ' ' || is_seen(*c)).take(200).collect();
    let seen = seen.trim();
    if seen.is_empty() { "a frame".to_owned() } else { seen.to_owned() }
}

/// What a file says of how it was taken. A picture without that is a picture all the same.
fn told(bytes: &[u8], preview: bool) -> FileTold {
    match Exif::read(bytes) {
        Ok(Exif { aperture, shutter, iso, focal, taken, flash, compensation, camera, lens, damaged }) => FileTold {
            as_shot: AsShot { aperture, shutter, iso, focal },
            clock: taken.map(|t| t.clock),
            ahead: taken.and_then(|t| t.ahead).map(|ahead| ahead.local_minus_utc() / 60),
            flash,
            compensation,
            camera,
            lens,
            preview,
            damaged,
        },
        Err(error) => FileTold { preview, damaged: error != ExifError::None, ..FileTold::default() },
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn of_a_files_name_what_can_be_read_is_kept() {
        assert_eq!(file_name("C:\\card\\LOFT0012.JPG"), "LOFT0012.JPG");
        assert_eq!(file_name("a/b/ frame\u{7} 3.png "), "frame 3.png");
        assert_eq!(file_name("../"), "a frame");
        assert_eq!(file_name(&"x".repeat(300)).len(), 200);
    }
}
