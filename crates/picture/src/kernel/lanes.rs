//! Eight numbers at once.

use std::ops::{Add, Div, Mul, Sub};

/// Eight numbers that are worked on at once. Everything is to be inlined into a loop that was compiled for the processor's instructions.
pub trait Lanes: Copy + Add<Output = Self> + Sub<Output = Self> + Mul<Output = Self> + Div<Output = Self> {
    /// Eight times the same.
    fn all(value: f32) -> Self;
    /// Eight numbers that lie behind each other.
    fn of(eight: &[f32; 8]) -> Self;
    /// The same, to be read one by one.
    fn each(self) -> [f32; 8];
    /// `self · by + and`.
    fn times_and(self, by: Self, and: Self) -> Self;
    /// The smaller; the other's where this is no number.
    fn least(self, other: Self) -> Self;
    /// The larger; the other's where this is no number.
    fn most(self, other: Self) -> Self;
    /// Without sign.
    fn size(self) -> Self;
    /// Square root.
    fn root(self) -> Self;
    /// `1/√self`, good to a few units of the last place.
    fn one_over_root(self) -> Self;
    /// Bit by bit whether each is at most the other.
    fn at_most(self, other: Self) -> u32;
    /// Whole parts, and what is over. For numbers from 0 to a few thousand.
    fn split(self) -> ([i32; 8], Self);
    /// Two signed bytes that lie behind each other, at eight places of a map.
    fn pairs(map: &[i8], at: [i32; 8]) -> (Self, Self);
    /// Two numbers that lie behind each other, at eight places of a table.
    fn neighbours(table: &[f32], at: [i32; 8]) -> (Self, Self);

    /// All eight together.
    #[inline(always)]
    fn sum(self) -> f32 {
        let e = self.each();
        ((e[0] + e[4]) + (e[1] + e[5])) + ((e[2] + e[6]) + (e[3] + e[7]))
    }
}

/// A hint that something will be read soon.
#[inline(always)]
pub fn soon(map: &[i8], at: usize) {
    #[cfg(target_arch = "x86_64")]
    if let Some(byte) = map.get(at) {
        // SAFETY: a hint; nothing is read, and the address lies in the slice.
        unsafe { std::arch::x86_64::_mm_prefetch::<{ std::arch::x86_64::_MM_HINT_T0 }>(std::ptr::from_ref(byte)) };
    }
    #[cfg(not(target_arch = "x86_64"))]
    let _ = (map, at);
}
