//! The formats in which entries and pieces of the kit are written, and the way from each to the next.
//!
//! A format gets a number when what was taken before would be refused, or mean something else, from then on. What is on a tape stays as it was
//! written: it is brought up each time it is read, one step after the other.

use ink_lamp_light::name::is_seen;
use ink_lamp_sitting::{entry::Entry, kit::Gear, setup::Setup};
use serde::de::DeserializeOwned;
use serde_json::{Map, Value, json};

/// From one format to the next.
pub type Step = fn(&mut Value);

/// What is kept in a numbered format.
pub trait Kept: DeserializeOwned + 'static {
    /// As it is called where it can't be read.
    const WHAT: &'static str;
    /// The way from the first format up.
    const STEPS: &'static [Step];
    /// The format that is written.
    #[allow(clippy::cast_possible_truncation, clippy::cast_possible_wrap, reason = "a handful")]
    const FORMAT: i16 = 1 + Self::STEPS.len() as i16;
}

impl Kept for Entry {
    const WHAT: &'static str = "an entry";
    const STEPS: &'static [Step] = &[as_sheets_allow];
}

impl Kept for Gear {
    const WHAT: &'static str = "a piece of the kit";
    const STEPS: &'static [Step] = &[as_sheets_allow];
}

/// States are derived: when a look is brought up, its state is worked out anew from its tape. Only where that can't be, it is brought up
/// itself. Format 2: a reading holds by which school it was taken once another one is chosen. Format 4: readings are kept as evidence.
/// Format 5: so are the meter's own settings. Format 6: so is what was read to spill.
/// Format 7: so is the charge that a unit holds after its dial went down.
impl Kept for Setup {
    const WHAT: &'static str = "a setup";
    const STEPS: &'static [Step] = &[|_| {}, as_sheets_allow, |_| {}, |_| {}, |_| {}, |_| {}];
}

/// To what is written from 28 November 2026, which refuses what no unit and no name can be: t0.1 under t0.5 were taken for each other; a
/// channel, group or circuit that is not there was never set; a name without anything to see is a dash.
fn as_sheets_allow(value: &mut Value) {
    match value {
        Value::Object(fields) => {
            if let (Some(half), Some(tenth)) = (number(fields, "t05"), number(fields, "t01"))
                && tenth < half
            {
                fields.insert("t05".to_owned(), json!(tenth));
                fields.insert("t01".to_owned(), json!(half));
            }
            let most = |of: &str| fields.get("unit").and_then(|unit| unit.get(of)).and_then(Value::as_u64);
            let (channels, groups) = (most("channels").unwrap_or(255), most("groups").unwrap_or(26));
            if let Some(Value::Object(rig)) = fields.get_mut("rig") {
                keep_within(rig, "channel", channels, Value::as_u64);
                keep_within(rig, "circuit", 9, Value::as_u64);
                keep_within(rig, "group", groups, |group| {
                    group.as_str()?.bytes().next().map(|letter| u64::from(letter) - u64::from(b'A') + 1)
                });
            }
            fields.values_mut().for_each(as_sheets_allow);
        }
        Value::Array(all) => all.iter_mut().for_each(as_sheets_allow),
        Value::String(text) if !text.is_empty() && !text.chars().any(is_seen) => *text = "–".to_owned(),
        _ => {}
    }
}

fn number(fields: &Map<String, Value>, name: &str) -> Option<f64> {
    fields.get(name)?.as_f64()
}

/// Leaves out what does not count from 1 to `most`.
fn keep_within(fields: &mut Map<String, Value>, name: &str, most: u64, place: impl Fn(&Value) -> Option<u64>) {
    if fields.get(name).and_then(place).is_some_and(|place| !(1..=most).contains(&place)) {
        fields.remove(name);
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_the_first_format_took_is_brought_up_to_what_can_be() {
        let light = |durations: Value, rig: Value| {
            json!({"light": {"light": "key", "role": "key", "unit": {"name": "\u{200b}", "scale": {"fractions": {"lowest": 128, "step": "tenths"}},
                "channels": 4, "groups": 2, "durations": durations}, "dial": "1/4", "rig": rig}})
        };
        let mut old = light(json!([{"power": 0, "t05": 0.002, "t01": 0.001}]), json!({"channel": 9, "group": "C", "circuit": 12}));
        assert!(serde_json::from_value::<Entry>(old.clone()).is_err());
        as_sheets_allow(&mut old);
        let mut expected = light(json!([{"power": 0, "t05": 0.001, "t01": 0.002}]), json!({}));
        expected["light"]["unit"]["name"] = json!("–");
        assert_eq!(old, expected);
        assert!(serde_json::from_value::<Entry>(old).is_ok());
    }

    #[test]
    fn what_is_right_already_stays_as_it_is() {
        let right = json!({"light": {"light": "key", "role": "key", "unit": {"name": "Tallow", "channels": 4, "groups": 3,
            "durations": [{"power": -1, "t05": 0.001, "t01": 0.001}]}, "rig": {"channel": 4, "group": "C", "circuit": 9}}});
        let mut now = right.clone();
        as_sheets_allow(&mut now);
        assert_eq!(now, right);
    }
}
