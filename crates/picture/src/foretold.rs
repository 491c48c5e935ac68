//! The picture of a set, with a memory of what did not change since the last one.

use std::sync::Arc;

use glam::Vec3;

use crate::{
    card,
    lit::{Care, Lit, Stand},
    numbers::{Measure, Patch, PatchTone, Tones, proposed},
    pose::{Grain, Pose},
    set::{Back, Screen, Set},
    shade::{Over, Pixels, Plate, Shade, Weighted, layers},
    sitter::Sitter,
    subject::Subject,
    view::{Held, View},
};

/// How a picture is wanted.
#[derive(Debug, Clone, PartialEq)]
pub struct Wanted {
    /// No wider than this, pixels.
    pub width: usize,
    /// No higher than this, pixels.
    pub height: usize,
    /// In one grey.
    pub grey: bool,
    /// How carefully.
    pub care: Care,
    /// With a grey card and a grey ball held beside the face.
    pub card: bool,
    /// Patches whose tones are asked for; where none are named, those that are proposed.
    pub patches: Option<Vec<Patch>>,
}

/// A picture, and what it shows.
#[derive(Debug)]
pub struct Foretold {
    /// Its pixels.
    pub pixels: Pixels,
    /// How its tones are spread.
    pub tones: Tones,
    /// The tones of the patches that were asked for, or of those that are proposed.
    pub patches: Vec<PatchTone>,
    /// How much of the frame's height it shows; less than 1 for head and shoulders out of a wider frame.
    pub shown: f32,
}

/// What one page draws again and again: only what changed is worked out anew.
#[derive(Debug, Default)]
pub struct Easel {
    pose: Option<(Posed, Arc<Pose>)>,
    /// The light on it, and what stood around it then: the ground's plane and half its width, and panels.
    lit: Vec<Arc<Lit>>,
    around: (f32, f32, Vec<Screen>),
}

/// What a pose depends on.
#[derive(Debug, Clone, Copy, PartialEq)]
struct Posed {
    digest: [u8; 32],
    shadows: bool,
    view: View,
    held: Held,
    grain: Grain,
}

impl Set {
    /// How a sitter is held: half way between its eyes lies the face's place in the studio.
    #[must_use]
    pub fn held(&self, sitter: &Sitter) -> Held {
        let origin = Held { origin: self.held.origin, ..self.held }.outside(-sitter.between_eyes());
        Held { origin, ..self.held }
    }
}

/// The pixels, with what the lens draws out of focus, and the ghost that the room draws of a movement.
fn developed(shade: &Shade, stand: &Stand, set: &Set, care: Care) -> Pixels {
    let (view, lens) = (stand.view, &set.lens);
    let focus = (set.held.origin - view.at).dot(view.forward);
    let focused = |plate: Plate| if care == Care::Rest { plate.focused(lens, focus, view) } else { plate };
    let Some(ghost) = set.ghost else {
        // Ears lie so far behind the eyes.
        let soft = care == Care::Rest && lens.soft(focus, focus + 0.12) * view.scale() > 1.5;
        return if soft { Pixels::of(&focused(shade.plate()).light(), view, shade.grey) } else { shade.pixels() };
    };
    let burns = |n: usize| set.sources[n].burns;
    let flash = layers(stand, shade.weighted, &|n| !burns(n), Vec3::ZERO, &Back { room: Vec3::ZERO, ..set.back });
    let room = layers(stand, shade.weighted, &burns, set.room, &set.back);
    let [flash, room] = [&flash, &room].map(|layers| focused(Shade { layers, ..*shade }.plate()));
    let way = (view.project(set.held.origin + ghost) - view.project(set.held.origin)).truncate();
    let light: Vec<Vec3> = flash.light().into_iter().zip(room.smeared(way, view).light()).map(|(f, r)| f + r).collect();
    Pixels::of(&light, view, shade.grey)
}

