//! Simulated devices: a meter, units, a transmitter and a camera in a studio with a hidden truth, which join a server as a real bridge would.
//!
//! - [`truth`]: how far each thing in the studio is from what its sheet says, drawn once a day and told to nobody;
//! - [`fault`]: what is wrong there until somebody sets it right;
//! - [`studio`]: what a meter shows there;
//! - [`camera`]: what a frame shows there, as a file;
//! - [`lives`]: what of a unit changes while it is used;
//! - [`kept`]: what the stand-ins remember from one start to the next;
//! - [`join`]: how they come in; [`bridge`]: how they speak.

pub mod bridge;
pub mod camera;
pub mod fault;
pub mod join;
pub mod kept;
pub mod lives;
pub mod studio;
mod told;
pub mod truth;
