//! The sentences: what was decided elsewhere, said here. One module an instrument, with the names of what decides.

pub(crate) mod energy;
pub(crate) mod findings;
pub(crate) mod firing;
pub(crate) mod ground_ways;
pub mod kit;
pub(crate) mod lanes;
pub(crate) mod next;
pub(crate) mod place;
pub(crate) mod plan;
pub mod span;
pub(crate) mod studies;
pub mod tape;
pub(crate) mod terms;
pub(crate) mod ways;
