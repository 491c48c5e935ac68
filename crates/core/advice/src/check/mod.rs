//! Before the first flash: each device, point by point, what would spoil it, and what mends that. Works without any device connected: what a device
//! can't say, a person looks at and ticks.

mod cautions;
mod cell;
mod device;
mod finding;
mod told;

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    checks::{CheckPoint, Device, Saw},
    entry::{CheckAgain, Entry, LightPut},
    light::{Light, ModellingLamp},
    role::Role,
    setup::Setup,
};
use serde::Serialize;

use crate::{
    action::{Action, light_with},
    cautions::of as cautions_here,
    correct::Corrected,
    findings::{self, Found},
    words::{check as words, span::Span},
};

pub(crate) use cautions::heed;
pub use cautions::{CautionState, CautionTold};
pub(crate) use finding::to_mend;
pub use finding::{CheckFinding, ToMend};
pub use told::{Told, told};

use cell::{Shown, Wanted};
use device::{checked, devices, headed, note};
use finding::{how, mends, put_aside, seen_wrong, shown, worst_first};

/// Everything that would spoil the first flash.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Check {
    /// What there is to mend, in a line.
    pub title: Vec<Span>,
    /// How all cells stand, in a line.
    pub stands: String,
    /// Cells that are right.
    pub right: usize,
    /// Findings that are to be mended.
    pub mend: usize,
    /// Cells that nobody looked at.
    pub say: usize,
    /// Camera, transmitter, then each unit in the order of the lanes.
    pub devices: Vec<CheckedDevice>,
    /// The points, each with a cell for each device.
    pub rows: Vec<CheckRow>,
    /// What is to be mended, the most harmful first.
    pub findings: Vec<CheckFinding>,
    /// What was put aside, and why.
    pub aside: Vec<CheckFinding>,
    /// Each unit's turn to fire.
    pub turns: Vec<FireTurn>,
    /// Usual cautions: those that nobody acted on yet first. Local codes and licensed practice decide.
    pub cautions: Vec<CautionTold>,
    /// Forgets what was seen on all devices; none where nothing was.
    pub again: Option<Action>,
}

/// A device as its column is headed.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CheckedDevice {
    /// Which.
    pub device: Device,
    /// The role of its light.
    pub role: Option<Role>,
    /// As it is said: `Camera`, `Rim`.
    pub name: String,
    /// What it is called: `Taper 400`.
    pub kit: String,
    /// `right`, `1 to mend`, `2 to say`.
    pub stands: String,
    /// How many are to be mended.
    pub mend: usize,
    /// How many nobody looked at.
    pub say: usize,
    /// Cautions that belong to it, short, until somebody acted on them.
    pub cautions: Vec<String>,
    /// What is noted of this piece in the kit.
    pub note: Option<String>,
}

/// A point.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CheckRow {
    /// Which.
    pub point: CheckPoint,
    /// As it is said: `Channel`.
    pub name: String,
    /// One cell for each device, in their order.
    pub cells: Vec<CheckCell>,
}

/// How a cell stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum CellState {
    /// A person saw it right.
    Right,
    /// Nobody looked yet: it stops nothing.
    NotSaid,
    /// It is to be mended.
    Wrong,
    /// It was put aside.
    Aside,
    /// This device has no such thing.
    None,
}

/// One device at one point.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CheckCell {
    /// How it stands.
    pub state: CellState,
    /// What it shows, or is to show.
    pub says: String,
    /// Who looked, where that was said.
    pub by: Option<String>,
    /// The device itself says it.
    pub device_says: bool,
    /// What can be said of it: the first by a click; several where nobody said which.
    pub press: Vec<Action>,
}

/// A unit's turn to fire.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FireTurn {
    /// Which device.
    pub device: Device,
    /// The role of its light.
    pub role: Role,
    /// What to do.
    pub say: String,
    /// How it stands.
    pub state: CellState,
    /// It fired.
    pub fired: Action,
    /// It did not.
    pub not: Action,
}

