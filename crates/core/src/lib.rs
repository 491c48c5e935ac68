//! The trade of lighting a portrait, as pure computation: no input or output, no clock, no web or database type.
//!
//! The rooms, in the order of the work:
//!
//! - [`scale`]: stops, apertures, shutter times, ISO, EV, tones, and the meter's notation;
//! - [`meter`]: what a reading means at other camera settings, and sums of lights;
//! - [`strobe`]: a unit's power scale and the numbers on its own dial, guide numbers, energy;
//! - [`shape`]: modifiers, grids, gels, filters, and how their light falls off;
//! - [`field`]: light from real fronts: rectangles, discs, beams, grids, and what a room throws back;
//! - [`sight`]: mirrors, catch-lights, the field of a lens, the edge of a shadow;
//! - [`kit`]: every piece of equipment, and the document that carries a kit;
//! - [`shutter`]: curtains and leaves, pulses and tails, high-speed sync, bulbs, motion;
//! - [`lens`]: depth of field, diffraction, what focusing near costs;
//! - [`color`]: colour temperature, mixtures, gels, white balance;
//! - [`likely`]: what a light will likely read, and what readings teach of it;
//! - [`ratio`]: both ratio conventions and both anchors;
//! - [`ambient`]: what the room's light does at an exposure;
//! - [`setup`]: everything as it now stands, and the entries that change it;
//! - [`board`]: everything that follows from a setup, next move included;
//! - [`place`]: the plan: where everything stands, how the light falls, and what that means;
//! - [`study`]: what a setup means for shutter, movement, colour, and the frame without flash;
//! - [`ways`]: every way to a wish for the room, with what each costs;
//! - [`words`]: the pieces of a sentence that a screen can draw.
//!
//! Everything is `f64` inside. Rounding happens once: at a unit's dial, or when a number is written for people.

pub mod board;
pub mod place;
pub mod scene;
pub mod study;
pub mod turn;
pub mod ways;
pub mod words;
