//! How the stand-ins speak: as a real bridge would, by the devices' protocol and nothing else.

use std::{
    future::Future,
    sync::{Arc, Mutex, PoisonError},
    time::{Duration, Instant},
};

use chrono::Utc;
use futures_util::{SinkExt, StreamExt};
use ink_lamp_devices::{
    command::{Cannot, Command, Done, Measure, Order, Release, SetPower, Switch},
    message::{Beat, FromDevice, StudioTold, ToDevice},
    pace::BEAT_SECONDS,
    reading::{Measured, MeterMode},
    state::{DeviceState, StateSaid},
    told::{DeviceId, DeviceTold, Hello},
};
use ink_lamp_picture::{foretold::Easel, seen::kept, sitter::Sitter, subject::Subject as Face};
use ink_lamp_sitting::{
    checks::{CheckPoint, Device, Saw},
    entry::{DeviceChecked, DialTurned, Entry, Subject},
    role::LightId,
    setup::Setup,
    shots::Lit,
    studio::StandIn,
};
use tokio::{sync::mpsc, time::MissedTickBehavior};
use tokio_tungstenite::tungstenite::Message;
use uuid::Uuid;

use crate::{
    camera,
    join::{AGAIN, Comer, Join, JoinError, Socket, detail},
    lives::Lives,
    studio::Studio,
    told::{devices_of, states_of},
    truth::Truth,
};

/// Commands that were carried out are remembered, so that one that comes again is done once.
const REMEMBERED: usize = 100;

/// Joins a server, and speaks until it is told to stop. A server that is not there is tried again.
///
/// # Errors
/// Where they are not let in, or what they remember can't be kept.
pub async fn run(join: Join, stop: impl Future<Output = ()>) -> Result<(), JoinError> {
    if !join.server.starts_with("http://") {
        return Err(JoinError::Address(join.server));
    }
    let mut speaker = Speaker::new(join);
    tokio::pin!(stop);
    loop {
        let once = async {
            let token = speaker.comer.token().await?;
            match speaker.comer.connected(&token).await? {
                Some(socket) => {
                    tracing::info!(server = %speaker.comer.join.server, "joined");
                    speaker.speak(socket).await;
                    tracing::info!("the connection is over");
                }
                None => tokio::time::sleep(AGAIN).await,
            }
            tokio::time::sleep(AGAIN).await;
            Ok::<(), JoinError>(())
        };
        tokio::select! {
            () = &mut stop => return Ok(()),
            done = once => done?,
        }
    }
}

struct Speaker {
    comer: Comer,
    look: Option<(Uuid, Studio)>,
    face: Option<(StandIn, Arc<Face>)>,
    easel: Arc<Mutex<Easel>>,
    told: Vec<DeviceTold>,
    said: Vec<(DeviceId, DeviceState)>,
    lives: Lives,
    /// Readings that the server did not take yet.
    open: Vec<Measured>,
    done: Vec<Uuid>,
}

impl Speaker {
    fn new(join: Join) -> Self {
        let (told, said) = (devices_of(None), Vec::new());
        Self {
            comer: Comer::new(join),
            look: None,
            face: None,
            easel: Arc::default(),
            told,
            said,
            lives: Lives::default(),
            open: Vec::new(),
            done: Vec::new(),
        }
    }

    /// Speaks until the connection is over.
    async fn speak(&mut self, socket: Socket) {
        let (mut to, mut from) = socket.split();
        let (say, mut said) = mpsc::unbounded_channel::<FromDevice>();
        let _ = say.send(self.hello());
        for reading in &self.open {
            let _ = say.send(FromDevice::Reading(reading.clone()));
        }
        self.said.clear();
        self.say_states(&say);
        let mut beat = tokio::time::interval(Duration::from_secs(BEAT_SECONDS) / 2);
        beat.set_missed_tick_behavior(MissedTickBehavior::Delay);
        loop {
            tokio::select! {
                _ = beat.tick() => { let _ = say.send(FromDevice::Beat(Beat::default())); }
                words = said.recv() => {
                    let Some(words) = words else { return };
                    let Ok(text) = serde_json::to_string(&words) else { continue };
                    if to.send(Message::text(text)).await.is_err() { return }
                }
                message = from.next() => match message {
                    Some(Ok(Message::Text(text))) => match serde_json::from_str::<ToDevice>(&text) {
                        Ok(heard) => self.hear(heard, &say).await,
                        Err(error) => tracing::warn!(%error, "the server says what is not understood"),
                    },
                    Some(Ok(Message::Close(why))) => {
                        tracing::info!(why = %why.map(|why| why.reason.to_string()).unwrap_or_default(), "the server ends the connection");
                        return;
                    }
                    Some(Ok(_)) => {}
                    Some(Err(_)) | None => return,
                },
            }
        }
    }

