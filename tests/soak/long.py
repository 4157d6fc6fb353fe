"""Hours at many keywords: what people do, again and again; no process may grow."""

import io
import json
import tempfile
import time
from pathlib import Path

from tests.soak.installation import Installation, Person

WEB_BYTES, WORKER_BYTES = 250_000_000, 400_000_000
"""What a process may hold at most."""
GROWTH = 1.15
"""How much larger the last tenth of the time may be than the second: a cache fills, a leak goes
on."""
PAUSE = 3.0
"""Seconds that people stop to read after a round."""
LOOKS = (
    *("/overview", "/up-next", "/sheet?limit=100&sort=worth", "/sheet?q=repair", "/log"),
    *("/clusters?channel=web", "/plan", "/plan/themes?channel=web", "/follow/watch", "/writing"),
)


def held(pid: int) -> int:
    """Bytes that a process holds in memory."""
    for line in Path(f"/proc/{pid}/status").read_text().splitlines():
        if line.startswith("VmRSS:"):
            return int(line.split()[1]) * 1024
    return 0


def long(minutes: float, keywords: int) -> bool:
    """Work so long; whether every process stayed within its bounds."""
    with tempfile.TemporaryDirectory(prefix="bunraku-soak-") as folder:
        (Path(folder) / "data").mkdir()
        installation = Installation(Path(folder) / "data")
        installation.wait(300)
        person = Person(installation)
        _bring(person, keywords)
        sizes: dict[str, list[int]] = {"web": [], "worker": []}
        until, rounds = time.monotonic() + minutes * 60, 0
        while time.monotonic() < until:
            for path in LOOKS:
                person.surely("GET", path)
            _write(person, rounds)
            if rounds % 20 == 5:
                table = person.call("GET", "/keywords.csv?channel=web")
                assert table is None or table.ok, table.text
            if rounds % 40 == 10:
                job = person.surely("POST", "/follow/clock", json={"days": 1})
                person.finished(job["id"], 600)
            if rounds % 120 == 60:
                job = person.surely("POST", "/clustering", json={"channel": "web"})
                person.finished(job["id"])
            for what, all_sizes in sizes.items():
                all_sizes.append(max((held(pid) for pid in installation.of(what)), default=0))
            rounds += 1
            if rounds % 250 == 0:
                now = {what: f"{each[-1] / 1e6:.0f} MB" for what, each in sizes.items()}
                print(f"round {rounds}:", now, flush=True)
            time.sleep(PAUSE)
        installation.end()
    good = True
    for what, most in (("web", WEB_BYTES), ("worker", WORKER_BYTES)):
        tenth = max(1, len(sizes[what]) // 10)
        early, late = max(sizes[what][tenth : 2 * tenth] or [1]), max(sizes[what][-tenth:])
        fits = max(sizes[what]) <= most and late <= GROWTH * early
        good = good and fits
        told = {"peak": max(sizes[what]), "early": early, "late": late}
        shown = {name: f"{value / 1e6:,.0f} MB" for name, value in told.items()}
        print(f"{what}: {json.dumps(shown)} {'within' if fits else 'beyond'} its bounds")
    print(f"{rounds} rounds in {minutes:g} minutes at {keywords:,} keywords")
    return good


def _write(person: Person, number: int) -> None:
    """Look at a desk and change a text of it."""
    piece = person.surely("GET", "/writing")["rows"][0]["id"]
    draft = person.surely("GET", f"/pieces/{piece}/desk")["draft"]
    was = draft["fields"].get("description", "")
    edits = {"description": {"was": was, "now": f"What it says in round {number}"}}
    body = {"edits": edits, "since": draft["revision"], "window": "soak"}
    person.surely("PUT", f"/pieces/{piece}/draft", json=body)


def _bring(person: Person, keywords: int) -> None:
    text = "keyword,volume\n" + "".join(
        f"{kind} {part} {number},{number % 900}\n"
        for number in range(keywords // 20)
        for kind in ("red", "blue", "cheap", "small", "best")
        for part in ("telescope repair", "star chart", "lens", "tripod")
    )
    file = {"file": ("many.csv", io.BytesIO(text.encode()))}
    brought = person.surely("POST", "/files", files=file)
    body = {"channel": "web", "mapping": brought["mapping"], "heading": brought["heading"]}
    job = person.surely("POST", f"/files/{brought['id']}/import", json=body)
    told = person.finished(job["id"], 1_200)
    assert told["state"] == "done", told
