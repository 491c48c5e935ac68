//! Mistakes and cautions: what the setup shows to be wrong or worth knowing, with its numbers and what mends it. They never block.

mod place;
mod room;
mod shutter;

use crate::scene::Scene;
use crate::turn::Turn;
use ink_lamp_light::{
    ambient::RoomWish,
    lens::SMALLEST_AV,
    scale::{Aperture, Series, ShutterTime, Stops},
    strobe::{Dial, DialStep, PowerScaleSpec, Pulse, Reach},
};
use ink_lamp_sitting::{
    camera::Camera,
    entry::{CameraSet, Entry, LightPut},
    kit::{GroupControl, Link},
    light::{Because, Light, Standing},
    role::Role,
    setup::Setup,
};
use serde::Serialize;

use super::{
    TOLERANCE_TENTHS,
    energy::{self, CircuitShown},
    levels::{Levels, WholeCheck},
    moves::{self, Action},
};
use crate::place::{Stage, seen};

/// Something worth knowing, with its numbers. It never blocks.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Finding {
    /// What it is.
    pub kind: FindingKind,
    /// The lane it belongs to.
    pub lane: String,
    /// Said in words.
    pub words: String,
    /// What mends it, where one entry does.
    pub remedy: Option<Action>,
    /// It is about people's safety. Local codes and licensed practice decide.
    pub caution: bool,
    /// It follows from where things stand.
    pub placement: bool,
}

/// What can be found.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[non_exhaustive]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum FindingKind {
    /// A reading is no brighter than the room alone: the light may not have fired.
    NoFlash,
    /// The reading with all lights on differs from the sum of the parts.
    WholeDiffers,
    /// The shutter is shorter than the sync time.
    PastSync,
    /// The room alone is brighter than the shadow side is wished.
    RoomOverShadow,
    /// The meter was on another ISO or shutter time than the camera is.
    MeterSettings,
    /// A wish lies outside a unit's power.
    PowerEnds,
    /// Something was put on or taken off a light and not compensated.
    Uncompensated,
    /// What is stored must be dumped after turning down.
    ChargeKept,
    /// A unit listens on another channel.
    ChannelClash,
    /// A group that the transmitter or the unit does not have.
    GroupMissing,
    /// Units that need different powers share a group.
    GroupShared,
    /// The transmitter's lowest power is not the unit's.
    TransmitterLowest,
    /// Transmitter and unit step differently.
    StepsDiffer,
    /// The on-camera unit adds to the exposure.
    CommanderContributes,
    /// Pulses of light need line of sight.
    LineOfSight,
    /// A slave cell answers the wrong pre-flash.
    SlaveCell,
    /// High-speed sync is on in some places and off in others.
    HighSpeedPartly,
    /// A slow pulse outlasts the shutter.
    PulseTail,
    /// The room's lamps have another colour than the flash.
    LampsMix,
    /// The test frame without flash is not what it should be.
    NoFlashFrame,
    /// The room was read at one place only, or under other lamps at the other.
    RoomPlaces,
    /// A bulb burns longer than the shutter is open.
    BulbCut,
    /// A moving sitter draws a ghost.
    Ghost,
    /// A flash bulb near skin or eyes.
    BulbHot,
    /// Aperture past diffraction.
    Diffraction,
    /// ISO past the photographer's own cap.
    IsoPastCap,
    /// Too slow to hold, and a ghost of a moving sitter.
    SlowShutter,
    /// Light too steep for the eyes.
    DarkSockets,
    /// A catch-light is missing.
    CatchLight,
    /// A light from behind lights only the back.
    RimNoWrap,
    /// A light shines into the lens.
    Flare,
    /// A light or its stand is in the picture.
    InPicture,
    /// The key comes from the side that the room's own light does not.
    KeyAgainstRoom,
    /// The sitter is too near the ground for black.
    GroundTooNear,
    /// The ground is not as wished.
    GroundTone,
    /// A light does not fit under the ceiling.
    CeilingLow,
    /// Something hangs over the sitter.
    Overhead,
    /// What the room throws back does not allow the ratio.
    RatioOverRoom,
    /// The picture shows past the edge of the paper.
    GroundNarrow,
    /// Metres and feet mixed in a guide number.
    GuideUnits,
    /// Not ready again in time.
    RecycleSlow,
    /// Few frames in the battery.
    BatteryWeak,
    /// Units draw more than a circuit carries.
    CircuitLoad,
    /// A full flash close to the eyes.
    Eyes,
    /// A hot lamp behind a gel or in cloth.
    HotLamp,
}

