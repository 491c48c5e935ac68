//! Frames whose pictures are kept with a look.

use std::collections::HashMap;

use chrono::{DateTime, Utc};
use ink_lamp_sitting::{
    entry::{Entry, FramePicture, FrameShot},
    shots::Lit,
};
use sea_orm::{
    ActiveValue::{NotSet, Set},
    ColumnTrait, ConnectionTrait, EntityTrait, PaginatorTrait, QueryFilter, QueryOrder, QuerySelect, TransactionTrait,
    sea_query::OnConflict,
};
use uuid::Uuid;

use crate::{
    append::append_to_family,
    entity::{frame, frame_picture, look_patches, setup, tape_entry},
    error::{Answer, StoreError},
    patience::patiently,
    record::{NewEntry, lock, missing, with_family},
    shot::{FileTold, NamedPatch},
    store::{self, Store},
    stored::Stored,
};

/// The most frames that are listed of a look: the last of them.
const LISTED: u64 = 500;

/// A frame to be taken in.
#[derive(Debug, Clone)]
pub struct NewFrame {
    /// Of the entry on the tape. Made by who sends it: sent twice, it is taken once.
    pub entry: Uuid,
    /// When it was taken in.
    pub at: DateTime<Utc>,
    /// Who does it, where somebody is signed in.
    pub by: Option<String>,
    /// SHA-256 of the file.
    pub hash: [u8; 32],
    /// The file's name: 1 to 200 characters.
    pub file: String,
    /// What the file says.
    pub told: FileTold,
    /// Which lights were on, where that is known.
    pub lit: Option<Lit>,
    /// Pixels of the file's picture, across and down.
    pub size: (u32, u32),
    /// Of the picture that is kept.
    pub kept_size: (u32, u32),
    /// That picture, a JPEG.
    pub picture: Vec<u8>,
    /// The same, small.
    pub small: Vec<u8>,
}

/// A frame whose picture is kept.
#[derive(Debug, Clone, PartialEq)]
pub struct Frame {
    /// The picture's id.
    pub id: Uuid,
    /// The entry on the tape.
    pub entry: Uuid,
    /// When it was taken in.
    pub at: DateTime<Utc>,
    /// The file's name.
    pub file: String,
    /// What the file says.
    pub told: FileTold,
    /// Pixels of the file's picture, across and down.
    pub size: (u32, u32),
    /// Of the picture that is kept.
    pub kept_size: (u32, u32),
}

/// A picture in one of its sizes.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Size {
    /// As it is kept.
    Whole,
    /// For a list.
    Small,
}

fn side(pixels: u32) -> i32 {
    i32::try_from(pixels).unwrap_or(i32::MAX)
}

impl Store {
    /// Takes a frame into a look: its picture, and an entry on the tape that names it. A file that stands there already is not taken again.
    /// Gives the picture's id, and whether it was taken now.
    ///
    /// # Errors
    /// Where the look can't be written on, or the database does not answer.
    pub fn take_frame<'a>(&'a self, look: Uuid, new: &'a NewFrame) -> Answer<'a, (Uuid, bool)> {
        patiently(move || {
            Box::pin(async move {
                let _turn = self.turns.at(look).await?;
                let tx = self.db.begin().await?;
                lock(&tx, look).await?;
                let same = frame::Entity::find().filter(frame::Column::SetupId.eq(look)).filter(frame::Column::Hash.eq(new.hash.to_vec()));
                let before: Option<Uuid> = same.select_only().column(frame::Column::Id).into_tuple().one(&tx).await?;
                if let Some(id) = before
                    && standing(&tx, look).await?.iter().any(|(_, _, picture)| *picture == id)
                {
                    tx.rollback().await?;
                    return Ok((id, false));
                }
                let id = match before {
                    Some(id) => id,
                    None => keep(&tx, look, new).await?,
                };
                let (sitting, mut looks) = with_family(&tx, look).await?;
                let picture = Some(FramePicture { id, as_shot: new.told.as_shot, lit: new.lit.clone() });
                let entry = Entry::Frame(FrameShot { picture, ..FrameShot::default() });
                let entry = NewEntry { id: new.entry, base: None, at: new.at, entry, by: new.by.clone() };
                append_to_family(&tx, look, &sitting, &mut looks, &entry).await?;
                store::commit(tx).await?;
                Ok((id, true))
            })
        })
    }

