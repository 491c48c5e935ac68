//! Drills: which there are, how somebody stands with them, and how one may begin.

use actix_web::{get, web};
use ink_lamp_drills::{
    all,
    drill::{Counts, Drill},
    score::Tried,
    way::seconds,
    words,
};
use ink_lamp_http::{door::who::Who, problem::Problem};
use ink_lamp_sitting::{role::Role, setup::Setup};
use ink_lamp_store::Store;
use serde::Serialize;
use utoipa::ToSchema;
use uuid::Uuid;

use super::run::{best_of, drawn, drill_of, whose};

/// What one begins with who never tried any.
const FIRST: &str = "key_to_the_aperture";

/// All drills, and how somebody stands with them.
#[derive(Serialize, ToSchema)]
pub struct PracticeView {
    /// Which to do next, by its name.
    next: String,
    /// How that is said before its title: `Try next: `.
    say: String,
    /// In the order of the work.
    drills: Vec<DrillView>,
    /// The try that runs, where one does.
    #[serde(skip_serializing_if = "Option::is_none")]
    running: Option<RunningView>,
}

/// A drill, and how somebody stands with it.
#[derive(Serialize, ToSchema)]
pub struct DrillView {
    /// What it is called in the record.
    name: String,
    /// The lane that it belongs to: `room`, `camera`, a role, `whole`.
    lane: String,
    /// As that is said: `Key`.
    of: String,
    /// The role, where it is a light's.
    #[serde(skip_serializing_if = "Option::is_none")]
    role: Option<Role>,
    /// As people call it.
    title: String,
    /// What is to be done, in a line.
    task: String,
    /// How things stand.
    about: String,
    /// What one gets.
    given: String,
    /// What is asked.
    asked: String,
    /// What it trains.
    trains: String,
    /// What is hidden.
    hidden: String,
    /// The shortest way.
    shortest: Counts,
    /// About how long that takes, seconds.
    seconds: u32,
    /// The best try so far.
    #[serde(skip_serializing_if = "Option::is_none")]
    best: Option<Tried>,
    /// How that stands: `at the best`, `1 over`, `not tried`.
    state: String,
    /// A try of it runs.
    running: bool,
}

/// A try that runs.
#[derive(Serialize, ToSchema)]
pub struct RunningView {
    /// Its id, and its look's.
    id: Uuid,
    /// The drill.
    drill: String,
    /// As people call it.
    title: String,
}

/// A drill's first picture: how its studio may stand.
#[derive(Serialize, ToSchema)]
pub struct DrillStart {
    /// An example of it.
    setup: Setup,
}

fn said(lane: &str) -> String {
    let mut letters = lane.chars();
    letters.next().map(|first| first.to_uppercase().chain(letters).collect()).unwrap_or_default()
}

fn role_of(lane: &str) -> Option<Role> {
    serde_json::from_value(serde_json::Value::String(lane.to_owned())).ok()
}

/// All drills in the order of the work, with somebody's best of each.
#[utoipa::path(operation_id = "listDrills", tag = "practice", responses(
    (status = 200, description = "The drills", body = PracticeView),
    (status = 503, description = "Record out of reach", body = Problem),
))]
#[get("/practice")]
pub async fn list(store: web::Data<Store>, who: Who) -> Result<web::Json<PracticeView>, Problem> {
    let runs = store.runs(whose(&who).as_deref()).await?;
    // One that was begun and forgotten for another is over in all but name.
    let running = runs.first().filter(|run| run.ended_at.is_none());
    let view = |drill: &Drill| {
        let best = best_of(runs.iter().filter(|run| run.drill == drill.name));
        DrillView {
            name: drill.name.clone(),
            lane: drill.lane.clone(),
            of: said(&drill.lane),
            role: role_of(&drill.lane),
            title: drill.title.clone(),
            task: drill.task.clone(),
            about: drill.about.clone(),
            given: drill.given.clone(),
            asked: drill.asked.clone(),
            trains: drill.trains.clone(),
            hidden: drill.hidden.clone(),
            shortest: drill.shortest,
            seconds: seconds(drill.shortest),
            state: words::state(best.as_ref(), drill.shortest),
            best,
            running: running.is_some_and(|run| run.drill == drill.name),
        }
    };
    let drills: Vec<DrillView> = all::drills().iter().map(view).collect();
    let never = drills.iter().all(|drill| drill.best.is_none());
    let is_short = |drill: &&DrillView| drill.best.is_some_and(|best| best.done && best.counts <= drill.shortest);
    let untried = drills.iter().find(|drill| drill.best.is_none());
    let next = untried.or_else(|| drills.iter().find(|drill| !is_short(drill))).map_or(FIRST, |drill| drill.name.as_str());
    let next = if never { FIRST } else { next }.to_owned();
    let running = running.and_then(|run| {
        let drill = all::drill(&run.drill)?;
        Some(RunningView { id: run.id, drill: drill.name.clone(), title: drill.title.clone() })
    });
    let say = if never { "Begin with: " } else { "Try next: " };
    Ok(web::Json(PracticeView { next, say: say.to_owned(), drills, running }))
}

/// How a drill's studio may stand at first: for its picture.
#[utoipa::path(operation_id = "showDrill", tag = "practice", params(("name" = String, Path, description = "The drill")), responses(
    (status = 200, description = "An example", body = DrillStart),
    (status = 404, description = "No such drill", body = Problem),
))]
#[get("/practice/drills/{name}")]
pub async fn start(name: web::Path<String>) -> Result<web::Json<DrillStart>, Problem> {
    let drill = drill_of(&name)?;
    let (drawn, _) = drawn(drill, "an example".to_owned()).await?;
    Ok(web::Json(DrillStart { setup: drawn.setup }))
}
