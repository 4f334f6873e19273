"""Questions over the facts of shots: a measure, split by something, of the shots that fit."""

import csv
import io
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from datetime import date
from typing import Annotated, Any, Literal

from apiflask import APIBlueprint
from flask import Response
from pydantic import BaseModel, ConfigDict, Field, ValidationInfo, create_model, field_validator

from aretane.core.games import DISCIPLINES
from aretane.core.statistics.answers import against, answer
from aretane.core.statistics.questions import MEASURE, MEASURES, SPLIT, SPLITS
from aretane.core.statistics.rose import rose
from aretane.store import facts, questions, read
from aretane.store.database import Db, reading
from aretane.store.errors import NotFound
from aretane.store.measures import IDS
from aretane.store.questions import Asked
from aretane.store.records import Asker
from aretane.store.sql import Row

from ..asker import catch_up, database, to_read
from ..views import SeatView
from .asked_views import (
    AskedView,
    BandDifference,
    BandView,
    CatalogView,
    FoundShot,
    RosesView,
    ShotsView,
    held_view,
    in_unit,
    measure_view,
    rose_view,
    series_view,
    split_view,
)

blueprint = APIBlueprint("asked", __name__, url_prefix="/api/numbers")

PAGE = 50
"""Shots of one page."""
DRAWN = 600
"""Misses of a rose, the newest: more would be a blot."""
STREAMED = 2000
"""Shots read at once for a file."""
ALL = "all"
"""The discipline of a question that throws pool and snooker together."""
APART = "snooker"
"""What is not thrown together with the other disciplines unasked."""
KEPT_APART = "Snooker is left out: it is thrown together with pool only if you ask for all."


class _Question(BaseModel):
    """A question as its address says it: what is asked, split by what, of whom, and a band of any split."""

    model_config = ConfigDict(extra="forbid")

    measure: str = "pots"
    by: str | None = None
    against: Annotated[int, Field(ge=1, le=2**31)] | None = None
    since: date | None = None
    until: date | None = None

    @field_validator("measure")
    @classmethod
    def _known_measure(cls, value: str) -> str:
        if value not in MEASURE:
            raise ValueError(f"there is no measure {value!r}: take one of {', '.join(MEASURE)}")
        return value

    @field_validator("by")
    @classmethod
    def _known_split(cls, value: str | None) -> str | None:
        if value is not None and value not in SPLIT:
            raise ValueError(f"nothing is split by {value!r}: take one of {', '.join(SPLIT)}")
        return value


def _band(value: str | None, info: ValidationInfo) -> str | None:
    """A band of the field's split, as far as the split has bands of its own."""
    split = SPLIT[str(info.field_name)]
    if value is None:
        return None
    if split.code in IDS:
        if not value.isdigit() or not 1 <= int(value) <= 2**31:
            raise ValueError(f"a {split.words} is named by its number")
    elif split.code == "discipline":
        if value != ALL and value not in DISCIPLINES:
            raise ValueError(f"take one of {', '.join((ALL, *DISCIPLINES))}")
    elif split.bands and value not in {band.code for band in split.bands}:
        raise ValueError(f"take one of {', '.join(band.code for band in split.bands)}")
    return value


Text = Annotated[str, Field(max_length=120)]
AskedQuery = create_model(
    "AskedQuery",
    __base__=_Question,
    __validators__={"band": field_validator(*SPLIT)(_band)},
    **{split.code: (Text | None, None) for split in SPLITS},  # type: ignore[call-overload]
)
AskedShotsQuery = create_model(
    "AskedShotsQuery",
    __base__=AskedQuery,
    page=(Annotated[int, Field(ge=1, le=100_000)], 1),
    order=(Literal["newest", "highest", "lowest"], "newest"),  # type: ignore[arg-type,maybe-unrecognized-str-typeform]
)


@blueprint.get("/catalog")
@blueprint.output(CatalogView)
def catalog() -> CatalogView:
    """What can be asked, with definitions, and what it can be split by. Tags are those in use."""
    with to_read() as (db, asker):
        tags = questions.words(db, asker.club_id, "tag")
    splits = [split_view(split) for split in SPLITS]
    for view in splits:
        if view.code == "tag":
            view.bands = [BandView(code=tag, words=tag) for tag in tags]
        if view.code == "discipline":
            view.bands = [BandView(code=code, words=game.words) for code, game in DISCIPLINES.items()]
    return CatalogView(measures=[measure_view(one) for one in MEASURES], splits=splits)


