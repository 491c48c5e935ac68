//! Dials that bring patches to their wish: least squares, on the settings that each dial has.
//!
//! Wishes are told in stops and light adds, so the sum of squares is no parabola; but it has few hollows, and each dial few settings. So every dial is
//! put where it helps most, one after the other and two at a time, until none helps any more, from more than one beginning.

use super::sums::Sums;

/// A patch whose tone is wished.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Wish {
    /// Which patch.
    pub patch: usize,
    /// Its tone, stops over mid-grey.
    pub tone: f32,
}

/// How two patches of the same skin are to stand to each other.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Between {
    /// The lit one.
    pub lit: usize,
    /// The one in the shadow.
    pub shadow: usize,
    /// By how many stops the lit one lies over the other.
    pub over: f32,
}

/// What is wished.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Wished {
    /// Tones of patches.
    pub tones: Vec<Wish>,
    /// How two of them stand to each other.
    pub between: Option<Between>,
}

/// A dial that may be turned.
#[derive(Debug, Clone, PartialEq)]
pub struct Turn {
    /// Its layer.
    pub layer: usize,
    /// Its settings, as what the layer is multiplied with at each; none of them is 0.
    pub factors: Vec<f32>,
    /// At which of them it stands.
    pub at: usize,
}

/// How much a stop by which a dial is turned weighs against a stop by which a wish is missed: of two ways to the same picture the shorter (a judgement).
const TURNED: f32 = 0.01;
/// Two dials are tried together this many settings around where they are.
const TOGETHER: isize = 3;
/// More rounds are never needed; what circles ends here.
const ROUNDS: usize = 200;
/// Where a patch has no light at all, stops: darker than any wish.
const NO_LIGHT: f32 = -20.0;

struct Search<'a> {
    sums: &'a Sums,
    wished: &'a Wished,
    turns: &'a [Turn],
    weights: Vec<f32>,
    at: Vec<usize>,
}

impl Search<'_> {
    /// How far it is from the wish: squares of stops.
    fn cost(&self) -> f32 {
        let tone = |patch: usize| self.sums.tone(patch, &self.weights).unwrap_or(NO_LIGHT).max(NO_LIGHT);
        let tones: f32 = self.wished.tones.iter().map(|wish| (tone(wish.patch) - wish.tone).powi(2)).sum();
        let between = self.wished.between.map_or(0.0, |b| (tone(b.lit) - tone(b.shadow) - b.over).powi(2));
        let turned = |(turn, at): (&Turn, &usize)| (turn.factors[*at] / turn.factors[turn.at]).log2().powi(2);
        let turned: f32 = self.turns.iter().zip(&self.at).map(turned).sum();
        tones + between + TURNED * TURNED * turned
    }

    fn put(&mut self, dial: usize, at: usize) {
        self.at[dial] = at;
        self.weights[self.turns[dial].layer] = self.turns[dial].factors[at];
    }

    /// Puts one dial where it helps most; whether it helped.
    fn one(&mut self, dial: usize, best: &mut f32) -> bool {
        let before = self.at[dial];
        let mut to = before;
        for at in 0..self.turns[dial].factors.len() {
            self.put(dial, at);
            let cost = self.cost();
            if cost < *best {
                (*best, to) = (cost, at);
            }
        }
        self.put(dial, to);
        to != before
    }

    /// Puts two dials, a few settings around where they are, where they help most together.
    fn two(&mut self, a: usize, b: usize, best: &mut f32) -> bool {
        let before = (self.at[a], self.at[b]);
        let mut to = before;
        let near = |at: usize, by: isize, of: &Turn| at.checked_add_signed(by).filter(|at| *at < of.factors.len());
        for by_a in -TOGETHER..=TOGETHER {
            for by_b in -TOGETHER..=TOGETHER {
                let (Some(at_a), Some(at_b)) = (near(before.0, by_a, &self.turns[a]), near(before.1, by_b, &self.turns[b])) else {
                    continue;
                };
                self.put(a, at_a);
                self.put(b, at_b);
                let cost = self.cost();
                if cost < *best {
                    (*best, to) = (cost, (at_a, at_b));
                }
            }
        }
        self.put(a, to.0);
        self.put(b, to.1);
        to != before
    }

    /// Until nothing helps any more.
    fn settle(&mut self) -> f32 {
        let mut best = self.cost();
        for _ in 0..ROUNDS {
            let mut helped = false;
            for a in 0..self.turns.len() {
                helped |= self.one(a, &mut best);
            }
            for a in 0..self.turns.len() {
                for b in a + 1..self.turns.len() {
                    helped |= self.two(a, b, &mut best);
                }
            }
            if !helped {
                break;
            }
        }
        best
    }
}

/// The settings of dials that come nearest to a wish, in the order of `turns`; `weights` are those of all layers as they are.
#[must_use]
pub fn solve(sums: &Sums, weights: &[f32], turns: &[Turn], wished: &Wished) -> Vec<usize> {
    let begin = |at: Vec<usize>| {
        let mut search = Search { sums, wished, turns, weights: weights.to_vec(), at: at.clone() };
        at.into_iter().enumerate().for_each(|(dial, at)| search.put(dial, at));
        (search.settle(), search.at)
    };
    let middle = |turn: &Turn| turn.factors.len() / 2;
    let (from_here, from_middle) = (begin(turns.iter().map(|t| t.at).collect()), begin(turns.iter().map(middle).collect()));
    if from_middle.0 < from_here.0 { from_middle.1 } else { from_here.1 }
}
