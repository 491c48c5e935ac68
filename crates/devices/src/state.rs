//! How a device says that it is set. What it does not say is as it was said before, or not known.

use ink_lamp_light::scale::{Aperture, Iso, ShutterTime};
use ink_lamp_sitting::kit::Group;
use serde::{Deserialize, Serialize};

use crate::told::DeviceId;

/// How a device works.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum DeviceMode {
    /// Everything by hand.
    Manual,
    /// It measures, and chooses by itself.
    Automatic,
    /// The transmitter sets a ratio between groups.
    Ratio,
}

/// How a device says that it is set.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DeviceState {
    /// Its power as written on its dial, at most 40 characters: `1/16 +0.3`.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "ink_lamp_light::name::optional_name")]
    #[cfg_attr(feature = "schema", schema(max_length = 60, example = "1/16 +0.3"))]
    pub power: Option<String>,
    /// Whether it is charged for the next flash.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub ready: Option<bool>,
    /// What is left in its battery, per cent: 0 to 100.
    #[serde(default, skip_serializing_if = "Option::is_none", deserialize_with = "per_cent")]
    #[cfg_attr(feature = "schema", schema(maximum = 100))]
    pub battery: Option<u8>,
    /// Its channel.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub channel: Option<u8>,
    /// Its group.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(value_type = Option<String>, example = "A"))]
    pub group: Option<Group>,
    /// How it works.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub mode: Option<DeviceMode>,
    /// Its zoom head, millimetres.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub zoom: Option<u16>,
    /// How warm it is, °C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub temperature: Option<i16>,
    /// Whether high-speed sync is on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub high_speed: Option<bool>,
    /// Whether its modelling lamp is on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub lamp: Option<bool>,
    /// Whether it sleeps.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub standby: Option<bool>,
    /// A camera's aperture.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub aperture: Option<Aperture>,
    /// A camera's or meter's shutter time.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub shutter: Option<ShutterTime>,
    /// A camera's or meter's ISO.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub iso: Option<Iso>,
}

fn per_cent<'de, D: serde::Deserializer<'de>>(deserializer: D) -> Result<Option<u8>, D::Error> {
    let share = Option::<u8>::deserialize(deserializer)?;
    match share.filter(|share| *share > 100) {
        Some(share) => Err(serde::de::Error::custom(format!("{share} per cent is more than all. Give 0 to 100."))),
        None => Ok(share),
    }
}

impl DeviceState {
    /// Takes over what is said now.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_devices::state::DeviceState;
    ///
    /// let mut state = DeviceState { channel: Some(3), ready: Some(false), ..DeviceState::default() };
    /// state.take(DeviceState { ready: Some(true), ..DeviceState::default() });
    /// assert_eq!((state.channel, state.ready), (Some(3), Some(true)));
    /// ```
    pub fn take(&mut self, said: Self) {
        let Self { power, ready, battery, channel, group, mode, zoom, temperature, high_speed, lamp, standby, aperture, shutter, iso } =
            said;
        self.power = power.or(self.power.take());
        self.ready = ready.or(self.ready);
        self.battery = battery.or(self.battery);
        self.channel = channel.or(self.channel);
        self.group = group.or(self.group);
        self.mode = mode.or(self.mode);
        self.zoom = zoom.or(self.zoom);
        self.temperature = temperature.or(self.temperature);
        self.high_speed = high_speed.or(self.high_speed);
        self.lamp = lamp.or(self.lamp);
        self.standby = standby.or(self.standby);
        self.aperture = aperture.or(self.aperture);
        self.shutter = shutter.or(self.shutter);
        self.iso = iso.or(self.iso);
    }
}

/// How one of a bridge's devices is set.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StateSaid {
    /// Which device.
    pub device: DeviceId,
    /// How it is set, as far as it says.
    pub is: DeviceState,
}
