//! The sentences: what was decided elsewhere, said here. One module an instrument, with the names of what decides.

pub(crate) mod beginning;
pub(crate) mod check;
pub mod choices;
pub(crate) mod echo;
pub(crate) mod energy;
pub(crate) mod findings;
pub(crate) mod firing;
pub(crate) mod ground_ways;
pub(crate) mod groups;
pub mod kit;
pub(crate) mod lanes;
pub mod mixed;
pub(crate) mod next;
pub(crate) mod place;
pub(crate) mod plan;
pub(crate) mod ratio;
pub(crate) mod room;
pub(crate) mod schools;
pub(crate) mod set_all;
pub mod span;
pub(crate) mod studies;
pub(crate) mod summary;
pub mod tape;
pub(crate) mod terms;
pub(crate) mod ways;
