//! The meter was read, on the tape.

use ink_lamp_scene::{
    effect::{Effect, Read},
    stand::Stand,
};
use ink_lamp_sitting::{
    entry::{ReadingTaken, Subject},
    metered::HeldAt,
    role::Role,
};

use super::line::{TapeKind, TapeLine};
use crate::words::{
    lanes,
    span::{Span, text},
    terms,
};

pub(super) fn line(taken: &ReadingTaken, did: &Effect) -> TapeLine {
    let (name, role) = match (&taken.of, &did.light) {
        (Subject::Room, _) if taken.how.place == Some(HeldAt::Ground) => ("Room at the ground".to_owned(), Some(Role::Room)),
        (Subject::Room, _) => ("Room".to_owned(), Some(Role::Room)),
        (Subject::Whole, _) => ("Whole".to_owned(), None),
        (Subject::Light(_), Some(light)) => (format!("{}{}", light.name, others(did.read.as_ref())), light.role),
        (Subject::Light(id), None) => (id.to_string(), None),
    };
    let head = vec![text(format!("{name} ")), Span::F(taken.shows.fnumber())];
    TapeLine::new(TapeKind::Reading, role, head, did.read.as_ref().map(|read| tail(taken, read)).unwrap_or_default())
}

/// The others that were on: ` + fill`.
fn others(read: Option<&Read>) -> String {
    read.into_iter().flat_map(|r| &r.others).map(|name| format!(" + {}", name.to_lowercase())).collect()
}

fn tail(taken: &ReadingTaken, read: &Read) -> String {
    let meter = read.meter.map(|(t, iso)| format!("{}, ISO {}", t.said(), iso.said()));
    let meter = meter.unwrap_or_default();
    match read.stand {
        None if taken.light.is_plain() => meter,
        // The room's own words: lamps, colour, time, direction.
        None => format!("{meter} · {}", terms::room_light(&taken.light)),
        Some(Stand::Doubtful { by }) => format!("{} {}? read again", read.step.number(by), terms::side(by)),
        Some(Stand::Read | Stand::Reads { .. }) => read.level.map_or(meter, |level| level.shown()),
        Some(stand) => {
            let other = read.meter.filter(|_| read.other_iso).map(|(_, iso)| format!(", at ISO {}", iso.said()));
            format!("{}{}", lanes::stand(&stand, read.step), other.unwrap_or_default())
        }
    }
}
