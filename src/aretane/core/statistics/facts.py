"""One fact a shot: what the numbers ask of it, flat and in SI units."""

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, field

from ..aiming.aim import Aim
from ..equipment.table import Table
from ..review.clock import Timing
from ..review.measure import Measures
from ..review.replay import Step
from ..review.visits import FirstChance, Visit
from ..rules import RackState
from ..tolerances import STRAIGHT
from ..vocabulary import CUE
from .numbers import Tallied

NO_FAULT = "none"
UNSAID = "unsaid"
"""How a cause is known where nobody said."""
SIDES = "side"
"""What the names of the side pockets hold."""
PLAIN = 0.1
"""Ball radii off the centre up to which a tip's place says no spin (our choice)."""
CAME_BY = {"missed": "miss", "lost": "miss", "won": "miss", "rack over": "miss", "open": "gap"}
"""What handed the table over, by what ended the visit before; the rest have the same word."""


@dataclass(frozen=True, slots=True)
class Match:
    """What stood before a rack: racks won by each player, and the race (None: there is none)."""

    won: Mapping[str, int] = field(default_factory=dict)
    race_to: int | None = None


@dataclass(frozen=True, slots=True)
class PotFact:
    """What is measured of a direct pot; all None of another shot."""

    cut: float | None
    left_cut: bool | None
    """Whether the ball goes left of the cue ball's way; None where it is straight."""
    fullness: float | None
    to_ball: float | None
    to_pocket: float | None
    pocket: str | None
    """'corner' or 'side'."""
    open_share: float | None
    """Part of the pocket that other balls leave open."""
    ball_on_rail: bool | None


NO_POT = PotFact(None, None, None, None, None, None, None, None)


@dataclass(frozen=True, slots=True)
class ShotFact(PotFact):
    """What is known of one shot. Lengths m, angles rad, times s; None: not known, not said.

    Shares and chances lie between 0 and 1. `shot` counts from 1 in its rack, `visit` too. Of a shot that is
    left out, or without a result, nothing is known but what was planned.
    """

    shot: int
    player: str
    opponent: str | None
    role: str
    """As `Tallied.role`."""
    stroke: str
    """Kind of shot, of `vocabulary.SHOT_KINDS`."""
    outcome: str | None
    made: bool | None
    foul: bool | None
    scratch: bool | None
    balls: int | None
    """Balls of the shot that count."""
    fell: int | None
    """Object balls that fell, whether the rules count them or not."""
    points: int | None
    kept: bool | None
    """Whether the shooter plays on, or has won the rack."""
    grade: str | None
    graded_by: str | None
    """'reviewer' or 'tool'."""
    along: float | None
    across: float | None
    wrong_end: bool | None
    decision: str | None
    luck: str | None
    caused: bool
    """Whether a cause is named."""
    expected: float | None
    """Chance of the pot by the shooter's model."""
    cue_on_rail: bool | None
    rails: int | None
    """Cushions of the planned way; None without a planned place."""
    speed: float | None
    """m/s planned."""
    spin: str | None
    """'follow', 'draw', 'stun', 'side', as planned."""
    aided: bool
    """Whether a circumstance made the stroke harder."""
    target: str
    balls_left: int
    """Object balls on the table before the shot."""
    visit: int | None
    first_of_visit: bool
    visit_balls: int | None
    visit_points: int | None
    visit_won: bool | None
    """Whether the visit won the rack."""
    came_by: str | None
    """What brought the player to the table: 'break', 'miss', 'safety', 'foul', 'push-out', 'gap'."""
    in_hand: bool
    first_chance: bool
    rack_won: bool | None
    """Whether the shooter won the rack."""
    lead: int | None
    """Racks, or points where they cross racks or make a frame, that the shooter is ahead."""
    hill: str | None
    """Who needs one more rack: 'mine', 'theirs', 'both' or 'nobody'; None without a race."""
    at: float | None
    """Time on the recording."""
    took: float | None
    waited: float | None
    aims: float | None
    """Width of the aims that make the pot (rad)."""
    travel: float | None
    """Length of the cue ball's planned way."""
    eye_chance: float | None
    """Of a stroke judged by eye: its chance by the level, and the errors of arm and eye (rad)."""
    eye_arm: float | None
    eye_off: float | None
    worth_decision: float | None
    """What the shot was worth, as in `review.worth`: a change in the chance to run out, or in points or
    balls; None of what is not worked out."""
    worth_pot: float | None
    worth_position: float | None
    worth_luck: float | None
    worth_safety: float | None
    """What a safety left less what it promised, in chance to win."""
    cost: float | None
    """Chance to win that the decision gave away."""
    fault: str | None
    """Kind of wrong choice, of `vocabulary.CHOICE_FAULTS`; NO_FAULT where it was not wrong."""
    needed: float | None
    """Of an attack: the pot chance at which it is worth the best safety."""
    aids: tuple[str, ...] = ()
    causes: tuple[str, ...] = ()
    tags: tuple[str, ...] = ()
    evidence: tuple[str, ...] = ()
    """Causes, each with how it is known: 'pressure told', 'speed unsaid'."""


