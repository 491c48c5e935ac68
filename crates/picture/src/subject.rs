//! A sitter with all that was worked out of it: ready to be lit.

use std::sync::Arc;

use crate::{seen::Seen, sitter::Sitter, tree::Tree};

/// A sitter, ready to be lit.
#[derive(Debug)]
pub struct Subject {
    /// The sitter.
    pub sitter: Arc<Sitter>,
    /// What each corner sees; where nobody worked it out yet, everything.
    pub seen: Seen,
    /// Whether that was worked out.
    pub shadows: bool,
    /// Its triangles, for rays.
    pub tree: Tree,
    /// Corners beside each corner.
    pub beside: Vec<u32>,
    /// Where those of each corner begin.
    pub beside_from: Vec<u32>,
}

impl Subject {
    /// A sitter with what its corners see.
    #[must_use]
    pub fn of(sitter: Arc<Sitter>, seen: Seen) -> Self {
        Self { shadows: true, ..Self::with(sitter, seen) }
    }

    /// A sitter of whom nothing was worked out yet: no part of it shadows another.
    #[must_use]
    pub fn plain(sitter: Arc<Sitter>) -> Self {
        let seen = Seen::everything(&sitter.mesh);
        Self::with(sitter, seen)
    }

    fn with(sitter: Arc<Sitter>, seen: Seen) -> Self {
        let tree = Tree::of(&sitter.mesh.at, &sitter.mesh.triangles);
        let (beside, beside_from) = sitter.mesh.neighbours();
        Self { sitter, seen, shadows: false, tree, beside, beside_from }
    }
}
