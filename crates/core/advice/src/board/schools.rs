//! The ways of working, each with what it does here.

use crate::words::terms;
use ink_lamp_light::{
    meter::Receptor,
    ratio::Anchor,
    scale::{Step, Stops},
};
use ink_lamp_scene::levels::Levels;
use ink_lamp_sitting::{role::Role, schools::Follow, setup::Setup};
use serde::Serialize;

/// What a way of working does in this setup.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SchoolsShown {
    /// Who follows whom.
    pub follow: String,
    /// In what steps differences are told.
    pub step: String,
    /// How the meter is held.
    pub receptor: String,
    /// What lies on 0.
    pub anchor: String,
}

pub(super) fn of(setup: &Setup, levels: &Levels) -> SchoolsShown {
    let follow = match setup.schools.follow {
        Follow::LightsFollow => "The aperture is chosen; each light is set to it.".to_owned(),
        Follow::CameraFollows => "The key stands as it is; the camera is set to what the meter says.".to_owned(),
    };
    let example = Stops::constant(0.7);
    let step = match setup.schools.step {
        Step::Tenths => "A gap is told as 0.7 stop.".to_owned(),
        step => format!("A gap of 0.7 is told as {}.", step.size(example)),
    };
    let key = setup.first(Role::Key).and_then(|k| k.rig.angle);
    let receptor = match (setup.schools.receptor, key) {
        (_, None) => "Say the key's angle, and readings taken another way are carried over.".to_owned(),
        (school, Some(angle)) => {
            let other = if school == Receptor::DomeToLight { Receptor::DomeToCamera } else { Receptor::DomeToLight };
            let by = other.to_be(school, angle).unwrap_or(Stops::ZERO);
            let way = if by.get() < 0.0 { "less" } else { "more" };
            format!(
                "From {:.0}°, {} shows {} {way} of the key than {}.",
                angle.get(),
                terms::receptor(school),
                by.size(),
                terms::receptor(other)
            )
        }
    };
    let anchor = match setup.ratio {
        None => "Choose a ratio first.".to_owned(),
        Some(ratio) => match (ratio.anchor(), levels.exposure) {
            (Anchor::LitSide, _) => "Key and fill together land on 0.".to_owned(),
            (Anchor::KeyAlone, _) => format!("The key alone lands on 0, the lit side on {}.", ratio.lit_side()),
        },
    };
    SchoolsShown { follow, step, receptor, anchor }
}
