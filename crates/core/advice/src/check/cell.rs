//! What one device is to show at one point, and what somebody saw there.

use ink_lamp_light::{
    shape::ModifierKind,
    strobe::{PowerScaleSpec, Pulse, Supply, Unit, Zoom},
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    checks::{CheckPoint, Device, Saw},
    kit::{GroupControl, Link, Transmitter},
    light::{Light, ModellingLamp},
    role::Role,
    setup::Setup,
};

use crate::{
    findings::{self, Found, commander::SENDS_ONLY, line_of_sight::IN_SIGHT},
    words::check as words,
};

/// What a device is to show at a point.
pub(super) enum Wanted {
    /// This.
    This(String),
    /// Nobody said: it is one of these.
    OneOf(Vec<String>),
}

/// What a device shows at a point.
pub(super) enum Shown {
    /// Somebody saw it right.
    Right(String),
    /// Nobody looked.
    NotSaid(Wanted),
    /// It is wrong.
    Wrong(String),
    /// It is put aside, and why.
    Aside(String),
}

/// What a device shows at a point; none where it has no such thing.
pub(super) fn of(scene: &Scene, found: &[&Found], device: &Device, point: CheckPoint) -> Option<Shown> {
    let setup = scene.setup;
    if let Some(wrong) = at(found, device, point) {
        return Some(Shown::Wrong(words::wrong(&wrong.fact)));
    }
    let wanted = wanted(setup, device, point);
    if let (CheckPoint::Lamp, Device::Unit(id)) = (point, device)
        && let Some(lamp) = setup.light(id).and_then(|l| l.rig.lamp)
    {
        return wanted.map(|_| Shown::Right(words::lamp(lamp).to_owned()));
    }
    match (wanted?, setup.tick(device, point).map(|t| &t.saw)) {
        (_, Some(Saw::Aside(why))) => Some(Shown::Aside(why.clone())),
        (_, Some(Saw::Wrong(says))) => Some(Shown::Wrong(says.clone())),
        // It holds as long as the same is wanted; what answers a finding holds as well.
        (Wanted::This(wanted), Some(Saw::Right(says))) if *says == wanted || answers(point) => Some(Shown::Right(says.clone())),
        // A device's own word wins over what a person saw: it takes its place.
        (Wanted::This(wanted), Some(Saw::Says(says))) if *says == wanted => Some(Shown::Right(says.clone())),
        (Wanted::OneOf(some), Some(Saw::Says(says))) if some.contains(says) => Some(Shown::Right(says.clone())),
        (Wanted::This(wanted), Some(Saw::Says(says))) => Some(Shown::Wrong(words::says_other(says, &wanted))),
        (Wanted::OneOf(some), Some(Saw::Right(says))) if some.contains(says) => Some(Shown::Right(says.clone())),
        (wanted, _) => Some(Shown::NotSaid(wanted)),
    }
}

/// What is found at a cell.
pub(super) fn at<'a>(found: &[&'a Found], device: &Device, point: CheckPoint) -> Option<&'a Found> {
    found.iter().copied().find(|f| f.cells.iter().any(|(d, p)| d == device && *p == point))
}

/// Points whose tick says what was done about a finding.
const fn answers(point: CheckPoint) -> bool {
    matches!(point, CheckPoint::Lowest | CheckPoint::Step | CheckPoint::Slave | CheckPoint::Ready | CheckPoint::Supply | CheckPoint::Mode)
}

fn this(says: impl Into<String>) -> Option<Wanted> {
    Some(Wanted::This(says.into()))
}

pub(super) fn wanted(setup: &Setup, device: &Device, point: CheckPoint) -> Option<Wanted> {
    match device {
        Device::Camera => of_camera(setup, point),
        Device::Transmitter => of_transmitter(setup, setup.transmitter.as_ref()?, point),
        Device::Unit(id) => {
            let light = setup.light(id)?;
            of_unit(setup, light, light.unit.as_ref()?, point)
        }
    }
}

fn of_camera(setup: &Setup, point: CheckPoint) -> Option<Wanted> {
    match point {
        CheckPoint::Mode => this(words::MANUAL),
        CheckPoint::Supply => this(words::FRESH),
        CheckPoint::HighSpeed => this(words::on(setup.firing.high_speed.camera)),
        _ => None,
    }
}

