//! Boxes around triangles, in a tree: what a ray may meet.

use glam::Vec3;

/// A box: an inner one holds two others that lie behind each other, a leaf holds triangles.
#[derive(Debug, Clone, Copy)]
pub struct Node {
    /// Its least corner.
    pub low: Vec3,
    /// The first of its two boxes, or of its triangles.
    pub first: u32,
    /// Its greatest corner.
    pub high: Vec3,
    /// How many triangles it holds; none where it holds boxes.
    pub triangles: u32,
}

/// A tree of boxes around triangles. Box 0 holds all.
#[derive(Debug, Clone)]
pub struct Tree {
    /// The boxes.
    pub nodes: Vec<Node>,
    /// A corner of each triangle, and its two edges from there; in the order of the leaves.
    pub triangles: Vec<[Vec3; 3]>,
    /// Which triangle of the mesh each is.
    pub ids: Vec<u32>,
}

/// Into so many slices a box is cut when its best split is looked for.
const SLICES: usize = 16;
/// No more triangles than this in a leaf.
const LEAF: usize = 3;
/// Deeper no tree grows: what a walk keeps room for.
pub const DEEP: usize = 96;

/// What surrounds some triangles.
#[derive(Clone, Copy)]
struct Around {
    low: Vec3,
    high: Vec3,
}

impl Around {
    const NOTHING: Self = Self { low: Vec3::MAX, high: Vec3::MIN };

    fn and(self, other: Self) -> Self {
        Self { low: self.low.min(other.low), high: self.high.max(other.high) }
    }

    /// Half its surface.
    fn surface(self) -> f32 {
        let side = (self.high - self.low).max(Vec3::ZERO);
        side.x * side.y + side.y * side.z + side.z * side.x
    }
}

impl Tree {
    /// A tree by the surface-area rule: a box is split where its two parts are met least often by a ray.
    ///
    /// Source: the surface-area heuristic, from memory; what it builds is tested against every triangle.
    #[must_use]
    pub fn of(positions: &[Vec3], triangles: &[[u32; 3]]) -> Self {
        let corners = |t: &[u32; 3]| t.map(|i| positions[i as usize]);
        let boxes: Vec<Around> = triangles
            .iter()
            .map(|t| {
                let [a, b, c] = corners(t);
                Around { low: a.min(b).min(c), high: a.max(b).max(c) }
            })
            .collect();
        let middles: Vec<Vec3> = boxes.iter().map(|b| (b.low + b.high) * 0.5).collect();
        let mut ids: Vec<u32> = (0..triangles.len() as u32).collect();
        let mut nodes = vec![Node { low: Vec3::ZERO, first: 0, high: Vec3::ZERO, triangles: 0 }];
        let mut todo = vec![(0usize, 0usize, triangles.len(), 0usize)];
        while let Some((at, from, to, depth)) = todo.pop() {
            let held = &mut ids[from..to];
            let around = held.iter().fold(Around::NOTHING, |a, i| a.and(boxes[*i as usize]));
            (nodes[at].low, nodes[at].high) = (around.low, around.high);
            let split = if held.len() > LEAF && depth < DEEP - 2 { split(held, &boxes, &middles) } else { None };
            let Some(left) = split else {
                (nodes[at].first, nodes[at].triangles) = (from as u32, held.len() as u32);
                continue;
            };
            nodes[at].first = nodes.len() as u32;
            for (from, to) in [(from, from + left), (from + left, to)] {
                todo.push((nodes.len(), from, to, depth + 1));
                nodes.push(Node { low: Vec3::ZERO, first: 0, high: Vec3::ZERO, triangles: 0 });
            }
        }
        let triangles = ids
            .iter()
            .map(|i| {
                let [a, b, c] = corners(&triangles[*i as usize]);
                [a, b - a, c - a]
            })
            .collect();
        nodes.shrink_to_fit();
        Self { nodes, triangles, ids }
    }

