//! Sentences about drills. What a drill says of itself stands in its data; here is what follows from a try.

mod hidden;
mod step;
mod terms;

use ink_lamp_light::refusal::Refusal;
use ink_lamp_sitting::{checks::CheckPoint, role::Role, setup::Setup};
use ink_lamp_stand_ins::fault::Fault;
use serde::Serialize;

pub use hidden::HiddenShown;
pub use step::{StepKind, StepShown};
pub use terms::time;

use hidden::hidden;
use step::{reading, step, walked};
use terms::{counted, lowered, name_of, number, role_of, shown, side, size, way_of};

use crate::{
    counted::Did,
    drawn::Drawn,
    drill::{Counts, Drill, Lesson},
    score::{Detour, Score, Tried, Why},
    want::{Measure, Met},
    way::{Way, seconds},
};

/// A try, as it is shown once it is done.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DoneShown {
    /// What came of it.
    pub title: String,
    /// The part of it that stands out.
    pub strong: String,
    /// What is so, in a line.
    pub under: String,
    /// What was done.
    pub did: Vec<StepShown>,
    /// How much that is: `6 readings, 2 moves, 2:11`.
    pub did_words: String,
    /// The shortest way.
    pub shortest: Vec<StepShown>,
    /// How much that is.
    pub shortest_words: String,
    /// The costliest detour.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub detour: Option<DetourShown>,
    /// What was hidden.
    pub hidden: Vec<HiddenShown>,
    /// What was asked, and how it really is.
    pub asked: Vec<AskedShown>,
    /// What to take along.
    pub lesson: Lesson,
    /// What that was here.
    pub here: String,
}

/// A detour, on the line of time.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DetourShown {
    /// From which step.
    pub first: usize,
    /// To which.
    pub last: usize,
    /// What it cost: `0:54 lost here`.
    pub strong: String,
    /// Why.
    pub words: String,
}

/// Something that was asked.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct AskedShown {
    /// The lane that it is about.
    pub lane: String,
    /// The light's role, where it is a light.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub role: Option<Role>,
    /// Of what.
    pub of: String,
    /// What was read of it last.
    pub yours: String,
    /// What really is.
    pub truth: String,
    /// What was asked.
    pub asked: String,
    /// What is left over.
    pub left: String,
    /// Whether it is within what counts.
    pub ok: bool,
}

/// How a try stands in the list: `at the best`, `1 over`, `not tried`.
#[must_use]
pub fn state(best: Option<&Tried>, shortest: Counts) -> String {
    match best {
        None => "not tried".to_owned(),
        Some(tried) if !tried.done => "not done yet".to_owned(),
        Some(tried) => {
            let over = (tried.counts.readings + tried.counts.moves).saturating_sub(shortest.readings + shortest.moves);
            if over == 0 { "at the best".to_owned() } else { format!("{over} over") }
        }
    }
}

/// What a try is against the best before it.
#[must_use]
pub fn against_best(tried: &Tried, best: Option<&Tried>) -> String {
    match best {
        _ if !tried.done => "It does not count as a best: not all that was asked is so.".to_owned(),
        None => "Your first that is done.".to_owned(),
        Some(best) if tried.is_better(best) => format!("Your best so far; before it {}.", counted(best.counts.readings, "reading")),
        Some(best) => format!("Own best stays at {}.", counted(best.counts.readings, "reading")),
    }
}

fn how_much(counts: Counts, seconds: u32, about: bool) -> String {
    let about = if about { "about " } else { "" };
    format!("{}, {}, {about}{}", counted(counts.readings, "reading"), counted(counts.moves, "move"), time(seconds))
}

fn title(drill: &Drill, score: &Score, setup: &Setup) -> (String, String) {
    let (tried, best) = (&score.tried, drill.shortest);
    if !tried.done {
        let off = score.met.iter().find(|met| !met.ok);
        return (format!("{}: not there yet, ", drill.title), off.map_or_else(String::new, |met| missing(met, setup)));
    }
    let readings =
        if tried.counts.readings == 1 { "one reading".to_owned() } else { format!("{} readings", number(tried.counts.readings)) };
    let over = tried.counts.readings.saturating_sub(best.readings);
    let moves = tried.counts.moves.saturating_sub(best.moves);
    let strong = match (over, moves) {
        (0, 0) => "and no way is shorter".to_owned(),
        (0, 1) => "with one move too many".to_owned(),
        (0, n) => format!("with {} moves too many", number(n)),
        _ => format!("{} would do", number(best.readings)),
    };
    (format!("{}: done in {readings}, ", drill.title), strong)
}

fn missing(met: &Met, setup: &Setup) -> String {
    let name = lowered(&name_of(&met.lane, setup));
    match met.what {
        Measure::Level if met.truth < -20.0 => format!("the {name} is dark"),
        Measure::Level | Measure::Under => format!("the {name} is {} {}", size(met.off()), side(met.off())),
        Measure::Mired => format!("the {name} is {:.0} mired off", met.off().abs()),
        Measure::Seconds => format!("the {name}'s pop is too long"),
        Measure::Is => format!("the {name} is not as asked"),
    }
}

fn under(score: &Score, best: Option<&Tried>) -> String {
    let worst = score.tried.worst;
    let is = match (score.tried.done, worst) {
        (true, Some(worst)) => format!("All that was asked is so; the light farthest off is {worst:.2} from it in truth. "),
        (true, None) => "All that was asked is so. ".to_owned(),
        (false, _) => String::new(),
    };
    format!("{is}{}", against_best(&score.tried, best))
}

