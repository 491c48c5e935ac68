//! What must hold was said.

use ink_lamp_light::refusal::Refusal;

use crate::{holds::Holds, setup::Setup};

impl Setup {
    pub(super) fn hold(&mut self, holds: &Holds) -> Result<(), Refusal> {
        if let (Some(widest), Some(smallest)) = (holds.widest, holds.smallest)
            && widest.av() > smallest.av()
        {
            return Err(Refusal::new("smallest", "The smallest aperture is wider than the widest. Turn the two round."));
        }
        if holds.fastest.is_some_and(|fastest| fastest.tv() < holds.slowest_tv()) {
            return Err(Refusal::new("fastest", "The shortest time is longer than the longest. Turn the two round."));
        }
        self.holds = holds.clone();
        Ok(())
    }
}
