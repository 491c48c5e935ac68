//! Which frames of a look make its mix, and what each of them gives at any dial.

use ink_lamp_light::{
    meter::Exposure,
    scale::{ShutterTime, Stops, ToneCurve},
};
use ink_lamp_sitting::{
    role::LightId,
    setup::Setup,
    shots::{Lit, Shot},
};
use uuid::Uuid;

/// The frames that make a look's mix: the newest of each kind.
#[derive(Debug, Clone, PartialEq)]
pub struct Parts<'a> {
    pub(crate) setup: &'a Setup,
    /// Without flash.
    pub room: Option<&'a Shot>,
    /// Of one light alone each, in the order of the lanes, by its place in the setup.
    pub lights: Vec<(usize, &'a Shot)>,
    /// With all lights: the mix is held against it.
    pub whole: Option<&'a Shot>,
}

/// How lights and camera are, or might be, set.
#[derive(Debug, Clone, PartialEq)]
pub struct Tried {
    /// Each light's power, stops below full, in the setup's order; none where it is not known: then it gives what its frame shows.
    pub powers: Vec<Option<Stops>>,
    /// The exposure.
    pub exposure: Exposure,
    /// Lights that are left out, by their place in the setup.
    pub muted: Vec<usize>,
    /// The room is left out.
    pub without_room: bool,
}

/// How an exposure takes flash, stops: `Sv − Av`, less what a filter takes.
fn flash(e: Exposure) -> f64 {
    e.iso.sv() - e.aperture.av() - e.filter.get()
}

/// The same of light that burns all the time: `Sv − Av − Tv`.
fn room(e: Exposure) -> f64 {
    flash(e) - e.shutter.tv()
}

impl<'a> Parts<'a> {
    /// Of a setup.
    #[must_use]
    pub fn of(setup: &'a Setup) -> Self {
        let last = |lit: &Lit| setup.shots.iter().rev().find(|shot| shot.lit.as_ref() == Some(lit));
        let alone = |(n, id): (usize, &LightId)| Some((n, last(&Lit::Alone(id.clone()))?));
        Self {
            setup,
            room: last(&Lit::NoFlash),
            lights: setup.lights.iter().map(|l| &l.id).enumerate().filter_map(alone).collect(),
            whole: last(&Lit::All),
        }
    }

