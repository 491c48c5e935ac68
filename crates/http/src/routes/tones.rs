//! What is measured in a frame that was shot: how its tones are spread, and those of its patches.

use actix_web::{HttpResponse, post, web};
use ink_lamp_light::{list::up_to, ratio::Ratio, scale::ToneCurve};
use ink_lamp_photo::{
    levels::{FIRST, Levels},
    picture::Picture,
    tones::{Patch, PatchTone, Tones},
};
use ink_lamp_store::{NamedPatch, Store};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::{
    body::{Checked, Id},
    heavy::Heavy,
    problem::Problem,
    shots::Shots,
};

/// A round part of a frame.
#[derive(Clone, Copy, Deserialize, Serialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FramePatch {
    /// Its middle from the left, as a share of the frame's width.
    #[schema(minimum = 0, maximum = 1)]
    pub x: f32,
    /// From the top, as a share of its height.
    #[schema(minimum = 0, maximum = 1)]
    pub y: f32,
    /// Its radius, as a share of its height.
    #[schema(minimum = 0.001, maximum = 0.5)]
    pub radius: f32,
}

impl From<&NamedPatch> for FramePatch {
    fn from(p: &NamedPatch) -> Self {
        Self { x: p.x, y: p.y, radius: p.radius }
    }
}

impl From<FramePatch> for Patch {
    fn from(p: FramePatch) -> Self {
        Self { x: p.x, y: p.y, radius: p.radius }
    }
}

impl FramePatch {
    /// Whether patches lie within a frame; `field` is where they stand.
    ///
    /// # Errors
    /// The first that does not, with its field.
    pub fn check(patches: &[Self], field: &str) -> Result<(), Problem> {
        for (n, patch) in patches.iter().enumerate() {
            for (name, value, low, high) in [("x", patch.x, 0.0, 1.0), ("y", patch.y, 0.0, 1.0), ("radius", patch.radius, 0.001, 0.5)] {
                if !(low..=high).contains(&value) {
                    let message = format!("{value} is no {name} of a patch. Give a share of the frame, {low} to {high}.");
                    return Err(Problem::refused(message).at(format!("{field}[{n}].{name}")));
                }
            }
        }
        Ok(())
    }
}

/// Patches of a frame whose tones are asked for.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TonesWanted {
    /// At most 9.
    #[serde(default, deserialize_with = "up_to::<_, _, 9>")]
    #[schema(max_items = 9)]
    patches: Vec<FramePatch>,
    /// Two of them that lie on the same skin, the lit one and the one in the shadow, by their places in the list: how they stand to each other is told too.
    #[serde(default)]
    same_skin: Option<SameSkin>,
    /// One of them that lies on a grey card, by its place in the list: how far each other one lies over it is told too.
    #[serde(default)]
    card: Option<usize>,
    /// The tone curve of the camera that shot it, where that is known; plain sRGB is assumed without it.
    #[serde(default)]
    curve: Option<ToneCurve>,
}

/// Two patches that lie on the same skin.
#[derive(Clone, Copy, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SameSkin {
    /// The lit one.
    pub lit: usize,
    /// The one in the shadow.
    pub shadow: usize,
}

/// How the lit side stands to the shadow, by two patches of the same skin, whatever the skin.
#[derive(Serialize, ToSchema)]
pub struct ShotRatio {
    /// In stops.
    over: f32,
    /// How sure that is, stops: one standard deviation.
    sure: f32,
    /// As it is written: `3 : 1`.
    shown: String,
}

/// The tones of a frame, in stops over mid-grey, its values taken as plain sRGB.
#[derive(Serialize, ToSchema)]
pub struct ShotTones {
    /// The first tone of the histogram.
    from: f32,
    /// The share of the frame in each tenth of a stop from there on.
    histogram: Vec<f32>,
    /// From this tone on it clips.
    clip_at: f32,
    /// The share that clips in any colour.
    clipped: f32,
    /// Below this tone it reads as black.
    black_at: f32,
    /// The share that does.
    black: f32,
    /// The tone that a thousandth of it exceeds.
    brightest: f32,
    /// The patches that were asked for, in their order.
    patches: Vec<ShotTone>,
    /// Lit side to shadow, where both have a tone and the lit one is no darker.
    #[serde(skip_serializing_if = "Option::is_none")]
    ratio: Option<ShotRatio>,
}

