//! A try of a drill: how far it is, and the studio that it is done in.

use actix_web::{http::StatusCode, web};
use chrono::{DateTime, Utc};
use ink_lamp_drills::{
    all,
    counted::{Done, Written, counts, steps},
    drawn::Drawn,
    drill::{Counts, Drill},
    score::Tried,
    way::{Way, drawn_for, seconds, shortest},
};
use ink_lamp_http::{door::who::Who, problem::Problem};
use ink_lamp_light::refusal::Refusal;
use ink_lamp_store::{Run, SetupRecord, Store, StoreError};
use serde::Serialize;
use utoipa::ToSchema;
use uuid::Uuid;

/// How far a try is.
#[derive(Serialize, ToSchema)]
pub struct RunView {
    /// Its id, and its look's.
    id: Uuid,
    /// The drill.
    drill: String,
    /// Its place among the drills, from 1.
    number: usize,
    /// As people call it.
    title: String,
    /// The lane that it is about.
    lane: String,
    /// What is asked.
    asked: String,
    /// How things stand.
    about: String,
    /// Nothing is advised.
    alone: bool,
    /// Readings and moves so far.
    so_far: Counts,
    /// The shortest way.
    shortest: Counts,
    /// About how long that takes, seconds.
    seconds: u32,
    /// Seconds so far, up to the last step.
    took: f64,
    /// When the last step was made.
    last: DateTime<Utc>,
    /// It is done, or was ended.
    over: bool,
}

pub(super) fn drill_of(name: &str) -> Result<&'static Drill, Problem> {
    let no =
        || Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", format!("There is no drill {name}. See which at /api/practice."));
    all::drill(name).ok_or_else(no)
}

/// The studio of a try again, and its shortest way.
pub(super) async fn kept(drill: &'static Drill, seed: String) -> Result<(Drawn, Way), Problem> {
    let work = move || {
        let drawn = Drawn::exactly(drill, &seed)?;
        let way = shortest(drill, &drawn).unwrap_or_default();
        Ok::<_, Refusal>((drawn, way))
    };
    Ok(web::block(work).await.map_err(|error| Problem::broken_off(&error))??)
}

fn written(entries: Vec<ink_lamp_store::RawEntry>) -> Vec<Written> {
    entries.into_iter().map(|raw| Written { id: raw.id, at: raw.at, entry: raw.entry }).collect()
}

/// What was done in a try.
pub(super) async fn done_in(store: &Store, run: &Run) -> Result<Vec<Done>, Problem> {
    let tape = store.whole_tape(run.look, run.ended_at.unwrap_or_else(Utc::now)).await?;
    Ok(steps(run.began_at, &written(tape)).map_err(StoreError::from)?)
}

/// How far the try of a look is; none where the look is no drill's, or its drill is none of this version.
pub(super) async fn run_of(store: &Store, record: &SetupRecord) -> Result<Option<RunView>, Problem> {
    if record.setup.practice.is_none() {
        return Ok(None);
    }
    let run = match store.run(record.look.id).await {
        Err(StoreError::NotFound { .. }) => return Ok(None),
        run => run?,
    };
    let Some((number, drill)) = (1..).zip(all::drills()).find(|(_, drill)| drill.name == run.drill) else { return Ok(None) };
    let steps = done_in(store, &run).await?;
    Ok(Some(RunView {
        id: run.id,
        drill: drill.name.clone(),
        number,
        title: drill.title.clone(),
        lane: drill.lane.clone(),
        asked: drill.asked.clone(),
        about: drill.about.clone(),
        alone: run.alone,
        so_far: counts(&steps),
        shortest: drill.shortest,
        seconds: seconds(drill.shortest),
        took: steps.last().map_or(0.0, |step| step.at),
        last: record.look.updated_at.max(run.began_at),
        over: run.ended_at.is_some(),
    }))
}

/// Whose tries these are: a person's, else a device's; nobody's in particular where nobody is signed in.
pub(super) fn whose(who: &Who) -> Option<String> {
    who.session().map(|session| session.account.unwrap_or(session.id).to_string())
}

pub(super) fn tried(run: &Run) -> Option<Tried> {
    serde_json::from_value(run.tried.clone()?).ok()
}

pub(super) fn best_of<'a>(runs: impl Iterator<Item = &'a Run>) -> Option<Tried> {
    runs.filter_map(tried).reduce(|best, other| if other.is_better(&best) { other } else { best })
}

/// Draws a studio, beside what else is answered: it may take many.
pub(super) async fn drawn(drill: &'static Drill, seed: String) -> Result<(Drawn, Way), Problem> {
    Ok(web::block(move || drawn_for(drill, &seed)).await.map_err(|error| Problem::broken_off(&error))??)
}
