//! What a view has of a sitter, before any light.

use ink_lamp_picture::{
    pose::{Grain, Pose},
    sitter::Sitter,
    subject::Subject,
};
use ink_lamp_sitting::studio::StandIn;

use crate::studio::set;

/// Nobody has a hole: whatever ground is seen can be reached from the border of the picture. Hair is a shell that stands off from the neck here and there.
#[test]
fn no_ground_shines_through_hair() {
    for face in StandIn::ALL {
        let subject = Subject::plain(Sitter::of(face).unwrap());
        let set = set(Vec::new());
        let view = set.view(384, 480).0;
        let pose = Pose::of(&subject, &view.held(&set.held(&subject.sitter)), Grain::Fine);
        let (width, height) = (view.width, view.height);
        let mut open: Vec<bool> = pose.ground.iter().map(|g| *g > 0.0).collect();
        let all = open.iter().filter(|o| **o).count();
        let mut todo: Vec<usize> = (0..width * height).filter(|k| k % width == 0 || k % width == width - 1 || *k < width).collect();
        let mut reached = 0;
        while let Some(k) = todo.pop() {
            if !std::mem::take(&mut open[k]) {
                continue;
            }
            reached += 1;
            let (x, y) = (k % width, k / width);
            let rows = y.saturating_sub(1)..(y + 2).min(height);
            todo.extend(rows.flat_map(|y| (x.saturating_sub(1)..(x + 2).min(width)).map(move |x| y * width + x)));
        }
        assert_eq!(reached, all, "{face:?} has a hole");
    }
}
