//! Sitter, camera and lights farther from the ground.

use ink_lamp_light::{field::DVec3, measure::Meters};
use ink_lamp_scene::stage::Stage;
use ink_lamp_sitting::{
    entry::{Entry, LightPlaced},
    role::Role,
    studio::{GroundTone, LightPlace, point::Point},
};

use super::way::{GroundStep, LeadsTo, Way, after};

/// Sitter, camera and lights go forward together, or the ground goes back.
pub(super) fn farther(stage: &Stage, wish: GroundTone) -> Option<Way> {
    let studio = &stage.studio;
    let now = studio.ground?.behind.get();
    let room = studio.walls.map_or(12.0, |w| w.behind.get().max(now) + (w.before.get() - stage.camera.z).max(0.0));
    let moved = |behind: f64| {
        let mut to = studio.clone();
        if let Some(ground) = &mut to.ground {
            ground.behind = Meters::new((behind * 100.0).round() / 100.0).ok()?;
        }
        // The wall goes with it where the ground is the wall, or would stand in it.
        if let Some(walls) = &mut to.walls {
            let back = (behind - walls.behind.get()).max(0.0);
            walls.behind = Meters::new(walls.behind.get() + back).ok()?;
            walls.before = Meters::new((walls.before.get() - back).max(0.05)).ok()?;
        }
        Some(to)
    };
    // Ground lights stay with the ground.
    let entries = |behind: f64| {
        let mut list = vec![Entry::Studio(Box::new(moved(behind)?))];
        list.extend(stage.lights.iter().filter(|l| l.role == Role::Ground).filter_map(|l| {
            let light = &stage.setup.lights[l.index];
            let shift = |p: Point| Point::near(p.vector() + DVec3::Z * (now - behind));
            let place = light.place?;
            let place = LightPlace { at: shift(place.at), aim: place.aim.map(shift), ..place };
            Some(Entry::Placed(LightPlaced { light: light.id.clone(), place: Some(place), around: None }))
        }));
        Some(list)
    };
    let does = |behind: f64| entries(behind).and_then(|e| after(stage, &e));
    if stage.setup.ground_tone.is_none() || after(stage, &[]).is_some_and(|o| o.right) || wish == GroundTone::White {
        return None;
    }
    let limit = room.min(12.0);
    if limit <= now + 0.05 {
        return None;
    }
    let at_most = does(limit)?;
    if !at_most.right {
        return Some(Way::by_hand(GroundStep::FartherThanTheRoom(Meters::new(limit).ok()?), LeadsTo::Tone(at_most.judged), false));
    }
    let (mut near, mut far) = (now, limit);
    for _ in 0..12 {
        let middle = f64::midpoint(near, far);
        if does(middle).is_some_and(|o| o.right) { far = middle } else { near = middle }
    }
    let behind = (far * 20.0).ceil() / 20.0;
    Way::written(stage, GroundStep::Farther(Meters::new(behind).ok()?), entries(behind)?)
}
