//! Frames of one light each, mixed, as it is said: what is turned, what that gives, and whether it can be trusted.

use ink_lamp_light::{meter::Exposure, ratio::Ratio, scale::Stops};
use ink_lamp_sitting::{setup::Setup, shots::Shot};
use serde::Serialize;

use super::span::{Line, Span, capitalised, strong, text};

/// A light of a mix.
#[derive(Debug, Clone, PartialEq)]
pub struct MixedLight<'a> {
    /// Its place in the setup.
    pub light: usize,
    /// Its frame.
    pub shot: &'a Shot,
    /// By how much it is turned from there, and its setting as written on its own dial; none where it is as shot.
    pub turned: Option<(Stops, String)>,
    /// It is left out.
    pub muted: bool,
    /// The share of its frame that clips.
    pub clipped: f32,
    /// How far the sitter moved in its frame, as a share of the frame's height, where it was laid over.
    pub moved: f32,
}

/// A mix, with what is to be said of it.
#[derive(Debug, Clone, PartialEq)]
pub struct Mixed<'a> {
    /// The setup.
    pub setup: &'a Setup,
    /// Its lights, in the order of the lanes.
    pub lights: Vec<MixedLight<'a>>,
    /// There is a frame without flash.
    pub has_room: bool,
    /// The room is left out.
    pub without_room: bool,
    /// How the frames were exposed, and how the mix is, where that differs.
    pub exposed: Option<(Exposure, Exposure)>,
    /// Lights of which there is no frame.
    pub missing: Vec<usize>,
    /// Lit side to shadow, by two patches of the same skin.
    pub ratio: Option<Ratio>,
    /// The frame of all lights, and by how much the sum is off at each patch that can be compared.
    pub whole: Option<(&'a Shot, Vec<(&'a str, f32)>)>,
    /// So far off the sum still agrees, stops.
    pub agrees: f32,
    /// So far a light may be turned from its frame, stops.
    pub stretched: f64,
}

/// What is to be known of a mix.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MixNote {
    /// It speaks for the mix, and not against it.
    pub good: bool,
    /// In words.
    pub words: Line,
}

/// Less of a frame than this may clip, and nobody sees it.
const SEEN_CLIPPED: f32 = 0.005;

