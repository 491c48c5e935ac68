//! Frames of one light each, mixed: the picture at powers that were never fired, and the dials that would bring a wish.

use actix_web::{HttpResponse, http::header::CONTENT_ENCODING, post, web};
use base64::{Engine, engine::general_purpose::STANDARD};
use ink_lamp_advice::words::{
    mixed::{MixNote, Mixed, MixedLight},
    span::Line,
};
use ink_lamp_http::{
    body::Checked,
    heavy::Heavy,
    mixes::Mixes,
    problem::Problem,
    routes::tones::{FramePatch, SameSkin, ShotTones},
    shots::Shots,
};
use ink_lamp_light::{
    list::up_to,
    meter::Exposure,
    ratio::{Convention, Ratio},
    scale::{ShutterTime, Stops},
    strobe::Dial,
};
use ink_lamp_photo::{
    mixed::{
        find::find,
        layers::Layers,
        parts::{Parts, Tried},
        solve::{Between, Wish, Wished},
        sums::{AGREES, STRETCHED},
    },
    tones::Patch,
};
use ink_lamp_sitting::{
    entry::{AllSet, CameraSet, DialTurned, Entry},
    role::LightId,
    setup::{MOST_LIGHTS, Setup, unknown},
    shots::Shot,
};
use ink_lamp_store::{NamedPatch, Store};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

/// A setup whose frames are to be mixed.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FramesToMix {
    /// How it stands; its frames are named in it.
    setup: Box<Setup>,
    /// What is tried.
    question: MixQuestion,
}

/// What is tried of a mix; what is left out is as the setup has it.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MixQuestion {
    /// Each light as in its own frame, whatever is set by now.
    #[serde(default)]
    as_shot: bool,
    /// Dials that are turned, each light once: at most 8.
    #[serde(default, deserialize_with = "up_to::<_, _, MOST_LIGHTS>")]
    #[schema(max_items = 8)]
    dials: Vec<DialTurned>,
    /// Lights that are left out: at most 8.
    #[serde(default, deserialize_with = "up_to::<_, _, MOST_LIGHTS>")]
    #[schema(max_items = 8)]
    muted: Vec<LightId>,
    /// The room is left out.
    #[serde(default)]
    without_room: bool,
    /// The shutter, where it is another one: without high-speed sync it is the room's dial alone.
    #[serde(default)]
    shutter: Option<ShutterTime>,
    /// In one grey.
    #[serde(default)]
    grey: bool,
    /// At half the size, and sooner: while a hand moves something, and where it is not looked at larger.
    #[serde(default)]
    half: bool,
    /// Patches whose tones are asked for: at most 9.
    #[serde(default, deserialize_with = "up_to::<_, _, 9>")]
    #[schema(max_items = 9)]
    patches: Vec<NamedPatch>,
    /// Two of them that lie on the same skin, by their places in the list.
    #[serde(default)]
    same_skin: Option<SameSkin>,
    /// Dials are looked for that bring patches to a wish, from those above.
    #[serde(default)]
    find: Option<MixWish>,
}

/// What dials are looked for.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MixWish {
    /// Lit side to shadow, by the two patches of the same skin; where it is left out, the ratio that is wished in the setup.
    #[serde(default)]
    ratio: Option<Ratio>,
    /// Tones that patches are to have: at most 9.
    #[serde(default, deserialize_with = "up_to::<_, _, 9>")]
    #[schema(max_items = 9)]
    tones: Vec<ToneWish>,
}

/// A tone that a patch is to have.
#[derive(Clone, Copy, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ToneWish {
    /// Its place in the list of patches.
    patch: usize,
    /// Stops over mid-grey, −8 to 3.
    #[schema(minimum = -8, maximum = 3)]
    tone: f32,
}

/// Frames, mixed.
#[derive(Serialize, ToSchema)]
pub struct FramesMixed {
    /// The picture, as a `data:` URL: JPEG.
    picture: String,
    /// Pixels across.
    width: u32,
    /// Pixels down.
    height: u32,
    /// How its tones are spread, and those of its patches.
    tones: ShotTones,
    /// How the frames were exposed.
    as_shot: Exposure,
    /// How the mix is.
    exposure: Exposure,
    /// The frame without flash, where there is one.
    #[serde(skip_serializing_if = "Option::is_none")]
    room: Option<MixRoom>,
    /// The lights in it, in the order of the lanes.
    lights: Vec<MixLight>,
    /// Lights of which there is no frame.
    missing: Vec<LightId>,
    /// What the mix gives, and by which dials.
    say: Line,
    /// What it is made of.
    why: Line,
    /// Whether it can be trusted.
    notes: Vec<MixNote>,
    /// What was looked for and is not reached, in words.
    #[serde(skip_serializing_if = "Option::is_none")]
    missed: Option<Line>,
    /// What would bring it to the board, in order; nothing where the board stands so.
    to_board: Vec<Entry>,
}

