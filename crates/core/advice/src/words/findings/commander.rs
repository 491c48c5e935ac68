//! An on-camera unit that adds to the exposure, as it is said.

use crate::findings::commander::Commander;

pub(super) fn sentence(fact: &Commander) -> String {
    format!("{} on the camera adds its own flash to the exposure: set it to command only.", fact.name)
}
