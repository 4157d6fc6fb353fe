"""What keywords would be to an outlet if it were stronger or weaker: worked out, stored nowhere."""

from collections.abc import Sequence

from bunraku.core.weigh.weighing import weigh, weigh_for_outlet
from bunraku.server.projects.models import Outlet
from bunraku.server.sheet.models import Row, Scope
from bunraku.server.weigh.evidence import decisions_on, gather_evidence, standpoint_of
from bunraku.server.weigh.latest import latest_readings
from bunraku.server.weigh.stated_figures import learned_of
from bunraku.server.weigh.taught import told_of_outlet
from bunraku.server.weigh.weighing import outlook_columns


def as_if_stronger(scope: Scope, rows: Sequence[Row], outlet: Outlet, points: float) -> None:
    """Give rows (with their keywords) the figures that they would have if an outlet had so many
    points of strength more; in memory alone. Rows without a chance keep what they have: nothing is
    known of their pages. As many queries whatever the number of rows."""
    rows = [row for row in rows if row.chance is not None]
    if not rows:
        return
    read = latest_readings(scope, [row.keyword.key for row in rows])
    evidence = gather_evidence(scope, rows, read, decisions_on(scope, rows))
    standpoint = standpoint_of(scope)
    figures = weigh(evidence, standpoint, learned_of(scope))
    said = told_of_outlet(outlet)
    said["stronger"] += points
    weighed = weigh_for_outlet(evidence, figures, standpoint, **said)
    for name, values in outlook_columns(weighed, figures).items():
        for row, value in zip(rows, values, strict=True):
            if value is not None:
                setattr(row, name, value)