impl Easel {
    /// The picture of a set, with its numbers.
    pub fn draw(&mut self, subject: &Subject, set: &Set, wanted: &Wanted) -> Foretold {
        let (view, shown) = set.view(wanted.width, wanted.height);
        let grain = if wanted.care == Care::Moving { Grain::Coarse } else { Grain::Fine };
        self.shade(subject, set, &view, (wanted.care, grain, wanted.grey), |shade, stand| {
            let mut pixels = developed(shade, stand, set, wanted.care);
            let held = if wanted.card { card::lay(&mut pixels, set, stand, wanted.care, shade.over) } else { Vec::new() };
            let measure = Measure { pixels: &pixels, shade, set };
            let patches = match &wanted.patches {
                Some(asked) => {
                    let beside = |p: &Patch| held.iter().find(|h| h.patch.covers(p, &view));
                    asked.iter().map(|p| beside(p).map_or_else(|| measure.of(p), |h| measure.over(p, &h.lights))).collect()
                }
                None => {
                    let on_sitter = proposed(subject, &view, stand.held, set).into_iter().map(|p| measure.of(&p));
                    on_sitter.chain(held.iter().map(|h| measure.over(&h.patch, &h.lights))).collect()
                }
            };
            Foretold { tones: Tones::of(&pixels), patches, pixels, shown }
        })
    }

    /// The picture of a set by a view of the studio.
    pub fn pixels(&mut self, subject: &Subject, set: &Set, view: &View, care: Care, grain: Grain, grey: bool) -> Pixels {
        self.shade(subject, set, view, (care, grain, grey), |shade, _| shade.pixels())
    }

    /// What a picture is shaded from.
    fn shade<T>(
        &mut self,
        subject: &Subject,
        set: &Set,
        view: &View,
        (care, grain, grey): (Care, Grain, bool),
        draw: impl FnOnce(&Shade, &Stand) -> T,
    ) -> T {
        let held = set.held(&subject.sitter);
        let (care, grain) =
            if care == Care::Moving && self.turns(subject, view, &held) { (Care::Turning, Grain::Rough) } else { (care, grain) };
        let pose = self.posed(subject, view, &held, grain, care);
        let stand = Stand { subject, held: &held, pose: &pose, view, back: &set.back, screens: &set.screens };
        self.light(&stand, set, care);
        let weighted: Vec<Weighted> = self.lit.iter().zip(&set.sources).map(|(lit, source)| Weighted::of(lit, source, &held)).collect();
        let layers = layers(&stand, &weighted, &|_| true, set.room, &set.back);
        let over = if layers.len() > 1 { Over::of(&set.lens) } else { None };
        let shade = Shade { pose: &pose, view, layers: &layers, over, weighted: &weighted, grey };
        draw(&shade, &stand)
    }

    /// Whether the sitter is held otherwise, or seen from elsewhere, than in the last picture.
    fn turns(&self, subject: &Subject, view: &View, held: &Held) -> bool {
        self.pose.as_ref().is_some_and(|(known, _)| {
            let same = (known.digest, known.view.width, known.view.height) == (subject.sitter.digest, view.width, view.height);
            same && (known.view != *view || known.held != *held)
        })
    }

    /// The pose, anew where sitter, view or how it is held changed. A finer one than is wanted will do.
    fn posed(&mut self, subject: &Subject, view: &View, held: &Held, grain: Grain, care: Care) -> Arc<Pose> {
        let key = Posed { digest: subject.sitter.digest, shadows: subject.shadows, view: *view, held: *held, grain };
        if let Some((known, pose)) = &self.pose {
            let finer = *known == key || (care == Care::Moving && *known == Posed { grain: Grain::Fine, ..key });
            if finer {
                return pose.clone();
            }
        }
        let pose = Arc::new(Pose::of(subject, &view.held(held), grain));
        self.pose = Some((key, pose.clone()));
        self.lit.clear();
        pose
    }

    /// The light of each source, anew where its front changed. What was worked out more carefully than is wanted will do.
    fn light(&mut self, stand: &Stand, set: &Set, care: Care) {
        let around = (set.back.z, set.back.half, set.screens.clone());
        if self.around != around {
            self.lit.clear();
            self.around = around;
        }
        let known = std::mem::take(&mut self.lit);
        self.lit = set
            .sources
            .iter()
            .map(|source| {
                let same = known.iter().find(|l| l.front == source.front && l.care >= care);
                same.cloned().unwrap_or_else(|| Arc::new(Lit::of(stand, &source.front, care)))
            })
            .collect();
    }
}
