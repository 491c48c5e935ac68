//! A camera's tone curve from frames of a grey card.

use std::sync::Arc;

use actix_web::{HttpResponse, post, web};
use ink_lamp_light::{list::up_to, scale::ToneCurve};
use ink_lamp_photo::{
    levels::Levels,
    picture::Picture,
    taught::{CardFrame, NotTaught, Taught, Use},
    tones::PatchTone,
};
use ink_lamp_store::{FileTold, Store};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

use super::tones::FramePatch;
use crate::{
    body::{Checked, Id},
    heavy::Heavy,
    problem::Problem,
    shots::Shots,
};

/// A bracket of one grey card in one light.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Bracket {
    /// The pictures of its frames: 3 to 11 of the look's, whose files say how each was exposed.
    #[serde(deserialize_with = "up_to::<_, _, 11>")]
    #[schema(min_items = 3, max_items = 11)]
    frames: Vec<Uuid>,
    /// Where the card is in all of them.
    card: FramePatch,
}

/// What a bracket taught.
#[derive(Serialize, ToSchema)]
pub struct CurveTaught {
    /// The curve: the camera's sheet takes it as it is.
    curve: ToneCurve,
    /// How sure a tone by it is within the bracket, stops: one standard deviation.
    sure: f64,
    /// What became of each frame, in the order in which they were sent.
    frames: Vec<BracketFrame>,
    /// The curve to be drawn: dark to bright, at every fifth of 256 values.
    drawn: Vec<DrawnTone>,
}

/// A frame of a bracket.
#[derive(Serialize, ToSchema)]
pub struct BracketFrame {
    /// Its picture.
    picture: Uuid,
    /// What plain sRGB would tell of the card; none where it is black.
    plain: Option<f32>,
    /// What it is by the curve; none where the card tells nothing.
    tone: Option<f64>,
    /// What it was good for.
    used: FrameUse,
}

/// What a frame of a bracket was good for.
#[derive(Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum FrameUse {
    /// The curve goes through it.
    Taken,
    /// The card clips in it.
    Clipped,
    /// The card is black in it.
    Black,
}

/// A place of a drawn curve.
#[derive(Serialize, ToSchema)]
pub struct DrawnTone {
    /// The value, 0 to 255.
    value: u8,
    /// Its tone by plain sRGB, stops over mid-grey.
    plain: f32,
    /// Its tone by the curve.
    tone: f32,
}

/// A camera's tone curve from frames of one grey card in one light, each exposed otherwise. Nothing is kept: the camera's sheet in the kit takes it.
#[utoipa::path(operation_id = "teachCurve", tag = "frames", params(("id" = Uuid, Path, description = "The setup")), request_body = Bracket, responses(
    (status = 200, description = "The curve", body = CurveTaught),
    (status = 404, description = "No such setup or picture", body = Problem),
    (status = 422, description = "Frames that teach no curve", body = Problem),
    (status = 503, description = "Too much is being worked out at once", body = Problem),
))]
#[post("/setups/{id}/curve")]
pub async fn teach(
    store: web::Data<Store>,
    shots: web::Data<Shots>,
    heavy: web::Data<Heavy>,
    id: Id,
    body: Checked<Bracket>,
) -> Result<HttpResponse, Problem> {
    let Bracket { frames, card } = body.0;
    FramePatch::check(&[card], "card").map_err(|problem| problem.at("card"))?;
    if frames.len() < 3 {
        return Err(Problem::refused(NotTaught::Count(frames.len()).to_string()).at("frames"));
    }
    let roll = store.frames(id.0).await?;
    let (mut pictures, mut exposed, mut camera) = (Vec::new(), Vec::new(), None);
    for (n, picture) in frames.iter().enumerate() {
        let at = format!("frames[{n}]");
        if frames[..n].contains(picture) {
            return Err(Problem::refused("This frame stands here twice. Give each once.").at(at));
        }
        let frame = roll.iter().find(|frame| frame.id == *picture);
        let frame = frame.ok_or_else(|| Problem::refused("This is no frame of the look. Give some of its own.").at(&at))?;
        exposed.push(exposure(&frame.told).ok_or_else(|| {
            let message =
                format!("{} does not say its aperture, shutter time and ISO. A bracket needs all three of each frame.", frame.file);
            Problem::refused(message).at(&at)
        })?);
        let first = camera.get_or_insert_with(|| frame.told.camera.clone());
        if *first != frame.told.camera {
            return Err(Problem::refused(format!("{} is from another camera. A curve is of one alone.", frame.file)).at(at));
        }
    }
    for picture in &frames {
        pictures.push(shots.picture(&store, *picture).await?);
    }
    heavy.answer(move || taught(&frames, &pictures, &exposed, card, camera.flatten())).await
}

/// How much light a frame took, stops: `Sv − Av − Tv`. None where its file does not say that.
fn exposure(told: &FileTold) -> Option<f64> {
    let shot = &told.as_shot;
    Some(shot.iso?.sv() - shot.aperture?.av() - shot.shutter?.tv())
}

fn taught(
    ids: &[Uuid],
    pictures: &[Arc<Picture>],
    exposed: &[f64],
    card: FramePatch,
    camera: Option<String>,
) -> Result<CurveTaught, Problem> {
    let plain = Levels::plain();
    let frame = |(picture, exposed): (&Arc<Picture>, &f64)| {
        let card = PatchTone::of(picture, card.into(), &plain);
        CardFrame { exposed: *exposed, card }
    };
    let frames: Vec<CardFrame> = pictures.iter().zip(exposed).map(frame).collect();
    let Taught { curve, uses } = Taught::by(&frames, camera).map_err(|why| {
        let field = match why {
            NotTaught::Uneven { brighter, .. } => format!("frames[{brighter}]"),
            _ => "frames".to_owned(),
        };
        Problem::refused(why.to_string()).at(field)
    })?;
    let told = |((picture, frame), used): ((&Uuid, &CardFrame), &Use)| {
        let tone = frame.card.tone.filter(|_| *used == Use::Taken).map(|plain| curve.tone(f64::from(plain)));
        let used = match used {
            Use::Taken => FrameUse::Taken,
            Use::Clipped => FrameUse::Clipped,
            Use::Black => FrameUse::Black,
        };
        BracketFrame { picture: *picture, plain: frame.card.tone, tone, used }
    };
    let frames = ids.iter().zip(&frames).zip(&uses).map(told).collect();
    let levels = Levels::of(Some(&curve));
    let drawn = |value: u8| Some(DrawnTone { value, plain: plain.tone(value)?, tone: levels.tone(value)? });
    Ok(CurveTaught { sure: curve.sure(0.0), frames, drawn: (1..=51).filter_map(|n| drawn(n * 5)).collect(), curve })
}
