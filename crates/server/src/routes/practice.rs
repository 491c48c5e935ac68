//! Practice: drills in a simulated studio. Which there are, a try of one, its meter, and what came of it.

use actix_web::{HttpResponse, delete, get, http::StatusCode, post, web};
use chrono::Utc;
use ink_lamp_drills::{
    all,
    counted::{dark, fired},
    drawn::Drawn,
    drill::Drill,
    score::{Tried, score},
    words::{self, DoneShown},
};
use ink_lamp_http::{
    body::{Checked, Id},
    door::who::Who,
    problem::Problem,
};
use ink_lamp_light::{
    refusal::Refusal,
    scale::{Iso, Series},
};
use ink_lamp_sitting::{
    entry::{Entry, Subject},
    light::Light,
    metered::HeldAt,
    practice::Practice,
    role::LightId,
    setup::Setup,
};
use ink_lamp_store::{NewEntry, NewRun, RawEntry, Run, Store, StoreError};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

use super::{
    run::{best_of, done_in, drawn, drill_of, kept, tried, whose},
    views::{SetupView, view},
};

/// So many of the last tries are shown.
const LAST: usize = 5;

/// A try to be begun.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RunToBegin {
    /// Made by the client (UUID version 7): sent twice, it is begun once.
    id: Uuid,
    /// Which drill.
    #[schema(example = "three_to_one")]
    drill: String,
    /// Nothing is advised in it.
    alone: bool,
    /// A try before, whose errors it has again; others where it is left out.
    #[serde(default)]
    again: Option<Uuid>,
}

/// A reading to be taken with the simulated meter.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ReadingToTake {
    /// Made by the client (UUID version 7): sent twice, it is taken once.
    id: Uuid,
    /// What is read: `room`, `whole` or a light's id.
    #[schema(value_type = String, example = "fill")]
    of: Subject,
    /// Where the meter is held, where that is not as usual.
    #[serde(default)]
    place: Option<HeldAt>,
    /// The ISO that the meter is taken for; the camera's where it is left out.
    #[serde(default)]
    iso: Option<Iso>,
}

/// A light to be fired alone.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LightToFire {
    /// Made by the client (UUID version 7): sent twice, it is fired once.
    id: Uuid,
    /// Which.
    light: LightId,
}

/// What came of a reading, or a test fire.
#[derive(Serialize, ToSchema)]
pub struct Answered {
    /// What the meter's display shows, or what is seen of a light; empty where it was sent before.
    says: String,
    /// It did not fire.
    dark: bool,
    /// The setup as it stands.
    view: SetupView,
}

/// A try that is done, or was ended.
#[derive(Serialize, ToSchema)]
pub struct RunOver {
    /// Its id.
    id: Uuid,
    /// The drill.
    drill: String,
    /// As people call it.
    title: String,
    /// Nothing was advised in it.
    alone: bool,
    /// What came of it; left out where it was ended without being done.
    #[serde(skip_serializing_if = "Option::is_none")]
    done: Option<DoneShown>,
    /// Somebody's last tries of the same drill, this one last.
    tries: Vec<TryShown>,
    /// The drill after it.
    next: String,
    /// As people call that.
    next_title: String,
}

/// A try among the last.
#[derive(Serialize, ToSchema)]
pub struct TryShown {
    /// It is this one.
    this: bool,
    /// What came of it.
    tried: Tried,
}

/// Begins a try of a drill: its studio stands in a look of its own, with the same id, which is written on as any other.
#[utoipa::path(operation_id = "beginDrill", tag = "practice", request_body = RunToBegin, responses(
    (status = 201, description = "Begun, or begun before by the same id", body = SetupView),
    (status = 404, description = "No such drill, or try", body = Problem),
    (status = 409, description = "The id is taken", body = Problem),
    (status = 422, description = "A field is wrong", body = Problem),
    (status = 503, description = "Record out of reach", body = Problem),
))]
#[post("/practice")]
pub async fn begin(store: web::Data<Store>, who: Who, body: Checked<RunToBegin>) -> Result<HttpResponse, Problem> {
    let RunToBegin { id, drill, alone, again } = body.0;
    let drill = drill_of(&drill)?;
    let mut drawn = match again {
        Some(before) => {
            let before = store.run(before).await?;
            if before.drill != drill.name {
                return Err(Refusal::new("again", "That was a try of another drill. Give one of the same.").into());
            }
            Drawn::exactly(drill, &before.seed)?
        }
        None => drawn(drill, id.to_string()).await?.0,
    };
    drawn.setup.practice = Some(Practice { alone, asked: false });
    let new = NewRun {
        id,
        drill: drill.name.clone(),
        title: drill.title.clone(),
        seed: drawn.seed,
        alone,
        setup: drawn.setup,
        at: Utc::now(),
        whose: whose(&who),
        by: who.name(),
    };
    let run = store.begin_run(&new).await?;
    Ok(HttpResponse::Created().json(view(&store, store.setup(run.look).await?).await?))
}

