//! Findings, as they are said: one file a subject, and what a press is called that mends it.

mod bulb;
mod camera;
mod care;
mod catch_lights;
mod ceiling;
mod channel;
mod circuits;
mod commander;
mod daylight;
mod filter;
mod frame;
mod ghost;
mod ground;
mod group;
mod hot_lamp;
mod in_picture;
mod key_against_room;
mod lamps;
mod line_of_sight;
mod narrow;
mod near_eyes;
mod no_flash_frame;
mod overhead;
mod power_ends;
mod put_on;
mod ratio_over_room;
mod reading;
mod recharge;
mod rim;
pub(crate) mod room_over_shadow;
mod sheet;
mod slow;
mod sockets;
mod sync;
mod tail;
mod transmitter;
pub(crate) mod whole;

use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::entry::Entry;

use crate::{findings::Fact, words::span::Line};

/// What is worth knowing.
pub(crate) fn sentence(fact: &Fact, scene: &Scene) -> Line {
    match fact {
        Fact::Camera(fact) => camera::sentence(fact),
        Fact::Filter(fact) => filter::sentence(fact),
        Fact::Slow(fact) => slow::sentence(fact),
        Fact::Sync(fact) => sync::sentence(fact, scene),
        Fact::Tail(fact) => tail::sentence(fact, scene),
        Fact::Bulb(fact) => bulb::sentence(fact, scene),
        Fact::Ghost(fact) => ghost::sentence(fact),
        Fact::RoomOverShadow(fact) => room_over_shadow::sentence(fact),
        Fact::Daylight(fact) => daylight::sentence(fact),
        Fact::RoomLamps(fact) => lamps::sentence(fact, scene),
        Fact::NoFlashFrame(fact) => no_flash_frame::sentence(fact),
        Fact::Frame(fact) => frame::sentence(fact),
        Fact::Whole(fact) => whole::sentence(fact, scene),
        Fact::Reading(fact) => reading::sentence(fact, scene),
        Fact::PowerEnds(fact) => power_ends::sentence(fact, scene),
        Fact::PutOn(fact) => put_on::sentence(fact, scene),
        Fact::Sheet(fact) => sheet::sentence(fact),
        Fact::NearEyes(fact) => near_eyes::sentence(fact, scene),
        Fact::HotLamp(fact) => hot_lamp::sentence(fact),
        Fact::Recharge(fact) => recharge::sentence(fact, scene),
        Fact::Sockets(fact) => sockets::sentence(fact, scene),
        Fact::CatchLights(fact) => catch_lights::sentence(fact, scene),
        Fact::Rim(fact) => rim::sentence(fact, scene),
        Fact::InPicture(fact) => in_picture::sentence(fact, scene),
        Fact::Ceiling(fact) => ceiling::sentence(fact, scene),
        Fact::Overhead(fact) => overhead::sentence(fact, scene),
        Fact::KeyAgainstRoom(fact) => key_against_room::sentence(fact, scene),
        Fact::RatioOverRoom(fact) => ratio_over_room::sentence(fact),
        Fact::Ground(fact) => ground::sentence(fact, scene),
        Fact::Narrow(fact) => narrow::sentence(fact, scene),
        Fact::Channel(fact) => channel::sentence(fact, scene),
        Fact::Commander(fact) => commander::sentence(fact),
        Fact::LineOfSight(fact) => line_of_sight::sentence(fact, scene),
        Fact::Groups(fact) => group::sentence(fact, scene),
        Fact::Sends(fact) => transmitter::sentence(fact, scene),
        Fact::Circuits(fact) => circuits::sentence(fact, scene),
        Fact::Care(fact) => care::sentence(fact),
    }
}

/// The word on the button of the other answer.
pub(crate) const OTHERWISE: &str = frame::OTHERWISE;

/// The word on the button that mends it.
pub(crate) fn press(fact: &Fact, entry: &Entry, scene: &Scene) -> String {
    match fact {
        Fact::Camera(fact) => camera::press(fact),
        Fact::Slow(fact) => slow::press(fact),
        Fact::Sync(fact) => sync::press(fact),
        Fact::Tail(fact) => tail::press(fact),
        Fact::RoomOverShadow(fact) => room_over_shadow::press(fact),
        Fact::PowerEnds(fact) => power_ends::press(fact, scene),
        Fact::PutOn(_) => put_on::press(entry),
        Fact::KeyAgainstRoom(fact) => key_against_room::press(fact, scene),
        Fact::Ground(fact) => ground::press(fact),
        Fact::Channel(fact) => channel::press(fact),
        Fact::Commander(_) => commander::PRESS.to_owned(),
        Fact::LineOfSight(_) => line_of_sight::PRESS.to_owned(),
        Fact::Groups(_) => group::press(entry),
        Fact::Sends(fact) => transmitter::press(fact, entry),
        Fact::Recharge(fact) => recharge::press(fact).to_owned(),
        Fact::Frame(_) => frame::PRESS.to_owned(),
        // Nothing mends these by itself.
        Fact::Filter(_)
        | Fact::Bulb(_)
        | Fact::Ghost(_)
        | Fact::RoomLamps(_)
        | Fact::Daylight(_)
        | Fact::NoFlashFrame(_)
        | Fact::Whole(_)
        | Fact::Reading(_)
        | Fact::Sheet(_)
        | Fact::NearEyes(_)
        | Fact::HotLamp(_)
        | Fact::Sockets(_)
        | Fact::CatchLights(_)
        | Fact::Rim(_)
        | Fact::InPicture(_)
        | Fact::Ceiling(_)
        | Fact::Overhead(_)
        | Fact::RatioOverRoom(_)
        | Fact::Narrow(_)
        | Fact::Circuits(_)
        | Fact::Care(_) => String::new(),
    }
}
