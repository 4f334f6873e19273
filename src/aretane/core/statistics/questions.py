"""What can be asked of many shots: measures with their definitions, and what they can be split by.

Definitions are common practice of the trade; where practice differs the words say what is counted.
"""

from dataclasses import dataclass
from itertools import pairwise
from math import inf
from typing import Literal

from ..tolerances import STRAIGHT
from ..units import degrees
from ..vocabulary import (
    AIDS,
    ALL_CAUSES,
    CHOICE_FAULTS,
    CLOTH_SPEEDS,
    GRADES,
    LUCK,
    MATCH_KINDS,
    SAFETY_OUTCOMES,
    SHOT_KINDS,
    STUDY,
    TABLE_SIZES,
    TARGETS,
    Words,
)
from .facts import NO_FAULT

Form = Literal["share", "mean", "count"]
Unit = Literal["", "m", "s", "balls", "points", "chance", "°", "m/s"]


@dataclass(frozen=True, slots=True)
class Measure:
    """Something that is counted or averaged over shots.

    `of` says in words what it is a share or mean of, `counts` what makes it up, `known` what a shot must
    say to be counted at all ('' if all do). better: whether high or low is good.
    """

    code: str
    words: str
    group: str
    of: str
    counts: str
    known: str = ""
    form: Form = "share"
    unit: Unit = ""
    better: Literal["high", "low", ""] = "high"


