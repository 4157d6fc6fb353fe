"""Keywords as CSV: the columns, documented, and the rows as filtered."""

from collections.abc import Iterator

from bunraku.core.formats.csv_out import Cell, Column, csv_lines
from bunraku.core.weigh.intent_cues import INTENTS
from bunraku.core.weigh.season import TRENDS
from bunraku.core.weigh.verdict import VERDICTS
from bunraku.server.sheet.filters import SORT_FIELD, SheetQuery, filtered
from bunraku.server.sheet.models import STATES, Row, Scope

MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")

COLUMNS = (
    Column("Keyword", "The keyword as first spelled."),
    Column("Channel", "web, video or marketplace."),
    Column("Locale", "Language and country the figures are for."),
    Column("State", "open, kept, shortlisted, parked, dropped or left_out."),
    Column("Heat", "Your own hot, warm or cold; empty where not marked."),
    Column("Searches a month", "Taken-as volume, exact match, an estimate."),
    Column("Searches low", "Lower end of the middle 80 %."),
    Column("Searches high", "Upper end of the middle 80 %."),
    Column("Readings used", "How many readings the volume is made from."),
    Column("Rough", "yes where the volume is a guess from a broad range or from relative interest."),
    Column("Trend", "steady, rising, fading, new, fad or unknown."),
    Column("Change a year (share)", "0.1 is ten per cent more each year."),
    Column("Season strength (0-1)", "Share of the variation that the month explains."),
    Column("Peak month", "Month with most searches, where there is a season."),
    Column("Climb begins", "Month in which searches begin to rise to the peak."),
    Column("Cost per click", "Middle of what advertisers pay, in the project's currency."),
    Column("Ad competition (0-1)", "How contested ads are."),
    Column("Intent", "informational, navigational, commercial or transactional."),
    Column("Local", "yes where searchers look nearby."),
    Column("Difficulty (0-100)", "How strong one must be for an even chance of page one."),
    Column("Own strength (0-100)", "Your outlet's strength for this keyword on the same scale."),
    Column("Chance of page one (0-1)", "Probability that your outlet gets there."),
    Column("Expected position", "If it gets on page one."),
    Column("Weak spots", "Results on page one that your outlet would more likely than not outrank."),
    Column("Title matches", "Of the first ten results, how many carry the exact phrase in the title."),
    Column("Clicks a month", "Expected clicks."),
    Column("Value of a click", "Yours, else half the cost per click."),
    Column("Worth a month", "Expected value in the project's currency."),
    Column("Verdict", "go, try, hard or skip; empty where not weighed."),
    Column("Relevance (0-1)", "How likely it is to be kept, learned from what was kept and dropped."),
    Column("Variants", "Keywords in its variant family, itself among them."),
    Column("Own clicks", "From your own report."),
    Column("Own times shown", "From your own report."),
    Column("Own position", "From your own report."),
    *(Column(f"{month} (share)", "Share of the year's searches.") for month in MONTHS),
)


def keywords_csv(scope: Scope, wanted: SheetQuery) -> Iterator[str]:
    """The keywords of a filter, all of them, in the order of the sheet."""
    field = SORT_FIELD.get(wanted.sort, wanted.sort)
    rows = filtered(scope, wanted).order_by(f"-{field}" if wanted.descending else field, "id")
    return csv_lines(COLUMNS, (_cells(scope, row) for row in rows.iterator(chunk_size=2_000)))


def _cells(scope: Scope, row: Row) -> list[Cell]:
    def rounded(value: float | None, digits: int = 3) -> Cell:
        return None if value is None else round(value, digits)

    def month(number: int) -> Cell:
        return MONTHS[number - 1] if number else None

    shares: list[Cell] = [share / 1000 for share in row.month_share] or [None] * 12
    return [
        row.text,
        scope.channel,
        scope.locale,
        STATES[row.state],
        row.heat,
        rounded(row.volume, 0),
        rounded(row.volume_low, 0),
        rounded(row.volume_high, 0),
        row.volume_from,
        row.volume_rough,
        TRENDS[row.trend],
        rounded(row.change_share),
        rounded(row.season_strength),
        month(row.peak_month),
        month(row.climb_month),
        rounded(row.cpc, 2),
        rounded(row.ad_competition),
        INTENTS[row.intent] if row.intent >= 0 else None,
        row.local,
        rounded(row.difficulty, 1),
        rounded(row.own_strength, 1),
        rounded(row.chance),
        rounded(row.position, 1),
        row.weak_spots,
        row.title_matches,
        rounded(row.clicks, 1),
        rounded(row.click_value, 2),
        rounded(row.worth, 2),
        VERDICTS[row.verdict],
        rounded(row.relevance, 2),
        row.family_size,
        row.own_clicks,
        row.own_impressions,
        row.own_position,
        *shares,
    ]
