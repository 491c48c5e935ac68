//! What is behind the difference between a frame and what was foretold of it.
//!
//! Each cause would change the patches in a way of its own: a light each by its share there, the exposure all alike, the sitter's skin the skin alone. The
//! amount of each is found that leaves least (least squares); the cause that leaves least is the likeliest, if it leaves little enough.

use ink_lamp_light::{meter::Exposure, scale::Stops};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    light::Light,
    role::LightId,
    setup::Setup,
    shots::{Lit, Shot},
};

use super::{Judged, LIGHT_ENOUGH, PatchSeen, ShotSeen, exposed, turned};

/// A patch lies as foretold within this, or within what it is sure to, stops (a judgement: a face that stands in is not the sitter).
pub const AS_FORETOLD: f64 = 0.25;
/// What one cause may leave, stops, root mean square.
const LEFT: f64 = 0.15;
/// And of what there was.
const LEFT_OF: f64 = 0.5;
/// Another cause does nearly as well where it leaves no more than this above, stops.
const NEARLY: f64 = 0.03;
/// How far a cause is looked for, stops either way, in steps of a twentieth.
const FAR: i32 = 80;

/// What may be behind a difference.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Cause {
    /// A light gives more or less than foretold, by its place in the setup.
    Light(usize),
    /// The room does.
    Room,
    /// All of the picture: aperture, ISO, a filter.
    Exposure,
    /// The sitter's skin throws back more or less than the stand-in's.
    Skin,
}

/// A patch in parts: what each light gives to it as it stood in the frame, and the room, as light where mid-grey is 1.
struct Parts {
    lights: Vec<f64>,
    room: f64,
    skin: bool,
    off: f64,
    weight: f64,
}

impl Parts {
    /// By how many stops the patch changes where a cause does so much.
    fn moved(&self, cause: Cause, by: f64) -> f64 {
        let all = self.room + self.lights.iter().sum::<f64>();
        let of = |part: f64| (1.0 + part / all * (by.exp2() - 1.0)).log2();
        match cause {
            Cause::Light(light) => of(self.lights[light]),
            Cause::Room => of(self.room),
            Cause::Exposure => by,
            Cause::Skin => {
                if self.skin {
                    by
                } else {
                    0.0
                }
            }
        }
    }
}

/// How much more flash and how much more of the room's light the frame took than the camera would now, stops.
fn more(shot: Exposure, now: Exposure) -> (f64, f64) {
    let flash = |e: Exposure| e.iso.sv() - e.aperture.av() - e.filter.get();
    let by = flash(shot) - flash(now);
    (by, by + now.shutter.tv() - shot.shutter.tv())
}

/// What each light gives to a patch and what the room does, with the lights that were on, set as they were then, at the frame's own exposure.
fn given(setup: &Setup, shot: &Shot, patch: &PatchSeen) -> Option<(Vec<f64>, f64)> {
    let foretold = patch.foretold.as_ref()?;
    let (flash, room) = more(exposed(setup, shot)?, setup.camera.as_ref()?.exposure);
    let on = |id: &LightId| match &shot.lit {
        Some(Lit::Alone(only)) => id == only,
        Some(Lit::NoFlash) => false,
        Some(Lit::All) | None => true,
    };
    let now = |light: &Light| foretold.lights.iter().find(|(id, _)| *id == light.id).map_or(0.0, |(_, tone)| tone.exp2());
    let then = |light: &Light| {
        let by = shot.power_of(&light.id).zip(light.power()).map_or(Stops::ZERO, |(then, now)| then - now);
        if on(&light.id) { now(light) * (by.get() + flash).exp2() } else { 0.0 }
    };
    let rest = foretold.tone.exp2() - setup.lights.iter().map(now).sum::<f64>();
    Some((setup.lights.iter().map(then).collect(), rest.max(0.0) * room.exp2()))
}

/// A patch in parts, where it can be compared.
fn parts(setup: &Setup, shot: &Shot, patch: &PatchSeen) -> Option<Parts> {
    let (tone, (lights, room)) = (patch.tone?, given(setup, shot, patch)?);
    let all = room + lights.iter().sum::<f64>();
    // Too dark to tell: in the frame, or as foretold.
    (all.log2() > LIGHT_ENOUGH && tone > LIGHT_ENOUGH).then(|| Parts {
        lights,
        room,
        skin: patch.skin,
        off: tone - all.log2(),
        weight: 1.0 / (patch.sure * patch.sure + 0.01),
    })
}

/// How much of a cause leaves least, and what that is: root mean square, stops.
fn fit(all: &[Parts], cause: Cause) -> (f64, f64) {
    let weights: f64 = all.iter().map(|p| p.weight).sum();
    let left = |by: f64| (all.iter().map(|p| p.weight * (p.off - p.moved(cause, by)).powi(2)).sum::<f64>() / weights).sqrt();
    let tried = (-FAR..=FAR).map(|step| f64::from(step) / 20.0).map(|by| (by, left(by)));
    tried.min_by(|a, b| a.1.total_cmp(&b.1)).unwrap_or((0.0, f64::INFINITY))
}

