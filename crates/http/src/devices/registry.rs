//! Who is joined, and when each gave its last sign.

use std::{
    collections::{BTreeMap, HashMap, HashSet},
    sync::{
        Arc, Mutex, MutexGuard, PoisonError, Weak,
        atomic::{AtomicBool, AtomicU64, Ordering},
    },
    time::{Duration, Instant},
};

use actix_web::http::StatusCode;
use chrono::{DateTime, TimeDelta, Utc};
use ink_lamp_devices::{
    command::{Command, Order},
    message::ToDevice,
    pace::{BEAT_SECONDS, MISSED},
    state::DeviceState,
    told::{DeviceId, DeviceTold, Hello, light_of},
};
use ink_lamp_light::refusal::Refusal;
use ink_lamp_sitting::{entry::Subject, metered::HeldAt, role::LightId, setup::Setup};
use ink_lamp_store::{Came, Change, JustCame, Session, Store, StoreError, Went};
use tokio::sync::{mpsc, oneshot};
use uuid::Uuid;

use crate::{hub::Hub, problem::Problem};

/// A device that gave no sign for so long is silent.
const SILENT: TimeDelta = TimeDelta::seconds((BEAT_SECONDS * MISSED) as i64);
/// How long a device may take for what it is asked to do; and a camera for a frame, until that is here.
const PATIENCE: Duration = Duration::from_secs(8);
const PATIENCE_FOR_A_FRAME: Duration = Duration::from_secs(13);
/// What a page says that it meters holds so long, unless it says it again.
const AIMED: Duration = Duration::from_secs(10 * 60);
/// So recently a look must have been worked on to be the one at hand, where no page says which is.
const WORKED_ON: TimeDelta = TimeDelta::hours(12);
/// Pages are told of changes this often at most.
const WORD: Duration = Duration::from_millis(400);

/// A device as it is known.
#[derive(Debug, Clone)]
pub struct Known {
    /// Whose it is: the bridge that was let in.
    pub bridge: Uuid,
    /// How the bridge is called.
    pub bridge_name: String,
    /// What the bridge says that it is.
    pub told: DeviceTold,
    /// All that the bridge speaks for is a stand-in.
    pub simulated: bool,
    /// How it says that it is set.
    pub state: DeviceState,
    /// When it gave its last sign.
    pub sign: DateTime<Utc>,
    /// What came from it last.
    pub last: Option<(DateTime<Utc>, Came)>,
}

impl Known {
    /// Whether it gave signs lately.
    #[must_use]
    pub fn is_here(&self, now: DateTime<Utc>) -> bool {
        now - self.sign <= SILENT
    }

    /// Which light of a setup it is.
    #[must_use]
    pub fn light(&self, setup: &Setup) -> Option<LightId> {
        let lights = setup.lights.iter().map(|l| (&l.id, l.unit.as_ref().map(|unit| unit.name.as_str()), l.rig.group));
        light_of(lights, &self.told, self.state.group)
    }

    /// By whom what it sends is, on a tape.
    #[must_use]
    pub fn by(&self) -> String {
        marked(&self.told.name, self.simulated)
    }
}

/// A name on a tape: a stand-in's says that it is one.
#[must_use]
pub fn marked(name: &str, simulated: bool) -> String {
    if simulated { format!("{name}, simulated") } else { name.to_owned() }
}

#[derive(Debug)]
struct Bridge {
    simulated: bool,
    connection: Option<(u64, mpsc::Sender<ToDevice>)>,
    devices: Vec<Known>,
}

/// What is metered at this moment, as a page says.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Aim {
    /// The look that is open.
    pub look: Uuid,
    /// What its meter entry stands on; none where it stands on nothing.
    pub of: Option<Subject>,
    /// Where the meter is held, where that is not as usual.
    pub place: Option<HeldAt>,
}

/// Who waits for what a bridge says to a command: that it was done, or why not.
type Waits = (Uuid, oneshot::Sender<Result<(), String>>);

