//! What is to be mended before the first flash, the most harmful first; what was seen wrong; what was put aside.

use ink_lamp_light::strobe::Unit;
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    checks::{CheckPoint, Device, DeviceTick, Saw},
    kit::Transmitter,
    role::Role,
    setup::Setup,
};
use serde::Serialize;

use super::{
    device::{checked, headed},
    told,
};
use crate::{
    action::Action,
    findings::{Cell, FindingKind, Found},
    words::{check as words, findings as said, span::Span},
};

/// Something that would spoil the flash, and what mends it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CheckFinding {
    /// What it is; none where somebody saw it and no rule did.
    pub kind: Option<FindingKind>,
    /// On which device.
    pub device: Device,
    /// At which point.
    pub point: CheckPoint,
    /// The role of its light.
    pub role: Option<Role>,
    /// What it is, and what comes of it.
    pub words: Vec<Span>,
    /// How that is done on this piece of kit, in its own words.
    pub how: Option<String>,
    /// What to press once it is mended.
    pub mends: Option<Action>,
    /// It spoils the frame.
    pub spoils: bool,
}

/// How many things are to be mended before the first flash, and the worst of them: what a board keeps of it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ToMend {
    /// How many.
    pub count: usize,
    /// The worst.
    pub worst: Vec<Span>,
}

/// What a board keeps of it: none where nothing is to be mended.
pub(crate) fn to_mend(scene: &Scene, found: &[Found]) -> Option<ToMend> {
    let found = worst_first(found);
    let mut seen = scene.setup.checks.iter().filter_map(|tick| seen_wrong(scene.setup, tick));
    let (count, first) = (found.len(), found.first().map(|f| said::sentence(&f.fact, scene)));
    let worst = first.or_else(|| Some(seen.next()?.words))?;
    Some(ToMend { count: count.max(1) + seen.count(), worst })
}

/// What is looked at on devices, in order of harm: what does not fire, what spoils the frame, what changes the light, what is only slow.
pub(super) fn worst_first(found: &[Found]) -> Vec<&Found> {
    let harm = |f: &&Found| {
        let kind = f.fact.kind();
        match kind {
            _ if kind.is_about_firing() => 0,
            FindingKind::LineOfSight => 1,
            _ if kind.is_spoiling() => 2,
            FindingKind::ChargeKept | FindingKind::CommanderContributes | FindingKind::GroupShared => 3,
            FindingKind::TransmitterLowest | FindingKind::StepsDiffer => 4,
            _ => 5,
        }
    };
    let mut worst: Vec<&Found> = found.iter().filter(|f| !f.cells.is_empty()).collect();
    worst.sort_by_key(harm);
    // One setting of the transmitter is told once, whatever units it is wrong for.
    let mut told: Vec<&[Cell]> = Vec::new();
    worst.retain(|f| {
        let is_new = !told.contains(&f.cells.as_slice());
        told.push(&f.cells);
        is_new
    });
    worst
}

/// The press that mends a finding.
pub(super) fn mends(scene: &Scene, found: &Found) -> Option<Action> {
    let entry = found.mends.clone()?;
    Some(Action { label: said::press(&found.fact, &entry, scene), entry })
}

/// A finding as it is shown; none that is looked at nowhere.
pub(super) fn shown(scene: &Scene, found: &Found) -> Option<CheckFinding> {
    let (device, point) = found.cells.first()?.clone();
    let kind = found.fact.kind();
    Some(CheckFinding {
        kind: Some(kind),
        role: headed(scene.setup, &device).0,
        words: said::sentence(&found.fact, scene),
        how: how(scene.setup, &device, point),
        mends: mends(scene, found),
        spoils: kind.is_spoiling(),
        device,
        point,
    })
}

/// What somebody saw wrong, that no rule knows of.
pub(super) fn seen_wrong(setup: &Setup, tick: &DeviceTick) -> Option<CheckFinding> {
    let says = told::wrong(setup, tick)?;
    let (role, name, _) = headed(setup, &tick.device);
    let right = match tick.point {
        CheckPoint::Fires => words::FIRES.to_owned(),
        _ => words::MENDED.to_owned(),
    };
    let press = Action { label: words::press(&right), entry: checked(&tick.device, tick.point, Some(Saw::Right(right))) };
    // A device that says it says so itself once it is mended.
    let mends = (!matches!(tick.saw, Saw::Says(_))).then_some(press);
    Some(CheckFinding {
        kind: None,
        device: tick.device.clone(),
        point: tick.point,
        role,
        words: words::seen_wrong(&name, tick.point, &says),
        how: how(setup, &tick.device, CheckPoint::Channel).filter(|_| tick.point == CheckPoint::Fires),
        mends,
        spoils: tick.point == CheckPoint::Fires,
    })
}

/// What was put aside, and why.
pub(super) fn put_aside(setup: &Setup, tick: &DeviceTick) -> Option<CheckFinding> {
    let Saw::Aside(why) = &tick.saw else { return None };
    let (role, name, _) = headed(setup, &tick.device);
    let (device, point) = (tick.device.clone(), tick.point);
    let mends = Some(Action { label: words::LOOK_AGAIN.to_owned(), entry: checked(&device, point, None) });
    Some(CheckFinding { kind: None, role, words: words::aside(&name, point, why), how: None, mends, spoils: false, device, point })
}

/// How something is set on a piece of kit, in its own words.
pub(super) fn how(setup: &Setup, device: &Device, point: CheckPoint) -> Option<String> {
    let unit = |id| setup.light(id)?.unit.as_ref();
    let (name, words) = match device {
        Device::Camera => return None,
        Device::Transmitter => setup.transmitter.as_ref().map(|Transmitter { name, words, .. }| (name, words))?,
        Device::Unit(id) => unit(id).map(|Unit { name, words, .. }| (name, words))?,
    };
    let said = match point {
        CheckPoint::Channel => &words.channel,
        CheckPoint::Group => &words.group,
        CheckPoint::Mode => &words.mode,
        CheckPoint::HighSpeed => &words.high_speed,
        CheckPoint::Charge => &words.dump,
        CheckPoint::Ready => &words.ready,
        CheckPoint::Supply => &words.supply,
        _ => &None,
    };
    said.as_ref().map(|said| format!("{name}: {said}"))
}
