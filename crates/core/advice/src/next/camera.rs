//! The camera: set for the first time, or after the lights.

use ink_lamp_light::{
    ambient::NO_NEARER,
    ratio::{Anchor, RatioTarget},
    scale::{Aperture, Iso, ShutterTime, Stops},
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    camera::Camera,
    entry::{CameraSet, Entry},
    role::Role,
    schools,
    setup::Setup,
};

use super::{Move, Pick};
use crate::search::{
    changes::Changes,
    space::{apertures, isos},
};

/// The camera follows the lights.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Follow {
    /// What was read together.
    pub(crate) what: Anchored,
    /// Where it lies against the camera.
    pub(crate) level: Stops,
    /// The aperture that puts it on 0.
    pub(crate) aperture: Aperture,
    /// The ISO, where no aperture that must hold does it alone.
    pub(crate) iso: Option<Iso>,
}

/// What is to lie on 0.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum Anchored {
    /// Key and fill together.
    Both,
    /// The key.
    Key,
}

/// Nothing is set yet: begin with a usual studio setting (common practice, no source).
pub(super) fn first() -> Pick {
    let usual = match (Aperture::parse("8"), ShutterTime::parse("1/125"), Iso::parse("100")) {
        (Ok(aperture), Ok(shutter), Ok(iso)) => Some(Entry::Camera(CameraSet::new(aperture, shutter, iso))),
        _ => None,
    };
    Pick::new("camera", Move::SetCamera).with(usual)
}

/// Where the camera follows the lights: once key and fill stand to each other as wished, the aperture that puts them on 0.
pub(super) fn follow_lights(scene: &Scene, camera: &Camera) -> Option<Pick> {
    let (setup, levels) = (scene.setup, &scene.levels);
    if setup.schools.follow != schools::Follow::CameraFollows {
        return None;
    }
    let fill_off = setup.index(Role::Fill).is_some_and(|i| levels.is_off(i));
    let key = setup.index(Role::Key).and_then(|i| levels.lights[i].total)?;
    let anchor = setup.ratio.map_or(Anchor::KeyAlone, RatioTarget::anchor);
    let (what, level) = match (anchor, levels.sides(setup, None)) {
        (Anchor::LitSide, Some((lit, _, false))) => (Anchored::Both, lit.level()?),
        // Without a fill, or where it is enough, the room is one, and every reading of the key holds it.
        (Anchor::LitSide, Some((lit, _, true))) if setup.first(Role::Fill).is_none() || levels.room_fills.is_some() => {
            (Anchored::Key, lit.level()?)
        }
        (Anchor::LitSide, _) => return None,
        (Anchor::KeyAlone, _) => (Anchored::Key, key),
    };
    if fill_off || level.abs() <= NO_NEARER {
        return None;
    }
    let (aperture, iso) = within_what_holds(setup, camera, level)?;
    let set = Entry::Camera(CameraSet { aperture, iso: iso.unwrap_or(camera.exposure.iso), ..camera.as_set() });
    Some(Pick::new("camera", Move::Follow(Follow { what, level, aperture, iso })).with(Some(set)))
}

/// The aperture that takes so much away, of those that must hold; the ISO too where none of them does. None where nothing brings it nearer.
fn within_what_holds(setup: &Setup, camera: &Camera, level: Stops) -> Option<(Aperture, Option<Iso>)> {
    let enough = 0.5 / f64::from(camera.steps().per_stop()) + 1e-6;
    let (apertures, isos) = (apertures(setup, camera), isos(setup, camera));
    // What each leaves, the nearest of them; where two are as near the first.
    let nearest = |by_iso: bool| {
        let isos = || isos.iter().filter(move |iso| by_iso || iso.changes == Changes::NONE);
        let all = apertures.iter().flat_map(|aperture| isos().map(move |iso| (aperture, iso)));
        all.map(|(aperture, iso)| ((level.get() + aperture.flash + iso.flash).abs(), aperture, iso))
            .reduce(|best, one| if one.0 < best.0 - 1e-6 { one } else { best })
    };
    // Another ISO only where no aperture is enough.
    let (left, aperture, iso) = nearest(false).filter(|best| best.0 <= enough).or_else(|| nearest(true))?;
    (left < level.abs().get() - 1e-6).then(|| (aperture.set, Some(iso.set).filter(|_| iso.changes != Changes::NONE)))
}
