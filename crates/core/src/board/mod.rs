//! Everything that follows from a setup: levels, gaps, ratios, the room's fate, the next move. Pure, total and fast.
//!
//! Every number on a screen comes from here, written as people are told it; a screen only places and draws.

mod echo;
mod energy;
mod findings;
mod groups;
mod lanes;
pub(crate) mod levels;
pub(crate) mod moves;
mod schools;
mod summary;
mod tape;

use crate::scene::Scene;
use ink_lamp_light::{
    ambient::{self, RoomWish},
    measure::LengthUnit,
    meter::Reading,
    ratio::{Anchor, Convention, RatioSpec, RatioTarget},
    scale::{Aperture, FNumber, Reflectance, Series, Stops, grey_code},
};
use ink_lamp_sitting::{entry::Entry, metered::RoomPlace, setup::Setup};
use serde::Serialize;

pub use echo::{Echo, echo};
pub use energy::{CircuitShown, EnergyShown};
pub use findings::{Finding, FindingKind};
pub use groups::{GroupRow, GroupsShown, RatioInStops};
pub use lanes::{DialShown, Floor, Foot, Gap, GuessShown, Lane, LaneKind, LaneState, Mark, OtherPlace, Way};
pub(crate) use levels::Levels;
pub use moves::{Action, MoveKind, NextMove, PowerDrawing};
pub use schools::SchoolsShown;
pub use summary::{Summary, SummaryLane, SummaryMark};
pub use tape::{TapeKind, TapeLine};

/// A mid-grey reaches full scale at `log2(1/0.18) = 2.47`; told as 2.5.
const CLIP: Stops = Stops::constant(2.5);
/// Top and bottom of the ladder.
const TOP: Stops = Stops::constant(3.0);
const BOTTOM: Stops = Stops::constant(-6.5);
/// A gap up to this is on target: what a meter in tenths can repeat.
const TOLERANCE_TENTHS: i32 = 1;

/// Everything that follows from a setup.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Board {
    /// The stop ladder: its ends, lines, rungs and tones.
    pub ladder: Ladder,
    /// The camera, once it is set.
    pub camera: Option<CameraShown>,
    /// The lanes in the order of the work.
    pub lanes: Vec<Lane>,
    /// The wished ratio in both conventions.
    pub ratio: Option<RatioShown>,
    /// What lands on the face.
    pub face: Option<Face>,
    /// The room: its fate in words, and the two decisions.
    pub room: RoomShown,
    /// What to do next.
    pub next: NextMove,
    /// What is worth knowing, most telling first.
    pub findings: Vec<Finding>,
    /// The transmitter and its groups.
    pub groups: Option<GroupsShown>,
    /// Mains circuits and their load.
    pub circuits: Vec<CircuitShown>,
    /// The ways of working, and what each does here.
    pub schools: SchoolsShown,
    /// Metres or feet.
    pub length: LengthUnit,
}

/// The scale that all lanes stand on.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Ladder {
    /// Top of the drawn scale.
    pub top: Stops,
    /// Bottom of the drawn scale.
    pub bottom: Stops,
    /// A mid-grey clips above this.
    pub clip: Stops,
    /// A mid-grey reads as black below this.
    pub black: Stops,
    /// One for each whole stop, from the top.
    pub rungs: Vec<Rung>,
    /// Grey that a mid-grey becomes, one for each tenth from the top: 8-bit sRGB.
    pub tones: Vec<u8>,
}

/// A whole stop on the ladder.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Rung {
    /// Where it is.
    pub stops: Stops,
    /// As written: `+2`, `0`, `−5`.
    pub shown: String,
    /// What the meter reads there; none before the camera is set.
    pub aperture: Option<FNumber>,
}

/// The camera's settings as written.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CameraShown {
    /// Aperture.
    pub aperture: FNumber,
    /// Shutter time: `1/160`.
    pub shutter: String,
    /// ISO: `100`.
    pub iso: String,
    /// Sync time, where it is known.
    pub sync: Option<String>,
    /// What its filters take: `−3.0`.
    pub filter: Option<String>,
}