@dataclass(frozen=True, slots=True)
class Worked:
    """What was worked out of a shot, as the fields of a fact with these names."""

    worth_decision: float | None = None
    worth_pot: float | None = None
    worth_position: float | None = None
    worth_luck: float | None = None
    worth_safety: float | None = None
    cost: float | None = None
    fault: str | None = None
    needed: float | None = None


@dataclass(frozen=True, slots=True)
class RackSeen:
    """A rack through the core, its lists one entry a shot: what its facts are made of."""

    table: Table
    steps: Sequence[Step]
    measured: Sequence[Measures]
    timed: Sequence[Timing]
    tallied: Sequence[Tallied]
    visits: Sequence[Visit]
    first_chance: FirstChance | None
    end: RackState
    tags: Sequence[Sequence[str]]
    has_points: bool
    match: Match = Match()
    worked: Mapping[int, Worked] = field(default_factory=dict)
    """What is worked out, by shot (from 0)."""


def facts_of(rack: RackSeen) -> list[ShotFact]:
    """The facts of a rack's shots, in order."""
    places = {k: n for n, visit in enumerate(rack.visits) for k in range(visit.first, visit.last + 1)}
    return [_fact(rack, k, places.get(k)) for k in range(len(rack.steps))]


def _fact(rack: RackSeen, k: int, visit_number: int | None) -> ShotFact:
    step, tallied, measures = rack.steps[k], rack.tallied[k], rack.measured[k]
    shot, ruling, plan = step.shot, step.ruling, step.shot.plan
    counts = tallied.role not in ("left-out", "unlogged")
    visit = None if visit_number is None else rack.visits[visit_number]
    aim = measures.aim if counts else None
    judged = shot.judgement
    others = [player for player in step.state.players if player != shot.shooter]
    opponent = others[0] if len(others) == 1 else None
    winner = rack.end.winner
    ruled = counts and ruling is not None
    first = visit is not None and visit.first == k
    return ShotFact(
        shot=k + 1,
        player=shot.shooter,
        opponent=opponent,
        role=tallied.role,
        stroke=plan.kind,
        outcome=tallied.outcome,
        made=tallied.made,
        foul=ruling.foul if ruled and ruling else None,
        scratch=CUE in shot.result.down if counts and shot.result else None,
        balls=len(ruling.pots_counted) if ruled and ruling else None,
        fell=len(shot.result.potted_objects) if counts and shot.result else None,
        points=_points(rack, step) if ruled else None,
        kept=_kept(step) if ruled else None,
        grade=tallied.grade,
        graded_by=None if tallied.grade is None else "reviewer" if judged.grade else "tool",
        along=tallied.along if tallied.role != "break" else None,
        across=measures.miss.across if counts and tallied.role != "break" and measures.miss else None,
        wrong_end=tallied.wrong_end,
        decision=judged.decision if counts else None,
        luck=judged.luck if counts else None,
        caused=counts and bool(judged.causes),
        expected=tallied.chance,
        **asdict(_pot(rack.table, step, aim)),
        cue_on_rail=_on_rail(rack.table, step, CUE),
        rails=len(plan.via) if plan.target.middle is not None else None,
        speed=plan.speed,
        spin=_spin(step),
        aided=bool(plan.aids),
        target=plan.target.kind,
        balls_left=len(step.before.objects),
        visit=None if visit_number is None else visit_number + 1,
        first_of_visit=first,
        visit_balls=visit.balls if visit else None,
        visit_points=visit.points if visit and rack.has_points else None,
        visit_won=visit.ended == "won" if visit else None,
        came_by=_came_by(rack, visit_number),
        in_hand=step.state.ball_in_hand,
        first_chance=rack.first_chance is not None and rack.first_chance.shot == k,
        rack_won=None if winner is None else winner == (step.state.team or shot.shooter),
        lead=_lead(rack, step, opponent),
        hill=_hill(rack.match, shot.shooter, opponent),
        at=shot.time,
        took=rack.timed[k].took,
        waited=rack.timed[k].waited,
        aims=tallied.aims,
        travel=tallied.travel,
        eye_chance=None if tallied.eye is None else tallied.eye.chance,
        eye_arm=None if tallied.eye is None else tallied.eye.arm,
        eye_off=None if tallied.eye is None else tallied.eye.eye,
        **asdict(rack.worked.get(k, Worked()) if counts else Worked()),
        aids=plan.aids,
        causes=judged.causes if counts else (),
        tags=tuple(dict.fromkeys(rack.tags[k])),
        evidence=_evidence(step) if counts else (),
    )


