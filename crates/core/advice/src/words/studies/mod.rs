//! The studies, as they are said.

pub(crate) mod color;
pub(crate) mod freeze;
pub(crate) mod no_flash;
pub(crate) mod shutter;