fn detour(detour: &Detour, setup: &Setup) -> DetourShown {
    let name = |lane: &str| lowered(&name_of(lane, setup));
    let words = match &detour.why {
        Why::Turned { lane, by, more } if more.abs() < 0.05 => {
            format!("the {} went {} by {}, and it ended there after all", name(lane), way_of(*by), size(*by))
        }
        Why::Turned { lane, by, more } if by.signum() == more.signum() => {
            format!("the {} went {} by {}, and {} were needed", name(lane), way_of(*by), size(*by), size(by + more))
        }
        Why::Turned { lane, by, more } => {
            format!("the {} went {} by {}, {} too far", name(lane), way_of(*by), size(*by), size(*more))
        }
        Why::MovedAgain(lane) => format!("the {} was set, and set again later", name(lane)),
        Why::CouldStay(lane) => format!("the {} could have stayed as it was", name(lane)),
        Why::NothingHangs(lane) => format!("nothing that was asked hangs on a reading of the {}", name(lane)),
        Why::Unchanged(lane) => format!("the {} was read again, and nothing had changed", name(lane)),
        Why::OnceMore(lane) => format!("one reading more of the {}", name(lane)),
        Why::Asked => "the next move was asked for".to_owned(),
    };
    #[allow(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "a drill is not that long")]
    let lost = time(detour.seconds.round() as u32);
    DetourShown { first: detour.first, last: detour.last, strong: format!("{lost} lost here:"), words }
}

fn asked(score: &Score, setup: &Setup) -> Vec<AskedShown> {
    let last_read = |lane: &str| {
        let step = score.steps.iter().rev().find(|judged| matches!(judged.step.did, Did::Read(_)) && judged.step.lane == lane)?;
        reading(&step.step).map(|(_, at)| shown(at))
    };
    let kept = |met: &&Met| met.what != Measure::Is || !met.ok || met.lane != "camera";
    let row = |met: &Met| {
        let (of, role) = (name_of(&met.lane, setup), role_of(&met.lane, setup));
        let dash = || "\u{2013}".to_owned();
        let yours = last_read(&met.lane).unwrap_or_else(dash);
        let (of, truth, asked, left) = match met.what {
            Measure::Level if met.truth < -20.0 => (of, "dark".to_owned(), shown(met.wanted), dash()),
            Measure::Level => (of, shown(met.truth), shown(met.wanted), shown(met.off())),
            Measure::Under => {
                (of, shown(met.truth), format!("under {}", shown(met.wanted)), if met.ok { dash() } else { shown(met.off()) })
            }
            Measure::Mired => (
                format!("{of}, colour"),
                format!("{:.0} mired", met.truth),
                format!("{:.0} mired", met.wanted),
                format!("{:.0}", met.off().abs()),
            ),
            Measure::Seconds => {
                (format!("{of}, pop"), format!("1/{:.0} s", 1.0 / met.truth), format!("1/{:.0} s", 1.0 / met.wanted), dash())
            }
            Measure::Is => (of, if met.ok { "so" } else { "not so" }.to_owned(), "as asked".to_owned(), dash()),
        };
        let yours = if matches!(met.what, Measure::Level | Measure::Under) { yours } else { dash() };
        AskedShown { lane: met.lane.clone(), role, of, yours, truth, asked, left, ok: met.ok }
    };
    score.met.iter().filter(kept).map(row).collect()
}

/// What the lesson was in this try.
fn here(score: &Score, setup: &Setup) -> String {
    match &score.detour {
        None if score.tried.done => "Every step that you made was needed.".to_owned(),
        None => "No step was too many; one is missing.".to_owned(),
        Some(Detour { why: Why::Turned { lane, by, more }, .. }) => {
            let name = lowered(&name_of(lane, setup));
            let went = format!("You turned the {name} {} by {}. ", way_of(*by), size(*by));
            let ended = if more.abs() < 0.05 {
                "It ended there after all.".to_owned()
            } else {
                format!("It ended {} {} from there.", size(*more), way_of(*more))
            };
            went + &ended
        }
        Some(other) => {
            let DetourShown { words, .. } = detour(other, setup);
            let mut letters = words.chars();
            let first = letters.next().map(|first| first.to_uppercase().to_string()).unwrap_or_default();
            format!("{first}{}.", letters.as_str())
        }
    }
}

/// A try, as it is shown once it is done; `best` is the best before it.
///
/// # Errors
/// Where the shortest way can't be gone: no drill that ships.
pub fn done(drill: &Drill, drawn: &Drawn, way: &Way, score: &Score, now: &Setup, best: Option<&Tried>) -> Result<DoneShown, Refusal> {
    let (title, strong) = title(drill, score, now);
    let walked = walked(way, drawn)?;
    Ok(DoneShown {
        title,
        strong,
        under: under(score, best),
        did: score.steps.iter().map(step).collect(),
        did_words: how_much(score.tried.counts, score.tried.seconds, false),
        shortest: walked.iter().map(step).collect(),
        shortest_words: how_much(way.counts(), seconds(way.counts()), true),
        detour: score.detour.as_ref().map(|d| detour(d, now)),
        hidden: hidden(drill, drawn),
        asked: asked(score, now),
        lesson: drill.lesson.clone(),
        here: here(score, now),
    })
}

/// What a light that is asked to fire answers, where it does not: what is to be seen on it.
#[must_use]
pub fn silent(fault: Option<&Fault>, name: &str) -> String {
    let name = lowered(name);
    match fault {
        Some(Fault::Silent { point: CheckPoint::Channel, .. }) => format!("The {name} did not fire. Its display shows another channel."),
        Some(Fault::Silent { point: CheckPoint::Ready, .. }) => format!("The {name} did not fire. Its ready lamp is dark."),
        Some(Fault::Silent { .. }) => format!("The {name} did not fire. Nothing reaches it."),
        _ => format!("The {name} did not fire."),
    }
}