/// Devices that are joined to this server.
#[derive(Debug)]
pub struct Devices {
    hub: Arc<Hub>,
    bridges: Mutex<BTreeMap<Uuid, Bridge>>,
    waiting: Mutex<HashMap<Uuid, Waits>>,
    setting: Mutex<HashSet<(Uuid, DeviceId)>>,
    aim: Mutex<Option<(Instant, Aim)>>,
    connections: AtomicU64,
    changed: AtomicBool,
}

fn locked<T>(mutex: &Mutex<T>) -> MutexGuard<'_, T> {
    mutex.lock().unwrap_or_else(PoisonError::into_inner)
}

/// A device that is not there, or does not answer.
fn silent(name: &str, detail: &str) -> Problem {
    Problem::new(StatusCode::UNPROCESSABLE_ENTITY, "device-silent", "No answer", format!("{name} {detail}"))
}

impl Devices {
    /// Nobody yet. Who follows the hub is told of changes until it is dropped.
    #[must_use]
    pub fn of(hub: Arc<Hub>) -> Arc<Self> {
        let devices = Arc::new(Self {
            hub,
            bridges: Mutex::default(),
            waiting: Mutex::default(),
            setting: Mutex::default(),
            aim: Mutex::default(),
            connections: AtomicU64::default(),
            changed: AtomicBool::default(),
        });
        tokio::spawn(Self::tell(Arc::downgrade(&devices)));
        devices
    }

    /// Tells who follows of changes, and of devices that fell silent.
    async fn tell(devices: Weak<Self>) {
        let mut here = HashSet::new();
        while let Some(devices) = devices.upgrade() {
            let now = Utc::now();
            let still: HashSet<(Uuid, DeviceId)> =
                devices.all().into_iter().filter(|known| known.is_here(now)).map(|known| (known.bridge, known.told.id)).collect();
            if devices.changed.swap(false, Ordering::SeqCst) || still != here {
                here = still;
                devices.hub.tell(Change::Devices);
            }
            drop(devices);
            tokio::time::sleep(WORD).await;
        }
    }

    /// Something changed that pages show.
    pub fn changed(&self) {
        self.changed.store(true, Ordering::SeqCst);
    }

    /// A number for a connection.
    #[must_use]
    pub fn connection(&self) -> u64 {
        self.connections.fetch_add(1, Ordering::SeqCst)
    }

    /// A bridge says for whom it speaks. A connection that it had before is over. What its devices said before holds.
    ///
    /// # Errors
    /// No device, or one twice.
    pub fn hello(&self, session: &Session, connection: u64, to: mpsc::Sender<ToDevice>, hello: Hello) -> Result<(), Refusal> {
        hello.check()?;
        let now = Utc::now();
        let mut bridges = locked(&self.bridges);
        let before = bridges.remove(&session.id).map(|bridge| bridge.devices).unwrap_or_default();
        let known = |told: DeviceTold| {
            let was = before.iter().find(|known| known.told.id == told.id);
            let (state, last) = was.map(|was| (was.state.clone(), was.last.clone())).unwrap_or_default();
            let (bridge, bridge_name) = (session.id, session.name.clone());
            Known { bridge, bridge_name, told, simulated: hello.simulated, state, sign: now, last }
        };
        let devices = hello.devices.into_iter().map(known).collect();
        bridges.insert(session.id, Bridge { simulated: hello.simulated, connection: Some((connection, to)), devices });
        self.changed();
        Ok(())
    }

    /// Whether a connection is the one that its bridge has now.
    #[must_use]
    pub fn is_current(&self, bridge: Uuid, connection: u64) -> bool {
        locked(&self.bridges).get(&bridge).and_then(|b| b.connection.as_ref()).is_some_and(|(current, _)| *current == connection)
    }

    /// A connection is over.
    pub fn left(&self, bridge: Uuid, connection: u64) {
        if let Some(bridge) = locked(&self.bridges).get_mut(&bridge)
            && bridge.connection.as_ref().is_some_and(|(current, _)| *current == connection)
        {
            bridge.connection = None;
            self.changed();
        }
    }

