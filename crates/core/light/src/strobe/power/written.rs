//! Numbers as they stand on dials, and steps that come out whole.

use crate::scale::Step;

/// The finest scale has fewer steps than this; it keeps every search and drawing short.
const MOST_STEPS: f64 = 20_000.0;

/// How many steps a span is, where it is a whole number of them.
pub(super) fn whole_steps(span: f64, step: f64) -> Option<u32> {
    let steps = span / step;
    let whole = steps.round();
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "checked to lie within 1 and 20 000")]
    ((steps - whole).abs() < 1e-6 && (1.0..=MOST_STEPS).contains(&whole)).then_some(whole as u32)
}

pub(super) fn number(text: &str) -> Option<f64> {
    text.trim().parse::<f64>().ok().filter(|n| n.is_finite())
}

/// `n` steps over a whole stop, as written behind it: ` +0.3`, ` +1/3`.
pub(super) fn over(n: u32, step: Step) -> String {
    match (step, n) {
        (_, 0) => String::new(),
        (Step::Tenths, n) => format!(" +0.{n}"),
        (step, n) => format!(" +{}", step.part(n)),
    }
}

/// A signed part of a stop: `+0.3`, `+ 1/3`, `-0.7`.
pub(super) fn part(text: &str) -> Option<f64> {
    let text = text.trim();
    let (sign, rest) = match text.strip_prefix('-') {
        Some(rest) => (-1.0, rest),
        None => (1.0, text.strip_prefix('+').unwrap_or(text)),
    };
    let size = match rest.split_once('/') {
        Some((a, b)) => number(a)? / number(b).filter(|b| *b > 0.0)?,
        None => number(rest)?,
    };
    Some(sign * size)
}

/// At most two decimals, none that say nothing.
pub(super) fn trimmed(value: f64) -> String {
    let text = format!("{value:.2}");
    text.trim_end_matches('0').trim_end_matches('.').to_owned()
}
