//! What was changed from one frame to another, as it is said.

use ink_lamp_light::{
    measure::{LengthUnit, Meters},
    meter::Exposure,
    scale::{FNumber, Stops},
    shape::Gel,
};
use ink_lamp_scene::stands_at::{StandsAt, stands_at};
use ink_lamp_sitting::{
    light::Light,
    setup::Setup,
    shots::{AsShot, Lit},
};

use super::{
    place,
    span::{Line, Span, capitalised, strong, text},
    terms,
};

/// Less than this is not seen: stops, metres, degrees.
const SEEN: (f64, f64, f64) = (0.05, 0.02, 2.0);

/// A frame, with how everything stood when it was shot.
#[derive(Debug, Clone, Copy)]
pub struct ShotThen<'a> {
    /// How everything stood.
    pub setup: &'a Setup,
    /// What its file says.
    pub as_shot: AsShot,
    /// Which lights were on, where that was said.
    pub lit: Option<&'a Lit>,
}

impl ShotThen<'_> {
    fn exposure(&self) -> Option<Exposure> {
        Some(self.as_shot.over(self.setup.camera.as_ref()?.exposure))
    }

    /// Which lights were on: `key alone`, `all lights`, `no flash`; none where nobody said.
    #[must_use]
    pub fn lit(&self) -> Option<String> {
        Some(terms::lit(self.lit?, self.setup))
    }

    /// Its lights as they stood: those of which anything was said.
    #[must_use]
    pub fn lights(&self) -> Vec<LightThen> {
        let touched = |light: &&Light| light.unit.is_some() || light.place.is_some() || light.reading.is_some();
        let told = |light: &Light| LightThen {
            name: light.name(),
            unit: light.unit.as_ref().map(|unit| unit.name.clone()).unwrap_or_default(),
            dial: light.written().unwrap_or_default(),
            modifier: light.modifier.clone().unwrap_or_default(),
            place: place::place(light, self.setup).map(place::Place::all).unwrap_or_default(),
        };
        self.setup.lights.iter().filter(touched).map(told).collect()
    }
}

/// A light as it stood when a frame was shot, in words; empty where something was not said.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct LightThen {
    /// As it is called.
    pub name: String,
    /// The unit.
    pub unit: String,
    /// Its setting as written on its own dial.
    pub dial: String,
    /// What is on it.
    pub modifier: String,
    /// Where it stood.
    pub place: String,
}

/// What was changed from one frame to another, a line each: which lights were on, the camera, each light in the order of its lane, what stands around. Empty
/// where nothing was, as far as it was told.
///
/// # Examples
/// ```
/// use ink_lamp_advice::words::{changes::{ShotThen, changes}, span::plain};
/// use ink_lamp_sitting::{setup::Setup, shots::{AsShot, Lit}};
///
/// let setup = Setup::default();
/// let then = |lit| ShotThen { setup: &setup, as_shot: AsShot::default(), lit };
/// let said = changes(&then(Some(&Lit::NoFlash)), &then(Some(&Lit::All)));
/// assert_eq!(said.iter().map(|line| plain(line)).collect::<Vec<_>>(), ["No flash, then all lights"]);
/// ```
#[must_use]
pub fn changes(from: &ShotThen, to: &ShotThen) -> Vec<Line> {
    let mut said = Vec::new();
    if let (Some(before), Some(after)) = (from.lit(), to.lit())
        && before != after
    {
        said.push(vec![text(format!("{}, then {after}", capitalised(&before)))]);
    }
    said.extend(exposed(from, to));
    said.extend(seen_through(from, to));
    for light in &to.setup.lights {
        match from.setup.light(&light.id) {
            Some(before) => said.extend(of_light((before, from.setup), (light, to.setup))),
            None => said.push(vec![text(format!("{} added", light.name()))]),
        }
    }
    let gone = from.setup.lights.iter().filter(|light| to.setup.light(&light.id).is_none());
    said.extend(gone.map(|light| vec![text(format!("{} taken away", light.name()))]));
    said.extend(around(from.setup, to.setup).into_iter().map(|words| vec![text(words)]));
    said
}

