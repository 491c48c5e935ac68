//! A frame that was shot otherwise than the camera is set here, as it is said.

use ink_lamp_light::meter::Exposure;

use crate::{
    findings::frame::Frame,
    words::span::{Line, Span, strong, text},
};

/// The word on the button that takes the frame's settings over.
pub(super) const PRESS: &str = "Use the frame’s";
/// The word on the one that says that all is right.
pub(super) const OTHERWISE: &str = "It was meant so";

pub(super) fn sentence(fact: &Frame) -> Line {
    let Frame { frame, shot, set, focal } = fact;
    let mut line = vec![text(format!("Frame {frame} is not from "))];
    line.extend(said(*set, *shot));
    if let Some(focal) = focal {
        line.push(text(format!(" {} mm", focal.set.get().round())));
    }
    line.push(text(": its file says "));
    line.extend(said(*shot, *set).into_iter().map(|span| match span {
        Span::Text(words) => strong(words),
        other => other,
    }));
    if let Some(focal) = focal {
        line.push(strong(format!(" {} mm", focal.shot.get().round())));
    }
    line.push(text("."));
    line
}

/// Of an exposure what differs from another one.
fn said(exposure: Exposure, from: Exposure) -> Line {
    let mut line = Vec::new();
    if exposure.aperture != from.aperture {
        line.push(Span::F(exposure.aperture.into()));
    }
    let mut more = Vec::new();
    if exposure.shutter != from.shutter {
        more.push(exposure.shutter.said());
    }
    if exposure.iso != from.iso {
        more.push(format!("ISO {}", exposure.iso.said()));
    }
    if !more.is_empty() {
        let before = if line.is_empty() { "" } else { " " };
        line.push(text(format!("{before}{}", more.join(" "))));
    }
    line
}
