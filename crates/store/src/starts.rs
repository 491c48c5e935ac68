//! What a new sitting may begin from, and what it then begins with.

use std::time::Duration;

use chrono::Utc;
use ink_lamp_light::refusal::Refusal;
use ink_lamp_sitting::{
    entry::{Entry, Start},
    setup::Setup,
};
use sea_orm::{ColumnTrait, ConnectionTrait, EntityTrait, FromQueryResult, QueryFilter, QueryOrder, QuerySelect, Statement};
use uuid::Uuid;

use crate::{
    entity::{setup, sitting},
    error::{Answer, StoreError, Unreadable},
    patience::patiently,
    record::{Look, NewEntry, Source},
    state::state_of,
    store::Store,
};

/// So many looks are offered, besides those that are kept by a name.
const OFFERED: usize = 3;
/// So many of those.
const KEPT: u64 = 9;
/// So many are looked at for it.
const RECENT: u64 = 30;
/// What stands on the tape for a sitting that began from nothing.
const EMPTY: &str = "an empty sitting";

/// A look that a new sitting may begin from.
#[derive(Debug, Clone)]
pub struct Offer {
    /// The look.
    pub look: Look,
    /// The name of its sitting.
    pub sitting: String,
    /// How many looks began from it.
    pub used: i64,
    /// How a look that begins from it stands.
    pub setup: Result<Setup, Unreadable>,
}

#[derive(FromQueryResult)]
struct Used {
    of: Uuid,
    times: i64,
}

#[derive(FromQueryResult)]
struct Pace {
    seconds: Option<f64>,
}

const PACE: &str = "select case when count(*) >= 8 then percentile_cont(0.5) within group (order by took) end as seconds from (
    select extract(epoch from at - lag(at) over (partition by setup_id order by seq))::float8 as took from tape_entry
    where kind = 'reading' and setup_id in (select setup.id from setup join sitting on sitting.id = sitting_id where not practice order by updated_at desc limit 12)
    ) as readings where took between 1 and 600";

/// How often each look was begun from, most often first.
async fn used(db: &impl ConnectionTrait) -> Result<Vec<Used>, StoreError> {
    let sql = "select (payload->'start'->>'of')::uuid as of, count(*) as times from tape_entry \
        where kind = 'start' and payload->'start'->>'of' is not null group by 1 order by 2 desc, 1 limit 50";
    Ok(Used::find_by_statement(Statement::from_string(db.get_database_backend(), sql)).all(db).await?)
}

