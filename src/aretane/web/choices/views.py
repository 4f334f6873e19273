"""Shapes of what could be played at a shot."""

from math import hypot, radians
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, model_validator

from aretane.core.choice.wish import Wished
from aretane.core.equipment.table import PocketName
from aretane.core.motion.strike import MISCUE
from aretane.formats.core_values import point
from aretane.formats.shapes import Ball, OptionKind, Place

from ..positions import RacedBody
from ..views import MatchView, PathView, ShareView

Offset = Annotated[float, Field(ge=-0.5, le=0.5)]


class AddedBody(BaseModel):
    """An option that somebody had in mind; what is not said is found, or taken as usual.

    A pot has a pocket; without one it is a safety, or a push-out or foul by its kind. `fullness` of the hit
    (1 full, 0 a graze) and the side on which the cue ball passes; `speed` m/s, `side` and `height` of the
    tip in ball radii, `elevation` in degrees, `rails` that the cue ball meets; `end`: where it should end,
    `cue`: where a cue ball in hand is put (mm).
    """

    model_config = ConfigDict(extra="forbid")

    kind: OptionKind
    ball: Ball | None = None
    pocket: PocketName | None = None
    fullness: Annotated[float, Field(ge=0, le=1)] | None = None
    left: bool | None = None
    speed: Annotated[float, Field(ge=0.2, le=12)] | None = None
    side: Offset | None = None
    height: Offset | None = None
    elevation: Annotated[float, Field(ge=0, le=80)] | None = None
    rails: Annotated[int, Field(ge=1, le=6)] | None = None
    end: Place | None = None
    cue: Place | None = None

    @model_validator(mode="after")
    def _whole(self) -> "AddedBody":
        if self.kind in ("pot", "two-way") and self.pocket is None:
            raise ValueError("name the pocket of the pot")
        if hypot(self.side or 0.0, self.height or 0.0) > MISCUE + 1e-9:
            raise ValueError(f"the tip is beyond the miscue limit of {MISCUE} radii")
        return self

    def wished(self) -> Wished:
        """The same as a core value, SI units."""
        kept = self.model_dump(exclude={"elevation", "end", "cue"})
        return Wished(
            **kept, elevation=None if self.elevation is None else radians(self.elevation),
            end=None if self.end is None else point(self.end),
            cue=None if self.cue is None else point(self.cue),
        )  # fmt: skip


class ChoicesBody(RacedBody):
    """The position that is looked at, with what is asked beside it: how the two are playing, options that
    somebody had in mind, and in snooker and straight pool points that the shooter is `ahead`
    beside the score. `company`: where one person practises, whether it is against an equal or a run."""

    form: Literal["usual", "fresh", "tired"] = "usual"
    opponent: Literal["usual", "stronger", "weaker"] = "usual"
    ahead: Annotated[int, Field(ge=-200, le=200)] = 0
    company: Literal["usual", "opponent", "nobody"] = "usual"
    added: Annotated[list[AddedBody], Field(max_length=4)] = Field(default_factory=list)


class BranchView(BaseModel):
    """A share of what may come, and the shooter's chance to win after it; null where it never came."""

    share: float
    equity: float | None


class OptionView(BaseModel):
    """One choice (m/s, ball radii, mm). `value` is the shooter's chance to win the rack with it, with its
    standard error, `alone` the part of that which other options do not share; it is the mean over `made`,
    `missed` and `foul`. `attack`: the chance of the pot with its interval, null for a safety. `hidden`: the
    share of the next ball that the other cannot hit straight; `hooks`: how often that is all of it. `ends`
    are cue-ball places after strikes with errors and whether they made it; `after` the balls left by the
    strike without error. It meets the ball `hit` first after `rails` cushions, `fullness` of it (1 full, 0
    a graze) where it goes straight. `free_ball`: it is nominated as one. `route`: how the cue ball goes on,
    where another option pots the same ball, or hits it for a safety, else empty."""

    kind: str
    ball: str | None
    pocket: str | None
    cue: Place
    speed: float
    side: float
    height: float
    value: float
    error: float
    alone: float
    made: BranchView
    missed: BranchView
    foul: BranchView
    attack: ShareView | None
    hidden: float
    hooks: float
    ends: list[tuple[float, float, bool]]
    paths: list[PathView]
    after: list[tuple[str, float, float]]
    hit: str | None
    rails: int
    fullness: float | None
    reasons: list[str]
    route: str
    settled: bool
    free_ball: bool


class AddedView(BaseModel):
    """Which option the one asked about is, and the other one that it is alike: it is listed already. Null:
    neither; then `reason` says why nothing was found for it, or is empty while it is worked out."""

    option: int | None
    listed: int | None
    reason: str


class SentView(BaseModel):
    """A chance to win. error: its standard error, null where it is by a look and not by strikes."""

    value: float
    error: float | None


class AgainView(BaseModel):
    """In snooker after a foul: the shooter's chance to win after having the other play again, from where
    the balls lie, and with them put back after a miss (null: none was called)."""

    here: SentView
    put_back: SentView | None


class ChoicesView(BaseModel):
    """The options at a shot, the best first.

    stage: none (with the `reason`), waiting, rough, fine, or stopped (it took too long: the best so far).
    verdict: attack, safety, close (too close to call) or empty. break_out: a cluster now or later, in
    words, or empty. break_even: the pot chance at which the best attack is worth the best safety. planned:
    which option the choice made is, else `unlisted` says why it is none. added: what became of those asked
    about. other: whether there is another player with a model of their own. Two options are too close to
    call within `apart` times the `alone` of both squared, added and rooted. again: what it is worth to have
    the other play again, in snooker after a foul. settled: how many options are. cautions are to be shown
    beside them. needs: in straight pool the points that the player and the other still need.

    measure: what values are: `win`, the chance to win the rack; with nobody against the player what the run
    is worth, as of an outlook: `chance` to run out, `points` or `balls`. company: opponent, nobody or
    partner.
    """

    reason: str
    stage: str
    verdict: str
    break_out: str
    break_even: float | None
    options: list[OptionView]
    planned: int | None
    unlisted: str
    added: list[AddedView]
    other: bool
    apart: float
    settled: int
    match: MatchView | None
    cautions: list[str]
    needs: tuple[int, int] | None
    again: AgainView | None
    measure: str
    company: str
