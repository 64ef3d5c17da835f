"""Kills database, web server and workers under writers, and counts what was lost or doubled."""

from __future__ import annotations

import contextlib
import datetime as dt
import http.client
import http.cookiejar
import json
import os
import random
import signal
import subprocess
import threading
import time
import urllib.error
import urllib.request
import uuid
from dataclasses import dataclass, field
from typing import Any

WRITERS = 3
PATIENCE = 30.0
# A kill falls on writers that write: each has had so many answers since the one before.
ANSWERED_SINCE = 2
PASSWORD = "four quiet herons"
RECIPE = "Pea pot\nServes 4\n200 g peas\n1 onion\n\nFry the onion for 5 minutes.\n"


class Kitchen:
    """A signed-in client that speaks JSON."""

    def __init__(self, base: str, name: str, password: str) -> None:
        self.base, self.jar = base, http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        with contextlib.suppress(urllib.error.HTTPError):
            # Its cookie comes along even where the page was not built.
            self.opener.open(base, timeout=30).read()
        self.send("POST", "session", {"username": name, "password": password})

    def send(self, method: str, path: str, body: Any = None, **headers: str) -> Any:
        """Return the answer's JSON.

        Raises:
            OSError: nobody answered, or with an error.
        """
        token = next((c.value for c in self.jar if c.name == "csrftoken"), "")
        named = {name.replace("_", "-"): value for name, value in headers.items()}
        request = urllib.request.Request(
            f"{self.base}/api/{path}",
            method=method,
            data=None if body is None else json.dumps(body).encode(),
            headers={"Content-Type": "application/json", "X-CSRFToken": token or "", **named},
        )
        with self.opener.open(request, timeout=20) as answer:
            text = answer.read()
        return json.loads(text) if text else None


@dataclass
class Score:
    """What was acknowledged, and what of it was not there afterwards."""

    acknowledged: int = 0
    lost: int = 0
    doubled: int = 0
    waits: list[float] = field(default_factory=list)


class Writer(threading.Thread):
    """Saves one dish over and over, adds others, cooks one; believes what was acknowledged."""

    def __init__(self, kitchen: Kitchen, number: int) -> None:
        super().__init__(daemon=True)
        self.kitchen, self.number, self.ending = kitchen, number, threading.Event()
        read = kitchen.send("POST", "read", {"text": RECIPE, "unit_system": "metric"})
        document = read["dishes"][0]
        self.document = document | {"title": f"Writer {number}"}
        self.dish = kitchen.send("POST", "dishes", self.document, Client_Id=str(uuid.uuid4()))
        self.revision, self.saves, self.added = self.dish["revision"], 0, set[str]()
        self.evening, self.timers = str(uuid.uuid4()), set[str]()
        sheet = {"dishes": [self.dish["id"]]}
        kitchen.send("POST", "evenings", {"id": self.evening, "sheet": sheet})
        self.waits: list[float] = []

    @property
    def acknowledged(self) -> int:
        """How much the server has said it holds."""
        return self.saves + len(self.added) + len(self.timers)

    def run(self) -> None:
        """Write until told to end; what had no answer is sent again."""
        count = 0
        while not self.ending.is_set():
            count += 1
            if count % 5 == 0:
                self._again(self._add, str(uuid.uuid4()))
            elif count % 5 == 1:
                self._again(self._time, str(uuid.uuid4()))
            else:
                self._again(self._save, f"Writer {self.number}, save {count}")

    def _again(self, write: Any, what: str) -> None:
        began = time.monotonic()
        while not self.ending.is_set():
            try:
                write(what)
            except (OSError, ValueError, http.client.HTTPException):
                time.sleep(0.05)
                continue
            self.waits.append(time.monotonic() - began)
            return

    def _save(self, title: str) -> None:
        self.document = self.document | {"title": title}
        path = f"dishes/{self.dish['id']}"
        try:
            saved = self.kitchen.send("PUT", path, self.document, If_Match=str(self.revision))
        except urllib.error.HTTPError as refusal:
            if refusal.code != 412:
                raise
            # The save before had arrived without its answer.
            now = self.kitchen.send("GET", path)
            self.revision = now["revision"]
            if now["document"]["title"] != title:
                raise
            self.saves += 1
            return
        self.revision, self.saves = saved["revision"], self.saves + 1

    def _time(self, timer: str) -> None:
        now = dt.datetime.now(dt.UTC).isoformat()
        event = {"id": timer, "kind": "timer_set", "device": f"writer {self.number}",
                 "seq": len(self.timers), "client_time": now, "timer": timer, "name": "pot",
                 "seconds": 3600}  # fmt: skip
        path = f"evenings/{self.evening}/events"
        [answer] = self.kitchen.send("POST", path, {"events": [event]})["answers"]
        if answer["outcome"] not in {"accepted", "repeated"}:
            raise ValueError(answer["sentence"])
        self.timers.add(timer)

    def _add(self, client_id: str) -> None:
        self.kitchen.send("POST", "dishes", self.document | {"title": "Added"}, Client_Id=client_id)
        self.added.add(client_id)