impl Store {
    /// What a new sitting may begin from: the look that is wanted, the look that was worked on last, those that are kept by a name, those that
    /// were begun from most often, else other late ones. Nine that are kept and three others; what was never begun from only fills up to three in
    /// all. None of a deleted sitting.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn offers(&self, wanted: Option<Uuid>) -> Answer<'_, Vec<Offer>> {
        patiently(move || {
            Box::pin(async move {
                let used = used(&self.db).await?;
                let there = || {
                    setup::Entity::find()
                        .find_also_related(sitting::Entity)
                        .filter(sitting::Column::DeletedAt.is_null())
                        .filter(sitting::Column::Practice.eq(false))
                };
                let late = there().order_by_desc(setup::Column::UpdatedAt).limit(RECENT).all(&self.db).await?;
                let often = there().filter(setup::Column::Id.is_in(used.iter().map(|u| u.of))).all(&self.db).await?;
                let wanted = there().filter(setup::Column::Id.is_in(wanted)).all(&self.db).await?;
                let times = |look: Uuid| used.iter().find(|u| u.of == look).map_or(0, |u| u.times);
                let mut kept = there()
                    .filter(setup::Column::KeptAs.is_not_null())
                    .order_by_desc(setup::Column::UpdatedAt)
                    .limit(KEPT)
                    .all(&self.db)
                    .await?;
                let mut often = often;
                for looks in [&mut kept, &mut often] {
                    looks.sort_by_key(|(row, _)| std::cmp::Reverse(times(row.id)));
                }
                let (last, others) = late.split_at(late.len().min(1));
                let mut offers: Vec<Offer> = Vec::new();
                let mut from = Vec::new();
                for (row, of) in wanted.iter().chain(last).chain(&kept).chain(&often).chain(others) {
                    let Some(of) = of else { continue };
                    // A late look of a sitting that is offered already is no other start, unless it was one before.
                    let named = row.kept_as.is_some();
                    let again = offers.iter().any(|o| o.look.id == row.id) || (times(row.id) == 0 && !named && from.contains(&of.id));
                    let unnamed = offers.iter().filter(|o| o.look.kept_as.is_none()).count();
                    let full = unnamed >= OFFERED || (offers.len() >= OFFERED && times(row.id) == 0);
                    if again || (full && !named) {
                        continue;
                    }
                    from.push(of.id);
                    let setup = StoreError::aside(state_of(&self.db, row).await)?.map(|setup| setup.as_start());
                    offers.push(Offer { look: Look::from(row), sitting: of.name.clone(), used: times(row.id), setup });
                }
                Ok(offers)
            })
        })
    }

    /// How long it usually takes from one reading to the next, by the tapes that were written to last: the median. What took over ten
    /// minutes was a break. None where fewer than eight tell.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn pace(&self) -> Answer<'_, Option<Duration>> {
        patiently(move || {
            Box::pin(async move {
                let asked = Statement::from_string(self.db.get_database_backend(), PACE);
                Ok(Pace::find_by_statement(asked).one(&self.db).await?.and_then(|pace| pace.seconds).map(Duration::from_secs_f64))
            })
        })
    }

    /// What a look begins with: another look's decisions, or nothing, and what is set at once.
    ///
    /// # Errors
    /// [`StoreError::Refused`] at `entries[n]` where one can't apply, [`StoreError::NotFound`], or where the database does not answer.
    pub async fn begun_with(&self, from: Option<Source>, entries: &[Entry]) -> Result<Setup, StoreError> {
        Ok(*self.start(None, from, entries).await?.setup)
    }

    /// The entry that starts a look of a sitting, where that is there already; none where it begins from nothing.
    pub(crate) async fn start_entry(
        &self,
        sitting: Option<Uuid>,
        from: Option<Source>,
        entries: &[Entry],
        by: Option<String>,
    ) -> Result<Option<NewEntry>, StoreError> {
        if from.is_none() && entries.is_empty() {
            return Ok(None);
        }
        let entry = Entry::Start(self.start(sitting, from, entries).await?);
        Ok(Some(NewEntry { id: Uuid::nil(), base: Some(0), at: Utc::now(), entry, by }))
    }

    async fn start(&self, sitting: Option<Uuid>, from: Option<Source>, entries: &[Entry]) -> Result<Start, StoreError> {
        let (words, base) = match from {
            None => (EMPTY.to_owned(), Setup::default()),
            Some(Source { look, at }) => {
                let record = self.setup(look).await?;
                let setup = match at {
                    Some(entry) => self.setup_at(look, entry).await?,
                    None => record.setup,
                };
                let mut start = setup.as_start();
                // What was heeded was heeded for the whole sitting.
                if sitting == Some(record.sitting.id) {
                    start.heeded = setup.heeded;
                }
                (from_words(&record.sitting.name, &record.look.name), start)
            }
        };
        let setup = entries.iter().enumerate().try_fold(base, |setup, (n, entry)| {
            setup.apply(entry).map_err(|r| Refusal::new(format!("entries[{n}].{}", r.field), r.message))
        })?;
        Ok(Start { from: words, of: from.map(|from| from.look), setup: Box::new(setup) })
    }
}

/// What a look was copied from, in words.
pub(crate) fn from_words(sitting: &str, look: &str) -> String {
    format!("{sitting}, {look}")
}