impl FindingKind {
    /// Whether it is about people's safety.
    const fn is_caution(self) -> bool {
        matches!(self, Self::CircuitLoad | Self::Eyes | Self::HotLamp | Self::BulbHot | Self::Overhead)
    }

    /// Whether it follows from where things stand.
    const fn is_placement(self) -> bool {
        matches!(
            self,
            Self::DarkSockets
                | Self::CatchLight
                | Self::RimNoWrap
                | Self::Flare
                | Self::InPicture
                | Self::KeyAgainstRoom
                | Self::GroundTooNear
                | Self::GroundTone
                | Self::GroundNarrow
                | Self::CeilingLow
                | Self::Overhead
                | Self::RatioOverRoom
                | Self::LineOfSight
        )
    }
}

/// Slower than this is not held by hand, and a sitter who moves draws a ghost (common practice, no source): 1/60 s.
const SLOWEST_TV: f64 = 6.0;
/// Fewer frames than this are few (a judgement).
const FEW_POPS: u32 = 100;
/// Nearer than this a flash near full power is too close to the eyes (usual caution, no source), metres; and how near full.
const CLOSE: (f64, f64) = (1.0, -1.0);

struct Found<'a> {
    setup: &'a Setup,
    levels: &'a Levels,
    whole: Option<&'a WholeCheck>,
    list: Vec<Finding>,
}

pub(super) fn of(scene: &Scene, circuits: &[CircuitShown]) -> Vec<Finding> {
    let (setup, stage) = (scene.setup, scene.placed());
    let mut found = Found { setup, levels: &scene.levels, whole: scene.whole.as_ref(), list: Vec::new() };
    found.camera();
    found.shutter();
    found.room();
    found.lamps();
    found.no_flash_frame();
    found.whole();
    for index in 0..setup.lights.len() {
        found.light(index);
    }
    if let Some(stage) = stage {
        found.places(stage);
    }
    found.transmitter(stage);
    found.circuits(circuits);
    // What can't be done from here is not offered: a light would stand under the floor.
    for finding in &mut found.list {
        finding.remedy = finding.remedy.take().filter(|a| setup.apply(&a.entry).is_ok());
    }
    found.list
}

