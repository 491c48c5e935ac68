//! Whose turn it is to write to a look: within this server one after the other, before a connection is taken. So one look that somebody holds
//! leaves the connections to all others.

use std::{
    collections::HashMap,
    sync::{Arc, Mutex, PoisonError},
    time::Duration,
};

use tokio::{
    sync::{Mutex as Turn, OwnedMutexGuard},
    time::timeout,
};
use uuid::Uuid;

use crate::error::StoreError;

/// How long one waits for those before.
const PATIENCE: Duration = Duration::from_secs(3);

/// The looks that are written to just now.
#[derive(Debug, Clone, Default)]
pub(crate) struct Turns(Arc<Mutex<HashMap<Uuid, Arc<Turn<()>>>>>);

impl Turns {
    /// The turn at a look, until what it gives is dropped.
    pub(crate) async fn at(&self, look: Uuid) -> Result<OwnedMutexGuard<()>, StoreError> {
        let mine = {
            let mut all = self.0.lock().unwrap_or_else(PoisonError::into_inner);
            // Where nobody is any more, nothing is kept.
            all.retain(|_, turn| Arc::strong_count(turn) > 1);
            Arc::clone(all.entry(look).or_default())
        };
        timeout(PATIENCE, mine.lock_owned()).await.map_err(|_| StoreError::Busy)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[tokio::test]
    async fn one_look_has_one_writer_and_others_have_their_own() {
        let turns = Turns::default();
        let (one, other) = (Uuid::from_u128(1), Uuid::from_u128(2));
        let held = turns.at(one).await.unwrap();
        drop(turns.at(other).await.unwrap());
        let (waits, mine) = (
            turns.clone(),
            tokio::spawn({
                let turns = turns.clone();
                async move { turns.at(one).await.is_ok() }
            }),
        );
        tokio::task::yield_now().await;
        assert!(!mine.is_finished());
        drop(held);
        assert!(mine.await.unwrap());
        drop(waits.at(other).await.unwrap());
        assert_eq!(turns.0.lock().unwrap().len(), 1, "looks that nobody writes to are forgotten");
    }
}
