//! The innermost loops, eight numbers at a time: rays against triangles, cones against the tiles of a map, light on points.
//!
//! This is the one place with `unsafe` in it: the instructions of the processor that work on eight numbers at once, and the calls into functions that
//! were compiled for them. Every loop is written once, over [`lanes::Lanes`]; a processor without those instructions runs the same loop over
//! plain arrays and gets the same numbers to the last few digits.
#![allow(unsafe_code, reason = "vector instructions; each block says why it is sound")]

mod cones;
mod lamp;
mod lanes;
mod plain;
mod rays;
#[cfg(target_arch = "x86_64")]
mod vector;

use std::sync::atomic::{AtomicU8, Ordering::Relaxed};

pub use cones::{Boundary, Tiles};
pub use lamp::{Batch, Points, Samples, Surface, beam, lattice, onto_disc};
pub use rays::{Beam, Rays};

/// What the loops run on: 0 not asked yet, 1 plain arrays, 2 vectors.
static ON: AtomicU8 = AtomicU8::new(0);

/// Whether the loops run on vector instructions (AVX2 with FMA).
#[must_use]
pub fn is_vector() -> bool {
    match ON.load(Relaxed) {
        0 => {
            #[cfg(target_arch = "x86_64")]
            let vector = std::arch::is_x86_feature_detected!("avx2") && std::arch::is_x86_feature_detected!("fma");
            #[cfg(not(target_arch = "x86_64"))]
            let vector = false;
            ON.store(1 + u8::from(vector), Relaxed);
            vector
        }
        on => on == 2,
    }
}

/// From now on plain arrays, as on a processor without vector instructions: for comparing the two. There is no way back.
pub fn use_plain() {
    ON.store(1, Relaxed);
}

/// One body, compiled twice: `name(args)` runs it on vectors where the processor has them, on plain arrays elsewhere.
macro_rules! on_lanes {
    ($(#[$doc:meta])* $vis:vis fn $name:ident / $body:ident ($($arg:ident: $ty:ty),* $(,)?) $(-> $out:ty)?) => {
        $(#[$doc])*
        $vis fn $name($($arg: $ty),*) $(-> $out)? {
            #[cfg(target_arch = "x86_64")]
            {
                #[target_feature(enable = "avx2,fma")]
                fn vector($($arg: $ty),*) $(-> $out)? {
                    $body::<$crate::kernel::vector::Vector>($($arg),*)
                }
                if $crate::kernel::is_vector() {
                    // SAFETY: `is_vector` says that this processor has the instructions that `vector` was compiled for.
                    return unsafe { vector($($arg),*) };
                }
            }
            $body::<$crate::kernel::plain::Plain>($($arg),*)
        }
    };
}
use on_lanes;
