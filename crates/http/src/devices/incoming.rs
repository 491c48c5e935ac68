//! Where goes what devices send: to the tape of the look at hand, or it is kept and asks.

use chrono::Datelike;
use ink_lamp_devices::{
    message::{Took, Trouble, Went},
    reading::{Measured, MeterMode},
    state::DeviceState,
    told::DeviceId,
};
use ink_lamp_sitting::{
    entry::{DialTurned, Entry, Subject},
    metered::HeldAt,
};
use ink_lamp_store::{Came, NewEntry, ReadingCame, Store, StoreError};
use uuid::Uuid;

use super::{
    dialled::written,
    registry::{Aim, Devices},
};

/// What a reading is of, and where the meter was held: as the device says, or as the page that is open meters.
fn of(read: &Measured, aim: Option<&Aim>) -> (Option<Subject>, Option<HeldAt>) {
    let place = read.place.or_else(|| aim?.place);
    let of = match (read.of.clone(), read.mode, aim.and_then(|aim| aim.of.clone())) {
        (Some(said), ..) => Some(said),
        // What burns is the room's.
        (None, MeterMode::Ambient, _) => Some(Subject::Room),
        // A pop is no reading of the room.
        (None, MeterMode::Flash, Some(Subject::Room) | None) => None,
        (None, MeterMode::Flash, aimed) => aimed,
    };
    (of, place)
}

fn trouble(about: Uuid, error: StoreError) -> Trouble {
    // What the record can't take now it takes later; what it refuses, it refuses again.
    let again = !matches!(error, StoreError::Refused(_));
    let (field, detail) = match &error {
        StoreError::Refused(refusal) => (Some(refusal.field.to_string()).filter(|field| !field.is_empty()), refusal.to_string()),
        _ => (None, "The record can't be reached now. Send it again in a while.".to_owned()),
    };
    Trouble { field, detail, about: Some(about), again }
}

/// Takes a reading, once: it goes to the tape where it is known what it is of, else it is kept and asks.
///
/// # Errors
/// Where it can't be taken, or not now: the device hears why.
pub async fn reading(store: &Store, devices: &Devices, bridge: Uuid, read: Measured) -> Result<Took, Trouble> {
    let id = read.id;
    let refused = |detail: String, field: &str| Trouble { field: Some(field.to_owned()), detail, about: Some(id), again: false };
    let known = devices.device(bridge, &read.device).map_err(|refusal| refused(refusal.to_string(), "reading.device"))?;
    if !(1900..=2200).contains(&read.at.year()) {
        return Err(refused(format!("{} lies outside 1900 to 2200. Send when it was read.", read.at), "reading.at"));
    }
    let aim = devices.aim();
    let (of, place) = of(&read, aim.as_ref());
    let look = devices.look_at_hand(store).await.map_err(|error| trouble(id, error))?;
    let ambient = read.mode == MeterMode::Ambient;
    let (iso, shutter, receptor) = (read.iso, read.shutter, read.receptor);
    let mut came = ReadingCame { shows: read.shows, iso, shutter, ambient, of: of.clone(), place, receptor };
    let mut to = None;
    if let (Some(look), Some(of)) = (look, of) {
        let entry = Entry::Reading(came.taken(of, known.simulated));
        let new = NewEntry { id, base: None, at: read.at, entry, by: Some(known.by()) };
        match store.append(look, &new).await {
            Ok(_) => to = Some(look),
            // It can't be of what it was taken for: somebody says it.
            Err(StoreError::Refused(_) | StoreError::NotFound { .. } | StoreError::Deleted { .. } | StoreError::Closed { .. }) => {
                came.of = None
            }
            // It is on a tape already, as something else was metered, or put there by hand.
            Err(StoreError::IdTaken(_)) => to = Some(look),
            Err(error) => return Err(trouble(id, error)),
        }
    }
    let went = devices.keep(store, &known, (id, read.at), Came::Reading(came), to).await.map_err(|error| trouble(id, error))?;
    Ok(Took { id, went: if went == ink_lamp_store::Went::Asks { Went::Asks } else { Went::Tape } })
}

/// A device says how it is set. A dial that was turned on the unit itself goes to the tape.
///
/// # Errors
/// A device that the bridge did not name in its hello.
pub async fn state(store: &Store, devices: &Devices, bridge: Uuid, id: &DeviceId, said: DeviceState) -> Result<(), Trouble> {
    let problem = |detail: String| Trouble { field: Some("state.device".to_owned()), detail, about: None, again: false };
    let (before, known) = devices.state(bridge, id, said).map_err(|refusal| problem(refusal.to_string()))?;
    let (Some(was), Some(is)) = (before.power, known.state.power.clone()) else { return Ok(()) };
    if was == is || devices.is_being_set(bridge, id) {
        return Ok(());
    }
    let turned = async {
        let look = devices.look_at_hand(store).await?;
        let Some(look) = look else { return Ok(()) };
        let record = store.setup(look).await?;
        let light = known.light(&record.setup).and_then(|light| record.setup.light(&light).cloned());
        let Some(light) = light.filter(|light| light.written().as_deref() != Some(is.as_str())) else { return Ok(()) };
        let turned = DialTurned { light: light.id, dial: is };
        let new =
            NewEntry { id: Uuid::now_v7(), base: None, at: chrono::Utc::now(), entry: Entry::Dial(turned.clone()), by: Some(known.by()) };
        written(store, look, new).await?;
        devices.keep(store, &known, (Uuid::now_v7(), chrono::Utc::now()), Came::Dial(turned), Some(look)).await?;
        Ok::<(), StoreError>(())
    };
    if let Err(error) = turned.await {
        tracing::warn!(%error, device = %id, "a dial that was turned on a unit is not on the tape");
    }
    Ok(())
}
