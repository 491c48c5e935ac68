//! The ways of working were chosen, on the tape.

use ink_lamp_sitting::schools::{Follow, Schools};

use super::line::{TapeKind, TapeLine};
use crate::words::{span::text, terms};

pub(super) fn line(schools: &Schools) -> TapeLine {
    let follow = match schools.follow {
        Follow::LightsFollow => "lights follow the camera",
        Follow::CameraFollows => "camera follows the lights",
    };
    TapeLine::new(TapeKind::Choice, None, vec![text("Ways of working")], format!("{follow}, {}", terms::receptor(schools.receptor)))
}
