//! The plan, as it is said.

pub(crate) mod camera;
pub(crate) mod face;
pub(crate) mod ground;
pub(crate) mod held;
pub(crate) mod numbers;
pub(crate) mod range;
pub(crate) mod rims;
pub(crate) mod shadow;
pub(crate) mod starts;
