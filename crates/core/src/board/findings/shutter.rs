//! Mistakes that the shutter makes of flash.

use ink_lamp_light::{
    scale::{Series, ShutterTime, Stops},
    shutter::{Curtains, seconds_of},
};
use ink_lamp_sitting::{
    entry::Entry,
    firing::{Firing, HighSpeed},
    light::Light,
    setup::Setup,
};

use super::{FindingKind, Found, set_camera};
use crate::{board::moves::Action, words::firing};

/// A tail or a ghost below this is not seen (a judgement): what a meter in tenths tells twice over, and six stops under the flash.
const SEEN_TAIL: f64 = 0.15;
const SEEN_GHOST: f64 = -6.0;

impl Found<'_> {
    pub(super) fn shutter(&mut self) {
        self.past_sync();
        for light in &self.setup.lights {
            self.tail(light);
            self.bulb(light);
        }
        self.ghost();
    }

    /// Past sync: the band, or what high-speed sync asks for.
    fn past_sync(&mut self) {
        let setup = self.setup;
        let Some((camera, sync)) = setup.camera.as_ref().and_then(|c| Some((c, c.sync?))) else { return };
        let shutter = camera.exposure.shutter;
        let forgotten = setup.high_speed_forgotten();
        let past = camera.is_past_sync(shutter);
        let (at_shutter, at_sync) = (shutter.marking(Series::Third), sync.marking(Series::Third));
        let back = || set_camera(camera, format!("Set {at_sync}"), &|s| s.shutter = sync);
        let flash: Vec<&Light> = setup.lights.iter().filter(|l| l.unit.is_some()).collect();
        if !forgotten.is_empty() && past {
            let list = firing::forgotten_words(&forgotten, setup).join(" and ");
            let words = format!("High-speed sync is on, but not at {list}: past {at_sync} part of the frame goes black.");
            self.say(FindingKind::HighSpeedPartly, "camera", words).remedy =
                all_on(setup.firing.clone(), &flash, camera.body.as_ref().is_none_or(|b| b.high_speed));
            return;
        }
        // On everywhere: nothing goes black.
        if past && !flash.is_empty() && flash.iter().all(|l| setup.pulses(l)) {
            return;
        }
        let share =
            camera.travel().zip(seconds_of(shutter)).map(|(travel, t)| Curtains { travel, delay: setup.firing.delay }.black_share(t));
        let delay = setup.firing.delay.get() * 1000.0;
        if !past {
            // At sync itself a late trigger already leaves a band.
            let Some(share) = share.filter(|s| *s > 0.005 && delay > 0.0) else { return };
            let words = format!(
                "With {delay:.1} ms of trigger delay about {:.0} % of the frame is black at {at_shutter}. Set a third longer.",
                share * 100.0
            );
            self.say(FindingKind::PastSync, "camera", words).remedy = ShutterTime::from_tv(shutter.tv() - 1.0 / 3.0)
                .ok()
                .map(|t| set_camera(camera, format!("Set {}", t.marking(Series::Third)), &|s| s.shutter = t));
            return;
        }
        let mut words = match share.filter(|s| *s > 0.005) {
            Some(share) => {
                format!("Shutter {at_shutter} is past the sync of {at_sync}: about {:.0} % of the frame goes black.", share * 100.0)
            }
            None => format!("Shutter {at_shutter} is past the sync of {at_sync}."),
        };
        let pulses = camera.body.as_ref().is_some_and(|b| b.high_speed);
        if let Some(unit) = flash.iter().filter_map(|l| l.unit.as_ref()).find(|u| pulses && !u.high_speed) {
            words.push_str(&format!(" High-speed sync is not for this kit: {} has none.", unit.name));
        } else if pulses && !flash.is_empty() {
            words.push_str(" High-speed sync would pass it: see Shutter.");
        }
        words.push_str(&format!(" Set {at_sync} or longer."));
        self.say(FindingKind::PastSync, "camera", words).remedy = Some(back());
    }

    /// A pulse whose end the shutter cuts off.
    fn tail(&mut self, light: &Light) {
        let setup = self.setup;
        let Some((camera, passed)) = setup.camera.as_ref().zip(setup.passes(light)) else { return };
        // Past sync the band is told already.
        if camera.is_past_sync(camera.exposure.shutter) {
            return;
        }
        let Some(mean) = Stops::from_factor(passed.mean).filter(|m| m.get() < -SEEN_TAIL) else { return };
        let (unit, at) = (light.unit.as_ref().map(|u| u.name.clone()).unwrap_or_default(), camera.exposure.shutter.marking(Series::Third));
        let edge = match Stops::from_factor(passed.worst_edge) {
            _ if camera.is_leaf() => String::new(),
            Some(worst) => format!(" At the edge where the second curtain starts it is {}.", worst.size()),
            None => " The edge where the second curtain starts gets none.".to_owned(),
        };
        let power = light.written().unwrap_or_default();
        let words = format!(
            "{}: at {power} {unit}'s pulse outlasts {at}; {} of its light is lost over the frame.{edge} A longer time takes it all.",
            light.name(),
            mean.size()
        );
        self.say(FindingKind::PulseTail, light.id.as_str(), words).remedy =
            longer(setup, light).map(|t| set_camera(camera, format!("Set {}", t.marking(Series::Third)), &|s| s.shutter = t));
    }

    fn bulb(&mut self, light: &Light) {
        let Some((bulb, camera)) = light.unit.as_ref().and_then(|u| u.bulb).zip(self.setup.camera.as_ref()) else { return };
        let id = light.id.as_str();
        self.say(
            FindingKind::BulbHot,
            id,
            format!("{}: no flash bulb near skin or eyes; it can burst, and it is hot after use.", light.name()),
        );
        let Some(t) = seconds_of(camera.exposure.shutter) else { return };
        let loss = bulb.loss(t);
        if loss.tenths() >= 2 {
            let at = camera.exposure.shutter.marking(Series::Third);
            let words = format!("{}: the bulb burns longer than {at} is open, and {} of its light is lost.", light.name(), loss.size());
            self.say(FindingKind::BulbCut, id, words);
        }
    }

    /// What the room draws of a movement beside the flash.
    fn ghost(&mut self) {
        let setup = self.setup;
        let Some(((movement, camera), room)) = setup.holds.movement.zip(setup.camera.as_ref()).zip(self.levels.room_level) else { return };
        let Some(drawn) = movement.ghost(room, camera.exposure.shutter) else { return };
        if drawn.level.get() < SEEN_GHOST || drawn.smear < 2.0 * f64::from(movement.blur) {
            return;
        }
        let words = format!(
            "{}: the room draws a ghost of {:.0} mm beside the flash, {} from it at its brightest. A shorter time, or less of the room.",
            movement.kind.name(),
            drawn.smear,
            drawn.level
        );
        self.say(FindingKind::Ghost, "room", words);
    }
}

/// High-speed sync on at all three places, where the kit has it.
fn all_on(firing: Firing, lights: &[&Light], camera: bool) -> Option<Action> {
    if !camera || lights.iter().any(|l| l.unit.as_ref().is_some_and(|u| !u.high_speed)) {
        return None;
    }
    let high_speed = HighSpeed::everywhere(lights.iter().copied());
    Some(Action { label: "It is on everywhere".to_owned(), entry: Entry::Firing(Firing { high_speed, ..firing }) })
}

/// The next longer time in third stops at which a light loses less than a tenth.
fn longer(setup: &Setup, light: &Light) -> Option<ShutterTime> {
    let camera = setup.camera.as_ref()?;
    let mut slower = setup.clone();
    (1..=12).find_map(|third| {
        let t = ShutterTime::from_tv(camera.exposure.shutter.tv() - f64::from(third) / 3.0).ok()?;
        slower.camera.as_mut()?.exposure.shutter = t;
        let mean = Stops::from_factor(slower.passes(light)?.mean)?;
        (mean.get() >= -SEEN_TAIL).then_some(t)
    })
}
