//! What every light is wished to read, room included.

use ink_lamp_light::{
    ambient::{UNSEEN, added},
    meter::Amount,
    ratio::{Anchor, Convention, Ratio, RatioTarget},
    scale::Stops,
};
use ink_lamp_sitting::{role::Role, schools::Follow, setup::Setup};

use super::light::LightLevel;

/// Wished levels of readings, room included where it can be seen. Where the camera follows, the key stands where it was read and the fill
/// is held against it.
pub(super) fn targets(setup: &Setup, room: Amount, camera: bool, lights: &[LightLevel]) -> Vec<Option<Stops>> {
    let (key, fill) = (setup.index(Role::Key), setup.index(Role::Fill));
    let room_fills = room_fills(setup, room).is_some();
    let pair = setup.ratio.filter(|_| camera && key.is_some() && fill.is_some() && !room_fills).map(|r| key_and_fill(r, room));
    // Without a fill, or where the room is one, the key alone is the lit side, and lies on the exposure with the room in it.
    let alone = setup.ratio.filter(|_| camera && (fill.is_none() || room_fills)).map(|_| Stops::ZERO);
    let follows = setup.schools.follow == Follow::CameraFollows;
    let read = key.and_then(|i| lights[i].total).filter(|_| follows);
    setup
        .lights
        .iter()
        .enumerate()
        .map(|(i, l)| match (pair, read) {
            (_, Some(read)) if Some(i) == key => Some(read),
            (Some((key_at, fill_at)), Some(read)) if Some(i) == fill => Some(fill_at + (read - key_at)),
            (Some((key_at, _)), None) if Some(i) == key => Some(key_at),
            (Some((_, fill_at)), None) if Some(i) == fill => Some(fill_at),
            _ if Some(i) == key => alone.filter(|_| room_fills).or(l.target.filter(|_| camera)).or(alone),
            _ if Some(i) == fill && room_fills => None,
            _ => l.target.filter(|_| camera),
        })
        .collect()
}

/// Where the room alone leaves a fill nothing to give, the greatest ratio that it allows: lit side or key on 0 to the room, `1/r` by either
/// convention.
pub(super) fn room_fills(setup: &Setup, room: Amount) -> Option<Ratio> {
    let wished = setup.ratio.filter(|_| setup.first(Role::Key).is_some() && setup.first(Role::Fill).is_some())?;
    Ratio::new(1.0 / room.get()).ok().filter(|greatest| wished.ratio().get() >= greatest.get() - RATIO_SAID)
}

/// Ratios are said in tenths: so near to one it is that one.
pub const RATIO_SAID: f64 = 0.05;

/// What is left for a light where the room all but gives its wish, as a share of the room: below it nothing can be metered.
pub const ROOM_LEAVES: f64 = 0.01;

/// By how much each wish moves with the room, for each stop of the room: nothing where the room can't be seen.
pub(super) fn moves(setup: &Setup, room: Amount, camera: bool, lights: &[LightLevel], at: &[Option<Stops>]) -> Vec<f64> {
    /// Small enough to be a slope, stops.
    const STEP: Stops = Stops::constant(0.01);
    if setup.ratio.is_none() || room.level().is_none_or(|r| r.get() < FAINT) {
        return vec![0.0; at.len()];
    }
    let by = |(now, then): (&Option<Stops>, &Option<Stops>)| now.zip(*then).map_or(0.0, |(now, then)| (then - now).get() / STEP.get());
    at.iter().zip(&targets(setup, room.by(STEP), camera, lights)).map(by).collect()
}

/// A room below this moves no wish by anything that counts, stops.
const FAINT: f64 = -7.0;

/// What key and fill must read, each alone. Each reading holds the room; the shadow side is fill and room together.
///
/// Without the room: lit side on 0 gives key `1 − 1/R` and fill `1/R`. The room's part is left out where no meter can tell it.
fn key_and_fill(target: RatioTarget, room: Amount) -> (Stops, Stops) {
    let (key, fill) = target.lights();
    let plain = |a: Amount| a.level().unwrap_or(Stops::ZERO);
    let seen = room.level().is_some_and(|r| added(r - plain(key)) >= UNSEEN);
    if !seen {
        return (plain(key), plain(fill));
    }
    let (r, ratio) = (room.get(), target.ratio().get());
    let (key, fill) = match (target.anchor(), target.convention()) {
        (Anchor::LitSide, Convention::LitShadow) => (1.0 - 1.0 / ratio + r, 1.0 / ratio),
        (Anchor::LitSide, Convention::Readings) => ((1.0 + r) * ratio / (ratio + 1.0), (1.0 + r) / (ratio + 1.0)),
        (Anchor::KeyAlone, Convention::LitShadow) => (1.0, ((1.0 - r) / (ratio - 1.0)).max(1e-3)),
        (Anchor::KeyAlone, Convention::Readings) => (1.0, 1.0 / ratio),
    };
    let level = |light: f64| Stops::from_factor(light).unwrap_or(Stops::ZERO);
    (level(key), level(fill))
}
