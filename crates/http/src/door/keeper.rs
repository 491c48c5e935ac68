//! The keeper of the door: knows who asks, lets in and out, and writes down who came.

use std::{
    collections::HashMap,
    net::IpAddr,
    sync::{Arc, Mutex, PoisonError, Weak},
    time::{Duration, Instant},
};

use actix_web::{HttpRequest, http::header};
use chrono::{TimeDelta, Utc};
use ink_lamp_store::{AuditLine, DoorRole, Session, Store, StoreError};
use tokio::{sync::watch, time::timeout};
use uuid::Uuid;

use super::{
    cookie,
    event::{About, Event},
    phrase::Phrases,
    throttle::Throttle,
    token,
    who::Who,
};
use crate::{problem::Problem, site::Site};

/// So long what the record says of a device is taken for true: a device that another server lets out is out within it.
const FRESH: Duration = Duration::from_secs(1);
/// So long a device that is known stays in while the record is out of reach.
const WITHOUT_RECORD: Duration = Duration::from_secs(60);
/// How long the record is waited for where something is known already.
const PATIENCE: Duration = Duration::from_millis(500);
/// A device that is there is written down as seen this often.
const SEEN_EVERY: TimeDelta = TimeDelta::seconds(5);
/// So many devices are kept in mind; each is in the record.
const MOST_KNOWN: usize = 2000;
const DAY: Duration = Duration::from_secs(24 * 60 * 60);

/// So long after it was seen last a device may come back, seconds: that of owner and assistant, and of devices.
pub const LIVES: i32 = 30 * 24 * 60 * 60;
/// A guest's.
pub const GUEST_LIVES: i32 = 24 * 60 * 60;
/// A browser's that is not to be kept.
pub const SHORT_LIVES: i32 = 12 * 60 * 60;

#[derive(Debug, Clone)]
struct Known {
    session: Session,
    at: Instant,
}

/// The keeper of the door.
#[derive(Debug)]
pub struct Door {
    store: Store,
    site: Site,
    known: Mutex<HashMap<[u8; 32], Known>>,
    /// Whether somebody set a pass phrase; none where that is not known yet.
    owned: watch::Sender<Option<bool>>,
    noted: Mutex<HashMap<(String, Option<IpAddr>), Instant>>,
    /// Pass phrases.
    pub phrases: Phrases,
    /// Who tried how often.
    pub throttle: Throttle,
}

impl Door {
    /// A keeper, who looks after a record until it is dropped.
    #[must_use]
    pub fn of(store: Store, site: Site) -> Arc<Self> {
        let door = Arc::new(Self {
            store,
            site,
            known: Mutex::default(),
            owned: watch::channel(None).0,
            noted: Mutex::default(),
            phrases: Phrases::default(),
            throttle: Throttle::default(),
        });
        tokio::spawn(Self::watch_for_owner(Arc::downgrade(&door)));
        tokio::spawn(Self::sweep(Arc::downgrade(&door)));
        door
    }

    /// Until somebody set a pass phrase, here or through another server, it is asked for each second. Once set it is never taken away.
    async fn watch_for_owner(door: Weak<Self>) {
        while let Some(door) = door.upgrade() {
            if let Ok(owner) = door.store.owner().await {
                door.owned.send_if_modified(|known| {
                    let now = Some(owner.is_some() || *known == Some(true));
                    std::mem::replace(known, now) != now
                });
            }
            if *door.owned.borrow() == Some(true) {
                return;
            }
            drop(door);
            tokio::time::sleep(FRESH).await;
        }
    }

    async fn sweep(door: Weak<Self>) {
        while let Some(door) = door.upgrade() {
            if let Err(error) = door.store.sweep_doors(Utc::now()).await {
                tracing::warn!(%error, "what is kept no longer is forgotten later");
            }
            drop(door);
            tokio::time::sleep(DAY).await;
        }
    }

    /// Whether somebody set a pass phrase.
    pub async fn is_owned(&self) -> bool {
        // Known but for the first moment: nobody waits then.
        if let Some(owned) = *self.owned.borrow() {
            return owned;
        }
        let mut owned = self.owned.subscribe();
        owned.wait_for(Option::is_some).await.is_ok_and(|owned| owned.unwrap_or(true))
    }

    /// Somebody set a pass phrase.
    pub fn set_owned(&self) {
        self.owned.send_replace(Some(true));
    }

    /// From where a request came. Only a proxy on this machine is believed, where one was said to be.
    #[must_use]
    pub fn from(&self, request: &HttpRequest) -> IpAddr {
        let peer = request.peer_addr().map_or(IpAddr::from([0, 0, 0, 0]), |peer| peer.ip());
        if self.site.public.is_none() || !peer.is_loopback() {
            return peer;
        }
        let told = request.headers().get_all(header::X_FORWARDED_FOR).last().and_then(|v| v.to_str().ok());
        told.and_then(|all| all.rsplit(',').next()).and_then(|last| last.trim().parse().ok()).unwrap_or(peer)
    }

