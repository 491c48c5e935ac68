# What a general path tracer makes of a room that throws light back: at the face, the mean over six directions of what comes by way of walls, ceiling and floor,
# against what comes straight from the lamp.
# usage: python rooms.py data/rooms.txt      with mitsuba 3.9.1 and numpy from the Python Package Index; fills in each line's last number
import sys

import mitsuba as mi
import numpy as np

mi.set_variant('scalar_rgb')
from mitsuba import ScalarTransform4f as T

FACE = np.array([0, 1.25, 0])
PATHS = 100_000


def matt(reflectance):
    return {'type': 'twosided', 'b': {'type': 'diffuse', 'reflectance': {'type': 'rgb', 'value': reflectance}}}


def up(axis):
    return [0, 0, 1] if abs(axis[1]) > 0.5 else [0, 1, 0]


def returned(room, lamp, radius, toward):
    left, right, behind, before, ceiling, walls, above, floor = room
    wide, deep = left + right, behind + before
    middle = np.array([(right - left) / 2, ceiling / 2, (before - behind) / 2])

    def wall(at, normal, across, along, reflectance):
        world = T().look_at(origin=list(at), target=list(np.array(at) + normal), up=up(normal))
        return {'type': 'rectangle', 'to_world': world.scale([across / 2, along / 2, 1]), 'bsdf': matt(reflectance)}

    scene = {
        'type': 'scene',
        # What the meter sees of the lamp itself is left out.
        'integrator': {'type': 'path', 'max_depth': 60, 'rr_depth': 30, 'hide_emitters': True},
        'left': wall([-left, middle[1], middle[2]], [1, 0, 0], deep, ceiling, walls),
        'right': wall([right, middle[1], middle[2]], [-1, 0, 0], deep, ceiling, walls),
        'behind': wall([middle[0], middle[1], -behind], [0, 0, 1], wide, ceiling, walls),
        'before': wall([middle[0], middle[1], before], [0, 0, -1], wide, ceiling, walls),
        'above': wall([middle[0], ceiling, middle[2]], [0, -1, 0], wide, deep, above),
        'floor': wall([middle[0], 0, middle[2]], [0, 1, 0], wide, deep, floor),
        # It throws nothing back itself, and neither does the meter.
        'lamp': {
            'type': 'disk', 'to_world': T().look_at(origin=lamp, target=list(FACE), up=[0, 1, 0]).scale([radius, radius, 1]), 'bsdf': matt(0.0),
            'emitter': {'type': 'area', 'radiance': {'type': 'rgb', 'value': 1.0}},
        },
        'meter': {
            'type': 'rectangle', 'to_world': T().look_at(origin=list(FACE), target=list(FACE + toward), up=up(toward)).scale([1e-3, 1e-3, 1]), 'bsdf': matt(0.0),
            'sensor': {
                'type': 'irradiancemeter', 'sampler': {'type': 'independent', 'sample_count': PATHS},
                'film': {'type': 'hdrfilm', 'width': 1, 'height': 1, 'rfilter': {'type': 'box'}, 'pixel_format': 'luminance'},
            },
        },
    }
    return float(np.array(mi.render(mi.load_dict(scene))).item())


lines = []
for line in open(sys.argv[1]):
    numbers = line.split('#')[0].split()
    if not numbers:
        lines.append(line.rstrip())
        continue
    room, lamp, diameter = [float(n) for n in numbers[:8]], [float(n) for n in numbers[8:11]], float(numbers[11])
    radius = diameter / 2
    # Of a disc that looks at the meter: π·sin².
    straight = np.pi * radius**2 / (radius**2 + np.sum((np.array(lamp) - FACE) ** 2))
    both = [returned(room, lamp, radius, s * np.eye(3)[k]) for k in range(3) for s in (1, -1)]
    lines.append(' '.join(numbers[:12] + [f'{np.mean(both) / straight:.4f}']))
    print(lines[-1], np.round(np.array(both) / straight, 4), flush=True)
open(sys.argv[1], 'w').write('\n'.join(lines) + '\n')
