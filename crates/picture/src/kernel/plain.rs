//! Eight numbers in an array: for processors without vector instructions, and for the comparison.

use std::ops::{Add, Div, Mul, Sub};

use super::lanes::Lanes;

/// Eight numbers in an array.
#[derive(Clone, Copy)]
pub struct Plain([f32; 8]);

#[inline(always)]
fn by(a: Plain, b: Plain, of: impl Fn(f32, f32) -> f32) -> Plain {
    Plain(std::array::from_fn(|i| of(a.0[i], b.0[i])))
}

#[inline(always)]
fn bits(a: Plain, b: Plain, of: impl Fn(f32, f32) -> bool) -> u32 {
    (0..8).fold(0, |bits, i| bits | u32::from(of(a.0[i], b.0[i])) << i)
}

macro_rules! operator {
    ($name:ident, $method:ident, $op:tt) => {
        impl $name for Plain {
            type Output = Self;
            #[inline(always)]
            fn $method(self, other: Self) -> Self {
                by(self, other, |a, b| a $op b)
            }
        }
    };
}
operator!(Add, add, +);
operator!(Sub, sub, -);
operator!(Mul, mul, *);
operator!(Div, div, /);

impl Lanes for Plain {
    #[inline(always)]
    fn all(value: f32) -> Self {
        Self([value; 8])
    }
    #[inline(always)]
    fn of(eight: &[f32; 8]) -> Self {
        Self(*eight)
    }
    #[inline(always)]
    fn each(self) -> [f32; 8] {
        self.0
    }
    #[inline(always)]
    fn times_and(self, by: Self, and: Self) -> Self {
        self * by + and
    }
    #[inline(always)]
    fn least(self, other: Self) -> Self {
        by(self, other, |a, b| if a < b { a } else { b })
    }
    #[inline(always)]
    fn most(self, other: Self) -> Self {
        by(self, other, |a, b| if a > b { a } else { b })
    }
    #[inline(always)]
    fn size(self) -> Self {
        Self(self.0.map(f32::abs))
    }
    #[inline(always)]
    fn root(self) -> Self {
        Self(self.0.map(f32::sqrt))
    }
    #[inline(always)]
    fn one_over_root(self) -> Self {
        Self(self.0.map(|x| 1.0 / x.sqrt()))
    }
    #[inline(always)]
    fn at_most(self, other: Self) -> u32 {
        bits(self, other, |a, b| a <= b)
    }
    #[inline(always)]
    fn split(self) -> ([i32; 8], Self) {
        let whole = self.0.map(|x| x as i32);
        (whole, Self(std::array::from_fn(|i| self.0[i] - whole[i] as f32)))
    }
    #[inline(always)]
    fn pairs(map: &[i8], at: [i32; 8]) -> (Self, Self) {
        let last = map.len().saturating_sub(2);
        let at = at.map(|i| (i.max(0) as usize).min(last));
        (Self(at.map(|i| f32::from(map[i]))), Self(at.map(|i| f32::from(map[i + 1]))))
    }
    #[inline(always)]
    fn neighbours(table: &[f32], at: [i32; 8]) -> (Self, Self) {
        let last = table.len().saturating_sub(2);
        let at = at.map(|i| (i.max(0) as usize).min(last));
        (Self(at.map(|i| table[i])), Self(at.map(|i| table[i + 1])))
    }
}
