//! What is asked, against what really is. The closed forms are the trade's own (MODELS of light and ratio in `ink_lamp_light`), told of true amounts of light.

use ink_lamp_light::{
    meter::Exposure,
    ratio::{Anchor, Convention, RatioTarget},
    scale::{Aperture, Iso, ShutterTime},
};
use ink_lamp_scene::{ground::level_on_ground, mixture::kelvin_of, rims::rim, scene::Scene};
use ink_lamp_sitting::{
    light::Light,
    metered::RoomPlace,
    role::{LightId, Role},
};
use ink_lamp_stand_ins::studio::Studio;
use serde::Deserialize;

/// How far off a light may be, stops: what a frame hardly shows (a judgement).
const WITHIN: f64 = 0.15;

const fn within() -> f64 {
    WITHIN
}

/// What is asked.
#[derive(Debug, Clone, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
pub enum Want {
    /// A light read alone, the room in it.
    Light {
        /// Which.
        light: LightId,
        /// Against the exposure, stops.
        level: f64,
        /// Give or take so much.
        #[serde(default = "within")]
        within: f64,
    },
    /// Key and fill, each where the ratio puts it.
    Ratio(RatioTarget),
    /// The room at a level.
    RoomAt {
        /// Stops.
        level: f64,
        /// Give or take so much.
        within: f64,
    },
    /// The room under a level, stops.
    RoomUnder(f64),
    /// The ground under a level, stops; one light alone.
    GroundUnder(f64),
    /// The aperture stays.
    Aperture(Aperture),
    /// The shutter time stays.
    Shutter(ShutterTime),
    /// The ISO stays.
    Iso(Iso),
    /// Every light fires.
    Fires {},
    /// High-speed sync is on wherever it must be.
    HighSpeed {},
    /// A pop is over in time.
    Shorter {
        /// Whose.
        light: LightId,
        /// t0.1, seconds.
        seconds: f64,
    },
    /// Its light comes round the edge, to where the camera sees it.
    Wraps {
        /// Whose.
        light: LightId,
    },
    /// A light in the colour of the room.
    Mixed {
        /// Which.
        light: LightId,
        /// Give or take so many mired.
        mired: f64,
    },
}

/// What really is.
#[derive(Debug, Clone)]
pub struct Real<'a> {
    /// The studio.
    pub studio: &'a Studio,
    exposure: Exposure,
    /// The room's level, stops.
    pub room: f64,
}

/// One thing that is asked, and how it is.
#[derive(Debug, Clone, PartialEq)]
pub struct Met {
    /// The lane that it is about.
    pub lane: String,
    /// What it is about.
    pub what: Measure,
    /// What really is.
    pub truth: f64,
    /// What is asked.
    pub wanted: f64,
    /// Whether it is within what counts.
    pub ok: bool,
}

/// What is compared.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Measure {
    /// Levels, stops.
    Level,
    /// A level that must not be exceeded, stops.
    Under,
    /// Mired.
    Mired,
    /// Seconds that must not be exceeded.
    Seconds,
    /// 1 where it is so, 0 where not.
    Is,
}

impl Met {
    /// How far it is off, over is positive; 0 where it only must not be exceeded and is not.
    #[must_use]
    pub fn off(&self) -> f64 {
        match self.what {
            Measure::Level | Measure::Mired | Measure::Is => self.truth - self.wanted,
            Measure::Under | Measure::Seconds => (self.truth - self.wanted).max(0.0),
        }
    }
}

fn level(amount: f64) -> f64 {
    if amount > 0.0 { amount.log2() } else { -99.0 }
}

impl<'a> Real<'a> {
    /// What really is in a studio; none before its camera is set.
    #[must_use]
    pub fn of(studio: &'a Studio) -> Option<Self> {
        let exposure = studio.setup.camera.as_ref()?.exposure;
        let mut real = Self { studio, exposure, room: 0.0 };
        real.room = studio.room - exposure.shutter.tv() - real.base();
        Some(real)
    }

    /// `Av` at ISO 100 of what lies on the exposure.
    #[must_use]
    pub fn base(&self) -> f64 {
        // Sv of ISO 100 is 5.
        self.exposure.aperture.av() - (self.exposure.iso.sv() - 5.0)
    }

    /// What a light alone puts there without the room, an amount.
    #[must_use]
    pub fn own(&self, id: &LightId) -> f64 {
        let Some(light) = self.studio.setup.light(id).filter(|_| self.studio.fires(id)) else { return 0.0 };
        let loss = self.studio.setup.shutter_loss(light).get();
        self.studio.flash(light).map_or(0.0, |av| (av - self.base() - loss).exp2())
    }

    /// What a light would read that is set so, the room in it, stops; none where nobody said what stands there.
    #[must_use]
    pub fn total_of(&self, light: &Light) -> Option<f64> {
        let loss = self.studio.setup.shutter_loss(light).get();
        Some(level((self.studio.flash(light)? - self.base() - loss).exp2() + self.room.exp2()))
    }

    /// A light with the room in it, stops.
    #[must_use]
    pub fn total(&self, id: &LightId) -> f64 {
        level(self.own(id) + self.room.exp2())
    }

    /// What each light is asked to read with the room in it, and how far off it may be.
    #[must_use]
    pub fn asked(&self, wants: &[Want]) -> Vec<(LightId, f64, f64)> {
        let mut asked = Vec::new();
        for want in wants {
            match want {
                Want::Light { light, level, within } => asked.push((light.clone(), *level, *within)),
                Want::Ratio(target) => {
                    let (key, fill) = self.sides(*target);
                    asked.push((LightId::of(Role::Key), level(key), WITHIN));
                    asked.push((LightId::of(Role::Fill), level(fill), WITHIN));
                }
                _ => {}
            }
        }
        asked
    }

