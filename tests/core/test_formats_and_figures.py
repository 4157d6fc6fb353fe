"""CSV that no spreadsheet runs, and the contract that every figure keeps."""

import csv
import io
import re
from dataclasses import replace
from datetime import date

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from bunraku.core.figures import FIGURES, HELP, Figure, figures_markdown
from bunraku.core.formats.csv_out import Column, csv_lines, safe_cell
from bunraku.core.weigh.page import PageFacts
from bunraku.core.weigh.page_signs import page_signs
from bunraku.core.weigh.trust import Learned
from bunraku.core.weigh.verdict import PRESETS
from bunraku.core.weigh.volume import Told
from bunraku.core.weigh.weighing import (
    Evidence,
    Figures,
    OutletFigures,
    Standpoint,
    months_of,
    weigh,
    weigh_for_outlet,
)
from tests.bench import weighing as bench

NAN = float("nan")


@pytest.mark.parametrize("start", ["=", "+", "-", "@", "\t", "\r", "＝", "＋", "－", "＠"])
def test_texts_that_could_run_are_tamed(start: str) -> None:
    assert safe_cell(f"{start}cmd|' /c calc'!A1") == f"'{start}cmd|' /c calc'!A1"


@pytest.mark.parametrize(
    ("cell", "written"),
    [
        (-12.5, -12.5),
        (0, 0),
        (None, ""),
        (True, "yes"),
        (False, "no"),
        (date(2026, 6, 2), "2026-06-02"),
        ("a=b", "a=b"),
    ],
)
def test_numbers_stay_numbers(cell: object, written: object) -> None:
    assert safe_cell(cell) == written  # type: ignore[arg-type]


@given(st.lists(st.lists(st.text(max_size=8), min_size=2, max_size=2), max_size=8))
def test_what_is_written_can_be_read(rows: list[list[str]]) -> None:
    text = "".join(csv_lines([Column("A", "first"), Column("B", "second")], rows))
    assert text.startswith("\ufeff")
    read = list(csv.reader(io.StringIO(text.removeprefix("\ufeff"), newline="")))
    assert read[0] == ["A", "B"]
    assert read[1:] == [[safe_cell(cell) for cell in row] for row in rows]


def test_rows_of_another_length_are_refused() -> None:
    with pytest.raises(ValueError, match="row 2 has 1 cells"):
        list(csv_lines([Column("A", ""), Column("B", "")], [["x", "y"], ["z"]]))


@pytest.mark.parametrize("figure", FIGURES, ids=lambda figure: figure.id)
def test_every_figure_says_what_it_is(figure: object) -> None:
    doc = figure.doc  # type: ignore[attr-defined]
    assert "Returns:" in doc
    assert "Raises:" in doc
    assert 20 < len(str(figure.help)) < 900  # type: ignore[attr-defined]


def test_ids_of_figures_are_unique_and_documented() -> None:
    assert len({figure.id for figure in FIGURES}) == len(FIGURES)
    text = figures_markdown()
    assert all(f"## {figure.name}\n" in text for figure in FIGURES)


def evidence(n: int, *, known: bool) -> Evidence:
    """n keywords about which everything or nothing is known."""
    value = 1.0 if known else NAN
    ones = np.full(n, value)
    page = np.full((n, 10), value)
    return Evidence(
        texts=[f"keyword {i}" for i in range(n)],
        read_as=[f"keyword {i}" for i in range(n)],
        fit=np.ones(n),
        priority=[""] * n,
        intents_overruled=[""] * n,
        words=np.full(n, 2),
        told=Told(
            *(np.full((n, 2), 900 * value),) * 2,
            np.zeros((n, 2), np.int8),
            np.zeros((n, 2)),
            np.array([0.25, 0.25]),
            np.zeros(2, np.int8),
        ),
        series=np.full((n, 36), 900 * value),
        series_average=900 * ones,
        index=np.full((n, 36), NAN),
        last_month=9,
        rough=np.full(n, NAN),
        cpc=ones,
        page=PageFacts(40 * page, 5 * page, page),
        signs=page_signs([None] * n, [""] * n, "en"),
        features=[[]] * n,
        ads=ones,
        difficulty_told=np.full(n, NAN),
        competition=ones,
        own_position=np.full(n, NAN),
        guesses=[""] * n,
    )


