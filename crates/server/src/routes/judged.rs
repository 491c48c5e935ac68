//! What a frame that was shot says against what was foretold and wished.

use actix_web::{HttpResponse, post, web};
use ink_lamp_advice::{
    judged::{Band, Edge, PatchForetold, PatchSeen, ShotSeen, judged},
    words::judged::Judgement,
};
use ink_lamp_http::{body::Checked, heavy::Heavy, problem::Problem, routes::tones::FramePatch, shots::Shots};
use ink_lamp_light::list::up_to;
use ink_lamp_photo::{
    band,
    levels::Levels,
    picture::Picture,
    tones::{PatchTone, Tones},
};
use ink_lamp_picture::{
    pose::surface::luminance,
    set::{Set, Show},
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{
    role::LightId,
    setup::{MOST_LIGHTS, Setup},
    shots::{Lit, Shot},
};
use ink_lamp_store::Store;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

/// A frame that is to be judged.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FrameToJudge {
    /// How everything stands; the frame is among those it has in mind.
    setup: Box<Setup>,
    /// Its picture.
    picture: Uuid,
    /// Its patches: at most 9.
    #[serde(default, deserialize_with = "up_to::<_, _, 9>")]
    #[schema(max_items = 9)]
    patches: Vec<PatchToJudge>,
}

/// A patch of it.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PatchToJudge {
    /// As it is called, 1 to 60 characters.
    #[serde(deserialize_with = "ink_lamp_light::name::name")]
    name: String,
    /// Where it is.
    at: FramePatch,
    /// It lies on the sitter's skin.
    #[serde(default)]
    skin: bool,
    /// It lies on a grey card.
    #[serde(default)]
    card: bool,
    /// What was foretold of it as everything stands, where anything was.
    #[serde(default)]
    foretold: Option<ForetoldOfPatch>,
}

/// What was foretold of a patch.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ForetoldOfPatch {
    /// Of all that shines on it, stops over mid-grey, −24 to 24.
    #[schema(minimum = -24, maximum = 24)]
    tone: f64,
    /// Of each light alone: at most 8.
    #[serde(default, deserialize_with = "up_to::<_, _, MOST_LIGHTS>")]
    #[schema(max_items = 8)]
    lights: Vec<ForetoldOfLight>,
}

/// What was foretold of a light alone on a patch.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ForetoldOfLight {
    /// The light.
    light: LightId,
    /// Stops over mid-grey, −24 to 24.
    #[schema(minimum = -24, maximum = 24)]
    tone: f64,
}

/// What a frame says.
#[derive(Serialize, ToSchema)]
pub struct FrameJudged {
    /// The most pressing first.
    said: Vec<Judgement>,
}

/// A frame against what was foretold and wished: a black band, the room without flash, what high-speed sync lost, and what is behind a difference. Nothing
/// is kept.
#[utoipa::path(operation_id = "judgeFrame", tag = "frames", request_body = FrameToJudge, responses(
    (status = 200, description = "What it says", body = FrameJudged),
    (status = 404, description = "The picture is gone", body = Problem),
    (status = 422, description = "A frame that the setup does not have in mind, or a field is wrong", body = Problem),
    (status = 503, description = "Too much is being worked out at once", body = Problem),
))]
#[post("/frames/judged")]
pub async fn judge(
    store: web::Data<Store>,
    shots: web::Data<Shots>,
    heavy: web::Data<Heavy>,
    body: Checked<FrameToJudge>,
) -> Result<HttpResponse, Problem> {
    let FrameToJudge { setup, picture, patches } = body.0;
    let shot = setup.shots.iter().find(|shot| shot.picture == picture).cloned();
    let shot = shot.ok_or_else(|| Problem::refused("The setup has no such frame in mind. Give one of its shots.").at("picture"))?;
    for (n, patch) in patches.iter().enumerate() {
        let at = format!("patches[{n}]");
        FramePatch::check(&[patch.at], "at").map_err(|problem| {
            let field = problem.field.as_deref().unwrap_or_default().replace("at[0]", &format!("{at}.at"));
            problem.at(field)
        })?;
        let tones = patch.foretold.iter().flat_map(|f| f.lights.iter().map(|l| l.tone).chain([f.tone]));
        if let Some(tone) = tones.into_iter().find(|tone| !(-24.0..=24.0).contains(tone)) {
            return Err(
                Problem::refused(format!("{tone} stops are no tone that was foretold. Give −24 to 24.")).at(format!("{at}.foretold"))
            );
        }
    }
    let picture = shots.picture(&store, picture).await?;
    heavy.answer(move || Ok(said(&setup, &shot, &picture, patches))).await
}

