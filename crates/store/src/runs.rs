//! Tries of drills: each has a studio of its own, a look that is in no list of sittings.

use chrono::{DateTime, Utc};
use ink_lamp_sitting::{
    entry::{Entry, Start},
    setup::Setup,
};
use sea_orm::{
    ActiveValue::Set, ColumnTrait, ConnectionTrait, EntityTrait, FromQueryResult, QueryFilter, QueryOrder, QuerySelect, Statement,
    TransactionTrait, sea_query::Expr,
};
use uuid::Uuid;

use crate::{
    entity::{
        drill_run::{ActiveModel, Column, Entity as Runs, Model},
        sitting, tape_entry,
    },
    error::{Answer, StoreError},
    new_look,
    patience::patiently,
    record::{NewEntry, NewLook},
    store::{self, Store, is_new},
};

/// So many tries are looked at for what somebody did best.
const MOST: u64 = 5000;
/// The look of a try has one name.
const LOOK: &str = "Drill";

/// A try to be begun.
#[derive(Debug, Clone)]
pub struct NewRun {
    /// Made by the client: sent twice, it is begun once. Its look has the same.
    pub id: Uuid,
    /// Which drill.
    pub drill: String,
    /// As people call it: 1 to 60 characters.
    pub title: String,
    /// What its studio is drawn from.
    pub seed: String,
    /// Nothing is advised in it.
    pub alone: bool,
    /// How it stands at first.
    pub setup: Setup,
    /// When.
    pub at: DateTime<Utc>,
    /// Whose try it is: their best is theirs.
    pub whose: Option<String>,
    /// By whom its tape begins, where somebody is signed in.
    pub by: Option<String>,
}

/// A try.
#[derive(Debug, Clone, PartialEq)]
pub struct Run {
    /// Its id.
    pub id: Uuid,
    /// Its look.
    pub look: Uuid,
    /// Which drill.
    pub drill: String,
    /// What its studio is drawn from.
    pub seed: String,
    /// Nothing is advised in it.
    pub alone: bool,
    /// Whose it is.
    pub whose: Option<String>,
    /// When it began.
    pub began_at: DateTime<Utc>,
    /// When it was done, or ended.
    pub ended_at: Option<DateTime<Utc>>,
    /// What came of it; none while it runs, and where it was ended.
    pub tried: Option<serde_json::Value>,
}

impl From<Model> for Run {
    fn from(row: Model) -> Self {
        let Model { id, setup_id, drill, seed, alone, by_whom, began_at, ended_at, tried } = row;
        Self { id, look: setup_id, drill, seed, alone, whose: by_whom, began_at, ended_at, tried }
    }
}

/// An entry of a tape, whether it stands or not.
#[derive(Debug, Clone, PartialEq)]
pub struct RawEntry {
    /// Its id.
    pub id: Uuid,
    /// When it happened.
    pub at: DateTime<Utc>,
    /// What happened.
    pub entry: Entry,
}

#[derive(FromQueryResult)]
struct Number {
    number: i64,
}

async fn next_number(db: &impl ConnectionTrait) -> Result<i64, StoreError> {
    let asked = Statement::from_string(db.get_database_backend(), "select nextval('practice_number') as number");
    Ok(Number::find_by_statement(asked).one(db).await?.map_or(-1, |row| row.number))
}

