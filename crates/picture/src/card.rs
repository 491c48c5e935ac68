//! A mid-grey card and a colour-neutral ball, held beside the face so that tone can be judged. Both are lit as the face is, the sitter's shadow included,
//! and throw none themselves.

use glam::{Vec2, Vec3};
use rayon::prelude::*;

use crate::{
    lit::{Care, Stand, Struck, in_the_way},
    numbers::{Patch, PatchLight},
    pose::surface::luminance,
    set::{Set, Source, read},
    shade::{Over, Pixels},
    tone,
    view::View,
};

/// What both throw back: a card on the exposure is a mid-grey.
const REFLECTS: f32 = tone::MID_GREY;
/// Half the card's width and height, metres.
const CARD: Vec2 = Vec2::new(0.034, 0.05);
/// The ball's radius, metres.
const BALL: f32 = 0.028;
/// How far to the side of the face they are held, and toward the lens, metres.
const ASIDE: f32 = 0.137;
const AHEAD: f32 = 0.02;
/// No farther back or ahead than this, metres.
const BACK: f32 = 0.15;
/// How high over the eyes card and ball are held, metres.
const UP: [f32; 2] = [0.058, -0.045];
/// The card is turned to the key, as a meter is held, but no farther from the lens than this, so that it is seen: the cosine of 60°.
const TURNED: f32 = 0.5;
/// Places across, and down, where their light is worked out.
const PLACES: usize = 17;

/// The card, or the ball, in the studio.
#[derive(Debug, Clone, Copy)]
struct Held {
    at: Vec3,
    across: Vec3,
    up: Vec3,
    /// Where a card looks; a ball looks at the lens.
    ahead: Vec3,
    ball: bool,
}

/// What is met on one of them, by shares of its half width and height.
struct Met {
    on: Vec2,
    at: Vec3,
    normal: Vec3,
}

impl Held {
    /// A place by shares of half width and height. Beyond a ball's rim its rim.
    fn met(&self, on: Vec2) -> Met {
        let flat = self.across * on.x + self.up * on.y;
        if !self.ball {
            return Met { on, at: self.at + flat, normal: self.ahead };
        }
        let on = on / on.length().max(1.0);
        let normal = (self.across * on.x + self.up * on.y) / BALL + self.ahead * (1.0 - on.length_squared()).max(0.0).sqrt();
        Met { on, at: self.at + normal * BALL, normal }
    }

    /// Where a ray from the lens meets it: a ball by the plane through its middle, which from so far is its outline.
    fn on(&self, from: Vec3, along: Vec3) -> Option<Vec2> {
        let far = (self.at - from).dot(self.ahead) / along.dot(self.ahead);
        let to = from + along * far - self.at;
        let on = Vec2::new(to.dot(self.across) / self.across.length_squared(), to.dot(self.up) / self.up.length_squared());
        let inside = if self.ball { on.length_squared() <= 1.0 } else { on.abs().max_element() <= 1.0 };
        (far > 0.0 && inside).then_some(on)
    }
}

/// Card and ball, on the side of the key.
fn held(set: &Set, view: &View) -> [Held; 2] {
    let face = set.held.origin;
    // What a meter is held to.
    let key = set.strongest(face, |s| s.light.is_some());
    let side = if key.is_some_and(|at| (at - face).dot(view.right) < 0.0) { -1.0 } else { 1.0 };
    let toward = (view.at - face).normalize_or(-view.forward);
    // As far from the key as the face is, as well as that can be done by holding it farther back or ahead.
    let place = |up: f32| {
        let at = face + view.right * (side * ASIDE) + view.up * up + toward * AHEAD;
        let back = key.and_then(|key| {
            let (to, far) = (key - at, key.distance(face));
            let (half, rest) = (-to.dot(toward), to.length_squared() - far * far);
            let root = (half * half - rest).max(0.0).sqrt();
            [half - root, half + root].into_iter().min_by(|a, b| a.abs().total_cmp(&b.abs()))
        });
        at - toward * back.unwrap_or(0.0).clamp(-BACK, BACK)
    };
    let [card, ball] = UP.map(place);
    let lens = (view.at - card).normalize_or(toward);
    let wished = key.map_or(lens, |at| (at - card).normalize_or(lens));
    let aside = (wished - lens * wished.dot(lens)).normalize_or(Vec3::ZERO);
    let ahead = if wished.dot(lens) >= TURNED { wished } else { lens * TURNED + aside * (1.0 - TURNED * TURNED).sqrt() };
    let across = view.up.cross(ahead).normalize_or(view.right);
    let to_ball = (view.at - ball).normalize_or(toward);
    let ball_across = view.up.cross(to_ball).normalize_or(view.right);
    [
        Held { at: card, across: across * CARD.x, up: ahead.cross(across) * CARD.y, ahead, ball: false },
        Held { at: ball, across: ball_across * BALL, up: to_ball.cross(ball_across) * BALL, ahead: to_ball, ball: true },
    ]
}

