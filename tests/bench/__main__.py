"""`make bench`: how fast Bunraku is, each figure beside a plain baseline measured in the same run,
on data made here.

A baseline is what one would write without thinking of speed: plain sqlite3, a loop per keyword,
pairwise sets. Ratios travel between machines; seconds do not."""

import os
import sys
import tempfile
from dataclasses import dataclass

os.environ["BUNRAKU_DATA"] = tempfile.mkdtemp(prefix="bunraku-bench-")
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "bunraku.server.settings")

import django

django.setup()

from tests.bench import (  # noqa: E402
    chances,
    clustering,
    demo,
    fitting,
    following,
    gathering,
    large_plan,
    meaning,
    packing,
    pages,
    planning,
    readers,
    readings,
    sheet,
    weighing,
    writing,
)


@dataclass(frozen=True)
class Line:
    """A figure measured: its name, as text, the level it is held to and whether it keeps it."""

    name: str
    measured: str
    level: str
    kept: bool


def main() -> int:
    """Run every bench, or those named on the command line; returns 1 where a level is missed."""
    rooms = {
        "gathering": gathering,
        "weighing": weighing,
        "pages": pages,
        "readings": readings,
        "clustering": clustering,
        "meaning": meaning,
        "fitting": fitting,
        "planning": planning,
        "large_plan": large_plan,
        "packing": packing,
        "writing": writing,
        "following": following,
        "sheet": sheet,
        "readers": readers,
        "demo": demo,
        "chances": chances,
    }
    wanted = sys.argv[1:] or list(rooms)
    missed = 0
    for name in wanted:
        print(f"\n{name}", flush=True)
        for line in rooms[name].run():
            answer = Line(*line)
            missed += not answer.kept
            print(
                f"  {answer.name:<58} {answer.measured:<44} {answer.level:<22} "
                f"{'kept' if answer.kept else 'MISSED'}",
                flush=True,
            )
    print(f"\n{missed} level{'s' if missed != 1 else ''} missed")
    return 1 if missed else 0


if __name__ == "__main__":
    sys.exit(main())
