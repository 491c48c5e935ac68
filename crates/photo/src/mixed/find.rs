//! Which dials are turned for a wish, and to where.

use ink_lamp_light::scale::Stops;
use ink_lamp_sitting::{role::Role, shots::Shot};

use super::{
    parts::{Parts, Tried},
    solve::{Turn, Wished, solve},
    sums::Sums,
};

/// Which lights are turned for a wish: key and fill, whose the face is; another one where it gives more than any other to a patch whose tone is wished.
/// All of them where neither key nor fill is in the mix.
fn are_turned(parts: &Parts, sums: &Sums, tried: &Tried, wished: &Wished) -> Vec<usize> {
    let first = parts.first_light();
    let weights = parts.weights(tried);
    let most = |patch: usize| {
        let layers = (first..first + parts.lights.len()).map(|layer| (layer, sums.gives(patch, layer, &weights)));
        layers.max_by(|a, b| a.1.total_cmp(&b.1)).map(|(layer, _)| layer)
    };
    let leads: Vec<usize> = wished.tones.iter().filter_map(|wish| most(wish.patch)).collect();
    let of_the_face = |light: usize| matches!(parts.setup.lights[light].role, Role::Key | Role::Fill);
    let chosen = |(n, (light, _)): (usize, &(usize, &Shot))| (of_the_face(*light) || leads.contains(&(first + n))).then_some(*light);
    let turned: Vec<usize> = parts.lights.iter().enumerate().filter_map(chosen).collect();
    if turned.is_empty() { parts.lights.iter().map(|(light, _)| *light).collect() } else { turned }
}

/// Turns dials of lights that are not left out to where a wish is met best, each within its unit's own settings.
pub fn find(parts: &Parts, sums: &Sums, tried: &mut Tried, wished: &Wished) {
    let first = parts.first_light();
    let turned = are_turned(parts, sums, tried, wished);
    let turn = |(n, (light, _)): (usize, &(usize, &Shot))| {
        if tried.muted.contains(light) || !turned.contains(light) {
            return None;
        }
        let scale = &parts.setup.lights[*light].unit.as_ref()?.scale;
        let powers: Vec<Stops> = scale.dials().map(|dial| scale.stops(dial)).collect();
        let now = tried.powers[*light]?;
        let at = scale.dials().position(|dial| dial == scale.nearest(now).dial)?;
        let mut alone = tried.clone();
        let factor = |power: &Stops| {
            alone.powers[*light] = Some(*power);
            parts.weights(&alone).get(first + n).copied()
        };
        let factors = powers.iter().filter_map(factor).collect();
        Some((*light, powers, Turn { layer: first + n, factors, at }))
    };
    let turns: Vec<(usize, Vec<Stops>, Turn)> = parts.lights.iter().enumerate().filter_map(turn).collect();
    let dials: Vec<Turn> = turns.iter().map(|(_, _, turn)| turn.clone()).collect();
    let found = solve(sums, &parts.weights(tried), &dials, wished);
    for ((light, powers, turn), at) in turns.into_iter().zip(found) {
        if at != turn.at {
            tried.powers[light] = Some(powers[at]);
        }
    }
}
