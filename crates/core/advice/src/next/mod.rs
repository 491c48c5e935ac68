//! The next move: what to do, in facts and one entry. What is said of it stands in `words/next`.
//!
//! Order of picking: the room and the camera, since all wishes hang on them; a reading that is too unlikely, once more; a light that was read and is
//! worth a turn or a move; the next light that was not read yet, each once; then one reading more, of the light that is least sure since it was changed,
//! or of all together where none was; what can't be reached; then the frame. So N lights take N + 1 readings, and one more for each alarm. It
//! is advice and never a lock.

pub(crate) mod all;
pub(crate) mod automatic;
pub(crate) mod camera;
mod kind;
pub(crate) mod light;
pub(crate) mod meter;
pub(crate) mod other_unit;
pub(crate) mod ratio;
pub(crate) mod room;

use ink_lamp_light::{ambient::RoomWish, scale::Stops};
use ink_lamp_scene::whole::WholeCheck;
use ink_lamp_sitting::{
    entry::{Entry, FrameShot},
    light::Held,
    role::{LightId, Role},
    seen::Worth,
    setup::Setup,
};

pub use kind::MoveKind;

use crate::correct::Corrected;

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
    /// Choose a lower one: the room alone gives more than the shadow side is wished.
    LowerRatio(ratio::RoomOverShadow),
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
    /// In a drill that is done alone: nothing is told.
    Yours,
}

/// So many tolerances off is far: it would be seen.
const FAR: f64 = 1.5;
/// A light that is not within that with this chance is read once more. Measured on simulated sittings: at more, readings pile up; at less, one
/// light in a hundred ends far off.
const NEAR: f64 = 0.9;

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
pub(crate) fn of(scene: &Corrected) -> Pick {
    let (setup, levels) = (scene.setup, &scene.levels);
    if setup.is_silent() {
        let first = setup.lights.first().map_or("room", |light| light.id.as_str());
        return Pick::new(first, Move::Yours);
    }
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
    // A reading that is too unlikely teaches nothing before it is said twice.
    if let Some(&i) = order.iter().find(|&&i| levels.lights[i].doubt.is_some()) {
        return meter::light(scene, i);
    }
    if let Some(pick) = order.iter().find_map(|&i| automatic::of(setup, i)) {
        return pick;
    }
    if let Some(pick) = camera::follow_lights(scene, camera) {
        return pick;
    }
    if let Some(pick) = largest_change(scene, &order) {
        return pick;
    }
    // Key and fill may have wishes of their own.
    let has = |role| setup.first(role).is_some_and(|l| l.target.is_none());
    if setup.ratio.is_none() && has(Role::Key) && has(Role::Fill) {
        return ratio::choose();
    }
    if room_unread {
        return meter::room();
    }
    // Each light once before any is read twice.
    let wants_reading = |i: usize| {
        let light = &setup.lights[i];
        // Where the room is fill enough the fill stays off, and the ground's light where the others give what is wished.
        let is_off = levels.room_fills.is_some() && setup.index(Role::Fill) == Some(i) || light::others_over(scene, i).is_some();
        !was_read(scene, i) && !is_off && (levels.targets[i].is_some() || light.unit.is_some())
    };
    if let Some(&i) = order.iter().find(|&&i| wants_reading(i)) {
        // A light that is known well is moved before it is read, where that is how it is corrected.
        return light::change(scene, i)
            .filter(|pick| matches!(pick.entry, Some(Entry::Light(_))))
            .unwrap_or_else(|| meter::light(scene, i));
    }
    // What can't be reached stepped aside for the others; it is told once.
    if let Some(pick) = ratio::lower(scene) {
        return pick;
    }
    if let Some(pick) = order.iter().find_map(|&i| light::stuck(scene, i)) {
        return pick;
    }
    // One more reading is worth its while: of the light that is least sure since it was changed, else of all together. A light that may well lie far
    // off is read in any case.
    let (spent, least) = (spare_is_spent(setup), least_sure(scene, &order));
    let is_far = |i: usize| scene.outlook(i).is_some_and(|o| o.chance(FAR * levels.tolerance) < NEAR);
    if let Some(i) = least.filter(|&i| !spent || is_far(i)) {
        return meter::light(scene, i);
    }
    if !spent && levels.whole.is_none() && has_whole(setup) {
        return meter::whole(scene);
    }
    if let Some(check) = scene.whole.as_ref().filter(|c| c.differs).cloned() {
        return Pick::new("whole", Move::FindWhatMoved(check));
    }
    let frame = Entry::Frame(FrameShot::default());
    Pick::new("frame", Move::Shoot).with(Some(frame))
}

/// Whether a light was read in this look, and how that stands says something of it.
fn was_read(scene: &Corrected, index: usize) -> bool {
    // One that gave nothing is asked once whether it fired: twice nothing is nothing.
    if scene.levels.lights[index].no_flash { scene.belief.gave_nothing(index) > 1 } else { scene.belief.was_read(index) }
}

/// Whether, since the last decision, a light was read for a second time: an alarm's own reading is not counted.
fn spare_is_spent(setup: &Setup) -> bool {
    setup.seen.iter().enumerate().any(|(at, seen)| {
        let Some(part) = seen.metered() else { return false };
        let before: Vec<Worth> = setup.seen[..at].iter().filter(|s| s.is_of(&part.light)).map(|s| s.worth).collect();
        let after_alarm = before.last().is_some_and(Worth::is_alarm);
        seen.this_round && !seen.worth.is_alarm() && !after_alarm && !before.iter().all(Worth::is_alarm)
    })
}

/// The light that is least sure of those that were changed since they were read; one that stands as it was read is not read again for nothing.
fn least_sure(scene: &Corrected, order: &[usize]) -> Option<usize> {
    // One that gave nothing twice gives nothing the third time.
    let changed = |i: &usize| {
        let belief = &scene.belief;
        belief.was_read(*i) && !belief.stands_as_read(*i) && belief.gave_nothing(*i) < 2 && !scene.setup.lights[*i].left
    };
    let sure = order.iter().copied().filter(changed).filter_map(|i| Some((i, 1.0 - scene.outlook(i)?.chance(scene.levels.tolerance))));
    sure.reduce(|most, one| if one.1 > most.1 + 1e-9 { one } else { most }).map(|(i, _)| i)
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

/// Whether enough is known of a light to turn it.
fn is_known(scene: &Corrected, index: usize) -> bool {
    was_read(scene, index) || scene.levels.lights[index].total.is_some() && !scene.belief.has_model(index)
}

/// What the light that is farthest off its wish is to do, of those that were read; the key before the fill, whose wish hangs on it.
fn largest_change(scene: &Corrected, order: &[usize]) -> Option<Pick> {
    let off: Vec<(usize, f64)> = order
        .iter()
        .copied()
        .filter(|&i| is_known(scene, i) && !scene.setup.lights[i].left && light::changes(scene, i))
        .filter_map(|i| Some((i, scene.outlook(i)?.gap.abs())))
        .collect();
    let role = |i: usize| scene.setup.lights[i].role;
    let key_waits = off.iter().any(|(i, ..)| role(*i) == Role::Key);
    let first = off
        .into_iter()
        .filter(|(i, ..)| !(key_waits && role(*i) == Role::Fill))
        .reduce(|best, one| if one.1 > best.1 + 1e-9 { one } else { best })?;
    light::change(scene, first.0)
}
