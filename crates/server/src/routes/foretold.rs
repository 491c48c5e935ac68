//! The frame as plan and dials will give it, before it is shot.

use actix_web::{
    HttpResponse,
    http::header::{CONTENT_ENCODING, ETAG},
    post, web,
};
use base64::{Engine, engine::general_purpose::STANDARD};
use ink_lamp_http::{body::Checked, pictures, pictures::Pictures, problem::Problem, routes::tones::FramePatch, shots::Shots};
use ink_lamp_light::{list::up_to, scale::ToneCurve};
use ink_lamp_photo::{
    less::{Laid, Twice, less},
    levels::Levels,
    picture::Picture,
};
use ink_lamp_picture::{
    foretold::{Foretold, Wanted},
    lit::Care,
    numbers::{FIRST, Patch, PatchTone},
    set::{Set, Show},
    shade::Pixels,
    tone::{BLACK, CLIP},
};
use ink_lamp_scene::scene::Scene;
use ink_lamp_sitting::{entry::Entry, role::LightId, setup::Setup, studio::StandIn};
use ink_lamp_store::Store;
use serde::{Deserialize, Serialize};
use sha2::{Digest, Sha256};
use utoipa::ToSchema;
use uuid::Uuid;

use super::draft::applied;

/// A setup whose frame is asked for.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FrameToForetell {
    /// How it stands.
    setup: Box<Setup>,
    /// What would happen first, in order: at most 20.
    #[serde(default, deserialize_with = "up_to::<_, _, 20>")]
    #[schema(max_items = 20)]
    entries: Vec<Entry>,
    /// How it is wanted.
    question: FrameQuestion,
}

/// How a foretold frame is wanted.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FrameQuestion {
    /// No wider than this, pixels.
    #[schema(minimum = 16, maximum = 1600)]
    width: u32,
    /// No higher than this, pixels.
    #[schema(minimum = 16, maximum = 1600)]
    height: u32,
    /// As it is known to lie, or every light on its wish.
    #[serde(default)]
    show: FrameShow,
    /// In one grey.
    #[serde(default)]
    grey: bool,
    /// A hand moves something: sooner, and a little coarser.
    #[serde(default)]
    moving: bool,
    /// Where it clips, and where it reads as black, are marked in the picture.
    #[serde(default)]
    marks: bool,
    /// With a mid-grey card, turned to the key as a meter is held, and a grey ball beside the face.
    #[serde(default)]
    card: bool,
    /// Patches whose tones are asked for, at most 9; where none are named, some are proposed.
    #[serde(default, deserialize_with = "patches")]
    #[schema(max_items = 9)]
    patches: Option<Vec<FramePatch>>,
    /// A frame that was shot, less this one: the picture is in grey then, where what is as foretold is 0x77, and each stop more or less is 60 of 256 values.
    #[serde(default)]
    less: Option<ShotLess>,
    /// Which page asks: what did not change since its last question is not worked out again.
    page: Uuid,
    /// Its questions in their order: a newer one ends an older one.
    turn: u64,
}

/// A frame that was shot, to be held against a foretold one.
#[derive(Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ShotLess {
    /// Its picture.
    picture: Uuid,
    /// Places that stand in both, by which one is laid over the other: 2 to 9.
    #[serde(deserialize_with = "up_to::<_, _, 9>")]
    #[schema(min_items = 2, max_items = 9)]
    places: Vec<PlaceTwice>,
}

/// A place in both.
#[derive(Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PlaceTwice {
    /// In the frame that was shot.
    shot: FramePatch,
    /// In the foretold one.
    foretold: FramePatch,
}

impl ShotLess {
    /// How a frame lies over a foretold one.
    fn laid(&self, shot: &Picture, drawn: &Picture) -> Result<Laid, Problem> {
        let shape = |p: &Picture| p.width as f32 / p.height as f32;
        let places: Vec<Twice> =
            self.places.iter().map(|p| Twice { shot: (p.shot.x, p.shot.y), foretold: (p.foretold.x, p.foretold.y) }).collect();
        Laid::over(&places, shape(shot), shape(drawn)).ok_or_else(|| {
            let message =
                "By these places the two can't be laid over each other. Give two or more that stand in both, apart from each other.";
            Problem::refused(message).at("question.less.places")
        })
    }
}

/// What is shown of a setup.
#[derive(Clone, Copy, Default, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum FrameShow {
    /// As it is known to lie.
    #[default]
    Now,
    /// Every light that has a wish on it.
    Wished,
}

fn patches<'de, D: serde::Deserializer<'de>>(deserializer: D) -> Result<Option<Vec<FramePatch>>, D::Error> {
    up_to::<_, _, 9>(deserializer).map(Some)
}