    /// A bridge was let out: nothing is known of it any more.
    pub fn forget(&self, bridge: Uuid) {
        if locked(&self.bridges).remove(&bridge).is_some() {
            self.changed();
        }
    }

    /// Devices gave a sign: those that are named, or all of a bridge.
    ///
    /// # Errors
    /// A device that the bridge did not name in its hello.
    pub fn sign(&self, bridge: Uuid, here: Option<&[DeviceId]>) -> Result<(), Refusal> {
        let now = Utc::now();
        let mut bridges = locked(&self.bridges);
        let Some(bridge) = bridges.get_mut(&bridge) else { return Ok(()) };
        if let Some(odd) = here.unwrap_or_default().iter().find(|id| bridge.devices.iter().all(|known| known.told.id != **id)) {
            return Err(stranger(odd).at("beat.here"));
        }
        for known in &mut bridge.devices {
            if here.is_none_or(|here| here.contains(&known.told.id)) {
                known.sign = now;
            }
        }
        Ok(())
    }

    /// A device of a bridge.
    ///
    /// # Errors
    /// One that the bridge did not name in its hello.
    pub fn device(&self, bridge: Uuid, id: &DeviceId) -> Result<Known, Refusal> {
        let bridges = locked(&self.bridges);
        let known = bridges.get(&bridge).and_then(|bridge| bridge.devices.iter().find(|known| known.told.id == *id));
        known.cloned().ok_or_else(|| stranger(id))
    }

    /// A device says how it is set; what it said before, and says now.
    ///
    /// # Errors
    /// A device that the bridge did not name in its hello.
    pub fn state(&self, bridge: Uuid, id: &DeviceId, said: DeviceState) -> Result<(DeviceState, Known), Refusal> {
        let changed = |known: &mut Known| {
            let before = known.state.clone();
            known.state.take(said);
            known.sign = Utc::now();
            if known.state != before {
                self.changed();
            }
            (before, known.clone())
        };
        self.with(bridge, id, changed)
    }

    /// Something came from a device.
    ///
    /// # Errors
    /// A device that the bridge did not name in its hello.
    fn came(&self, bridge: Uuid, id: &DeviceId, came: Came) -> Result<(), Refusal> {
        self.with(bridge, id, |known| {
            known.sign = Utc::now();
            known.last = Some((known.sign, came));
        })?;
        self.changed();
        Ok(())
    }

    fn with<T>(&self, bridge: Uuid, id: &DeviceId, change: impl FnOnce(&mut Known) -> T) -> Result<T, Refusal> {
        let mut bridges = locked(&self.bridges);
        let known = bridges.get_mut(&bridge).and_then(|bridge| bridge.devices.iter_mut().find(|known| known.told.id == *id));
        known.map(change).ok_or_else(|| stranger(id))
    }

    /// All that are known, by bridge and in the order in which it named them.
    #[must_use]
    pub fn all(&self) -> Vec<Known> {
        locked(&self.bridges).values().flat_map(|bridge| bridge.devices.iter().cloned()).collect()
    }

    /// Asks a device to do something, and waits until it says that it did.
    ///
    /// # Errors
    /// Where it can't do such a thing, is not there, does not answer, or refuses.
    pub async fn order(&self, bridge: Uuid, device: &DeviceId, order: Order) -> Result<(), Problem> {
        let known = self.device(bridge, device).map_err(|_| silent("This device", "is not joined to this server."))?;
        let name = known.told.name;
        if !order.is_for(known.told.kind) {
            return Err(Problem::refused(format!("{name} is no device that can {}.", order.words())).at("order"));
        }
        let to = locked(&self.bridges).get(&bridge).and_then(|bridge| bridge.connection.as_ref().map(|(_, to)| to.clone()));
        let to = to.ok_or_else(|| silent(&name, "is not connected at this moment. Do it on the device itself, or try again."))?;
        let id = Uuid::now_v7();
        let (answer, answered) = oneshot::channel();
        locked(&self.waiting).insert(id, (bridge, answer));
        let command = ToDevice::Command(Command { id, device: device.clone(), order: order.clone() });
        let said = async {
            to.send(command).await.ok()?;
            answered.await.ok()
        };
        let patience = if matches!(order, Order::Release(_)) { PATIENCE_FOR_A_FRAME } else { PATIENCE };
        let said = tokio::time::timeout(patience, said).await;
        locked(&self.waiting).remove(&id);
        match said {
            Ok(Some(Ok(()))) => Ok(()),
            Ok(Some(Err(why))) => Err(Problem::new(
                StatusCode::UNPROCESSABLE_ENTITY,
                "device-refused",
                "The device refuses",
                format!("{name} refuses: {why}"),
            )),
            Ok(None) | Err(_) => {
                Err(silent(&name, &format!("was asked to {} and did not answer. Look at the device itself.", order.words())))
            }
        }
    }

