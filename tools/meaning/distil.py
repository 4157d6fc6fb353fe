"""Distils the table of word meaning (`bunraku/core/text/meaning.npz`) as README.md says."""

import argparse
import itertools
import random
import re
from pathlib import Path

import numpy as np
from numpy.typing import NDArray
from scipy import sparse
from sklearn.cluster import MiniBatchKMeans
from sklearn.linear_model import LogisticRegression

from bunraku.core.text.known_words import frequencies
from bunraku.core.text.meaning import KINDS
from bunraku.core.text.sentence_model import SentenceModel, sentence_model

Matrix = NDArray[np.float64]
WIDTH, PARTS, PIECES = 128, 32, 256
MOST_PHRASES = {"gloss": 45_000, "search": 60_000}
SELDOM = 1e-3
"""Share of all words from which a word says little beside others (smooth inverse frequency)."""
ALONE = 0.3
"""Weight of a word embedded by itself beside 1 for a phrase that holds it."""
_LEX = {6: "thing", 13: "food", 5: "animal", 20: "plant", 18: "person", 15: "place", 17: "place"}
_LEX |= {8: "body", 4: "activity", 14: "activity", 11: "event", 19: "event", 22: "event"}
_LEX |= dict.fromkeys((9, 10, 16, 21, 23, 24, 25), "idea") | {7: "quality", 12: "quality"}
_LEX |= {26: "quality", 27: "substance", 28: "time"}
_SEARCHED = frozenset([4, 5, 6, 8, 10, 12, 13, 18, 20, 22, 23, 27, 28])
FRAMES = (
    "{n}|{n} {m}|{m} for {n}|best {n}|best {n} for {m}|{n} reviews|{n} near me|{n} price|{n} cost|"
    "buy {n}|{n} for sale|how to {v} a {n}|how to {v} {n}|how often should you {v} {n}|{a} {n}|"
    "{a} {n} {m}|{n} vs {m}|what is a {n}|why is my {n} {x}|{n} {x}|how does a {n} work|{n} ideas|"
    "{n} repair|{n} course|{n} service|{n} parts|{n} kit|{n} set|{n} for beginners|{n} guide|"
    "types of {n}|is {n} worth it|when to {v} {n}|{n} replacement|{n} hire|{n} lessons|{n} gift|"
    "{n} recipe|{n} symptoms|used {n}|{n} with {m}|{n} without {m}|can you {v} {n}|{n} online|"
    "{n} installation|{a} {n} under 100|{n} care|should i {v} my {n}|{n} tips"
).split("|")
VERBS = (
    "clean fix make use choose install remove repair store wash paint build grow treat buy".split()
)
QUALITIES = "small large cheap portable electric wooden black white organic vintage outdoor".split()
FAULTS = "not working|leaking|broken|noisy|stuck|loose|blocked|cracked|dry|swollen".split("|")


def main() -> None:
    """Read the words, embed, fit, press, write."""
    ask = argparse.ArgumentParser(description=__doc__)
    ask.add_argument("wordnet", type=Path, help="folder of WordNet's data and index files")
    ask.add_argument("words", type=Path, nargs="+", help="lists of words, one a line")
    ask.add_argument("--to", type=Path, default=Path("bunraku/core/text/meaning.npz"))
    given = ask.parse_args()
    model = sentence_model("en")
    words = _words(given.wordnet, given.words, model)
    phrases = _phrases(given.wordnet, set(words))
    vectors = _fit(words, model.vectors(words), phrases, model.vectors(phrases))
    kept = sorted(_kept(words, vectors), key=lambda word: word.encode())
    place = {word: number for number, word in enumerate(words)}
    table = vectors[[place[word] for word in kept]]
    table /= np.linalg.norm(table, axis=1).mean()
    codes, books = _pressed(table)
    pressed = np.concatenate([book[codes[:, n]] for n, book in enumerate(books)], axis=1)
    kinds = _kinds(given.wordnet, kept, pressed)
    np.savez_compressed(
        given.to,
        words=np.frombuffer("\n".join(kept).encode(), dtype=np.uint8),
        codes=codes,
        codebooks=books.astype(np.float16),
        kinds=kinds.coef_.T.astype(np.float16),
        kinds_constant=kinds.intercept_.astype(np.float16),
    )


def _lemmas(wordnet: Path) -> list[str]:
    lines = [
        line
        for part in ("noun", "verb", "adj", "adv")
        for line in (wordnet / f"index.{part}").read_text().splitlines()
    ]
    return [line.split()[0] for line in lines if not line.startswith(" ")]


def _words(wordnet: Path, lists: list[Path], model: SentenceModel) -> list[str]:
    """Words of WordNet, of the model's pieces and of the lists: plain letters, two or more."""
    found = {part for lemma in _lemmas(wordnet) for part in re.findall("[a-z]+", lemma)}
    found |= set(model.pieces.get_vocab())
    found |= {word for path in lists for word in path.read_text("utf-8").split()}
    return sorted(w for w in found if re.fullmatch("[a-z]{2,16}", w))


def _phrases(wordnet: Path, words: set[str]) -> list[str]:
    """Names of several words, the beginnings of definitions, and phrases as they are searched."""
    names = {lemma.replace("_", " ") for lemma in _lemmas(wordnet) if "_" in lemma}
    names = {name for name in names if set(name.split()) <= words}
    lines = [
        line
        for part in ("noun", "verb", "adj", "adv")
        for line in (wordnet / f"data.{part}").read_text().splitlines()
        if not line.startswith(" ")
    ]
    told = (re.sub(r"\([^)]*\)", "", line.split("| ")[1].split(";")[0]) for line in lines)
    glosses = {" ".join(re.findall(r"[a-z][a-z'-]*", text.lower())) for text in told}
    fit = sorted(gloss for gloss in glosses if 3 <= len(gloss.split()) <= 9)
    chance = random.Random(1)
    chosen = chance.sample(fit, min(len(fit), MOST_PHRASES["gloss"]))
    return [*sorted(names), *chosen, *_searched(wordnet, chance)]


