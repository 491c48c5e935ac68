//! Frames whose pictures are kept with a look.

use std::collections::HashMap;

use chrono::{DateTime, Utc};
use ink_lamp_sitting::{
    entry::{Entry, FrameAway, FramePicture, FrameShot},
    history::History,
    setup::Setup,
    shots::Lit,
};
use sea_orm::{
    ActiveModelTrait,
    ActiveValue::{NotSet, Set},
    ColumnTrait, ConnectionTrait, EntityTrait, IntoActiveModel, PaginatorTrait, QueryFilter, QueryOrder, QuerySelect, TransactionTrait,
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
    state::{damaged_tape, entries},
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
    /// What the photographer says of it as a picture.
    pub said: Rated,
}

/// What a photographer says of a frame as a picture.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Rated {
    /// 0, not rated, to 5.
    pub rating: u8,
    /// 1 to 500 characters.
    pub note: Option<String>,
}

/// A frame that goes from one look to another.
#[derive(Debug, Clone)]
pub struct FrameToMove {
    /// Its picture.
    pub picture: Uuid,
    /// The look that it goes to; none where it is only taken out of the roll.
    pub to: Option<Uuid>,
    /// Of the entry on the tape that it leaves. Made by who asks: sent twice, it is done once.
    pub away: Uuid,
    /// Of the entry on the tape that it comes to.
    pub here: Uuid,
    /// When.
    pub at: DateTime<Utc>,
    /// Who does it.
    pub by: Option<String>,
}

/// A frame, with how everything stood when it was shot.
#[derive(Debug, Clone, PartialEq)]
pub struct FrameThen {
    /// The frame.
    pub frame: Frame,
    /// How everything stood right after it.
    pub setup: Setup,
    /// Which lights were on, where that was said.
    pub lit: Option<Lit>,
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

    /// Says of a frame how it is rated, with a note.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], or where the database does not answer.
    pub fn rate_frame<'a>(&'a self, id: Uuid, said: &'a Rated) -> Answer<'a, ()> {
        patiently(move || {
            Box::pin(async move {
                let row = frame::ActiveModel { rating: Set(i16::from(said.rating)), note: Set(said.note.clone()), ..Default::default() };
                let done = frame::Entity::update_many().set(row).filter(frame::Column::Id.eq(id)).exec(&self.db).await?;
                if done.rows_affected == 0 { Err(StoreError::NotFound { what: "frame", id }) } else { Ok(()) }
            })
        })
    }

    /// Takes a frame out of a look's roll and, where another look is named, into that one's: both can be taken back, each on its own tape.
    /// Gives its picture there.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] where the frame is not on the roll; where either look can't be written on, or the database does not answer.
    pub fn move_frame<'a>(&'a self, from: Uuid, moved: &'a FrameToMove) -> Answer<'a, Option<Uuid>> {
        patiently(move || {
            Box::pin(async move {
                let FrameToMove { picture, to, away, here, at, by } = moved;
                // Always in the same order, so that two who move towards each other don't wait for each other.
                let mut looks: Vec<Uuid> = to.iter().copied().chain([from]).collect();
                looks.sort();
                looks.dedup();
                let mut turns = Vec::with_capacity(looks.len());
                for look in &looks {
                    turns.push(self.turns.at(*look).await?);
                }
                let tx = self.db.begin().await?;
                for look in &looks {
                    lock(&tx, *look).await?;
                }
                let on_roll = standing(&tx, from).await?.iter().any(|(_, _, id)| id == picture);
                let row = frame::Entity::find_by_id(*picture).filter(frame::Column::SetupId.eq(from)).one(&tx).await?;
                let missing = StoreError::NotFound { what: "frame", id: *picture };
                let Some(row) = row else { return Err(missing) };
                let done = tape_entry::Entity::find_by_id(*away).count(&tx).await? > 0;
                if !on_roll && !done {
                    return Err(missing);
                }
                let there = match to {
                    Some(look) => Some(copied(&tx, &row, *look).await?),
                    None => None,
                };
                if done {
                    tx.rollback().await?;
                    return Ok(there);
                }
                let mut name = None;
                if let Some((look, id)) = to.zip(there) {
                    let told = row.told.value("what a frame's file says")?;
                    let picture = Some(FramePicture { id, as_shot: told.as_shot, lit: None });
                    let entry = Entry::Frame(FrameShot { picture, ..FrameShot::default() });
                    let entry = NewEntry { id: *here, base: None, at: *at, entry, by: by.clone() };
                    let stands = standing(&tx, look).await?.iter().any(|(_, _, there)| *there == id);
                    let (sitting, mut family) = with_family(&tx, look).await?;
                    name = family.iter().find(|row| row.id == look).map(|row| row.name.clone());
                    // The same file is taken into a look once.
                    if !stands {
                        append_to_family(&tx, look, &sitting, &mut family, &entry).await?;
                    }
                }
                let entry = Entry::FrameAway(FrameAway { picture: *picture, to: name });
                let entry = NewEntry { id: *away, base: None, at: *at, entry, by: by.clone() };
                let (sitting, mut family) = with_family(&tx, from).await?;
                append_to_family(&tx, from, &sitting, &mut family, &entry).await?;
                store::commit(tx).await?;
                Ok(there)
            })
        })
    }

