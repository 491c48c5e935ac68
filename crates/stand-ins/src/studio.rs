//! The studio as it really is: what a meter shows there, whatever the board believes.

use ink_lamp_light::{
    refusal::Refusal,
    scale::{Iso, MeterDisplay, ShutterTime},
    strobe::Pulse,
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    entry::Subject,
    light::Light,
    metered::{HeldAt, RoomPlace},
    role::{LightId, Role},
    setup::Setup,
};

use crate::{fault::Fault, truth::Truth};

/// A studio: a look as it is set up, and the truth about it.
#[derive(Debug, Clone)]
pub struct Studio {
    /// The look as it is set up; dials as the units have them.
    pub setup: Setup,
    /// The truth.
    pub truth: Truth,
    /// The room, EV at ISO 100.
    pub room: f64,
    /// The room at the ground against that at the sitter, stops.
    pub at_ground: f64,
    /// Lights that were read before they were stood in for, by [`what`]: how far they lie from what the truth makes of their sheets, stops.
    pub found: Vec<(String, f64)>,
    /// What is wrong, until somebody sets it right.
    pub faults: Vec<Fault>,
}

/// What a light is, as far as another one would be off by something else: its id, unit and modifier.
#[must_use]
pub fn what(light: &Light) -> String {
    let unit = light.unit.as_ref().map(|unit| unit.name.as_str()).unwrap_or_default();
    format!("{} {unit} {}", light.id, worn(light))
}

/// Where a meter shows nothing: below and above what it has marks for, `Av`.
const SHOWS: (f64, f64) = (-2.0, 14.0);

/// A meter that chooses its time wants at least so much, `Av`: f/1.
const ENOUGH: f64 = 0.2;
/// `Sv` of ISO 100.
const SV_100: f64 = 5.0;

fn plus(a: f64, b: f64) -> f64 {
    (a.exp2() + b.exp2()).log2()
}

/// A setup's name for what a light wears.
fn worn(light: &Light) -> String {
    light.worn_id().unwrap_or_default()
}

impl Studio {
    /// A studio in which a look is set up.
    ///
    /// What was read of the room before is near the truth; where nothing was read, it may be anything.
    #[must_use]
    pub fn new(setup: Setup, truth: Truth, look: &str) -> Self {
        let ev = |place: RoomPlace| setup.room.at(place).map(|reading| reading.av_100() + reading.shutter.tv());
        let room = ev(RoomPlace::Sitter).map_or_else(|| truth.room(look), |ev| ev + truth.room_since(look));
        let at_ground = ev(RoomPlace::Ground).zip(ev(RoomPlace::Sitter)).map_or(0.0, |(ground, sitter)| ground - sitter);
        Self { setup, truth, room, at_ground, found: Vec::new(), faults: Vec::new() }
    }

    /// What a light's flash gives where it works: `Av` at ISO 100. None where nobody said what stands there.
    #[must_use]
    pub fn flash(&self, light: &Light) -> Option<f64> {
        let unit = light.unit.as_ref()?;
        let studio = self.setup.studio();
        // What it still holds of a higher power leaves first.
        let mut fired = light.clone();
        if unit.pulse == Some(Pulse::Voltage) {
            fired.dial = light.charged.or(light.dial);
        }
        let model = self.setup.model(&fired, &studio);
        if !model.whole {
            return None;
        }
        let written = fired.written().unwrap_or_default();
        let place = format!("{:?} {:?}", light.distance, light.place);
        let (id, unit) = (light.id.to_string(), light.rig.kit.map_or_else(|| unit.name.clone(), |kit| kit.unit.to_string()));
        let off =
            self.truth.unit(&unit) + self.truth.modifier(&worn(light)) + self.truth.dial(&unit, &written) + self.truth.place(&id, &place);
        let found = what(light);
        let found = self.found.iter().find(|(known, _)| *known == found).map_or(0.0, |(_, off)| *off);
        Some(model.av_100 + off + found)
    }

    /// How far each light lies from what the truth makes of its sheet, by what was read of it before: a studio that is stepped into is as it is known.
    /// Nothing for one that nobody read, or only a stand-in.
    #[must_use]
    pub fn as_known(&self) -> Vec<(String, f64)> {
        let off = |light: &Light| {
            let real = light.reading.as_ref().is_some_and(|held| !held.how.simulated);
            let known = self.setup.flash_av_100(light).filter(|_| real);
            let off = known.zip(self.flash(light)).map_or(0.0, |(known, flash)| known - flash);
            (what(light), off)
        };
        self.setup.lights.iter().filter(|light| light.unit.is_some()).map(off).collect()
    }

    /// Whether a light fires when it is asked to.
    #[must_use]
    pub fn fires(&self, id: &LightId) -> bool {
        !self.faults.iter().any(|fault| fault.silences(id, &self.setup))
    }

    /// The ISO that the meter stands on, where it is taken for one.
    #[must_use]
    pub fn meter_iso(&self, taken: Iso) -> Iso {
        self.faults.iter().find_map(|fault| if let Fault::MeterIso { iso } = fault { Some(*iso) } else { None }).unwrap_or(taken)
    }

