//! Which entries of a tape stand, once the taking back and bringing back that is written on it is followed.

use std::collections::HashMap;

use ink_lamp_light::refusal::Refusal;
use uuid::Uuid;

use crate::{entry::Entry, setup::Setup};

impl Setup {
    /// The setup that a series of entries leads to, from an empty one.
    ///
    /// # Errors
    /// The first entry that can't apply.
    pub fn replay<'a>(entries: impl IntoIterator<Item = &'a Entry>) -> Result<Self, Refusal> {
        entries.into_iter().try_fold(Self::default(), |setup, entry| setup.followed(entry))
    }

    /// What an entry that stands on a tape does to it. Going on from an earlier moment has been done when its tape is read: what it took
    /// back does not stand.
    fn followed(self, entry: &Entry) -> Result<Self, Refusal> {
        if matches!(entry, Entry::GoOn(_)) { Ok(self) } else { self.apply(entry) }
    }
}

/// A tape, read from its beginning: the entries that stand, and those taken back that can still be brought back.
///
/// Nothing is ever removed from a tape. An undo names the entry that it takes back, which must be the last one that stands, so that
/// two people who press undo at once don't take back two entries. Any new fact ends what can be brought back. Going on from an earlier
/// moment takes all later entries back at once, and brings them back when it is taken back itself.
#[derive(Debug, Clone, Default)]
pub struct History<'a> {
    standing: Vec<(Uuid, &'a Entry)>,
    undone: Vec<(Uuid, &'a Entry)>,
    /// What going on from an earlier moment took back, by the id of that entry.
    aside: HashMap<Uuid, Vec<(Uuid, &'a Entry)>>,
}

impl<'a> History<'a> {
    /// Reads a tape.
    ///
    /// # Errors
    /// As [`Self::write`], at the first entry that can't stand there.
    pub fn read(tape: impl IntoIterator<Item = (Uuid, &'a Entry)>) -> Result<Self, Refusal> {
        let mut history = Self::default();
        for (id, entry) in tape {
            history.write(id, entry)?;
        }
        Ok(history)
    }

    /// Writes one more entry behind the others.
    ///
    /// # Errors
    /// Refuses an undo of anything but the last entry that stands, a redo of anything but the last that was taken back, and going on from an
    /// entry that does not stand or is the last one.
    pub fn write(&mut self, id: Uuid, entry: &'a Entry) -> Result<(), Refusal> {
        match entry {
            Entry::Undo(back) => {
                let last = self.standing.pop_if(|(id, _)| *id == back.of);
                self.undone.push(last.ok_or_else(|| {
                    let why =
                        if self.standing.is_empty() { "There is nothing to take back." } else { "That is not the last entry on the tape." };
                    Refusal::new("of", format!("{why} Undo takes back the last one that stands."))
                })?);
                self.standing.extend(self.aside.remove(&back.of).unwrap_or_default());
            }
            Entry::Redo(back) => {
                let (id, again) = self.undone.pop_if(|(id, _)| *id == back.of).ok_or_else(|| {
                    let why =
                        if self.undone.is_empty() { "There is nothing to bring back." } else { "That is not what was taken back last." };
                    Refusal::new("of", format!("{why} Redo brings back what the last undo took."))
                })?;
                self.stand(id, again)?;
            }
            fact => {
                self.stand(id, fact)?;
                self.undone.clear();
            }
        }
        Ok(())
    }

    fn stand(&mut self, id: Uuid, entry: &'a Entry) -> Result<(), Refusal> {
        if let Entry::GoOn(from) = entry {
            let place = self.standing.iter().position(|(id, _)| *id == from.of);
            let place = place.ok_or_else(|| Refusal::new("of", "That entry does not stand on this tape. Go on from one that does."))?;
            if place + 1 == self.standing.len() {
                return Err(Refusal::new("of", "That is the last entry that stands: nothing was written after it."));
            }
            self.aside.insert(id, self.standing.split_off(place + 1));
        }
        self.standing.push((id, entry));
        Ok(())
    }

    /// The entries that stand, in order.
    #[must_use]
    pub fn standing(&self) -> &[(Uuid, &'a Entry)] {
        &self.standing
    }

    /// Entries that can be brought back; the last is next.
    pub fn undone(&self) -> impl Iterator<Item = Uuid> {
        self.undone.iter().map(|(id, _)| *id)
    }

    /// The setup that the standing entries lead to.
    ///
    /// # Errors
    /// The first entry that can't apply.
    pub fn setup(&self) -> Result<Setup, Refusal> {
        Setup::replay(self.standing.iter().map(|(_, entry)| *entry))
    }

    /// The setup right after each entry that stands, in order.
    ///
    /// # Errors
    /// The first entry that can't apply.
    pub fn setups(&self) -> impl Iterator<Item = Result<(Uuid, &'a Entry, Setup), Refusal>> {
        self.standing.iter().scan(Some(Setup::default()), |now, (id, entry)| {
            let after = now.take()?.followed(entry);
            *now = after.as_ref().ok().cloned();
            Some(after.map(|setup| (*id, *entry, setup)))
        })
    }
}