/// A try that runs, and its drill.
async fn running(store: &Store, id: Uuid) -> Result<(Run, &'static Drill), Problem> {
    let run = store.run(id).await?;
    if run.ended_at.is_some() {
        let detail = "This try is over. Begin another one.";
        return Err(Problem::new(StatusCode::CONFLICT, "over", "It is over", detail));
    }
    let drill = drill_of(&run.drill)?;
    Ok((run, drill))
}

/// Writes what a try's own studio answered: once, by its id. Sent again, what was written then stands.
async fn answered(
    store: &Store,
    who: &Who,
    run: &Run,
    id: Uuid,
    make: impl Fn(&Setup) -> Result<(Entry, String, bool), Refusal>,
) -> Result<HttpResponse, Problem> {
    let record = store.setup(run.look).await?;
    let there = |tape: Vec<RawEntry>| tape.into_iter().any(|raw| raw.id == id);
    if there(store.whole_tape(run.look, Utc::now()).await?) {
        // Its words are lost with the first answer; what was written stands.
        return Ok(HttpResponse::Ok().json(Answered { says: String::new(), dark: false, view: view(store, record).await? }));
    }
    let (entry, says, dark) = make(&record.setup)?;
    let by = Some(who.name().map_or_else(|| "Stand-in meter, simulated".to_owned(), |name| name.chars().take(60).collect()));
    let new = NewEntry { id, base: None, at: Utc::now(), entry, by };
    let record = match store.append(run.look, &new).await {
        Ok(appended) => appended.record,
        // The same, sent twice at one moment: the other one was written, on another state.
        Err(StoreError::IdTaken(_)) if there(store.whole_tape(run.look, Utc::now()).await?) => store.setup(run.look).await?,
        Err(error) => return Err(error.into()),
    };
    Ok(HttpResponse::Created().json(Answered { says, dark, view: view(store, record).await? }))
}

/// Takes a reading with the simulated meter of a try, and writes it on its tape.
#[utoipa::path(operation_id = "measureInDrill", tag = "practice", request_body = ReadingToTake, params(("id" = Uuid, Path, description = "The try")), responses(
    (status = 200, description = "It was taken before", body = Answered),
    (status = 201, description = "Taken; or it did not fire, and that is written", body = Answered),
    (status = 404, description = "No such try", body = Problem),
    (status = 409, description = "The try is over, or the id is taken", body = Problem),
    (status = 422, description = "Nothing can be read there", body = Problem),
))]
#[post("/practice/{id}/readings")]
pub async fn measure(store: web::Data<Store>, who: Who, id: Id, body: Checked<ReadingToTake>) -> Result<HttpResponse, Problem> {
    let ReadingToTake { id: entry, of, place, iso } = body.0;
    let (run, drill) = running(&store, id.0).await?;
    let drawn = Drawn::exactly(drill, &run.seed)?;
    answered(&store, &who, &run, entry, |setup| {
        if let Subject::Light(id) = &of
            && let Some(light) = setup.light(id)
            && !drawn.studio(setup).fires(id)
        {
            return Ok((dark(id), silent(&drawn, light), true));
        }
        let read = drawn.read(setup, &of, place, iso)?;
        let (iso, time) = (read.iso.marking(Series::Third), read.shutter.marking(Series::Third));
        let says = format!("It shows {} at ISO {iso}, {time} s.", read.shows);
        Ok((read.entry, says, false))
    })
    .await
}

fn silent(drawn: &Drawn, light: &Light) -> String {
    let fault = drawn.faults().iter().find(|fault| fault.silences(&light.id, &drawn.setup));
    words::silent(fault, &light.name())
}

/// Fires a light of a try alone, and writes what is seen.
#[utoipa::path(operation_id = "fireInDrill", tag = "practice", request_body = LightToFire, params(("id" = Uuid, Path, description = "The try")), responses(
    (status = 200, description = "It was fired before", body = Answered),
    (status = 201, description = "Fired, or it stayed dark", body = Answered),
    (status = 404, description = "No such try", body = Problem),
    (status = 409, description = "The try is over, or the id is taken", body = Problem),
    (status = 422, description = "No such light", body = Problem),
))]
#[post("/practice/{id}/fired")]
pub async fn fire(store: web::Data<Store>, who: Who, id: Id, body: Checked<LightToFire>) -> Result<HttpResponse, Problem> {
    let LightToFire { id: entry, light } = body.0;
    let (run, drill) = running(&store, id.0).await?;
    let drawn = Drawn::exactly(drill, &run.seed)?;
    answered(&store, &who, &run, entry, |setup| {
        let there = setup.light(&light).ok_or_else(|| Refusal::new("light", format!("{light} does not stand in this studio.")))?;
        if !drawn.studio(setup).fires(&light) {
            return Ok((dark(&light), silent(&drawn, there), true));
        }
        Ok((fired(&light), format!("The {} fired.", there.name().to_lowercase()), false))
    })
    .await
}

