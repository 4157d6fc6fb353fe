"""`make soak`: the tests on other days, made-up requests, 200 kills, three hours at 50,000
keywords. Each part can be had alone, and shorter: `python -m tests.soak storm --kills 20`."""

import argparse
import os
import subprocess
import sys

from tests.soak.long import long
from tests.soak.storm import storm

PARTS = ("days", "requests", "storm", "long")
DAYS = ("2027-01-01", "2028-02-29", "2027-03-31", "2026-12-01", "2026-12-31")
"""Ends of months and years, and the day that most years do not have."""


def on_other_days(days: list[str]) -> bool:
    """The tests of the server and of the page on these days; whether all passed."""
    good = True
    for day in days:
        for tests in ("tests/server", "tests/browser"):
            command = [sys.executable, "-m", "pytest", tests]
            env = {**os.environ, "BUNRAKU_TODAY": day}
            code = subprocess.run(command, env=env, check=False).returncode
            print(f"{day}, {tests}: {'passed' if code == 0 else 'FAILED'}", flush=True)
            good = good and code == 0
    return good


def made_up_requests() -> bool:
    """Forty made-up requests for each operation of the API; whether none met a fault."""
    command = [sys.executable, "-m", "pytest", "tests/server/test_fuzz.py", "-n", "2"]
    env = {**os.environ, "BUNRAKU_CASES": "40"}
    return subprocess.run(command, env=env, check=False).returncode == 0


def main() -> int:
    """What was asked for, or all of it."""
    asked = argparse.ArgumentParser(prog="python -m tests.soak", description=__doc__)
    asked.add_argument("parts", nargs="*", choices=[*PARTS, []], default=[])
    asked.add_argument("--days", nargs="*", default=DAYS)
    asked.add_argument("--kills", type=int, default=200)
    asked.add_argument("--seed", type=int, default=1)
    asked.add_argument("--minutes", type=float, default=180)
    asked.add_argument("--keywords", type=int, default=50_000)
    given = asked.parse_args()
    parts = given.parts or PARTS
    good = True
    if "days" in parts:
        good = on_other_days(list(given.days)) and good
    if "requests" in parts:
        good = made_up_requests() and good
    if "storm" in parts:
        good = storm(given.kills, given.seed) and good
    if "long" in parts:
        good = long(given.minutes, given.keywords) and good
    return 0 if good else 1


if __name__ == "__main__":
    sys.exit(main())
