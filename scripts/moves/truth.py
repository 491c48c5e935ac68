"""A studio with a hidden truth, for measuring what advice is worth. It shares no code with the product: optics and scales are written down here a second time.

A light's flash is told as Av at ISO 100; amounts of light against the exposure are plain numbers, 1 being on it. Spreads and shares of spill are
judgements, and what is usual in a studio (common practice, no source).
"""
import math
import random

log2 = math.log2
ROLES = ["key", "fill", "rim", "hair", "ground"]
WHOLE = {-2: "0.5", -1: "0.7", 0: "1", 1: "1.4", 2: "2", 3: "2.8", 4: "4", 5: "5.6", 6: "8", 7: "11", 8: "16",
         9: "22", 10: "32", 11: "45", 12: "64", 13: "90", 14: "128"}
APERTURES = ["2.8", "3.2", "3.5", "4", "4.5", "5", "5.6", "6.3", "7.1", "8", "9", "10", "11"]
ISOS = ["100", "125", "160", "200", "320", "400"]
METERS = ("1/60", "1/15", "1/4", "1", "4", "15", "30")

# What a role is done with, and from how far, metres.
USUAL = {
    "key": (["Octa 90", "Box 60x90", "Box 90x120", "Umbrella 100", "Dish 42"], 0.9, 2.2),
    "fill": (["Umbrella 100", "Box 90x120", "Box 60x90", "Octa 90"], 1.4, 3.2),
    "rim": (["Strip 30x90", "Box 60x90", "Dish 42"], 1.2, 3.2),
    "hair": (["Strip 30x90", "Cone 18", "Snoot", "Dish 42"], 0.9, 2.0),
    "ground": (["Cone 18", "Dish 42", "Bare", "Strip 30x90"], 0.9, 2.4),
}


def third(stops):
    return round(stops * 3) / 3


def av_of(mark):
    return third(2 * log2(float(mark)))


def sv_of(mark):
    return third(log2(float(mark) / 100))


def seconds_of(mark):
    one, _, of = mark.partition("/")
    return float(one) / float(of or 1)


def tv_of(mark):
    return third(-log2(seconds_of(mark)))


def level(amount):
    return log2(amount) if amount > 0 else -99.0


def display(av):
    """What a meter in tenths shows, and what that says."""
    tenths = math.floor(10 * av + 0.5)
    return f"{WHOLE[tenths // 10]} {tenths % 10}", tenths / 10


def read(shows):
    whole, tenths = shows.split()
    return next(stops for stops, mark in WHOLE.items() if mark == whole) + int(tenths) / 10


