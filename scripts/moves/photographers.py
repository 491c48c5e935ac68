"""Three photographers in the same studio: led by Ink Lamp through its API, with a meter alone, and by eye."""
import http.client
import json
import urllib.parse
import uuid
from collections import Counter, defaultdict

from truth import av_of, level, third, tv_of

MOST_ACTIONS = 60
AT = "2026-11-16T12:00:00Z"


class Refused(Exception):
    """The server refused a request."""


class Api:
    """Requests one after the other on one connection."""

    def __init__(self, url):
        self.host = urllib.parse.urlsplit(url).netloc
        self.line = http.client.HTTPConnection(self.host, timeout=60)

    def __call__(self, method, path, body=None):
        sent = None if body is None else json.dumps(body)
        headers = {} if body is None else {"content-type": "application/json"}
        for again in (True, False):
            try:
                self.line.request(method, f"/api{path}", sent, headers)
                answer = self.line.getresponse()
                text = answer.read()
                break
            except (http.client.HTTPException, OSError):
                self.line.close()
                if not again:
                    raise
        if answer.status >= 300:
            raise Refused(f"{answer.status} {text.decode()[:300]}")
        return json.loads(text) if text else None

    def kit(self):
        """The kit with a second piece of each unit, so that no two lights share what is learnt."""
        items = [item for item in self("GET", "/kit")["items"] if not item["retired"]]
        for item in [i for i in items if "strobe" in i["is"] and not i["is"]["strobe"]["name"].endswith(" B")]:
            twin = str(uuid.uuid5(uuid.UUID(item["id"]), "twin"))
            if all(other["id"] != twin for other in items):
                strobe = {**item["is"]["strobe"], "name": item["is"]["strobe"]["name"] + " B"}
                self("PUT", f"/kit/{twin}", {"is": {"strobe": strobe}})
                items.append({"id": twin, "is": {"strobe": strobe}})
        return sorted(({"id": i["id"], "is": i["is"]} for i in items), key=lambda i: i["id"])

    def forget(self, lamps):
        for lamp in lamps:
            self("DELETE", f"/kit/{lamp.unit['id']}/calibration?modifier={lamp.modifier['id']}")

    def learnt(self):
        return {(one["unit"], one["modifier"]): one["calibration"] for one in self("GET", "/kit")["learnt"]}


class Look:
    """One look's tape."""

    def __init__(self, api, name):
        self.api, self.id, self.sitting, self.version = api, str(uuid.uuid4()), str(uuid.uuid4()), 0
        api("POST", "/sittings", {"id": self.sitting, "name": name, "look": {"id": self.id, "name": "Look 1"}})
        self.board = None

    def write(self, entry):
        body = {"id": str(uuid.uuid4()), "base": self.version, "at": AT, "entry": entry}
        view = self.api("POST", f"/setups/{self.id}/entries", body)
        self.version, self.board = view["version"], view["board"]


def words(spans):
    return "".join(span.get("text") or span.get("strong") or span.get("f", {}).get("number", "") for span in spans)


class Count:
    """What it cost."""

    def __init__(self):
        self.room_readings = self.readings = self.side = self.dials = self.moves = self.camera = self.frames = self.dumps = 0

    def told(self):
        return dict(vars(self))

    def actions(self):
        return sum(vars(self).values())


