"""A bridge in another language, by docs/devices.md alone.

    device.py URL CODE FRAME HOSTILE    pairs, says hello, sends readings, a frame and states, obeys one command and refuses another, then sends so many
                                        messages that are none; prints what it heard, a JSON line each
"""

import json
import random
import sys
import time
import uuid

from wire import Server, Socket, mangled

url, code, frame, hostile = sys.argv[1:5]
server = Server(url)


def told(line):
    print(json.dumps(line), flush=True)
    return line


status, me = server.post("/api/session/code", {"code": code, "device": "Bridge at the slipway"})
assert status == 200 and me["role"] == "device", me
token = me["token"]
bridge = Socket(server, token)
until = lambda *names: told(bridge.until(*names))
bridge.say(beat={})
assert "hello first" in until("problem")["problem"]["detail"]
bridge.say(hello={"devices": [
    {"id": "meter", "kind": "meter", "name": "Meter at the slipway"},
    {"id": "fill", "kind": "unit", "name": "Taper 400", "light": "fill"},
    {"id": "camera", "kind": "camera", "name": "Loft 35"},
]})
assert until("welcome")["welcome"]["beat_seconds"] > 0
now = lambda: time.strftime("%Y-%m-%dT%H:%M:%SZ", time.gmtime())
reading = {"id": str(uuid.uuid4()), "device": "meter", "at": now(), "shows": "5.6 1", "iso": "100", "shutter": "1/160", "mode": "flash", "of": "key"}
for _ in range(3):
    bridge.say(reading=reading)
    assert until("took", "problem") == {"took": {"id": reading["id"], "went": "tape"}}
bridge.say(reading={**reading, "id": str(uuid.uuid4()), "of": None})
assert until("took", "problem")["took"]["went"] == "asks"
bridge.say(reading={**reading, "id": str(uuid.uuid4()), "colour": 5600})
assert until("problem")["problem"]["field"] == "reading.colour"
path = f"/api/devices/frames?id={uuid.uuid4()}&at={now()}&name=SLIP0001.PNG&device=camera&lit=all"
status, taken = server.post(path, open(frame, "rb").read(), kind="application/octet-stream", token=token)
assert status == 201, taken
bridge.say(state={"device": "fill", "is": {"power": "1/8", "channel": 4, "mode": "manual", "ready": True, "battery": 80}})
told({"ready": True})
command = until("command")["command"]
assert command["device"] == "fill" and command["order"] == {"set_power": {"power": "1/16"}}, command
bridge.say(done={"command": command["id"]})
bridge.say(state={"device": "fill", "is": {"power": "1/16"}})
command = until("command")["command"]
bridge.say(refused={"command": command["id"], "why": "it is too warm. Let it cool."})

# The connection stays for what is a message at all.
chance = random.Random(7)
samples = [json.dumps(m).encode() for m in ({"reading": reading}, {"state": {"device": "fill", "is": {"power": "1/8"}}}, {"beat": {"here": ["meter"]}},
                                            {"done": {"command": command["id"]}}, {"hello": {"devices": []}})]
for _ in range(int(hostile)):
    bridge.raw(mangled(samples, chance))
bridge.raw(b"\x00\xff", opcode=2)
bridge.say(beat={"here": ["nobody"]})
while "nobody" not in until("problem")["problem"]["detail"]:
    pass
told({"over": True})
try:
    while True:
        bridge.hear()
except (EOFError, OSError) as why:
    told({"closed": str(why)})
try:
    Socket(server, token)
except AssertionError as refused:
    assert b"401" in refused.args[0].split(b"\r\n")[0], refused
    told({"let_out": True})