async fn over(store: &Store, run: Run, who: &Who) -> Result<RunOver, Problem> {
    let drill = drill_of(&run.drill)?;
    let runs = store.runs(whose(who).as_deref()).await?;
    let same = || runs.iter().filter(|other| other.drill == run.drill && other.began_at <= run.began_at);
    let came = match tried(&run) {
        None => None,
        Some(kept_tried) => {
            let (drawn, way) = kept(drill, run.seed.clone()).await?;
            let steps = done_in(store, &run).await?;
            let now = steps.last().map_or_else(|| drawn.setup.clone(), |step| step.after.clone());
            let before = best_of(same().filter(|other| other.id != run.id));
            let mut score = score(drill, &drawn, &way, steps, &now, 0.0);
            // What was said then stays said.
            score.tried = kept_tried;
            Some(words::done(drill, &drawn, &way, &score, &now, before.as_ref())?)
        }
    };
    let mut tries: Vec<TryShown> =
        same().filter_map(|other| Some(TryShown { this: other.id == run.id, tried: tried(other)? })).take(LAST).collect();
    tries.reverse();
    let drills = all::drills();
    let at = drills.iter().position(|other| other.name == drill.name).unwrap_or(0);
    let next = &drills[(at + 1) % drills.len()];
    let (id, alone) = (run.id, run.alone);
    let (name, title) = (drill.name.clone(), drill.title.clone());
    Ok(RunOver { id, drill: name, title, alone, done: came, tries, next: next.name.clone(), next_title: next.title.clone() })
}

/// What came of a try.
#[utoipa::path(operation_id = "showTry", tag = "practice", params(("id" = Uuid, Path, description = "The try")), responses(
    (status = 200, description = "What came of it", body = RunOver),
    (status = 404, description = "No such try", body = Problem),
    (status = 409, description = "It runs still", body = Problem),
))]
#[get("/practice/{id}")]
pub async fn show(store: web::Data<Store>, who: Who, id: Id) -> Result<web::Json<RunOver>, Problem> {
    let run = store.run(id.0).await?;
    if run.ended_at.is_none() {
        return Err(Problem::new(StatusCode::CONFLICT, "running", "It runs still", "This try runs still. Say that you are done first."));
    }
    Ok(web::Json(over(&store, run, &who).await?))
}

/// Says that a try is done: it is judged against what really is. Said twice, the first holds.
#[utoipa::path(operation_id = "finishDrill", tag = "practice", params(("id" = Uuid, Path, description = "The try")), responses(
    (status = 200, description = "What came of it", body = RunOver),
    (status = 404, description = "No such try", body = Problem),
))]
#[post("/practice/{id}/done")]
pub async fn finish(store: web::Data<Store>, who: Who, id: Id) -> Result<web::Json<RunOver>, Problem> {
    let run = store.run(id.0).await?;
    if run.ended_at.is_some() {
        return Ok(web::Json(over(&store, run, &who).await?));
    }
    let drill = drill_of(&run.drill)?;
    let (drawn, way) = kept(drill, run.seed.clone()).await?;
    let (record, at) = (store.setup(run.look).await?, Utc::now());
    let steps = done_in(&store, &run).await?;
    let took = steps.last().map_or(0.0, |step| step.at);
    // From the last step until it was said, unless that was a break.
    #[allow(clippy::cast_precision_loss, reason = "milliseconds of a drill")]
    let since = (at - record.look.updated_at).num_milliseconds() as f64 / 1000.0;
    let score = score(drill, &drawn, &way, steps, &record.setup, took + since.clamp(0.0, 60.0));
    let kept = serde_json::to_value(score.tried).map_err(|error| Problem::broken_off(&error))?;
    let run = store.end_run(run.id, at, Some(kept)).await?;
    Ok(web::Json(over(&store, run, &who).await?))
}

/// Ends a try without being done. It is no try then.
#[utoipa::path(operation_id = "endDrill", tag = "practice", params(("id" = Uuid, Path, description = "The try")), responses(
    (status = 204, description = "Ended"),
    (status = 404, description = "No such try", body = Problem),
))]
#[delete("/practice/{id}")]
pub async fn end(store: web::Data<Store>, id: Id) -> Result<HttpResponse, Problem> {
    store.end_run(id.0, Utc::now(), None).await?;
    Ok(HttpResponse::NoContent().finish())
}
