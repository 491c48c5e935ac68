//! A frame was shot, and what was said of it since.

use ink_lamp_light::refusal::Refusal;
use serde::{Deserialize, Serialize};
use uuid::Uuid;

use crate::{
    light::Light,
    role::LightId,
    room::{FrameSeen, NoFlash},
    setup::{Setup, unknown},
    shots::{AsShot, Lit, MOST_CHANGED, MOST_SHOTS, SetAt, Shot},
};

/// A frame was shot.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FrameShot {
    /// What was seen in it: 1 to 500 characters, in one or more lines.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::name::optional_note")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 500))]
    pub note: Option<String>,
    /// It was shot without flash: what a mid-grey became in it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub no_flash: Option<NoFlash>,
    /// Its picture, where that is kept.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub picture: Option<FramePicture>,
}

/// The picture of a frame.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FramePicture {
    /// Under which id it is kept.
    pub id: Uuid,
    /// What its file says.
    #[serde(default)]
    pub as_shot: AsShot,
    /// Which lights were on, where that is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lit: Option<Lit>,
}

/// Something was said of a frame whose picture is kept.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FrameSaid {
    /// Its picture.
    pub picture: Uuid,
    /// Which lights were on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lit: Option<Lit>,
    /// It was meant to be exposed as it is.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub meant: bool,
}

impl Light {
    /// Whether it does something else to the face than before, whatever its dial says. What was not known before is described, not changed.
    fn is_changed(&self, was: &Self) -> bool {
        let worn = was.worn_id().is_some_and(|before| self.worn_id().as_ref() != Some(&before));
        let shape = was.rig.shape.is_some() && self.rig.shape != was.rig.shape;
        let before_it = self.rig.grid != was.rig.grid || self.rig.gels != was.rig.gels;
        self.is_other_unit(was) || self.has_moved(was) || worn || shape || before_it
    }
}

impl Setup {
    /// What each light is set to, as far as that is known.
    fn set_at(&self) -> Vec<SetAt> {
        self.lights.iter().filter_map(|light| Some(SetAt { light: light.id.clone(), power: light.power()? })).collect()
    }

    /// Frames keep in mind which lights were changed since.
    pub(super) fn keep_shots(&mut self, before: &Self) {
        // The studio is told from the sitter: whether the sitter moves or the camera, no frame lies on another any more.
        let turned = before.studio.as_ref().is_some_and(|was| was.camera.at != self.studio().camera.at);
        let is_changed = |was: &&Light| turned || self.light(&was.id).is_none_or(|is| is.is_changed(was));
        let changed: Vec<LightId> = before.lights.iter().filter(is_changed).map(|light| light.id.clone()).collect();
        for shot in &mut self.shots {
            let fresh: Vec<&LightId> = changed.iter().filter(|id| !shot.changed.contains(id)).collect();
            let room = MOST_CHANGED.saturating_sub(shot.changed.len());
            shot.changed.extend(fresh.into_iter().take(room).cloned());
        }
    }
}

impl Setup {
    pub(super) fn shoot(&mut self, shot: &FrameShot) -> Result<(), Refusal> {
        let lit = shot.picture.as_ref().and_then(|picture| picture.lit.as_ref());
        self.is_there(lit, "picture.lit.alone")?;
        self.frames = self.frames.saturating_add(1);
        if shot.no_flash.is_none() {
            match lit {
                Some(Lit::NoFlash) => {}
                Some(Lit::Alone(id)) => self.flashed(|light| light.id == *id),
                Some(Lit::All) | None => self.flashed(|_| true),
            }
        }
        if let Some(codes) = shot.no_flash {
            let Some(camera) = &self.camera else {
                return Err(Refusal::new("no_flash", "Set the camera first: a frame tells nothing without its exposure."));
            };
            self.room.frame = Some(FrameSeen { codes, exposure: camera.exposure });
        }
        if let Some(FramePicture { id, as_shot, lit }) = &shot.picture {
            if self.shots.iter().any(|shot| shot.picture == *id) {
                return Err(Refusal::new("picture.id", "This picture is in the look already."));
            }
            if self.shots.len() == MOST_SHOTS {
                self.shots.remove(self.least_wanted());
            }
            let set = self.set_at();
            let (as_shot, lit) = (*as_shot, lit.clone());
            self.shots.push(Shot { picture: *id, frame: self.frames, as_shot, lit, meant: false, set, changed: Vec::new() });
        }
        Ok(())
    }

    /// The frame that is let go where there are too many: the oldest of which nothing is said, or that a newer one of the same lights replaced. What is
    /// the last of its lights is wanted for the mix.
    fn least_wanted(&self) -> usize {
        let replaced = |(n, shot): (usize, &Shot)| shot.lit.is_none() || self.shots[n + 1..].iter().any(|later| later.lit == shot.lit);
        self.shots.iter().enumerate().position(replaced).unwrap_or(0)
    }

    pub(super) fn say_of_frame(&mut self, said: &FrameSaid) -> Result<(), Refusal> {
        self.is_there(said.lit.as_ref(), "lit.alone")?;
        let Some(shot) = self.shots.iter_mut().find(|shot| shot.picture == said.picture) else {
            let message = format!("This is none of the last {MOST_SHOTS} frames of the look. Say it of one of those.");
            return Err(Refusal::new("picture", message));
        };
        shot.meant |= said.meant;
        if let Some(lit) = &said.lit {
            shot.lit = Some(lit.clone());
        }
        Ok(())
    }

    /// A light that is said to have been on alone is one of the setup's.
    fn is_there(&self, lit: Option<&Lit>, field: &'static str) -> Result<(), Refusal> {
        let alone: Option<&LightId> = match lit {
            Some(Lit::Alone(id)) => Some(id),
            Some(Lit::NoFlash | Lit::All) | None => None,
        };
        alone.filter(|id| self.light(id).is_none()).map_or(Ok(()), |id| Err(unknown(id).at(field)))
    }
}
