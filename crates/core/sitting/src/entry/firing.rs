//! How shutter and flash meet was said.

use ink_lamp_light::refusal::Refusal;

use crate::{
    firing::Firing,
    setup::{Setup, unknown},
};

impl Setup {
    pub(super) fn fire(&mut self, firing: &Firing) -> Result<(), Refusal> {
        for (n, id) in firing.high_speed.units.iter().enumerate() {
            let field = format!("high_speed.units[{n}]");
            let light = self.light(id).ok_or_else(|| unknown(id).at(field.clone()))?;
            if let Some(unit) = light.unit.as_ref().filter(|u| !u.high_speed) {
                let message = format!("{} has no high-speed sync. Choose another unit for the {}.", unit.name, light.name().to_lowercase());
                return Err(Refusal::new(field, message));
            }
        }
        self.firing = firing.clone();
        Ok(())
    }
}