/// The tone of a patch of a frame.
#[derive(Serialize, ToSchema)]
pub struct ShotTone {
    /// Where it is.
    at: FramePatch,
    /// Its mean tone; none where there is no light.
    tone: Option<f32>,
    /// How sure that is: one standard deviation.
    sure: f32,
    /// The share of it that clips.
    clipped: f32,
    /// How far it lies over the grey card, where one was named and both have a tone.
    #[serde(skip_serializing_if = "Option::is_none")]
    over_card: Option<OverCard>,
}

/// How far a patch lies over a grey card in the same frame.
#[derive(Serialize, ToSchema)]
pub struct OverCard {
    /// In stops.
    over: f32,
    /// How sure that is, stops: one standard deviation.
    sure: f32,
}

/// How a frame's tones are spread, and those of its patches. Nothing is kept of the question.
#[utoipa::path(operation_id = "shotTones", tag = "frames", params(("id" = Uuid, Path, description = "The picture")), request_body = TonesWanted, responses(
    (status = 200, description = "The tones", body = ShotTones),
    (status = 404, description = "No such picture", body = Problem),
    (status = 422, description = "A patch outside the frame", body = Problem),
))]
#[post("/frames/{id}/tones")]
pub async fn tones(
    store: web::Data<Store>,
    shots: web::Data<Shots>,
    heavy: web::Data<Heavy>,
    id: Id,
    body: Checked<TonesWanted>,
) -> Result<HttpResponse, Problem> {
    let TonesWanted { patches, same_skin, card, curve } = body.0;
    FramePatch::check(&patches, "patches")?;
    if let Some(same_skin) = same_skin {
        same_skin.check(patches.len(), "same_skin")?;
    }
    if let Some(n) = card.filter(|n| *n >= patches.len()) {
        return Err(Problem::refused(format!("There is no patch {n}: {} were sent, counted from 0.", patches.len())).at("card"));
    }
    let picture = shots.picture(&store, id.0).await?;
    heavy.answer(move || Ok(ShotTones::of(&picture, &Levels::of(curve.as_ref()), patches, same_skin, card))).await
}

impl SameSkin {
    /// Whether both are among so many patches; `field` is where they stand.
    ///
    /// # Errors
    /// The first that is not, with its field.
    pub fn check(self, count: usize, field: &str) -> Result<(), Problem> {
        for (name, n) in [("lit", self.lit), ("shadow", self.shadow)] {
            if n >= count {
                let message = format!("There is no patch {n}: {count} were sent, counted from 0.");
                return Err(Problem::refused(message).at(format!("{field}.{name}")));
            }
        }
        Ok(())
    }
}

impl ShotTones {
    /// Of a picture, with those of its patches; both of the same skin are among them.
    #[must_use]
    pub fn of(picture: &Picture, levels: &Levels, patches: Vec<FramePatch>, same_skin: Option<SameSkin>, card: Option<usize>) -> Self {
        let Tones { histogram, clipped, black, brightest } = Tones::of(picture, levels);
        let measured = PatchTone::of_all(picture, &patches.iter().map(|at| (*at).into()).collect::<Vec<_>>(), levels);
        let ratio = same_skin.and_then(|s| measured.get(s.lit)?.over(measured.get(s.shadow)?, levels)).and_then(|(over, sure)| {
            let ratio = Ratio::try_from(f64::from(over.exp2())).ok()?;
            Some(ShotRatio { over, sure, shown: ratio.shown() })
        });
        let of_card = card.and_then(|n| measured.get(n).copied());
        let told = |(n, (at, t)): (usize, (FramePatch, PatchTone))| {
            let over = of_card.filter(|_| card != Some(n)).and_then(|card| t.over(&card, levels));
            let over_card = over.map(|(over, sure)| OverCard { over, sure });
            ShotTone { at, tone: t.tone, sure: t.sure, clipped: t.clipped, over_card }
        };
        let patches = patches.into_iter().zip(measured).enumerate().map(told).collect();
        let black_at = ink_lamp_light::ambient::BLACK.get() as f32;
        Self { from: FIRST, histogram, clip_at: levels.clip(), clipped, black_at, black, brightest, patches, ratio }
    }

    /// By how much the lit side lies over the shadow, stops; none where that can't be told.
    #[must_use]
    pub fn over(&self) -> Option<f32> {
        self.ratio.as_ref().map(|ratio| ratio.over)
    }
}
