"""Shapes of the sheet of a match. Times in s."""

from pydantic import BaseModel

from ..views import SeatView


class CountedShareView(BaseModel):
    """k of n with its 95 % interval; None where n is 0."""

    k: int
    n: int
    value: float | None
    low: float | None
    high: float | None


class BreaksView(BaseModel):
    """Breaks of one kind: `kind` says from where or how hit, '' all. balls: those that fell, dry ones as
    nought. open_after: of the kept ones whose next shot is logged."""

    kind: str
    words: str
    n: int
    balls: int
    dry: int
    wet: CountedShareView
    legal: CountedShareView
    kept: CountedShareView
    scratched: int
    open_after: CountedShareView
    won: CountedShareView


class WayView(BaseModel):
    """How often racks were won so, or lost by that."""

    code: str
    words: str
    n: int


class PlayerSheetView(BaseModel):
    """One player's part. best_run: in balls, or in points where the game has them."""

    player: SeatView
    breaks: list[BreaksView]
    won: int
    ways: list[WayView]
    gave: list[WayView]
    first_chances: CountedShareView
    visits: int
    balls: int
    points: int | None
    best_run: int
    fouls: int
    scratches: int
    scratches_with_ball: int
    pots: CountedShareView
    safeties: CountedShareView
    seconds: float | None
    waited: float | None


class SheetRackView(BaseModel):
    """A rack: who broke, who won and how; the loser's shot that gave it away; the first player's lead after
    it; the shot it turned on, where the rack is worked out."""

    number: int
    breaker: str | None
    winner: str | None
    way: str | None
    words: str | None
    gave_by: str | None
    gave_shot: int | None
    gave_words: str | None
    lead: int
    shots: int
    turned_on: int | None
    turned_by: float | None


class SheetView(BaseModel):
    """A match: its players side by side, and its racks. points: the game has them; lead_in_points: they
    cross racks, so that the lead is in them. key_moments: racks logged by those alone."""

    title: str
    discipline: str
    points: bool
    lead_in_points: bool
    players: list[PlayerSheetView]
    racks: list[SheetRackView]
    key_moments: int
