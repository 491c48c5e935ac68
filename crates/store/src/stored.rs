//! What a column keeps as JSON.

use sea_orm::{
    TryGetableFromJson,
    sea_query::{ArrayType, ColumnType, Nullable, Value, ValueType, ValueTypeErr},
};
use serde::{Deserialize, Deserializer, Serialize, de::DeserializeOwned};
use serde_json::value::RawValue;

use crate::{error::StoreError, formats::Kept};

/// A value kept as JSON, read into what it is in one step and not by way of a tree of values, once somebody asks for it. A row whose value
/// can't be read, since another version wrote it, is still a row: why it can't is told to whoever asks.
#[derive(Clone, Debug)]
pub struct Stored<T>(Is<T>);

#[derive(Clone, Debug)]
enum Is<T> {
    /// To be written.
    Value(T),
    /// As it was read.
    Text(Box<RawValue>),
}

/// The same where both are to be written, or both were read.
impl<T: PartialEq> PartialEq for Stored<T> {
    fn eq(&self, other: &Self) -> bool {
        match (&self.0, &other.0) {
            (Is::Value(a), Is::Value(b)) => a == b,
            (Is::Text(a), Is::Text(b)) => a.get() == b.get(),
            _ => false,
        }
    }
}

impl<T> Stored<T> {
    pub(crate) const fn new(value: T) -> Self {
        Self(Is::Value(value))
    }
}

impl<T: DeserializeOwned> Stored<T> {
    /// The value of what is derived; `what` names it where it can't be read.
    pub(crate) fn value(self, what: &str) -> Result<T, StoreError> {
        match self.0 {
            Is::Value(value) => Ok(value),
            Is::Text(text) => serde_json::from_str(text.get()).map_err(|why| unreadable(what, &why)),
        }
    }
}

impl<T: Kept> Stored<T> {
    /// The value, written in a format: an older one is brought up step by step, and a later one can't be read here.
    pub(crate) fn read(self, format: i16) -> Result<T, StoreError> {
        let text = match self.0 {
            Is::Value(value) => return Ok(value),
            Is::Text(text) => text,
        };
        if format == T::FORMAT {
            return serde_json::from_str(text.get()).map_err(|why| unreadable(T::WHAT, &why));
        }
        if format > T::FORMAT {
            return Err(later(T::WHAT, format, T::FORMAT));
        }
        let mut json = serde_json::from_str(text.get()).map_err(|why| unreadable(T::WHAT, &why))?;
        for step in &T::STEPS[usize::try_from(format - 1).unwrap_or(0)..] {
            step(&mut json);
        }
        serde_json::from_value(json).map_err(|why| unreadable(T::WHAT, &why))
    }
}

/// What a later version wrote.
pub(crate) fn later(what: &str, format: i16, known: i16) -> StoreError {
    let why = format!("a later version of Ink Lamp wrote it, in format {format}; this one reads up to {known}");
    StoreError::Damaged { what: what.to_owned(), why: why.into() }
}

fn unreadable(what: &str, why: &serde_json::Error) -> StoreError {
    StoreError::Damaged { what: what.to_owned(), why: briefly(&why.to_string()).into() }
}

/// Why something can't be read, for people: neither the place in the text nor all that it could have been.
fn briefly(why: &str) -> String {
    let end = [", expected ", " at line "].iter().filter_map(|rest| why.find(rest)).min().unwrap_or(why.len());
    why[..end].to_owned()
}

impl<'de, T> Deserialize<'de> for Stored<T> {
    fn deserialize<D: Deserializer<'de>>(column: D) -> Result<Self, D::Error> {
        Ok(Self(Is::Text(Box::<RawValue>::deserialize(column)?)))
    }
}

impl<T> TryGetableFromJson for Stored<T> {}

/// What can't be written becomes no value at all, which no such column takes.
impl<T: Serialize> From<Stored<T>> for Value {
    fn from(stored: Stored<T>) -> Self {
        let json = match stored.0 {
            Is::Value(value) => serde_json::to_value(value),
            Is::Text(text) => serde_json::from_str(text.get()),
        };
        Self::Json(json.ok().map(Box::new))
    }
}

impl<T> ValueType for Stored<T> {
    fn try_from(value: Value) -> Result<Self, ValueTypeErr> {
        let Value::Json(Some(json)) = value else { return Err(ValueTypeErr) };
        Ok(Self(Is::Text(serde_json::value::to_raw_value(&json).map_err(|_| ValueTypeErr)?)))
    }

    fn type_name() -> String {
        "Stored".to_owned()
    }

    fn array_type() -> ArrayType {
        ArrayType::Json
    }

    fn column_type() -> ColumnType {
        ColumnType::JsonBinary
    }
}

impl<T> Nullable for Stored<T> {
    fn null() -> Value {
        Value::Json(None)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_value_comes_back_as_it_was_written() {
        let written: Value = Stored::new(vec![0.1 + 0.2, f64::MIN_POSITIVE]).into();
        let Value::Json(Some(json)) = &written else { panic!("no JSON: {written:?}") };
        let read: Stored<Vec<f64>> = serde_json::from_str(&json.to_string()).unwrap();
        assert_eq!(read.value("numbers").unwrap(), [0.1 + 0.2, f64::MIN_POSITIVE]);
    }

    #[test]
    fn what_can_not_be_read_is_a_row_that_says_why() {
        let row: (i32, Stored<Vec<u8>>, i32) = serde_json::from_str(r#"[1, {"of": [1, 2]}, 3]"#).unwrap();
        assert_eq!((row.0, row.2), (1, 3));
        let told = row.1.value("numbers").unwrap_err().to_string();
        assert_eq!(told, "What is stored of numbers can't be read: invalid type: map");
    }

    #[test]
    fn what_can_not_be_written_is_no_value() {
        let written: Value = Stored::new(std::collections::HashMap::from([((1, 2), 3)])).into();
        assert_eq!(written, Value::Json(None));
    }
}
