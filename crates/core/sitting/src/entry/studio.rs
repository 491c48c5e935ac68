//! The studio around the sitter was described.

use ink_lamp_light::refusal::Refusal;

use crate::{setup::Setup, studio::Studio};

impl Setup {
    pub(super) fn put_studio(&mut self, before: &Self, studio: &Studio) -> Result<(), Refusal> {
        studio.check()?;
        self.studio = Some(Box::new(studio.clone()));
        self.spilt.clear();
        self.settle(before)
    }
}
