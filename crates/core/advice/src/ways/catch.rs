//! The catch of a way: what is short, what the kit can’t, or what is given up most.

use ink_lamp_sitting::{entry::CameraSet, setup::Setup};

use super::{
    here::{After, Here},
    way::{RoomWay, WayLight},
};
use crate::{search::Changes, words::ways::catch as words};

impl Here<'_> {
    /// The catch: what is short, what the kit can't, or else what is given up most.
    pub(crate) fn judge(&self, way: &mut RoomWay, changes: Changes, set: &CameraSet, after: &After) {
        let stands = |setup: &Setup, id: &str| setup.lights.iter().find(|l| l.id.as_str() == id)?.distance;
        let is_nearer = |l: &&WayLight| stands(&after.setup, &l.id) < stands(self.setup, &l.id);
        let told = |l: &WayLight| Some(format!("{} {}", l.name, l.moved.clone()?));
        let (nearer, back): (Vec<&WayLight>, Vec<&WayLight>) = way.lights.iter().filter(|l| l.moved.is_some()).partition(is_nearer);
        let [nearer, back] = [nearer, back].map(|lights| lights.into_iter().filter_map(told).collect::<Vec<String>>());
        if let Some(room) = way.room.clone().filter(|_| !way.does) {
            way.verdict = Some(words::short(self.wish.gap(room.stops)));
            way.catch = words::end_of(self.setup, self.camera, changes, set);
        } else if let Some(light) = way.lights.iter().find(|l| !l.possible) {
            way.verdict = Some(words::NOT_WITH_THIS_KIT.to_owned());
            way.catch = format!("{} {}", light.name, light.left);
        } else if !nearer.is_empty() || !back.is_empty() {
            way.catch = words::lights_moved(&nearer, &back);
        } else {
            way.catch = words::given_up(self.setup, self.camera, changes, set, &after.setup, self.levels.room_level.is_some());
        }
    }
}
