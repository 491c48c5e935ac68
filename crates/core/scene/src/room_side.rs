//! From which side the room’s own light comes.

use ink_lamp_light::field::DVec3;
use ink_lamp_sitting::{metered::RoomPlace, studio::Side};

use crate::stage::Stage;

/// Where the room's own light comes from, seen from above the sitter: its side, negative for camera left. By what was said with the reading,
/// or by the windows.
pub fn room_from(stage: &Stage) -> Option<f64> {
    Some(room_direction(stage)?.x)
}

/// The same as a level direction from the sitter; nothing of it is left where windows on all sides even out.
pub fn room_direction(stage: &Stage) -> Option<DVec3> {
    let said = stage.setup.room.light_at(RoomPlace::Sitter).from;
    if let Some(from) = said {
        return Some(from.direction());
    }
    let walls = stage.studio.walls;
    let sides = stage.studio.windows.iter().map(|w| {
        let out = match w.wall {
            Side::Left => DVec3::new(-walls.map_or(2.0, |w| w.left.get()), 0.0, w.along),
            Side::Right => DVec3::new(walls.map_or(2.0, |w| w.right.get()), 0.0, w.along),
            Side::Behind => DVec3::new(w.along, 0.0, -walls.map_or(2.0, |w| w.behind.get())),
            Side::Before => DVec3::new(w.along, 0.0, walls.map_or(2.0, |w| w.before.get())),
        };
        // A wide, near window counts for more.
        w.width.get() / out.length_squared().max(0.01) * out.normalize_or_zero()
    });
    let sum = sides.fold(DVec3::ZERO, |a, b| a + b);
    (!stage.studio.windows.is_empty()).then(|| sum.normalize_or_zero())
}