/// A foretold frame with its numbers. Tones are in stops over mid-grey.
#[derive(Serialize, ToSchema)]
pub struct FrameForetold {
    /// The picture, as a `data:` URL: JPEG while something moves, PNG at rest.
    picture: String,
    /// Pixels across.
    width: u32,
    /// Pixels down.
    height: u32,
    /// Which of the page's questions this answers.
    turn: u64,
    /// Whose face stands in for the sitter.
    face: StandIn,
    /// How much of the frame's height is shown: less than 1 for head and shoulders out of a wider frame.
    shown: f32,
    /// How far the sitter's cast shadows are worked out, 0 to 1; none once they are there.
    #[serde(skip_serializing_if = "Option::is_none")]
    shadows_done: Option<f32>,
    /// Lights of which nothing is known yet, or that have no place: they are not in the picture.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    unknown: Vec<LightId>,
    /// Nobody said what is behind the sitter: a usual ground stands in.
    #[serde(skip_serializing_if = "std::ops::Not::not")]
    ground_stands_in: bool,
    /// The first tone of the histogram, stops.
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
    /// The patches that were asked for, or some that are proposed.
    patches: Vec<FrameTone>,
}

/// The tone of a patch.
#[derive(Serialize, ToSchema)]
pub struct FrameTone {
    /// What it is, where it was proposed.
    #[serde(skip_serializing_if = "Option::is_none")]
    name: Option<&'static str>,
    /// Where it is.
    at: FramePatch,
    /// Its mean tone; none where there is no light.
    tone: Option<f32>,
    /// The light that falls on it, stops against the exposure, as a flat meter held there would read it; none off the sitter.
    #[serde(skip_serializing_if = "Option::is_none")]
    light: Option<f32>,
    /// The share of it that clips.
    clipped: f32,
    /// Each light that reaches it, the strongest first.
    lights: Vec<FrameToneLight>,
}

/// What one light does to a patch.
#[derive(Serialize, ToSchema)]
pub struct FrameToneLight {
    /// The light.
    light: LightId,
    /// Its tone by this light alone.
    tone: f32,
    /// What is lost because it is turned away from the light, stops: 0 or less.
    #[serde(skip_serializing_if = "Option::is_none")]
    turned: Option<f32>,
}

/// The frame as plan and dials will give it: a stand-in for the sitter, lit as the setup is. Nothing is kept.
#[utoipa::path(operation_id = "foretell", tag = "picture", request_body = FrameToForetell, responses(
    (status = 200, description = "The picture with its numbers", body = FrameForetold, headers(("ETag" = String, description = "The same for the same picture"))),
    (status = 409, description = "The page asked for a newer picture meanwhile", body = Problem),
    (status = 422, description = "It can't be true of this setup, a light stands in the sitter, or a field is wrong", body = Problem),
    (status = 503, description = "Too much is being worked out at once", body = Problem),
))]
#[post("/foretold")]
pub async fn foretold(
    store: web::Data<Store>,
    shots: web::Data<Shots>,
    pictures: web::Data<Pictures>,
    body: Checked<FrameToForetell>,
) -> Result<HttpResponse, Problem> {
    let FrameToForetell { setup, entries, question } = body.0;
    let wanted = wanted(&question)?;
    let shot = match &question.less {
        Some(less) => Some(shots.picture(&store, less.picture).await?),
        None => None,
    };
    let page = pictures.page(question.page);
    if !page.asks(question.turn) {
        return Err(pictures::older());
    }
    let drawn = {
        let pictures = pictures.clone();
        move || {
            let mut setup = *setup;
            for (n, entry) in entries.iter().enumerate() {
                setup = applied(&setup, entry, &format!("entries[{n}]"))?;
            }
            let scene = Scene::of(&setup);
            outside_the_sitter(&scene)?;
            let (subject, shadows_done) = pictures.sitter(setup.face)?;
            let show = match question.show {
                FrameShow::Now => Show::Now,
                FrameShow::Wished => Show::Wished,
            };
            let set = Set::of(&scene, show);
            let mut frame = page.draw(question.turn, |easel| easel.draw(&subject, &set, &wanted))?;
            if let (Some(less), Some(shot)) = (&question.less, &shot) {
                frame.pixels = against(frame.pixels, less, shot, setup.camera.as_ref().and_then(|camera| camera.curve()))?;
            }
            answer(frame, &setup, &set, &question, shadows_done)
        }
    };
    let (json, tag) = pictures.seats.written(drawn).await?;
    // Pictures are packed already: packing them again would only keep a worker.
    Ok(HttpResponse::Ok()
        .content_type("application/json")
        .insert_header((CONTENT_ENCODING, "identity"))
        .insert_header((ETAG, format!("\"{tag}\"")))
        .body(json))
}

/// What is asked, within its bounds.
fn wanted(question: &FrameQuestion) -> Result<Wanted, Problem> {
    for (field, pixels) in [("width", question.width), ("height", question.height)] {
        if !(16..=1600).contains(&pixels) {
            let message = format!("{pixels} pixels are no {field} of a foretold frame. Give 16 to 1600.");
            return Err(Problem::refused(message).at(format!("question.{field}")));
        }
    }
    FramePatch::check(question.patches.as_deref().unwrap_or_default(), "question.patches")?;
    let patch = |p: &FramePatch| Patch { name: None, x: p.x, y: p.y, radius: p.radius };
    Ok(Wanted {
        width: question.width as usize,
        height: question.height as usize,
        grey: question.grey,
        card: question.card,
        care: if question.moving { Care::Moving } else { Care::Rest },
        patches: question.patches.as_ref().map(|all| all.iter().map(patch).collect()),
    })
}