class Led:
    """Does literally what the board says."""

    def __init__(self, api, scene, calibration=None, trim="distance", tell=None):
        self.api, self.scene, self.trim, self.tell = api, scene, trim, tell
        self.look, self.count = Look(api, f"Studio {scene.seed}.{scene.sitting}"), Count()
        self.lamp_of = {lamp.role: lamp for lamp in scene.lamps}
        self.trouble, self.been = Counter(), defaultdict(list)
        self.describe(calibration or {})

    def describe(self, calibration):
        scene, write = self.scene, self.look.write
        # How small corrections are made: a way of working that the product knows.
        write({"schools": {"trim": self.trim}})
        for role in ("key", "fill", "rim", "ground"):
            if role not in self.lamp_of:
                write({"light_removed": {"light": role}})
        for lamp in scene.lamps:
            rig = {"shape": lamp.shape, "kit": {"unit": lamp.unit["id"], "modifier": lamp.modifier["id"]}}
            known = calibration.get((lamp.unit["id"], lamp.modifier["id"]))
            if known:
                rig["calibration"] = known
            write({"light": {"light": lamp.role, "role": lamp.role, "unit": lamp.strobe, "rig": rig,
                             "dial": lamp.dials.written[scene.dial[lamp.role]], "distance": scene.place[lamp.role],
                             "modifier": lamp.modifier["is"]["modifier"]["name"]}})
        if scene.ratio:
            write({"ratio": {"target": dict(zip(("ratio", "convention", "anchor"), scene.ratio))}})
        for lamp in scene.lamps:
            if lamp.role not in ("key", "fill") or not scene.ratio:
                write({"target": {"light": lamp.role, "level": scene.wish[lamp.role]}})
        kept = {"keep": {"level": scene.keep}} if scene.keep is not None else {"remove": {"level": -5.0}}
        write({"room_wish": kept})

    @staticmethod
    def begins_with(move):
        """The setting that it says to begin with, where it names one."""
        for line in move["why"]:
            for span, after in zip(line, line[1:]):
                if "To begin with" in span.get("text", "") and "strong" in after:
                    return after["strong"]
        return None

    def settings(self):
        return (self.scene.iso, self.scene.shutter) if self.scene.meter_follows else ("100", "1/60")

    def log(self, of, shows):
        iso, shutter = self.settings()
        more = {} if self.scene.meter_follows else {"iso": iso, "shutter": shutter}
        self.look.write({"reading": {"of": of, "shows": shows, **more}})

    def read(self, role):
        scene = self.scene
        state = (scene.dial[role], scene.place[role], scene.aperture, scene.iso, scene.shutter)
        if state in self.been[role][:-1]:
            self.trouble["circle"] += 1
        if not self.been[role] or self.been[role][-1] != state:
            self.been[role].append(state)
        for _ in range(4):
            self.count.readings += 1
            got = scene.meter_light(self.lamp_of[role], *self.settings())
            if got:
                self.log(role, got[0])
                return got[0]
            # No pop came, and the meter shows nothing: it is fired again.
            self.trouble["no pop"] += 1
        return "nothing"

    def whole(self):
        for _ in range(4):
            self.count.readings += 1
            got = self.scene.meter_whole(*self.settings())
            if got:
                self.log("whole", got[0])
                return got[0]
        return "nothing"

    def side(self):
        self.count.side += 1
        got = self.scene.meter_side(*self.settings())
        if not got:
            return
        shows = got[0]
        iso, shutter = self.settings()
        more = {} if self.scene.meter_follows else {"iso": iso, "shutter": shutter}
        self.look.write({"reading": {"of": "whole", "shows": shows, "how": {"place": "shadow_side"}, **more}})

    def room(self):
        shows, shutter = self.scene.meter_room("100")
        self.count.room_readings += 1
        self.look.write({"reading": {"of": "room", "shows": shows, "iso": "100", "shutter": shutter}})
        return f"{shows} at {shutter}"

    def do(self, entry, lane):
        """Does what the board's own entry says."""
        scene = self.scene
        if "dial" in entry:
            lamp = self.lamp_of[entry["dial"]["light"]]
            scene.turn(lamp, lamp.dials.read(entry["dial"]["dial"]))
            self.count.dials += 1
        elif "camera" in entry:
            camera = entry["camera"]
            scene.aperture, scene.iso, scene.shutter = camera["aperture"], camera["iso"], camera["shutter"]
            self.count.camera += 1
        elif "light" in entry:
            put, lamp = entry["light"], self.lamp_of[lane]
            if lamp.dials.read(put["dial"]) != scene.dial[lane]:
                scene.turn(lamp, lamp.dials.read(put["dial"]))
                self.count.dials += 1
            scene.move(lane, put["distance"])
            self.count.moves += 1
        elif "checked" in entry:
            # What a unit holds of a higher power is let go with one pop.
            unit = entry["checked"]["device"].get("unit") if isinstance(entry["checked"]["device"], dict) else None
            if unit:
                scene.dump(self.lamp_of[unit])
                self.count.dumps += 1
        self.look.write(entry)

    def step(self):
        """One step. What ended it, where it is over."""
        move, scene = self.look.board["next"], self.scene
        kind, lane, action = move["kind"], move["lane"], move.get("action")
        before = scene.error(self.lamp_of[lane]) if lane in self.lamp_of else None
        done = ""
        if kind == "shoot":
            # What comes back on the shadow side is known once all together were read there: it is offered, and with `--hard` taken.
            if not scene.hard or not scene.ratio or scene.ratio[1] != "lit_shadow" or self.count.side:
                return "shoot"
            self.side()
        if kind == "meter_room":
            done = self.room()
        elif kind == "set_camera":
            self.look.write({"camera": {"aperture": scene.aperture, "shutter": scene.shutter, "iso": scene.iso, "sync": "1/200"}})
        elif kind == "meter_light":
            begin, lamp = self.begins_with(move), self.lamp_of[lane]
            if begin and begin != lamp.dials.written[scene.dial[lane]]:
                self.do({"dial": {"light": lane, "dial": begin}}, lane)
                done = f"begins with {begin}"
            else:
                done = self.read(lane)
        elif kind == "meter_whole":
            done = self.whole()
        elif kind == "find_what_moved":
            self.trouble["whole differs"] += 1
            named = [l for l in scene.lamps if f"did the {l.role} fire" in words(move["say"])]
            for lamp in named or scene.lamps:
                self.read(lamp.role)
            done = self.whole()
        elif action:
            self.do(action["entry"], lane)
            done = action["label"]
        elif kind == "move_room" and self.trouble["lamps off"] < 3:
            # Its own words: lamps off, blinds down.
            scene.room -= 1.5
            self.trouble["lamps off"] += 1
            done = self.room()
        else:
            return f"stuck: {kind}"
        after = scene.error(self.lamp_of[lane]) if lane in self.lamp_of else None
        if before is not None and kind in ("dial", "distance") and abs(after) > abs(before) + 0.1:
            self.trouble["made worse"] += 1
        if self.tell:
            gone = "" if before is None else f" | true {before:+.2f} -> {after:+.2f}"
            self.tell(f"{self.count.actions():3} {kind:15} {words(move['say'])[:74]:74} | {done}{gone}")
        return None

    def run(self):
        ended = None
        while ended is None:
            if self.count.actions() >= MOST_ACTIONS:
                ended = "never"
                break
            try:
                ended = self.step()
            except Refused as refusal:
                ended = f"refused: {refusal}"
        lanes = [lane for lane in self.look.board["lanes"] if lane["id"] in self.lamp_of]
        inside = []
        for lane in lanes:
            # What it says of how sure it is, against what is so.
            if lane.get("sure") and lane.get("reading") and lane.get("target"):
                gap = lane["reading"]["stops"] - lane["target"]["stops"]
                off = self.scene.error(self.lamp_of[lane["id"]]) - gap
                inside.append(abs(off) <= 2 * lane["sure"]["within"])
        self.api("DELETE", f"/sittings/{self.look.sitting}")
        return {**self.scene.result(), **self.count.told(), "ended": ended, "trouble": dict(self.trouble), "inside": inside}


