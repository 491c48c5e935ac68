//! The demo data: an invented commission, *Mending Hands*. Loaded once; what a user changes or deletes in it stays so.

use ink_lamp_store::{Store, StoreError};
/// x
pub async fn load(_store: &Store) -> Result<bool, StoreError> {
    Ok(false)
}
