//! The ways of working, and what each does here, as it is said.

use ink_lamp_light::{
    meter::Receptor,
    ratio::{Anchor, RatioTarget},
    scale::{Step, Stops},
};
use ink_lamp_sitting::{
    role::Role,
    schools::{Follow, Trim},
    setup::Setup,
};

use crate::words::terms;

/// Who follows whom.
pub(crate) const fn follow(follow: Follow) -> &'static str {
    match follow {
        Follow::LightsFollow => "The aperture is chosen; each light is set to it.",
        Follow::CameraFollows => "The key stands as it is; the camera is set to what the meter says.",
    }
}

/// In what steps differences are told.
pub(crate) fn step(step: Step) -> String {
    match step {
        Step::Tenths => "A gap is told as 0.7 stop.".to_owned(),
        step => format!("A gap of 0.7 is told as {}.", step.size(Stops::constant(0.7))),
    }
}

/// How a light that is a little off is corrected.
pub(crate) const fn trim(trim: Trim) -> &'static str {
    match trim {
        Trim::Dial => "The dial is turned; the distance is told beside it, and is used where the dial has no finer step.",
        Trim::Distance => "Up to 0.35 stop the light is moved and the dial stays: surer, since each setting errs by itself.",
    }
}

/// How the meter is held, and what that shows of the key.
pub(crate) fn receptor(setup: &Setup) -> String {
    let school = setup.schools.receptor;
    let Some(angle) = setup.first(Role::Key).and_then(|k| k.rig.angle) else {
        return "Say the key's angle, and readings taken another way are carried over.".to_owned();
    };
    let other = if school == Receptor::DomeToLight { Receptor::DomeToCamera } else { Receptor::DomeToLight };
    let by = other.to_be(school, angle).unwrap_or(Stops::ZERO);
    let way = if by.get() < 0.0 { "less" } else { "more" };
    let (school, other) = (terms::receptor(school), terms::receptor(other));
    format!("From {:.0}°, {school} shows {} {way} of the key than {other}.", angle.get(), by.size())
}

/// What lies on 0.
pub(crate) fn anchor(ratio: Option<RatioTarget>) -> String {
    match ratio.map(|r| (r, r.anchor())) {
        None => "Choose a ratio first.".to_owned(),
        Some((_, Anchor::LitSide)) => "Key and fill together land on 0.".to_owned(),
        Some((ratio, Anchor::KeyAlone)) => format!("The key alone lands on 0, the lit side on {}.", ratio.lit_side()),
    }
}
