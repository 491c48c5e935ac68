//! Several dials were turned at once.

use ink_lamp_light::{list::up_to, refusal::Refusal};
use serde::{Deserialize, Serialize};

use super::DialTurned;
use crate::setup::Setup;

/// Several dials were turned at once, as after another aperture or another ratio: one fact, taken back as one.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct AllSet {
    /// Each light's dial, once: 1 to 8.
    #[serde(deserialize_with = "up_to::<_, _, 8>")]
    #[cfg_attr(feature = "schema", schema(min_items = 1, max_items = 8))]
    pub dials: Vec<DialTurned>,
}

impl Setup {
    pub(super) fn set_all(&mut self, set: &AllSet) -> Result<(), Refusal> {
        if set.dials.is_empty() {
            return Err(Refusal::new("dials", "No dial was turned. Give each light's dial."));
        }
        for (n, turned) in set.dials.iter().enumerate() {
            let at = |field: &str| format!("dials[{n}].{field}");
            if set.dials[..n].iter().any(|before| before.light == turned.light) {
                return Err(Refusal::new(at("light"), format!("{} stands here twice. Give each light once.", turned.light)));
            }
            self.turn_dial(turned).map_err(|refusal| {
                let field = at(&refusal.field);
                refusal.at(field)
            })?;
        }
        Ok(())
    }
}