/// Aperture, shutter and ISO: `Camera ƒ8 to ƒ5.6, 1/160 to 1/80 s`.
fn exposed(from: &ShotThen, to: &ShotThen) -> Option<Line> {
    let (before, after) = (from.exposure()?, to.exposure()?);
    let mut parts: Vec<Line> = Vec::new();
    if before.aperture != after.aperture {
        parts.push(vec![Span::F(FNumber::from(before.aperture)), text(" to "), Span::F(FNumber::from(after.aperture))]);
    }
    if before.shutter != after.shutter {
        parts.push(vec![text(format!("{} to ", before.shutter.said())), strong(format!("{} s", after.shutter.said()))]);
    }
    if before.iso != after.iso {
        parts.push(vec![text(format!("ISO {} to ", before.iso.said())), strong(after.iso.said())]);
    }
    let taken = (after.filter - before.filter).get();
    if taken.abs() > SEEN.0 {
        parts.push(vec![text(format!(
            "{:.1} stops {} before the lens",
            taken.abs(),
            if taken > 0.0 { "more filter" } else { "less filter" }
        ))]);
    }
    if parts.is_empty() {
        return None;
    }
    let mut line = vec![text("Camera ")];
    for (n, part) in parts.into_iter().enumerate() {
        line.extend((n > 0).then(|| text(", ")));
        line.extend(part);
    }
    Some(line)
}

/// Focal length and where the camera stands.
fn seen_through(from: &ShotThen, to: &ShotThen) -> Vec<Line> {
    let focal = |of: &ShotThen| of.as_shot.focal.or_else(|| of.setup.camera.as_ref()?.focal);
    let mut said = Vec::new();
    if let (Some(before), Some(after)) = (focal(from), focal(to))
        && before != after
    {
        said.push(vec![text(format!("Lens {:.0} to ", before.get())), strong(format!("{:.0} mm", after.get()))]);
    }
    let stood = |of: &ShotThen| of.setup.studio.as_ref().map(|studio| studio.camera.at.vector());
    if let (Some(before), Some(after)) = (stood(from), stood(to))
        && before.distance(after) > SEEN.1
    {
        said.push(vec![text(format!("Camera moved by {}", length(before.distance(after), to.setup.length)))]);
    }
    said
}

/// A length in a sentence: `20 cm`, `1.40 m`, `8 in`.
fn length(metres: f64, unit: LengthUnit) -> String {
    match unit {
        LengthUnit::Metres if metres < 0.995 => format!("{:.0} cm", metres * 100.0),
        LengthUnit::Feet if metres < 0.3048 => format!("{:.0} in", metres / 0.0254),
        _ => Meters::new(metres).map_or_else(|_| format!("{metres:.1} m"), |metres| metres.told(unit)),
    }
}

/// What was changed of a light, in one line with its name: `Fill down 0.7 to 1/16 +0.3, 20 cm nearer`.
fn of_light((was, before): (&Light, &Setup), (is, after): (&Light, &Setup)) -> Option<Line> {
    let mut parts: Vec<Line> = Vec::new();
    let name = |light: &Light| light.unit.as_ref().map(|unit| unit.name.clone());
    if let (Some(old), Some(new)) = (name(was), name(is))
        && was.is_other_unit(is)
    {
        parts.push(vec![text(if old == new { format!("another {new}") } else { format!("{new} in place of {old}") })]);
    }
    parts.extend(power(was, is));
    parts.extend(moved((was, before), (is, after)).map(|words| vec![text(words)]));
    if was.worn_id() != is.worn_id() || was.modifier != is.modifier {
        parts.push(vec![text(match (&was.modifier, &is.modifier) {
            (Some(old), Some(new)) if old != new => format!("{new} in place of {old}"),
            (None, Some(new)) => format!("{new} put on"),
            (Some(old), None) => format!("{old} taken off"),
            _ => "another modifier".to_owned(),
        })]);
    }
    if was.rig.grid != is.rig.grid {
        parts.push(vec![text(match (&was.rig.grid, &is.rig.grid) {
            (_, None) => "grid taken off",
            (None, Some(_)) => "grid put on",
            _ => "another grid",
        })]);
    }
    if was.rig.gels != is.rig.gels {
        let names = |gels: &[Gel]| gels.iter().map(|gel| gel.name.as_str()).collect::<Vec<_>>().join(" and ");
        parts.push(vec![text(if is.rig.gels.is_empty() { "gel taken off".to_owned() } else { format!("{} put on", names(&is.rig.gels)) })]);
    }
    if parts.is_empty() {
        return None;
    }
    let mut line = vec![Span::Mark(is.role), text(format!("{} ", is.name()))];
    for (n, part) in parts.into_iter().enumerate() {
        line.extend((n > 0).then(|| text(", ")));
        line.extend(part);
    }
    Some(line)
}

