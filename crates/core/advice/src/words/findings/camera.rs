//! Aperture and ISO at the camera, as it is said.

use ink_lamp_light::scale::{Series, Stops};

use crate::findings::camera::Camera;

pub(super) fn sentence(fact: &Camera) -> String {
    match fact {
        Camera::Diffraction { at, by } => format!(
            "ƒ{} is {} past ƒ16, where diffraction softens everything. Open up, and bring the lights down as much.",
            at.marking(Series::Third),
            by.size()
        ),
        Camera::IsoPastCap { iso, cap } => format!(
            "ISO {} is past your own cap of {}, by {}. A stronger light is the better answer.",
            iso.marking(Series::Third),
            cap.marking(Series::Third),
            Stops::of(iso.sv() - cap.sv()).size()
        ),
    }
}

pub(super) fn press(fact: &Camera) -> String {
    match fact {
        Camera::Diffraction { .. } => "Set ƒ16".to_owned(),
        Camera::IsoPastCap { cap, .. } => format!("Set ISO {}", cap.marking(Series::Third)),
    }
}