/// A frame that was shot less a foretold one.
fn against(pixels: Pixels, less: &ShotLess, shot: &Picture, curve: Option<&ToneCurve>) -> Result<Pixels, Problem> {
    let values = if pixels.grey { pixels.bytes.iter().map(|v| [*v; 3]).collect() } else { pixels.bytes.as_chunks().0.to_vec() };
    let drawn = Picture { width: pixels.width, height: pixels.height, values };
    let laid = less.laid(shot, &drawn)?;
    let differs = self::less(shot, &Levels::of(curve), &drawn, laid);
    Ok(Pixels { bytes: differs.values.iter().map(|v| v[0]).collect(), grey: true, ..pixels })
}

/// No light may stand in the sitter's head.
fn outside_the_sitter(scene: &Scene) -> Result<(), Problem> {
    const HEAD: f64 = 0.15;
    match scene.stage.lights.iter().find(|l| l.stood.own.at.distance(scene.stage.face) < HEAD) {
        None => Ok(()),
        Some(light) => {
            let name = scene.setup.lights[light.index].name();
            let message = format!("{name} stands in the sitter's head. Put it 0.15 m or farther from the face.");
            Err(Problem::refused(message).at(format!("setup.lights[{}].place", light.index)))
        }
    }
}

/// A frame with its numbers, as it is sent; and what tells it from any other.
fn answer(
    frame: Foretold,
    setup: &Setup,
    set: &Set,
    question: &FrameQuestion,
    shadows_done: Option<f32>,
) -> Result<(FrameForetold, String), Problem> {
    let Foretold { mut pixels, tones, patches, shown } = frame;
    if question.marks {
        pixels.mark();
    }
    let (kind, bytes) = if question.moving { ("jpeg", jpeg(&pixels)?) } else { ("png", png(&pixels)?) };
    let tag: String = Sha256::digest(&bytes)[..12].iter().map(|b| format!("{b:02x}")).collect();
    let id = |light: usize| setup.lights[light].id.clone();
    let patches = patches.into_iter().map(|PatchTone { at, tone, light, clipped, lights }| FrameTone {
        name: at.name,
        at: FramePatch { x: at.x, y: at.y, radius: at.radius },
        tone,
        light,
        clipped,
        lights: lights.into_iter().map(|l| FrameToneLight { light: id(l.light), tone: l.tone, turned: l.turned }).collect(),
    });
    let told = FrameForetold {
        picture: format!("data:image/{kind};base64,{}", STANDARD.encode(&bytes)),
        width: u32::try_from(pixels.width).unwrap_or(u32::MAX),
        height: u32::try_from(pixels.height).unwrap_or(u32::MAX),
        turn: question.turn,
        face: setup.face,
        shown,
        shadows_done,
        unknown: set.unknown.iter().map(|i| id(*i)).collect(),
        ground_stands_in: set.back.stands_in,
        from: FIRST,
        histogram: tones.histogram,
        clip_at: CLIP,
        clipped: tones.clipped,
        black_at: BLACK,
        black: tones.black,
        patches: patches.collect(),
    };
    Ok((told, tag))
}

/// Small and soon: for a picture that the next one follows.
fn jpeg(pixels: &Pixels) -> Result<Vec<u8>, Problem> {
    let mut bytes = Vec::new();
    let side = |n: usize| u16::try_from(n).unwrap_or(u16::MAX);
    let kind = if pixels.grey { jpeg_encoder::ColorType::Luma } else { jpeg_encoder::ColorType::Rgb };
    let mut encoder = jpeg_encoder::Encoder::new(&mut bytes, 90);
    encoder.set_sampling_factor(jpeg_encoder::SamplingFactor::F_2_2);
    encoder.encode(&pixels.bytes, side(pixels.width), side(pixels.height), kind).map_err(|error| Problem::broken_off(&error))?;
    Ok(bytes)
}

/// Every value as it was worked out.
fn png(pixels: &Pixels) -> Result<Vec<u8>, Problem> {
    let mut bytes = Vec::new();
    let side = |n: usize| u32::try_from(n).unwrap_or(u32::MAX);
    let mut encoder = png::Encoder::new(&mut bytes, side(pixels.width), side(pixels.height));
    encoder.set_color(if pixels.grey { png::ColorType::Grayscale } else { png::ColorType::Rgb });
    encoder.set_compression(png::Compression::Fast);
    let mut writer = encoder.write_header().map_err(|error| Problem::broken_off(&error))?;
    writer.write_image_data(&pixels.bytes).map_err(|error| Problem::broken_off(&error))?;
    writer.finish().map_err(|error| Problem::broken_off(&error))?;
    Ok(bytes)
}
