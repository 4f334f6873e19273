"""Kinds of habits that are looked for, in words, and what to practise against each (common practice)."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Kind:
    """A kind of habit: what the player does, with {} for how large; what to practise; the unit of its size:
    'points' of a hundred shots, m or s."""

    words: str
    practice: str
    unit: str = "points"


KINDS: dict[str, Kind] = {
    "short": Kind(
        "ends {} shorter than usual",
        "the same position from one spot, to a target behind the place",
        "m",
    ),
    "long": Kind(
        "ends {} longer than usual",
        "the same position from one spot, to a target in front of the place",
        "m",
    ),
    "left": Kind(
        "ends {} further left of the line than usual",
        "lag the cue ball along a line, tip in the middle",
        "m",
    ),
    "right": Kind(
        "ends {} further right of the line than usual",
        "lag the cue ball along a line, tip in the middle",
        "m",
    ),
    "short-firm": Kind(
        "ends {} shorter than usual with firm strokes",
        "one position with three speeds, in turn",
        "m",
    ),
    "long-firm": Kind(
        "ends {} longer than usual with firm strokes",
        "one position with three speeds, in turn",
        "m",
    ),
    "short-draw": Kind(
        "ends {} shorter than usual with draw",
        "draw to a line, from three distances",
        "m",
    ),
    "long-draw": Kind(
        "ends {} longer than usual with draw",
        "draw to a line, from three distances",
        "m",
    ),
    "short-rails": Kind(
        "ends {} shorter than usual off rails",
        "one and two rails to a marked place",
        "m",
    ),
    "long-rails": Kind(
        "ends {} longer than usual off rails",
        "one and two rails to a marked place",
        "m",
    ),
    "wrong-end": Kind(
        "ends on the wrong side of the line, by {} more often than not",
        "call the better error before each shot",
    ),
    "thin-cuts": Kind(
        "pots thin cuts {} less often",
        "thin cuts from both sides, ten a side",
    ),
    "left-cuts": Kind(
        "pots cuts to the left {} less often",
        "the same cut to the left and to the right, in turn",
    ),
    "right-cuts": Kind(
        "pots cuts to the right {} less often",
        "the same cut to the left and to the right, in turn",
    ),
    "long-pots": Kind(
        "pots long balls {} less often",
        "long straight balls, speed of a lag",
    ),
    "side-pockets": Kind(
        "pots into side pockets {} less often",
        "side pockets from both sides of the middle",
    ),
    "rail-balls": Kind(
        "pots balls on the rail {} less often",
        "balls frozen to the rail, with and without side",
    ),
    "cue-on-rail": Kind(
        "pots {} less often with the cue ball on the rail",
        "short strokes with the cue ball on the rail",
    ),
    "with-draw": Kind(
        "pots {} less often with draw",
        "draw at half speed, tip lower in steps",
    ),
    "with-side": Kind(
        "pots {} less often with side",
        "the same pot with and without side",
    ),
    "firm-pots": Kind(
        "pots {} less often with firm strokes",
        "the same pot at three speeds",
    ),
    "pressure": Kind(
        "pots {} less often when a rack is needed",
        "a race to one, from a fixed layout",
    ),
    "slow-hill": Kind(
        "takes {} longer before a shot when a rack is needed",
        "the same routine, counted aloud",
        "s",
    ),
    "late": Kind(
        "pots {} less often after two hours",
        "shorter sessions, a break each hour",
    ),
    "cold": Kind(
        "pots {} less often on the first shot after a long sit",
        "stay warm: stand, look, take practice strokes",
    ),
    "safeties": Kind(
        "safeties hold {} less often than others'",
        "one safety layout, where both balls end is marked",
    ),
    "fouls": Kind(
        "fouls {} more often than others",
        "kicks and thin hits, contact first",
    ),
    "breaks": Kind(
        "breaks {} less often wet than others",
        "the break alone, cue ball in the middle",
    ),
    "kicks": Kind(
        "kicks hit {} less often than others'",
        "one-rail kicks to marked balls",
    ),
    "took-on": Kind(
        "takes on too much {} more often than others",
        "name the safety before each pot under even money",
    ),
    "timid": Kind(
        "is too timid {} more often than others",
        "play the same position as an attack ten times, and count",
    ),
    "cluster-late": Kind(
        "leaves clusters too late {} more often than others",
        "break clusters from the second ball on, with an insurance ball",
    ),
    "first-chances": Kind(
        "takes {} fewer first chances than others",
        "run-outs of three and four balls with ball in hand",
    ),
}
