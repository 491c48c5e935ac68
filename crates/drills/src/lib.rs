//! Exercises in a simulated studio. A drill is data: what stands there, what of it is hidden, what is asked. A seed draws a studio for it.
//!
//! - [`kit`]: the drills' own, invented kit;
//! - [`drill`]: what a drill says; [`all`]: all of them, in the order of the work;
//! - [`want`]: what is asked, against what really is;
//! - [`drawn`]: a studio for a drill, drawn from a seed;
//! - [`way`]: the shortest way, which a solver finds;
//! - [`counted`]: what somebody did, step by step, from a tape;
//! - [`score`]: that against the shortest way; [`words`]: the sentences about it.

pub mod all;
pub mod counted;
pub mod drawn;
pub mod drill;
pub mod kit;
pub mod score;
pub mod want;
pub mod way;
pub mod words;