fn of_transmitter(setup: &Setup, transmitter: &Transmitter, point: CheckPoint) -> Option<Wanted> {
    match point {
        CheckPoint::Channel if transmitter.link != Link::Cord => Some(channel(setup, transmitter.channels)),
        CheckPoint::Group => {
            let mut used: Vec<String> = setup.lights.iter().filter_map(|l| l.rig.group).map(|g| g.to_string()).collect();
            used.sort();
            used.dedup();
            (!used.is_empty()).then(|| Wanted::This(used.join(" ")))
        }
        CheckPoint::Mode => this(SENDS_ONLY),
        CheckPoint::Lowest if transmitter.control == GroupControl::Power => this(format!("1/{}", transmitter.lowest?)),
        CheckPoint::Step if transmitter.control == GroupControl::Power => this(transmitter.step.plural()),
        CheckPoint::Supply => this(words::FRESH),
        CheckPoint::Reach => this(words::link(transmitter.link)),
        CheckPoint::Range if transmitter.link == Link::Radio => this(words::THIS_ROOM),
        CheckPoint::HighSpeed => this(words::on(setup.firing.high_speed.transmitter)),
        _ => None,
    }
}

/// The channel that all share: the one that most units are on, or one of those that there are.
fn channel(setup: &Setup, most: u8) -> Wanted {
    // Few set a higher one (common practice, no source).
    findings::channel::usual(setup)
        .map_or_else(|| Wanted::OneOf((1..=most.min(8)).map(|c| c.to_string()).collect()), |c| Wanted::This(c.to_string()))
}

fn of_unit(setup: &Setup, light: &Light, unit: &Unit, point: CheckPoint) -> Option<Wanted> {
    let transmitter = setup.transmitter.as_ref();
    let tuned = transmitter.is_some_and(|t| t.link != Link::Cord);
    match point {
        CheckPoint::Channel if tuned || light.rig.channel.is_some() => light.rig.channel.map_or_else(
            || Some(channel(setup, unit.channels.or(transmitter.map(|t| t.channels)).unwrap_or(1))),
            |channel| this(channel.to_string()),
        ),
        CheckPoint::Group => light.rig.group.and_then(|group| this(group.to_string())),
        CheckPoint::Mode => this(words::MANUAL),
        CheckPoint::Lowest => match unit.scale.spec() {
            PowerScaleSpec::FullOnly => None,
            _ => this(unit.scale.write(unit.scale.lowest())),
        },
        CheckPoint::Step => match unit.scale.spec() {
            PowerScaleSpec::Fractions { step, .. } | PowerScaleSpec::StopsBelow { step, .. } => this(step.plural()),
            _ => None,
        },
        CheckPoint::Ready if unit.bulb.is_none() => this(words::READY),
        CheckPoint::Supply => match unit.supply {
            Some(Supply::Mains { .. }) => this(words::mains(light.rig.circuit)),
            Some(Supply::Battery { .. }) | None => this(words::FRESH),
        },
        CheckPoint::Reach => transmitter.and_then(|t| match t.link {
            Link::Optical => this(IN_SIGHT),
            link => this(words::link(link)),
        }),
        CheckPoint::Slave => unit.slave.and_then(|slave| this(words::lets(slave.pre_flashes))),
        CheckPoint::Zoom => unit.zoom.and_then(|zoom| this(zoomed(setup, light, zoom))),
        CheckPoint::HighSpeed if unit.high_speed => this(words::on(setup.firing.high_speed.units.contains(&light.id))),
        CheckPoint::Charge if unit.pulse == Some(Pulse::Voltage) => light.written().and_then(|dial| this(format!("at {dial}"))),
        CheckPoint::Lamp if unit.lamp.is_some_and(|lamp| lamp.get() > 0.0) => {
            Some(Wanted::OneOf(ModellingLamp::ALL.map(|lamp| words::lamp(lamp).to_owned()).to_vec()))
        }
        CheckPoint::Fires => this(words::FIRES),
        _ => None,
    }
}

/// Where a zoom head is to stand: at its widest to fill a front, at its longest for a tight rim, and else as wide as the lens.
fn zoomed(setup: &Setup, light: &Light, zoom: Zoom) -> String {
    let fills = light.rig.shape.is_some_and(|shape| shape.kind != ModifierKind::Bare);
    let lens = setup.camera.as_ref().and_then(|camera| camera.focal).map_or(zoom.wide.get(), |focal| focal.get());
    words::zoom(match light.role {
        _ if fills => zoom.wide.get(),
        Role::Rim | Role::Hair => zoom.long.get(),
        _ => lens.clamp(zoom.wide.get(), zoom.long.get()),
    })
}