/// The points in the order in which devices are looked at.
const POINTS: [CheckPoint; 14] = [
    CheckPoint::Channel,
    CheckPoint::Group,
    CheckPoint::Mode,
    CheckPoint::Lowest,
    CheckPoint::Step,
    CheckPoint::Ready,
    CheckPoint::Supply,
    CheckPoint::Reach,
    CheckPoint::Range,
    CheckPoint::Slave,
    CheckPoint::Zoom,
    CheckPoint::HighSpeed,
    CheckPoint::Charge,
    CheckPoint::Lamp,
];

impl Check {
    /// What is looked at before the first flash of a setup.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_advice::check::Check;
    /// use ink_lamp_sitting::setup::Setup;
    ///
    /// // Nobody said yet which units stand there.
    /// assert!(Check::of(&Setup::default()).turns.is_empty());
    /// ```
    #[must_use]
    pub fn of(setup: &Setup) -> Self {
        let scene = Scene::of(setup);
        let all = findings::of(&Corrected::new(&scene, &[]));
        let found = worst_first(&all);
        let matters = cautions_here(&scene, &all);
        let devices = devices(setup);
        let rows: Vec<CheckRow> = POINTS.iter().filter_map(|&point| row(&scene, &found, &devices, point)).collect();
        let cells = |at: usize| rows.iter().map(move |row| &row.cells[at]);
        let count = |at: usize, state: CellState| cells(at).filter(|c| c.state == state).count();
        let column = |(at, device): (usize, &Device)| {
            let (mend, say) = (findings_on(setup, &found, device), count(at, CellState::NotSaid));
            let stands = words::stands(mend, say);
            let (role, name, kit) = headed(setup, device);
            CheckedDevice {
                device: device.clone(),
                role,
                name,
                kit,
                stands,
                mend,
                say,
                cautions: cautions::on(&scene, &matters, device),
                note: note(setup, device),
            }
        };
        let devices: Vec<CheckedDevice> = devices.iter().enumerate().map(column).collect();
        let total = |state| rows.iter().flat_map(|row| &row.cells).filter(|c| c.state == state).count();
        let (right, say) = (total(CellState::Right), total(CellState::NotSaid));
        let mut findings: Vec<CheckFinding> = found.iter().filter_map(|f| shown(&scene, f)).collect();
        findings.extend(setup.checks.iter().filter_map(|tick| seen_wrong(setup, tick)));
        let mend = findings.len();
        let worst = findings.first().map(|f| words::first(&headed(setup, &f.device).1, f.point));
        Self {
            title: words::title(mend, say, right, worst),
            stands: words::all(right, right + say + mend, say),
            right,
            mend,
            say,
            turns: turns(setup),
            cautions: cautions::all(&scene, &matters),
            again: (!setup.checks.is_empty())
                .then(|| Action { label: words::BEGIN_AGAIN.to_owned(), entry: Entry::CheckAgain(CheckAgain {}) }),
            aside: setup.checks.iter().filter_map(|tick| put_aside(setup, tick)).collect(),
            devices,
            rows,
            findings,
        }
    }
}

fn findings_on(setup: &Setup, found: &[&Found], device: &Device) -> usize {
    let seen = setup.checks.iter().filter(|t| t.device == *device && told::wrong(setup, t).is_some()).count();
    seen + found.iter().filter(|f| f.cells.first().is_some_and(|(d, _)| d == device)).count()
}

/// A point that any device has.
fn row(scene: &Scene, found: &[&Found], devices: &[Device], point: CheckPoint) -> Option<CheckRow> {
    let cells: Vec<CheckCell> = devices.iter().map(|device| cell_of(scene, found, device, point)).collect();
    cells.iter().any(|c| c.state != CellState::None).then(|| CheckRow { point, name: words::point(point).to_owned(), cells })
}