/// The room in a mix.
#[derive(Serialize, ToSchema)]
pub struct MixRoom {
    /// Its frame's picture.
    picture: Uuid,
    /// Which frame of the look it is.
    frame: u32,
    /// Shutter times that may be tried, longest first.
    shutters: Vec<MixShutter>,
}

/// A shutter time that may be tried.
#[derive(Serialize, ToSchema)]
pub struct MixShutter {
    /// As it is written.
    written: String,
    /// Stops over the frames' own.
    stops: f64,
}

/// A light in a mix.
#[derive(Serialize, ToSchema)]
pub struct MixLight {
    /// The light.
    light: LightId,
    /// Its frame's picture.
    picture: Uuid,
    /// Which frame of the look it is.
    frame: u32,
    /// What its dial was when the frame was shot, as written on it; none where that is not known.
    #[serde(skip_serializing_if = "Option::is_none")]
    as_shot: Option<String>,
    /// What it is in the mix.
    #[serde(skip_serializing_if = "Option::is_none")]
    dial: Option<String>,
    /// By how many stops it is over its frame.
    over: f64,
    /// Farther than its frame bears.
    stretched: bool,
    /// It was moved or changed since its frame.
    changed: bool,
}

/// A look's frames of one light each, mixed: light adds, so any power of any light is a weighted sum. Nothing is kept.
#[utoipa::path(operation_id = "mixFrames", tag = "frames", request_body = FramesToMix, responses(
    (status = 200, description = "The picture with its numbers", body = FramesMixed),
    (status = 404, description = "A frame's picture is gone", body = Problem),
    (status = 422, description = "No frame of one light alone or without flash, shapes that differ, or a field is wrong", body = Problem),
    (status = 503, description = "Too much is being worked out at once", body = Problem),
))]
#[post("/mixed")]
pub async fn mix(
    store: web::Data<Store>,
    shots: web::Data<Shots>,
    mixes: web::Data<Mixes>,
    heavy: web::Data<Heavy>,
    body: Checked<FramesToMix>,
) -> Result<HttpResponse, Problem> {
    let FramesToMix { setup, question } = body.0;
    let checked = Question::of(&setup, question)?;
    let apart = {
        let parts = Parts::of(&setup);
        if parts.pictures().is_empty() {
            let message = "No frame says which light was on alone in it, or that none was. Say that of a frame first.";
            return Err(Problem::refused(message).at("setup.shots"));
        }
        mixes.apart(&store, &shots, &parts).await?
    };
    let drawn = move || {
        let layers = if checked.half { &apart.half } else { &apart.whole };
        Ok((mixed(&setup, layers, checked)?, ()))
    };
    let (json, ()) = heavy.written(drawn).await?;
    // Pictures are packed already: packing them again would only keep a worker.
    Ok(HttpResponse::Ok().content_type("application/json").insert_header((CONTENT_ENCODING, "identity")).body(json))
}

/// What is asked, found to be possible.
struct Question {
    as_shot: bool,
    dials: Vec<(usize, Dial)>,
    muted: Vec<usize>,
    without_room: bool,
    shutter: Option<ShutterTime>,
    grey: bool,
    half: bool,
    patches: Vec<NamedPatch>,
    same_skin: Option<SameSkin>,
    wished: Option<Wished>,
}

impl Question {
    fn of(setup: &Setup, question: MixQuestion) -> Result<Self, Problem> {
        let MixQuestion { as_shot, dials, muted, without_room, shutter, grey, half, patches, same_skin, find } = question;
        let index = |id: &LightId, field: String| setup.index_of(id).ok_or_else(|| Problem::from(unknown(id)).at(field));
        let mut turned: Vec<(usize, Dial)> = Vec::new();
        for (n, DialTurned { light, dial }) in dials.iter().enumerate() {
            let at = |field: &str| format!("question.dials[{n}].{field}");
            let of = index(light, at("light"))?;
            if turned.iter().any(|(before, _)| *before == of) {
                return Err(Problem::refused(format!("{light} stands here twice. Give each light once.")).at(at("light")));
            }
            let unit = setup.lights[of].unit.as_ref();
            let unit = unit.ok_or_else(|| Problem::refused(format!("{light} has no unit yet. Say which it is.")).at(at("dial")))?;
            turned.push((of, unit.scale.read(dial).map_err(|refusal| Problem::from(refusal).at(at("dial")))?));
        }
        let muted = muted.iter().enumerate().map(|(n, id)| index(id, format!("question.muted[{n}]"))).collect::<Result<_, _>>()?;
        FramePatch::check(&patches.iter().map(FramePatch::from).collect::<Vec<_>>(), "question.patches")?;
        if let Some(same_skin) = same_skin {
            same_skin.check(patches.len(), "question.same_skin")?;
        }
        let wished = find.map(|find| find.wished(setup, patches.len(), same_skin)).transpose()?;
        Ok(Self { as_shot, dials: turned, muted, without_room, shutter, grey, half, patches, same_skin, wished })
    }

