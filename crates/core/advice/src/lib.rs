//! What is decided, said and shown of a setup.
//!
//! - [`action`], [`mark`]: an entry behind a button, a level with its aperture;
//! - `correct`, [`next`], [`findings`], [`ground_ways`], [`judged`], [`search`], `starts`: these decide. Facts and entries, one file a subject;
//! - [`words`]: these say, one module an instrument;
//! - [`plan`], [`studies`], [`board`], [`ways`]: these show, what the API sends: a view pairs each fact with its words.

pub mod action;
pub mod board;
mod cautions;
pub mod check;
mod correct;
pub mod findings;
pub mod ground_ways;
pub mod judged;
pub mod mark;
pub mod next;
pub mod plan;
pub mod search;
mod starts;
pub mod studies;
pub mod ways;
pub mod words;