class Dials:
    """A unit's dial: every setting, as written, and its stops below full."""

    def __init__(self, scale):
        (kind, spec), = scale.items()
        if kind == "fractions":
            per = {"full": 1, "halves": 2, "thirds": 3, "tenths": 10}[spec["step"]]
            count = int(log2(spec["lowest"])) * per + 1
            self.stops = [-n / per for n in range(count)]
            self.written = [self.fraction(n, per) for n in range(count)]
        else:
            per, count = 10, round((spec["full"] - spec["lowest"]) * 10) + 1
            self.stops = [-n / 10 * spec["stops_per_unit"] for n in range(count)]
            self.written = [f"{spec['full'] - n / 10:.1f}" for n in range(count)]
        self.coarse = per < 10

    @staticmethod
    def fraction(n, per):
        whole = -(-n // per)
        over = whole * per - n
        more = "" if not over else f" +0.{over}" if per == 10 else f" +{over}/{per}"
        return f"1/{2 ** whole}{more}"

    def nearest(self, stops):
        return min(range(len(self.stops)), key=lambda n: abs(self.stops[n] - stops))

    def read(self, text):
        return self.written.index(text)


def beam_exponent(shape):
    beam = shape.get("beam") or {"exponent": 1}
    if "exponent" in beam:
        return beam["exponent"]
    return math.log(0.5) / math.log(math.cos(math.radians(beam["half_angle"])))


def lux_per_lumen(shape, d):
    """On the axis of a front that sends by a cosine's power; closed forms for a point, a disc and a rectangle that sends by the cosine."""
    size, n = shape.get("size"), beam_exponent(shape)
    if not size:
        return (n + 1) / (2 * math.pi * d * d)
    if "round" in size:
        return (n + 1) / (2 * math.pi * (d * d + (size["round"]["diameter"] / 2) ** 2))
    w, h = size["rectangle"]["width"], size["rectangle"]["height"]
    x, y = w / 2 / d, h / 2 / d
    p, q = math.sqrt(1 + x * x), math.sqrt(1 + y * y)
    return 4 / (2 * math.pi) * (x / p * math.atan(y / p) + y / q * math.atan(x / q)) / (w * h)


class Lamp:
    """A unit in a modifier, with errors that nobody knows."""

    def __init__(self, role, unit, modifier, seed):
        self.role, self.unit, self.modifier = role, unit, modifier
        self.strobe, self.shape = unit["is"]["strobe"], modifier["is"]["modifier"]["shape"]
        self.dials = Dials(self.strobe["scale"])
        seeded = lambda *what: random.Random(":".join(map(str, (seed, *what))))
        self.error = seeded("unit", unit["id"]).gauss(0, 0.2) + seeded("modifier", modifier["id"]).gauss(0, 0.2)
        self.dial_error = [seeded("dial", unit["id"], n).uniform(-0.1, 0.1) for n in range(len(self.dials.stops))]

    def model(self, d):
        """Av at ISO 100 at full power, without any error: an incident meter with C = 250, 40 lumens a watt."""
        if self.shape["kind"] == "bare" and self.strobe.get("guide"):
            lux_seconds = 250 * self.strobe["guide"]["number"] ** 2 / 100 / d ** 2
        else:
            lux_seconds = self.strobe["rated"] * 40 * lux_per_lumen(self.shape, d)
        return log2(lux_seconds * 100 / 250) - self.shape["loss"] - (self.shape.get("double_diffusion") or 0)

    def t01(self, stops):
        """Its own t0.1 at a power, between the entries of its sheet."""
        table = sorted((row["power"], row["t01"]) for row in self.strobe.get("durations") or [])
        if not table:
            return 0.0
        if stops <= table[0][0]:
            return table[0][1]
        for (a, ta), (b, tb) in zip(table, table[1:]):
            if a <= stops <= b:
                return 2 ** (log2(ta) + (log2(tb) - log2(ta)) * (stops - a) / (b - a))
        return table[-1][1]

    def keeps_charge(self):
        return self.strobe.get("pulse") == "voltage"


def roles_for(rng, n):
    return ROLES[:n] if n <= 2 else ROLES[:2] + sorted(rng.sample(ROLES[2:], n - 2), key=ROLES.index)


def lamps_for(kit, seed):
    """Which lights stand there: the same in every sitting of a seed; one to five of them."""
    rng = random.Random(f"{seed}:lamps")
    units = [item for item in kit if "strobe" in item["is"]]
    units = rng.sample(units, len(units))
    modifiers = {item["is"]["modifier"]["name"]: item for item in kit if "modifier" in item["is"]}
    n = (seed - 1) % 5 + 1
    return [Lamp(role, unit, modifiers[rng.choice(USUAL[role][0])], seed) for role, unit in zip(roles_for(rng, n), units)]


class Scene:
    """A sitting: the lights as they stand, the room, the wishes. Each photographer gets the same one (`copy`), with noise of its own."""

    def __init__(self, lamps, seed, sitting, hard=False, who=None):
        rng = random.Random(f"{seed}:scene:{sitting}")
        self.lamps, self.seed, self.sitting, self.hard = lamps, seed, sitting, hard
        has_fill = any(lamp.role == "fill" for lamp in lamps)
        has_ground = any(lamp.role == "ground" for lamp in lamps)
        kept = rng.random() < 0.4
        clash = rng.random() < 0.1
        while True:
            self.keep = rng.choice([-2.0, -1.7, -1.5, -1.3, -1.0]) if kept else None
            self.aperture, self.iso, self.shutter = rng.choice(APERTURES), rng.choice(ISOS), "1/125"
            ratio = (rng.choice([2.0, 2.5, 3.0, 4.0, 5.0, 6.0, 8.0]), rng.choice(["lit_shadow", "readings"]),
                     rng.choice(["lit_side", "key_alone"]))
            self.ratio = ratio if has_fill else None
            rim, hair, ground = rng.uniform(0, 1), rng.uniform(-0.5, 0.5), rng.uniform(-3, 1)
            self.wish = {"key": 0.0, "rim": round(rim, 1), "hair": round(hair, 1), "ground": round(ground, 1)}
            if self.keep is None or clash:
                break
            r = 2 ** (self.keep + 0.17)
            if (not has_ground or 2 ** self.wish["ground"] > 1.2 * r) and (not has_fill or 2 ** self.targets(r)["fill"] > 1.2 * r):
                break
        at = self.keep + rng.uniform(-1.5, 1.2) if self.keep is not None else rng.uniform(-8.5, -3.5)
        self.room = at + av_of(self.aperture) + tv_of(self.shutter) - sv_of(self.iso)
        self.place = {lamp.role: self.stand(rng, lamp) for lamp in lamps}
        self.distance = {role: d * rng.uniform(0.98, 1.02) for role, d in self.place.items()}
        self.dial = {lamp.role: lamp.dials.nearest(-3) for lamp in lamps}
        share = rng.uniform
        back = {role: share(0.005, 0.03) for role in ROLES}
        self.spill = {
            "face": {"rim": back["rim"], "hair": back["hair"], "ground": share(0.003, 0.02)},
            "fill": {"key": share(0.02, 0.08), "rim": back["rim"], "hair": back["hair"], "ground": share(0.003, 0.02)},
            "ground": {"key": share(0.03, 0.15), "fill": share(0.05, 0.2), "rim": share(0, 0.02), "hair": share(0, 0.02)},
            "rim": {"key": share(0, 0.02), "fill": share(0, 0.02)},
            "hair": {"key": share(0, 0.02), "fill": share(0, 0.02)},
        }
        self.meter_follows = rng.random() < 0.5
        mine = f"{seed}:{sitting}" if who is None else f"{seed}:{sitting}:{who}"
        self.noise = random.Random(f"{mine}:noise" if who is None else f"{mine}:n")
        self.hand = random.Random(f"{mine}:hand" if who is None else f"{mine}:h")
        self.luck = random.Random(f"{mine}:luck")
        # What a unit still holds of a higher power, by its setting.
        self.held = {}

    def copy(self, who):
        return Scene(self.lamps, self.seed, self.sitting, self.hard, who)

    def stand(self, rng, lamp):
        """A distance at which the unit most likely reaches its wish; one light in eight stands anywhere."""
        needs = av_of(self.aperture) - sv_of(self.iso) + self.targets(0.0)[lamp.role]
        anywhere = rng.random() < 0.125
        for _ in range(60):
            d = round(rng.uniform(*USUAL[lamp.role][1:]), 1)
            if anywhere or lamp.dials.stops[-1] + 0.6 < needs - lamp.model(d) < -0.6:
                break
        return d

    def targets(self, r, spilt=None):
        """What each light should read alone, the room (amount r) in it, stops. `spilt`: what of the key falls on the shadow side, a share, and what the others
        put on the lit side and on the shadow side, amounts.

        K + F + r + face = R (sK + F + r + side), and the lit side, or K + r, is 1.
        """
        wished = dict(self.wish)
        if self.ratio:
            ratio, convention, anchor = self.ratio
            if convention == "lit_shadow" and spilt:
                s, face, side = spilt
                if anchor == "lit_side":
                    k = (1 - 1 / ratio - face + side) / (1 - s)
                    f = 1 / ratio - r - side - s * k
                else:
                    k = 1 - r
                    f = (k * (1 - ratio * s) + (1 - ratio) * r + face - ratio * side) / (ratio - 1)
                key, fill = k + r, f + r
            elif convention == "lit_shadow":
                key, fill = (1 - 1 / ratio + r, 1 / ratio) if anchor == "lit_side" else (1, (1 - r) / (ratio - 1))
            else:
                key, fill = ((1 + r) * ratio / (ratio + 1), (1 + r) / (ratio + 1)) if anchor == "lit_side" else (1, 1 / ratio)
            wished["key"], wished["fill"] = level(key), level(fill)
        return wished

    # ---- what is really there ----

    def flash(self, lamp, dial=None, d=None):
        n = self.dial[lamp.role] if dial is None else dial
        return lamp.model(d or self.distance[lamp.role]) + lamp.error + lamp.dials.stops[n] + lamp.dial_error[n]

    def tail(self, lamp):
        """What the shutter takes of the end of a pulse, stops: an exponential one, a focal-plane shutter of 4.5 ms travel, mean over the frame."""
        if not self.hard:
            return 0.0
        t01, t, travel = lamp.t01(lamp.dials.stops[self.dial[lamp.role]]), seconds_of(self.shutter), 0.0045
        if t01 == 0.0 or t <= travel:
            return 0.0
        tau = t01 / math.log(10)
        first, last = t - travel, t
        return -log2(1 - tau / travel * (math.exp(-first / tau) - math.exp(-last / tau)))

    def base(self):
        return av_of(self.aperture) - sv_of(self.iso)

    def own(self, lamp, **how):
        return 2 ** (self.flash(lamp, **how) - self.base() - self.tail(lamp))

    def room_amount(self):
        return 2 ** (self.room - tv_of(self.shutter) - self.base())

    def spilt(self):
        """What spills, where that counts."""
        if not self.hard or not self.ratio:
            return None
        others = [lamp for lamp in self.lamps if lamp.role not in ("key", "fill")]
        put = lambda place: sum(self.own(lamp) * self.spill[place].get(lamp.role, 0) for lamp in others)
        return self.spill["fill"]["key"], put("face"), put("fill")

    def error(self, lamp):
        r = self.room_amount()
        return level(self.own(lamp) + r) - self.targets(r, self.spilt())[lamp.role]

    def reachable(self, lamp):
        """Whether some setting and place within half to twice its distance gives the wish."""
        r = self.room_amount()
        flash = level(2 ** self.targets(r, self.spilt())[lamp.role] - r) + self.base()
        ways = (0.5, 0.7, 1, 1.4, 2)
        return any(lamp.dials.stops[-1] <= flash - lamp.model(self.place[lamp.role] * f) - lamp.error <= 0 for f in ways)

    def all_on(self, place):
        """Everything on, at the face, the shadow side (`fill`), or where another light works."""
        total = self.room_amount()
        for lamp in self.lamps:
            mine = lamp.role in ("key", "fill") if place == "face" else lamp.role == place
            total += self.own(lamp) * (1 if mine else self.spill[place].get(lamp.role, 0))
        return total

    def result(self):
        r, errors = self.room_amount(), {lamp.role: round(self.error(lamp), 3) for lamp in self.lamps}
        out = {"errors": errors, "reachable": {lamp.role: self.reachable(lamp) for lamp in self.lamps}}
        out["room"] = round(level(r) - self.keep if self.keep is not None else max(0.0, level(r) + 5), 3)
        if self.ratio:
            key, fill = (self.own(lamp) for lamp in self.lamps[:2])
            ratio, convention, _ = self.ratio
            now = (key + fill + r) / (fill + r) if convention == "lit_shadow" else (key + r) / (fill + r)
            out["ratio"] = round(log2(now / ratio), 3)
            if convention == "lit_shadow":
                out["ratio_frame"] = round(log2(self.all_on("face") / self.all_on("fill") / ratio), 3)
        return out

    # ---- what a hand does and a meter shows ----

    def turn(self, lamp, to):
        """Turns a dial. A unit that keeps its charge holds the old one until it flashes."""
        was = self.dial[lamp.role]
        if self.hard and lamp.keeps_charge() and to > was:
            self.held.setdefault(lamp.role, was)
        elif to <= self.held.get(lamp.role, len(lamp.dials.stops)):
            self.held.pop(lamp.role, None)
        self.dial[lamp.role] = to

    def pop(self, lamp):
        """What one pop gives: none where it did not come."""
        if self.hard and self.luck.random() < 0.03:
            return None
        return self.flash(lamp, dial=self.held.pop(lamp.role, None))

    def dump(self, lamp):
        self.held.pop(lamp.role, None)

    def meter(self, amounts_100, iso, shutter):
        """What it shows; none where that is less than it has marks for."""
        total = sum(amounts_100) + 2 ** (self.room - tv_of(shutter))
        av = level(total) + sv_of(iso) + self.noise.gauss(0, 0.03)
        return display(av) if av > -1.9 else None

    def popped(self, shares):
        """What each of these lights gives in one pop, by its share."""
        return [2 ** flash * share for lamp, share in shares if (flash := self.pop(lamp)) is not None]

    def meter_light(self, lamp, iso, shutter):
        return self.meter(self.popped([(lamp, 1)]), iso, shutter)

    def meter_whole(self, iso, shutter):
        share = lambda lamp: 1 if lamp.role in ("key", "fill") else self.spill["face"][lamp.role]
        return self.meter(self.popped([(lamp, share(lamp)) for lamp in self.lamps]), iso, shutter)

    def meter_side(self, iso, shutter):
        """All together, held at the shadow side."""
        shares = {**self.spill["fill"], "fill": 1}
        return self.meter(self.popped([(lamp, shares.get(lamp.role, 0)) for lamp in self.lamps]), iso, shutter)

    def meter_room(self, iso):
        shutter = next(s for s in METERS if self.room - tv_of(s) + sv_of(iso) > 0.2)
        return self.meter([], iso, shutter)[0], shutter

    def move(self, role, d):
        self.place[role], self.distance[role] = d, d * self.hand.uniform(0.98, 1.02)
