//! Which entries of a tape stand, once the taking back and bringing back that is written on it is followed.

use ink_lamp_light::refusal::Refusal;
use uuid::Uuid;

use crate::{entry::Entry, setup::Setup};

impl Setup {
    /// The setup that a series of entries leads to, from an empty one.
    ///
    /// # Errors
    /// The first entry that can't apply.
    pub fn replay<'a>(entries: impl IntoIterator<Item = &'a Entry>) -> Result<Self, Refusal> {
        entries.into_iter().try_fold(Self::default(), |setup, entry| setup.apply(entry))
    }
}

/// A tape, read from its beginning: the entries that stand, and those taken back that can still be brought back.
///
/// Nothing is ever removed from a tape. An undo names the entry that it takes back, which must be the last one that stands, so that
/// two people who press undo at once don't take back two entries. Any new fact ends what can be brought back.
#[derive(Debug, Clone, Default)]
pub struct History<'a> {
    standing: Vec<(Uuid, &'a Entry)>,
    undone: Vec<(Uuid, &'a Entry)>,
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
    /// Refuses an undo of anything but the last entry that stands, and a redo of anything but the last that was taken back.
    pub fn write(&mut self, id: Uuid, entry: &'a Entry) -> Result<(), Refusal> {
        match entry {
            Entry::Undo(back) => {
                let last = self.standing.pop_if(|(id, _)| *id == back.of);
                self.undone.push(last.ok_or_else(|| {
                    let why =
                        if self.standing.is_empty() { "There is nothing to take back." } else { "That is not the last entry on the tape." };
                    Refusal::new("of", format!("{why} Undo takes back the last one that stands."))
                })?);
            }
            Entry::Redo(back) => {
                let next = self.undone.pop_if(|(id, _)| *id == back.of);
                self.standing.push(next.ok_or_else(|| {
                    let why =
                        if self.undone.is_empty() { "There is nothing to bring back." } else { "That is not what was taken back last." };
                    Refusal::new("of", format!("{why} Redo brings back what the last undo took."))
                })?);
            }
            fact => {
                self.undone.clear();
                self.standing.push((id, fact));
            }
        }
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
}