impl Found<'_> {
    fn say(&mut self, kind: FindingKind, lane: &str, words: impl Into<String>) -> &mut Finding {
        let (caution, placement) = (kind.is_caution(), kind.is_placement());
        self.list.push(Finding { kind, lane: lane.to_owned(), words: words.into(), remedy: None, caution, placement });
        let last = self.list.len() - 1;
        &mut self.list[last]
    }

    fn camera(&mut self) {
        let Some(camera) = &self.setup.camera else { return };
        let e = camera.exposure;
        let set = |label: String, change: &dyn Fn(&mut CameraSet)| Some(set_camera(camera, label, change));
        if e.aperture.av() > SMALLEST_AV + 1e-9 {
            let at = e.aperture.marking(Series::Third);
            let by = Stops::of(e.aperture.av() - SMALLEST_AV);
            let words = format!(
                "ƒ{at} is {} past ƒ16, where diffraction softens everything. Open up, and bring the lights down as much.",
                by.size()
            );
            self.say(FindingKind::Diffraction, "camera", words).remedy =
                Aperture::from_av(SMALLEST_AV).ok().and_then(|a| set("Set ƒ16".to_owned(), &|s| s.aperture = a));
        }
        if let Some(cap) = self.setup.iso_cap().filter(|cap| e.iso.sv() > cap.sv() + 1e-9) {
            let (iso, cap_at) = (e.iso.marking(Series::Third), cap.marking(Series::Third));
            let by = Stops::of(e.iso.sv() - cap.sv());
            let words = format!("ISO {iso} is past your own cap of {cap_at}, by {}. A stronger light is the better answer.", by.size());
            self.say(FindingKind::IsoPastCap, "camera", words).remedy = set(format!("Set ISO {cap_at}"), &|s| s.iso = cap);
        }
        if let Some(words) = self.filter_not_compensated(e.filter) {
            self.say(FindingKind::Uncompensated, "camera", words);
        }
        let room_shows = matches!(self.setup.room.wish, RoomWish::Keep(_)) || self.levels.room_level.is_some_and(|r| r.get() > -4.0);
        if e.shutter.tv() < SLOWEST_TV - 1e-9 && room_shows {
            let at = e.shutter.marking(Series::Third);
            let room = self.levels.room_level.map(|r| format!(" with the room at {r}")).unwrap_or_default();
            let words = format!(
                "At {at} s{room} a hand shakes, and a sitter who moves draws a ghost. Tripod and a still sitter, or 1/60 and more ISO."
            );
            self.say(FindingKind::SlowShutter, "camera", words).remedy =
                ShutterTime::from_tv(SLOWEST_TV).ok().and_then(|t| set("Set 1/60".to_owned(), &|s| s.shutter = t));
        }
    }

    /// A filter that every measured light with a wish falls short by: none was turned up for it.
    fn filter_not_compensated(&self, filter: Stops) -> Option<String> {
        let gaps: Vec<Stops> = (0..self.setup.lights.len()).filter_map(|i| self.levels.gap(i)).collect();
        let all_short = !gaps.is_empty() && gaps.iter().all(|gap| (*gap + filter).abs().tenths() <= 3);
        (filter.tenths() >= 5 && all_short).then(|| {
            format!(
                "The filter takes {}, and no light was turned up for it: the flash needs as much more power, or a wider aperture.",
                filter.size()
            )
        })
    }

    fn room(&mut self) {
        if let (Some(fill), Some(room)) = (self.setup.index(Role::Fill), self.levels.room_level)
            && let Some(target) = self.levels.targets[fill]
            && (room - target).tenths() > TOLERANCE_TENTHS
        {
            let by = (room - target).size();
            self.say(
                FindingKind::RoomOverShadow,
                "room",
                format!(
                    "The room alone is {by} over the shadow side you want. No fill can take that away: remove more of the room, or choose a lower ratio."
                ),
            );
        }
    }

    fn whole(&mut self) {
        let Some(check) = self.whole.filter(|c| c.differs) else { return };
        let words = whole_words(self.setup, check);
        self.say(FindingKind::WholeDiffers, "whole", words);
    }

    fn light(&mut self, index: usize) {
        let light = &self.setup.lights[index];
        let level = &self.levels.lights[index];
        let (id, name) = (light.id.as_str(), light.name());
        if level.no_flash {
            self.say(FindingKind::NoFlash, id, format!("{name} reads no more than the room alone. Did it fire?"));
        }
        if let (Some(camera), Some(held)) = (&self.setup.camera, light.reading.as_ref().filter(|h| h.is_measured()))
            && (camera.exposure.iso.sv() - held.reading.iso.sv()).abs() > 1e-9
        {
            let (read, at) = (held.reading.iso.marking(Series::Third), camera.exposure.iso.marking(Series::Third));
            self.say(FindingKind::MeterSettings, id, format!("{name} was read at ISO {read} and carried over to ISO {at}."));
        }
        self.power(index);
        let Some(unit) = &light.unit else { return };
        if let Some(Standing::Carried { by, because }) = light.reading.as_ref().map(|h| h.standing) {
            if because == Because::Dial && by.get() < -0.05 && unit.pulse == Some(Pulse::Voltage) {
                let words =
                    format!("{name} was turned down: fire {} once to dump its charge, or the next frame is still too bright.", unit.name);
                self.say(FindingKind::ChargeKept, id, words);
            }
            let what = match because {
                Because::Grid => Some(if light.rig.grid.is_some() { "a grid was put on" } else { "the grid was taken off" }),
                Because::Gel => Some("its gels were changed"),
                Because::Modifier => Some("another modifier is on"),
                _ => None,
            };
            if let Some(what) = what.filter(|_| self.levels.is_off(index)) {
                let way = if by.get() > 0.0 { "brighter" } else { "darker" };
                let remedy = moves::move_light(self.setup, self.levels, index).next.action.map(|action| match &action.entry {
                    Entry::Dial(turned) => Action { label: format!("Set {}", turned.dial), ..action },
                    _ => action,
                });
                self.say(FindingKind::Uncompensated, id, format!("{name}: {what}, {} {way}, and not compensated.", by.size())).remedy =
                    remedy;
            }
        }
        if let Some(off) = unit.guide_against_energy().filter(|o| o.abs().get() > 2.0) {
            let words = format!(
                "{}: guide number and rated energy lie {} apart. Feet and metres differ by 3.4 stops: look at its sheet.",
                unit.name,
                off.size()
            );
            self.say(FindingKind::GuideUnits, id, words);
        }
        if let (Some(power), Some(distance)) = (light.power(), light.distance)
            && light.is_at_face()
            && power.get() >= CLOSE.1
            && distance.get() < CLOSE.0
        {
            let at = distance.told(self.setup.length);
            let words = format!("{name} is near full power {at} from the face: not at open eyes, least of all infants' and animals'.");
            self.say(FindingKind::Eyes, id, words);
        }
        if let (Some(lamp), false) = (unit.lamp, light.rig.gels.is_empty()) {
            let words =
                format!("{}'s modelling lamp ({:.0} W) is behind a gel: keep the maker's limit, or switch it off.", unit.name, lamp.get());
            self.say(FindingKind::HotLamp, id, words);
        }
        if let Some(energy) = energy::of(self.setup, light) {
            if let (true, Some(ready), Some(pace)) = (energy.slow, energy.recycle, self.setup.supplies.pace) {
                let words =
                    format!("{name} is ready in {ready:.1} s, and a frame is wanted each {} s. Less power or a second unit.", pace.get());
                self.say(FindingKind::RecycleSlow, id, words);
            }
            if let Some(pops) = energy.pops.filter(|p| *p < FEW_POPS) {
                self.say(
                    FindingKind::BatteryWeak,
                    id,
                    format!("{name} has about {pops} pops in a full charge at this power. Have a second battery."),
                );
            }
        }
    }

    fn power(&mut self, index: usize) {
        let Some(job) = Turn::of(self.setup, self.levels, index) else { return };
        let (light, unit) = (job.light, job.unit);
        let left = job.after - job.target;
        if job.reach == Reach::Within || left.tenths().abs() <= TOLERANCE_TENTHS {
            return;
        }
        let end = match job.reach {
            Reach::BelowLowest => unit.scale.write(unit.scale.lowest()),
            _ => unit.scale.write(Dial::FULL),
        };
        let (side, else_) = if left.get() > 0.0 {
            ("over", "Farther away, a filter, a grid or a smaller unit takes the rest.")
        } else {
            ("under", "Nearer, a wider aperture, more ISO or a second unit gives the rest.")
        };
        let words = format!("{} ends at {end}, and {} stays {} {side}. {else_}", unit.name, light.name().to_lowercase(), left.size());
        let distance = self.setup.distance_for(job.light, job.change - job.by);
        let remedy = distance.map(|d| Action {
            label: format!("{} to {}", light.name(), d.told(self.setup.length)),
            entry: Entry::Light(Box::new(LightPut { distance: Some(d), dial: Some(unit.scale.write(job.to)), ..light.as_put() })),
        });
        self.say(FindingKind::PowerEnds, light.id.as_str(), words).remedy = remedy;
    }

    fn transmitter(&mut self, stage: Option<&Stage>) {
        let setup = self.setup;
        // Devices that are to fire together share a channel.
        let channels: Vec<u8> = setup.lights.iter().filter_map(|l| l.rig.channel).collect();
        let most = channels.iter().copied().max_by_key(|c| (channels.iter().filter(|o| *o == c).count(), std::cmp::Reverse(*c)));
        for light in &setup.lights {
            if let (Some(channel), Some(most)) = (light.rig.channel, most)
                && channel != most
            {
                let words = format!("{} listens on channel {channel}, the others on {most}: it will not fire.", light.name());
                self.say(FindingKind::ChannelClash, light.id.as_str(), words).remedy =
                    put(light, format!("To channel {most}"), |l| l.rig.channel = Some(most));
            }
        }
        let Some(transmitter) = &setup.transmitter else { return };
        if transmitter.contributes {
            let words = format!("{} on the camera adds its own flash to the exposure: set it to command only.", transmitter.name);
            self.say(FindingKind::CommanderContributes, "camera", words);
        }
        if transmitter.link == Link::Optical {
            let hidden: Vec<(&Light, seen::Hides)> = stage.map_or_else(Vec::new, |stage| {
                let placed = stage.lights.iter().filter_map(|l| Some((&setup.lights[l.index], seen::hidden_from_camera(stage, l)?)));
                placed.filter(|(light, _)| light.unit.is_some()).collect()
            });
            for (light, what) in &hidden {
                let what = match what {
                    seen::Hides::Sitter => "the sitter is",
                    seen::Hides::Panel => "a panel is",
                };
                let words = format!(
                    "{} sends light, and {what} between it and the {}: it likely does not fire. Turn its sensor to a wall that the light \
                     reaches, move it out to the side, or use radio or a cord.",
                    transmitter.name,
                    light.name().to_lowercase()
                );
                self.say(FindingKind::LineOfSight, light.id.as_str(), words);
            }
            if hidden.is_empty() {
                let words = format!("{} sends light: each unit's sensor must see it, and sunlight drowns it.", transmitter.name);
                self.say(FindingKind::LineOfSight, "camera", words);
            }
        }
        for light in &setup.lights {
            let Some(unit) = &light.unit else { continue };
            let (id, name) = (light.id.as_str(), light.name());
            if let Some(group) = light.rig.group {
                let has = |owner: &str, groups: u8| {
                    (group.place() > groups).then(|| format!("{name} is in group {group}, and {owner} has {groups}, from A."))
                };
                if let Some(words) = has(&transmitter.name, transmitter.groups).or_else(|| has(&unit.name, unit.groups?)) {
                    self.say(FindingKind::GroupMissing, id, words);
                }
            }
            if let (GroupControl::Power, PowerScaleSpec::Fractions { lowest, step }) = (transmitter.control, unit.scale.spec()) {
                if let Some(sent) = transmitter.lowest.filter(|sent| *sent < lowest) {
                    let out = Stops::of((f64::from(lowest) / f64::from(sent)).log2());
                    let words = format!(
                        "{} sends 1/{sent} at the lowest, {} goes to 1/{lowest}: {} out of reach. Set its lowest power to the unit's.",
                        transmitter.name,
                        unit.name,
                        out.size()
                    );
                    self.say(FindingKind::TransmitterLowest, id, words);
                }
                if transmitter.step != step {
                    let words = format!(
                        "{} steps in {}, {} in {}: count the stops, not the presses.",
                        transmitter.name,
                        step_words(transmitter.step),
                        unit.name,
                        step_words(step)
                    );
                    self.say(FindingKind::StepsDiffer, id, words);
                }
            }
            if let Some(slave) = unit.slave.filter(|s| s.pre_flashes != transmitter.pre_flashes) {
                let words = format!(
                    "{}'s slave cell lets {} pre-flashes pass, {} sends {}: it answers the wrong one.",
                    unit.name, slave.pre_flashes, transmitter.name, transmitter.pre_flashes
                );
                self.say(FindingKind::SlaveCell, id, words);
            }
        }
        if transmitter.control != GroupControl::Nothing {
            for (n, light) in setup.lights.iter().enumerate() {
                let Some(group) = light.rig.group else { continue };
                let other = setup.lights[..n].iter().find(|o| o.rig.group == Some(group) && differs(o, light));
                if let Some(other) = other {
                    let words = format!(
                        "{} and {} share group {group} and stand at different powers: one of them follows the other.",
                        other.name(),
                        light.name().to_lowercase()
                    );
                    self.say(FindingKind::GroupShared, light.id.as_str(), words);
                }
            }
        }
    }

    fn circuits(&mut self, circuits: &[CircuitShown]) {
        for circuit in circuits.iter().filter(|c| c.load > 1.0) {
            let words = format!("Circuit {}: {}. {}", circuit.number, circuit.words, circuit.caution);
            let lane = self
                .setup
                .lights
                .iter()
                .find(|l| l.rig.circuit.unwrap_or(1) == circuit.number && l.unit.is_some())
                .map_or("key", |l| l.id.as_str())
                .to_owned();
            self.say(FindingKind::CircuitLoad, &lane, words);
        }
    }
}

