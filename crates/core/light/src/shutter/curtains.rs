//! Curtains and leaves: which part of a frame they have open when the light burns.

use super::pulse::ExponentialPulse;
use crate::{measure::Seconds, quantity, scale::Stops};

quantity! {
    /// Time from the moment the frame is open to the flash: the delay of triggers, 0 to 1 second.
    Delay, "delay", 0.0 to 1.0, "s", "trigger delay"
}

impl Delay {
    /// None at all.
    pub const NONE: Self = Self(0.0);
}

/// The two curtains of a focal-plane shutter: each takes `travel` over the frame, and the flash fires `delay` after the first has arrived.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Curtains {
    /// Time that a curtain takes over the frame.
    pub travel: Seconds,
    /// From the frame being open to the flash.
    pub delay: Delay,
}

/// What of a pulse reaches the frame: shares from 0 to 1 of what the whole pulse gives.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Passed {
    /// Where the second curtain starts, and covers first.
    pub worst_edge: f64,
    /// At the other edge.
    pub other_edge: f64,
    /// Over the frame.
    pub mean: f64,
}

impl Curtains {
    /// The share of the frame, 0 to 1, that an instantaneous flash finds covered: `(Tc + delay − t)/Tc`. It lies where the second curtain
    /// starts.
    #[must_use]
    pub fn black_share(self, shutter: Seconds) -> f64 {
        let (travel, t) = (self.travel.get(), shutter.get());
        ((travel + self.delay.get() - t) / travel).clamp(0.0, 1.0)
    }

    /// For how long the whole frame is open, seconds: `t − Tc`, never below 0.
    #[must_use]
    pub fn open_for(self, shutter: Seconds) -> f64 {
        (shutter.get() - self.travel.get()).max(0.0)
    }

    /// The shortest time that passes a pulse whole, seconds: `Tc + delay + pulse`.
    #[must_use]
    pub fn needs(self, pulse: Seconds) -> f64 {
        self.travel.get() + self.delay.get() + pulse.get()
    }

    /// What of an exponential pulse passes: `1 − e^(−(W + u·Tc)/τ)` with `W` the time from the flash to the second curtain's start and `u`
    /// the way over the frame. Rows that are covered before the flash get nothing.
    #[must_use]
    pub fn pass(self, pulse: ExponentialPulse, shutter: Seconds) -> Passed {
        let (travel, tau) = (self.travel.get(), pulse.tau());
        let open = shutter.get() - travel - self.delay.get();
        let share = |w: f64| if w > 0.0 { -(-w / tau).exp_m1() } else { 0.0 };
        let lit_from = (-open / travel).clamp(0.0, 1.0);
        let (first, rest) = (open.max(0.0), travel * (1.0 - lit_from));
        let mean = if rest > 0.0 { (1.0 - lit_from) + (tau / travel) * (-first / tau).exp() * (-rest / tau).exp_m1() } else { 0.0 };
        Passed { worst_edge: share(open), other_edge: share(open + travel), mean: mean.clamp(0.0, 1.0) }
    }

    /// What an exponential pulse loses over the frame, in even steps from the edge where the second curtain starts; what gets nothing is told as
    /// ten stops.
    #[must_use]
    pub fn gradient(self, pulse: ExponentialPulse, shutter: Seconds, steps: u16) -> Vec<Stops> {
        let open = shutter.get() - self.travel.get() - self.delay.get();
        (0..steps)
            .map(|n| {
                let way = f64::from(n) / f64::from((steps - 1).max(1));
                let share = -(-(open + way * self.travel.get()).max(0.0) / pulse.tau()).exp_m1();
                Stops::of(share.max(1e-3).log2().max(-10.0))
            })
            .collect()
    }

    /// What high-speed sync gives of a full pop, as a share: `efficiency · t/(Tc + t)`; an even emission over the whole travel.
    #[must_use]
    pub fn long_emission_share(self, shutter: Seconds, efficiency: f64) -> f64 {
        efficiency * shutter.get() / (self.travel.get() + shutter.get())
    }

    /// What high-speed sync costs against a full pop at best, stops: 0 or more.
    #[must_use]
    pub fn high_speed_loss(self, shutter: Seconds) -> Stops {
        Stops::of(-self.long_emission_share(shutter, 1.0).log2())
    }
}

/// A shutter between the lens: the frame opens as a whole.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Leaf {
    /// From the blades being open to the flash.
    pub delay: Delay,
}

impl Leaf {
    /// What of an exponential pulse passes, 0 to 1, the same over the frame: `1 − e^(−(t − delay)/τ)`.
    #[must_use]
    pub fn pass(self, pulse: ExponentialPulse, shutter: Seconds) -> f64 {
        let open = shutter.get() - self.delay.get();
        if open > 0.0 { -(-open / pulse.tau()).exp_m1() } else { 0.0 }
    }
}

#[cfg(test)]
mod tests {
    use proptest::prelude::*;

    use super::*;
    use crate::{
        scale::ShutterTime,
        shutter::{
            find_sync::{Clipped, find_sync},
            pulse::ExponentialPulse,
        },
    };

    fn s(seconds: f64) -> Seconds {
        Seconds::new(seconds).unwrap()
    }

    fn at(share: f64, shutter: &str) -> Clipped {
        Clipped { shutter: ShutterTime::parse(shutter).unwrap(), share }
    }

    proptest! {
        #[test]
        fn two_frames_give_back_the_curtains_that_clipped_them(travel in 0.002..0.006f64, delay in 0.0..0.001f64) {
            let curtains = Curtains { travel: s(travel), delay: Delay::new(delay).unwrap() };
            let frames: Vec<Clipped> = ["1/500", "1/640", "1/800"].map(|t| {
                let shutter = ShutterTime::parse(t).unwrap();
                Clipped { shutter, share: curtains.black_share(s(shutter.seconds())) }
            }).into_iter().filter(|f| f.share > 0.01 && f.share < 0.99).collect();
            prop_assume!(frames.len() > 1);
            let found = find_sync(&frames).unwrap();
            prop_assert!((found.travel.get() - travel).abs() < 1e-6);
            prop_assert!((found.delay.get() - delay).abs() < 1e-6);
            let sync = s(found.sync.seconds());
            prop_assert!(curtains.black_share(sync) < 1e-6);
        }

        #[test]
        fn the_mean_lies_between_the_edges(tau in 0.0002..0.003f64, t in 0.001..0.02f64, delay in 0.0..0.001f64) {
            let pulse = ExponentialPulse::of_tau(s(tau));
            let passed = Curtains { travel: s(0.004), delay: Delay::new(delay).unwrap() }.pass(pulse, s(t));
            prop_assert!(passed.worst_edge <= passed.mean + 1e-12 && passed.mean <= passed.other_edge + 1e-12);
        }
    }

    #[test]
    fn a_single_frame_is_read_without_delay_and_nonsense_is_refused() {
        let found = find_sync(&[at(0.5, "1/500")]).unwrap();
        assert!((found.travel.get() - 2.0 / 512.0).abs() < 1e-12);
        assert_eq!(found.sync, ShutterTime::parse("1/250").unwrap());
        assert_eq!(find_sync(&[]).unwrap_err().field, "frames");
        assert_eq!(find_sync(&[at(1.0, "1/500")]).unwrap_err().field, "frames[0].share");
        assert!(find_sync(&[at(0.6, "1/320"), at(0.2, "1/1000")]).is_err());
    }
}
