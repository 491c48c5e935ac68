//! A database of its own for each test, on the server that `./run test` starts.

use sea_orm::{ConnectionTrait, Database};
use uuid::Uuid;

use crate::{Store, StoreError};

/// A store on an empty, migrated database of its own, with that database's address.
///
/// # Errors
/// Where `INK_LAMP_TEST_DATABASE_URL` is not set or its server does not answer.
pub async fn fresh_store() -> Result<(Store, String), StoreError> {
    let missing =
        || StoreError::Damaged { what: "INK_LAMP_TEST_DATABASE_URL".to_owned(), why: "it is not set; ./run test sets it".to_owned() };
    let server = std::env::var("INK_LAMP_TEST_DATABASE_URL").map_err(|_| missing())?;
    let name = format!("test_{}", Uuid::now_v7().simple());
    let admin = Database::connect(&server).await?;
    admin.execute_unprepared(&format!("create database {name}")).await?;
    admin.close().await?;
    let url = server.rsplit_once('/').map_or_else(|| name.clone(), |(host, _)| format!("{host}/{name}"));
    let store = Store::connect(&url, 8).await?;
    store.migrate().await?;
    Ok((store, url))
}