def _evidence(step: Step) -> tuple[str, ...]:
    """The causes of a shot, each with how it is known."""
    known = dict(step.shot.judgement.evidence)
    return tuple(f"{cause} {known.get(cause, UNSAID)}" for cause in step.shot.judgement.causes)


def _pot(table: Table, step: Step, aim: Aim | None) -> PotFact:
    if aim is None:
        return NO_POT
    return PotFact(
        cut=abs(aim.cut),
        left_cut=None if abs(aim.cut) < STRAIGHT else aim.cut > 0.0,
        fullness=aim.fullness,
        to_ball=aim.cue_distance,
        to_pocket=aim.pot_distance,
        pocket=SIDES if SIDES in aim.pocket else "corner",
        open_share=min(1.0, aim.window.open_share),
        ball_on_rail=_on_rail(table, step, aim.ball),
    )


def _on_rail(table: Table, step: Step, ball: str) -> bool | None:
    """Whether a ball lies within half its width of a cushion."""
    place = step.before.get(ball)
    if place is None:
        return None
    radius = table.cue_ball_radius if ball == CUE else table.radius(ball)
    near = min(place.x, table.length - place.x, place.y, table.width - place.y)
    return near <= 2.0 * radius


def _spin(step: Step) -> str | None:
    """The spin planned, by the tip's place: side where it is the most of it."""
    tip = step.shot.plan.tip
    if tip is None:
        return None
    if abs(tip.side) > max(abs(tip.height), PLAIN):
        return "side"
    if abs(tip.height) <= PLAIN:
        return "stun"
    return "follow" if tip.height > 0.0 else "draw"


def _kept(step: Step) -> bool:
    won = step.next_state.over and step.next_state.winner in (step.shot.shooter, step.state.team)
    return won or (step.ruling is not None and step.ruling.keeps_table)


def _points(rack: RackSeen, step: Step) -> int | None:
    if not rack.has_points or step.ruling is None:
        return None
    who = step.next_state.team or step.shot.shooter
    return sum(n for player, n in step.ruling.points if player == who)


def _came_by(rack: RackSeen, visit_number: int | None) -> str | None:
    if visit_number is None:
        return None
    if visit_number == 0:
        return "break" if rack.steps[rack.visits[0].first].shot.plan.kind == "break" else "gap"
    ended = rack.visits[visit_number - 1].ended
    return CAME_BY.get(ended, ended)


def _lead(rack: RackSeen, step: Step, opponent: str | None) -> int | None:
    """Points within a frame or a game of points, racks otherwise."""
    if opponent is None:
        return None
    me = step.shot.shooter
    if rack.has_points:
        return step.state.score(me) - step.state.score(opponent)
    return rack.match.won.get(me, 0) - rack.match.won.get(opponent, 0)


def _hill(match: Match, me: str, opponent: str | None) -> str | None:
    if opponent is None or match.race_to is None:
        return None
    mine, theirs = (match.won.get(player, 0) == match.race_to - 1 for player in (me, opponent))
    return "both" if mine and theirs else "mine" if mine else "theirs" if theirs else "nobody"
