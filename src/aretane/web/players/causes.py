"""The causes named for a player's errors, counted, with how each is known."""

from collections import Counter, defaultdict

from apiflask import APIBlueprint
from pydantic import BaseModel, Field

from aretane.core.intervals import wilson
from aretane.core.statistics.facts import UNSAID
from aretane.core.vocabulary import CAUSES, EVIDENCE
from aretane.store import questions, read

from ..given.fitted import IntervalView, share_view
from .of_player import of_player

blueprint = APIBlueprint("causes", __name__, url_prefix="/api/players")

KNOWN = {**EVIDENCE, UNSAID: "Not said how"}


class CauseView(BaseModel):
    """One cause: its share of the shots with a cause, and how often it is known in which way."""

    code: str
    words: str
    share: IntervalView
    known: dict[str, int]


class CauseGroupView(BaseModel):
    """Causes of one group, the commonest first; `n` names of causes in it."""

    words: str
    n: int
    causes: list[CauseView]


class CausesView(BaseModel):
    """The causes named for a player's shots: `shots` have one or more. known: words of how one is known."""

    player: str
    shots: int
    groups: list[CauseGroupView]
    known: dict[str, str]
    waiting: int = Field(description="racks of the club that are still being counted")


@blueprint.get("/<int:player_id>/causes")
@blueprint.output(CausesView)
def causes(player_id: int) -> CausesView:
    """Causes counted, the commonest first."""
    with of_player(player_id) as (db, asker, player):
        rows, shots = read.causes(db, asker.club_id, player_id)
        waiting = questions.waiting(db, asker.club_id)
    counted: dict[str, Counter[str]] = defaultdict(Counter)
    for row in rows:
        cause, how = row["word"].split(" ")
        counted[cause][how] += row["n"]
    groups = []
    for words, of in CAUSES.items():
        own = [
            CauseView(
                code=code, words=text, share=share_view(wilson(counted[code].total(), shots)),
                known=dict(counted[code]),
            )
            for code, text in of.items()
            if code in counted
        ]  # fmt: skip
        own.sort(key=lambda one: -(one.share.k or 0))
        groups.append(CauseGroupView(words=words, n=sum(one.share.k or 0 for one in own), causes=own))
    return CausesView(
        player=player["name"],
        shots=shots,
        groups=sorted(groups, key=lambda one: -one.n),
        known=KNOWN,
        waiting=waiting,
    )