ATTEMPTS = "attacks and two-way shots; breaks, push-outs, safeties and deliberate fouls are none"
SHOTS = "every shot but those left out and those without a result"
VISITS = "visits; each counts where it begins"
DECIDED = "shots whose choices the ledger valued"
KNOWN = "its choices are worked out, which the ledger does"
BEST_ATTACK = "attacks and two-way shots that were the best attack found"
WEIGHED = "its choices are worked out, which the ledger does, with a safety to weigh it against"
WORKED = "attacks and two-way shots, in games that are won by a last ball"
PLACE = "the plan has a place, and the picture after the shot one for the cue ball"
MEASURES: tuple[Measure, ...] = (
    Measure("shots", "shots", "Shots", SHOTS, "how many there are", form="count", better=""),
    Measure("pots", "pots", "Pots", ATTEMPTS,
            "the planned ball in the planned pocket; one that scratches is still a make"),
    Measure("over-expected", "pots above expectation", "Pots", ATTEMPTS,
            "made (1) or not (0) less the chance by the shooter's model; how hard they were is taken out",
            "the plan is a direct pot", form="mean", unit="chance"),
    Measure("plays-safe", "safeties played", "Safeties", "attacks, two-way shots and safeties",
            "those that are safeties", better=""),
    Measure("safety-held", "safeties that held", "Safeties", "safeties",
            "the reply fouled, was no attack, or was one that potted nothing", "a reply is logged"),
    Measure("safety-foul", "safeties that drew a foul", "Safeties", "safeties",
            "the reply fouled", "a reply is logged"),
    Measure("fouls", "fouls", "Fouls", SHOTS, "fouls under the rules agreed", better="low"),
    Measure("scratches", "scratches", "Fouls", SHOTS,
            "the cue ball left the table, whether or not a ball fell", better="low"),
    Measure("perfect", "perfect positions", "Position", SHOTS, "graded perfect",
            "a grade, the reviewer's or else the tool's"),
    Measure("position", "positions kept", "Position", SHOTS, "graded perfect, or off with the same plan",
            "a grade, the reviewer's or else the tool's"),
    Measure("lost", "positions lost", "Position", SHOTS, "graded recovery shot only, or no shot",
            "a grade, the reviewer's or else the tool's", better="low"),
    Measure("short", "ended short", "Position", "shots but breaks", "short of the place meant",
            PLACE, better=""),
    Measure("along", "miss along the arrival", "Position", "shots but breaks",
            "long positive, short negative", PLACE, "mean", "m", ""),
    Measure("across", "miss across the arrival", "Position", "shots but breaks",
            "left positive, right negative, seen along the arrival", PLACE, "mean", "m", ""),
    Measure("missed-by", "distance from the place", "Position", "shots but breaks",
            "from the place meant, or the nearest in its window", PLACE, "mean", "m", "low"),
    Measure("wrong-end", "at the wrong end", "Position", SHOTS,
            "ended on the side the plan wanted to keep off",
            "the plan says which error is better", better="low"),
    Measure("break-balls", "balls a break", "Breaks", "breaks", "balls that fell, dry breaks as nought",
            "", "mean", "balls"),
    Measure("break-wet", "wet breaks", "Breaks", "breaks", "a ball fell, whether or not the cue ball did"),
    Measure("break-kept", "breaks that kept the table", "Breaks", "breaks",
            "the breaker plays on, or has won"),
    Measure("break-won", "racks won after breaking", "Breaks", "breaks of racks with a winner",
            "the breaker won the rack", "the rack's winner is known"),
    Measure("break-and-run", "break and run", "Breaks", "breaks of racks with a winner",
            "a ball on the break, and the rack won in that visit", "the rack's winner is known"),
    Measure("kick-hits", "kicks that hit lawfully", "Strokes", "kicks, attacks and safeties alike",
            "no foul"),
    Measure("first-chance", "first chances taken", "Chances",
            "first open shots of a rack: a pot made more often than not, after the break",
            "the rack won in that visit"),
    Measure("in-hand", "visits with ball in hand that won", "Chances",
            "visits that begin with the cue ball in hand, breaks left out", "the rack won in that visit"),
    Measure("after-error", "visits after an error that won", "Chances",
            "visits that a miss or a foul of the other began", "the rack won in that visit"),
    Measure("visit-balls", "balls a visit", "Visits", VISITS, "balls that count", "", "mean", "balls"),
    Measure("visit-points", "points a visit", "Visits", VISITS, "points", "the game has points",
            "mean", "points"),
    Measure("took", "time a shot", "Clock", SHOTS, "from the strike until the balls lie still",
            "both are marked", "mean", "s", ""),
    Measure("waited", "time before a shot", "Clock", SHOTS, "from the balls lying still to the strike",
            "both are marked", "mean", "s", ""),
    Measure("right-choice", "right choices", "Judgement", SHOTS, "judged right by a reviewer",
            "a reviewer judged the choice"),
    Measure("good-luck", "shots with good luck", "Judgement", SHOTS, "marked so by a reviewer", better=""),
    Measure("bad-luck", "shots with bad luck", "Judgement", SHOTS, "marked so by a reviewer", better=""),
    Measure("decision-cost", "cost of a decision", "Decisions", DECIDED,
            "chance to win that the choice gave away against the best one found; too close to call counts"
            " as it is", KNOWN, "mean", "chance", "low"),
    Measure("wrong-choice", "wrong choices", "Decisions", DECIDED,
            "the choice is behind the best by more than their error and two points of chance", KNOWN,
            better="low"),
    Measure("took-on", "attacks that were too much", "Decisions", DECIDED,
            "a wrong attack where a safety or push-out was best", KNOWN, better="low"),
    Measure("timid", "safeties that were too timid", "Decisions", DECIDED,
            "a wrong safety where an attack was best", KNOWN, better="low"),
    Measure("needed", "pot chance that attacks needed", "Decisions", BEST_ATTACK,
            "the pot chance at which the attack is worth the best safety, 0 to 1", WEIGHED, "mean",
            "chance", ""),
    Measure("over-needed", "pots above what was needed", "Decisions", BEST_ATTACK,
            "made (1) or not (0) less the pot chance at which the attack is worth the best safety", WEIGHED,
            "mean", "chance"),
    Measure("worth-pot", "chance won and lost by pots", "Worth", WORKED,
            "the pot or the miss against what the choice promised", "what the shot was worth is worked out",
            "mean", "chance"),
    Measure("worth-position", "chance won and lost by position", "Worth", WORKED,
            "where the balls ended against what the pot leaves on average",
            "what the shot was worth is worked out", "mean", "chance"),
    Measure("worth-safety", "chance won and lost by safeties", "Worth", "safeties",
            "the chance to win that it left less the one it promised", KNOWN, "mean", "chance"),
    Measure("named-causes", "errors with a cause named", "Judgement", SHOTS,
            "a reviewer named a cause, of whatever kind", better=""),
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Band:
    """A part of a split: a word, or values from `low` up to below `high`, in the split's unit."""

    code: str
    words: str = ""
    low: float | None = None
    high: float | None = None


@dataclass(frozen=True, slots=True)
class Split:
    """What shots can be told apart by. bands: in order; none where the data say which there are.

    several: a shot may be in several bands, or in none.
    """

    code: str
    words: str
    group: str
    bands: tuple[Band, ...] = ()
    unit: Unit = ""
    several: bool = False


def _edges(*edges: float) -> tuple[Band, ...]:
    """Bands between the edges, the first from 0 on, the last open."""
    every = (0.0, *edges, inf)
    return tuple(
        Band(f"{low:g}-" if high == inf else f"{low:g}-{high:g}", "", low, None if high == inf else high)
        for low, high in pairwise(every)
    )


def _words(words: Words, but: tuple[str, ...] = ()) -> tuple[Band, ...]:
    return tuple(Band(code, text) for code, text in words.items() if code not in but)


YES_NO: Words = {"yes": "Yes", "no": "No"}
ROLES: Words = {
    "attack": "Attack", "two-way": "Two-way", "safety": "Safety", "break": "Break", "push-out": "Push-out",
    "foul": "Deliberate foul",
}  # fmt: skip
SCORES: Words = {"behind": "Behind", "level": "Level", "ahead": "Ahead"}
HILLS: Words = {
    "nobody": "Nobody", "mine": "The shooter needs one", "theirs": "The other needs one",
    "both": "Both need one",
}  # fmt: skip
SPINS: Words = {"stun": "Stun, no spin", "follow": "Follow", "draw": "Draw", "side": "Side"}
CAME: Words = {
    "break": "The break", "miss": "A miss of the other", "safety": "A safety of the other",
    "foul": "A foul of the other", "push-out": "A push-out", "gap": "Not known, after a gap",
}  # fmt: skip
POCKETS: Words = {"corner": "Corner", "side": "Side"}
SPLITS: tuple[Split, ...] = (
    Split("player", "player", "Who"),
    Split("opponent", "opponent", "Who"),
    Split("discipline", "discipline", "What"),
    Split("kind", "match or practice", "What", _words(MATCH_KINDS, (STUDY,))),
    Split("recording", "recording", "When"),
    Split("month", "month", "When"),
    Split("role", "choice", "Shot", _words(ROLES)),
    Split("stroke", "kind of stroke", "Shot", _words(SHOT_KINDS)),
    Split("target", "kind of plan", "Shot", _words({"unset": "Not said", **TARGETS})),
    Split("cut", "cut angle", "Pot", _edges(degrees(STRAIGHT), 15, 30, 45, 60), "°"),
    Split("to_ball", "distance to the ball", "Pot", _edges(0.3, 0.6, 1.2, 1.8), "m"),
    Split("to_pocket", "distance to the pocket", "Pot", _edges(0.3, 0.6, 1.2, 1.8), "m"),
    Split("expected", "chance of the pot", "Pot", _edges(0.3, 0.5, 0.7, 0.8, 0.9), "chance"),
    Split("pocket", "pocket", "Pot", _words(POCKETS)),
    Split("open", "part of the pocket open", "Pot", _edges(0.5, 0.98), "chance"),
    Split("ball_on_rail", "object ball on a rail", "Pot", _words(YES_NO)),
    Split("cue_on_rail", "cue ball on a rail", "Stroke", _words(YES_NO)),
    Split("spin", "spin", "Stroke", _words(SPINS)),
    Split("speed", "speed", "Stroke", _edges(1, 1.8, 2.8, 4), "m/s"),
    Split("rails", "rails of the planned way", "Stroke",
          (Band("0", "None"), Band("1", "One"), Band("2", "Two"), Band("3-", "Three or more"))),
    Split("aided", "harder to cue", "Stroke", _words(YES_NO)),
    Split("aid", "circumstance", "Stroke", _words(AIDS), several=True),
    Split("score", "score", "Score", _words(SCORES)),
    Split("hill", "who is on the hill", "Score", _words(HILLS)),
    Split("left", "balls left", "Score", (
        Band("1-3", "1 to 3"), Band("4-6", "4 to 6"), Band("7-9", "7 to 9"), Band("10-", "10 and more"))),
    Split("rack", "rack of the match", "When", (
        Band("1-3", "1 to 3"), Band("4-6", "4 to 6"), Band("7-9", "7 to 9"), Band("10-", "10 and later"))),
    Split("hours", "time at the table", "When", (
        Band("0-0.5", "First half hour"), Band("0.5-1", "To one hour"), Band("1-2", "To two hours"),
        Band("2-", "After two hours"))),
    Split("waited", "time before the shot", "When", _edges(10, 20, 40), "s"),
    Split("came", "what began the visit", "Visit", _words(CAME)),
    Split("hand", "cue ball in hand", "Visit", _words(YES_NO)),
    Split("grade", "position grade", "Outcome", _words(GRADES)),
    Split("outcome", "what came of it", "Outcome", _words({
        "potted": "Potted", "potted-foul": "Potted, with a foul", "missed": "Missed",
        "missed-foul": "Missed, with a foul", **SAFETY_OUTCOMES})),
    Split("luck", "luck", "Judgement", _words(LUCK)),
    Split("fault", "kind of wrong choice", "Judgement", _words({NO_FAULT: "Not wrong", **CHOICE_FAULTS})),
    Split("cause", "cause", "Judgement", _words(ALL_CAUSES), several=True),
    Split("tag", "tag", "Judgement", several=True),
    Split("table", "table", "Conditions", _words(TABLE_SIZES)),
    Split("cloth", "cloth", "Conditions", _words(CLOTH_SPEEDS)),
)  # fmt: skip

MEASURE = {one.code: one for one in MEASURES}
SPLIT = {one.code: one for one in SPLITS}
