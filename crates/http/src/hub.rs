//! Word of changes, from the database to every open page: one listener a server, many followers.

use std::{sync::Arc, time::Duration};

use ink_lamp_store::{Change, Changes, StoreError};
use tokio::sync::{broadcast, watch};

/// How long to wait before the database is asked again.
const AGAIN: Duration = Duration::from_secs(1);
/// How many browsers may follow: each keeps a connection open.
pub const MOST_FOLLOWERS: usize = 4000;
/// Changes that a slow page may lag behind before it is told to look anew.
const BACKLOG: usize = 256;

/// Where changes are followed.
#[derive(Debug)]
pub struct Hub {
    changes: broadcast::Sender<Change>,
    /// The same, for what listens within the server: it is no follower.
    inside: broadcast::Sender<Change>,
    closing: watch::Sender<bool>,
}

impl Hub {
    /// Listens on a database until the program ends; a lost connection is opened again.
    #[must_use]
    pub fn on(url: String) -> Arc<Self> {
        let hub = Arc::new(Self {
            changes: broadcast::channel(BACKLOG).0,
            inside: broadcast::channel(BACKLOG).0,
            closing: watch::channel(false).0,
        });
        let heard = Arc::clone(&hub);
        tokio::spawn(async move {
            loop {
                if let Err(error) = heard.listen(&url).await {
                    tracing::warn!(%error, "changes can't be heard; trying again");
                }
                tokio::time::sleep(AGAIN).await;
            }
        });
        hub
    }

    async fn listen(&self, url: &str) -> Result<(), StoreError> {
        let mut changes = Changes::listen(url).await?;
        // Whatever changed before this connection was not heard.
        self.tell(Change::Missed);
        loop {
            self.tell(changes.next().await?);
        }
    }

    /// Tells all who follow.
    pub fn tell(&self, change: Change) {
        // Nobody may be following.
        let _ = self.changes.send(change);
        let _ = self.inside.send(change);
    }

    /// How many follow.
    #[must_use]
    pub fn followers(&self) -> usize {
        self.changes.receiver_count()
    }

    /// Everything from now on; none where as many follow as can.
    #[must_use]
    pub fn follow(&self) -> Option<(broadcast::Receiver<Change>, watch::Receiver<bool>)> {
        (self.changes.receiver_count() < MOST_FOLLOWERS).then(|| (self.changes.subscribe(), self.closing.subscribe()))
    }

    /// Everything from now on, for a part of the server.
    #[must_use]
    pub fn listen_in(&self) -> (broadcast::Receiver<Change>, watch::Receiver<bool>) {
        (self.inside.subscribe(), self.closing.subscribe())
    }

    /// Ends what followers have open, so that a server can stop.
    pub fn close(&self) {
        self.closing.send_replace(true);
    }
}