/// The light of its places: what falls there, told against the exposure.
fn light(of: &Held, set: &Set, stand: &Stand, struck: &[Struck], over: Option<Over>) -> Vec<Vec3> {
    let everywhere: Vec3 = set.room + set.sources.iter().map(|s| s.returns).sum::<Vec3>();
    (0..PLACES * PLACES)
        .into_par_iter()
        .map(|k| {
            let share = |k: usize| k as f32 * 2.0 / (PLACES - 1) as f32 - 1.0;
            let met = of.met(Vec2::new(share(k % PLACES), share(k / PLACES)));
            let way = over.map(|over| {
                let seen = stand.view.project(met.at);
                over.way(stand.view, seen.x, seen.y)
            });
            let passes = |s: &Source| way.map_or(1.0, |way| read(&s.over, way.clamp(0.0, 1.0)));
            let straight = set.sources.iter().zip(struck).map(|(s, struck)| s.sends * (struck.at(stand, met.at, met.normal) * passes(s)));
            everywhere + straight.sum::<Vec3>()
        })
        .collect()
}

/// What each light alone gives the middle of one, the strongest first.
fn by_light(of: &Held, set: &Set, stand: &Stand, struck: &[Struck]) -> Vec<PatchLight> {
    let met = of.met(Vec2::ZERO);
    let one = |(s, struck): (&Source, &Struck)| {
        let struck = struck.at(stand, met.at, met.normal);
        let turned = met.normal.dot((s.front.at - met.at).normalize_or(met.normal)).clamp(0.01, 1.0).log2();
        Some(PatchLight { light: s.light?, tone: tone::stops(luminance(s.sends) * struck * REFLECTS)?, turned: Some(turned) })
    };
    let mut lights: Vec<PatchLight> = set.sources.iter().zip(struck).filter_map(one).collect();
    lights.sort_by(|a, b| b.tone.total_cmp(&a.tone));
    lights
}

/// What was drawn beside the face: where it is in the picture, and what each light gives it.
#[derive(Debug)]
pub struct Beside {
    /// Its middle.
    pub patch: Patch,
    /// The strongest first.
    pub lights: Vec<PatchLight>,
}

/// Draws card and ball over a picture.
pub fn lay(pixels: &mut Pixels, set: &Set, stand: &Stand, care: Care, over: Option<Over>) -> Vec<Beside> {
    let view = stand.view;
    let table = tone::table();
    let (width, height) = (pixels.width, pixels.height);
    let struck: Vec<Struck> = set.sources.iter().map(|s| Struck::of(stand, &s.front, in_the_way(&set.screens, &s.front), care)).collect();
    let mut beside = Vec::new();
    for (of, name) in held(set, view).into_iter().zip(["Grey card", "Grey ball"]) {
        let middle = view.project(of.at);
        if middle.z <= 0.0 {
            continue;
        }
        let reach = view.scale() * middle.z * of.across.length().max(of.up.length()) * 1.1 + 1.0;
        let span = |at: f32, most: usize| (at - reach).floor().max(0.0) as usize..((at + reach).ceil().max(0.0) as usize).min(most);
        let (columns, rows) = (span(middle.x, width), span(middle.y, height));
        if columns.is_empty() || rows.is_empty() {
            continue;
        }
        let light = light(&of, set, stand, &struck, over);
        let read = |on: Vec2| {
            let at = (on + Vec2::ONE) * (0.5 * (PLACES - 1) as f32);
            let [x, y] = at.to_array().map(|v| (v as usize).min(PLACES - 2));
            let row = |y: usize| light[y * PLACES + x].lerp(light[y * PLACES + x + 1], at.x - x as f32);
            row(y).lerp(row(y + 1), at.y - y as f32) * REFLECTS
        };
        for k in rows.clone().flat_map(|y| columns.clone().map(move |x| y * width + x)) {
            let (x, y) = ((k % width) as f32, (k / width) as f32);
            let (mut cover, mut sum) = (0.0, Vec3::ZERO);
            for (dx, dy) in [(0.25, 0.25), (0.75, 0.25), (0.25, 0.75), (0.75, 0.75)] {
                if let Some(on) = of.on(view.at, view.ray(x + dx, y + dy)) {
                    cover += 0.25;
                    sum += read(of.met(on).on) * 0.25;
                }
            }
            if cover > 0.0 {
                pixels.over(k, sum / cover, cover, table);
            }
        }
        let inside = (0.0..width as f32).contains(&middle.x) && (0.0..height as f32).contains(&middle.y);
        if inside {
            let radius = 0.4 * view.scale() * middle.z * of.across.length() / height as f32;
            let patch = Patch { name: Some(name), x: middle.x / width as f32, y: middle.y / height as f32, radius };
            beside.push(Beside { patch, lights: by_light(&of, set, stand, &struck) });
        }
    }
    beside
}