@blueprint.get("/asked")
@blueprint.input(AskedQuery, location="query")
@blueprint.output(AskedView)
def asked(query_data: Any) -> AskedView:
    """The answer with its intervals, and what was left out and why."""
    catch_up()
    with to_read() as (db, asker):
        return _answer(db, asker, query_data)


@blueprint.get("/asked/shots")
@blueprint.input(AskedShotsQuery, location="query")
@blueprint.output(ShotsView)
def shots(query_data: Any) -> ShotsView:
    """The shots behind an answer."""
    catch_up()
    with to_read() as (db, asker):
        names = {one["id"]: one["name"] for one in read.heads(db, asker.club_id).values()}
        question = _of_one(db, asker, query_data)
        rows, total = questions.shots(db, question, (query_data.page - 1) * PAGE, PAGE, query_data.order)
    unit = MEASURE[question.measure].unit
    found = [
        FoundShot(**row | {"player": names[row["player"]], "value": in_unit(row["value"], unit)})
        for row in rows
    ]
    return ShotsView(shots=found, total=total, page=query_data.page, pages=max(1, -(-total // PAGE)))


@blueprint.get("/asked/rose")
@blueprint.input(AskedQuery, location="query")
@blueprint.output(RosesView)
def roses(query_data: Any) -> RosesView:
    """Where the cue ball ended round the places meant: one rose of all, and one a band."""
    catch_up()
    with to_read() as (db, asker):
        known = read.heads(db, asker.club_id)
        question = replace(_of_one(db, asker, query_data), measure="missed-by")
        labels = _labels(db, asker, query_data.by, known)
        rows = questions.misses(db, question, DRAWN)
        total = questions.shots(db, replace(question, by=None), 0, 1)[1]
    by_band: dict[str, list[Row]] = {"": list({_place(row): row for row in rows}.values())}
    for row in rows:
        if query_data.by is not None and row["band"] is not None:
            by_band.setdefault(str(row["band"]), []).append(row)
    order = {code: k for k, code in enumerate(("", *labels))}
    found = []
    for code in sorted(by_band, key=lambda one: (order.get(one, len(order)), one)):
        own = [{name: value for name, value in row.items() if name != "band"} for row in by_band[code]]
        one = rose([(row["along"], row["across"]) for row in own])
        found.append(rose_view(one, BandView(code=code, words=labels.get(code, code)), own))
    return RosesView(roses=found, shown=len(rows), total=total)


def _place(row: Row) -> tuple[int, int, int]:
    return row["recording"], row["rack"], row["shot"]


@blueprint.get("/asked/shots.csv")
@blueprint.input(AskedQuery, location="query")
@blueprint.doc(responses={200: "One line a shot, as CSV"})
def shots_file(query_data: Any) -> Response:
    """The shots behind an answer as CSV, sent while they are read."""
    with to_read() as (db, asker):
        names = {one["id"]: one["name"] for one in read.heads(db, asker.club_id).values()}
        question = _of_one(db, asker, query_data)
    address = database()

    def lines() -> Iterator[str]:
        yield _line(COLUMNS)
        first, unit = 0, MEASURE[question.measure].unit
        while True:
            with reading(address) as db:
                rows, _ = questions.shots(db, question, first, STREAMED)
            for row in rows:
                told = row | {"player": names.get(row["player"], ""), "value": in_unit(row["value"], unit)}
                yield _line([told[column] for column in COLUMNS])
            first += len(rows)
            if len(rows) < STREAMED:
                return

    head = {"Content-Disposition": 'attachment; filename="aretane-shots.csv"'}
    return Response(lines(), mimetype="text/csv", headers=head)


COLUMNS = (
    "played_on", "title", "recording", "rack", "shot", "player", "role", "stroke", "outcome", "grade",
    "value",
)  # fmt: skip


def _line(values: Sequence[object]) -> str:
    """One line of CSV. What a spreadsheet would take for a formula is kept as text."""
    out = io.StringIO()
    safe = [f"'{one}" if isinstance(one, str) and one[:1] in "=+-@\t\r" else one for one in values]
    csv.writer(out).writerow(["" if one is None else one for one in safe])
    return out.getvalue()


def _answer(db: Db, asker: Asker, query: Any) -> AskedView:
    known = read.heads(db, asker.club_id)
    question, remarks = _question(db, asker, query)
    measure, split = MEASURE[question.measure], None if query.by is None else SPLIT[query.by]
    labels = _labels(db, asker, query.by, known)
    series, answers = [], []
    who = _players(query, known, remarks)
    question = replace(question, where=(*question.where, *(("player", str(one)) for one in who if one)))
    rows = questions.counts(db, question, len(who) > 1)
    # A shot counts in each of its bands, and once in all.
    several = split is not None and split.several
    whole = questions.counts(db, replace(question, by=None), len(who) > 1) if several else rows
    for player in who:
        found = answer(questions.tallies(rows, player), measure, split, list(labels))
        if several:
            found = replace(found, whole=answer(questions.tallies(whole, player), measure, None, []).whole)
        row = None if player is None else known[player]
        seat = None if row is None else SeatView(id=str(row["id"]), name=row["name"], level=row["level"])
        series.append(series_view(seat, found, measure, labels))
        answers.append(found)
    left = questions.left_out(db, question)
    unknown = sum(int(row["unknown"]) for row in whole)
    if not any(one.whole.interval.n for one in series):
        remarks.append(
            f"{unknown} shots fit this question, but none says what is needed: {measure.known}."
            if unknown
            else "No shot fits this question: take a condition out, or log more shots."
        )
    apart = against(answers[0], answers[1], measure) if len(answers) == 2 else []
    return AskedView(
        measure=measure_view(measure),
        split=None if split is None else split_view(split),
        series=series,
        differences=[BandDifference(code=code, held=held_view(one, measure)) for code, one in apart],
        left_out=int(left["left_out"]),
        unlogged=int(left["unlogged"]),
        unknown=unknown,
        waiting=questions.waiting(db, asker.club_id),
        remarks=remarks,
    )


def _players(query: Any, known: Mapping[int, Row], remarks: list[str]) -> list[int | None]:
    """Who is asked about: one player or two, or everybody (None). Raises NotFound."""
    ids = [int(one) for one in (query.player, query.against) if one is not None]
    for player in ids:
        if player not in known:
            raise NotFound(f"there is no player {player}")
    if query.player is None and query.against is not None:
        remarks.append("Name a player to put another one beside.")
    return list(dict.fromkeys(ids)) or [None]


def _question(db: Db, asker: Asker, query: Any) -> tuple[Asked, list[str]]:
    """The question over the store, and what is to be said about it."""
    remarks = []
    where = [
        (split.code, value)
        for split in SPLITS
        if split.code != "player" and (value := getattr(query, split.code)) is not None
    ]
    but: tuple[tuple[str, str], ...] = ()
    if query.discipline == ALL:
        where = [pair for pair in where if pair[0] != "discipline"]
    elif query.discipline is None and query.by not in ("discipline", "recording"):
        but = apart(db, asker)
        remarks += [KEPT_APART] if but else []
    since, until = query.since, query.until
    if since is not None and until is not None and since > until:
        remarks.append(f"{since} is after {until}, so nothing lies between: let the dates change places.")
    return Asked(asker.club_id, query.measure, query.by, tuple(where), but, since, until), remarks


def apart(db: Db, asker: Asker) -> tuple[tuple[str, str], ...]:
    """What a question leaves out unasked: snooker, where the club plays pool too."""
    there = questions.disciplines(db, asker.club_id)
    return (("discipline", APART),) if APART in there and len(there) > 1 else ()


def _of_one(db: Db, asker: Asker, query: Any) -> Asked:
    """The question over the store of the one player it names, or of everybody."""
    question, _ = _question(db, asker, query)
    if query.player is None:
        return question
    return replace(question, where=(*question.where, ("player", query.player)))


def _labels(db: Db, asker: Asker, by: str | None, known: Mapping[int, Row]) -> dict[str, str]:
    """Words of bands by code, in the order in which they are to stand."""
    if by is None:
        return {}
    if by in ("player", "opponent"):
        return {str(number): row["name"] for number, row in known.items()}
    if by == "recording":
        return {str(row["id"]): row["title"] for row in facts.titles(db, asker.club_id)}
    if by == "discipline":
        return {code: game.words for code, game in DISCIPLINES.items()}
    return {band.code: band.words for band in SPLIT[by].bands}
