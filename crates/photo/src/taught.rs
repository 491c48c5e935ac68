//! A camera's tone curve, taught by a bracket: one grey card in one light, at exposures that the files tell.
//!
//! The bracket says how tones stand to each other. Where mid-grey lies it can't say: that is put where the standard for a camera's sensitivity has it, at
//! the value 118 of sRGB (ISO 12232, standard output sensitivity, from memory).

use ink_lamp_light::scale::{FEWEST_OF_CURVE, MOST_OF_CURVE, Stops, ToneCurve, TonePoint};

use crate::{levels::Levels, tones::PatchTone};

/// A card of which more than this share clips says nothing.
const CLIPPED: f32 = 0.01;
/// Nor does one under this tone, stops: the fourth of 256 values.
const BLACK: f32 = -7.2;
/// Two exposures are the same within this, stops.
const SAME: f64 = 0.05;
/// A bracket spans so much at least, stops.
const LEAST_SPAN: f64 = 2.0;
/// Tones rise by so much for each stop of light, within these; else it was not the card alone that changed.
const RISES: (f64, f64) = (0.125, 8.0);
/// Mid-grey is within the bracket, or nearly, stops.
const NEARLY: f64 = 0.5;
/// How well a camera keeps a shutter time and an aperture from frame to frame, stops: one standard deviation (common practice, no source).
const REPEATS: f64 = 0.03;
/// A place left out is told from its neighbours, which are twice as far apart as those between which tones are told: by a cubic that errs eight times as
/// much. Half of that is counted on.
const LEFT_OUT: f64 = 4.0;

/// A frame of a bracket.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct CardFrame {
    /// How much light it took, stops over the others.
    pub exposed: f64,
    /// What the card became, by plain sRGB.
    pub card: PatchTone,
}

/// What became of a frame.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Use {
    /// The curve goes through it.
    Taken,
    /// The card clips in it.
    Clipped,
    /// The card is black in it.
    Black,
}

/// A curve, and what became of each frame.
#[derive(Debug, Clone, PartialEq)]
pub struct Taught {
    /// The curve.
    pub curve: ToneCurve,
    /// In the order of the frames.
    pub uses: Vec<Use>,
}

/// Why a bracket teaches no curve. Frames are told by their place in it, from 0.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
#[non_exhaustive]
pub enum NotTaught {
    /// Too few frames, or too many.
    #[error("{} no bracket. Choose {FEWEST_OF_CURVE} to {MOST_OF_CURVE} of one grey card in one light, a stop apart.", if *.0 == 1 { "1 frame is".to_owned() } else { format!("{} frames are", .0) })]
    Count(usize),
    /// The card clips or is black in most.
    #[error("The card is clipped in {clipped} of {of} frames and black in {black}: {left} are left, and {FEWEST_OF_CURVE} are needed. {}", if clipped > black { "Expose less." } else { "Expose more." })]
    Spent {
        /// In so many it clips.
        clipped: usize,
        /// In so many it is black.
        black: usize,
        /// So many are left.
        left: usize,
        /// Of so many.
        of: usize,
    },
    /// The exposures are too much alike.
    #[error(
        "The card was exposed {of} times differently over {span:.1} stops. Give at least {FEWEST_OF_CURVE} exposures over {LEAST_SPAN} stops or more."
    )]
    Narrow {
        /// So many exposures.
        of: usize,
        /// Over so many stops.
        span: f64,
    },
    /// Two frames do not stand as their exposures do.
    #[error(
        "From one frame to the next the exposure rises by {exposed:.1} and the card by {card:.1} stops: the light changed, the patch lies beside the card, or a filter or ISO was not told. Shoot the bracket anew."
    )]
    Uneven {
        /// The darker frame.
        darker: usize,
        /// The brighter one.
        brighter: usize,
        /// By how much more it was exposed.
        exposed: f64,
        /// By how much brighter the card is in it, by plain sRGB.
        card: f64,
    },
    /// Mid-grey is not in the bracket.
    #[error("In all frames the card is {}: mid-grey is not among them. Expose {}.", if *.bright { "brighter than mid-grey" } else { "darker than mid-grey" }, if *.bright { "less" } else { "more" })]
    NoMiddle {
        /// All are brighter.
        bright: bool,
    },
}

/// A place that the curve goes through, while it is found.
#[derive(Debug, Clone, Copy)]
struct Place {
    exposed: f64,
    plain: f64,
    /// How sure the plain tone is.
    sure: f64,
    frame: usize,
}

/// What each frame is good for.
fn use_of(frame: &CardFrame) -> Use {
    match frame.card {
        PatchTone { clipped, .. } if clipped > CLIPPED => Use::Clipped,
        PatchTone { tone: Some(tone), .. } if tone > BLACK => Use::Taken,
        _ => Use::Black,
    }
}

