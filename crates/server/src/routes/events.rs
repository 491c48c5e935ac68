//! Word of changes, as server-sent events.

use std::{convert::Infallible, sync::Arc, time::Duration};

use actix_web::{HttpResponse, get, http::header, web};
use futures_util::stream;
use ink_lamp_store::Change;
use tokio::sync::broadcast::error::RecvError;

use crate::{body::Id, hub::Hub, problem::Problem};

/// A silent connection is given a word this often, so that nobody between takes it for dead.
const BREATH: Duration = Duration::from_secs(15);

/// Word of every change of a setup, as server-sent events: `changed` with its version, from whichever server wrote it; `look` where some may
/// have been missed.
#[utoipa::path(operation_id = "followSetup", tag = "setups", params(("id" = Uuid, Path, description = "The setup")), responses(
    (status = 200, description = "Events, until either side ends it", body = String, content_type = "text/event-stream"),
    (status = 422, description = "The id is none", body = Problem),
))]
#[get("/setups/{id}/events")]
pub async fn events(hub: web::Data<Arc<Hub>>, id: Id) -> HttpResponse {
    let (changes, closing) = hub.follow();
    // The first word comes at once: a page knows that it is followed, and looks for what it missed.
    let first = Some("retry: 1000\nevent: look\ndata: \n\n".to_owned());
    let words = stream::unfold((changes, closing, first), move |(mut changes, mut closing, first)| async move {
        if let Some(word) = first {
            return Some((Ok::<_, Infallible>(web::Bytes::from(word)), (changes, closing, None)));
        }
        let word = loop {
            tokio::select! {
                _ = closing.changed() => return None,
                () = tokio::time::sleep(BREATH) => break ": still here\n\n".to_owned(),
                change = changes.recv() => match change {
                    Ok(Change::Setup { setup, version }) if setup == id.0 => break format!("event: changed\ndata: {version}\n\n"),
                    Ok(Change::Setup { .. }) => {}
                    Ok(Change::Missed) | Err(RecvError::Lagged(_)) => break "event: look\ndata: \n\n".to_owned(),
                    Err(RecvError::Closed) => return None,
                },
            }
        };
        Some((Ok(web::Bytes::from(word)), (changes, closing, None)))
    });
    HttpResponse::Ok().content_type("text/event-stream").insert_header((header::CACHE_CONTROL, "no-store")).streaming(words)
}
