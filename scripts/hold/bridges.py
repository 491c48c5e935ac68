"""Many bridges at once, by Python's standard library, for devices.mjs.

    bridges.py URL mangle EACH            each sends so many messages that are none, and asks at the end whether it is still heard
    bridges.py URL speak RATE SECONDS     each has one unit, which says so many times a second how it is set

Tokens come as a JSON list on the standard input. Prints what was seen, as one JSON object.
"""

import json
import pathlib
import random
import sys
import threading
import time

sys.path.insert(0, str(pathlib.Path(__file__).parents[2] / "crates/server/tests/foreign"))
from wire import Server, Socket, mangled  # noqa: E402

url, what, *more = sys.argv[1:]
server = Server(url)
tokens = json.load(sys.stdin)
seen = {"bridges": len(tokens), "sent": 0, "heard": 0, "lost": []}
lock = threading.Lock()
ID = "0199d2c4-5b7e-7a51-9c3e-2f1d5a6b7c8d"
SAMPLES = [json.dumps(m).encode() for m in (
    {"reading": {"id": ID, "device": "unit", "at": "2026-11-30T20:09:00Z", "shows": "5.6 1", "iso": "100", "shutter": "1/160", "mode": "flash", "of": "key"}},
    {"state": {"device": "unit", "is": {"power": "1/8", "ready": True, "battery": 80, "group": "A"}}},
    {"beat": {"here": ["unit"]}}, {"done": {"command": ID}}, {"refused": {"command": ID, "why": "no"}},
    {"hello": {"simulated": False, "devices": [{"id": "unit", "kind": "unit", "name": "Taper 400"}]}},
)]


def drain(bridge, heard):
    try:
        while True:
            heard.append(bridge.hear())
    except (EOFError, OSError) as why:
        heard.append({"over": str(why)})


def one(nth, token):
    bridge = Socket(server, token)
    heard = []
    threading.Thread(target=drain, args=(bridge, heard), daemon=True).start()
    bridge.say(hello={"devices": [{"id": "unit", "kind": "unit", "name": f"Taper {nth}"}]})
    sent = 1
    if what == "mangle":
        chance = random.Random(nth)
        for _ in range(int(more[0])):
            bridge.raw(mangled(SAMPLES, chance))
            sent += 1
    else:
        rate, until = float(more[0]), time.monotonic() + float(more[1])
        while time.monotonic() < until:
            bridge.say(state={"device": "unit", "is": {"battery": sent % 101, "temperature": 20 + sent % 30, "ready": sent % 2 == 0}})
            sent += 1
            time.sleep(1 / rate)
    bridge.say(beat={"here": ["nobody-at-all"]})
    give_up = time.monotonic() + 120
    answers = lambda: any("nobody-at-all" in message.get("problem", {}).get("detail", "") for message in heard)
    while not answers() and not any("over" in message for message in heard) and time.monotonic() < give_up:
        time.sleep(0.02)
    with lock:
        seen["sent"] += sent
        seen["heard"] += len(heard)
        if not answers():
            seen["lost"].append(heard[-1:])


threads = [threading.Thread(target=one, args=each) for each in enumerate(tokens)]
[thread.start() for thread in threads]
[thread.join() for thread in threads]
print(json.dumps(seen))
