//! The ways of working were chosen, on the tape.

use ink_lamp_sitting::schools::{Follow, Schools, Trim};

use super::line::{TapeKind, TapeLine};
use crate::words::{span::text, terms};

pub(super) fn line(schools: &Schools) -> TapeLine {
    let follow = match schools.follow {
        Follow::LightsFollow => "lights follow the camera",
        Follow::CameraFollows => "camera follows the lights",
    };
    let trim = match schools.trim {
        Trim::Dial => "",
        Trim::Distance => ", corrected by distance",
    };
    let tail = format!("{follow}, {}{trim}", terms::receptor(schools.receptor));
    TapeLine::new(TapeKind::Choice, None, vec![text("Ways of working")], tail)
}
