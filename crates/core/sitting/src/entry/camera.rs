//! The camera was set.

use ink_lamp_light::{
    measure::{Kelvin, Meters, Millimetres},
    meter::Exposure,
    refusal::Refusal,
    scale::{Aperture, Iso, ShutterTime, Stops},
    shape::Filter,
};
use serde::{Deserialize, Serialize};

use crate::{
    camera::Camera,
    kit::{CameraBody, Lens},
    setup::Setup,
};

/// The camera was set.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CameraSet {
    /// Aperture as marked: `8`.
    pub aperture: Aperture,
    /// Shutter time as marked: `1/160`.
    pub shutter: ShutterTime,
    /// ISO as marked: `100`.
    pub iso: Iso,
    /// Shortest shutter time that syncs with flash; stays as it was where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sync: Option<ShutterTime>,
    /// Filters before the lens, at most 6; those that are there stay where it is left out, an empty list takes them off.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::list::optional_up_to::<_, _, 6>")]
    #[cfg_attr(feature = "schema", schema(max_items = 6))]
    pub filters: Option<Vec<Filter>>,
    /// The camera itself; stays as it was where it is left out. Its sync time counts where none is said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub body: Option<Box<CameraBody>>,
    /// The lens; stays as it was where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lens: Option<Box<Lens>>,
    /// The focal length it is at; stays as it was where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub focal: Option<Millimetres>,
    /// How far the sitter is from the lens, metres; stays as it was where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub sitter: Option<Meters>,
    /// White balance; stays as it was where it is left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub white: Option<Kelvin>,
}

impl CameraSet {
    /// With what a camera can't be without; all else stays as it was.
    #[must_use]
    pub const fn new(aperture: Aperture, shutter: ShutterTime, iso: Iso) -> Self {
        Self { aperture, shutter, iso, sync: None, filters: None, body: None, lens: None, focal: None, sitter: None, white: None }
    }
}

impl Setup {
    /// The camera after an entry: what is left out stays.
    pub(super) fn set_camera(&mut self, set: &CameraSet) -> Result<(), Refusal> {
        let before = self.camera.as_ref();
        let filters = set.filters.clone().or_else(|| before.map(|c| c.filters.clone())).unwrap_or_default();
        let taken: f64 = filters.iter().map(|f| f.loss.get()).sum();
        if taken > 24.0 {
            return Err(Refusal::new("filters", "At most 24 stops of filters go before a lens."));
        }
        let said = set.body.as_ref().map(|b| b.sync());
        let body = set.body.clone().or_else(|| before.and_then(|c| c.body.clone()));
        let exposure = Exposure { filter: Stops::of(taken), ..Exposure::new(set.aperture, set.shutter, set.iso) };
        let lens = set.lens.clone().or_else(|| before.and_then(|c| c.lens.clone()));
        // A lens of one focal length is at it.
        let fixed = lens.as_ref().filter(|l| l.focal.from == l.focal.to).map(|l| l.focal.from);
        let focal = set.focal.or(fixed).or_else(|| before.and_then(|c| c.focal));
        if let (Some(lens), Some(focal)) = (&lens, set.focal)
            && !(lens.focal.from..=lens.focal.to).contains(&focal)
        {
            let (from, to) = (lens.focal.from.get(), lens.focal.to.get());
            return Err(Refusal::new("focal", format!("{} goes from {from} to {to} mm. {} mm is outside.", lens.name, focal.get())));
        }
        self.camera = Some(Camera {
            exposure,
            sync: set.sync.or(said).or(before.and_then(|c| c.sync)),
            filters,
            body,
            lens,
            focal,
            sitter: set.sitter.or_else(|| before.and_then(|c| c.sitter)),
            white: set.white.or_else(|| before.and_then(|c| c.white)),
        });
        Ok(())
    }
}

impl Camera {
    /// This camera as the entry that sets it; filters, body and lens stay.
    #[must_use]
    pub fn as_set(&self) -> CameraSet {
        let e = self.exposure;
        CameraSet { sync: self.sync, ..CameraSet::new(e.aperture, e.shutter, e.iso) }
    }
}
