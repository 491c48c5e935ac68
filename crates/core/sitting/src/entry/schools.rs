//! Other ways of working were chosen.

use crate::{schools::Schools, setup::Setup};

impl Setup {
    /// The ways of working from here on. What a reading meant stays what it was when it was taken: held as was the way until now, where it
    /// was not said.
    pub(super) fn work_by(&mut self, schools: &Schools) {
        let until_now = self.schools.receptor;
        if schools.receptor != until_now {
            let at_face = self.lights.iter_mut().filter(|l| l.is_at_face()).filter_map(|l| l.reading.as_mut());
            for held in at_face.chain(self.whole.as_mut()) {
                held.how.receptor.get_or_insert(until_now);
            }
        }
        self.schools = *schools;
    }
}