def arithmetic(scene, lamp, change, count):
    """Turns a dial by some stops; what it can't give is done by the distance and the inverse square, if it is more than a third."""
    was = lamp.dials.stops[scene.dial[lamp.role]]
    to = lamp.dials.nearest(was + change)
    rest = change - (lamp.dials.stops[to] - was)
    if to != scene.dial[lamp.role]:
        scene.turn(lamp, to)
        # Whoever works so fires once after turning down.
        scene.dump(lamp)
        count.dials += 1
    if abs(rest) > 1 / 3:
        scene.move(lamp.role, scene.place[lamp.role] * 2 ** (-rest / 2))
        count.moves += 1


def by_eye(scene):
    """Guess and check: frames judged by eye, one standard deviation a third of a stop, corrected in thirds until believed within a third."""
    count = Count()
    see = lambda true: max(-3.0, min(3.0, true + scene.noise.gauss(0, 1 / 3)))
    for _ in range(10):
        count.frames += 1
        off = level(scene.room_amount()) - (scene.keep if scene.keep is not None else -5)
        seen = see(off) if scene.keep is not None else max(0.0, see(off))
        tv = min(tv_of("1/200"), tv_of(scene.shutter) + third(seen))
        if abs(seen) <= 1 / 3 or tv == tv_of(scene.shutter):
            break
        scene.shutter = f"1/{2 ** tv:.6f}"
        count.camera += 1
    for lamp in scene.lamps:
        for _ in range(12):
            count.frames += 1
            seen = see(scene.error(lamp))
            if abs(seen) <= 1 / 3:
                break
            arithmetic(scene, lamp, -third(seen), count)
    return {**scene.result(), **count.told(), "ended": "done"}


def by_meter(scene):
    """One reading a light and the arithmetic, forgetting the room and what spills; then one check, corrected on the key."""
    count, wish = Count(), scene.targets(0.0)

    def metered(read):
        while True:
            count.readings += 1
            got = read()
            if got:
                return got[1]

    for lamp in scene.lamps:
        gap = metered(lambda: scene.meter_light(lamp, scene.iso, scene.shutter)) - av_of(scene.aperture) - wish[lamp.role]
        if abs(gap) >= 0.05:
            arithmetic(scene, lamp, -gap, count)
    both = level(sum(2 ** wish[lamp.role] for lamp in scene.lamps if lamp.role in ("key", "fill")))
    gap = metered(lambda: scene.meter_whole(scene.iso, scene.shutter)) - av_of(scene.aperture) - both
    if abs(gap) > 0.1:
        arithmetic(scene, scene.lamps[0], -gap, count)
    return {**scene.result(), **count.told(), "ended": "done"}
