//! JSON in and out of a column.

use serde::{Serialize, de::DeserializeOwned};

use crate::error::StoreError;

pub(crate) fn json(value: &impl Serialize) -> Result<serde_json::Value, StoreError> {
    serde_json::to_value(value).map_err(|e| StoreError::Damaged { what: "a value".to_owned(), why: e.into() })
}

pub(crate) fn parsed<T: DeserializeOwned>(what: &str, value: &serde_json::Value) -> Result<T, StoreError> {
    T::deserialize(value).map_err(|e| StoreError::Damaged { what: what.to_owned(), why: e.into() })
}
