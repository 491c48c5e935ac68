//! Eight numbers in one register: AVX2 and FMA.
//!
//! Every function here is inlined into a loop that `on_lanes` compiled for AVX2 and FMA and calls only on a processor that has them; that is what makes
//! the instructions sound. Nothing here is reached in another way: the module is private to the kernel, and only `on_lanes` names [`Vector`].

use std::{
    arch::x86_64::{
        __m256, _CMP_LE_OQ, _mm256_add_ps, _mm256_andnot_ps, _mm256_cmp_ps, _mm256_cvtepi32_ps, _mm256_cvttps_epi32, _mm256_div_ps,
        _mm256_fmadd_ps, _mm256_fnmadd_ps, _mm256_i32gather_epi32, _mm256_i32gather_ps, _mm256_loadu_ps, _mm256_loadu_si256,
        _mm256_max_epi32, _mm256_max_ps, _mm256_min_epi32, _mm256_min_ps, _mm256_movemask_ps, _mm256_mul_ps, _mm256_rsqrt_ps,
        _mm256_set1_epi32, _mm256_set1_ps, _mm256_setzero_si256, _mm256_slli_epi32, _mm256_sqrt_ps, _mm256_srai_epi32, _mm256_storeu_ps,
        _mm256_storeu_si256, _mm256_sub_ps,
    },
    ops::{Add, Div, Mul, Sub},
};

use super::lanes::Lanes;

/// Eight numbers in one register.
#[derive(Clone, Copy)]
pub struct Vector(__m256);

macro_rules! operator {
    ($name:ident, $method:ident, $instruction:ident) => {
        impl $name for Vector {
            type Output = Self;
            #[inline(always)]
            fn $method(self, other: Self) -> Self {
                // SAFETY: arithmetic on registers; the processor has AVX2 (see the module).
                Self(unsafe { $instruction(self.0, other.0) })
            }
        }
    };
}
operator!(Add, add, _mm256_add_ps);
operator!(Sub, sub, _mm256_sub_ps);
operator!(Mul, mul, _mm256_mul_ps);
operator!(Div, div, _mm256_div_ps);

/// Places in a slice, held within it: an index that is none reads the slice's end instead.
#[inline(always)]
fn within(at: [i32; 8], last: usize) -> std::arch::x86_64::__m256i {
    let last = i32::try_from(last).unwrap_or(i32::MAX);
    // SAFETY: the array has the 32 bytes that are read; the rest is arithmetic on registers, the processor has AVX2 (see the module).
    unsafe {
        let at = _mm256_loadu_si256(at.as_ptr().cast());
        _mm256_min_epi32(_mm256_max_epi32(at, _mm256_setzero_si256()), _mm256_set1_epi32(last))
    }
}

impl Lanes for Vector {
    #[inline(always)]
    fn all(value: f32) -> Self {
        // SAFETY: arithmetic on registers; the processor has AVX2 (see the module).
        Self(unsafe { _mm256_set1_ps(value) })
    }
    #[inline(always)]
    fn of(eight: &[f32; 8]) -> Self {
        // SAFETY: the array has the 32 bytes that are read, at any alignment.
        Self(unsafe { _mm256_loadu_ps(eight.as_ptr()) })
    }
    #[inline(always)]
    fn each(self) -> [f32; 8] {
        let mut each = [0.0; 8];
        // SAFETY: the array has the 32 bytes that are written, at any alignment.
        unsafe { _mm256_storeu_ps(each.as_mut_ptr(), self.0) };
        each
    }
    #[inline(always)]
    fn times_and(self, by: Self, and: Self) -> Self {
        // SAFETY: arithmetic on registers; the processor has FMA (see the module).
        Self(unsafe { _mm256_fmadd_ps(self.0, by.0, and.0) })
    }
    #[inline(always)]
    fn least(self, other: Self) -> Self {
        // SAFETY: arithmetic on registers; the processor has AVX2 (see the module).
        Self(unsafe { _mm256_min_ps(self.0, other.0) })
    }
    #[inline(always)]
    fn most(self, other: Self) -> Self {
        // SAFETY: arithmetic on registers; the processor has AVX2 (see the module).
        Self(unsafe { _mm256_max_ps(self.0, other.0) })
    }
    #[inline(always)]
    fn size(self) -> Self {
        // SAFETY: arithmetic on registers; the processor has AVX2 (see the module).
        Self(unsafe { _mm256_andnot_ps(_mm256_set1_ps(-0.0), self.0) })
    }
    #[inline(always)]
    fn root(self) -> Self {
        // SAFETY: arithmetic on registers; the processor has AVX2 (see the module).
        Self(unsafe { _mm256_sqrt_ps(self.0) })
    }
    #[inline(always)]
    fn one_over_root(self) -> Self {
        // SAFETY: arithmetic on registers; the processor has AVX2 and FMA (see the module). One step after Newton: the estimate alone has 12 bits.
        unsafe {
            let near = _mm256_rsqrt_ps(self.0);
            let half = _mm256_mul_ps(_mm256_mul_ps(_mm256_set1_ps(0.5), self.0), near);
            Self(_mm256_mul_ps(near, _mm256_fnmadd_ps(half, near, _mm256_set1_ps(1.5))))
        }
    }
    #[inline(always)]
    fn at_most(self, other: Self) -> u32 {
        // SAFETY: arithmetic on registers; the processor has AVX2 (see the module).
        unsafe { _mm256_movemask_ps(_mm256_cmp_ps::<_CMP_LE_OQ>(self.0, other.0)).cast_unsigned() }
    }
    #[inline(always)]
    fn split(self) -> ([i32; 8], Self) {
        let mut whole = [0; 8];
        // SAFETY: the array has the 32 bytes that are written; the rest is arithmetic on registers, the processor has AVX2 (see the module).
        unsafe {
            let at = _mm256_cvttps_epi32(self.0);
            _mm256_storeu_si256(whole.as_mut_ptr().cast(), at);
            (whole, Self(_mm256_sub_ps(self.0, _mm256_cvtepi32_ps(at))))
        }
    }
    #[inline(always)]
    fn pairs(map: &[i8], at: [i32; 8]) -> (Self, Self) {
        assert!(map.len() >= 4, "a map is longer than what is read of it at once");
        let at = within(at, map.len() - 4);
        // SAFETY: each index lies in 0..=len − 4, so the four bytes read at it lie in the map; the processor has AVX2 (see the module).
        unsafe {
            let four = _mm256_i32gather_epi32::<1>(map.as_ptr().cast(), at);
            let byte = |moved| Self(_mm256_cvtepi32_ps(_mm256_srai_epi32::<24>(moved)));
            (byte(_mm256_slli_epi32::<24>(four)), byte(_mm256_slli_epi32::<16>(four)))
        }
    }
    #[inline(always)]
    fn neighbours(table: &[f32], at: [i32; 8]) -> (Self, Self) {
        assert!(table.len() >= 2, "a table has two entries and more");
        let at = within(at, table.len() - 2);
        // SAFETY: each index lies in 0..=len − 2, so it and the one behind it lie in the table; the processor has AVX2 (see the module).
        unsafe { (Self(_mm256_i32gather_ps::<4>(table.as_ptr(), at)), Self(_mm256_i32gather_ps::<4>(table.as_ptr().wrapping_add(1), at))) }
    }
}
