//! The next move, as it is said: one sentence, why, and the word on the button.

mod automatic;
mod camera;
mod light;
mod meter;
mod room;

use ink_lamp_light::{ratio::Convention, scale::Step};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{entry::Entry, metered::HeldAt, role::Role};

use crate::{
    next::{Move, Pick, has_whole},
    words::{
        findings::{room_over_shadow, whole},
        span::{Line, strong, text},
        terms,
    },
};

/// The sentence; what is dialled stands out.
pub(crate) fn say(pick: &Pick, scene: &Scene) -> Line {
    match &pick.what {
        Move::MeterRoom => vec![text("Meter the room with the flash off")],
        Move::SetCamera => vec![text("Set the camera: aperture, shutter, ISO")],
        Move::Room(to) => room::say(to),
        Move::Follow(to) => camera::say(to),
        Move::Automatic(to) => automatic::say(to, scene),
        Move::ChooseRatio => vec![text("Choose the ratio of key to fill")],
        Move::LowerRatio(over) => {
            let (wished, greatest) = (over.wished.shown(), over.greatest.shown());
            vec![text(format!("{wished} can't be: {} leaves {greatest} at most", room_over_shadow::what(over)))]
        }
        Move::MeterLight(what) => meter::say(what, scene),
        Move::Light(to) => light::say(to, scene),
        Move::MeterWhole(_) => vec![text("Meter all lights together")],
        Move::FindWhatMoved(check) => {
            let by = check.whole - check.parts;
            let side = terms::side(by);
            let what = match &check.absent {
                Some(absent) => format!("did the {} fire?", terms::light(scene.setup, &absent.light).to_lowercase()),
                None => "meter each light again".to_owned(),
            };
            vec![text(format!("Whole is {} {side} its parts: {what}", by.number()))]
        }
        Move::Shoot => vec![text("Nothing to change. Shoot a frame.")],
        Move::Yours => vec![strong("Your move")],
    }
}

/// Why, and the other way to do it: two lines at most.
pub(crate) fn why(pick: &Pick, scene: &Scene) -> Vec<Line> {
    match &pick.what {
        Move::MeterRoom => {
            vec![vec![text("At the sitter, dome toward the camera. Type what it shows, with the meter's ISO and shutter.")]]
        }
        Move::SetCamera => vec![vec![text(
            "Every level is counted from it. Choose above, or begin with a usual studio setting (common practice, no source).",
        )]],
        Move::Room(to) => room::why(to),
        Move::Follow(to) => camera::why(to, scene),
        Move::Automatic(to) => automatic::why(to, scene),
        Move::ChooseRatio => {
            vec![vec![text("2 : 1 is flat, 3 : 1 usual, 9 : 1 dark. Lit : shadow of 3 : 1 is one stop between the two readings.")]]
        }
        Move::LowerRatio(over) => vec![vec![text(room_over_shadow::more(over))]],
        Move::MeterLight(what) => meter::why(what, scene),
        Move::Light(to) => light::why(to, scene),
        Move::MeterWhole(parts) => vec![meter::whole(*parts, scene)],
        Move::FindWhatMoved(check) => vec![vec![text(whole::why(check, scene))]],
        Move::Shoot => shoot(scene),
        Move::Yours => vec![vec![text("Read a light, turn a dial, move, set the camera. Nothing is told until you ask or are done.")]],
    }
}

/// How it stands before the frame, and what one more reading would show.
fn shoot(scene: &Scene) -> Vec<Line> {
    let levels = &scene.levels;
    let left: Vec<String> = scene.setup.lights.iter().filter(|l| l.left).map(|l| l.name().to_lowercase()).collect();
    let within = if scene.setup.schools.step == Step::Thirds { "a third" } else { "a tenth" };
    let stands = if left.is_empty() {
        format!("Every light that was read is within {within} of its wish, by all that is known.")
    } else {
        format!("The {} stays as it is; every other light that was read is within {within} of its wish.", left.join(" and the "))
    };
    let mut why = vec![vec![text(stands)]];
    let read = (0..scene.setup.lights.len()).filter(|i| scene.belief.was_read(*i)).count();
    let whole = levels.whole.is_none() && has_whole(scene.setup) && read > 1;
    why.extend(offer(whole, shares_are_unknown(scene)).map(|words| vec![text(words)]));
    why
}

/// What one more reading of all lights together would show, by where it is held.
const fn offer(at_face: bool, at_shadow_side: bool) -> Option<&'static str> {
    match (at_face, at_shadow_side) {
        (true, false) => Some("All together was not metered: it would show a light that does not fire with the others."),
        (true, true) => Some(
            "All together was not metered: at the face it would show a light that does not fire with the others, at the shadow side how much of \
             the key comes back there.",
        ),
        (false, true) => Some(
            "Without a plan nobody knows how much of the key comes back on the shadow side: one reading of all together there says it.",
        ),
        (false, false) => None,
    }
}

/// Whether nothing says what the key puts on the shadow side, and the ratio hangs on it.
fn shares_are_unknown(scene: &Scene) -> bool {
    let setup = scene.setup;
    let by_sides = setup.ratio.is_some_and(|ratio| ratio.convention() == Convention::LitShadow);
    by_sides && setup.first(Role::Fill).is_some() && scene.stage.first(Role::Key).is_none() && setup.spilt_at(HeldAt::ShadowSide).is_none()
}

/// What comes before any reading and any dial.
pub(crate) fn fire_first() -> Line {
    vec![text("Before any dial: what does not fire in time can't be set right.")]
}

/// What comes before a frame that would be spoilt.
pub(crate) fn mend_first() -> Line {
    vec![text("Everything else is right: this would spoil the frame.")]
}

/// On the button that shoots all the same.
pub(crate) const ANYWAY: &str = "Shot all the same";

/// The word on the button.
pub(crate) fn press(pick: &Pick, entry: &Entry) -> String {
    let fixed = match (&pick.what, entry) {
        (Move::LowerRatio(over), _) => return room_over_shadow::press(over),
        (Move::SetCamera, _) => "ƒ8, 1/125, ISO 100",
        (Move::ChooseRatio, _) => "3 : 1",
        (Move::Shoot, _) => "Shot",
        (_, Entry::Camera(_)) => "Set",
        (_, Entry::Left(_)) => "Leave it so",
        (_, Entry::Light(_)) => terms::MOVED,
        _ => "Dialled",
    };
    fixed.to_owned()
}