    fn ev(&self, place: HeldAt) -> f64 {
        self.room + if place == HeldAt::Ground { self.at_ground } else { 0.0 }
    }

    /// What of each light that is on falls where the meter is held, `Av` at ISO 100.
    fn fall(&self, id: &LightId, at: HeldAt) -> Option<f64> {
        let light = self.setup.light(id)?;
        let flash = self.flash(light).filter(|_| self.fires(id))?;
        let scene = Scene::of(&self.setup);
        let index = self.setup.index_of(id)?;
        let spilt = |share: f64, place: &str| {
            let share = share * self.truth.spilt(&id.to_string(), place);
            (share > 1e-6).then(|| flash + share.log2())
        };
        let behind = || spilt(scene.levels.spill.face.get(index).copied().unwrap_or(0.0), "face");
        match (at, light.role) {
            (HeldAt::Ground, Role::Ground) | (HeldAt::Face | HeldAt::ShadowSide, Role::Fill) | (HeldAt::Face, Role::Key) => Some(flash),
            (HeldAt::ShadowSide, Role::Key) => spilt(scene.levels.spill.key, "shadow"),
            (HeldAt::Face | HeldAt::ShadowSide, _) => behind(),
            (HeldAt::HairOrShoulder, _) => Some(flash).filter(|_| !matches!(light.role, Role::Key | Role::Fill | Role::Ground)),
            // A tenth of what lights the face reaches the ground behind it (a judgement).
            (HeldAt::Ground, Role::Key | Role::Fill) => spilt(0.1, "ground"),
            (HeldAt::Ground, _) => None,
        }
    }

    /// What really lies where a meter is held: `Av` at ISO 100 of all that is on, with the room in the meter's time. None where nothing does.
    #[must_use]
    pub fn light_at(&self, of: &Subject, place: Option<HeldAt>, shutter: ShutterTime) -> Option<f64> {
        let usual = match of {
            Subject::Light(id) => match self.setup.light(id)?.role {
                Role::Ground => HeldAt::Ground,
                Role::Rim | Role::Hair => HeldAt::HairOrShoulder,
                Role::Fill => HeldAt::ShadowSide,
                _ => HeldAt::Face,
            },
            Subject::Room | Subject::Whole => HeldAt::Face,
        };
        let at = place.unwrap_or(usual);
        let room = self.ev(at) - shutter.tv();
        let flash = match of {
            Subject::Room => None,
            Subject::Light(id) if place.is_none() => Some(self.flash(self.setup.light(id)?)?),
            Subject::Light(id) => self.fall(id, at),
            Subject::Whole => {
                let all = self.setup.lights.iter().filter_map(|light| self.fall(&light.id, at));
                all.reduce(plus)
            }
        };
        Some(flash.map_or(room, |flash| plus(flash, room)))
    }

    /// The time that a meter takes for the room: its own, or the shortest longer one at which it has marks for so little light.
    #[must_use]
    pub fn time_for_room(&self, place: Option<HeldAt>, iso: Iso, own: ShutterTime) -> ShutterTime {
        let longer = ["1/60", "1/15", "1/4", "1", "4", "15", "30"].into_iter().filter_map(|time| ShutterTime::parse(time).ok());
        let shows = |time: &ShutterTime| self.light_at(&Subject::Room, place, *time).is_some_and(|av| av + iso.sv() - SV_100 > ENOUGH);
        std::iter::once(own).chain(longer.filter(|time| time.tv() < own.tv())).find(shows).unwrap_or(own)
    }

    /// What a meter shows of something on its nth reading.
    ///
    /// # Errors
    /// Nothing is there that can be read, a pop did not come, or more or less light than the meter has marks for.
    pub fn meter(&self, of: &Subject, place: Option<HeldAt>, iso: Iso, shutter: ShutterTime, nth: u64) -> Result<MeterDisplay, Refusal> {
        if let Subject::Light(id) = of {
            let light = self.setup.light(id).ok_or_else(|| Refusal::new("of", format!("{id} does not stand in this studio.")))?;
            if !self.fires(id) || self.truth.is_lost(&id.to_string(), nth) {
                return Err(Refusal::new("of", format!("no pop came: {} did not fire. Measure again.", light.name())));
            }
        }
        let there = self.light_at(of, place, shutter);
        let there =
            there.ok_or_else(|| Refusal::new("of", "nobody said which unit stands there, in what, how far away and at what power."))?;
        let shown = there + iso.sv() - SV_100 + self.truth.noise(nth);
        if !(SHOWS.0..=SHOWS.1).contains(&shown) {
            let way = if shown < SHOWS.0 { "Err.u: less light than it has marks for" } else { "Err.o: more light than it has marks for" };
            return Err(Refusal::new("of", format!("the meter shows {way}.")));
        }
        MeterDisplay::from_av((shown * 10.0).round() / 10.0)
    }
}
