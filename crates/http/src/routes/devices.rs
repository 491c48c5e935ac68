//! Devices: who is joined, what came in, what they are asked to do.

use std::sync::Arc;

use actix_web::{HttpResponse, get, http::StatusCode, post, put, web};
use chrono::{DateTime, Utc};
use ink_lamp_devices::{
    command::Order,
    pace::{BEAT_SECONDS, MISSED},
    state::DeviceState,
    told::{DeviceId, DeviceKind},
};
use ink_lamp_light::refusal::Refusal;
use ink_lamp_sitting::{
    entry::{Entry, Subject},
    metered::HeldAt,
    role::LightId,
};
use ink_lamp_store::{Came, CameIn, DoorRole, FrameCame, NewEntry, Store, Went};
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use super::frames::{FrameTaken, lit_of};
use crate::{
    body::{Checked, Id, when},
    devices::registry::{Aim, Devices, Known, marked},
    door::{rights::Right, who::Who},
    problem::Problem,
    shots::{File, Shots},
};

/// So many that went somewhere are shown.
const SHOWN: u64 = 20;

/// Devices that are joined, and what came in from them.
#[derive(Serialize, ToSchema)]
pub struct DevicesView {
    /// Those that said hello to this server since it started, by bridge.
    devices: Vec<JoinedDevice>,
    /// Bridges that were let in and have not said hello since.
    absent: Vec<AbsentBridge>,
    /// What came in, the newest first: all that asks what it is of, then what went somewhere.
    came: Vec<CameView>,
    /// A device that gave no sign for so long is silent, seconds.
    silent_after: u64,
}

/// A device.
#[derive(Serialize, ToSchema)]
pub struct JoinedDevice {
    /// Whose it is: what is let out at the door.
    bridge: Uuid,
    /// How the bridge is called.
    bridge_name: String,
    /// Its id with the bridge.
    id: DeviceId,
    /// What it is.
    kind: DeviceKind,
    /// As it is called.
    name: String,
    /// It is a stand-in.
    simulated: bool,
    /// Whether it gave signs lately.
    here: bool,
    /// When it gave its last sign.
    sign: DateTime<Utc>,
    /// How it says that it is set.
    state: DeviceState,
    /// The light of the look that it is, where it is one.
    #[serde(skip_serializing_if = "Option::is_none")]
    light: Option<LightId>,
    /// What came from it last.
    #[serde(skip_serializing_if = "Option::is_none")]
    last: Option<LastCame>,
}

/// What came last from a device.
#[derive(Serialize, ToSchema)]
pub struct LastCame {
    /// When.
    at: DateTime<Utc>,
    /// What.
    told: Came,
}

/// A bridge that was let in and has not said hello.
#[derive(Serialize, ToSchema)]
pub struct AbsentBridge {
    /// Its id at the door.
    id: Uuid,
    /// As it is called.
    name: String,
    /// When it was seen last.
    seen_at: DateTime<Utc>,
}

/// What came in.
#[derive(Serialize, ToSchema)]
pub struct CameView {
    /// Its id; that of its entry, where it is a reading on a tape.
    id: Uuid,
    /// When it came.
    at: DateTime<Utc>,
    /// From which device.
    device: String,
    /// From a stand-in.
    simulated: bool,
    /// What; left out where a later version wrote it.
    #[serde(skip_serializing_if = "Option::is_none")]
    told: Option<Came>,
    /// The look whose tape it went to.
    #[serde(skip_serializing_if = "Option::is_none")]
    look: Option<Uuid>,
    /// Where it went.
    went: Went,
}

impl From<CameIn> for CameView {
    fn from(came: CameIn) -> Self {
        let CameIn { id, came_at, device, simulated, told, look, went, .. } = came;
        Self { id, at: came_at, device, simulated, told: told.ok(), look, went }
    }
}

/// For which look.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct ForLook {
    /// The look whose lights the units are.
    look: Option<Uuid>,
}

