//! `Dialled` of a unit that is joined: the unit is set first, and what it confirms is written.

use chrono::{TimeDelta, Utc};
use futures_util::future::join_all;
use ink_lamp_devices::command::{Order, SetPower};
use ink_lamp_sitting::{
    entry::{DialTurned, Entry},
    setup::Setup,
};
use ink_lamp_store::{Appended, Came, NewEntry, Store, StoreError};
use uuid::Uuid;

use super::registry::{Devices, Known};
use crate::problem::Problem;

/// What was dialled longer ago was dialled by hand, out of reach: no unit turns by itself for it.
const JUST_NOW: TimeDelta = TimeDelta::seconds(20);

/// Writes an entry that is true whatever was written meanwhile: what a unit confirmed.
///
/// # Errors
/// Where it does not apply, or the database does not answer.
pub(super) async fn written(store: &Store, look: Uuid, mut new: NewEntry) -> Result<Appended, StoreError> {
    loop {
        new.base = Some(store.setup(look).await?.look.version);
        match store.append(look, &new).await {
            // Somebody wrote in between: on what that led to.
            Err(StoreError::Conflict { .. }) => {}
            other => return other,
        }
    }
}

/// Dials that an entry turns.
fn turned(entry: &Entry) -> Vec<DialTurned> {
    match entry {
        Entry::Dial(turned) => vec![turned.clone()],
        Entry::AllSet(all) => all.dials.clone(),
        _ => Vec::new(),
    }
}

/// Units of a setup that are here, of those whose dials are turned.
fn here(devices: &Devices, setup: &Setup, turned: &[DialTurned]) -> Vec<(Known, DialTurned)> {
    let now = Utc::now();
    let units: Vec<Known> = devices.all().into_iter().filter(|known| known.is_here(now)).collect();
    let of = |dial: &DialTurned| {
        let unit = units.iter().find(|known| known.light(setup).as_ref() == Some(&dial.light))?;
        Some((unit.clone(), dial.clone()))
    };
    turned.iter().filter_map(of).collect()
}

/// Writes an entry. Where it turns dials of units that are joined, they are set first; what one refuses is not written.
///
/// # Errors
/// What a unit says, where it refuses or does not answer; else as the store does.
pub async fn append(store: &Store, devices: &Devices, look: Uuid, new: NewEntry) -> Result<Appended, Problem> {
    let turned = turned(&new.entry);
    if turned.is_empty() || Utc::now() - new.at > JUST_NOW {
        return Ok(store.append(look, &new).await?);
    }
    let record = store.setup(look).await?;
    if record.setup.practice.is_some() {
        // The studio of a drill is simulated as a whole: no device of ours turns for it.
        return Ok(store.append(look, &new).await?);
    }
    let units = here(devices, &record.setup, &turned);
    // Made on another version it is refused, or was written before: no unit turns for it.
    if units.is_empty() || new.base != Some(record.look.version) {
        return Ok(store.append(look, &new).await?);
    }
    // Before any unit is turned, it must be true of this look.
    record.setup.apply(&new.entry).map_err(StoreError::from)?;
    units.iter().for_each(|(unit, _)| devices.set(unit.bridge, &unit.told.id, true));
    let set = join_all(
        units.iter().map(|(unit, dial)| devices.order(unit.bridge, &unit.told.id, Order::SetPower(SetPower { power: dial.dial.clone() }))),
    )
    .await;
    let done = all_or_those(store, devices, look, new, &units, set).await;
    units.iter().for_each(|(unit, _)| devices.set(unit.bridge, &unit.told.id, false));
    done
}

/// Writes the entry where all units confirm; else only those dials that were turned, and says who refused.
async fn all_or_those(
    store: &Store,
    devices: &Devices,
    look: Uuid,
    new: NewEntry,
    units: &[(Known, DialTurned)],
    set: Vec<Result<(), Problem>>,
) -> Result<Appended, Problem> {
    let by = new.by.clone();
    let refused = set.iter().any(Result::is_err);
    let mut first = None;
    for ((unit, dial), set) in units.iter().zip(set) {
        if let Err(problem) = set {
            first = first.or(Some(problem));
            continue;
        }
        if refused {
            let entry = Entry::Dial(dial.clone());
            written(store, look, NewEntry { id: Uuid::now_v7(), base: None, at: new.at, entry, by: by.clone() }).await?;
        }
        devices.keep(store, unit, (Uuid::now_v7(), Utc::now()), Came::Dial(dial.clone()), Some(look)).await?;
    }
    match first {
        Some(problem) => Err(problem),
        None => Ok(written(store, look, new).await?),
    }
}