impl Store {
    /// Begins a try: its studio stands in a look of its own.
    ///
    /// # Errors
    /// An id that is taken, or where the database does not answer.
    pub fn begin_run<'a>(&'a self, new: &'a NewRun) -> Answer<'a, Run> {
        patiently(move || {
            Box::pin(async move {
                let again = |before: Model| {
                    let same = before.drill == new.drill && before.alone == new.alone;
                    if same { Ok(Run::from(before)) } else { Err(StoreError::IdTaken(new.id)) }
                };
                if let Some(before) = Runs::find_by_id(new.id).one(&self.db).await? {
                    return again(before);
                }
                let number = next_number(&self.db).await?;
                let tx = self.db.begin().await?;
                let row = sitting::ActiveModel {
                    id: Set(new.id),
                    number: Set(number),
                    name: Set(new.title.clone()),
                    created_at: Set(new.at),
                    deleted_at: Set(None),
                    practice: Set(true),
                };
                let made =
                    sitting::Entity::insert(row).on_conflict_do_nothing_on([sitting::Column::Id]).exec_without_returning(&tx).await?;
                if !is_new(&made) {
                    tx.rollback().await?;
                    // Sent twice at the same moment; or the id is that of something else.
                    return again(Runs::find_by_id(new.id).one(&self.db).await?.ok_or(StoreError::IdTaken(new.id))?);
                }
                let start = Start { from: new.title.clone(), of: None, setup: Box::new(new.setup.clone()) };
                let start = NewEntry { id: new.id, base: Some(0), at: new.at, entry: Entry::Start(start), by: new.by.clone() };
                let look = NewLook { id: new.id, name: LOOK.to_owned() };
                new_look::create_on(&tx, new.id, 1, &look, Some(&start), new.at).await?;
                let row = ActiveModel {
                    id: Set(new.id),
                    setup_id: Set(new.id),
                    drill: Set(new.drill.clone()),
                    seed: Set(new.seed.clone()),
                    alone: Set(new.alone),
                    by_whom: Set(new.whose.clone()),
                    began_at: Set(new.at),
                    ended_at: Set(None),
                    tried: Set(None),
                };
                Runs::insert(row).exec_without_returning(&tx).await?;
                store::commit(tx).await?;
                self.run(new.id).await
            })
        })
    }

    /// A try.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn run(&self, id: Uuid) -> Answer<'_, Run> {
        patiently(move || {
            Box::pin(async move {
                let row = Runs::find_by_id(id).one(&self.db).await?;
                Ok(row.ok_or(StoreError::NotFound { what: "try", id })?.into())
            })
        })
    }

    /// Whether a look is the studio of a drill.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn is_practice(&self, look: Uuid) -> Answer<'_, bool> {
        patiently(move || Box::pin(async move { Ok(Runs::find_by_id(look).one(&self.db).await?.is_some()) }))
    }

    /// Somebody's tries, the last first; of nobody in particular, where nobody is signed in.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn runs<'a>(&'a self, whose: Option<&'a str>) -> Answer<'a, Vec<Run>> {
        patiently(move || {
            Box::pin(async move {
                let mine = whose.map_or_else(|| Column::ByWhom.is_null(), |whose| Column::ByWhom.eq(whose));
                let rows = Runs::find().filter(mine).order_by_desc(Column::BeganAt).limit(MOST).all(&self.db).await?;
                Ok(rows.into_iter().map(Run::from).collect())
            })
        })
    }

    /// Ends a try, with what came of it or without. Ended twice, the first holds.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn end_run(&self, id: Uuid, at: DateTime<Utc>, tried: Option<serde_json::Value>) -> Answer<'_, Run> {
        patiently(move || {
            let tried = tried.clone();
            Box::pin(async move {
                let end = Runs::update_many()
                    .col_expr(Column::EndedAt, Expr::value(at))
                    .col_expr(Column::Tried, Expr::value(tried))
                    .filter(Column::Id.eq(id))
                    .filter(Column::EndedAt.is_null());
                end.exec(&self.db).await?;
                self.run(id).await
            })
        })
    }

    /// Every entry of a look's tape that was there at a time, in order, also what takes others back.
    ///
    /// # Errors
    /// What can't be read, or where the database does not answer.
    pub fn whole_tape(&self, look: Uuid, at: DateTime<Utc>) -> Answer<'_, Vec<RawEntry>> {
        patiently(move || {
            Box::pin(async move {
                let rows = tape_entry::Entity::find()
                    .filter(tape_entry::Column::SetupId.eq(look))
                    .filter(tape_entry::Column::RecordedAt.lte(at))
                    .order_by_asc(tape_entry::Column::Seq)
                    .all(&self.db)
                    .await?;
                rows.into_iter().map(|row| Ok(RawEntry { id: row.id, at: row.at, entry: row.payload.read(row.format)? })).collect()
            })
        })
    }
}
