//! Names and notes: how long they may be, and that something of them is seen.

use serde::{Deserialize, Deserializer};

use crate::refusal::Refusal;

/// A name of 1 to 60 characters on one line, one of them visible, without white space around it.
///
/// # Errors
/// Refuses empty and longer names, control characters, and what nobody could see.
///
/// # Examples
/// ```
/// use ink_lamp_light::name::checked_name;
///
/// assert_eq!(checked_name("  Clock mender ")?, "Clock mender");
/// assert!(checked_name("\u{200b}\u{2060}").is_err());
/// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
/// ```
pub fn checked_name(text: &str) -> Result<String, Refusal> {
    let name = text.trim();
    if !name.chars().any(is_seen) || name.chars().count() > 60 || name.chars().any(char::is_control) {
        return Err(Refusal::new("name", "A name has 1 to 60 characters on one line, and at least one that is seen."));
    }
    Ok(name.to_owned())
}

/// Deserialises a [`checked_name`].
pub fn name<'de, D: Deserializer<'de>>(deserializer: D) -> Result<String, D::Error> {
    checked_name(&String::deserialize(deserializer)?).map_err(serde::de::Error::custom)
}

/// Deserialises an optional [`checked_name`].
pub fn optional_name<'de, D: Deserializer<'de>>(deserializer: D) -> Result<Option<String>, D::Error> {
    Option::<String>::deserialize(deserializer)?.map(|n| checked_name(&n).map_err(serde::de::Error::custom)).transpose()
}

/// Deserialises a note of 1 to 500 characters, one of them visible; it may have several lines.
///
/// # Errors
/// Refuses empty and longer notes, other control characters, and what nobody could see.
pub fn note<'de, D: Deserializer<'de>>(deserializer: D) -> Result<String, D::Error> {
    checked_note(&String::deserialize(deserializer)?).map_err(serde::de::Error::custom)
}

/// Deserialises an optional [`note`].
///
/// # Errors
/// As [`note`].
pub fn optional_note<'de, D: Deserializer<'de>>(deserializer: D) -> Result<Option<String>, D::Error> {
    Option::<String>::deserialize(deserializer)?.map(|n| checked_note(&n).map_err(serde::de::Error::custom)).transpose()
}

fn checked_note(text: &str) -> Result<String, Refusal> {
    let note = text.trim();
    if !note.chars().any(is_seen) || note.chars().count() > 500 || note.chars().any(|c| c.is_control() && c != '\n') {
        return Err(Refusal::new("note", "A note has 1 to 500 characters, and at least one that is seen."));
    }
    Ok(note.to_owned())
}

/// Whether a character leaves a mark. Those that don't are white space, control characters and what the Unicode Character Database calls
/// `Default_Ignorable_Code_Point` (`DerivedCoreProperties.txt`, 16.0), and the empty Braille pattern.
#[must_use]
pub fn is_seen(c: char) -> bool {
    let ignorable = matches!(c,
        '\u{ad}' | '\u{34f}' | '\u{61c}' | '\u{115f}'..='\u{1160}' | '\u{17b4}'..='\u{17b5}' | '\u{180b}'..='\u{180f}'
        | '\u{200b}'..='\u{200f}' | '\u{202a}'..='\u{202e}' | '\u{2060}'..='\u{206f}' | '\u{2800}' | '\u{3164}' | '\u{fe00}'..='\u{fe0f}'
        | '\u{feff}' | '\u{ffa0}' | '\u{fff0}'..='\u{fff8}' | '\u{1bca0}'..='\u{1bca3}' | '\u{1d173}'..='\u{1d17a}' | '\u{e0000}'..='\u{e0fff}');
    !(c.is_whitespace() || c.is_control() || ignorable)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_nobody_could_see_is_no_name() {
        for text in ["", " ", "\u{200b}", "\u{feff} \u{ad}", "\u{2800}", "\u{e0041}", "a\tb", &"m".repeat(61)] {
            assert!(checked_name(text).is_err(), "{text:?}");
        }
        for text in ["–", "7", "Å", "灯", "a\u{200d}b", &"m".repeat(60)] {
            assert_eq!(checked_name(text).unwrap(), text);
        }
    }

    #[test]
    fn a_note_is_kept_whole_or_refused() {
        let read = |text: &str| note(serde::de::value::StrDeserializer::<serde::de::value::Error>::new(text));
        let longest = format!("one\n{}", "m".repeat(496));
        assert_eq!(read(&longest).unwrap(), longest);
        for text in [&"m".repeat(501), "\u{200b}", "a\u{7}", ""] {
            assert!(read(text).is_err(), "{text:?}");
        }
    }
}