    /// A device answers what it was asked. Only the bridge that was asked is heard.
    pub fn answered(&self, bridge: Uuid, command: Uuid, said: Result<(), String>) {
        let mut waiting = locked(&self.waiting);
        if waiting.get(&command).is_some_and(|(asked, _)| *asked == bridge)
            && let Some((_, answer)) = waiting.remove(&command)
        {
            // Who asked may have given up.
            let _ = answer.send(said);
        }
    }

    /// While a unit is being set from here, what it says of its power is no news.
    pub(super) fn set(&self, bridge: Uuid, device: &DeviceId, now: bool) {
        let key = (bridge, device.clone());
        let mut setting = locked(&self.setting);
        if now {
            setting.insert(key)
        } else {
            setting.remove(&key)
        };
    }

    /// Whether a unit is being set from here.
    #[must_use]
    pub fn is_being_set(&self, bridge: Uuid, device: &DeviceId) -> bool {
        locked(&self.setting).contains(&(bridge, device.clone()))
    }

    /// A page says what is metered.
    pub fn take_aim(&self, aim: Aim) {
        let look = aim.look;
        let before = locked(&self.aim).replace((Instant::now(), aim));
        if before.is_none_or(|(_, before)| before.look != look) {
            self.changed();
        }
    }

    /// What is metered, where a page said it lately.
    #[must_use]
    pub fn aim(&self) -> Option<Aim> {
        locked(&self.aim).as_ref().filter(|(at, _)| at.elapsed() < AIMED).map(|(_, aim)| aim.clone())
    }

    /// The look at hand: the one that a page shows, or that was worked on last.
    ///
    /// # Errors
    /// Where the database does not answer.
    pub async fn look_at_hand(&self, store: &Store) -> Result<Option<Uuid>, StoreError> {
        match self.aim() {
            Some(aim) => Ok(Some(aim.look)),
            None => store.worked_on_last(Utc::now() - WORKED_ON).await,
        }
    }

    /// Whether a bridge's devices are stand-ins.
    #[must_use]
    pub fn is_simulated(&self, bridge: Uuid) -> bool {
        locked(&self.bridges).get(&bridge).is_some_and(|bridge| bridge.simulated)
    }

    /// Whether a bridge said hello.
    #[must_use]
    pub fn knows(&self, bridge: Uuid) -> bool {
        locked(&self.bridges).contains_key(&bridge)
    }

    /// Keeps what came from a device, and where it went: once, by its id. It is shown as the last of that device.
    ///
    /// # Errors
    /// As many ask as may, or where the database does not answer.
    pub async fn keep(
        &self,
        store: &Store,
        known: &Known,
        (id, at): (Uuid, DateTime<Utc>),
        told: Came,
        look: Option<Uuid>,
    ) -> Result<Went, StoreError> {
        let (device, simulated) = (known.told.name.clone(), known.simulated);
        let went = store.keep_came(&JustCame { id, at, device, simulated, told: told.clone(), look }).await?;
        // A bridge that was let out meanwhile is not shown any more.
        let _ = self.came(known.bridge, &known.told.id, told);
        Ok(went)
    }
}

fn stranger(id: &DeviceId) -> Refusal {
    Refusal::new("device", format!("{id} was not named in the hello. Name all devices there; a hello may be sent again."))
}