    fn hello(&self) -> FromDevice {
        FromDevice::Hello(Hello { simulated: true, devices: self.told.clone() })
    }

    /// Says how everything is set, as far as that changed.
    fn say_states(&mut self, say: &mpsc::UnboundedSender<FromDevice>) {
        let Some((_, studio)) = &self.look else { return };
        for (device, is) in states_of(&studio.setup, &self.told) {
            let light = self.told.iter().find(|told| told.id == device).and_then(|told| studio.setup.light(told.light.as_ref()?));
            let is = light.map_or_else(|| is.clone(), |light| self.lives.said(light, is.clone()));
            if self.said.iter().any(|(known, before)| *known == device && *before == is) {
                continue;
            }
            self.said.retain(|(known, _)| *known != device);
            self.said.push((device.clone(), is.clone()));
            let _ = say.send(FromDevice::State(StateSaid { device, is }));
        }
    }

    async fn hear(&mut self, heard: ToDevice, say: &mpsc::UnboundedSender<FromDevice>) {
        match heard {
            ToDevice::Welcome(_) => {}
            ToDevice::SlowDown(slow) => tracing::warn!(slow.for_ms, "asked to speak more slowly"),
            ToDevice::Took(took) => self.open.retain(|reading| reading.id != took.id),
            ToDevice::Problem(trouble) => {
                tracing::warn!(trouble.detail, trouble.field, "the server did not take a message");
                if !trouble.again {
                    self.open.retain(|reading| Some(reading.id) != trouble.about);
                }
            }
            ToDevice::Studio(told) => self.stand(&told, say),
            ToDevice::Command(Command { id, device, order }) => {
                if self.done.contains(&id) {
                    let _ = say.send(FromDevice::Done(Done { command: id }));
                    return;
                }
                self.done.push(id);
                if self.done.len() > REMEMBERED {
                    self.done.remove(0);
                }
                self.charged(&device, &order).await;
                self.obey(id, &device, order, say);
            }
        }
    }

    /// The studio is as it is told.
    fn stand(&mut self, told: &StudioTold, say: &mpsc::UnboundedSender<FromDevice>) {
        let Ok(setup) = serde_json::from_str::<Setup>(told.setup.get()) else {
            tracing::warn!("the studio is told in a way that is not understood");
            return;
        };
        let today = || chrono::Local::now().format("%F").to_string();
        let truth = Truth::new(self.comer.join.seed.clone().unwrap_or_else(today), self.comer.join.spreads);
        let mut studio = Studio::new(setup, truth, &told.look.to_string());
        let (room, lights) = (studio.room, studio.as_known());
        let found = self.comer.kept.found(told.look, || room, lights.into_iter());
        studio.room = found.room as f64 / 1000.0;
        studio.found = found.lights.iter().map(|light| (light.what.clone(), light.off as f64 / 1000.0)).collect();
        if let Err(error) = self.comer.keep() {
            tracing::warn!(%error, "the room is forgotten at the next start");
        }
        let devices = devices_of(Some(&studio.setup));
        self.look = Some((told.look, studio));
        if devices != self.told {
            self.told = devices;
            let _ = say.send(self.hello());
            self.said.clear();
        }
        self.say_states(say);
    }

