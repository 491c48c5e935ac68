//! The demo data: *Mending Hands*, an invented commission with invented kit. People of a harbour town who repair things, photographed
//! in a former net loft. Loaded once; what a user changes or deletes in it stays so. Units and modifiers that the tapes name are taken from the
//! demo's kit, so that their readings teach.

use chrono::{DateTime, Utc};
use ink_lamp_sitting::{
    entry::Entry,
    kit::{Gear, KitDocument},
    light::FromKit,
};
use ink_lamp_store::{NewEntry, NewLook, NewSitting, Store, StoreError};
use serde::Deserialize;
use uuid::Uuid;

const DATA: &str = include_str!("../demo/mending-hands.json");
const KIT: &str = include_str!("../demo/kit.json");

#[derive(Deserialize)]
struct Told {
    id: Uuid,
    name: String,
    look: ToldLook,
    tape: Vec<ToldEntry>,
}

#[derive(Deserialize)]
struct ToldLook {
    id: Uuid,
    name: String,
    /// By what it is kept to begin from.
    kept: Option<String>,
}

#[derive(Deserialize)]
struct ToldEntry {
    at: DateTime<Utc>,
    entry: Entry,
}

/// Loads the demo data, and says whether anything was to be loaded. Cut off in the middle, the next call goes on where it stopped.
///
/// # Errors
/// Where the store refuses it.
pub async fn load(store: &Store) -> Result<bool, StoreError> {
    let damaged = |e: serde_json::Error| StoreError::Damaged { what: "the demo data".to_owned(), why: e.into() };
    let sittings: Vec<Told> = serde_json::from_str(DATA).map_err(damaged)?;
    let kit: KitDocument = serde_json::from_str(KIT).map_err(damaged)?;
    let mut loaded = false;
    // The kit comes with the last sitting: once, so that a kit that was cleared stays so.
    if let Some(last) = sittings.last()
        && matches!(store.setup(last.look.id).await, Err(StoreError::NotFound { .. }))
    {
        store.import_kit(&kit).await?;
    }
    for told in sittings {
        let length = i64::try_from(told.tape.len()).unwrap_or(i64::MAX);
        match store.setup(told.look.id).await {
            Ok(there) if there.look.version >= length || there.sitting.deleted_at.is_some() => continue,
            // What is damaged is there, and no reason not to start; what was forgotten stays so.
            Err(StoreError::Damaged { .. } | StoreError::Forgotten) => continue,
            Ok(_) | Err(StoreError::NotFound { .. }) => {}
            Err(other) => return Err(other),
        }
        loaded = true;
        let at = told.tape.first().map_or_else(Utc::now, |e| e.at);
        let look = NewLook { id: told.look.id, name: told.look.name };
        store.create_sitting(NewSitting { id: told.id, name: told.name, look, from: None, entries: Vec::new(), at, by: None }).await?;
        // Before its tape, which tells whether it is all there.
        if let Some(name) = &told.look.kept {
            store.keep_look(told.look.id, Some(name)).await?;
        }
        for (n, ToldEntry { at, entry }) in (0..).zip(told.tape) {
            // Ids count up from the look's, so that loading twice writes nothing twice.
            let entry = from_kit(&kit, entry);
            let id = Uuid::from_u128(told.look.id.as_u128() + 1 + u128::from(n as u64));
            store.append(told.look.id, &NewEntry { id, base: Some(n), at, entry, by: None }).await?;
        }
    }
    Ok(loaded)
}

/// A light whose unit and modifier are named as pieces of the kit are, with what their sheets say.
fn from_kit(kit: &KitDocument, entry: Entry) -> Entry {
    let mut put = match entry {
        Entry::Light(put) => put,
        Entry::Camera(mut set) => {
            // All of them are shot with the kit's first camera.
            set.body = kit.items.iter().find_map(|item| if let Gear::Camera(body) = &item.is { Some(body.clone()) } else { None });
            return Entry::Camera(set);
        }
        other => return other,
    };
    let unit = kit.items.iter().find_map(|item| match &item.is {
        Gear::Strobe(unit) if put.unit.as_ref().is_some_and(|u| u.name == unit.name && u.scale == unit.scale) => Some((item.id, unit)),
        _ => None,
    });
    let modifier = kit.items.iter().find_map(|item| match &item.is {
        Gear::Modifier(modifier) if put.modifier.as_ref() == Some(&modifier.name) => Some((item.id, modifier.shape)),
        _ => None,
    });
    put.rig.shape = modifier.map(|(_, shape)| shape).or(put.rig.shape);
    if let Some((id, sheet)) = unit {
        put.unit = Some((**sheet).clone());
        put.rig.kit = Some(FromKit { unit: id, modifier: modifier.map(|(id, _)| id) });
    }
    Entry::Light(put)
}
