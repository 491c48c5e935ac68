//! The picture in linear light, for what is mixed before the curve: what the lens draws out of focus, and what the room draws of a movement.

use glam::{Vec2, Vec3, Vec3A, Vec4};
use rayon::prelude::*;

use super::{Pixels, Shade, What, clips, shown_of, write};
use crate::{pose::BAND, set::Lens, view::View};

/// Sitter and ground apart, pixel by pixel.
#[derive(Debug, Clone)]
pub struct Plate {
    /// The sitter's light, as much of it as there is of the sitter.
    sitter: Vec<Vec3>,
    /// How much of the pixel that is.
    cover: Vec<f32>,
    /// How far before the lens, metres.
    away: Vec<f32>,
    /// The ground's light, behind the sitter too.
    ground: Vec<Vec3>,
}

/// A point is drawn no wider than this many pixels to each side: wider would take long, and shows no more.
const WIDEST: f32 = 12.0;
/// The shortest way of a movement that is drawn, pixels.
const SHORTEST: f32 = 1.0;

impl Shade<'_> {
    /// The picture in linear light.
    #[must_use]
    pub fn plate(&self) -> Plate {
        let (width, height) = (self.view.width, self.view.height);
        let mut places: Vec<Place> = vec![Place::default(); width * height];
        let own = &self.pose.view;
        let away = |p: Vec3| (p - own.at).dot(own.forward);
        places.par_chunks_mut(width * BAND).enumerate().for_each(|(b, band)| {
            for (row, line) in band.chunks_mut(width).enumerate() {
                for (place, light) in line.iter_mut().zip(self.ground(b * BAND + row)) {
                    place.ground = light.into();
                }
            }
            self.visit(b, |at, what, light, cover| {
                let (place, light) = (&mut band[at], Vec3::from(light));
                let mut lay = |away: f32| {
                    place.sitter += light * cover;
                    place.away += away * cover;
                    place.cover += cover;
                };
                match what {
                    What::Sitter(f) => lay(away(self.pose.place(f))),
                    What::Eye(e) => lay(away(e.on.at)),
                    What::Over => {
                        // Hairs stand where they lie, over the ground too.
                        place.sitter = place.sitter * (1.0 - cover) + light * cover;
                        place.cover += (1.0 - place.cover) * cover;
                    }
                }
            });
        });
        let all = |of: &dyn Fn(&Place) -> f32| places.iter().map(of).collect::<Vec<f32>>();
        Plate {
            cover: all(&|p| p.cover.min(1.0)),
            away: all(&|p| if p.cover > 0.0 { p.away / p.cover } else { 0.0 }),
            sitter: places.iter().map(|p| p.sitter).collect(),
            ground: places.iter().map(|p| p.ground).collect(),
        }
    }
}

/// One pixel of a plate while it is put together.
#[derive(Debug, Clone, Copy, Default)]
struct Place {
    sitter: Vec3,
    cover: f32,
    away: f32,
    ground: Vec3,
}

impl Plate {
    /// How wide a point of the sitter is drawn at most, pixels, where the lens is focused on the face.
    fn widest(&self, lens: &Lens, focus: f32, view: &View) -> f32 {
        let places = self.away.iter().zip(&self.cover).filter(|(_, cover)| **cover > 0.5);
        places.map(|(away, _)| lens.soft(focus, *away)).fold(0.0, f32::max) * view.scale()
    }

