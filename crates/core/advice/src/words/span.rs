//! The pieces of a sentence, so that a screen can set numbers and settings apart from the voice.

use ink_lamp_light::scale::FNumber;
use ink_lamp_sitting::role::Role;
use serde::{Deserialize, Serialize};

/// One piece of a line.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Span {
    /// Plain words.
    Text(String),
    /// What must be seen first: a setting, a gap.
    Strong(String),
    /// An f-number.
    F(FNumber),
    /// The mark of a light's role.
    Mark(Role),
}

/// A line of words, in order.
pub type Line = Vec<Span>;

/// As a sentence begins.
pub(crate) fn capitalised(words: &str) -> String {
    let mut letters = words.chars();
    letters.next().map_or_else(String::new, |first| first.to_uppercase().chain(letters).collect())
}

/// As it stands in the middle of a sentence.
pub(crate) fn uncapitalised(words: &str) -> String {
    let mut letters = words.chars();
    letters.next().map_or_else(String::new, |first| first.to_lowercase().chain(letters).collect())
}

/// Plain words.
pub(crate) fn text(words: impl Into<String>) -> Span {
    Span::Text(words.into())
}

/// What must be seen first.
pub(crate) fn strong(words: impl Into<String>) -> Span {
    Span::Strong(words.into())
}

/// A line as plain text, f-numbers in their short form: for logs, tests and lists.
///
/// # Examples
/// ```
/// use ink_lamp_advice::words::span::{Span, plain};
///
/// let line = [Span::Text("Fill down 0.7 stop: set ".into()), Span::Strong("1/16 +0.3".into())];
/// assert_eq!(plain(&line), "Fill down 0.7 stop: set 1/16 +0.3");
/// ```
#[must_use]
pub fn plain(line: &[Span]) -> String {
    line.iter()
        .map(|span| match span {
            Span::Text(t) | Span::Strong(t) => t.clone(),
            Span::F(f) => f.tenths.map_or_else(|| format!("f/{}", f.number), |t| format!("{} {t}", f.number)),
            Span::Mark(_) => String::new(),
        })
        .collect()
}
