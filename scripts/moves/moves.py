#!/usr/bin/env python3
"""Moves to target: what the board's advice is worth in a studio with a hidden truth, beside a meter without it and guess and check by eye.

    moves.py run WHERE [--runs 300] [--seed 1] [--sittings 3] [--hard]    a table
    moves.py show WHERE --seed 47 [--sitting 1] [--hard]                  one run, told step by step

WHERE is the program, which then serves on a port of its own with the record that INK_LAMP_DATABASE_URL names, or the address of a server with a
record of its own and the demo data: it makes and deletes sittings, and teaches the kit. Standard library only. `--hard` switches tails, stored charge, misfires and
spill on as well; what comes back on the shadow side is then read there once, as it is offered.
"""
import argparse
import contextlib
import json
import math
import os
import re
import statistics
import subprocess
from collections import Counter

from photographers import Api, Led, by_eye, by_meter
from truth import Scene, lamps_for

TOLERANCE = 0.1


def ninety(values):
    values = sorted(values)
    return values[math.ceil(0.9 * len(values)) - 1]


def pair(values, digits=0):
    """Median and 90th percentile."""
    values = list(values)
    return f"{statistics.median(values):.{digits}f} / {ninety(values):.{digits}f}" if values else "-"


def share(truths):
    truths = list(truths)
    return f"{100 * sum(truths) / len(truths):.0f} %" if truths else "-"


def reached(result):
    return [abs(error) for role, error in result["errors"].items() if result["reachable"][role]]


def all_right(result):
    return max(reached(result), default=0) <= TOLERANCE


def row(name, results):
    """One line: results are pairs of how many lights there are, and what came of it."""
    # What is read at the shadow side is a reading too; N + 1 are those of the lights.
    spent = lambda result: result["readings"] + result["frames"]
    every = lambda result: spent(result) + result["side"]
    return [
        name,
        share(all_right(r) and spent(r) <= n + 1 for n, r in results),
        share(all_right(r) for _, r in results),
        pair(every(r) for _, r in results),
        pair(r["dials"] + r["moves"] for _, r in results),
        pair((e for _, r in results for e in reached(r)), 3),
        pair((abs(r["ratio"]) for _, r in results if "ratio" in r), 2),
        pair((abs(r["ratio_frame"]) for _, r in results if "ratio_frame" in r), 2),
    ]


HEADS = ["", "all within 0.1 in N + 1", "all within 0.1", "readings or frames", "turns and moves", "true error of a light",
         "ratio off", "with all on"]


def table(rows):
    print("| " + " | ".join(HEADS) + " |")
    print("|" + "--|" * len(HEADS))
    for line in rows:
        print("| " + " | ".join(line) + " |")


def one_seed(url, kit, seed, sittings, hard):
    api, lamps = Api(url), lamps_for(kit, seed)
    found = [{"seed": seed, "sitting": sitting, "n": len(lamps)} for sitting in range(1, sittings + 1)]
    for trim in ("distance", "dial"):
        # Each learns for itself.
        api.forget(lamps)
        for one in found:
            scene = Scene(lamps, seed, one["sitting"], hard)
            one[trim] = Led(api, scene, api.learnt() if one["sitting"] > 1 else None, trim).run()
    for one in found:
        scene = Scene(lamps, seed, one["sitting"], hard)
        one["meter"], one["eye"] = by_meter(scene.copy("meter")), by_eye(scene.copy("eye"))
    return found


@contextlib.contextmanager
def served(where):
    """The address of a server: that which is said, or one that is started and stopped."""
    if where.startswith("http"):
        yield where
        return
    env = {**os.environ, "INK_LAMP_PORT": "0", "INK_LAMP_LOG": "json"}
    program = subprocess.Popen([where, "serve", "--demo"], env=env, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL, text=True)
    try:
        for line in program.stdout:
            if address := re.search(r"http://[\d.:]+", line):
                yield address.group(0)
                return
        raise SystemExit(f"{where} ended before it served")
    finally:
        program.terminate()
        program.wait()


def run(url, args):
    kit = Api(url).kit()
    seeds = range(args.seed, args.seed + args.runs)
    # What one seed teaches of a unit another one must not see: one after the other.
    rows = [one for seed in seeds for one in one_seed(url, kit, seed, args.sittings, args.hard)]
    if args.out:
        with open(args.out, "w") as file:
            file.writelines(json.dumps(one) + "\n" for one in rows)
    of = lambda who, sitting: [(r["n"], r[who]) for r in rows if r["sitting"] == sitting]
    lines = []
    for trim, words in (("distance", "small corrections by distance"), ("dial", "by the dial alone")):
        lines.append(row(f"Ink Lamp, {words}, a first sitting", of(trim, 1)))
        lines += [row(f"… its sitting {s}, the kit known", of(trim, s)) for s in range(2, args.sittings + 1)]
    lines += [row("A meter, and arithmetic", of("meter", 1)), row("Guess and check by eye", of("eye", 1))]
    how = "with tails, stored charge, misfires and spill" if args.hard else "1 to 5 lights"
    print(f"\n{args.runs} studios, seeds {args.seed} to {args.seed + args.runs - 1}, {how}; median / 90th percentile\n")
    table(lines)
    led = [r[trim] for r in rows for trim in ("distance", "dial")]
    for n in range(1, 6):
        mine = [(r["n"], r["distance"]) for r in rows if r["n"] == n and r["sitting"] == 1]
        print(f"\n{n} lights: {row('', mine)[1]} in N + 1, {row('', mine)[3]} readings", end="")
    trouble = Counter()
    for result in led:
        trouble.update(result["trouble"].keys())
    ended = Counter(result["ended"].split(":")[0] for result in led)
    inside = [one for result in led for one in result["inside"]]
    bad = [e for result in led if result["ended"] == "shoot" for e in reached(result)]
    print(f"\n\nended: {dict(ended)}; in how many runs: {dict(trouble)}")
    print(f"lights over 0.15 off at the end: {share(e > 0.15 for e in bad)}; truth within two of the told standard deviations: {share(inside)}")
    wrong = [(r["seed"], r["sitting"], trim, r[trim]["ended"]) for r in rows for trim in ("distance", "dial") if r[trim]["ended"] != "shoot"]
    if wrong:
        print("not ended by a frame:", wrong[:20])


def show(url, args):
    api = Api(url)
    lamps = lamps_for(api.kit(), args.seed)
    api.forget(lamps)
    for earlier in range(1, args.sitting):
        Led(api, Scene(lamps, args.seed, earlier, args.hard), api.learnt() if earlier > 1 else None, args.trim).run()
    known = api.learnt() if args.sitting > 1 else None
    print(json.dumps(Led(api, Scene(lamps, args.seed, args.sitting, args.hard), known, args.trim, print).run()))


def main():
    parser = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("what", choices=["run", "show"])
    parser.add_argument("where")
    parser.add_argument("--runs", type=int, default=300)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--sitting", type=int, default=1)
    parser.add_argument("--sittings", type=int, default=3)
    parser.add_argument("--hard", action="store_true")
    parser.add_argument("--trim", choices=["distance", "dial"], default="distance")
    parser.add_argument("--out")
    args = parser.parse_args()
    with served(args.where) as url:
        if args.what == "run":
            run(url, args)
        else:
            show(url, args)


if __name__ == "__main__":
    main()
