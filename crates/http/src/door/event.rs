//! What is written down of who came and what they did.

use ink_lamp_store::LookNumber;

/// What is written down.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Event {
    /// Somebody signed in with a pass phrase.
    SignedIn,
    /// Somebody signed out.
    SignedOut,
    /// A device came in with a code.
    CameIn,
    /// A device was let out.
    LetOut,
    /// A device got another role.
    RoleChanged,
    /// A code was made.
    CodeMade,
    /// A code was taken back.
    CodeTakenBack,
    /// A wrong pass phrase, code or link; or something that is not theirs.
    Refused,
    /// Somebody tries too often.
    Slowed,
    /// An account was made.
    PersonAdded,
    /// An account was taken away.
    PersonRemoved,
    /// A pass phrase was changed.
    PhraseChanged,
    /// A link was made.
    Shared,
    /// A link was opened.
    LinkOpened,
    /// A link was ended.
    LinkEnded,
    /// The kit was taken out as a document.
    Exported,
    /// A document took the kit's place, or the kit was cleared or brought back.
    KitReplaced,
    /// A sitting was deleted.
    Deleted,
    /// A sitting was brought back.
    Restored,
    /// Sittings were forgotten for good.
    Forgotten,
}

/// Each event as it is stored, and in words.
const EVENTS: [(Event, &str, &str); 20] = [
    (Event::SignedIn, "signed_in", "signed in"),
    (Event::SignedOut, "signed_out", "signed out"),
    (Event::CameIn, "came_in", "came in with a code"),
    (Event::LetOut, "let_out", "let out"),
    (Event::RoleChanged, "role_changed", "gave another role"),
    (Event::CodeMade, "code_made", "made a code"),
    (Event::CodeTakenBack, "code_taken_back", "took a code back"),
    (Event::Refused, "refused", "refused"),
    (Event::Slowed, "slowed", "slowed after too many tries"),
    (Event::PersonAdded, "person_added", "added"),
    (Event::PersonRemoved, "person_removed", "took the pass phrase away"),
    (Event::PhraseChanged, "phrase_changed", "changed the pass phrase"),
    (Event::Shared, "shared", "made a link"),
    (Event::LinkOpened, "link_opened", "a link was opened"),
    (Event::LinkEnded, "link_ended", "ended a link"),
    (Event::Exported, "exported", "took the kit out"),
    (Event::KitReplaced, "kit_replaced", "replaced the kit"),
    (Event::Deleted, "deleted", "deleted"),
    (Event::Restored, "restored", "brought back"),
    (Event::Forgotten, "forgotten", "forgot for good"),
];

impl Event {
    /// As it is stored: `signed_in`.
    #[must_use]
    pub fn name(self) -> &'static str {
        EVENTS.iter().find(|(event, ..)| *event == self).map_or("", |(_, name, _)| *name)
    }

    /// What was stored, in words; as it is where a later version wrote it.
    #[must_use]
    pub fn words(name: &str) -> &str {
        EVENTS.iter().find(|(_, stored, _)| *stored == name).map_or(name, |(_, _, words)| *words)
    }
}

/// What an event is about, by number.
#[derive(Debug, Clone, Default)]
pub struct About {
    /// The sitting's number.
    pub sitting: Option<i64>,
    /// The look's place in it, from 1.
    pub look: Option<i32>,
    /// What else there is to know: a device, an account, how many.
    pub told: Option<String>,
}

impl About {
    /// A sitting.
    #[must_use]
    pub fn sitting(number: i64) -> Self {
        Self { sitting: Some(number), ..Self::default() }
    }

    /// A look.
    #[must_use]
    pub fn look(number: &LookNumber) -> Self {
        Self { sitting: Some(number.sitting), look: Some(number.look), told: None }
    }

    /// Something in words.
    #[must_use]
    pub fn told(words: impl Into<String>) -> Self {
        Self { told: Some(words.into()), ..Self::default() }
    }
}

#[cfg(test)]
mod tests {
    use std::collections::HashSet;

    use super::*;

    #[test]
    fn each_event_is_stored_by_a_name_of_its_own_and_has_words() {
        let names: HashSet<&str> = EVENTS.iter().map(|(event, ..)| event.name()).collect();
        assert_eq!(names.len(), EVENTS.len());
        assert!(!names.contains(""));
        assert_eq!((Event::words("came_in"), Event::words("of_a_later_version")), ("came in with a code", "of_a_later_version"));
    }
}
