//! The catch of a way: what is short, what the kit can’t, or what is given up most.

use ink_lamp_sitting::entry::CameraSet;

use super::{
    here::{After, Here},
    way::RoomWay,
};
use crate::{search::Changes, words::ways::catch as words};

impl Here<'_> {
    /// The catch: what is short, what the kit can't, or else what is given up most.
    pub(crate) fn judge(&self, way: &mut RoomWay, changes: Changes, set: &CameraSet, after: &After) {
        let lights = way.lights.iter().filter(|l| l.moved.is_some());
        let moved: Vec<String> = lights.map(|l| format!("{} {}", l.name, l.moved.clone().unwrap_or_default())).collect();
        if let Some(room) = way.room.clone().filter(|_| !way.does) {
            way.verdict = Some(words::short(self.wish.gap(room.stops)));
            way.catch = words::end_of(self.setup, self.camera, changes, set);
        } else if let Some(light) = way.lights.iter().find(|l| !l.possible) {
            way.verdict = Some(words::NOT_WITH_THIS_KIT.to_owned());
            way.catch = format!("{} {}", light.name, light.left);
        } else if !moved.is_empty() {
            way.catch = words::bring_nearer(&moved);
        } else {
            way.catch = words::given_up(self.setup, self.camera, changes, set, &after.setup, self.levels.room_level.is_some());
        }
    }
}
