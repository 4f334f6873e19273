"""A player's page begins the same way: facts counted, the player read."""

from collections.abc import Iterator
from contextlib import contextmanager

from aretane.store import read
from aretane.store.database import Db
from aretane.store.errors import NotFound
from aretane.store.records import Asker
from aretane.store.sql import Row

from ..asker import catch_up, to_read


@contextmanager
def of_player(player_id: int) -> Iterator[tuple[Db, Asker, Row]]:
    """A read-only transaction, who is asking, and the player. Raises NotFound."""
    catch_up()
    with to_read() as (db, asker):
        player = read.player_model(db, asker.club_id, player_id)
        if player is None:
            raise NotFound(f"there is no player {player_id}")
        yield db, asker, player
