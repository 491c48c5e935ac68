//! A face was chosen to stand in for the sitter in the foretold frame.

use serde::{Deserialize, Serialize};

use crate::studio::StandIn;

/// A face was chosen to stand in for the sitter in the foretold frame. It changes nothing but the picture.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FaceChosen {
    /// Whose.
    pub face: StandIn,
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::{entry::Entry, setup::Setup};

    #[test]
    fn a_face_is_chosen_and_kept_with_the_setup() {
        let before = Setup::default();
        let after = before.apply(&Entry::Face(FaceChosen { face: StandIn::Luthier })).unwrap();
        assert_eq!(after, Setup { face: StandIn::Luthier, ..before.clone() });
        // Where nobody chose, a setup is written as it was before there were faces.
        let written = |setup: &Setup| serde_json::to_value(setup).unwrap();
        assert_eq!(written(&before).get("face"), None);
        assert_eq!(written(&after)["face"], "luthier");
        assert_eq!(serde_json::from_value::<Setup>(written(&after)).unwrap(), after);
    }
}
