//! A joint normal over named errors, and what an observation does to it.
//!
//! Source: the Kalman filter's measurement update in its iterated, extended form (linearised anew at each better mean, always updated from
//! what was known before): textbook, closed form.

use smallvec::SmallVec;

/// A joint normal: means and covariances of so many errors, in stops.
#[derive(Debug, Clone, Default)]
pub(super) struct Normal {
    mean: Vec<f64>,
    /// Below the diagonal and on it, row by row: with one error more a row is added.
    cov: Vec<f64>,
    /// Standard deviations before anything was seen.
    first: Vec<f64>,
    /// What each error shares with what is just being taken; and those that do.
    shares: Vec<f64>,
    touched: Vec<(usize, f64)>,
}

/// Where a row begins.
const fn row(of: usize) -> usize {
    of * (of + 1) / 2
}

/// So often an observation is linearised anew at most: three times is enough for what is known, more for what is not.
const ROUNDS: usize = 12;
/// Where a round changes the gain by less than this share, it is enough.
const ENOUGH: f64 = 1e-4;
/// Where all means move by less than this, stops, they stay: a hundredth of what a meter shows.
const SETTLED: f64 = 1e-3;

/// Most observations are of so many errors: a unit, what it wears, its setting and its placement, the same of another light, and the room.
const SLOPE: usize = 9;

/// A sum of errors: which, and how much each counts.
pub(super) type Sum = SmallVec<[(usize, f64); SLOPE]>;

/// What is to be expected of an observation at some errors, and its slope over them. Handed the mean of one error by its place.
pub(super) trait Expected {
    /// The observation at these errors; `slope` is filled.
    fn at(&self, mean: &dyn Fn(usize) -> f64, slope: &mut Sum) -> f64;
    /// Whether the slope is the same everywhere.
    fn is_straight(&self) -> bool;
}

impl Normal {
    /// Room for so many errors, until there are more.
    pub(super) fn with_room(room: usize) -> Self {
        Self {
            mean: Vec::with_capacity(room),
            cov: Vec::with_capacity(row(room)),
            first: Vec::with_capacity(room),
            shares: Vec::with_capacity(room),
            touched: Vec::with_capacity(room),
        }
    }

    /// One error more, about nothing and apart from all others.
    pub(super) fn add(&mut self, sd: f64) -> usize {
        let n = self.mean.len();
        self.mean.push(0.0);
        self.first.push(sd);
        self.cov.resize(row(n) + n, 0.0);
        self.cov.push(sd * sd);
        n
    }

    /// All errors as they were before anything was seen of them; gives what is known by now.
    pub(super) fn begin_again(&mut self) -> Vec<f64> {
        let known = std::mem::replace(&mut self.mean, vec![0.0; self.first.len()]);
        self.cov.fill(0.0);
        for (at, sd) in self.first.iter().enumerate() {
            self.cov[row(at) + at] = sd * sd;
        }
        known
    }

    /// Whether every mean is as near to these as anybody could tell.
    pub(super) fn is_near(&self, means: &[f64]) -> bool {
        self.mean.iter().zip(means).all(|(now, then)| (now - then).abs() < SETTLED)
    }

    /// Makes an error less sure.
    pub(super) fn widen(&mut self, at: usize, sd: f64) {
        self.cov[row(at) + at] += sd * sd;
    }

    /// How two errors vary together.
    fn cov(&self, one: usize, other: usize) -> f64 {
        self.cov[row(one.max(other)) + one.min(other)]
    }

    pub(super) fn mean(&self, at: usize) -> f64 {
        self.mean[at]
    }

    /// The mean of a sum.
    pub(super) fn mean_of(&self, sum: &[(usize, f64)]) -> f64 {
        sum.iter().map(|(at, by)| by * self.mean[*at]).sum()
    }

    /// How two sums vary together.
    pub(super) fn covariance(&self, one: &[(usize, f64)], other: &[(usize, f64)]) -> f64 {
        one.iter().map(|(a, by)| by * other.iter().map(|(b, times)| times * self.cov(*a, *b)).sum::<f64>()).sum()
    }

    /// Takes an observation with its own variance.
    pub(super) fn learn(&mut self, shown: f64, noise: f64, expected: &impl Expected) {
        let (mut slope, mut seen) = (Sum::new(), SmallVec::<[f64; SLOPE]>::new());
        let mut gain = 0.0;
        for _ in 0..if expected.is_straight() { 1 } else { ROUNDS } {
            // Where the last round came to; `seen` is what each error of the slope shares with the observation.
            let by = |at: usize| slope.iter().zip(&seen).find(|((a, _), _)| *a == at).map_or(0.0, |(_, s)| s * gain);
            let mut now = Sum::new();
            let y = expected.at(&|at| self.mean[at] + by(at), &mut now);
            // What was expected before, by this slope: else the observation would count three times.
            let y = y - now.iter().map(|(at, h)| h * by(*at)).sum::<f64>();
            slope = now;
            seen = slope.iter().map(|(at, _)| self.covariance(&[(*at, 1.0)], &slope)).collect();
            let spread: f64 = slope.iter().zip(&seen).map(|((_, h), s)| h * s).sum();
            let before = gain;
            gain = (shown - y) / (spread + noise);
            if (gain - before).abs() <= ENOUGH * gain.abs() {
                break;
            }
        }
        self.take(&slope, gain, noise);
    }

    /// The same, linearised where all that was seen by now leads to: once all observations are, they come to one least-squares solution.
    pub(super) fn learn_near(&mut self, shown: f64, noise: f64, expected: &impl Expected, near: &[f64]) {
        let mut slope = Sum::new();
        let y = expected.at(&|at| near[at], &mut slope);
        let y = y + slope.iter().map(|(at, h)| h * (self.mean[*at] - near[*at])).sum::<f64>();
        let spread = self.covariance(&slope, &slope);
        self.take(&slope, (shown - y) / (spread + noise), noise);
    }

    fn take(&mut self, slope: &[(usize, f64)], gain: f64, noise: f64) {
        let Self { mean, cov, shares, touched, .. } = self;
        shares.clear();
        shares.resize(mean.len(), 0.0);
        for (to, h) in slope {
            let (below, above) = shares.split_at_mut(to + 1);
            below.iter_mut().zip(&cov[row(*to)..]).for_each(|(share, cov)| *share += h * cov);
            above.iter_mut().zip(to + 1..).for_each(|(share, of)| *share += h * cov[row(of) + to]);
        }
        let spread: f64 = slope.iter().map(|(at, h)| h * shares[*at]).sum();
        // Lights that were never in a reading together, and under no room, share nothing.
        touched.clear();
        touched.extend(shares.iter().copied().enumerate().filter(|(_, share)| *share != 0.0));
        for (nth, (at, share)) in touched.iter().enumerate() {
            mean[*at] += share * gain;
            let (of, row) = (share / (spread + noise), &mut cov[row(*at)..=row(*at) + at]);
            touched[..=nth].iter().for_each(|(other, share)| row[*other] -= of * share);
        }
    }
}
