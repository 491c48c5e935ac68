//! Word of changes, as server-sent events.

use std::{convert::Infallible, sync::Arc, time::Duration};

use actix_web::{
    HttpResponse, get,
    http::{StatusCode, header},
    web,
};
use futures_util::stream;
use ink_lamp_store::Change;
use tokio::sync::broadcast::error::RecvError;

use crate::{
    hub::{Hub, MOST_FOLLOWERS},
    problem::Problem,
};

/// A silent connection is given a word this often, so that nobody between takes it for dead.
const BREATH: Duration = Duration::from_secs(15);

/// Word of every change of every setup, as server-sent events: `changed` with `{"setup": …, "version": …}`, from whichever server wrote it; `look`
/// where some may have been missed.
#[utoipa::path(operation_id = "follow", tag = "setups", responses(
    (status = 200, description = "Events, until either side ends it", body = String, content_type = "text/event-stream"),
    (status = 503, description = "As many follow as can", body = Problem),
))]
#[get("/events")]
pub async fn events(hub: web::Data<Arc<Hub>>) -> Result<HttpResponse, Problem> {
    let (changes, closing) = hub.follow().ok_or_else(|| {
        let detail = format!("{MOST_FOLLOWERS} pages follow already. Close some, or look again by hand.");
        Problem::new(StatusCode::SERVICE_UNAVAILABLE, "too-many-follow", "Too many follow", detail)
    })?;
    // The first word comes at once: a page knows that it is followed, and looks for what it missed.
    let first = Some("retry: 1000\nevent: look\ndata: \n\n".to_owned());
    let words = stream::unfold((changes, closing, first), move |(mut changes, mut closing, first)| async move {
        if let Some(word) = first {
            return Some((Ok::<_, Infallible>(web::Bytes::from(word)), (changes, closing, None)));
        }
        let word = tokio::select! {
            _ = closing.changed() => return None,
            () = tokio::time::sleep(BREATH) => ": still here\n\n".to_owned(),
            change = changes.recv() => match change {
                Ok(Change::Setup { setup, version }) => format!("event: changed\ndata: {{\"setup\":\"{setup}\",\"version\":{version}}}\n\n"),
                Ok(Change::Missed) | Err(RecvError::Lagged(_)) => "event: look\ndata: \n\n".to_owned(),
                Err(RecvError::Closed) => return None,
            },
        };
        Some((Ok(web::Bytes::from(word)), (changes, closing, None)))
    });
    let mut answer = HttpResponse::Ok();
    // Compressed, a word would wait for others.
    answer.insert_header(header::ContentEncoding::Identity);
    Ok(answer.content_type("text/event-stream").insert_header((header::CACHE_CONTROL, "no-store")).streaming(words))
}
