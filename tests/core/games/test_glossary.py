"""Words that switch with the discipline. The pairs are common practice of the trade, with no source."""

import re
from pathlib import Path

import pytest

from aretane.core import vocabulary as v
from aretane.core.games.glossary import GLOSSARY, dialect_of, say, touched

PAIRS = [
    ("Where did the cue ball end? Place it.", "Where did the white end? Place it."),
    ("Cue-ball fouls only", "Fouls on the white only"),
    ("no rail after contact, two rails before", "no cushion after contact, two cushions before"),
    ("rack over; next rack", "frame over; next frame"),
    ("run of 5, best run 20", "break of 5, best break 20"),
    ("illegal break; the black is down on the break", "foul break-off; the black is down on the break-off"),
    ("Bank, kick, combination or carom", "Double, escape, plant or cannon"),
    ("a scratch is logged", "an in-off is logged"),
    ("Balls that save a break-out", "Balls that save a split"),
    ("foot left corner; left side pocket", "top left corner; left middle pocket"),
    ("draw 0.30 R at this speed", "screw 0.30 R at this pace"),
    ("Race to (racks)", "First to (frames)"),
    ("a two-rail kick", "a two-cushion escape"),
    ("Racks, breakable", "Frames, breakable"),
]


@pytest.mark.parametrize(("canonical", "snooker"), PAIRS)
def test_snooker_says_it_in_its_own_words(canonical: str, snooker: str) -> None:
    assert say(canonical, "snooker") == snooker


def test_pool_says_inning_and_the_rest_as_written() -> None:
    assert say("Plan the whole visit; two visits", "pool") == "Plan the whole inning; two innings"
    assert [say(text, "pool") for text, _ in PAIRS] == [text for text, _ in PAIRS]


def test_names_of_people_stay() -> None:
    assert (
        say("Lena Banks banks on the rail", "snooker", ("Lena Banks",))
        == "Lena Banks doubles on the cushion"
    )
    assert touched(["Teo Brandvold", "Team run", "Rail Road Club"]) == ["Rail Road Club", "Team run"]


def test_the_member_chooses_or_the_game_does() -> None:
    assert dialect_of("snooker", "game") == dialect_of("english-eight-ball", "game") == "snooker"
    assert dialect_of("nine-ball", "game") == dialect_of("snooker", "pool") == "pool"
    assert dialect_of("nine-ball", "snooker") == "snooker"


def test_the_glossary_knows_every_pair_of_the_trade() -> None:
    words = {term.pool: term.snooker for term in GLOSSARY}
    trade = {
        "cue ball": "white", "rail": "cushion", "draw": "screw", "follow": "top", "bank": "double",
        "combination": "plant", "carom": "cannon", "hook": "snooker", "break-out": "split",
        "mechanical bridge": "rest", "inning": "visit", "run": "break", "speed": "pace", "rack": "frame",
    }  # fmt: skip
    assert {word: words.get(word) for word in trade} == trade
    assert len({term.canonical for term in GLOSSARY}) == len(GLOSSARY)


def test_no_word_of_the_vocabulary_stays_half_translated() -> None:
    """What a dialect says is no word to translate, but where snooker uses pool's word otherwise."""
    double_meaning = {"break", "breaks", "visit", "visits", "split"}
    tables = [value for value in vars(v).values() if isinstance(value, dict)]
    flat = [text for table in tables for text in table.values() if isinstance(text, str)]
    assert len(flat) > 100
    for text in flat:
        said = say(text, "snooker")
        left = {t.canonical for t in GLOSSARY if t.snooker != t.canonical and _says(said, t.canonical)}
        assert left <= double_meaning, (text, said)


def _says(text: str, phrase: str) -> bool:
    return re.search(rf"(?<!\w){re.escape(phrase)}(?![\w-])", text, re.IGNORECASE) is not None


def test_the_front_end_uses_the_same_table() -> None:
    from aretane.cli.describe import disciplines, glossary

    words = Path(__file__).parents[3] / "frontend" / "src" / "words"
    assert (words / "glossary.json").read_text() == glossary(), "run ./aretane types"
    assert (words / "disciplines.json").read_text() == disciplines(), "run ./aretane types"