    /// The frames of a look, each with how everything stood when it was shot and which lights were on, as far as that was said since: one pass over the tape.
    ///
    /// # Errors
    /// Where what is stored can't be read, or the database does not answer.
    pub fn frames_then(&self, look: Uuid) -> Answer<'_, Vec<FrameThen>> {
        patiently(move || {
            Box::pin(async move {
                let frames = self.frames(look).await?;
                let tape = entries(&self.db, look, i64::MAX).await?;
                let history = History::read(tape.iter().map(|(id, entry)| (*id, entry))).map_err(damaged_tape)?;
                let (mut then, mut lit): (HashMap<Uuid, Setup>, HashMap<Uuid, Lit>) = (HashMap::new(), HashMap::new());
                for step in history.setups() {
                    let (id, entry, setup) = step.map_err(damaged_tape)?;
                    let said = match entry {
                        Entry::Frame(FrameShot { picture: Some(picture), .. }) => {
                            then.insert(id, setup);
                            picture.lit.clone().map(|lit| (picture.id, lit))
                        }
                        Entry::FrameSaid(said) => said.lit.clone().map(|lit| (said.picture, lit)),
                        _ => None,
                    };
                    lit.extend(said);
                }
                let with = |frame: Frame| {
                    let (setup, lit) = (then.remove(&frame.entry)?, lit.get(&frame.id).cloned());
                    Some(FrameThen { frame, setup, lit })
                };
                Ok(frames.into_iter().filter_map(with).collect())
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

/// A frame as it is kept with another look: the one that is there by the same file, or a copy.
async fn copied(db: &impl ConnectionTrait, row: &frame::Model, look: Uuid) -> Result<Uuid, StoreError> {
    let same = frame::Entity::find().filter(frame::Column::SetupId.eq(look)).filter(frame::Column::Hash.eq(row.hash.clone()));
    if let Some(there) = same.one(db).await? {
        return Ok(there.id);
    }
    let pictures = frame_picture::Entity::find_by_id(row.id).one(db).await?.ok_or(StoreError::NotFound { what: "frame", id: row.id })?;
    let id = Uuid::now_v7();
    let copy = frame::ActiveModel { id: Set(id), setup_id: Set(look), ..row.clone().into_active_model().reset_all() };
    frame::Entity::insert(copy).exec_without_returning(db).await?;
    let pictures = frame_picture::ActiveModel { frame_id: Set(id), picture: Set(pictures.picture), small: Set(pictures.small) };
    frame_picture::Entity::insert(pictures).exec_without_returning(db).await?;
    Ok(id)
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
        rating: NotSet,
        note: NotSet,
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
    let last = tape_entry::Entity::find().filter(SetupId.eq(look)).filter(Kind.is_in(["frame", "frame_away"])).filter(Undone.eq(false));
    let last = last.order_by_desc(Seq).limit(LISTED).select_only().columns([Id, At, Payload, Format]);
    let rows: Vec<Row> = last.into_tuple().all(db).await?;
    let mut found: Vec<(Uuid, DateTime<Utc>, Uuid)> = Vec::new();
    for (entry, at, payload, format) in rows.into_iter().rev() {
        match StoreError::aside(payload.read(format))? {
            Ok(Entry::Frame(FrameShot { picture: Some(picture), .. })) => found.push((entry, at, picture.id)),
            Ok(Entry::FrameAway(away)) => found.retain(|(_, _, picture)| *picture != away.picture),
            _ => {}
        }
    }
    Ok(found)
}

fn read(row: frame::Model, entry: Uuid, at: DateTime<Utc>) -> Result<Frame, StoreError> {
    let told = row.told.value("what a frame's file says")?;
    let pixels = |side: i32| u32::try_from(side).unwrap_or_default();
    let (size, kept_size) = ((pixels(row.width), pixels(row.height)), (pixels(row.kept_width), pixels(row.kept_height)));
    let said = Rated { rating: u8::try_from(row.rating).unwrap_or_default(), note: row.note };
    Ok(Frame { id: row.id, entry, at, file: row.file, told, size, kept_size, said })
}
