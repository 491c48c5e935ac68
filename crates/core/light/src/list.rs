//! Lists with a limit: what is longer is refused while it is read, wherever it comes from.

use std::{fmt, marker::PhantomData};

use serde::{
    Deserialize, Deserializer,
    de::{Error, SeqAccess, Visitor},
};

/// Deserialises a list of at most `MOST`. Reading ends at the first that is too many: a longer list costs no more than that.
///
/// # Errors
/// Refuses a longer list, and what its pieces refuse.
///
/// # Examples
/// ```
/// use ink_lamp_light::list::up_to;
///
/// let mut json = serde_json::Deserializer::from_str("[1, 2, 3]");
/// let refused = up_to::<_, u8, 2>(&mut json).unwrap_err();
/// assert!(refused.to_string().starts_with("At most 2 stand here."));
/// ```
pub fn up_to<'de, D: Deserializer<'de>, T: Deserialize<'de>, const MOST: usize>(deserializer: D) -> Result<Vec<T>, D::Error> {
    deserializer.deserialize_seq(UpTo::<T, MOST>(PhantomData))
}

/// The same of a list that may be left out.
///
/// # Errors
/// Refuses a longer list, and what its pieces refuse.
pub fn optional_up_to<'de, D: Deserializer<'de>, T: Deserialize<'de>, const MOST: usize>(
    deserializer: D,
) -> Result<Option<Vec<T>>, D::Error> {
    #[derive(Deserialize)]
    #[serde(transparent, bound = "T: Deserialize<'de>")]
    struct Listed<T, const MOST: usize>(#[serde(deserialize_with = "up_to::<_, T, MOST>")] Vec<T>);
    Ok(Option::<Listed<T, MOST>>::deserialize(deserializer)?.map(|list| list.0))
}

struct UpTo<T, const MOST: usize>(PhantomData<T>);

impl<'de, T: Deserialize<'de>, const MOST: usize> Visitor<'de> for UpTo<T, MOST> {
    type Value = Vec<T>;

    fn expecting(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "a list of at most {MOST}")
    }

    fn visit_seq<A: SeqAccess<'de>>(self, mut pieces: A) -> Result<Vec<T>, A::Error> {
        let mut list = Vec::new();
        while let Some(piece) = pieces.next_element()? {
            if list.len() == MOST {
                return Err(A::Error::custom(format_args!("At most {MOST} stand here.")));
            }
            list.push(piece);
        }
        Ok(list)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[derive(Debug, Deserialize)]
    struct Row {
        #[serde(deserialize_with = "up_to::<_, _, 2>")]
        pops: Vec<u32>,
        #[serde(default, deserialize_with = "optional_up_to::<_, _, 1>")]
        notes: Option<Vec<String>>,
    }

    #[test]
    fn a_list_that_is_full_is_taken_and_a_longer_one_is_refused_before_its_end() {
        let row: Row = serde_json::from_str(r#"{"pops": [1, 2], "notes": ["a"]}"#).unwrap();
        assert_eq!((row.pops.len(), row.notes.map(|n| n.len())), (2, Some(1)));
        assert!(serde_json::from_str::<Row>(r#"{"pops": [], "notes": null}"#).unwrap().notes.is_none());
        // What stands behind the one too many is not looked at: it is no JSON even.
        for text in [r#"{"pops": [1, 2, 3, oh"#, r#"{"pops": [], "notes": ["a", "b", oh"#] {
            let refused = serde_json::from_str::<Row>(text).unwrap_err();
            assert!(refused.to_string().starts_with("At most"), "{refused}");
        }
    }
}
