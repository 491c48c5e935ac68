//! The ground’s own light.

use ink_lamp_light::{field::DVec3, meter::Amount};
use ink_lamp_scene::{
    ground::{at, middle, tone_of, wanted},
    stage::Stage,
};
use ink_lamp_sitting::{
    entry::{DialTurned, Entry, LightRemoved},
    role::Role,
    studio::GroundTone,
};

use super::way::{GroundStep, LeadsTo, Way};

/// What takes every ground light away.
pub(super) fn own_lights_away(stage: &Stage) -> Vec<Entry> {
    let own = stage.lights.iter().filter(|l| l.role == Role::Ground);
    own.map(|l| Entry::LightRemoved(LightRemoved { light: stage.setup.lights[l.index].id.clone() })).collect()
}

/// The ground without a light of its own; none where it has none.
pub(super) fn without_own_light(stage: &Stage) -> Option<Way> {
    let away = own_lights_away(stage);
    (!away.is_empty()).then(|| Way::written(stage, GroundStep::TakeLightAway, away)).flatten()
}

/// The ground light's dial.
pub(super) fn by_ground_light(stage: &Stage, wish: GroundTone) -> Option<Way> {
    let Some(light) = stage.first(Role::Ground) else { return Some(Way::by_hand(GroundStep::AddOwnLight, LeadsTo::NotThere, false)) };
    let of = &stage.setup.lights[light.index];
    let id = of.id.clone();
    let want = wanted(wish, &stage.studio)?;
    let others = at(stage, middle(stage)?, |l| l.index != light.index);
    let need = Amount::at(want).without(others);
    let Some((amount, need)) = light.amount.zip(need.level()) else {
        let step = if need.get() > 0.0 { GroundStep::ReadOwnLight(id) } else { GroundStep::MoreWithoutOwnLight(id) };
        return Some(Way::by_hand(step, LeadsTo::Tone(tone_of(others, &stage.studio)), false));
    };
    let share = stage.share(light, middle(stage)?, DVec3::Z);
    let now = amount.times(share).level()?;
    let by = need - now;
    let Some((unit, power)) = of.unit.as_ref().zip(of.power()) else {
        return Some(Way::by_hand(GroundStep::OwnLightBy(id, by), LeadsTo::Tone(Some(want)), true));
    };
    let dial = unit.scale.nearest(power + by).dial;
    let written = unit.scale.write(dial);
    let entry = Entry::Dial(DialTurned { light: id.clone(), dial: written.clone() });
    Way::written(stage, GroundStep::OwnLightAt(id, written), vec![entry])
}
