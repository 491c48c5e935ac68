//! A setup in numbers and in space, built once: board, plan, studies and ways share it.

use ink_lamp_sitting::{belief::Belief, role::Role, setup::Setup};

use crate::{
    ground::target,
    levels::Levels,
    spilt::spilt,
    stage::Stage,
    whole::{WholeCheck, whole_against_parts},
};

/// A setup in numbers and in space.
pub struct Scene<'a> {
    /// The setup itself.
    pub setup: &'a Setup,
    /// What is known of each light, from all readings together.
    pub belief: Belief,
    /// Where everything lies against the exposure.
    pub levels: Levels,
    /// Where everything stands.
    pub stage: Stage<'a>,
    /// The reading with all lights on against its parts.
    pub whole: Option<WholeCheck>,
}

impl<'a> Scene<'a> {
    /// The scene of a setup: levels, then the stage, then the ground's wish, then the whole.
    ///
    /// # Examples
    /// ```
    /// use ink_lamp_light::scale::{Aperture, Iso, ShutterTime};
    /// use ink_lamp_scene::scene::Scene;
    /// use ink_lamp_sitting::{
    ///     entry::{CameraSet, Entry},
    ///     setup::Setup,
    /// };
    ///
    /// let set = CameraSet::new(Aperture::parse("8")?, ShutterTime::parse("1/160")?, Iso::parse("100")?);
    /// let setup = Setup::default().apply(&Entry::Camera(set))?;
    /// let scene = Scene::of(&setup);
    /// assert!(scene.levels.exposure.is_some() && scene.whole.is_none() && scene.placed().is_none());
    /// # Ok::<(), ink_lamp_light::refusal::Refusal>(())
    /// ```
    #[must_use]
    pub fn of(setup: &'a Setup) -> Self {
        let belief = Belief::of(setup);
        let mut levels = Levels::of(setup, &belief);
        let mut stage = Stage::of(setup, &levels);
        // Key and fill are wished less by what already falls on the shadow side.
        let spill = spilt(&stage);
        if !spill.is_nothing() {
            levels.with_spill(setup, spill);
            if stage.lights.iter().any(|l| l.as_wished) {
                stage = Stage::of(setup, &levels);
            }
        }
        // What is wished of the ground, a tone or a level, is its light's wish, less what the others spill there.
        if let Some(light) = setup.index(Role::Ground).filter(|_| levels.exposure.is_some()) {
            let own = setup.lights[light].target;
            levels.targets[light] = own.map_or_else(|| target::target(&stage), |wish| target::alone(&stage, &levels, wish));
        }
        let whole = whole_against_parts(setup, &levels);
        Self { setup, belief, levels, stage, whole }
    }

    /// The stage, where any light has a place on it.
    #[must_use]
    pub fn placed(&self) -> Option<&Stage<'a>> {
        self.setup.lights.iter().any(|l| l.place.is_some()).then_some(&self.stage)
    }
}