    /// Who asks: a browser by its cookie, a device or a link by `Authorization: Bearer`.
    ///
    /// # Errors
    /// Where the record is out of reach and nothing is known.
    pub async fn who(&self, request: &HttpRequest) -> Result<Who, Problem> {
        if let Some(token) = bearer(request) {
            return Ok(match self.device(&token).await? {
                // What a browser carries opens nothing elsewhere.
                Who::In(session) if session.role != DoorRole::Device => Who::Nobody,
                Who::Nobody => self.linked(&token).await?,
                other => other,
            });
        }
        if let Some(token) = cookie::token(request, &self.site) {
            match self.device(&token).await? {
                Who::In(session) if session.role == DoorRole::Device => return Ok(Who::Nobody),
                // An old cookie of somebody who is here alone is none.
                Who::Nobody | Who::LetOut | Who::Expired if !self.is_owned().await => return Ok(Who::Here),
                other => return Ok(other),
            }
        }
        Ok(if self.is_owned().await { Who::Nobody } else { Who::Here })
    }

    async fn linked(&self, token: &str) -> Result<Who, Problem> {
        Ok(match self.store.share_of(token).await? {
            None => Who::NoLink,
            Some(share) if share.ended_at.is_some() || share.until <= Utc::now() => Who::LinkOver(share),
            Some(share) => Who::Linked(share),
        })
    }

    async fn device(&self, token: &str) -> Result<Who, Problem> {
        let hash = token::hash(token);
        let known = self.known.lock().unwrap_or_else(PoisonError::into_inner).get(&hash).cloned();
        if let Some(known) = &known
            && known.at.elapsed() < FRESH
        {
            return Ok(state(known.session.clone()));
        }
        let asked = match &known {
            Some(before) => match timeout(PATIENCE, self.store.session_of(hash)).await {
                Ok(Ok(now)) => now,
                // Nobody can be let out either, as long as the record is out of reach.
                _ if before.at.elapsed() < WITHOUT_RECORD => return Ok(state(before.session.clone())),
                Ok(Err(error)) => return Err(error.into()),
                Err(_) => self.store.session_of(hash).await?,
            },
            None => self.store.session_of(hash).await?,
        };
        let Some(mut session) = asked else { return Ok(Who::Nobody) };
        let now = Utc::now();
        if session.ended_at.is_none() && session.expires_at() > now && now - session.seen_at > SEEN_EVERY {
            session.seen_at = now;
            let (store, id) = (self.store.clone(), session.id);
            tokio::spawn(async move {
                if let Err(error) = store.session_seen(id, now).await {
                    tracing::warn!(%error, "when a device was seen is not kept");
                }
            });
        }
        let mut all = self.known.lock().unwrap_or_else(PoisonError::into_inner);
        if all.len() >= MOST_KNOWN {
            all.clear();
        }
        all.insert(hash, Known { session: session.clone(), at: Instant::now() });
        Ok(state(session))
    }

    /// What was known of devices is asked for again: something was changed.
    pub fn forget(&self) {
        self.known.lock().unwrap_or_else(PoisonError::into_inner).clear();
    }

    /// Lets a device in: it gets a token of its own, whatever it brought along.
    ///
    /// # Errors
    /// Where the record is out of reach, or as many are in as may be.
    pub async fn let_in(
        &self,
        name: &str,
        role: DoorRole,
        account: Option<Uuid>,
        lives_seconds: i32,
    ) -> Result<(Session, String), Problem> {
        let token = token::token().map_err(|error| Problem::broken_off(&error))?;
        let now = Utc::now();
        let name = name.to_owned();
        let session = Session { id: Uuid::now_v7(), name, role, account, lives_seconds, created_at: now, seen_at: now, ended_at: None };
        self.store.begin_session(&session, token::hash(&token)).await?;
        Ok((session, token))
    }

    /// Lets a device out.
    ///
    /// # Errors
    /// Where there is none of that id, or the record is out of reach.
    pub async fn let_out(&self, id: Uuid) -> Result<Session, StoreError> {
        let session = self.store.end_session(id).await?;
        self.forget();
        Ok(session)
    }

    /// Writes down what happened. Where that can't be, the log says so: nobody is kept waiting for it.
    pub fn note(&self, event: Event, who: &Who, from: Option<IpAddr>, about: About) {
        let name = who.name().or_else(|| matches!(who, Who::Here).then(|| "this machine".to_owned()));
        // What is refused over and over is written down once a minute.
        if matches!(event, Event::Refused | Event::Slowed) {
            let key = (format!("{} {}", event.name(), about.told.as_deref().unwrap_or_default()), from);
            let mut noted = self.noted.lock().unwrap_or_else(PoisonError::into_inner);
            noted.retain(|_, at| at.elapsed() < Duration::from_secs(60));
            if noted.len() >= MOST_KNOWN || noted.insert(key, Instant::now()).is_some() {
                return;
            }
        }
        let line = AuditLine {
            id: 0,
            at: Utc::now(),
            what: event.name().to_owned(),
            who: name,
            role: who.role().map(|role| role.name().to_owned()),
            address: from.map(|address| address.to_string()),
            sitting: about.sitting,
            look: about.look,
            told: about.told,
        };
        let store = self.store.clone();
        tokio::spawn(async move {
            if let Err(error) = store.audit(line).await {
                tracing::error!(%error, "a line of the audit log is lost");
            }
        });
    }
}

fn state(session: Session) -> Who {
    if session.ended_at.is_some() {
        Who::LetOut
    } else if session.expires_at() <= Utc::now() {
        Who::Expired
    } else {
        Who::In(session)
    }
}

fn bearer(request: &HttpRequest) -> Option<String> {
    let value = request.headers().get(header::AUTHORIZATION)?.to_str().ok()?;
    let (scheme, token) = value.split_once(' ')?;
    scheme.eq_ignore_ascii_case("bearer").then(|| token.trim().to_owned())
}
