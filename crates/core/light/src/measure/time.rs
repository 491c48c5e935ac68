//! Seconds, for whatever takes time.

use crate::quantity;

quantity! {
    /// A time, a hundred-thousandth of a second to 600 seconds.
    Seconds, "seconds", 0.00001 to 600.0, "s", "time"
}