fn differs(one: &Light, other: &Light) -> bool {
    one.power().zip(other.power()).is_some_and(|(a, b)| (a - b).tenths() != 0)
}

fn put(light: &Light, label: String, change: impl FnOnce(&mut LightPut)) -> Option<Action> {
    let mut put = light.as_put();
    change(&mut put);
    Some(Action { label, entry: Entry::Light(Box::new(put)) })
}

const fn step_words(step: DialStep) -> &'static str {
    match step {
        DialStep::Full => "whole stops",
        DialStep::Halves => "half stops",
        DialStep::Thirds => "thirds",
        DialStep::Tenths => "tenths",
    }
}

/// The camera with something changed, as a press that writes it.
fn set_camera(camera: &Camera, label: String, change: &dyn Fn(&mut CameraSet)) -> Action {
    let mut set = camera.as_set();
    change(&mut set);
    Action { label, entry: Entry::Camera(set) }
}

/// What likely makes the whole differ from its parts.
pub(super) fn whole_words(setup: &Setup, check: &WholeCheck) -> String {
    let by = check.whole - check.parts;
    let told = format!("Parts say {}, meter says {}.", check.parts, check.whole);
    match check.absent {
        Some((i, off)) => {
            let name = setup.lights[i].name().to_lowercase();
            let rest = check.whole - off;
            format!("{told} Without the {name} they would say {rest}: most likely the {name} did not fire.")
        }
        None if by.get() < 0.0 => {
            format!("{told} No single light that did not fire explains it: one was moved away or turned down, or the room grew darker.")
        }
        None => format!("{told} A light was moved nearer or turned up, or the room grew brighter."),
    }
}
