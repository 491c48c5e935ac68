//! Aperture and ISO at the camera, as it is said.

use ink_lamp_light::scale::Stops;

use crate::{
    findings::camera::Camera,
    words::span::{Line, strong, text},
};

pub(super) fn sentence(fact: &Camera) -> Line {
    match fact {
        Camera::Diffraction { at, by } => vec![
            text(format!("ƒ{} is ", at.said())),
            strong(by.size()),
            text(" past ƒ16, where diffraction softens everything. Open up, and bring the lights down as much."),
        ],
        Camera::IsoPastCap { iso, cap } => vec![
            text(format!("ISO {} is past your own cap of {}, by ", iso.said(), cap.said())),
            strong(Stops::of(iso.sv() - cap.sv()).size()),
            text(". A stronger light is the better answer."),
        ],
    }
}

pub(super) fn press(fact: &Camera) -> String {
    match fact {
        Camera::Diffraction { .. } => "Set ƒ16".to_owned(),
        Camera::IsoPastCap { cap, .. } => format!("Set ISO {}", cap.said()),
    }
}