    fn obey(&mut self, command: Uuid, device: &DeviceId, order: Order, say: &mpsc::UnboundedSender<FromDevice>) {
        let flashes = self.flashes(device, &order);
        if let Some(why) = self.silent(&flashes) {
            let _ = say.send(FromDevice::Refused(Cannot { command, why }));
            return;
        }
        self.popped(&flashes);
        let done = match order {
            Order::Measure(measure) => self.measure(device, measure, say),
            Order::SetPower(power) => self.set_power(device, &power),
            Order::TestFire(_) => self.fire(device),
            Order::Release(release) => match self.release(command, device, release, say) {
                // It answers once the frame is there.
                Ok(()) => return,
                Err(why) => Err(why),
            },
            Order::Lamp(Switch { on }) => self.light(device).map(|light| self.lives.lamp(&light, on)),
            // A meter and a camera wake by themselves.
            Order::Standby(Switch { on }) => {
                if let Ok(light) = self.light(device) {
                    self.lives.sleeps(&light, on);
                }
                Ok(())
            }
        };
        let answer = match done {
            Ok(()) => FromDevice::Done(Done { command }),
            Err(why) => FromDevice::Refused(Cannot { command, why }),
        };
        let _ = say.send(answer);
        self.say_states(say);
    }

    /// Which lights an order makes flash.
    fn flashes(&self, device: &DeviceId, order: &Order) -> Vec<LightId> {
        match order {
            Order::Measure(Measure { of: Some(Subject::Light(light)), .. }) => vec![light.clone()],
            Order::Measure(Measure { of: Some(Subject::Whole), .. }) => self.told.iter().filter_map(|told| told.light.clone()).collect(),
            // One unit, or all that a transmitter fires.
            Order::TestFire(_) => {
                self.light(device).map_or_else(|_| self.told.iter().filter_map(|told| told.light.clone()).collect(), |light| vec![light])
            }
            _ => Vec::new(),
        }
    }

    /// Waits until what an order makes flash is charged again.
    async fn charged(&self, device: &DeviceId, order: &Order) {
        let now = Instant::now();
        let longest = self.flashes(device, order).iter().map(|light| self.lives.charges(light, now)).max();
        tokio::time::sleep(longest.unwrap_or_default()).await;
    }

    fn studio(&self) -> Result<&Studio, String> {
        self.look.as_ref().map(|(_, studio)| studio).ok_or_else(|| "no look is open: there is no studio to stand in.".to_owned())
    }

    /// Why one of these lights can't flash, where one can't.
    fn silent(&self, lights: &[LightId]) -> Option<String> {
        let (_, studio) = self.look.as_ref()?;
        lights.iter().find_map(|light| self.lives.silent(studio.setup.light(light)?))
    }

    /// These lights flash.
    fn popped(&mut self, lights: &[LightId]) {
        let Some((_, studio)) = &self.look else { return };
        let now = Instant::now();
        for light in lights.iter().filter_map(|light| studio.setup.light(light)) {
            self.lives.popped(light, now);
        }
    }

    fn measure(&mut self, device: &DeviceId, measure: Measure, say: &mpsc::UnboundedSender<FromDevice>) -> Result<(), String> {
        let of = measure.of.ok_or("say which light is on: a stand-in sees none.")?;
        self.comer.kept.readings += 1;
        let nth = self.comer.kept.readings;
        let kept = self.comer.keep();
        let studio = self.studio()?;
        let exposure = studio.setup.camera.as_ref().map(|camera| camera.exposure);
        let (iso, shutter) =
            (studio.setup.meter.iso.or(exposure.map(|e| e.iso)), studio.setup.meter.shutter.or(exposure.map(|e| e.shutter)));
        let (Some(iso), Some(shutter)) = (iso, shutter) else { return Err("set the camera first: the meter goes by it.".to_owned()) };
        let shutter = if of == Subject::Room { studio.time_for_room(measure.place, iso, shutter) } else { shutter };
        let shows = studio.meter(&of, measure.place, iso, shutter, nth).map_err(|refusal| refusal.message)?;
        kept.map_err(|error| error.to_string())?;
        let mode = if of == Subject::Room { MeterMode::Ambient } else { MeterMode::Flash };
        let reading = Measured {
            id: Uuid::now_v7(),
            device: device.clone(),
            at: Utc::now(),
            shows,
            iso,
            shutter,
            mode,
            of: Some(of),
            place: measure.place,
            receptor: None,
        };
        self.open.push(reading.clone());
        let _ = say.send(FromDevice::Reading(reading));
        Ok(())
    }

    /// The light that one of the units is.
    fn light(&self, device: &DeviceId) -> Result<LightId, String> {
        let told = self.told.iter().find(|told| told.id == *device);
        told.and_then(|told| told.light.clone()).ok_or_else(|| "this is no unit.".to_owned())
    }

