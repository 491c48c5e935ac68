//! What the meter shows of a light that lies at a level of the frame: at the meter's own ISO and shutter, the room as the meter sees it, the flash as
//! one whole pop, whatever the camera's shutter takes of it.

use ink_lamp_light::{
    meter::{Amount, Reading},
    scale::{Iso, ShutterTime, Stops},
};

use crate::scene::Scene;

/// A display, and how the meter is set.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct MeterShows {
    /// What it shows, as `Av`.
    pub av: f64,
    /// Its ISO, where that is not the camera's.
    pub iso: Option<Iso>,
    /// Its shutter time, where that is not the camera's and moves the display.
    pub shutter: Option<ShutterTime>,
}

/// What moves no display in tenths, stops.
const UNSHOWN: f64 = 0.05;

impl Scene<'_> {
    /// What the meter shows of a light alone where it lies at a level, room included. None before the camera is set.
    #[must_use]
    pub fn meter_shows(&self, index: usize, level: Stops) -> Option<MeterShows> {
        let (e, light) = (self.levels.exposure?, self.setup.lights.get(index)?);
        let set = self.setup.meter;
        let iso = set.iso.unwrap_or(e.iso);
        let flash = Amount::at(level).without(self.levels.room_at(light));
        // Where the room alone is over it, the flash gives nothing.
        let pop = flash.level().map(|level| Reading::av_100_for(level, e) + self.setup.shutter_loss(light).get());
        let at = |shutter: ShutterTime| {
            let pop = pop.map(|av| Amount::at(Stops::of(av) - self.setup.loss_at(light, shutter)));
            let room = self.setup.room.at(light.room_place()).map(|r| Amount::at(Stops::of(r.av_100() + r.shutter.tv() - shutter.tv())));
            let all = pop.into_iter().chain(room).fold(Amount::NONE, Amount::and);
            Some(all.level()?.get() + iso.stops_over_100())
        };
        let av = at(set.shutter.unwrap_or(e.shutter))?;
        let moves = at(e.shutter).is_none_or(|there| (there - av).abs() >= UNSHOWN);
        Some(MeterShows { av, iso: Some(iso).filter(|iso| *iso != e.iso), shutter: set.shutter.filter(|_| moves) })
    }
}
