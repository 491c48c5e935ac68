//! What a sitter sees of the sky: against rays, and as it is kept.

use glam::Vec3;
use ink_lamp_picture::{
    kernel::{Beam, Rays},
    map::{self, TEXELS},
    seen::{Progress, bake, kept},
    sitter::{Part, Sitter},
    tree::Tree,
};
use ink_lamp_sitting::studio::StandIn;

use crate::studio::SUBJECT;

/// The five that ship, as their data says.
#[test]
fn all_five_sitters_are_whole() {
    for face in StandIn::ALL {
        let sitter = Sitter::of(face).unwrap();
        let mesh = &sitter.mesh;
        assert!((40_000..60_000).contains(&mesh.at.len()) && sitter.strokes.len() > 1000, "{face:?}");
        assert!(mesh.normal.iter().all(|n| (n.length() - 1.0).abs() < 1e-4), "{face:?}");
        // The sitter's left eye stands to the picture's right; both at one height, about 57 mm apart.
        let [left, right] = &sitter.eyes;
        assert!(left.at.x > 0.02 && right.at.x < -0.02 && (left.at.y - right.at.y).abs() < 1e-3, "{face:?}");
        assert!((left.at - right.at).length() > 0.05 && (left.at - right.at).length() < 0.065, "{face:?}");
    }
}

/// A tree answers as every triangle does.
#[test]
fn a_tree_finds_what_every_triangle_says() {
    let mesh = &SUBJECT.sitter.mesh;
    let few: Vec<[u32; 3]> = mesh.triangles.iter().copied().step_by(7).collect();
    let tree = Tree::of(&mesh.at, &few);
    // Möller and Trumbore once more, in doubles, by the volume of the corners.
    let meets = |t: &[u32; 3], o: Vec3, d: Vec3| {
        let [a, b, c] = t.map(|i| (mesh.at[i as usize] - o).as_dvec3());
        let d = d.as_dvec3();
        let [u, v, w] = [d.dot(b.cross(c)), d.dot(c.cross(a)), d.dot(a.cross(b))];
        let inside = (u > 0.0 && v > 0.0 && w > 0.0) || (u < 0.0 && v < 0.0 && w < 0.0);
        let t = a.dot((b - a).cross(c - a)) / d.dot((b - a).cross(c - a));
        inside && t > 0.0 && t < 1.0
    };
    let mut hits = 0;
    for k in 0..200u32 {
        let spread = |n: u32| ((k * 7919 + n * 104_729) % 1000) as f32 / 500.0 - 1.0;
        let origin = Vec3::new(spread(1), spread(2), spread(3)).normalize() * 0.5;
        let to: Vec<Vec3> = (0..8).map(|n| Vec3::new(spread(n + 4), spread(n + 14), spread(n + 24)) * 0.12 - origin).collect();
        let all = Beam { origin, horizon: Vec3::ZERO, reach: 1.0, roots: &[0] }.meets(&tree, &Rays::of(to.iter().copied()));
        for (n, d) in to.iter().enumerate() {
            let truth = few.iter().any(|t| meets(t, origin, *d));
            assert_eq!(all >> n & 1 == 1, truth, "{origin} {d}");
            assert_eq!(tree.nearest(origin, *d, 1.0).is_some(), truth, "{origin} {d}");
            hits += u32::from(truth);
        }
    }
    assert!(hits > 100, "too few rays meet anything: {hits}");
}

/// Farther than a texel from a border, a map says what a ray finds.
#[test]
fn a_map_says_what_rays_find() {
    let (mesh, seen, tree) = (&SUBJECT.sitter.mesh, &SUBJECT.seen, &SUBJECT.tree);
    let directions = map::directions(10);
    let (mut asked, mut wrong) = (0, 0);
    for i in (0..mesh.at.len()).step_by(211).filter(|i| seen.of[*i] > 1 && mesh.part[*i] == Part::Skin) {
        let (n, start) = (mesh.normal[i], seen.of[i] as usize * TEXELS);
        let (t, b) = map::frame(n);
        let origin = mesh.at[i] + n * 0.0008;
        for d in directions.iter().filter(|d| d.z > 0.1) {
            let angle = map::angle(&seen.maps[start..start + TEXELS], *d);
            if angle.abs() < 0.07 {
                continue;
            }
            let hidden = tree.nearest(origin, t * d.x + b * d.y + n * d.z, 1.2).is_some();
            asked += 1;
            wrong += u32::from(hidden != (angle < 0.0));
        }
    }
    assert!(asked > 5000 && f64::from(wrong) < 0.01 * f64::from(asked), "{wrong} of {asked}");
}

#[test]
fn what_is_kept_is_read_back_and_what_is_damaged_is_not() {
    let folder = std::path::Path::new(env!("CARGO_TARGET_TMPDIR")).join(format!("kept-{}", std::process::id()));
    let (sitter, seen) = (&SUBJECT.sitter, &SUBJECT.seen);
    assert_eq!(kept::read(&folder, sitter), None);
    kept::write(&folder, sitter, seen).unwrap();
    assert_eq!(kept::read(&folder, sitter).as_ref(), Some(seen));
    // Another sitter's is another file.
    let other = Sitter::of(StandIn::Luthier).unwrap();
    assert_eq!(kept::read(&folder, &other), None);
    let path = kept::path(&folder, sitter);
    let whole = std::fs::read(&path).unwrap();
    let mut bent = whole.clone();
    bent[whole.len() / 2] ^= 1;
    for damaged in [&whole[..whole.len() - 1], &whole[..20], &[], &bent] {
        std::fs::write(&path, damaged).unwrap();
        assert_eq!(kept::read(&folder, sitter), None);
    }
    std::fs::remove_dir_all(&folder).unwrap();
}

/// A lone triangle sees all of its sky, and one at the foot of a wall half of it.
#[test]
fn what_nothing_stands_before_sees_everything() {
    let mut mesh = ink_lamp_picture::sitter::Mesh {
        at: vec![Vec3::ZERO, Vec3::X * 0.1, Vec3::Y * 0.1],
        normal: vec![Vec3::Z; 3],
        triangles: vec![[0, 1, 2]],
        part: vec![Part::Skin; 3],
        ..Default::default()
    };
    let alone = bake(&mesh, &Tree::of(&mesh.at, &mesh.triangles), &Progress::default());
    assert_eq!(alone.open, [1.0; 3]);
    // A wall that stands up beside it, very high and wide: half of the sky.
    mesh.at.extend([Vec3::new(-0.001, -9.0, 0.0), Vec3::new(-0.001, 9.0, 0.0), Vec3::new(-0.001, 0.0, 9.0)]);
    mesh.normal.extend([Vec3::X; 3]);
    mesh.part.extend([Part::Skin; 3]);
    mesh.triangles.push([3, 4, 5]);
    let beside = bake(&mesh, &Tree::of(&mesh.at, &mesh.triangles), &Progress::default());
    // It reaches as far as anything of a sitter does, 1.2 m: all but the lowest directions along it.
    assert!((beside.open[0] - 0.5).abs() < 0.04, "{}", beside.open[0]);
}
