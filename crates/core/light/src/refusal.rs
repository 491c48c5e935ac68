//! Why a value or an entry was not taken, said so that the right one can be given.

use std::borrow::Cow;

/// A value that can't be, with the field it stood in and what would be right.
///
/// # Examples
/// ```
/// use ink_lamp_light::scale::Aperture;
///
/// let refusal = Aperture::parse("7.3").unwrap_err();
/// assert_eq!(refusal.field, "aperture");
/// assert_eq!(refusal.to_string(), "f/7.3 is no third-stop marking. Nearest: f/7.1 or f/8.");
/// ```
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
#[error("{message}")]
pub struct Refusal {
    /// The field that is wrong, dotted where it lies deeper (`unit.scale.lowest`).
    pub field: Cow<'static, str>,
    /// One or two sentences: what is wrong, and what would be right.
    pub message: String,
}

impl Refusal {
    /// A refusal at `field`.
    pub fn new(field: impl Into<Cow<'static, str>>, message: impl Into<String>) -> Self {
        Self { field: field.into(), message: message.into() }
    }

    /// The same refusal, told at another field.
    #[must_use]
    pub fn at(self, field: impl Into<Cow<'static, str>>) -> Self {
        Self { field: field.into(), ..self }
    }
}
