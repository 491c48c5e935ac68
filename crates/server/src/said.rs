//! What joined devices say of themselves fills the cells of Check: written on the tape of the look at hand, once each time that something else is said.

use std::{collections::BTreeMap, sync::Arc, time::Duration};

use chrono::Utc;
use ink_lamp_advice::check::{Told, told};
use ink_lamp_devices::{state::DeviceMode, told::DeviceKind};
use ink_lamp_http::{
    devices::registry::{Devices, Known, marked},
    hub::Hub,
};
use ink_lamp_sitting::{
    checks::{CheckPoint, Device, Saw},
    entry::{DeviceSays, DevicesSaid, Entry},
    setup::Setup,
};
use ink_lamp_store::{Change, NewEntry, Store, StoreError};
use tokio::sync::broadcast::error::RecvError;
use uuid::Uuid;

/// What is said within so long is one entry.
const TOGETHER: Duration = Duration::from_millis(400);
/// So much that was said is remembered.
const MOST: usize = 20_000;

/// What was said of a look already: taken back by somebody, it is not said again until it changes.
type Already = BTreeMap<(Uuid, String, CheckPoint), String>;

/// Listens to devices as long as the server runs.
pub async fn follow(store: Store, hub: Arc<Hub>, devices: Arc<Devices>) {
    let (mut changes, mut closing) = hub.listen_in();
    let mut already = Already::new();
    loop {
        let change = tokio::select! {
            _ = closing.changed() => return,
            change = changes.recv() => change,
        };
        match change {
            Err(RecvError::Closed) => return,
            Ok(Change::Missed) => continue,
            Ok(Change::Setup { .. } | Change::Devices) | Err(RecvError::Lagged(_)) => {}
        }
        tokio::time::sleep(TOGETHER).await;
        // What came meanwhile is looked at in one go.
        while changes.try_recv().is_ok() {}
        if let Err(error) = write(&store, &devices, &mut already).await {
            tracing::warn!(%error, "what devices say of themselves is not on the tape yet");
        }
    }
}

/// What a device of a look is on it.
fn device_of(setup: &Setup, known: &Known) -> Option<Device> {
    match known.told.kind {
        DeviceKind::Unit => known.light(setup).map(Device::Unit),
        DeviceKind::Transmitter => setup.transmitter.as_ref().map(|_| Device::Transmitter),
        DeviceKind::Camera => Some(Device::Camera),
        DeviceKind::Meter => None,
    }
}

async fn write(store: &Store, devices: &Devices, already: &mut Already) -> Result<(), StoreError> {
    let now = Utc::now();
    let here: Vec<Known> = devices.all().into_iter().filter(|known| known.is_here(now)).collect();
    if here.is_empty() {
        return Ok(());
    }
    let Some(look) = devices.look_at_hand(store).await? else { return Ok(()) };
    let record = store.setup(look).await?;
    if record.closed.is_some() {
        return Ok(());
    }
    let setup = record.setup;
    let (mut said, mut by) = (Vec::new(), Vec::new());
    for known in &here {
        let Some(device) = device_of(&setup, known) else { continue };
        let state = &known.state;
        let says = Told {
            channel: state.channel,
            group: state.group,
            manual: state.mode.map(|mode| mode == DeviceMode::Manual),
            zoom: state.zoom,
            high_speed: state.high_speed,
            ready: state.ready,
            battery: state.battery,
        };
        for (point, says) in told(&setup, &device, &says) {
            let before = already.insert((look, format!("{device:?}"), point), says.clone());
            let stands = setup.tick(&device, point).is_some_and(|tick| tick.saw == Saw::Says(says.clone()));
            if before.as_ref() != Some(&says) && !stands {
                said.push(DeviceSays { device: device.clone(), point, says });
                by.push(marked(&known.bridge_name, known.simulated));
            }
        }
    }
    if already.len() > MOST {
        already.clear();
    }
    by.dedup();
    if said.is_empty() {
        return Ok(());
    }
    let keys: Vec<_> = said.iter().map(|one| (look, format!("{:?}", one.device), one.point)).collect();
    let by = if by.len() == 1 { by.pop() } else { Some("Devices".to_owned()) };
    let new = NewEntry { id: Uuid::now_v7(), base: None, at: now, entry: Entry::Said(DevicesSaid { said }), by };
    store.append(look, &new).await.map(|_| ()).inspect_err(|_| {
        // It is said with the next change.
        keys.iter().for_each(|key| drop(already.remove(key)));
    })
}
