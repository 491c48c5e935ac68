//! A setup in numbers and in space, built once: [`scene::Scene::of`]. No sentence is made here.
//!
//! From the ground up:
//!
//! - [`levels`]: where everything lies against the exposure, and what is wished;
//! - [`whole`], [`turn`], [`mixture`]: the whole against its parts; the turn of a dial that brings a light to its wish; colour at a place;
//! - [`stage`], [`sitter`]: lights and camera in space, and one body of the sitter;
//! - [`energy`]: what units have left, and what circuits carry;
//! - [`extent`], [`contours`], [`overhead`], [`in_picture`], [`rims`], [`returned`], [`room_side`], [`face`], [`eyes`], [`range`]: what falls where, what
//!   is seen, what comes back;
//! - [`ground`]: light, tone and evenness of the ground, its wish and its elevation;
//! - [`shutter`], [`freeze`]: what passes the shutter, and which power freezes a movement, case by case;
//! - [`stands_at`]: where a light stands;
//! - [`scene`]: all of it for one setup;
//! - [`aim`]: what ratio a wished level of key or fill comes to;
//! - [`daylight`]: how fast daylight goes, and where it will be;
//! - [`meter_shows`]: what the meter shows of a light that lies at a level of the frame;
//! - [`spilt`]: what lights put on the side of the face where they are not metered;
//! - [`outlook`]: what is to be expected of each light against its wish, and how surely;
//! - [`stand`]: how a reading stands against its wish;
//! - [`held`]: what moving a light costs, and the setting that holds its level;
//! - [`effect`]: what one entry did, between the scenes before and after it.

pub mod aim;
pub mod contours;
pub mod daylight;
pub mod effect;
pub mod energy;
pub mod extent;
pub mod eyes;
pub mod face;
pub mod freeze;
pub mod ground;
pub mod held;
pub mod in_picture;
pub mod levels;
pub mod meter_shows;
pub mod mixture;
pub mod outlook;
pub mod overhead;
pub mod range;
pub mod returned;
pub mod rims;
pub mod room_side;
pub mod scene;
pub mod shutter;
pub mod sitter;
pub mod spilt;
pub mod stage;
pub mod stand;
pub mod stands_at;
pub mod turn;
pub mod whole;