    /// The nearest triangle of the mesh along a ray of a length of at most `reach` of its direction.
    #[must_use]
    pub fn nearest(&self, origin: Vec3, direction: Vec3, reach: f32) -> Option<u32> {
        let over = direction.recip();
        let (mut best, mut hit) = (reach, None);
        let mut stack = [0u32; DEEP];
        let mut open = 1;
        while open > 0 {
            open -= 1;
            let node = self.nodes[stack[open] as usize];
            let (a, b) = ((node.low - origin) * over, (node.high - origin) * over);
            let (near, far) = (a.min(b).max_element().max(0.0), a.max(b).min_element().min(best));
            if near.partial_cmp(&far).is_none_or(std::cmp::Ordering::is_gt) {
                continue;
            }
            if node.triangles == 0 {
                let [a, b] = [node.first, node.first + 1];
                let along = |k: u32| (self.nodes[k as usize].low + self.nodes[k as usize].high).dot(direction);
                // The nearer one last, so that it is looked at first.
                (stack[open], stack[open + 1]) = if along(a) < along(b) { (b, a) } else { (a, b) };
                open += 2;
                continue;
            }
            for k in node.first..node.first + node.triangles {
                if let Some(t) = meets(&self.triangles[k as usize], origin, direction).filter(|t| *t < best) {
                    (best, hit) = (t, Some(self.ids[k as usize]));
                }
            }
        }
        hit
    }
}

/// How far along its direction a ray meets a triangle of a corner and two edges.
///
/// Source: Möller and Trumbore's solution of `o + t·d = a + u·e₁ + v·e₂`, from memory.
fn meets([corner, one, two]: &[Vec3; 3], origin: Vec3, direction: Vec3) -> Option<f32> {
    let across = direction.cross(*two);
    let det = one.dot(across);
    if det.abs() < 1e-14 {
        return None;
    }
    let from = origin - *corner;
    let u = from.dot(across) / det;
    let turned = from.cross(*one);
    let v = direction.dot(turned) / det;
    let t = two.dot(turned) / det;
    (u >= 0.0 && v >= 0.0 && u + v <= 1.0 && t > 0.0).then_some(t)
}

/// Sorts what a box holds into its two parts; how many the first one gets. None where it is better left whole.
fn split(held: &mut [u32], boxes: &[Around], middles: &[Vec3]) -> Option<usize> {
    let ends = held.iter().map(|i| middles[*i as usize]).fold(Around::NOTHING, |a, m| a.and(Around { low: m, high: m }));
    let slice = |i: u32, axis: usize| {
        let share = (middles[i as usize][axis] - ends.low[axis]) / (ends.high[axis] - ends.low[axis]);
        ((share * SLICES as f32) as usize).min(SLICES - 1)
    };
    let mut best = (f32::MAX, 0, 0);
    for axis in (0..3).filter(|a| ends.high[*a] - ends.low[*a] > 1e-9) {
        let (mut counts, mut parts) = ([0u32; SLICES], [Around::NOTHING; SLICES]);
        for i in held.iter() {
            let k = slice(*i, axis);
            counts[k] += 1;
            parts[k] = parts[k].and(boxes[*i as usize]);
        }
        let mut right = [0.0; SLICES];
        let (mut around, mut count) = (Around::NOTHING, 0);
        for k in (1..SLICES).rev() {
            (around, count) = (around.and(parts[k]), count + counts[k]);
            right[k] = around.surface() * count as f32;
        }
        let (mut around, mut count) = (Around::NOTHING, 0);
        for k in 0..SLICES - 1 {
            (around, count) = (around.and(parts[k]), count + counts[k]);
            let cost = around.surface() * count as f32 + right[k + 1];
            if count > 0 && (count as usize) < held.len() && cost < best.0 {
                best = (cost, axis, k + 1);
            }
        }
    }
    let (cost, axis, from) = best;
    if cost == f32::MAX {
        return None;
    }
    let mut left = 0;
    for k in 0..held.len() {
        if slice(held[k], axis) < from {
            held.swap(k, left);
            left += 1;
        }
    }
    Some(left)
}