    /// What is asked, one by one, and how it is.
    #[must_use]
    pub fn met(&self, wants: &[Want]) -> Vec<Met> {
        let lights = self.asked(wants).into_iter().map(|(light, wanted, within)| {
            let truth = self.total(&light);
            Met { lane: light.to_string(), what: Measure::Level, truth, wanted, ok: (truth - wanted).abs() <= within + 1e-9 }
        });
        lights.chain(wants.iter().filter_map(|want| self.other(want))).collect()
    }

    /// Whether all that is asked is so.
    #[must_use]
    pub fn is_done(&self, wants: &[Want]) -> bool {
        self.met(wants).iter().all(|met| met.ok)
    }

    fn other(&self, want: &Want) -> Option<Met> {
        let setup = &self.studio.setup;
        let is = |lane: &str, ok: bool| Met { lane: lane.to_owned(), what: Measure::Is, truth: f64::from(u8::from(ok)), wanted: 1.0, ok };
        let met = |lane: &str, what: Measure, truth: f64, wanted: f64, ok: bool| Met { lane: lane.to_owned(), what, truth, wanted, ok };
        Some(match want {
            Want::Light { .. } | Want::Ratio(_) => return None,
            Want::RoomAt { level, within } => met("room", Measure::Level, self.room, *level, (self.room - level).abs() <= within + 1e-9),
            Want::RoomUnder(level) => met("room", Measure::Under, self.room, *level, self.room <= *level),
            Want::GroundUnder(level) => {
                let ground = self.ground()?;
                met("ground", Measure::Under, ground, *level, ground <= *level)
            }
            Want::Aperture(wanted) => is("camera", self.exposure.aperture == *wanted),
            Want::Shutter(wanted) => is("camera", self.exposure.shutter == *wanted),
            Want::Iso(wanted) => is("camera", self.exposure.iso == *wanted),
            Want::Fires {} => {
                is("whole", setup.lights.iter().filter(|light| light.unit.is_some()).all(|light| self.studio.fires(&light.id)))
            }
            Want::HighSpeed {} => is("camera", setup.lights.iter().filter(|light| light.unit.is_some()).all(|light| setup.pulses(light))),
            Want::Shorter { light, seconds } => {
                let time = setup.light(light).and_then(ink_lamp_scene::freeze::time)?;
                met(light.as_str(), Measure::Seconds, time, *seconds, ink_lamp_scene::freeze::is_short_enough(time, *seconds))
            }
            Want::Wraps { light } => {
                let scene = Scene::of(setup);
                let stage = scene.placed()?;
                let placed = stage.lights.iter().find(|placed| setup.lights[placed.index].id == *light)?;
                is(light.as_str(), rim(stage, placed).is_some_and(|rim| rim.wraps))
            }
            Want::Mixed { light, mired } => {
                let Some(room) = setup.room.light_at(RoomPlace::Sitter).kelvin else { return Some(is(light.as_str(), false)) };
                let room = room.mired();
                let own = kelvin_of(setup.light(light)?).mired();
                met(light.as_str(), Measure::Mired, own, room, (own - room).abs() <= *mired)
            }
        })
    }

    /// The ground's level with one light alone: what the plan makes of it, moved by how far that light really is from where the plan takes it.
    fn ground(&self) -> Option<f64> {
        let scene = Scene::of(&self.studio.setup);
        let on_ground = level_on_ground(scene.placed()?)?.get();
        let index = self.studio.setup.lights.iter().position(|light| light.unit.is_some())?;
        let taken_for = scene.levels.likely_flash(&self.studio.setup, index)?.level()?.get();
        let own = level(self.own(&self.studio.setup.lights[index].id));
        Some(level((on_ground + own - taken_for).exp2() + self.room.exp2()))
    }
}

impl Real<'_> {
    /// What key and fill must read, each alone with the room in it. Closed forms: of a key `K` and a fill `F` without the room `r`, a share `s` of the key on
    /// the shadow side, and `o` from the others on both sides, `K + F + r + o = R (sK + F + r + o)` for lit : shadow, `K + r = R (F + r)` by
    /// readings, and `K + F + r + o` or `K + r` is 1.
    fn sides(&self, target: RatioTarget) -> (f64, f64) {
        let (ratio, r) = (target.ratio().get(), self.room.exp2());
        let (s, o) = self.spilt();
        match (target.convention(), target.anchor()) {
            (Convention::LitShadow, Anchor::LitSide) => {
                let key = (1.0 - 1.0 / ratio) / (1.0 - s);
                (key + r, 1.0 - key - o)
            }
            (Convention::LitShadow, Anchor::KeyAlone) => (1.0, (1.0 - r) * (1.0 - ratio * s) / (ratio - 1.0) - o),
            (Convention::Readings, Anchor::LitSide) => ((1.0 + r) * ratio / (ratio + 1.0), (1.0 + r) / (ratio + 1.0)),
            (Convention::Readings, Anchor::KeyAlone) => (1.0, 1.0 / ratio),
        }
    }

    /// What of the key really falls on the shadow side, a share; and what the others put on both sides, an amount.
    fn spilt(&self) -> (f64, f64) {
        let setup = &self.studio.setup;
        let scene = Scene::of(setup);
        let truly = |light: &LightId, place: &str| self.studio.truth.spilt(&light.to_string(), place);
        let others = setup.lights.iter().zip(&scene.levels.spill.face).map(|(light, share)| {
            let share = share * truly(&light.id, "face");
            if matches!(light.role, Role::Key | Role::Fill) { 0.0 } else { share * self.own(&light.id) }
        });
        (scene.levels.spill.key * truly(&LightId::of(Role::Key), "shadow"), others.sum())
    }
}
