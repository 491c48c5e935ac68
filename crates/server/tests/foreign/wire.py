"""The wire of the devices' protocol by Python's standard library: HTTP, and a WebSocket client by hand (RFC 6455)."""

import base64
import hashlib
import http.client
import json
import os
import socket
import struct
import urllib.parse


class Server:
    def __init__(self, url):
        self.host = urllib.parse.urlsplit(url).netloc

    def ask(self, method, path, body=None, kind="application/json", token=None):
        link = http.client.HTTPConnection(self.host, timeout=60)
        headers = {**({"Content-Type": kind} if body is not None else {}), **({"Authorization": f"Bearer {token}"} if token else {})}
        link.request(method, path, json.dumps(body) if kind == "application/json" and body is not None else body, headers)
        answer = link.getresponse()
        return answer.status, json.loads(answer.read() or b"null")

    def post(self, path, body, **how):
        return self.ask("POST", path, body, **how)


class Socket:
    """Text messages, masked as RFC 6455, 5.3 has it."""

    def __init__(self, server, token):
        name, port = server.host.split(":")
        self.link = socket.create_connection((name, int(port)), timeout=60)
        key = base64.b64encode(os.urandom(16)).decode()
        head = [
            "GET /api/devices/socket HTTP/1.1", f"Host: {server.host}", "Connection: Upgrade", "Upgrade: websocket", "Sec-WebSocket-Version: 13",
            f"Sec-WebSocket-Key: {key}", "Sec-WebSocket-Protocol: ink-lamp-devices.1", f"Authorization: Bearer {token}", "", "",
        ]
        self.link.sendall("\r\n".join(head).encode())
        self.rest = b""
        while b"\r\n\r\n" not in self.rest:
            part = self.link.recv(4096)
            if not part:
                raise EOFError(self.rest)
            self.rest += part
        answer, self.rest = self.rest.split(b"\r\n\r\n", 1)
        accept = base64.b64encode(hashlib.sha1((key + "258EAFA5-E914-47DA-95CA-C5AB0DC85B11").encode()).digest())
        assert answer.startswith(b"HTTP/1.1 101") and accept in answer, answer

    def raw(self, payload, opcode=1):
        mask = os.urandom(4)
        size = len(payload)
        length = struct.pack("!B", 0x80 | size) if size < 126 else struct.pack("!BH", 0x80 | 126, size)
        self.link.sendall(bytes([0x80 | opcode]) + length + mask + bytes(b ^ mask[n % 4] for n, b in enumerate(payload)))

    def say(self, **message):
        self.raw(json.dumps(message).encode())

    def take(self, size):
        while len(self.rest) < size:
            part = self.link.recv(65536)
            if not part:
                raise EOFError
            self.rest += part
        part, self.rest = self.rest[:size], self.rest[size:]
        return part

    def hear(self):
        """The next text message."""
        while True:
            first, second = self.take(2)
            size = second & 127
            if size == 126:
                (size,) = struct.unpack("!H", self.take(2))
            elif size == 127:
                (size,) = struct.unpack("!Q", self.take(8))
            payload = self.take(size)
            if first & 15 == 1:
                return json.loads(payload)
            if first & 15 == 8:
                raise EOFError(payload[2:].decode(errors="replace"))

    def until(self, *names):
        while True:
            heard = self.hear()
            if any(name in heard for name in names):
                return heard


def mangled(samples, chance):
    """One of some messages, cut, turned, doubled and filled with what no bridge should send."""
    text = bytearray(chance.choice(samples))
    for _ in range(chance.randrange(1, 6)):
        at = chance.randrange(len(text))
        way = chance.randrange(4)
        if way == 0:
            text[at] = chance.randrange(32, 127)
        elif way == 1:
            del text[at:at + chance.randrange(1, 20)]
        elif way == 2:
            text[at:at] = text[: chance.randrange(len(text) or 1)]
        else:
            text[at:at] = chance.choice([b"[" * 300, b"1e999", b"\\ud800", b"null", b'{"":', b"\xc2\xa0"])
        text = text or bytearray(b"0")
    # What is no UTF-8 ends the connection, as RFC 6455, 8.1 wants it: that is no message at all.
    return text[:4000].decode(errors="ignore").encode() or b"0"