/// Devices that are joined to this server, and what came in from them.
#[utoipa::path(operation_id = "showDevices", tag = "devices", params(ForLook), responses(
    (status = 200, description = "The devices", body = DevicesView),
    (status = 400, description = "A query that can't be read", body = Problem),
    (status = 404, description = "No such look", body = Problem),
))]
#[get("/devices")]
pub async fn list(
    store: web::Data<Store>,
    devices: web::Data<Arc<Devices>>,
    of: web::Query<ForLook>,
) -> Result<web::Json<DevicesView>, Problem> {
    let setup = match of.look {
        Some(look) => Some(store.setup(look).await?.setup),
        None => None,
    };
    let now = Utc::now();
    let view = |known: Known| {
        let (here, light) = (known.is_here(now), setup.as_ref().and_then(|setup| known.light(setup)));
        let Known { bridge, bridge_name, told, simulated, state, sign, last } = known;
        let last = last.map(|(at, told)| LastCame { at, told });
        JoinedDevice { bridge, bridge_name, id: told.id, kind: told.kind, name: told.name, simulated, here, sign, state, light, last }
    };
    let absent = store.sessions().await?.into_iter().filter(|s| s.role == DoorRole::Device && !devices.knows(s.id));
    Ok(web::Json(DevicesView {
        devices: devices.all().into_iter().map(view).collect(),
        absent: absent.map(|s| AbsentBridge { id: s.id, name: s.name, seen_at: s.seen_at }).collect(),
        came: store.came_in(SHOWN).await?.into_iter().map(CameView::from).collect(),
        silent_after: BEAT_SECONDS * MISSED,
    }))
}

/// What is metered at this moment.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MeteredNow {
    /// The look that is open.
    look: Uuid,
    /// What its meter entry stands on: `room`, `whole` or a light's id; left out where it stands on nothing.
    #[serde(default)]
    #[schema(value_type = Option<String>, example = "fill")]
    of: Option<Subject>,
    /// Where the meter is held, where that is not as usual.
    #[serde(default)]
    place: Option<HeldAt>,
}

/// Says which look is open and what is metered: readings of connected meters go there. It holds for ten minutes.
#[utoipa::path(operation_id = "sayMetered", tag = "devices", request_body = MeteredNow, responses(
    (status = 204, description = "Known"),
    (status = 422, description = "A field is wrong", body = Problem),
))]
#[put("/devices/metered")]
pub async fn metered(
    store: web::Data<Store>,
    devices: web::Data<Arc<Devices>>,
    body: Checked<MeteredNow>,
) -> Result<HttpResponse, Problem> {
    let MeteredNow { look, of, place } = body.0;
    // No real reading goes to a drill, and no device is told of its studio.
    if !store.is_practice(look).await? {
        devices.take_aim(Aim { look, of, place });
    }
    Ok(HttpResponse::NoContent().finish())
}

/// What a device is asked to do.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OrderToGive {
    /// The device's bridge.
    bridge: Uuid,
    /// The device.
    device: DeviceId,
    /// What it is to do.
    order: Order,
}

/// Asks a device to do something, and waits until it says that it did.
#[utoipa::path(operation_id = "orderDevice", tag = "devices", request_body = OrderToGive, responses(
    (status = 204, description = "Done"),
    (status = 422, description = "It refuses, does not answer, or a field is wrong", body = Problem),
))]
#[post("/devices/orders")]
pub async fn order(devices: web::Data<Arc<Devices>>, body: Checked<OrderToGive>) -> Result<HttpResponse, Problem> {
    let OrderToGive { bridge, device, order } = body.0;
    devices.order(bridge, &device, order).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// What a reading is of that asks.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ReadingToPlace {
    /// The look whose tape it goes to; left out where it is put away.
    #[serde(default)]
    look: Option<Uuid>,
    /// What was read: `room`, `whole` or a light's id.
    #[serde(default)]
    #[schema(value_type = Option<String>, example = "fill")]
    of: Option<Subject>,
}

