//! A setup in numbers and in space, built once: board, plan, studies and ways share it.

use ink_lamp_sitting::{belief::Belief, role::Role, setup::Setup};

use crate::{
    ground::target,
    levels::Levels,
    returned::returned,
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
        let stage = Stage::of(setup, &levels);
        // What comes back of the key fills where no fill was read; elsewhere nobody asks.
        let has_fill = setup.index(Role::Fill).is_some_and(|fill| levels.lights[fill].total.is_some());
        if let Some(key) = stage.first(Role::Key).filter(|_| !has_fill) {
            levels.returned = returned(&stage, key).total();
        }
        // A tone that is wished of the ground is its light's wish, less what the others spill there.
        if let Some(light) = setup.index(Role::Ground).filter(|i| setup.lights[*i].target.is_none() && levels.exposure.is_some()) {
            levels.targets[light] = target::target(&stage);
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