/// How sure a card's plain tone is: its chance, and where all its pixels round alike also what rounding hides.
fn sure_of(card: &PatchTone, tone: f32) -> f64 {
    let light = tone.exp2() * 0.18;
    let step = f64::from(Levels::plain().slope(light) / light) * std::f64::consts::LOG2_E;
    // Evenly between two values: a standard deviation of 1/√12.
    let rounded = if f64::from(card.spread) < step { step / 12f64.sqrt() } else { 0.0 };
    f64::from(card.by_chance).hypot(rounded)
}

fn curve_of(places: &[Place], less: f64, sure: f64, camera: Option<String>) -> Option<ToneCurve> {
    let point = |p: &Place| TonePoint { plain: Stops::of(p.plain), tone: Stops::of(p.exposed - less) };
    ToneCurve::new(places.iter().map(point).collect(), Stops::of(sure), camera).ok()
}

/// How far places lie from where the others would have them, root mean square, stops; 0 where there are too few to leave one out.
fn left_out(places: &[Place]) -> f64 {
    let inner = 1..places.len().saturating_sub(1);
    let off = |n: usize| {
        let others: Vec<Place> = places.iter().enumerate().filter(|(other, _)| *other != n).map(|(_, p)| *p).collect();
        Some(curve_of(&others, 0.0, 0.0, None)?.tone(places[n].plain) - places[n].exposed)
    };
    let squares: Vec<f64> = inner.filter_map(off).map(|off| off * off).collect();
    if squares.is_empty() { 0.0 } else { (squares.iter().sum::<f64>() / squares.len() as f64).sqrt() }
}

impl Taught {
    /// From a bracket of one grey card in one light; `camera` is what the files call it.
    ///
    /// # Errors
    /// Where that teaches no curve.
    pub fn by(frames: &[CardFrame], camera: Option<String>) -> Result<Self, NotTaught> {
        if !(FEWEST_OF_CURVE..=MOST_OF_CURVE).contains(&frames.len()) {
            return Err(NotTaught::Count(frames.len()));
        }
        let uses: Vec<Use> = frames.iter().map(use_of).collect();
        let place = |(n, frame): (usize, &CardFrame)| {
            let tone = frame.card.tone.filter(|_| uses[n] == Use::Taken)?;
            Some(Place { exposed: frame.exposed, plain: f64::from(tone), sure: sure_of(&frame.card, tone), frame: n })
        };
        let mut taken: Vec<Place> = frames.iter().enumerate().filter_map(place).collect();
        let counted = |what: Use| uses.iter().filter(|u| **u == what).count();
        if taken.len() < FEWEST_OF_CURVE {
            let (clipped, black) = (counted(Use::Clipped), counted(Use::Black));
            return Err(NotTaught::Spent { clipped, black, left: taken.len(), of: frames.len() });
        }
        taken.sort_by(|a, b| a.exposed.total_cmp(&b.exposed));
        let places = merged(&taken);
        let span = places.last().zip(places.first()).map_or(0.0, |(last, first)| last.exposed - first.exposed);
        if places.len() < FEWEST_OF_CURVE || span < LEAST_SPAN - SAME {
            return Err(NotTaught::Narrow { of: places.len(), span });
        }
        for pair in places.windows(2) {
            let (exposed, card) = (pair[1].exposed - pair[0].exposed, pair[1].plain - pair[0].plain);
            if !(RISES.0..=RISES.1).contains(&(card / exposed)) {
                return Err(NotTaught::Uneven { darker: pair[0].frame, brighter: pair[1].frame, exposed, card });
            }
        }
        let (darkest, brightest) = (places[0].plain, places[places.len() - 1].plain);
        if darkest > NEARLY || brightest < -NEARLY {
            return Err(NotTaught::NoMiddle { bright: darkest > NEARLY });
        }
        let narrow = || NotTaught::Narrow { of: places.len(), span };
        let mid = curve_of(&places, 0.0, 0.0, None).ok_or_else(narrow)?.tone(0.0);
        let by_chance = (places.iter().map(|p| p.sure * p.sure).sum::<f64>() / places.len() as f64).sqrt();
        let sure = (left_out(&places) / LEFT_OUT).hypot(by_chance).hypot(REPEATS);
        let curve = curve_of(&places, mid, sure.min(2.0), camera).ok_or_else(narrow)?;
        Ok(Self { curve, uses })
    }
}

/// Places of one exposure as one: their mean.
fn merged(taken: &[Place]) -> Vec<Place> {
    let alike = taken.chunk_by(|a, b| b.exposed - a.exposed < SAME);
    let mean = |of: &[Place]| {
        let count = of.len() as f64;
        let by = |what: fn(&Place) -> f64| of.iter().map(what).sum::<f64>() / count;
        Place { exposed: by(|p| p.exposed), plain: by(|p| p.plain), sure: by(|p| p.sure) / count.sqrt(), frame: of[0].frame }
    };
    alike.map(mean).collect()
}
