//! Daylight that goes, as it is said.

use crate::{
    findings::daylight::Daylight,
    words::span::{Line, strong, text},
};

pub(super) fn sentence(fact: &Daylight) -> Line {
    let again = fact.again.map(|at| format!("Read it again by {at}")).unwrap_or_default();
    let Some(by) = fact.in_ten else {
        return vec![
            text(format!("The room was read by daylight at {}, and daylight goes. ", fact.read)),
            strong(again),
            text(": then it is told how fast."),
        ];
    };
    let way = if by.get() < 0.0 { "less" } else { "more" };
    let then: Vec<String> = fact.then.iter().map(|then| format!("{} at {}", then.level, then.at)).collect();
    vec![
        text(format!("Daylight, read at {}: {} {way} in ten minutes, {}. ", fact.read, by.size(), then.join(", "))),
        strong(again),
        text("."),
    ]
}
