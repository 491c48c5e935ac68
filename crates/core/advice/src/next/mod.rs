//! The next move: what to do, in facts and one entry. What is said of it stands in `words/next`.
//!
//! Order of picking: the room's decision, then a light that was just dialled, then the largest gap (ties in the order of the work,
//! the key before the fill always), then what was not read yet, then the whole, then the frame. It is advice and never a lock.

pub(crate) mod automatic;
pub(crate) mod camera;
mod kind;
pub(crate) mod light;
pub(crate) mod meter;
mod ratio;
pub(crate) mod room;

use ink_lamp_light::{ambient::RoomWish, scale::Stops};
use ink_lamp_scene::{scene::Scene, whole::WholeCheck};
use ink_lamp_sitting::{
    entry::{Entry, FrameShot},
    light::{Because, Held, Light, Standing},
    role::{LightId, Role},
    setup::Setup,
};

pub use kind::MoveKind;

/// What to do, with its numbers.
#[derive(Debug, Clone, PartialEq)]
pub(crate) enum Move {
    /// Read the room, flash off.
    MeterRoom,
    /// Set the camera for the first time.
    SetCamera,
    /// Change the camera for the room's sake.
    Room(room::RoomMove),
    /// Change the camera to what the lights give.
    Follow(camera::Follow),
    /// Set in manual what automatic flash gave.
    Automatic(automatic::InManual),
    /// Choose the ratio.
    ChooseRatio,
    /// Read a light alone.
    MeterLight(meter::MeterLight),
    /// Turn a dial, or move the light where its dial can't do it.
    Light(light::LightMove),
    /// Read all lights together; what the parts add up to.
    MeterWhole(Option<Stops>),
    /// The whole and its parts do not agree.
    FindWhatMoved(WholeCheck),
    /// Nothing to change.
    Shoot,
}

/// The move with what the lanes need of it.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Pick {
    /// The lane it belongs to.
    pub(crate) lane: String,
    /// What to do.
    pub(crate) what: Move,
    /// Which light's power scale is drawn, and where its dial goes.
    pub(crate) power: Option<(usize, Option<Stops>)>,
    /// What doing it logs.
    pub(crate) entry: Option<Entry>,
    /// Which light it changes, and where that lands.
    pub(crate) after: Option<(LightId, Stops)>,
    /// Which light gets which setting.
    pub(crate) pending: Option<(LightId, String)>,
}

impl Pick {
    fn new(lane: &str, what: Move) -> Self {
        Self { lane: lane.to_owned(), what, power: None, entry: None, after: None, pending: None }
    }

    fn with(self, entry: Option<Entry>) -> Self {
        Self { entry, ..self }
    }
}

/// The next move of a scene.
pub(crate) fn of(scene: &Scene) -> Pick {
    let (setup, levels) = (scene.setup, &scene.levels);
    let anything_read = setup.lights.iter().any(|l| l.reading.as_ref().is_some_and(Held::is_measured));
    let room_unread = setup.room.reading.is_none();
    if room_unread && !anything_read {
        return meter::room();
    }
    let Some(camera) = &setup.camera else { return camera::first() };
    if let Some(room) = levels.wished_room
        && let Some(pick) = room::of(scene, camera, room)
    {
        return pick;
    }
    let order = order_of_lights(setup);
    // What was just dialled is read again before anything else is touched.
    let just_changed = |l: &Light| match l.reading.as_ref().map(|h| h.standing) {
        Some(Standing::Carried { because, .. } | Standing::Stale { because }) => because != Because::Copied,
        _ => false,
    };
    if let Some(&i) = order.iter().find(|&&i| just_changed(&setup.lights[i]) && !levels.is_off(i)) {
        return meter::light(scene, i);
    }
    if let Some(pick) = order.iter().find_map(|&i| automatic::of(setup, i)) {
        return pick;
    }
    if let Some(pick) = camera::follow_lights(scene, camera) {
        return pick;
    }
    if let Some(i) = largest_gap(scene, &order) {
        return light::of(scene, i);
    }
    let has = |role| setup.first(role).is_some();
    if setup.ratio.is_none() && has(Role::Key) && has(Role::Fill) {
        return ratio::choose();
    }
    if room_unread {
        return meter::room();
    }
    let wants_reading = |i: usize| {
        let light = &setup.lights[i];
        !light.reading.as_ref().is_some_and(Held::is_measured) && (levels.targets[i].is_some() || light.unit.is_some())
    };
    if let Some(&i) = order.iter().find(|&&i| wants_reading(i)) {
        return meter::light(scene, i);
    }
    if levels.whole.is_none() && has_whole(setup) {
        return meter::whole(scene);
    }
    if let Some(check) = scene.whole.as_ref().filter(|c| c.differs).cloned() {
        return Pick::new("whole", Move::FindWhatMoved(check));
    }
    let frame = Entry::Frame(FrameShot { note: None, no_flash: None });
    Pick::new("frame", Move::Shoot).with(Some(frame))
}

/// Whether all lights together say more than each alone: one light before a removed room is all there is.
pub(crate) const fn has_whole(setup: &Setup) -> bool {
    setup.lights.len() != 1 || matches!(setup.room.wish, RoomWish::Keep(_))
}

/// Lights in the order of the work.
fn order_of_lights(setup: &Setup) -> Vec<usize> {
    let mut order: Vec<usize> = (0..setup.lights.len()).collect();
    order.sort_by_key(|&i| setup.lights[i].role);
    order
}

fn largest_gap(scene: &Scene, order: &[usize]) -> Option<usize> {
    let (setup, levels) = (scene.setup, &scene.levels);
    let size = |i: usize| levels.gap(i).map_or(0, |g| g.tenths().abs());
    let off: Vec<usize> = order.iter().copied().filter(|&i| levels.is_off(i)).collect();
    let largest = off.iter().copied().reduce(|best, i| if size(i) > size(best) { i } else { best })?;
    if setup.lights[largest].role == Role::Fill {
        return off.into_iter().find(|&i| setup.lights[i].role == Role::Key).or(Some(largest));
    }
    Some(largest)
}