/// From this time on, `Tv`, curtains may cover a part: 1/100.
const CURTAINS: f64 = 6.6;

/// What comes to a sitter from everywhere: what the room throws back of each light, in the setup's order, and what it gives by itself.
struct Around {
    lights: Vec<f64>,
    room: f64,
}

impl Around {
    fn of(scene: &Scene) -> Self {
        let set = Set::of(scene, Show::Now);
        let of = |light: usize| set.sources.iter().filter(|s| s.light == Some(light)).map(|s| f64::from(luminance(s.returns))).sum();
        Self { lights: (0..scene.setup.lights.len()).map(of).collect(), room: f64::from(luminance(set.room)) }
    }
}

/// Skin is about so many times as bright as a mid-grey in the same light.
const SKIN: f64 = 2.0;
/// And shines by about this share of what comes straight from a light.
const SHINE: f64 = 0.1;

/// What was foretold of a patch, by all that each light does to it. A foretold frame tells what a matt surface has straight from each light; the rest is what
/// the room gives and throws back, and what shines: each is put to its light in about the share that it has in that.
fn foretold(of: ForetoldOfPatch, setup: &Setup, around: &Around) -> PatchForetold {
    let straight = |light: usize| of.lights.iter().find(|l| l.light == setup.lights[light].id).map_or(0.0, |l| l.tone.exp2());
    let given: Vec<f64> = (0..setup.lights.len()).map(straight).collect();
    let rest = (of.tone.exp2() - given.iter().sum::<f64>()).max(0.0);
    let more: Vec<f64> = given.iter().zip(&around.lights).map(|(given, back)| SHINE * given + SKIN * back).collect();
    let all = more.iter().sum::<f64>() + SKIN * around.room;
    let whole = given.iter().zip(more).map(|(given, more)| if all > 0.0 { given + rest * more / all } else { *given });
    let lights = setup.lights.iter().zip(whole).filter(|(_, light)| *light > 0.0).map(|(of, light)| (of.id.clone(), light.log2()));
    PatchForetold { tone: of.tone, lights: lights.collect() }
}

fn said(setup: &Setup, shot: &Shot, picture: &Picture, patches: Vec<PatchToJudge>) -> FrameJudged {
    let scene = Scene::of(setup);
    let around = Around::of(&scene);
    let levels = Levels::of(setup.camera.as_ref().and_then(|camera| camera.curve()));
    let tones = Tones::of(picture, &levels);
    let measured = PatchTone::of_all(picture, &patches.iter().map(|p| p.at.into()).collect::<Vec<_>>(), &levels);
    let seen = |(patch, tone): (PatchToJudge, PatchTone)| {
        let PatchToJudge { name, skin, card, foretold, .. } = patch;
        let foretold = foretold.map(|of| self::foretold(of, setup, &around));
        let clips = tone.clipped > 0.02;
        PatchSeen { name, skin, card, tone: tone.tone.map(f64::from).filter(|_| !clips), sure: f64::from(tone.sure), foretold }
    };
    let exposed = setup.camera.as_ref().map(|camera| shot.as_shot.over(camera.exposure));
    // Without flash nothing is cut off, and a long time is open all at once.
    let may_cover = shot.lit != Some(Lit::NoFlash) && exposed.is_some_and(|e| e.shutter.tv() > CURTAINS);
    let seen = ShotSeen {
        shot,
        patches: patches.into_iter().zip(measured).map(seen).collect(),
        black: f64::from(tones.black),
        brightest: f64::from(tones.brightest),
        band: may_cover.then(|| band::Band::of(picture, &levels)).flatten().map(lies),
    };
    let said = judged(&scene, &seen);
    FrameJudged { said: said.iter().map(|judged| Judgement::said(judged, setup, &seen.patches)).collect() }
}

fn lies(band: band::Band) -> Band {
    let edge = match band.edge {
        band::Edge::Top => Edge::Top,
        band::Edge::Bottom => Edge::Bottom,
        band::Edge::Left => Edge::Left,
        band::Edge::Right => Edge::Right,
    };
    Band { share: f64::from(band.share), edge }
}
