//! Looks that are shown by link.

use actix_web::{HttpResponse, delete, post, web};
use chrono::{DateTime, TimeDelta, Utc};
use ink_lamp_light::refusal::Refusal;
use ink_lamp_store::{LookNumber, Share, Store};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::{
    body::{Checked, Id, when},
    door::{
        asked::Asked,
        event::{About, Event},
        token,
    },
    problem::Problem,
    site::Site,
};

/// So long a link may be open, days.
const LONGEST_SHARE: i64 = 366;

/// A look that is shown by link.
#[derive(Serialize, ToSchema)]
pub struct LinkView {
    /// Its id.
    id: Uuid,
    /// The link.
    url: String,
    /// The look.
    look: Uuid,
    /// Its name.
    look_name: String,
    /// Its sitting's name.
    sitting_name: String,
    /// As it stood at this version; as it stands where there is none.
    version: Option<i64>,
    /// Whether its frames are shown.
    pictures: bool,
    /// Until when it is shown.
    until: DateTime<Utc>,
    /// When it was ended, where it was.
    ended_at: Option<DateTime<Utc>>,
    /// Whether it is over.
    over: bool,
    /// How often it was opened.
    opened: i64,
    /// When it was opened last.
    opened_at: Option<DateTime<Utc>>,
}

impl LinkView {
    pub(super) fn of(share: Share, of: Option<&LookNumber>, site: &Site) -> Self {
        let over = share.ended_at.is_some() || share.until <= Utc::now() || of.is_none_or(|of| of.deleted);
        let Share { id, token, look, version, pictures, until, ended_at, opened, opened_at, .. } = share;
        let (look_name, sitting_name) = of.map(|of| (of.look_name.clone(), of.sitting_name.clone())).unwrap_or_default();
        // Behind the #, what opens it is never sent to a server that hands pages on, and stands in no log.
        let url = format!("{}/l#{token}", site.origin());
        Self { id, url, look, look_name, sitting_name, version, pictures, until, ended_at, over, opened, opened_at }
    }
}

/// A link to be made.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LinkToMake {
    /// Made by the client (UUID version 7): sent twice, it is made once.
    id: Uuid,
    /// The look.
    look: Uuid,
    /// As it stood at this version of its tape; as it stands when it is opened where it is left out.
    version: Option<i64>,
    /// Whether its frames are shown.
    #[serde(default)]
    pictures: bool,
    /// Until when: from now to 366 days on.
    #[serde(deserialize_with = "when")]
    until: DateTime<Utc>,
}

/// Shows a look by link: to be read, by whoever has the link.
#[utoipa::path(operation_id = "makeLink", tag = "door", request_body = LinkToMake, responses(
    (status = 201, description = "Made", body = LinkView),
    (status = 404, description = "No such look", body = Problem),
    (status = 410, description = "Its sitting was deleted", body = Problem),
    (status = 422, description = "A field is wrong", body = Problem),
))]
#[post("/door/links")]
pub async fn make(
    store: web::Data<Store>,
    site: web::Data<Site>,
    asked: Asked,
    body: Checked<LinkToMake>,
) -> Result<HttpResponse, Problem> {
    let LinkToMake { id, look, version, pictures, until } = body.0;
    let now = Utc::now();
    if until <= now || until > now + TimeDelta::days(LONGEST_SHARE) {
        return Err(Refusal::new("until", format!("Say a time from now to {LONGEST_SHARE} days on.")).into());
    }
    let token = token::token().map_err(|error| Problem::broken_off(&error))?;
    let share = Share { id, token, look, version, pictures, created_at: now, until, ended_at: None, opened: 0, opened_at: None };
    let share = store.make_share(&share).await?;
    let numbers = store.look_numbers(&[look]).await?;
    let of = numbers.first().map(|(_, number)| number);
    asked.note(Event::Shared, of.map(About::look).unwrap_or_default());
    Ok(HttpResponse::Created().json(LinkView::of(share, of, &site)))
}

/// Ends a link.
#[utoipa::path(operation_id = "endLink", tag = "door", params(("id" = Uuid, Path, description = "The link")), responses((status = 204, description = "It opens nothing any more")))]
#[delete("/door/links/{id}")]
pub async fn end(store: web::Data<Store>, asked: Asked, id: Id) -> Result<HttpResponse, Problem> {
    let share = store.end_share(id.0).await?;
    let numbers = store.look_numbers(&[share.look]).await?;
    asked.note(Event::LinkEnded, numbers.first().map(|(_, number)| About::look(number)).unwrap_or_default());
    Ok(HttpResponse::NoContent().finish())
}