/// The wished ratio.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RatioShown {
    /// The wish as it was chosen.
    pub target: RatioSpec,
    /// `3 : 1`.
    pub shown: String,
    /// What it means: `lit : shadow`.
    pub convention: String,
    /// `1.0 stop key over fill`.
    pub stops: String,
    /// The same light in the other convention: `2 : 1 by readings`.
    pub other: String,
    /// What is on 0: `lit side on 0`, or `key alone on 0, lit side +0.6`.
    pub anchor: String,
}

/// What lands on the face, now and after the next move.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Face {
    /// Key and fill together.
    pub lit: NowAfter,
    /// What the key does not reach.
    pub shadow: NowAfter,
    /// Lit : shadow, now: `2.2 : 1`.
    pub ratio_now: String,
    /// Lit : shadow after the move.
    pub ratio_after: Option<String>,
    /// The room is the fill: no fill light was read.
    pub room_is_fill: bool,
}

/// A level now, and after the next move where that changes it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NowAfter {
    /// Now.
    pub now: Mark,
    /// After the move.
    pub after: Option<Mark>,
}

/// The room's fate.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RoomShown {
    /// `Room is removed`.
    pub title: String,
    /// `It sits at −6.0, 1.0 stop below the limit.`
    pub words: String,
    /// Whether it is to be kept.
    pub kept: bool,
    /// `Remove`, and below what.
    pub remove_words: String,
    /// `Keep at −1.5`.
    pub keep_words: String,
    /// The entry that decides to remove it.
    pub remove: Entry,
    /// The entry that decides to keep it.
    pub keep: Entry,
    /// What a mid-grey lit by the room alone becomes, 8-bit.
    pub code: Option<u8>,
    /// What it becomes where the room lies as wished.
    pub wish_code: u8,
    /// At sitter and ground: `sitter −2.0, ground −3.1 · window, 5200 K`.
    pub places: Option<String>,
}

impl Board {
    /// Everything that follows from a setup.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_core::{board::Board, words::plain};
    /// use ink_lamp_sitting::setup::Setup;
    ///
    /// let board = Board::of(&Setup::default());
    /// assert_eq!(plain(&board.next.say), "Meter the room with the flash off");
    /// ```
    #[must_use]
    pub fn of(setup: &Setup) -> Self {
        Self::of_scene(&Scene::of(setup))
    }

    /// The same of a scene that was built already.
    #[must_use]
    pub fn of_scene(scene: &Scene) -> Self {
        let (setup, levels) = (scene.setup, &scene.levels);
        let pick = moves::pick(scene);
        let circuits = energy::circuits(setup);
        let face = levels::face(setup, levels, pick.after.as_ref());
        Self {
            ladder: ladder(setup),
            camera: setup.camera.as_ref().map(|c| CameraShown {
                aperture: c.exposure.aperture.into(),
                shutter: c.exposure.shutter.marking(Series::Third),
                iso: c.exposure.iso.marking(Series::Third),
                sync: c.sync.map(|s| s.marking(Series::Third)),
                filter: Some(c.exposure.filter).filter(|f| !f.is_zero()).map(|f| (-f).shown()),
            }),
            lanes: lanes::lanes(scene, &pick, face.as_ref()),
            ratio: setup.ratio.map(ratio_shown),
            face,
            room: room_shown(setup, levels),
            findings: findings::of(scene, &circuits),
            groups: groups::of(setup),
            circuits,
            schools: schools::of(setup, levels),
            next: pick.next,
            length: setup.length,
        }
    }

    /// The lane of an id.
    #[must_use]
    pub fn lane(&self, id: &str) -> Option<&Lane> {
        self.lanes.iter().find(|l| l.id == id)
    }
}

/// The tones never change: they are worked out once.
fn tones() -> Vec<u8> {
    static TONES: std::sync::LazyLock<Vec<u8>> = std::sync::LazyLock::new(|| {
        (0..=95).map(|tenth| grey_code(Reflectance::MID_GREY, Stops::of(TOP.get() - f64::from(tenth) / 10.0))).collect()
    });
    TONES.clone()
}