    /// How the camera bends tones, where that is known.
    #[must_use]
    pub fn curve(&self) -> Option<&'a ToneCurve> {
        self.setup.camera.as_ref()?.curve()
    }

    /// Lights of which there is no frame, by their place in the setup: those that somebody touched.
    #[must_use]
    pub fn missing(&self) -> Vec<usize> {
        let has = |n: usize| self.lights.iter().any(|(of, _)| *of == n);
        let touched = |n: usize| self.setup.lights[n].unit.is_some() || self.setup.lights[n].reading.is_some();
        (0..self.setup.lights.len()).filter(|n| !has(*n) && touched(*n)).collect()
    }

    /// The pictures of the mix in the order of its layers: the room first, where there is a frame of it, then each light.
    #[must_use]
    pub fn pictures(&self) -> Vec<Uuid> {
        self.room.iter().copied().chain(self.lights.iter().map(|(_, shot)| *shot)).map(|shot| shot.picture).collect()
    }

    /// The layer of the first light: the room's comes before it, where there is one.
    #[must_use]
    pub fn first_light(&self) -> usize {
        usize::from(self.room.is_some())
    }

    /// How a frame was exposed: what its file does not say is the camera's own.
    fn exposure(&self, shot: &Shot) -> Exposure {
        shot.as_shot.over(self.setup.camera.as_ref().map_or(Exposure::USUAL, |camera| camera.exposure))
    }

    /// The exposure that the mix is told at: that of the first light's frame, else that of the one without flash.
    #[must_use]
    pub fn exposed(&self) -> Option<Exposure> {
        let first = self.lights.first().map(|(_, shot)| *shot).or(self.room)?;
        Some(self.exposure(first))
    }

    /// What must be done to a light's frame, as factors: what the frame without flash has in it is taken off by the first, what is left comes to the
    /// mix's exposure by the second. 1 and 1 where all were exposed alike.
    #[must_use]
    pub fn factors(&self, shot: &Shot) -> (f32, f32) {
        let own = self.exposure(shot);
        let off = self.room.map_or(0.0, |without| room(own) - room(self.exposure(without)));
        let to = self.exposed().map_or(0.0, |at| flash(at) - flash(own));
        (off.exp2() as f32, to.exp2() as f32)
    }

    /// What brings the frame without flash to the mix's exposure, a factor.
    #[must_use]
    pub fn room_factor(&self) -> f32 {
        let stops = self.room.zip(self.exposed()).map_or(0.0, |(without, at)| room(at) - room(self.exposure(without)));
        stops.exp2() as f32
    }

    /// What a light's power was when its frame was shot, stops below full; where that was not noted, as it is set now.
    #[must_use]
    pub fn power(&self, light: usize, shot: &Shot) -> Option<Stops> {
        shot.power_of(&self.setup.lights[light].id).or_else(|| self.setup.lights[light].power())
    }

    /// By how many stops a light is over its frame; none where its power is not known.
    #[must_use]
    pub fn over(&self, tried: &Tried, light: usize, shot: &Shot) -> Option<f64> {
        let power = tried.powers.get(light).copied().flatten()?;
        Some((power - self.power(light, shot)?).get())
    }

    fn tried(&self, exposure: Exposure, power: impl Fn(usize, &Shot) -> Option<Stops>) -> Tried {
        let mut powers = vec![None; self.setup.lights.len()];
        for (light, shot) in &self.lights {
            powers[*light] = power(*light, shot);
        }
        Tried { powers, exposure, muted: Vec::new(), without_room: false }
    }

    /// Each light as it was in its own frame. None without any frame.
    #[must_use]
    pub fn as_shot(&self) -> Option<Tried> {
        Some(self.tried(self.exposed()?, |light, shot| self.power(light, shot)))
    }

    /// As the setup has it now: what a frame of all would be. None without any frame.
    #[must_use]
    pub fn as_set(&self) -> Option<Tried> {
        let exposure = self.setup.camera.as_ref().map_or(self.exposed()?, |camera| camera.exposure);
        Some(self.tried(exposure, |light, _| self.setup.lights[light].power()))
    }

    /// As it was in the frame with all lights. None without such a frame.
    #[must_use]
    pub fn as_whole(&self) -> Option<Tried> {
        let whole = self.whole?;
        Some(self.tried(self.exposure(whole), |light, _| self.power(light, whole)))
    }

    /// What each layer is multiplied with, in the order of [`Self::pictures`].
    #[must_use]
    pub fn weights(&self, tried: &Tried) -> Vec<f32> {
        let at = self.exposed().unwrap_or(tried.exposure);
        let time = at.shutter.tv() - tried.exposure.shutter.tv();
        let exposed = flash(tried.exposure) - flash(at);
        let of_room = if tried.without_room { 0.0 } else { (exposed + time).exp2() };
        let of_light = |(light, shot): &(usize, &Shot)| {
            if tried.muted.contains(light) {
                return 0.0;
            }
            // Flash within sync does not ask for the shutter; what pulses through the whole time does.
            let pulses = self.setup.pulses(&self.setup.lights[*light]);
            (self.over(tried, *light, shot).unwrap_or(0.0) + exposed + if pulses { time } else { 0.0 }).exp2()
        };
        self.room.map(|_| of_room).into_iter().chain(self.lights.iter().map(of_light)).map(|weight| weight as f32).collect()
    }

    /// Shutter times that may be tried, longest first: from a tenth of a second up to sync, where flash is all there; under high-speed sync those past it.
    #[must_use]
    pub fn shutters(&self) -> Vec<ShutterTime> {
        /// The longest that is offered, `Tv`: an eighth of a second, which a sitter can hold (a judgement).
        const LONGEST: f64 = 3.0;
        /// The shortest that a curtain runs, `Tv`: 1/8000.
        const SHORTEST: f64 = 13.0;
        let Some(at) = self.exposed() else { return Vec::new() };
        let past = |time: ShutterTime| self.setup.camera.as_ref().map_or(time.tv() > at.shutter.tv(), |c| c.is_past_sync(time));
        let pulses = self.lights.iter().any(|(light, _)| self.setup.pulses(&self.setup.lights[*light]));
        let offered = |time: &ShutterTime| (LONGEST - 0.2..SHORTEST + 0.1).contains(&time.tv()) && past(*time) == pulses;
        let mut times: Vec<ShutterTime> = ShutterTime::thirds().filter_map(|text| ShutterTime::parse(text).ok()).filter(offered).collect();
        times.sort_by(|a, b| a.tv().total_cmp(&b.tv()));
        if !times.contains(&at.shutter) {
            let place = times.partition_point(|time| time.tv() < at.shutter.tv());
            times.insert(place, at.shutter);
        }
        times
    }
}