/// `down 0.7 to 1/16 +0.3`.
fn power(was: &Light, is: &Light) -> Option<Line> {
    let written = is.written()?;
    let Some(before) = was.power() else { return Some(vec![text("set to "), strong(written)]) };
    let by = is.power()? - before;
    if was.is_other_unit(is) {
        return Some(vec![text("at "), strong(written)]);
    }
    (by.get().abs() > SEEN.0).then(|| vec![text(format!("{} {} to ", way(by), by.number())), strong(written)])
}

fn way(by: Stops) -> &'static str {
    if by.get() > 0.0 { "up" } else { "down" }
}

/// `20 cm nearer`, `15° farther left`, `put at 1.50 m · 45° left · 35° up`.
fn moved((was, before): (&Light, &Setup), (is, after): (&Light, &Setup)) -> Option<String> {
    let nearer = |old: Meters, new: Meters| {
        let by = new.get() - old.get();
        (by.abs() > SEEN.1).then(|| format!("{} {}", length(by.abs(), after.length), if by < 0.0 { "nearer" } else { "farther" }))
    };
    let (old, new) = match (stands_at(was, before), stands_at(is, after)) {
        (Some(old), Some(new)) => (old, new),
        (None, Some(new)) => return Some(format!("put at {}", place::told(new, after.length).all())),
        (Some(_), None) => return Some("taken off the plan".to_owned()),
        (None, None) => return nearer(was.distance?, is.distance?),
    };
    match (old, new) {
        (StandsAt::Around { distance: d0, round: r0, up: u0 }, StandsAt::Around { distance: d1, round: r1, up: u1 }) => {
            let turned = (r1 - r0 + 540.0).rem_euclid(360.0) - 180.0;
            let round =
                (turned.abs() > SEEN.2).then(|| format!("{:.0}° to the {}", turned.abs(), if turned < 0.0 { "left" } else { "right" }));
            let up = ((u1 - u0).abs() > SEEN.2).then(|| format!("{:.0}° {}", (u1 - u0).abs(), if u1 > u0 { "higher" } else { "lower" }));
            let parts: Vec<String> = [nearer(d0, d1), round, up].into_iter().flatten().collect();
            (!parts.is_empty()).then(|| parts.join(", "))
        }
        (StandsAt::ToGround { distance: d0 }, StandsAt::ToGround { distance: d1 }) => nearer(d0, d1),
        (old, new) => {
            let new = place::told(new, after.length).all();
            (place::told(old, before.length).all() != new).then(|| format!("put at {new}"))
        }
    }
}

/// What stands around: panels, the sitter, the ground.
fn around(from: &Setup, to: &Setup) -> Vec<String> {
    let (Some(before), Some(after)) = (&from.studio, &to.studio) else { return Vec::new() };
    let mut said = Vec::new();
    let (had, has) = (before.panels.len(), after.panels.len());
    match has.cmp(&had) {
        std::cmp::Ordering::Greater => said.push("A panel put up".to_owned()),
        std::cmp::Ordering::Less => said.push("A panel taken away".to_owned()),
        std::cmp::Ordering::Equal if before.panels != after.panels => said.push("A panel moved".to_owned()),
        std::cmp::Ordering::Equal => {}
    }
    if before.sitter != after.sitter {
        said.push("The sitter placed anew".to_owned());
    }
    if before.ground != after.ground {
        said.push("The ground changed".to_owned());
    }
    said
}