fn ladder(setup: &Setup) -> Ladder {
    let at = |stop: i32| {
        let camera = setup.camera.as_ref()?.exposure;
        Aperture::from_av(Reading::av_for(Stops::of(f64::from(stop)), camera)).ok().map(FNumber::from)
    };
    let rungs = (-6..=3)
        .rev()
        .map(|stop| Rung {
            stops: Stops::of(f64::from(stop)),
            shown: format!("{stop:+}").replace("+0", "0").replace('-', "−"),
            aperture: at(stop),
        })
        .collect();
    Ladder { top: TOP, bottom: BOTTOM, clip: CLIP, black: ambient::BLACK, rungs, tones: tones() }
}

fn ratio_shown(target: RatioTarget) -> RatioShown {
    let over = target.key_over_fill();
    let (convention, other) = match target.convention() {
        Convention::LitShadow => ("lit : shadow", format!("{} by readings", target.in_convention(Convention::Readings).shown())),
        Convention::Readings => ("by readings", format!("{} lit : shadow", target.in_convention(Convention::LitShadow).shown())),
    };
    let stops = if over.tenths() < 0 { format!("{} fill over key", over.size()) } else { format!("{} key over fill", over.size()) };
    let anchor = match target.anchor() {
        Anchor::LitSide => "lit side on 0".to_owned(),
        Anchor::KeyAlone => format!("key alone on 0, lit side {}", target.lit_side()),
    };
    RatioShown { target: target.into(), shown: target.ratio().shown(), convention: convention.to_owned(), stops, other, anchor }
}

/// Where the room lies at both places, and what lights it.
fn places(setup: &Setup, levels: &Levels) -> Option<String> {
    let mut words: Vec<String> = Vec::new();
    if setup.room.ground.is_some() {
        words.extend(levels.room_level.map(|l| format!("sitter {l}")));
        words.extend(levels.ground_level.map(|l| format!("ground {l}")));
    }
    let levels = words.join(", ");
    let light = setup.room.light_at(RoomPlace::Sitter).words();
    let parts: Vec<String> = [levels, light].into_iter().filter(|w| !w.is_empty()).collect();
    (!parts.is_empty()).then(|| parts.join(" · "))
}

fn room_shown(setup: &Setup, levels: &Levels) -> RoomShown {
    use ink_lamp_light::ambient::Level;
    let wish = setup.room.wish;
    let limit = |wish: RoomWish, usual: Stops, keep: bool| match (wish, keep) {
        (RoomWish::Remove(l), false) | (RoomWish::Keep(l), true) => l.level,
        _ => usual,
    };
    let (below, at) = (limit(wish, ambient::BLACK, false), limit(wish, Stops::constant(-1.5), true));
    let kept = matches!(wish, RoomWish::Keep(_));
    let (title, words) = match levels.wished_room {
        None if setup.room.reading.is_some() => ("Room is read".to_owned(), "Set the camera to see where it sits.".to_owned()),
        None if kept => ("Room is to be kept".to_owned(), format!("It should sit at {at}. Meter it with the flash off.")),
        None => (
            "Room is to be removed".to_owned(),
            format!("It should sit below {}. Meter it with the flash off.", below.shown().trim_end_matches(".0")),
        ),
        Some(room) => {
            let gap = wish.gap(room);
            match wish {
                RoomWish::Remove(_) if wish.is_right(room) => {
                    ("Room is removed".to_owned(), format!("It sits at {room}, {} below the limit.", (room - below).size()))
                }
                RoomWish::Remove(_) => ("Room still shows".to_owned(), format!("It sits at {room}, {} over the limit.", gap.size())),
                RoomWish::Keep(_) if wish.is_right(room) => ("Room is kept".to_owned(), format!("It sits at {room}; {at} is wished.")),
                RoomWish::Keep(_) => {
                    let side = if gap.get() > 0.0 { "over" } else { "under" };
                    ("Room is to be kept".to_owned(), format!("It sits at {room}, {} {side} its wish.", gap.size()))
                }
            }
        }
    };
    RoomShown {
        title,
        words,
        kept,
        remove_words: "Remove".to_owned(),
        keep_words: format!("Keep at {at}"),
        remove: Entry::RoomWish(RoomWish::Remove(Level { level: below })),
        keep: Entry::RoomWish(RoomWish::Keep(Level { level: at })),
        code: levels.wished_room.map(|room| grey_code(Reflectance::MID_GREY, room)),
        wish_code: grey_code(Reflectance::MID_GREY, wish.level()),
        places: places(setup, levels),
    }
}