def patiently(kitchen: Kitchen, path: str) -> Any:
    """Return what is at an address, None where nothing is; waits while nobody answers."""
    limit = time.monotonic() + PATIENCE
    while True:
        try:
            return kitchen.send("GET", path)
        except urllib.error.HTTPError as refusal:
            if refusal.code == 404 or time.monotonic() > limit:
                return None
        except (OSError, http.client.HTTPException):
            if time.monotonic() > limit:
                raise
        time.sleep(0.2)


def signed_in(base: str, user: str) -> Kitchen:
    """Sign in; waits while nobody answers, or only with an error."""
    limit = time.monotonic() + PATIENCE
    while True:
        try:
            return Kitchen(base, user, PASSWORD)
        except (OSError, http.client.HTTPException):
            if time.monotonic() > limit:
                raise
        time.sleep(0.2)


def score(writers: list[Writer], kitchen: Kitchen) -> Score:
    """Compare what the server holds with what it acknowledged."""
    found = Score()
    ids = [dish["id"] for dish in patiently(kitchen, "dishes")]
    for writer in writers:
        now = patiently(kitchen, f"dishes/{writer.dish['id']}") or {"revision": 0}
        found.acknowledged += writer.acknowledged
        found.waits += writer.waits
        found.lost += max(0, writer.revision - now["revision"])
        found.lost += len(writer.added - set(ids))
        evening = patiently(kitchen, f"evenings/{writer.evening}")
        timers = [timer["id"] for timer in evening["session"]["stove"]["timers"]]
        found.lost += len(writer.timers - set(timers))
        found.doubled += len(timers) - len(set(timers))
    found.doubled += len(ids) - len(set(ids))
    return found


def children(pid: int) -> list[int]:
    """Return the processes that a process has started."""
    listed = subprocess.run(
        ["ps", "-o", "pid=", "--ppid", str(pid)], capture_output=True, text=True, check=False
    )
    return [int(word) for word in listed.stdout.split()]


def kill_one(keeper: Any, chance: random.Random) -> str:
    """Kill the database, the web server or one of its workers; return which."""
    web = keeper.web.pid
    targets = {"database": keeper.database.running_pid(), "web server": web}
    workers = children(web)
    if workers:
        targets["worker"] = chance.choice(workers)
    name = chance.choice(sorted(targets))
    pid = targets[name]
    if pid:
        with contextlib.suppress(ProcessLookupError):
            os.kill(pid, signal.SIGKILL)
    return name


def killtest(keeper: Any, base: str, user: str, kills: int, seed: int, *, between: float) -> Score:
    """Kill under writers and return the score.

    Args:
        keeper: what starts again what died.
        base: the address served.
        user: who signs in, with `PASSWORD`.
        kills: how many.
        seed: of the choice who dies.
        between: seconds from kill to kill, more where the writers have not had their answers.
    """
    chance = random.Random(seed)
    kitchen = Kitchen(base, user, PASSWORD)
    writers = [Writer(kitchen, number) for number in range(WRITERS)]
    for writer in writers:
        writer.start()
    for _ in range(kills):
        kill_one(keeper, chance)
        killed = time.monotonic()
        enough = [writer.acknowledged + ANSWERED_SINCE for writer in writers]
        while (waited := time.monotonic() - killed) < PATIENCE:
            keeper.look()
            time.sleep(0.1)
            if waited >= between and all(
                writer.acknowledged >= least for writer, least in zip(writers, enough, strict=True)
            ):
                break
    keeper.look()
    time.sleep(2)
    for writer in writers:
        writer.ending.set()
    for writer in writers:
        writer.join(30)
    return score(writers, signed_in(base, user))
