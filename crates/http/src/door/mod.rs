//! Who may come in, with what, until when. One table says which right each route needs ([`rights`]); one place asks for it (`guard`).

pub mod asked;
pub mod cookie;
pub mod event;
pub mod keeper;
pub mod phrase;
pub mod rights;
pub mod throttle;
pub mod token;
pub mod who;
