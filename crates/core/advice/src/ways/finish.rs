//! A way worked out on the board, with what else is worth knowing of it.

use ink_lamp_light::scale::{Reflectance, Stops, grey_code};
use ink_lamp_scene::energy::{self, Energy};

use super::{
    here::{After, Here},
    way::{Landing, RoomWay, WayLight},
};
use crate::{
    board::face::face,
    words::ways::{self as words, notes::notes},
};

impl Here<'_> {
    pub(crate) fn finish(&self, name: &str, id: &str, after: &After, lights: Vec<WayLight>, rise: Stops) -> RoomWay {
        let levels = &after.levels;
        let room = levels.room_for(self.wish);
        let energies: Vec<Energy> = after.setup.lights.iter().filter_map(|l| energy::of(&after.setup, l)).collect();
        let possible = lights.iter().all(|l| l.possible);
        RoomWay {
            id: id.to_owned(),
            name: name.to_owned(),
            settings: String::new(),
            in_use: false,
            does: room.is_some_and(|r| self.wish.is_right(r)),
            possible,
            room: room.map(landing),
            places: words::places(levels),
            rise,
            rise_shown: words::rise(rise),
            lights,
            recycle: energies.iter().filter_map(|e| e.recycle).reduce(f64::max),
            slow: energies.iter().any(|e| e.slow),
            focus: words::focus(&after.setup),
            ratio: face(&after.setup, levels, None).map(|f| words::ratio(f.ratio_now, f.room_is_fill)),
            verdict: None,
            catch: String::new(),
            notes: notes(self.setup, self.camera, &after.setup, levels),
            given_up: 0.0,
            entries: after.entries.clone(),
        }
    }
}

pub(super) fn landing(stops: Stops) -> Landing {
    Landing { stops, shown: stops.shown(), code: grey_code(Reflectance::MID_GREY, stops) }
}