    fn set_power(&mut self, device: &DeviceId, power: &SetPower) -> Result<(), String> {
        let light = self.light(device)?;
        let turned = Entry::Dial(DialTurned { light, dial: power.power.clone() });
        let (_, studio) = self.look.as_mut().ok_or("no look is open.")?;
        studio.setup = studio.setup.apply(&turned).map_err(|refusal| refusal.message)?;
        Ok(())
    }

    fn fire(&mut self, device: &DeviceId) -> Result<(), String> {
        let lights: Vec<LightId> = match self.light(device) {
            Ok(light) => vec![light],
            // What a transmitter fires.
            Err(_) => self.told.iter().filter_map(|told| told.light.clone()).collect(),
        };
        self.comer.kept.readings += 1;
        let nth = self.comer.kept.readings;
        let (_, studio) = self.look.as_mut().ok_or("no look is open.")?;
        for light in lights {
            if studio.truth.is_lost(&light.to_string(), nth) {
                return Err("it did not fire. Look at channel, group and battery.".to_owned());
            }
            let flashed = Saw::Right("fires".to_owned());
            let seen = DeviceChecked { device: Device::Unit(light), point: CheckPoint::Fires, saw: Some(flashed), by: None };
            if let Ok(next) = studio.setup.apply(&Entry::Checked(seen)) {
                studio.setup = next;
            }
        }
        Ok(())
    }

    /// The sitter's stand-in, with what was worked out of it on this machine.
    fn face(&mut self, of: StandIn) -> Result<Arc<Face>, String> {
        if let Some((known, face)) = &self.face
            && *known == of
        {
            return Ok(Arc::clone(face));
        }
        let sitter = Sitter::of(of).map_err(|error| error.to_string())?;
        let seen = kept::read(&self.comer.join.pictures, &sitter);
        let is_whole = seen.is_some();
        let face = Arc::new(match seen {
            Some(seen) => Face::of(sitter, seen),
            None => Face::plain(sitter),
        });
        // What is not worked out yet is looked for again.
        self.face = is_whole.then(|| (of, Arc::clone(&face)));
        Ok(face)
    }

    fn release(
        &mut self,
        command: Uuid,
        device: &DeviceId,
        release: Release,
        say: &mpsc::UnboundedSender<FromDevice>,
    ) -> Result<(), String> {
        let lit = release.lit.unwrap_or(Lit::All);
        let studio = self.studio()?.clone();
        self.comer.kept.frames += 1;
        let nth = self.comer.kept.frames;
        self.comer.keep().map_err(|error| error.to_string())?;
        let face = self.face(studio.setup.face)?;
        let model = self.told.iter().find(|told| told.id == *device).map(|told| told.name.clone()).unwrap_or_default();
        let (http, say, easel) = (self.comer.http.clone(), say.clone(), Arc::clone(&self.easel));
        let token = self.comer.kept.token.clone().unwrap_or_default();
        let on = match &lit {
            Lit::All => "all".to_owned(),
            Lit::NoFlash => "no_flash".to_owned(),
            Lit::Alone(light) => light.to_string(),
        };
        let at = Utc::now().to_rfc3339_opts(chrono::SecondsFormat::Millis, true);
        // Every value is one that a URL takes as it is.
        let url = format!(
            "{}/api/devices/frames?id={}&at={at}&name=SIMULATED-{nth:04}.JPG&device={device}&lit={on}",
            self.comer.join.server,
            Uuid::now_v7(),
        );
        tokio::spawn(async move {
            let draw = move || {
                let mut easel = easel.lock().unwrap_or_else(PoisonError::into_inner);
                camera::frame(&studio, &face, &mut easel, &lit, &model, nth)
            };
            let drawn = tokio::task::spawn_blocking(draw).await;
            let sent = async {
                let frame = drawn.map_err(|error| error.to_string())?.map_err(|refusal| refusal.message)?;
                let request = http.post(url).header("content-type", "application/octet-stream").bearer_auth(token).body(frame.jpeg);
                let answer = request.send().await.map_err(|error| format!("the frame did not get through ({error})."))?;
                if answer.status().is_success() { Ok(()) } else { Err(detail(answer).await.1) }
            };
            let answer = match sent.await {
                Ok(()) => FromDevice::Done(Done { command }),
                Err(why) => FromDevice::Refused(Cannot { command, why }),
            };
            let _ = say.send(answer);
        });
        Ok(())
    }
}
