"""The club's players."""

from typing import Annotated

from apiflask import APIBlueprint
from pydantic import BaseModel, ConfigDict, StringConstraints

from aretane.core.skill import DEFAULT_LEVEL
from aretane.formats.shapes import Level, PlayingHand
from aretane.store import read, write

from ..asker import change, to_read
from ..views import CreatedView, PlayersView, PlayerView

blueprint = APIBlueprint("players", __name__, url_prefix="/api/players")


class PlayerBody(BaseModel):
    """A player's name, level and hand; without a hand a right-handed player is taken."""

    model_config = ConfigDict(extra="forbid")

    name: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=60)]
    level: Level = DEFAULT_LEVEL
    hand: PlayingHand | None = None


@blueprint.get("")
@blueprint.output(PlayersView)
def players() -> PlayersView:
    """All players of the club."""
    with to_read() as (db, asker):
        rows = read.players(db, asker.club_id)
    return PlayersView(
        players=[
            PlayerView(id=str(r["id"]), name=r["name"], level=r["level"], hand=r["hand"], shots=r["shots"])
            for r in rows
        ]
    )


@blueprint.post("")
@blueprint.input(PlayerBody)
@blueprint.output(CreatedView, status_code=201)
def add_player(json_data: PlayerBody) -> CreatedView:
    """Add a player."""
    said = (json_data.name, json_data.level, json_data.hand)
    return CreatedView(id=change(lambda db, asker: write.add_player(db, asker.club_id, *said)))


@blueprint.put("/<int:player_id>")
@blueprint.input(PlayerBody)
@blueprint.output({}, status_code=204)
def set_player(player_id: int, json_data: PlayerBody) -> str:
    """Change a player's name, level and hand."""
    said = (json_data.name, json_data.level, json_data.hand)
    change(lambda db, asker: write.set_player(db, asker.club_id, player_id, *said))
    return ""
