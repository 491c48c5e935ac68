//! The room is to be removed or kept.

use ink_lamp_light::{ambient::RoomWish, refusal::Refusal};

use crate::setup::Setup;

impl Setup {
    pub(super) fn wish_room(&mut self, wish: RoomWish) -> Result<(), Refusal> {
        let (low, high, what) = match wish {
            RoomWish::Remove(_) => (-10.0, 0.0, "A removed room lies at −10 to 0 stops"),
            RoomWish::Keep(_) => (-10.0, 3.0, "A kept room lies at −10 to +3 stops"),
        };
        if !(low..=high).contains(&wish.level().get()) {
            return Err(Refusal::new("level", format!("{what}. {} is outside.", wish.level())));
        }
        self.room.wish = wish;
        self.room.said = true;
        Ok(())
    }
}
