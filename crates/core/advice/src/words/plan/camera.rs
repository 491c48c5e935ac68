//! The camera on the plan, as it is said.

use ink_lamp_light::measure::Meters;
use ink_lamp_scene::stage::Stage;

/// `2.00 m · 85 mm`.
pub(crate) fn camera(stage: &Stage) -> String {
    let away = Meters::new(stage.camera.distance(stage.face)).map_or_else(|_| String::new(), |d| d.told(stage.setup.length));
    let focal = stage.setup.camera.as_ref().and_then(|c| c.focal).map(|f| format!(" · {:.0} mm", f.get())).unwrap_or_default();
    format!("{away}{focal}")
}