impl Mixed<'_> {
    fn name(&self, light: usize) -> String {
        self.setup.lights[light].name()
    }

    /// Names in a row: `key, rim 2`.
    fn names(&self, lights: impl Iterator<Item = usize>) -> String {
        lights.map(|light| self.name(light).to_lowercase()).collect::<Vec<_>>().join(", ")
    }

    /// What the mix gives, and by which dials: `Lit to shadow 3 : 1: fill up 0.4 to 1/16 +0.7`.
    #[must_use]
    pub fn say(&self) -> Line {
        let given = self.ratio.map(|ratio| format!("Lit to shadow {}", ratio.shown()));
        let mut turns: Vec<Line> = Vec::new();
        for light in self.lights.iter().filter(|light| !light.muted) {
            let Some((by, written)) = &light.turned else { continue };
            let way = if by.get() > 0.0 { "up" } else { "down" };
            turns.push(vec![text(format!("{} {way} {} to ", self.name(light.light).to_lowercase(), by.size())), strong(written.clone())]);
        }
        // More than two would not be read in one line; each stands in its own row.
        let more = turns.len().saturating_sub(2);
        if more > 0 {
            turns.truncate(2);
            turns.push(vec![text(if more == 1 { "and one dial more".to_owned() } else { format!("and {more} dials more") })]);
        }
        if let Some((was, is)) = self.exposed {
            let changed = |differs: bool, words: &str, said: String| differs.then(|| vec![text(format!("{words} to ")), strong(said)]);
            turns.extend(changed(was.aperture != is.aperture, "aperture", format!("ƒ{}", is.aperture.said())));
            turns.extend(changed(was.shutter != is.shutter, "shutter", is.shutter.said()));
            turns.extend(changed(was.iso != is.iso, "ISO", is.iso.said()));
        }
        let lights = self.lights.iter().filter(|light| light.muted).map(|light| self.name(light.light).to_lowercase());
        let out: Vec<String> = self.without_room.then(|| "the room".to_owned()).into_iter().chain(lights).collect();
        if !out.is_empty() {
            turns.push(vec![text(format!("without {}", out.join(", ")))]);
        }
        match (given, turns.is_empty()) {
            (Some(given), true) => vec![text(format!("{given}, as shot"))],
            (None, true) => vec![text("As shot")],
            (Some(given), false) => std::iter::once(text(format!("{given}: "))).chain(joined(turns)).collect(),
            (None, false) => {
                let mut line: Line = joined(turns).collect();
                if let Some(Span::Text(first)) = line.first_mut() {
                    *first = capitalised(first);
                }
                line
            }
        }
    }

    /// What is said where a ratio was looked for, and the dials do not come to it.
    #[must_use]
    pub fn missed(&self, wished: Ratio) -> Option<Line> {
        let given = self.ratio?;
        let off = (given.get() / wished.get()).log2();
        (off.abs() > f64::from(self.agrees)).then(|| {
            let why = ["Something else lights the shadow side: try it muted.", "The fill does not reach the shadow side."];
            let way = why[usize::from(off > 0.0)];
            vec![text(format!("{} is as near to {} as key and fill come. {way}", given.shown(), wished.shown()))]
        })
    }

    /// What it is made of.
    #[must_use]
    pub fn why(&self) -> Line {
        let frames = self.lights.len() + usize::from(self.has_room);
        let many = if frames == 1 { "1 frame".to_owned() } else { format!("{frames} frames") };
        let mut words = format!("{many}, one of each light, added as light: the sitter at powers that were never fired.");
        if !self.missing.is_empty() {
            words += &format!(" Not in it: {}. Shoot each alone.", self.names(self.missing.iter().copied()));
        }
        vec![text(words)]
    }

    /// What speaks for it and against it.
    #[must_use]
    pub fn notes(&self) -> Vec<MixNote> {
        let note = |good: bool, words: String| MixNote { good, words: vec![text(words)] };
        let mut notes = Vec::new();
        match &self.whole {
            None => notes.push(note(false, "Shoot one frame with all lights: then the sum is held against it.".to_owned())),
            Some((shot, off)) => {
                let worst = off.iter().max_by(|a, b| a.1.abs().total_cmp(&b.1.abs()));
                match worst {
                    None => notes.push(note(false, format!("No patch of frame {} can be compared: each is clipped or black.", shot.frame))),
                    Some((_, by)) if by.abs() <= self.agrees => {
                        let words =
                            format!("The sum gives frame {} within {:.1} on every patch: the mix can be trusted.", shot.frame, self.agrees);
                        notes.push(note(true, words));
                    }
                    Some((patch, by)) => {
                        let side = if *by > 0.0 { "over" } else { "under" };
                        let by = Stops::of(f64::from(by.abs())).size();
                        let why = "something moved, or a dial was turned that nobody noted.";
                        notes
                            .push(note(false, format!("At {} the sum lies {by} {side} frame {}: {why}", patch.to_lowercase(), shot.frame)));
                    }
                }
            }
        }
        if !self.has_room {
            notes.push(note(false, "No frame without flash: the room counts once for each light.".to_owned()));
        }
        let which =
            |is: &dyn Fn(&MixedLight) -> bool| self.lights.iter().filter(|l| !l.muted && is(l)).map(|l| l.light).collect::<Vec<_>>();
        let changed = which(&|l| l.shot.changed.contains(&self.setup.lights[l.light].id));
        if !changed.is_empty() {
            let names = capitalised(&self.names(changed.into_iter()));
            notes.push(note(false, format!("{names}: moved or changed since the frame. Shoot it alone again.")));
        }
        let over = |l: &MixedLight| l.turned.as_ref().map_or(0.0, |(by, _)| by.get());
        let stretched = which(&|l| over(l).abs() > self.stretched + 1e-9);
        if !stretched.is_empty() {
            let names = capitalised(&self.names(stretched.into_iter()));
            let words = format!("{names}: more than {:.1} from its frame, where its noise shows. Shoot it alone again.", self.stretched);
            notes.push(note(false, words));
        }
        let flat = which(&|l| l.clipped > SEEN_CLIPPED && over(l) < 0.0);
        if !flat.is_empty() {
            let names = capitalised(&self.names(flat.into_iter()));
            notes.push(note(false, format!("{names}: what clips in its frame stays without detail when it is turned down.")));
        }
        let moved: Vec<&MixedLight> = self.lights.iter().filter(|l| l.moved > 0.0).collect();
        if let Some(most) = moved.iter().map(|l| l.moved).max_by(f32::total_cmp) {
            let names = self.names(moved.iter().map(|l| l.light));
            notes.push(note(true, format!("The sitter moved {:.1} % of the frame’s height, laid over: {names}.", most * 100.0)));
        }
        notes
    }
}

/// Lines in a row, with commas between.
fn joined(lines: Vec<Line>) -> impl Iterator<Item = Span> {
    lines.into_iter().enumerate().flat_map(|(n, line)| (n > 0).then(|| text(", ")).into_iter().chain(line))
}
