"""Shapes of what could be played at a shot."""

from pydantic import BaseModel

from .views import PathView, Place, ShareView


class BranchView(BaseModel):
    """A share of what may come, and the shooter's chance to win after it; null where it never came."""

    share: float
    equity: float | None


class OptionView(BaseModel):
    """One choice (m/s, ball radii, mm). `value` is the shooter's chance to win the rack with it, with its
    standard error; it is what `made`, `missed` and `foul` come to together. `attack`: the chance of the pot
    with its interval, null for a safety. `hidden`: the share of the next ball that the other cannot hit
    straight; `hooks`: how often that is all of it. `ends` are cue-ball places after strikes with errors and
    whether they made it; `after` the balls left by the strike without error. It meets the ball `hit`
    first after `rails` cushions, `fullness` of it (1 full, 0 a graze) where it goes straight."""

    kind: str
    ball: str | None
    pocket: str | None
    cue: Place
    speed: float
    side: float
    height: float
    value: float
    error: float
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
    settled: bool


class ChoicesView(BaseModel):
    """The options at a shot, the best first. `stage`: none (with the `reason`), waiting, rough, fine.
    `verdict`: attack, safety, close (too close to call) or empty. `break_even`: the chance of the pot that
    the best attack needs to be worth the best safety. `planned`: which option the plan is. `other`: whether
    there is another player with a model of their own."""

    reason: str
    stage: str
    verdict: str
    break_even: float | None
    options: list[OptionView]
    planned: int | None
    other: bool