def test_what_the_bench_weighs_can_be_weighed() -> None:
    """The bench is run by hand, so that a change of what it calls would show there last."""
    few = bench.evidence(3)
    assert weigh(few, bench.STANDPOINT, Learned()).volume.value.shape == (3,)
    assert bench.part(few, 1).texts == few.texts[1:2]


STANDPOINT = Standpoint(channel="web", language="en", thresholds=PRESETS["growing"])


def weighed(given: Evidence, standing: float | None = 34.0) -> tuple[Figures, OutletFigures]:
    """For everyone, and for an outlet."""
    figures = weigh(given, STANDPOINT, Learned())
    return figures, weigh_for_outlet(given, figures, STANDPOINT, standing)


@pytest.mark.parametrize("n", [0, 1, 7])
@pytest.mark.parametrize("known", [True, False])
def test_weighing_takes_none_one_many_and_nothing_known(n: int, known: bool) -> None:
    figures, ours = weighed(evidence(n, known=known))
    for values in (
        figures.volume.value,
        figures.difficulty,
        ours.outlook.page_one,
        ours.worth,
        ours.clicks,
    ):
        assert values.shape == (n,)
        assert np.isfinite(values).all() if known else np.isnan(values).all()
    assert ours.hands.shape == (n, 3)
    assert (ours.verdict > 0).all() if known else (ours.verdict == 0).all()


def test_weighing_without_an_outlet_knows_no_chance() -> None:
    figures, nobodys = weighed(evidence(2, known=True), standing=None)
    assert np.isnan(nobodys.outlook.page_one).all()
    assert np.isnan(nobodys.worth).all()
    assert np.isfinite(figures.difficulty).all()
    assert (nobodys.verdict == 0).all()


def test_a_stronger_outlet_has_the_better_chance_on_the_same_figures() -> None:
    given = evidence(2, known=True)
    figures, weak = weighed(given, standing=10.0)
    strong = weigh_for_outlet(given, figures, STANDPOINT, 80.0)
    assert (strong.outlook.page_one > weak.outlook.page_one).all()
    assert (strong.worth > weak.worth).all()


def test_the_users_own_intent_stands() -> None:
    overruled = evidence(2, known=True)
    mine = Evidence(**{**overruled.__dict__, "intents_overruled": ["navigational", ""]})
    assert weigh(mine, STANDPOINT, Learned()).intent_names == ["navigational", "transactional"]


def test_one_call_gives_what_single_calls_give() -> None:
    rng = np.random.default_rng(6)
    many = evidence(5, known=True)
    exact = rng.uniform(10, 1e4, (5, 2))
    many = Evidence(**{**many.__dict__, "told": replace(many.told, low=exact, high=exact)})
    together, ours = weighed(many)
    for i in range(5):
        alone, mine = weighed(bench.part(many, i))
        assert mine.worth[0] == pytest.approx(ours.worth[i])
        assert alone.volume.high[0] == pytest.approx(together.volume.high[i])


def test_months_are_brought_to_the_volume_and_interest_stands_in() -> None:
    """By hand: a source of 100 a month, taken as 50; interest of mean 2 and 300 searches."""
    series = np.array([[100.0] * 12, [NAN] * 12, [NAN] * 12])
    index = np.array([[NAN] * 12, [1.0, 3.0] * 6, [1.0, 3.0] * 6])
    months = months_of(series, np.array([100.0, NAN, NAN]), index, np.array([50.0, 300.0, NAN]))
    assert months[0].tolist() == [50] * 12
    assert months[1].tolist() == [150, 450] * 6
    # Without any volume the year can still be read from interest alone.
    assert months[2].tolist() == [1, 3] * 6


@pytest.mark.parametrize("figure", FIGURES, ids=[figure.id for figure in FIGURES])
def test_every_figure_has_a_help_text_for_people(figure: Figure) -> None:
    for sentence in figure.help:
        assert sentence[0].isupper()
        assert sentence.endswith(".")
        assert len(sentence) <= 260
    # No names of code and no constants: those are in the docstring.
    assert not re.search(r"`|_|[A-Z]{3,}|\(n|0\.\d", str(figure.help))


def test_no_help_text_is_left_over() -> None:
    assert set(HELP) == {figure.id for figure in FIGURES}
