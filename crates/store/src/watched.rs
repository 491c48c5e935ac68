//! Folders that frames are taken from: since when, and which files of them were.

use chrono::{DateTime, Utc};
use sea_orm::{
    ActiveValue::{NotSet, Set},
    ColumnTrait, EntityTrait, JoinType, PaginatorTrait, QueryFilter, QueryOrder, QuerySelect, RelationTrait,
};
use uuid::Uuid;

use crate::{
    entity::{frame, setup, sitting, watched_file, watched_folder},
    error::{Answer, StoreError},
    patience::patiently,
    store::Store,
};

/// A file of a watched folder, as it lay there.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct WatchedFile {
    /// Its name.
    pub name: String,
    /// Its size in bytes.
    pub size: u64,
    /// When it was changed last, microseconds since 1970.
    pub changed: i64,
}

impl Store {
    /// Since when a folder is watched (from now on, the first time), and which files of it were taken.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn watched<'a>(&'a self, folder: &'a str) -> Answer<'a, (DateTime<Utc>, Vec<WatchedFile>)> {
        patiently(move || {
            Box::pin(async move {
                let row = watched_folder::ActiveModel { folder: Set(folder.to_owned()), since: NotSet };
                watched_folder::Entity::insert(row)
                    .on_conflict_do_nothing_on([watched_folder::Column::Folder])
                    .exec_without_returning(&self.db)
                    .await?;
                let row = watched_folder::Entity::find_by_id(folder).one(&self.db).await?;
                let since = row.map_or_else(Utc::now, |row| row.since);
                let files = watched_file::Entity::find().filter(watched_file::Column::Folder.eq(folder)).all(&self.db).await?;
                let file = |row: watched_file::Model| WatchedFile { name: row.name, size: row.size.cast_unsigned(), changed: row.changed };
                Ok((since, files.into_iter().map(file).collect()))
            })
        })
    }

    /// Remembers that a file of a watched folder was taken.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn watched_one<'a>(&'a self, folder: &'a str, file: &'a WatchedFile) -> Answer<'a, ()> {
        use watched_file::Column::{Changed, Folder, Name, Size};
        patiently(move || {
            Box::pin(async move {
                let row = watched_file::ActiveModel {
                    folder: Set(folder.to_owned()),
                    name: Set(file.name.clone()),
                    size: Set(file.size.cast_signed()),
                    changed: Set(file.changed),
                };
                let insert = watched_file::Entity::insert(row).on_conflict_do_nothing_on([Folder, Name, Size, Changed]);
                insert.exec_without_returning(&self.db).await?;
                Ok(())
            })
        })
    }

    /// Whether any look has a file, also one that it took back.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn has_file(&self, hash: [u8; 32]) -> Answer<'_, bool> {
        patiently(move || {
            Box::pin(async move { Ok(frame::Entity::find().filter(frame::Column::Hash.eq(hash.to_vec())).count(&self.db).await? > 0) })
        })
    }

    /// The look that was worked on last, since a time: of no deleted sitting, and one that can be written on.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn worked_on_last(&self, since: DateTime<Utc>) -> Answer<'_, Option<Uuid>> {
        patiently(move || {
            Box::pin(async move {
                let looks = setup::Entity::find().join(JoinType::InnerJoin, setup::Relation::Sitting.def());
                let real = looks.filter(sitting::Column::Practice.eq(false));
                let open = real.filter(sitting::Column::DeletedAt.is_null()).filter(setup::Column::Closed.is_null());
                let last = open.filter(setup::Column::UpdatedAt.gte(since)).order_by_desc(setup::Column::UpdatedAt);
                let found: Option<Uuid> = last.select_only().column(setup::Column::Id).into_tuple().one(&self.db).await?;
                Ok::<_, StoreError>(found)
            })
        })
    }
}
