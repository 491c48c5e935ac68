# What a general path tracer makes of the scenes that `examples/reference.rs` wrote: direct light on surfaces that throw back all of it.
# usage: python reference.py FOLDER OUT.txt [SITTER…]      with mitsuba 3.9.1 and numpy from the Python Package Index
# OUT: a line `> sitter pattern` for each scene, then its pixels: kind of surface, pixel, light there (1 where the face is, toward the lamp).
import json
import os
import sys

import drjit as dr
import mitsuba as mi
import numpy as np

mi.set_variant('llvm_ad_rgb')
from mitsuba import ScalarTransform4f as T

FOLDER, OUT = sys.argv[1:3]
SITTERS = sys.argv[3:]
# Stratified, so many at a time: more need more memory.
AT_A_TIME, TIMES = 100, 6
WHITE = {'type': 'diffuse', 'reflectance': {'type': 'rgb', 'value': 1.0}}


class Direct(mi.SamplingIntegrator):
    """Direct light; what the lamp gives depends on its angle as its beam says, a table over the sine."""

    def __init__(self, beam):
        super().__init__(mi.Properties())
        # Over the cosine here: no root is needed.
        self.last = 4096
        sine = np.sqrt(1 - (np.arange(self.last + 1) / self.last) ** 2)
        self.beam = mi.Float(np.interp(sine, np.linspace(0, 1, len(beam)), beam)) if beam else None

    def sample(self, scene, sampler, ray, medium=None, active=True):
        si = scene.ray_intersect(ray, active)
        active &= si.is_valid()
        ds, weight = scene.sample_emitter_direction(si, sampler.next_2d(active), True, active)
        active &= ds.pdf > 0
        value = si.bsdf(ray).eval(mi.BSDFContext(), si, si.to_local(ds.d), active) * weight
        if self.beam is not None:
            # Not every LLVM knows minimum and maximum.
            cos = -dr.dot(ds.d, ds.n)
            at = dr.select(cos > 0, cos * self.last, 0)
            low = mi.UInt32(dr.select(at < self.last - 1, at, self.last - 1))
            a, b = (dr.gather(mi.Float, self.beam, low + k, active) for k in (0, 1))
            value *= a + (b - a) * (at - mi.Float(low))
        return dr.select(active, value, 0), si.is_valid(), []


def rendered(scene):
    across, along, axis = (np.array(scene[k]) for k in ('across', 'along', 'axis'))
    if np.dot(np.cross(across, along), axis) < 0:
        across = -across
    to_world = np.eye(4)
    to_world[:3, 0], to_world[:3, 1], to_world[:3, 2], to_world[:3, 3] = across, along, axis, scene['at']
    camera = {
        'type': 'perspective',
        'fov': float(2 * np.degrees(np.arctan(scene['tall']))),
        'fov_axis': 'y',
        'to_world': T().look_at(origin=scene['lens'], target=scene['toward'], up=[0, 1, 0]),
        'film': {
            'type': 'hdrfilm', 'width': scene['width'], 'height': scene['height'], 'rfilter': {'type': 'box'},
            'pixel_format': 'luminance', 'component_format': 'float32',
        },
        'sampler': {'type': 'multijitter', 'sample_count': AT_A_TIME},
    }
    world = mi.load_dict({
        'type': 'scene',
        'sensor': camera,
        'head': {'type': 'ply', 'filename': os.path.join(FOLDER, scene['mesh']), 'bsdf': {'type': 'twosided', 'b': WHITE}},
        'wall': {'type': 'rectangle', 'to_world': T().translate([0, 1.25, scene['wall']]).scale([6, 6, 1]), 'bsdf': WHITE},
        # A radiance of L lights a white surface to E/π: told against the exposure that is E, so the lamp gets π.
        'lamp': {
            'type': 'disk' if scene['round'] else 'rectangle', 'to_world': T(to_world),
            'emitter': {'type': 'area', 'radiance': {'type': 'rgb', 'value': scene['radiance'] * float(np.pi)}},
        },
    })
    integrator = Direct(scene['beam'])
    image = sum(np.array(mi.render(world, integrator=integrator, spp=AT_A_TIME, seed=k)) for k in range(TIMES)) / TIMES
    return image.reshape(scene['height'], scene['width'])


scenes = [s for s in json.load(open(os.path.join(FOLDER, 'scenes.json'))) if not SITTERS or s['sitter'] in SITTERS]
with open(OUT, 'w') as out:
    print(f'# mitsuba {mi.__version__}, direct light, {AT_A_TIME * TIMES} samples a pixel', file=out)
    for scene in scenes:
        image = rendered(scene).reshape(-1)
        print('>', scene['sitter'], scene['pattern'], file=out)
        for pixel, kind in scene['pixels']:
            print(kind, pixel, f'{image[pixel]:.4g}', file=out)
        print(scene['sitter'], scene['pattern'], flush=True)