def _searched(wordnet: Path, chance: random.Random) -> list[str]:
    share = frequencies("en")
    nouns: dict[str, float] = {}
    for line in (wordnet / "data.noun").read_text().splitlines():
        parts = line.split()
        if line.startswith(" ") or int(parts[1]) not in _SEARCHED:
            continue
        for number in range(int(parts[3], 16)):
            name = parts[4 + 2 * number].lower().replace("_", " ")
            rarest = min(share.get(word, 0.0) for word in name.split())
            if len(name.split()) <= 2 and rarest > 0:
                nouns[name] = rarest**0.3
    names = sorted(nouns)
    weights = list(itertools.accumulate(nouns[name] for name in names))
    out: set[str] = set()
    while len(out) < MOST_PHRASES["search"]:
        n, m = chance.choices(names, cum_weights=weights, k=2)
        v, a, x = chance.choice(VERBS), chance.choice(QUALITIES), chance.choice(FAULTS)
        out.add(chance.choice(FRAMES).format(n=n, m=m, v=v, a=a, x=x))
    return sorted(out)


def _fit(words: list[str], alone: Matrix, phrases: list[str], together: Matrix) -> Matrix:
    """Vectors of words whose sums over a phrase, by the root of its length, are nearest to what the
    model makes of it: least squares about the words alone, by conjugate gradients."""
    middle = together.mean(axis=0)
    _, _, axes = np.linalg.svd(together[::5] - middle, full_matrices=False)
    target = ((together - middle) @ axes[:WIDTH].T).astype(np.float64)
    alone = ((alone - middle) @ axes[:WIDTH].T).astype(np.float64)
    share = np.array([frequencies("en").get(word, 0.0) for word in words])
    begin = alone * (SELDOM / (SELDOM + share))[:, None]
    place = {word: number for number, word in enumerate(words)}
    entries = [
        (1 / np.sqrt(len(known)), row, number)
        for row, phrase in enumerate(phrases)
        for known in [[place[w] for w in re.findall("[a-z]+", phrase) if w in place]]
        for number in known
    ]
    values, rows, columns = (np.array(part) for part in zip(*entries, strict=True))
    holds = sparse.csr_matrix((values, (rows, columns)), shape=(len(phrases), len(words)))
    system = sparse.vstack([holds, ALONE * sparse.identity(len(words))]).tocsr()
    rest = np.concatenate([target, ALONE * alone]) - system @ begin
    found, step = np.zeros_like(begin), system.T @ rest
    way, size = step.copy(), (step**2).sum(axis=0)
    for _ in range(30):
        onward = system.T @ (system @ way) + way
        length = size / np.maximum((way * onward).sum(axis=0), 1e-12)
        found, step = found + length * way, step - length * onward
        before, size = size, (step**2).sum(axis=0)
        way = step + size / np.maximum(before, 1e-12) * way
    return np.asarray(begin + found)


def _kept(words: list[str], vectors: Matrix) -> list[str]:
    """Words worth their room: no plural of a kept word and nothing that is hardly ever used."""
    share, there = frequencies("en"), set(words)
    return [
        word
        for word in words
        if share.get(word, 0) > 5e-8
        or (
            not (word.endswith("s") and word[:-1] in there)
            and not re.search("(ness|ly|est|iest|ability|ization|isation)$", word)
        )
    ]


def _pressed(table: Matrix) -> tuple[NDArray[np.uint8], Matrix]:
    """Product quantisation: the number of the nearest of 256 pieces, for each of 32 parts."""
    size = WIDTH // PARTS
    codes, books = [], []
    for part in range(PARTS):
        near = MiniBatchKMeans(PIECES, random_state=0, batch_size=4_096, n_init=1, max_iter=60)
        near.fit(table[:, part * size : (part + 1) * size])
        codes.append(near.labels_.astype(np.uint8))
        books.append(near.cluster_centers_)
    return np.array(codes).T, np.array(books)


def _kinds(wordnet: Path, words: list[str], vectors: Matrix) -> LogisticRegression:
    """What kind of thing a word names, learned from the first sense of WordNet's words."""
    kind: dict[str, str] = {}
    for part, name in (("adj", "quality"), ("verb", "action")):
        for line in (wordnet / f"index.{part}").read_text().splitlines():
            if not line.startswith(" "):
                kind[line.split()[0]] = name
    files = {
        line.split()[0]: int(line.split()[1])
        for line in (wordnet / "data.noun").read_text().splitlines()
        if not line.startswith(" ")
    }
    for line in (wordnet / "index.noun").read_text().splitlines():
        parts = line.split()
        if not line.startswith(" "):
            first = files[parts[4 + int(parts[3]) + 2]]
            kind[parts[0]] = _LEX.get(first, kind.get(parts[0], "idea"))
    told = [number for number, word in enumerate(words) if word in kind]
    unit = vectors / np.linalg.norm(vectors, axis=1, keepdims=True)
    labels = [KINDS.index(kind[words[number]]) for number in told]
    share = frequencies("en")
    weights = np.log1p([1e8 * share.get(words[number], 0) for number in told])
    return LogisticRegression(C=3, max_iter=300).fit(unit[told], labels, sample_weight=weights)


if __name__ == "__main__":
    main()
