//! Angles: where light comes from, and how wide it spreads.

use crate::quantity;

quantity! {
    /// An angle between two directions, 0 to 180 degrees.
    Degrees, "angle", 0.0 to 180.0, "degrees", "angle between the light and the camera"
}

quantity! {
    /// Angle from the axis at which a beam has half its intensity, 1 to 85 degrees.
    HalfAngle, "half_angle", 1.0 to 85.0, "degrees", "half angle"
}