fn cell_of(scene: &Scene, found: &[&Found], device: &Device, point: CheckPoint) -> CheckCell {
    let setup = scene.setup;
    let tick = setup.tick(device, point);
    let say = |label: &str, saw: Option<Saw>| Action { label: label.to_owned(), entry: checked(device, point, saw) };
    let right = |says: &str| say(says, Some(Saw::Right(says.to_owned())));
    let back = || vec![say(words::NOT_SAID, None)];
    let (state, says, press) = match cell::of(scene, found, device, point) {
        None => (CellState::None, String::new(), Vec::new()),
        Some(Shown::Right(says)) if point == CheckPoint::Lamp => {
            let said = |lamp| {
                let says = words::lamp(lamp);
                Some(Action { label: says.to_owned(), entry: described(setup, device, point, says)? })
            };
            (CellState::Right, says, ModellingLamp::ALL.into_iter().filter_map(said).collect())
        }
        Some(Shown::Right(says)) => (CellState::Right, says, back()),
        Some(Shown::NotSaid(Wanted::This(says))) => (CellState::NotSaid, says.clone(), vec![right(&says)]),
        Some(Shown::NotSaid(Wanted::OneOf(some))) => {
            let said = |says: &String| {
                described(setup, device, point, says).map_or_else(|| right(says), |entry| Action { label: says.clone(), entry })
            };
            (CellState::NotSaid, words::SAY_IT.to_owned(), some.iter().map(said).collect())
        }
        Some(Shown::Wrong(says)) => {
            let mends = cell::at(found, device, point).and_then(|f| mends(scene, f));
            // What somebody saw wrong can be taken back; what follows from the setup is mended, or put aside.
            let seen = tick.is_some();
            (CellState::Wrong, says, mends.map_or_else(|| if seen { back() } else { Vec::new() }, |mends| vec![mends]))
        }
        Some(Shown::Aside(why)) => (CellState::Aside, why, back()),
    };
    let by = tick.filter(|_| state == CellState::Right).and_then(|t| t.by.clone());
    let device_says = tick.is_some_and(|t| matches!(t.saw, Saw::Says(_))) && matches!(state, CellState::Right | CellState::Wrong);
    // What a device says itself is not for a person to say: it is mended there, or put aside.
    let press = if device_says && state == CellState::Right { Vec::new() } else { press };
    CheckCell { state, says, by, device_says, press }
}

/// The entry that says of a unit what nobody said of it yet.
fn described(setup: &Setup, device: &Device, point: CheckPoint, says: &str) -> Option<Entry> {
    let Device::Unit(id) = device else { return None };
    let light = setup.light(id)?;
    match point {
        CheckPoint::Channel => {
            let channel = says.parse().ok()?;
            Some(light_with(light, |l: &mut LightPut| l.rig.channel = Some(channel)))
        }
        CheckPoint::Lamp => {
            let lamp = ModellingLamp::ALL.into_iter().find(|lamp| words::lamp(*lamp) == says)?;
            Some(light_with(light, |l: &mut LightPut| l.rig.lamp = Some(lamp)))
        }
        _ => None,
    }
}

fn turns(setup: &Setup) -> Vec<FireTurn> {
    let turn = |light: &Light| {
        let unit = light.unit.as_ref()?;
        let device = Device::Unit(light.id.clone());
        let tick = setup.tick(&device, CheckPoint::Fires).map(|t| &t.saw);
        let state = match tick {
            Some(Saw::Right(_)) => CellState::Right,
            Some(Saw::Wrong(_)) => CellState::Wrong,
            Some(Saw::Aside(_)) => CellState::Aside,
            Some(Saw::Says(_)) | None => CellState::NotSaid,
        };
        let press = |label: &str, saw: Saw| Action { label: label.to_owned(), entry: checked(&device, CheckPoint::Fires, Some(saw)) };
        let fired = press(words::IT_FIRED, Saw::Right(words::FIRES.to_owned()));
        let not = press(words::IT_DID_NOT, Saw::Wrong(words::DID_NOT_FIRE.to_owned()));
        let say = words::fire(&light.name(), unit, how(setup, &device, CheckPoint::Charge).as_deref());
        Some(FireTurn { role: light.role, say, state, fired, not, device })
    };
    setup.lights.iter().filter_map(turn).collect()
}
