//! How an entry stands on the tape: what happened, and what it meant then. One file an entry, and how the next move will stand there.

mod all_set;
mod asked;
mod automatic;
mod camera;
mod check;
mod dial;
mod face;
mod firing;
mod frame;
mod frame_read;
mod ground_tone;
mod heed;
mod holds;
mod left;
mod length;
mod light;
mod light_removed;
mod line;
mod note;
mod placed;
mod ratio;
mod reading;
mod room_wish;
mod said;
mod schools;
mod sitter_moved;
mod skin;
mod start;
mod studio;
mod supplies;
mod target;
mod transmitter;
mod undo;

use ink_lamp_scene::effect::Effect;
use ink_lamp_sitting::{entry::Entry, setup::Setup};

pub use line::{TapeKind, TapeLine};

use crate::words::span::text;

impl TapeLine {
    /// How an entry stands on the tape, with what it did.
    #[must_use]
    pub fn of(entry: &Entry, did: &Effect) -> Self {
        match entry {
            Entry::Start(start) => start::line(start),
            Entry::Reading(taken) => reading::line(taken, did),
            Entry::Camera(set) => camera::line(set, did),
            Entry::RoomWish(wish) => room_wish::line(wish),
            Entry::Dial(turned) => dial::line(turned, did),
            Entry::AllSet(set) => all_set::line(set),
            Entry::Light(put) => light::line(put, did),
            Entry::LightRemoved(removed) => light_removed::line(removed, did),
            Entry::Left(left) => left::line(left, did),
            Entry::Ratio(chosen) => ratio::line(chosen),
            Entry::Target(set) => target::line(set, did),
            Entry::Length(chosen) => length::line(chosen),
            Entry::Schools(schools) => schools::line(schools),
            Entry::Supplies(supplies) => supplies::line(supplies),
            Entry::Transmitter(chosen) => transmitter::line(chosen),
            Entry::Firing(firing) => firing::line(firing, did),
            Entry::Holds(holds) => holds::line(holds),
            Entry::Studio(studio) => studio::line(studio, did),
            Entry::Placed(placed) => placed::line(placed, did),
            Entry::SitterMoved(_) => sitter_moved::line(did),
            Entry::GroundTone(wished) => ground_tone::line(wished),
            Entry::Face(chosen) => face::line(*chosen),
            Entry::Automatic(frame) => automatic::line(frame, did),
            Entry::Checked(checked) => check::line(checked, did),
            Entry::Said(heard) => said::line(heard),
            Entry::CheckAgain(_) => heed::again(),
            Entry::Heeded(heeded) => heed::line(heeded),
            Entry::Frame(shot) => frame::line(shot, did),
            Entry::FrameSaid(said) => frame::said(said, did),
            Entry::FrameRead(read) => frame_read::line(read, did),
            Entry::FrameAway(away) => frame::away(away, did),
            Entry::Skin(compared) => skin::line(*compared, did),
            Entry::Note(note) => note::line(note),
            Entry::Asked(_) => asked::line(),
            Entry::GoOn(_) => undo::gone_on(),
            Entry::Undo(_) => undo::undone(),
            Entry::Redo(_) => undo::redone(),
        }
    }
}

/// How the next move will stand on the tape.
pub(crate) fn pending(setup: &Setup, entry: &Entry) -> TapeLine {
    match entry {
        Entry::Dial(turned) => dial::pending(turned, setup),
        Entry::Light(put) => light::pending(put, setup),
        Entry::Camera(set) => camera::pending(set),
        Entry::Frame(_) => frame::pending(setup),
        Entry::Ratio(chosen) => ratio::pending(chosen),
        Entry::Left(left) => left::pending(left, setup),
        Entry::Checked(checked) => check::pending(checked, setup),
        _ => TapeLine::new(TapeKind::Choice, None, vec![text("Next")], ""),
    }
}