/// What a cause may be: one that could not be told from another by these patches is left to that one.
fn causes(setup: &Setup, all: &[Parts]) -> Vec<Cause> {
    let skin = all.iter().any(|p| p.skin) && all.iter().any(|p| !p.skin);
    let gives = |light: &usize| all.iter().any(|p| p.lights[*light] > 0.1 * (p.room + p.lights.iter().sum::<f64>()));
    let room = all.iter().any(|p| p.room > 0.1 * (p.room + p.lights.iter().sum::<f64>()));
    let lights = (0..setup.lights.len()).filter(gives).map(Cause::Light);
    let rest = [(true, Cause::Exposure), (skin, Cause::Skin), (room, Cause::Room)];
    lights.chain(rest.into_iter().filter(|(is, _)| *is).map(|(_, cause)| cause)).collect()
}

/// What is behind it, once two patches or more can be compared.
pub(super) fn behind(scene: &Scene, seen: &ShotSeen) -> Option<Judged> {
    let (setup, shot) = (scene.setup, seen.shot);
    if let Some(light) = setup.lights.iter().position(|light| shot.changed.contains(&light.id)) {
        let foretold = seen.patches.iter().any(|p| p.foretold.is_some());
        return foretold.then_some(Judged::ChangedSince { light });
    }
    // A card is no part of the foretold frame's face: it is a reading.
    let told = seen.patches.iter().enumerate().filter(|(_, p)| !p.card);
    let (places, all): (Vec<usize>, Vec<Parts>) = told.filter_map(|(n, p)| Some((n, parts(setup, shot, p)?))).unzip();
    if all.len() < 2 {
        return None;
    }
    let worst = all.iter().map(|p| p.off.abs()).fold(0.0, f64::max);
    let sure = places.iter().map(|n| seen.patches[*n].sure).fold(0.0, f64::max);
    if worst <= AS_FORETOLD.max(sure) {
        return Some(Judged::AsForetold { within: worst });
    }
    let there = (all.iter().map(|p| p.weight * p.off * p.off).sum::<f64>() / all.iter().map(|p| p.weight).sum::<f64>()).sqrt();
    let mut fits: Vec<(Cause, f64, f64)> =
        causes(setup, &all).into_iter().map(|cause| (cause, fit(&all, cause))).map(|(cause, (by, left))| (cause, by, left)).collect();
    fits.sort_by(|a, b| a.2.total_cmp(&b.2));
    let best = fits.first().filter(|(_, by, left)| by.abs() > 0.1 && *left <= LEFT.max(LEFT_OF * there));
    let Some((cause, by, left)) = best else {
        let (patch, by) = places.iter().zip(&all).map(|(n, p)| (*n, p.off)).max_by(|a, b| a.1.abs().total_cmp(&b.1.abs()))?;
        return Some(Judged::Scattered { patch, by });
    };
    let or = fits.get(1).filter(|(_, _, other)| other - left < NEARLY).map(|(cause, ..)| *cause);
    // A dial mends what a light lacks; all else is looked for by hand.
    let mend = match cause {
        Cause::Light(light) if or.is_none() => turned(setup, *light, -by),
        _ => None,
    };
    Some(Judged::Differs { by: *by, cause: *cause, or, mend })
}

/// Under this tone nothing is told apart, stops.
const FLOOR: f64 = -6.0;
/// A guess at which lights were on leaves no more than this, stops, root mean square, and so much less than the next one.
const GUESS: (f64, f64) = (0.7, 0.3);

/// Which lights were most likely on in a frame of which nobody said it: as each would have been foretold, held against what was shot.
pub(super) fn lit(scene: &Scene, seen: &ShotSeen) -> Option<Lit> {
    let setup = scene.setup;
    let told =
        |id: &LightId| seen.patches.iter().filter_map(|p| p.foretold.as_ref()).any(|f| f.lights.iter().any(|(light, _)| light == id));
    // One that gives nothing anywhere is not told from none.
    let alone = setup.lights.iter().filter(|light| told(&light.id)).map(|light| Lit::Alone(light.id.clone()));
    let mut guesses: Vec<(f64, Lit)> =
        [Lit::All, Lit::NoFlash].into_iter().chain(alone).filter_map(|lit| Some((off(setup, seen, &lit)?, lit))).collect();
    guesses.sort_by(|a, b| a.0.total_cmp(&b.0));
    let [(best, lit), (next, _), ..] = guesses.as_slice() else { return None };
    (*best < GUESS.0 && next - best > GUESS.1).then(|| lit.clone())
}

/// How far a frame lies from what it would be with some lights on, stops, root mean square; none with fewer than two patches.
fn off(setup: &Setup, seen: &ShotSeen, lit: &Lit) -> Option<f64> {
    let shot = Shot { lit: Some(lit.clone()), ..seen.shot.clone() };
    let told = seen.patches.iter().filter(|p| !p.card);
    let squares: Vec<f64> = told
        .filter_map(|patch| {
            let (lights, room) = given(setup, &shot, patch)?;
            let foretold = (room + lights.iter().sum::<f64>()).log2().max(FLOOR);
            // What is clipped says nothing; what is without light is dark.
            Some((patch.tone.unwrap_or(FLOOR).max(FLOOR) - foretold).powi(2))
        })
        .collect();
    (squares.len() >= 2).then(|| (squares.iter().sum::<f64>() / squares.len() as f64).sqrt())
}
