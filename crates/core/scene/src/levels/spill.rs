//! What lights put on the side of the face where they are not metered.

use ink_lamp_light::meter::Amount;

/// What lights put where they are not metered: nothing, where it is not known where they stand.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Spill {
    /// What falls on the shadow side of the key's flash, against what is read of it at the face, 0 to 1.
    pub key: f64,
    /// What each light that is not metered at the face puts on both its sides, against its own flash; in the setup's order.
    pub face: Vec<f64>,
}

impl Spill {
    /// What the lights that are not metered at the face put there, at so much flash each.
    #[must_use]
    pub fn on_face(&self, flash: impl Fn(usize) -> Amount) -> Amount {
        let some = self.face.iter().enumerate().filter(|(_, share)| **share > 0.0);
        some.fold(Amount::NONE, |sum, (index, share)| sum.and(flash(index).times(*share)))
    }

    /// Whether it is nothing.
    #[must_use]
    pub fn is_nothing(&self) -> bool {
        self.key <= 0.0 && self.face.iter().all(|share| *share <= 0.0)
    }
}
