//! Lights as they stand in the studio, and what moving does to them. Knows no entry.

mod bounced;
mod round;
mod settle;
mod stood;

pub use bounced::Surface;
pub use stood::Stood;
