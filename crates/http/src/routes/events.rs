//! Word of changes, as server-sent events.

use std::{convert::Infallible, sync::Arc, time::Duration};

use actix_web::{
    HttpRequest, HttpResponse, get,
    http::{StatusCode, header},
    web,
};
use futures_util::stream;
use ink_lamp_store::Change;
use tokio::{
    sync::{
        broadcast::{Receiver, error::RecvError},
        watch,
    },
    time::Interval,
};

use crate::{
    door::{keeper::Door, rights::Right},
    hub::{Hub, MOST_FOLLOWERS},
    problem::Problem,
};

/// A silent connection is given a word this often, so that nobody between takes it for dead.
const BREATH: Duration = Duration::from_secs(15);
/// Whether who follows still may is asked this often.
const STILL: Duration = Duration::from_secs(1);

/// Word of every change of every setup, as server-sent events: `changed` with `{"setup": …, "version": …}`, from whichever server wrote it; `look`
/// where some may have been missed; `devices` where what is known of devices changed. It ends within two seconds once who follows may no longer.
#[utoipa::path(operation_id = "follow", tag = "setups", responses(
    (status = 200, description = "Events, until either side ends it", body = String, content_type = "text/event-stream"),
    (status = 503, description = "As many follow as can", body = Problem),
))]
#[get("/events")]
pub async fn events(hub: web::Data<Arc<Hub>>, door: web::Data<Arc<Door>>, request: HttpRequest) -> Result<HttpResponse, Problem> {
    let (changes, closing) = hub.follow().ok_or_else(|| {
        let detail = format!("{MOST_FOLLOWERS} pages follow already. Close some, or look again by hand.");
        Problem::new(StatusCode::SERVICE_UNAVAILABLE, "too-many-follow", "Too many follow", detail)
    })?;
    // The first word comes at once: a page knows that it is followed, and looks for what it missed.
    let first = Some("retry: 1000\nevent: look\ndata: \n\n".to_owned());
    let still = tokio::time::interval_at(tokio::time::Instant::now() + STILL, STILL);
    let follower = Follower { changes, closing, still, door, request };
    let words = stream::unfold((follower, first), |(mut follower, first)| async move {
        let word = match first {
            Some(word) => word,
            None => follower.word().await?,
        };
        Some((Ok::<_, Infallible>(web::Bytes::from(word)), (follower, None)))
    });
    let mut answer = HttpResponse::Ok();
    // Compressed, a word would wait for others.
    answer.insert_header(header::ContentEncoding::Identity);
    Ok(answer.content_type("text/event-stream").insert_header((header::CACHE_CONTROL, "no-store")).streaming(words))
}

/// Who follows, and may as long as the door's keeper says so.
struct Follower {
    changes: Receiver<Change>,
    closing: watch::Receiver<bool>,
    still: Interval,
    door: web::Data<Arc<Door>>,
    request: HttpRequest,
}

impl Follower {
    /// The next word; none where there will be no more.
    async fn word(&mut self) -> Option<String> {
        let breath = tokio::time::sleep(BREATH);
        tokio::pin!(breath);
        loop {
            return Some(tokio::select! {
                _ = self.closing.changed() => return None,
                () = &mut breath => ": still here\n\n".to_owned(),
                _ = self.still.tick() => {
                    // Where the record is out of reach nobody can have been let out.
                    match self.door.who(&self.request).await {
                        Ok(who) if !who.may(Right::Look) => return None,
                        _ => continue,
                    }
                }
                change = self.changes.recv() => match change {
                    Ok(Change::Setup { setup, version }) => format!("event: changed\ndata: {{\"setup\":\"{setup}\",\"version\":{version}}}\n\n"),
                    Ok(Change::Devices) => "event: devices\ndata: \n\n".to_owned(),
                    Ok(Change::Missed) | Err(RecvError::Lagged(_)) => "event: look\ndata: \n\n".to_owned(),
                    Err(RecvError::Closed) => return None,
                },
            });
        }
    }
}
