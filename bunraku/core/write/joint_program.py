"""Several texts as one program: those of each beside each other, each phrase counted once."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property

import numpy as np
from scipy import sparse

from bunraku.core.solvers import bounds, constraint, linprog, milp
from bunraku.core.write.packing import Wish, prepare
from bunraku.core.write.phrase_program import (
    PhraseProgram,
    least_of,
    no_circle,
    order_in,
    phrase_program,
)
from bunraku.core.write.phrase_table import Floats, PhraseTable, text_of

PAIR_GAP = 0.008
"""Share of the best that may be missing."""
MOST_ROUNDS = 5
"""Times that circles are forbidden."""


@dataclass(frozen=True)
class _Text:
    """One text: its table and program, which phrases it may say, and its wish."""

    table: PhraseTable
    program: PhraseProgram
    kept: list[int]
    wish: Wish


@dataclass(frozen=True)
class JointProgram:
    """Texts, what all phrases that are looked at are worth (by their place), and the value of those
    that are not."""

    texts: list[_Text]
    values: dict[int, float]
    rest: float

    @cached_property
    def _starts(self) -> list[int]:
        """Where the variables of each text begin, and where the last end."""
        widths = [text.program.matrix.shape[1] for text in self.texts]
        return [0, *np.cumsum(widths).tolist()]

    @cached_property
    def _matrix(self) -> sparse.csr_matrix:
        rows = {place: number for number, place in enumerate(self.values)}
        once = sparse.lil_matrix((len(rows), self._starts[-1]))
        for start, text in zip(self._starts, self.texts, strict=False):
            for number, place in enumerate(text.kept):
                once[rows[place], start + text.program.n + number] = 1.0
        blocks = sparse.block_diag([text.program.matrix for text in self.texts])
        return sparse.vstack([blocks, once]).tocsr()

    @cached_property
    def _limits(self) -> Floats:
        limits = [text.program.limits for text in self.texts]
        return np.concatenate([*limits, np.ones(len(self.values))])

    @cached_property
    def _worth(self) -> Floats:
        worth = np.zeros(self._starts[-1])
        for start, text in zip(self._starts, self.texts, strict=False):
            at = start + text.program.n
            worth[at : at + text.program.n] = -text.program.value
        return worth

    @cached_property
    def _least(self) -> Floats:
        return np.concatenate([least_of(text.program) for text in self.texts])

    @cached_property
    def _most(self) -> Floats:
        """One, but for what would only say the same in another order: of texts with the same wish
        the first counts the phrase of most value, if one does; the first or the second the next."""
        most = np.ones(self._starts[-1])
        ranked = sorted(self.values, key=lambda place: (-self.values[place], place))
        rank = {place: number for number, place in enumerate(ranked)}
        for number, (start, text) in enumerate(zip(self._starts, self.texts, strict=False)):
            alike = sum(other.wish == text.wish for other in self.texts[:number])
            for at, place in enumerate(text.kept):
                if rank[place] < alike:
                    most[start + text.program.n + at] = 0.0
        return np.maximum(most, self._least)

    def relaxed(self) -> float:
        """The value that no texts exceed: of the program with parts of phrases allowed."""
        solved = linprog(
            self._worth,
            A_ub=self._matrix,
            b_ub=self._limits,
            bounds=np.stack([self._least, np.ones(len(self._least))], axis=1),
            method="highs",
        )
        known = sum(self.values.values())
        return self.rest + (known if solved.x is None else -float(solved.fun))

    def best(self, nodes: int) -> tuple[list[str], float]:
        """The best texts there are, to within `PAIR_GAP` where so many branches (`nodes`) prove it,
        and the value that none exceed; no texts where circles remain. It is stopped by a number and
        no time, so that the answer is the same on every machine. Cost: exponential at worst."""
        matrix, limits = self._matrix, self._limits
        bound = float(sum(self.values.values()))
        whole = np.concatenate([_whole(text.program) for text in self.texts] or [np.zeros(0)])
        for _ in range(MOST_ROUNDS):
            solved = milp(
                self._worth,
                constraints=constraint(matrix, -np.inf, limits),
                integrality=whole,
                bounds=bounds(self._least, self._most),
                options={"mip_rel_gap": PAIR_GAP, "node_limit": nodes},
            )
            if solved.mip_dual_bound is not None:
                bound = min(bound, -float(solved.mip_dual_bound))
            if solved.x is None:
                break
            texts: list[str] = []
            cuts: list[tuple[Floats, float]] = []
            for start, text in zip(self._starts, self.texts, strict=False):
                width = text.program.matrix.shape[1]
                order, circles = order_in(text.program, solved.x[start : start + width])
                texts.append(_text(text, order))
                for circle in circles:
                    row = np.zeros(self._starts[-1])
                    row[start : start + width] = no_circle(text.program, circle)
                    cuts.append((row, len(circle) - 1.0))
            if not cuts:
                return texts, bound + self.rest
            matrix = sparse.vstack([matrix, np.array([row for row, _ in cuts])]).tocsr()
            limits = np.concatenate([limits, [limit for _, limit in cuts]])
        return [], bound + self.rest


def _whole(program: PhraseProgram) -> Floats:
    whole = np.ones(program.matrix.shape[1])
    whole[program.n : 2 * program.n] = 0
    return whole


def _text(text: _Text, order: Sequence[int]) -> str:
    said = text_of(text.table, order, text.wish.joiner)
    return said[:1].upper() + said[1:] + text.wish.end if said else ""


def joint_program(
    phrases: Sequence[str], values: Sequence[float], wishes: Sequence[Wish], looked: Sequence[int]
) -> JointProgram:
    """The program of texts, one for each wish, over the phrases that are `looked` at. Raises:
    nothing. Cost: texts times phrases squared."""
    rest = float(sum(values)) - float(sum(values[place] for place in looked))
    texts = [_one(phrases, values, wish, looked) for wish in wishes]
    return JointProgram(texts, {place: values[place] for place in looked}, rest)


def _one(
    phrases: Sequence[str], values: Sequence[float], wish: Wish, looked: Sequence[int]
) -> _Text:
    ready = prepare(phrases, values, wish, looked)
    program = phrase_program(ready.table, ready.room, ready.head, ready.must)
    return _Text(ready.table, program, ready.kept, wish)