    /// As the lens draws it: focused on the face, what lies before or behind it is spread.
    #[must_use]
    pub fn focused(self, lens: &Lens, focus: f32, view: &View) -> Self {
        if self.widest(lens, focus, view) < 1.5 {
            return self;
        }
        let (width, height) = (view.width, view.height);
        let radius: Vec<f32> = (0..self.cover.len())
            .map(|k| if self.cover[k] > 0.0 { (lens.soft(focus, self.away[k]) * view.scale() * 0.5).min(WIDEST) } else { 0.0 })
            .collect();
        let reach = radius.iter().fold(0f32, |a, b| a.max(*b)).ceil() as isize;
        // Each pixel takes from its neighbours as much as they spread over it: what is in focus is not smeared by what is not.
        let taken = |k: usize| {
            let (x, y) = ((k % width) as isize, (k / width) as isize);
            let (mut sum, mut cover) = (Vec3::ZERO, 0.0);
            for dy in -reach..=reach {
                for dx in -reach..=reach {
                    let (ox, oy) = (x + dx, y + dy);
                    if ox < 0 || oy < 0 || ox >= width as isize || oy >= height as isize {
                        continue;
                    }
                    let o = oy as usize * width + ox as usize;
                    let r = radius[o].max(0.5);
                    let far = Vec2::new(dx as f32, dy as f32).length();
                    // A disc of its own size, its rim a pixel wide.
                    let share = (r + 0.5 - far).clamp(0.0, 1.0) / (std::f32::consts::PI * r * r + 0.2146).max(1.0);
                    sum += self.sitter[o] * share;
                    cover += self.cover[o] * share;
                }
            }
            (sum, cover)
        };
        let blurred: Vec<(Vec3, f32)> = (0..self.cover.len()).into_par_iter().with_min_len(1024).map(taken).collect();
        // Inside of the sitter all that is taken adds up to about one; the little that it lacks or has over is made good.
        let even = |k: usize, (sum, cover): (Vec3, f32)| {
            let full = if self.cover[k] >= 1.0 && cover > 0.6 { cover } else { cover.max(1.0) };
            (sum / full, (cover / full).min(1.0))
        };
        let (sitter, cover) = blurred.into_iter().enumerate().map(|(k, b)| even(k, b)).unzip();
        Self { sitter, cover, ..self }
    }

    /// Smeared along a way in pixels: while the shutter is open, the sitter gets from here to there, and the ground shows where the sitter left.
    #[must_use]
    pub fn smeared(self, way: Vec2, view: &View) -> Self {
        let long = way.length();
        if long < SHORTEST {
            return self;
        }
        let (width, height) = (view.width as isize, view.height as isize);
        let steps = (long.ceil() as isize).clamp(2, 2000);
        let one = |k: usize| {
            let (x, y) = (k as isize % width, k as isize / width);
            let (mut sum, mut cover) = (Vec3::ZERO, 0.0);
            for step in 0..steps {
                let back = way * (step as f32 / (steps - 1) as f32);
                let (ox, oy) = (x - back.x.round() as isize, y - back.y.round() as isize);
                if (0..width).contains(&ox) && (0..height).contains(&oy) {
                    let o = (oy * width + ox) as usize;
                    sum += self.sitter[o];
                    cover += self.cover[o];
                }
            }
            (sum / steps as f32, cover / steps as f32)
        };
        let (sitter, cover) = (0..self.cover.len()).into_par_iter().with_min_len(1024).map(one).collect::<Vec<_>>().into_iter().unzip();
        Self { sitter, cover, ..self }
    }

    /// The light of each pixel.
    #[must_use]
    pub fn light(&self) -> Vec<Vec3> {
        (0..self.cover.len()).map(|k| self.sitter[k] + self.ground[k] * (1.0 - self.cover[k])).collect()
    }
}

impl Pixels {
    /// Of linear light.
    #[must_use]
    pub fn of(light: &[Vec3], view: &View, grey: bool) -> Self {
        let shown: Vec<Vec4> = light.iter().map(|c| shown_of(Vec3A::from(*c), grey)).collect();
        let mut bytes = vec![0; light.len() * if grey { 1 } else { 3 }];
        let clips = light.iter().map(|c| clips(Vec3A::from(*c), grey)).collect();
        let mut light = vec![0.0; light.len()];
        write(&shown, view.width, grey, &mut bytes, &mut light);
        Self { width: view.width, height: view.height, bytes, grey, light, clips }
    }
}
