//! A light’s lane.

use ink_lamp_light::scale::Stops;
use ink_lamp_scene::{ground::target, scene::Scene, stand::Stand};
use ink_lamp_sitting::{
    entry::{AllSet, Entry, TargetSet},
    light::Light,
    role::Role,
    setup::Setup,
};

use super::{
    dial,
    lane::{Foot, GuessShown, Lane, LaneKind, Sure, bare, gap, state},
};
use crate::{board::energy, mark::Mark, next::Pick, words::lanes as words};

pub(super) fn light(scene: &Scene, index: usize, pick: &Pick, all: Option<&AllSet>) -> Lane {
    let (setup, levels) = (scene.setup, &scene.levels);
    let (light, level) = (&setup.lights[index], &levels.lights[index]);
    let mark = |stops: Stops| levels.exposure.map(|e| Mark::at(stops, e));
    // No ordinary meter reads what pulses through a travelling curtain, or a burn that another time cuts: that is worked out.
    let worked_out = setup.is_worked_out(light);
    let (stand, step) = (Stand::of_light(scene, index), setup.schools.step);
    // A level that is wished of the ground is that of all lights together; key and fill follow the ratio.
    let own = light.target.filter(|_| light.role == Role::Ground);
    let wish = own.or(levels.targets[index]).or(light.target);
    Lane {
        role: Some(light.role),
        nth: light.nth(),
        target: levels.targets[index].and_then(mark),
        wish,
        others_give: others_give(scene, index, own),
        first_wish: first_wish(setup, light).filter(|_| wish.is_none()),
        own_wish: has_own_wish(setup, light),
        reading: level.shown().and_then(mark),
        likely: light.reading.as_ref().is_some_and(|h| !h.is_measured() || worked_out),
        guess: level.guess.filter(|_| !setup.is_silent()).and_then(|(at, within)| Some(guess(light, mark(at)?, within))),
        sure: level.sd.and_then(|sd| Some(Sure { within: sd, shown: words::hundredths(sd), words: words::sure(light, sd)? })),
        energy: energy::energy(setup, light),
        after: pick.after.as_ref().filter(|(id, _)| *id == light.id).and_then(|(_, stops)| mark(*stops)),
        state: state(&stand),
        words: words::stand(&stand, step),
        gap: gap(&stand, step),
        foot: foot(light, pick, all),
        around: light.around(&setup.studio()),
        dial: dial::of(light),
        ..bare(light.id.as_str(), LaneKind::Light, &light.name())
    }
}

/// What the others give where a level is wished of the ground.
fn others_give(scene: &Scene, index: usize, wish: Option<Stops>) -> Option<String> {
    let wish = wish.filter(|_| scene.setup.index(Role::Ground) == Some(index) && scene.levels.exposure.is_some())?;
    match target::alone(&scene.stage, &scene.levels, wish) {
        Some(alone) => words::others_give(wish, alone),
        None => Some(words::others_give_more(target::others(&scene.stage, &scene.levels)?.level()?)),
    }
}

/// Lights begin on the exposure, a fill a stop under it; key and fill follow a ratio that was chosen.
fn first_wish(setup: &Setup, light: &Light) -> Option<Entry> {
    let own = has_own_wish(setup, light);
    let level = if light.role == Role::Fill { Stops::constant(-1.0) } else { Stops::ZERO };
    (own || !matches!(light.role, Role::Key | Role::Fill))
        .then(|| Entry::Target(TargetSet { light: light.id.clone(), level: Some(level), own, came_to: None }))
}

/// Whether the wish of a key or a fill is its own, as no ratio was chosen.
fn has_own_wish(setup: &Setup, light: &Light) -> bool {
    matches!(light.role, Role::Key | Role::Fill) && setup.ratio.is_none()
}

fn guess(light: &Light, mark: Mark, within: Stops) -> GuessShown {
    GuessShown { words: words::guess(mark.stops, within), mark, within, from: words::guess_from(light) }
}

fn foot(light: &Light, pick: &Pick, all: Option<&AllSet>) -> Foot {
    let one = pick.pending.as_ref().filter(|(id, _)| *id == light.id).map(|(_, setting)| setting);
    let among = all.and_then(|all| all.dials.iter().find(|d| d.light == light.id)).map(|d| &d.dial);
    Foot {
        strong: light.written().unwrap_or_default(),
        plain: words::unit(light),
        pending: one.or(among).map(|setting| words::pending(setting)),
        third: words::worn(light),
        trigger: words::trigger(light),
    }
}
