//! A unit’s sheet that contradicts itself, as it is said.

use crate::findings::sheet::Sheet;

pub(super) fn sentence(fact: &Sheet) -> String {
    format!(
        "{}: guide number and rated energy lie {} apart. Feet and metres differ by 3.4 stops: look at its sheet.",
        fact.unit,
        fact.off.size()
    )
}
