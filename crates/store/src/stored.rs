//! What a column keeps as JSON.

use sea_orm::{
    TryGetableFromJson,
    sea_query::{ArrayType, ColumnType, Nullable, Value, ValueType, ValueTypeErr},
};
use serde::{Deserialize, Deserializer, Serialize, de::DeserializeOwned};
use serde_json::value::RawValue;

use crate::error::StoreError;

/// A value kept as JSON, read into what it is in one step and not by way of a tree of values. A row whose value can't be read, since
/// another version wrote it, is still a row: why it can't is told to whoever asks for the value.
#[derive(Clone, Debug, PartialEq)]
pub struct Stored<T>(Result<T, String>);

impl<T> Stored<T> {
    pub(crate) const fn new(value: T) -> Self {
        Self(Ok(value))
    }

    /// The value; `what` names it where it can't be read.
    pub(crate) fn value(self, what: &str) -> Result<T, StoreError> {
        self.0.map_err(|why| StoreError::Damaged { what: what.to_owned(), why: briefly(&why).into() })
    }
}

/// Why something can't be read, for people: neither the place in the text nor all that it could have been.
fn briefly(why: &str) -> String {
    let end = [", expected ", " at line "].iter().filter_map(|rest| why.find(rest)).min().unwrap_or(why.len());
    why[..end].to_owned()
}

impl<'de, T: DeserializeOwned> Deserialize<'de> for Stored<T> {
    fn deserialize<D: Deserializer<'de>>(column: D) -> Result<Self, D::Error> {
        let text = Box::<RawValue>::deserialize(column)?;
        Ok(Self(serde_json::from_str(text.get()).map_err(|e| e.to_string())))
    }
}

impl<T: DeserializeOwned> TryGetableFromJson for Stored<T> {}

/// What can't be written becomes no value at all, which no such column takes.
impl<T: Serialize> From<Stored<T>> for Value {
    fn from(stored: Stored<T>) -> Self {
        Self::Json(stored.0.ok().and_then(|value| serde_json::to_value(value).ok()).map(Box::new))
    }
}

impl<T: DeserializeOwned> ValueType for Stored<T> {
    fn try_from(value: Value) -> Result<Self, ValueTypeErr> {
        let Value::Json(Some(json)) = value else { return Err(ValueTypeErr) };
        Ok(Self(serde_json::from_value(*json).map_err(|e| e.to_string())))
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