/// Says what a reading is of that asks, or puts it away. Said twice, the first holds.
#[utoipa::path(operation_id = "placeReading", tag = "devices", params(("id" = Uuid, Path, description = "The reading")), request_body = ReadingToPlace, responses(
    (status = 204, description = "Done"),
    (status = 404, description = "No such reading, or look", body = Problem),
    (status = 410, description = "The sitting was deleted", body = Problem),
    (status = 422, description = "It can't be of that", body = Problem),
))]
#[put("/devices/readings/{id}")]
pub async fn put_reading(
    store: web::Data<Store>,
    devices: web::Data<Arc<Devices>>,
    who: Who,
    id: Id,
    body: Checked<ReadingToPlace>,
) -> Result<HttpResponse, Problem> {
    let ReadingToPlace { look, of } = body.0;
    let came = store.came(id.0).await?;
    let done = || HttpResponse::NoContent().finish();
    if came.went != Went::Asks {
        return Ok(done());
    }
    if let Some(look) = look {
        let of = of.ok_or_else(|| Refusal::new("of", "Say what was read: room, whole, or a light's id."))?;
        let Ok(Came::Reading(read)) = came.told else {
            return Err(Problem::refused("This is no reading that can go to a tape. Put it away.").at("look"));
        };
        let by = marked(&came.device, came.simulated);
        let by = who.name().map_or(by.clone(), |name| format!("{by}, placed by {name}").chars().take(60).collect());
        let entry = Entry::Reading(read.taken(of, came.simulated));
        store.append(look, &NewEntry { id: came.id, base: None, at: came.at, entry, by: Some(by) }).await?;
    }
    store.came_went(came.id, look).await?;
    devices.changed();
    Ok(done())
}

/// What a camera says of a frame beside its file.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct AboutDeviceFrame {
    /// Made by the device (UUID, best of version 7): sent twice, it is taken once.
    id: Uuid,
    /// When it was taken, from 1900 to 2200.
    #[serde(deserialize_with = "when")]
    at: DateTime<Utc>,
    /// The file's name.
    name: String,
    /// The camera's id with its bridge.
    device: String,
    /// Which lights were on: `no_flash`, `all`, or the id of the one that was on alone. Said later where it is left out.
    lit: Option<String>,
}

/// Takes a frame from a camera that is joined into the look at hand: the file itself is the body, as with `POST /api/setups/{id}/frames`.
#[utoipa::path(operation_id = "takeDeviceFrame", tag = "devices", params(AboutDeviceFrame),
    request_body(content = String, content_type = "application/octet-stream", description = "The file"), responses(
    (status = 200, description = "It was there before", body = FrameTaken),
    (status = 201, description = "Taken", body = FrameTaken),
    (status = 400, description = "A query that can't be read, or a file that was cut off on its way", body = Problem),
    (status = 409, description = "No look is open: send it again once one is", body = Problem),
    (status = 413, description = "Too large", body = Problem),
    (status = 422, description = "No picture that can be read, or no camera that is joined", body = Problem),
    (status = 503, description = "Too many at once, or record out of reach", body = Problem),
))]
#[post("/devices/frames")]
pub async fn frame(
    store: web::Data<Store>,
    shots: web::Data<Shots>,
    devices: web::Data<Arc<Devices>>,
    who: Who,
    about: web::Query<AboutDeviceFrame>,
    payload: web::Payload,
) -> Result<HttpResponse, Problem> {
    let AboutDeviceFrame { id, at, name, device, lit } = about.into_inner();
    let Some(bridge) = who.session().map(|session| session.id) else { return Err(who.refused(Right::Device)) };
    let lit = lit.map(|lit| lit_of(&lit)).transpose()?;
    let device = DeviceId::try_from(device).map_err(|refusal| refusal.at("device"))?;
    let known = devices.device(bridge, &device).map_err(|refusal| refusal.at("device"))?;
    let look = devices.look_at_hand(&store).await?.ok_or_else(|| {
        let detail = "No look is open, and none was worked on today. Open one, then send the frame again.";
        Problem::new(StatusCode::CONFLICT, "no-look", "No look", detail)
    })?;
    let bytes = shots.receive(payload).await?;
    let file = File { bytes, name: name.clone(), entry: id, at, by: Some(known.by()), lit };
    let (picture, fresh) = shots.take(&store, look, file).await?;
    devices.keep(&store, &known, (id, at), Came::Frame(FrameCame { file: name }), Some(look)).await?;
    let taken = FrameTaken::of(picture, fresh);
    Ok(if fresh { HttpResponse::Created().json(taken) } else { HttpResponse::Ok().json(taken) })
}
