//! What a reading means, said while it is still being typed.

use ink_lamp_light::scale::FNumber;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::entry::Subject;
use serde::Serialize;

use crate::words::{echo as words, span::Span};

/// A reading as it was understood.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Echo {
    /// The f-number as it would be printed.
    pub aperture: FNumber,
    /// What it means: two or three short lines.
    pub lines: Vec<Vec<Span>>,
}

/// What a reading means in the setup that already holds it. None where it holds none.
#[must_use]
pub fn echo(scene: &Scene, of: &Subject) -> Option<Echo> {
    let (what, reading) = words::reading(scene.setup, of)?;
    Some(Echo { aperture: reading.shows.fnumber(), lines: words::lines(scene, of, &what, reading) })
}
