//! What a move does to distances, angles and readings.

use ink_lamp_light::{
    field::DVec3,
    measure::{Degrees, Meters},
    refusal::Refusal,
    scale::Stops,
};

use super::round::turned_to;
use crate::{
    light::{Because, Light},
    role::{LightId, Role},
    setup::Setup,
    studio::{LightPlace, point::Point},
};

/// At another distance from what it lights, on its way there.
fn at_distance(from: DVec3, spot: DVec3, distance: f64) -> DVec3 {
    spot + (from - spot).try_normalize().unwrap_or(DVec3::Z) * distance
}

impl Setup {
    /// After something moved: distances, angles, and what that does to readings.
    pub(crate) fn settle(&mut self, before: &Self) -> Result<(), Refusal> {
        let (then, now) = (before.studio(), self.studio());
        if let Some(camera) = &mut self.camera
            && self.studio.is_some()
        {
            camera.sitter = Meters::new(now.camera_away()).ok().or(camera.sitter);
        }
        let school = self.schools.receptor;
        let mut moved = false;
        for light in &mut self.lights {
            let Some(standing) = light.standing_in(&now) else { continue };
            let at = standing.emitter.front.at;
            let distance =
                standing.distance().map_err(|r| Refusal::new("place", format!("{} stands there: {}", light.name(), r.message)))?;
            let angle = Degrees::new((at - now.face()).angle_between(now.to_camera()).to_degrees().round())?;
            let was = before.light(&light.id);
            let old = was.and_then(|w| w.standing_in(&then));
            let by = match (&old, was.and_then(|w| w.distance)) {
                _ if was.is_none() => None,
                (Some(old), _) => Some(Stops::from_factor(standing.lux / old.lux).filter(|_| standing.lux > 0.0 && old.lux > 0.0)),
                // Its place is said for the first time: where the distance was known, the difference is a move.
                (None, Some(from)) if (from.get() - distance.get()).abs() > 0.02 => Some(Some(light.falloff(from, distance))),
                (None, _) => None,
            };
            let turned = match (old.is_some(), light.rig.angle) {
                (true, Some(from)) if from != angle => light.turned(from, angle, school),
                _ => Some(Stops::ZERO),
            };
            light.distance = Some(distance);
            light.rig.angle = Some(angle);
            let Some(by) = by else { continue };
            let change = by.zip(turned).map(|(by, turned)| by + turned);
            if change.is_some_and(|c| c.get().abs() < 1e-9) {
                continue;
            }
            moved = true;
            let Some(held) = &mut light.reading else { continue };
            match change {
                Some(by) => held.carry(by, Because::Moved),
                None => held.spoil(Because::Moved),
            }
        }
        if moved && let Some(whole) = &mut self.whole {
            whole.spoil(Because::Lights);
        }
        Ok(())
    }

    /// After a light was described anew: its place follows a distance or an angle that was said.
    ///
    /// # Errors
    /// Refuses an angle that its height does not allow, and a distance that leads under the floor.
    pub(crate) fn follow(&mut self, id: &LightId, before: &Self) -> Result<(), Refusal> {
        let studio = self.studio();
        let Some(light) = self.lights.iter_mut().find(|l| l.id == *id) else { return Ok(()) };
        let was = before.light(id);
        let (Some(place), Some(standing)) = (light.place, light.standing_in(&studio)) else { return Ok(()) };
        let mut at = place.at.vector();
        let changed = |now: Option<f64>, then: Option<f64>| now.filter(|n| then.is_none_or(|t| (t - n).abs() > 5e-4));
        let by_hand = light.distance.map(Meters::get) != was.and_then(|w| w.distance).map(Meters::get);
        if let (Some(off), true) = (standing.off, by_hand) {
            return Err(Refusal::new("distance", format!("It is bounced off {}: move it on the plan.", off.name())));
        }
        // A ground light is told by its distance to the ground; an angle to the sitter does not move it.
        if let Some(angle) = changed(light.rig.angle.map(Degrees::get), was.and_then(|w| w.rig.angle).map(Degrees::get))
            && light.role != Role::Ground
        {
            at = turned_to(at, &studio, angle).ok_or_else(|| {
                Refusal::new("rig.angle", "At its height no place round the sitter has this angle. Lower it on the plan first.")
            })?;
        }
        if let Some(distance) = changed(light.distance.map(Meters::get), was.and_then(|w| w.distance).map(Meters::get)) {
            at = at_distance(at, standing.spot, distance);
        }
        if at.y < 0.0 {
            return Err(Refusal::new("distance", "That leads under the floor. Move it on the plan."));
        }
        let at = Point::near(at);
        light.place = Some(LightPlace { at, ..place });
        // From there it must be told how far it is, whatever it looks at now.
        if let Some(stands) = light.standing_in(&studio) {
            stands.distance().map_err(|r| Refusal::new("distance", r.message))?;
        }
        if light.distance.is_none() || light.rig.angle.is_none() {
            light.distance = light.distance.or_else(|| Meters::new(at.vector().distance(standing.spot)).ok());
            light.rig.angle = light
                .rig
                .angle
                .or_else(|| Degrees::new((at.vector() - studio.face()).angle_between(studio.to_camera()).to_degrees().round()).ok());
        }
        Ok(())
    }

    /// The distance that changes a light by some stops, where it can be moved so: not where it is bounced, nor to under the floor.
    #[must_use]
    pub fn distance_for(&self, light: &Light, change: Stops) -> Option<Meters> {
        let to = light.distance_for(change)?;
        match light.standing_in(&self.studio()) {
            None => Some(to),
            Some(stood) => (stood.off.is_none() && at_distance(stood.own.at, stood.spot, to.get()).y >= 0.0).then_some(to),
        }
    }
}
