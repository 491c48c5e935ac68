//! Devices that are joined to this server: which, how they say that they are set, what they are asked to do, and where goes what they send.
//!
//! What is known of them lives as long as the server does: a bridge that joins again says it again. What they send is kept by the store.

pub mod dialled;
pub mod incoming;
pub mod registry;