    /// As what is tried: none where there is no frame.
    fn tried(&self, setup: &Setup, parts: &Parts) -> Option<Tried> {
        let mut tried = if self.as_shot { parts.as_shot() } else { parts.as_set() }?;
        for (light, dial) in &self.dials {
            tried.powers[*light] = setup.lights[*light].unit.as_ref().map(|unit| unit.scale.stops(*dial));
        }
        if let Some(shutter) = self.shutter {
            tried.exposure.shutter = shutter;
        }
        tried.muted.clone_from(&self.muted);
        tried.without_room = self.without_room;
        Some(tried)
    }
}

impl MixWish {
    fn wished(self, setup: &Setup, patches: usize, same_skin: Option<SameSkin>) -> Result<Wished, Problem> {
        for (n, wish) in self.tones.iter().enumerate() {
            let at = |field: &str| format!("question.find.tones[{n}].{field}");
            if wish.patch >= patches {
                let message = format!("There is no patch {}: {patches} were sent, counted from 0.", wish.patch);
                return Err(Problem::refused(message).at(at("patch")));
            }
            if !(-8.0..=3.0).contains(&wish.tone) {
                return Err(Problem::refused(format!("{} stops are no tone of a picture. Give −8 to 3.", wish.tone)).at(at("tone")));
            }
        }
        let ratio = self.ratio.or_else(|| Some(setup.ratio?.in_convention(Convention::LitShadow)));
        let between = match (same_skin, ratio) {
            (Some(SameSkin { lit, shadow }), Some(ratio)) => Some(Between { lit, shadow, over: ratio.get().log2() as f32 }),
            (None, Some(_)) if self.ratio.is_some() => {
                let message = "A ratio needs two patches on the same skin. Name them in same_skin.";
                return Err(Problem::refused(message).at("question.find.ratio"));
            }
            _ => None,
        };
        if between.is_none() && self.tones.is_empty() {
            return Err(Problem::refused("Nothing is wished. Give a ratio, or a patch with its tone.").at("question.find"));
        }
        Ok(Wished { tones: self.tones.iter().map(|w| Wish { patch: w.patch, tone: w.tone }).collect(), between })
    }
}

fn mixed(setup: &Setup, layers: &Layers, question: Question) -> Result<FramesMixed, Problem> {
    let parts = Parts::of(setup);
    let none = || Problem::refused("There is no frame to be mixed.").at("setup.shots");
    let (exposed, mut tried) = parts.exposed().zip(question.tried(setup, &parts)).ok_or_else(none)?;
    let Question { grey, patches, same_skin, wished, .. } = question;
    let at: Vec<FramePatch> = patches.iter().map(FramePatch::from).collect();
    let measured: Vec<Patch> = at.iter().map(|p| (*p).into()).collect();
    let sums = layers.sums(&measured);
    if let Some(wished) = &wished {
        find(&parts, &sums, &mut tried, wished);
    }
    let picture = layers.picture(&parts.weights(&tried));
    let tones = ShotTones::of(&picture, &layers.levels, at, same_skin, None);
    let off = parts.whole.zip(parts.as_whole()).and_then(|(whole, as_whole)| {
        let off = layers.against_whole(&measured, &sums, &parts.weights(&as_whole))?;
        Some((whole, patches.iter().zip(off).filter_map(|(patch, off)| Some((patch.name.as_str(), off?))).collect::<Vec<_>>()))
    });
    let words = words(setup, &parts, layers, &tried, &tones, off);
    let over = wished.as_ref().and_then(|wished| wished.between).map(|between| between.over);
    let missed = over.and_then(|over| Ratio::try_from(f64::from(over.exp2())).ok()).and_then(|wished| words.missed(wished));
    let picture = if grey { picture.grey() } else { picture };
    let jpeg = picture.to_jpeg_for_screens().map_err(|error| Problem::broken_off(&error))?;
    let side = |n: usize| u32::try_from(n).unwrap_or(u32::MAX);
    let shutter = |time: ShutterTime| MixShutter { written: time.said(), stops: exposed.shutter.tv() - time.tv() };
    Ok(FramesMixed {
        picture: format!("data:image/jpeg;base64,{}", STANDARD.encode(jpeg)),
        width: side(picture.width),
        height: side(picture.height),
        as_shot: exposed,
        exposure: tried.exposure,
        room: parts.room.map(|shot| MixRoom {
            picture: shot.picture,
            frame: shot.frame,
            shutters: parts.shutters().into_iter().map(shutter).collect(),
        }),
        lights: parts.lights.iter().map(|(light, shot)| told(setup, &parts, &tried, *light, shot)).collect(),
        missing: parts.missing().into_iter().map(|light| setup.lights[light].id.clone()).collect(),
        say: words.say(),
        why: words.why(),
        notes: words.notes(),
        missed,
        to_board: to_board(setup, &parts, &tried),
        tones,
    })
}