    /// The frames of a look that stand on its tape, in the order in which they were taken in: the last 500.
    ///
    /// # Errors
    /// Where the database does not answer. A look that does not exist has none.
    pub fn frames(&self, look: Uuid) -> Answer<'_, Vec<Frame>> {
        patiently(move || {
            Box::pin(async move {
                let on_tape = standing(&self.db, look).await?;
                let kept = frame::Entity::find().filter(frame::Column::Id.is_in(on_tape.iter().map(|(_, _, id)| *id)));
                let mut rows: HashMap<Uuid, frame::Model> = kept.all(&self.db).await?.into_iter().map(|row| (row.id, row)).collect();
                on_tape.into_iter().filter_map(|(entry, at, id)| Some(read(rows.remove(&id)?, entry, at))).collect()
            })
        })
    }

    /// Remembers where patches are, for the next frames of a look.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn set_patches<'a>(&'a self, look: Uuid, patches: &'a [NamedPatch]) -> Answer<'a, ()> {
        patiently(move || {
            Box::pin(async move {
                if setup::Entity::find_by_id(look).count(&self.db).await? == 0 {
                    return Err(missing(&self.db, look).await?);
                }
                let row = look_patches::ActiveModel { setup_id: Set(look), patches: Set(Stored::new(patches.to_vec())) };
                let anew = OnConflict::column(look_patches::Column::SetupId).update_column(look_patches::Column::Patches).to_owned();
                look_patches::Entity::insert(row).on_conflict(anew).exec_without_returning(&self.db).await?;
                Ok(())
            })
        })
    }

    /// Where patches are in a look's frames; none where none were placed.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub fn patches(&self, look: Uuid) -> Answer<'_, Vec<NamedPatch>> {
        patiently(move || {
            Box::pin(async move {
                let row = look_patches::Entity::find_by_id(look).one(&self.db).await?;
                row.map_or_else(|| Ok(Vec::new()), |row| row.patches.value("patches"))
            })
        })
    }

    /// The picture of a frame.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn frame_picture(&self, id: Uuid, size: Size) -> Answer<'_, Vec<u8>> {
        let column = match size {
            Size::Whole => frame_picture::Column::Picture,
            Size::Small => frame_picture::Column::Small,
        };
        patiently(move || {
            Box::pin(async move {
                let found = frame_picture::Entity::find_by_id(id).select_only().column(column).into_tuple().one(&self.db).await?;
                found.ok_or(StoreError::NotFound { what: "frame", id })
            })
        })
    }
}

async fn keep(db: &impl ConnectionTrait, look: Uuid, new: &NewFrame) -> Result<Uuid, StoreError> {
    let id = Uuid::now_v7();
    let row = frame::ActiveModel {
        id: Set(id),
        setup_id: Set(look),
        hash: Set(new.hash.to_vec()),
        file: Set(new.file.clone()),
        told: Set(Stored::new(new.told.clone())),
        width: Set(side(new.size.0)),
        height: Set(side(new.size.1)),
        kept_width: Set(side(new.kept_size.0)),
        kept_height: Set(side(new.kept_size.1)),
        taken_in: NotSet,
    };
    frame::Entity::insert(row).exec_without_returning(db).await?;
    let pictures = frame_picture::ActiveModel { frame_id: Set(id), picture: Set(new.picture.clone()), small: Set(new.small.clone()) };
    frame_picture::Entity::insert(pictures).exec_without_returning(db).await?;
    Ok(id)
}

/// The entries of a look's tape that stand and name a picture, oldest first: entry, time, picture.
async fn standing(db: &impl ConnectionTrait, look: Uuid) -> Result<Vec<(Uuid, DateTime<Utc>, Uuid)>, StoreError> {
    use tape_entry::Column::{At, Format, Id, Kind, Payload, Seq, SetupId, Undone};
    type Row = (Uuid, DateTime<Utc>, Stored<Entry>, i16);
    let last = tape_entry::Entity::find().filter(SetupId.eq(look)).filter(Kind.eq("frame")).filter(Undone.eq(false));
    let last = last.order_by_desc(Seq).limit(LISTED).select_only().columns([Id, At, Payload, Format]);
    let rows: Vec<Row> = last.into_tuple().all(db).await?;
    let mut found = Vec::new();
    for (entry, at, payload, format) in rows.into_iter().rev() {
        if let Ok(Entry::Frame(FrameShot { picture: Some(picture), .. })) = StoreError::aside(payload.read(format))? {
            found.push((entry, at, picture.id));
        }
    }
    Ok(found)
}

fn read(row: frame::Model, entry: Uuid, at: DateTime<Utc>) -> Result<Frame, StoreError> {
    let told = row.told.value("what a frame's file says")?;
    let pixels = |side: i32| u32::try_from(side).unwrap_or_default();
    let (size, kept_size) = ((pixels(row.width), pixels(row.height)), (pixels(row.kept_width), pixels(row.kept_height)));
    Ok(Frame { id: row.id, entry, at, file: row.file, told, size, kept_size })
}
