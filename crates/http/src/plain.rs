//! What the JSON reader says of a value, in words for who typed it: no type of the program is named.

/// A message of the JSON reader as a sentence. Messages of our own are sentences already and stay as they are.
pub(crate) fn sentence(message: &str) -> String {
    if message.ends_with(['.', '!', '?']) {
        return message.to_owned();
    }
    plain(message).unwrap_or_else(|| {
        let mut letters = message.chars();
        letters.next().map_or_else(String::new, |first| format!("{}{}.", first.to_uppercase(), letters.as_str()))
    })
}

fn plain(message: &str) -> Option<String> {
    if let Some(rest) = message.strip_prefix("unknown field `") {
        let (name, known) = rest.split_once("`, ")?;
        return Some(format!("There is no field “{name}” here.{}", known_are(known)));
    }
    if let Some(rest) = message.strip_prefix("unknown variant `") {
        let (name, known) = rest.split_once("`, ")?;
        return Some(format!("“{name}” is not known here.{}", known_are(known)));
    }
    let rest = message.strip_prefix("invalid type: ").or_else(|| message.strip_prefix("invalid value: "))?;
    // What was sent may hold the words themselves.
    let (sent, wanted) = rest.rsplit_once(", expected ")?;
    Some(format!("{} does not fit here: {} does.", value(sent), kind(wanted)))
}

/// `expected one of `a`, `b`` as a sentence of its own; nothing where there are none.
fn known_are(known: &str) -> String {
    let names: Vec<&str> = known.split('`').skip(1).step_by(2).collect();
    if names.is_empty() { String::new() } else { format!(" What is known: {}.", names.join(", ")) }
}

/// A value that was sent: `string "far"`, `floating point `0.5``.
fn value(sent: &str) -> String {
    if let Some(text) = sent.strip_prefix("string ") {
        return format!("“{}”", text.trim_matches('"'));
    }
    if let Some((_, number)) = sent.split_once('`') {
        return number.trim_end_matches('`').to_owned();
    }
    match sent {
        "null" => "Nothing",
        "map" => "An object",
        "sequence" => "A list",
        _ => "This",
    }
    .to_owned()
}

/// What belongs there.
fn kind(wanted: &str) -> &str {
    match wanted {
        "f64" | "f32" => "a number",
        "u8" => "a whole number from 0 to 255",
        "u16" => "a whole number from 0 to 65535",
        "u32" | "u64" | "usize" => "a whole number from 0 up",
        "i8" | "i16" | "i32" | "i64" | "isize" => "a whole number",
        "a boolean" => "true or false",
        "a string" | "a borrowed string" | "string or map" => "a text",
        "a sequence" => "a list",
        "unit variant" | "variant identifier" | "string only" => "one of the words that are known here",
        _ if wanted.starts_with("struct ") || wanted.starts_with("internally tagged") || wanted == "a map" => "an object",
        _ if wanted.starts_with("tuple ") || wanted.starts_with("an array ") => "a list",
        _ if wanted.starts_with("enum ") => "an object with one of the names that are known here",
        other => other,
    }
}

#[cfg(test)]
mod tests {
    use super::sentence;

    #[test]
    fn no_type_of_the_program_is_named() {
        for (said, plain) in [
            ("invalid type: string \"far\", expected f64", "“far” does not fit here: a number does."),
            ("invalid type: string \"a, expected b\", expected f64", "“a, expected b” does not fit here: a number does."),
            ("invalid value: integer `300`, expected u8", "300 does not fit here: a whole number from 0 to 255 does."),
            ("invalid type: floating point `0.5`, expected u32", "0.5 does not fit here: a whole number from 0 up does."),
            ("invalid type: null, expected struct Camera", "Nothing does not fit here: an object does."),
            ("invalid type: map, expected a string", "An object does not fit here: a text does."),
            ("unknown field `power`, expected one of `rated`, `name`", "There is no field “power” here. What is known: rated, name."),
            ("unknown field `power`, there are no fields", "There is no field “power” here."),
            ("unknown variant `explode`, expected `a` or `b`", "“explode” is not known here. What is known: a, b."),
            ("premature end of input", "Premature end of input."),
            ("The dial ends at 1/128.", "The dial ends at 1/128."),
        ] {
            assert_eq!(sentence(said), plain);
        }
    }
}