/// A light's setting nearest to a power; none where it has no unit, or its power is not known.
fn dial_of(setup: &Setup, light: usize, power: Option<Stops>) -> Option<Dial> {
    Some(setup.lights[light].unit.as_ref()?.scale.nearest(power?).dial)
}

fn told(setup: &Setup, parts: &Parts, tried: &Tried, light: usize, shot: &Shot) -> MixLight {
    let of = &setup.lights[light];
    let written = |power: Option<Stops>| Some(of.unit.as_ref()?.scale.write(dial_of(setup, light, power)?));
    let over = parts.over(tried, light, shot).unwrap_or(0.0);
    MixLight {
        light: of.id.clone(),
        picture: shot.picture,
        frame: shot.frame,
        as_shot: written(parts.power(light, shot)),
        dial: written(tried.powers[light]),
        over,
        stretched: over.abs() > STRETCHED + 1e-9,
        changed: shot.changed.contains(&of.id),
    }
}

fn words<'a>(
    setup: &'a Setup,
    parts: &Parts<'a>,
    layers: &Layers,
    tried: &Tried,
    tones: &ShotTones,
    whole: Option<(&'a Shot, Vec<(&'a str, f32)>)>,
) -> Mixed<'a> {
    let first = parts.first_light();
    let light = |(n, (light, shot)): (usize, &(usize, &'a Shot))| {
        let MixLight { as_shot, dial, over, .. } = told(setup, parts, tried, *light, shot);
        let turned = dial.filter(|dial| Some(dial) != as_shot.as_ref()).map(|dial| (Stops::of(over), dial));
        let moved = layers.shifts.get(first + n).copied().flatten().unwrap_or_default();
        MixedLight {
            light: *light,
            shot,
            turned,
            muted: tried.muted.contains(light),
            clipped: layers.clipped.get(first + n).copied().unwrap_or_default(),
            moved: moved.x.hypot(moved.y),
        }
    };
    Mixed {
        setup,
        lights: parts.lights.iter().enumerate().map(light).collect(),
        has_room: parts.room.is_some(),
        without_room: tried.without_room && parts.room.is_some(),
        exposed: parts.exposed().filter(|at| *at != tried.exposure).map(|at| (at, tried.exposure)),
        missing: parts.missing(),
        ratio: tones.over().and_then(|over| Ratio::try_from(f64::from(over.exp2())).ok()),
        whole,
        agrees: AGREES,
        stretched: STRETCHED,
    }
}

/// What brings the board to where the mix stands: the dials and the shutter that differ there.
fn to_board(setup: &Setup, parts: &Parts, tried: &Tried) -> Vec<Entry> {
    let mut entries = Vec::new();
    let turned = |(light, _): &(usize, &Shot)| {
        let of = &setup.lights[*light];
        let dial = dial_of(setup, *light, tried.powers[*light]).filter(|dial| of.dial != Some(*dial))?;
        Some(DialTurned { light: of.id.clone(), dial: of.unit.as_ref()?.scale.write(dial) })
    };
    let dials: Vec<DialTurned> = parts.lights.iter().filter(|(light, _)| !tried.muted.contains(light)).filter_map(turned).collect();
    if !dials.is_empty() {
        entries.push(Entry::AllSet(AllSet { dials }));
    }
    if let Some(camera) = setup.camera.as_ref().filter(|camera| camera.exposure.shutter != tried.exposure.shutter) {
        let set = CameraSet::new(camera.exposure.aperture, tried.exposure.shutter, camera.exposure.iso);
        entries.push(Entry::Camera(set));
    }
    entries
}
