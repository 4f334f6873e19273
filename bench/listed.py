"""Whether the choice made stands among the options: over the demo's shots, and strokes of every kind."""

import random
from collections.abc import Iterator
from concurrent.futures import Executor
from dataclasses import replace
from math import pi, remainder

from tests.strikes import KINDS, TABLE, any_layout, any_struck

from aretane.core.choice.decision import ChoiceQuestion, decision
from aretane.core.choice.options import May
from aretane.core.equipment.layout import Layout, layout_faults
from aretane.core.games import game, options_for
from aretane.core.log.shot import Plan
from aretane.core.motion import Physics, Strike, physics_for, play
from aretane.core.motion.find import Seen
from aretane.core.review.replay import end_of
from aretane.core.runout.games import Question
from aretane.core.skill import PRESETS
from aretane.demo.library import load
from aretane.demo.scenario import FIXTURES
from aretane.formats.match_file import core_table
from aretane.reviewing.scene import RackHead, Scene, replayed
from aretane.work.decisions import decision_questions

from .rows import Row, seed

GENERATED = 300
GIVEN = ("safety", "kick safety", "push-out", "foul")
"""Strokes that give the table up, beside the kinds of pots."""
Outcome = tuple[str, bool, str]
"""What was decided on, whether the choice made is listed, and the reason why not."""


def demo_questions() -> Iterator[tuple[str, ChoiceQuestion | None, str]]:
    """The decisions of every shot of the demo, or the reasons why there are none."""
    for fixture in FIXTURES:
        file = load(fixture)
        match, carried = file.match, None
        seats = tuple((player.id, player.name, player.level, player.hand) for player in file.players)
        physics = physics_for(file.table.cloth, file.table.cushions, file.table.air, file.table.balls)
        options = options_for(match.discipline, match.options.agreed())
        around = Scene(core_table(file.table), physics, match.discipline, options, match.kind, seats)
        for number, rack in enumerate(file.racks, 1):
            head = RackHead(rack.breaker, rack.depth, rack.winner, rack.how)
            logged, steps = replayed(around, head, list(rack.shots), carried)
            for k, asked in enumerate(decision_questions(around, steps), 1):
                yield f"{match.title}, {number}.{k}", asked.question, asked.reason
            if game(match.discipline).crosses_racks:
                carried = end_of(around.rules, logged, steps, carried)


def generated_questions(start: int) -> Iterator[tuple[str, ChoiceQuestion, str]]:
    """Strokes of every kind in a two-ball nine-ball rack, as they would have been logged."""
    kinds = (*KINDS, *GIVEN)
    for number in range(GENERATED):
        kind = kinds[number % len(kinds)]
        name = f"{kind} {start + number}"
        if kind in GIVEN:
            yield name, _given(kind, start + number), ""
            continue
        struck = any_struck(kind, start + number)
        ball = {"2": "9"}.get(str(struck.plan.ball), struck.plan.ball)
        yield name, _question(struck.layout, replace(struck.plan, ball=ball)), ""


def _question(layout: Layout, plan: Plan, **more: Seen | May) -> ChoiceQuestion:
    named = Layout.of({{"2": "9"}.get(ball, ball): at for ball, at in layout.places})
    asked = Question(TABLE, "nine-ball", named, "", PRESETS["strong"], Physics())
    return ChoiceQuestion(asked, PRESETS["strong"], plan, **more)  # type: ignore[arg-type]


def _given(kind: str, number: int) -> ChoiceQuestion:
    """A random strike that moves a ball and pots none, with its result."""
    rng = random.Random(number)
    while True:
        layout = any_layout("direct", rng)
        if layout_faults(TABLE, layout):
            continue
        cue, ball = layout.cue, layout.get("1")
        assert cue is not None and ball is not None
        off = rng.uniform(-0.02, 0.02) if kind != "kick safety" else rng.uniform(0.5, 3.0)
        strike = Strike(rng.uniform(0.8, 2.5), remainder(ball.minus(cue).angle + off, 2 * pi))
        motion = play(TABLE, layout, strike)
        hit = motion.first_hit == "1" if kind != "foul" else motion.first_hit == "2"
        if not hit or motion.potted or motion.off_table or motion.after.cue is None:
            continue
        moved = tuple(
            ({"2": "9"}.get(name, name), at)
            for name, at in motion.after.places
            if name != "cue" and at.distance(layout.get(name) or at) > 0.003
        )
        way = kind if kind in ("push-out", "foul") else "kick" if kind == "kick safety" else "direct"
        plan = Plan("1", kind=way, choice="safety" if way in ("direct", "kick") else "attack")
        return _question(layout, plan, seen=Seen(motion.after.cue, (), moved), may=May(way == "push-out"))


def outcome(case: tuple[str, ChoiceQuestion | None, str]) -> Outcome:
    """Whether a decision's choice is listed, else the reason; the first ranking says it already."""
    name, question, reason = case
    if question is None:
        return name, False, reason
    found = decision(question, settle=False)
    return name, found.made is not None, found.reason


def rows(pool: Executor) -> Iterator[Row]:
    """Decisions whose choice made is neither listed nor refused with a reason."""
    for what, cases in (
        ("every shot of the demo", list(demo_questions())),
        (f"{GENERATED} strokes of every kind", list(generated_questions(seed(22)))),
    ):
        outcomes = list(pool.map(outcome, cases, chunksize=4))
        lost = [name for name, listed, reason in outcomes if not listed and not reason]
        reasons = sorted({reason for _, listed, reason in outcomes if not listed})
        yield Row(
            f"choice made neither listed nor refused, {what}", len(lost), "shots", 0, "lower",
            len(outcomes),
            f"By the first ranking. Listed {sum(listed for _, listed, _ in outcomes)}; lost: {lost[:3]}; "
            f"reasons: {'; '.join(reasons)[:600]}.",
        )  # fmt: skip
