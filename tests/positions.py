"""Random positions in the middle of a rack, entered through the API, and what has to come back."""

import random
from collections.abc import Callable
from typing import Any, NamedTuple

from flask.testing import FlaskClient

from aretane.core.equipment.balls import COLOURS, GROUPS
from aretane.core.equipment.table import table_for
from aretane.core.games import game
from aretane.core.units import mm

RACKS = 150
"""Racks of a recording; more positions have another one."""
MINE, OTHER = 0, 1
"""The shooter and the other player."""


class Entered(NamedTuple):
    """A shot as it is sent, and the review that has to come back. `turn`: the seat of the shooter."""

    shot: dict[str, Any]
    turn: int
    on: list[str]
    in_hand: tuple[bool, bool]
    groups: dict[int, str]
    scores: dict[int, int]


def any_position(discipline: str, seed: int) -> Entered:
    """Some balls of the game anywhere on its table, and all that may be said of such a position."""
    rng = random.Random(seed)
    record = game(discipline)
    balls = _balls(discipline, rng)
    hand = rng.choice(["as-placed", "anywhere", "behind-line"])
    said: dict[str, Any] = {"hand": hand}
    groups: dict[int, str] = {}
    scores: dict[int, int] = {}
    if record.groups:
        said["group"] = rng.choice(["open", *record.groups])
        if said["group"] != "open":
            other = next(group for group in record.groups if group != said["group"])
            groups = {MINE: said["group"], OTHER: other}
    if record.scores:
        scores = {MINE: rng.randint(0, 90), OTHER: rng.randint(0, 90)}
        said |= {"score": scores[MINE], "other_score": scores[OTHER]}
    if record.by_colours:
        said["on"] = rng.choice(["red", "colour"])
    if record.in_order:
        said["push_out"] = rng.random() < 0.5
    shot = {
        "layout": {"from": "empty", "balls": _places(discipline, [*balls, "cue"], rng)},
        "position": said,
    }
    turn = rng.randrange(2)
    on = _on(discipline, balls, said)
    return Entered(shot, turn, on, (hand != "as-placed", hand == "behind-line"), groups, scores)


def _balls(discipline: str, rng: random.Random) -> list[str]:
    record = game(discipline)
    if record.by_colours:
        reds = [f"r{k}" for k in range(1, 1 + rng.randint(0, 9))]
        return [*reds, *(COLOURS if reds else COLOURS[rng.randint(0, 5) :])]
    free = [ball for ball in record.balls if ball != record.last]
    kept = rng.sample(free, rng.randint(1, min(8, len(free))))
    return kept + ([record.last] if record.last else [])


def _places(discipline: str, balls: list[str], rng: random.Random) -> dict[str, list[float]]:
    """Places (mm) of the balls, none nearer to another than 80 mm."""
    table = table_for(game(discipline).table)
    long, wide = mm(table.length), mm(table.width)
    found: dict[str, list[float]] = {}
    for ball in balls:
        while True:
            x, y = rng.uniform(60, long - 60), rng.uniform(60, wide - 60)
            if all((x - a) ** 2 + (y - b) ** 2 > 80**2 for a, b in found.values()):
                break
        found[ball] = [round(x, 1), round(y, 1)]
    return found


def _on(discipline: str, balls: list[str], said: dict[str, Any]) -> list[str]:
    """The balls on, the obvious way."""
    record = game(discipline)
    if record.by_colours:
        reds = [ball for ball in balls if ball[0] == "r" and ball[1:].isdigit()]
        colours = [ball for ball in COLOURS if ball in balls]
        return colours if said["on"] == "colour" else reds or colours[:1]
    if record.in_order:
        return [min(balls, key=int)]
    if record.any_order:
        return balls
    own = [
        ball
        for ball in balls
        if ball != record.last and (said["group"] == "open" or GROUPS[ball] == said["group"])
    ]
    return own or [record.last]


def new_recording(
    client: FlaskClient, discipline: str, mark: str = "", kind: str = "match", players: int = 2
) -> tuple[int, list[str]]:
    """A recording of two players, or one; its id and the ids of the players."""
    made_of = [
        client.post(
            "/api/players", json={"name": f"{name} of {discipline}{mark}", "level": "strong"}
        ).get_json()
        for name in ("Ada", "Ben")[:players]
    ]
    body = {
        "match": {"title": f"Positions of {discipline}", "discipline": discipline, "kind": kind},
        "table": {"size": game(discipline).table},
        "players": [int(player["id"]) for player in made_of],
    }
    made = client.post("/api/recordings", json=body)
    assert made.status_code == 201, made.get_json()
    return int(made.get_json()["id"]), [str(player["id"]) for player in made_of]


def faults(client: FlaskClient, discipline: str, seeds: range) -> list[str]:
    """What came back otherwise than it was entered: a position a seed, a rack each."""
    found = []
    for place, seed in enumerate(seeds):
        if place % RACKS == 0:
            recording, players = new_recording(client, discipline, f" {place}" if place else "")
        number = place % RACKS + 1
        entered = any_position(discipline, seed)
        body = {"number": number, "rack": {"shots": [as_sent(entered, players)]}}
        made = client.post(f"/api/recordings/{recording}/racks", json=body)
        assert made.status_code == 201, made.get_json()
        stored = client.get(f"/api/recordings/{recording}/racks/{number}").get_json()["rack"]["shots"][0]
        differs = compared(entered, players, stored["review"])
        if differs:
            found.append(f"{discipline} {seed}: {differs}")
    return found


def as_sent(entered: Entered, players: list[str]) -> dict[str, Any]:
    """The shot with its shooter."""
    return entered.shot | {"shooter": players[entered.turn]}


def compared(entered: Entered, players: list[str], review: dict[str, Any]) -> list[tuple[str, Any, Any]]:
    """What of a position came back otherwise than it was entered: name, came, wanted."""
    roles = (players[entered.turn], players[1 - entered.turn])
    wanted = {
        "before": entered.shot["layout"]["balls"],
        "turn": [players[entered.turn]],
        "balls_on": sorted(entered.on),
        "ball_in_hand": entered.in_hand[0],
        "behind_line": entered.in_hand[1],
        "groups": {roles[role]: group for role, group in entered.groups.items()},
        "scores": {roles[role]: points for role, points in entered.scores.items()},
        "set_up": True,
    }
    came = {name: review[name] for name in wanted}
    came["balls_on"] = sorted(came["balls_on"])
    came["before"] = {ball: [round(v, 1) for v in place] for ball, place in came["before"].items()}
    if "push_out" in entered.shot["position"]:
        wanted["push_out_allowed"] = entered.shot["position"]["push_out"]
        came["push_out_allowed"] = review["push_out_allowed"]
    return [(name, came[name], wanted[name]) for name in wanted if came[name] != wanted[name]]


class Poster:
    """Makes racks of any game through the API, for pages that enter something there.

    post: sends JSON to an address and gives back the JSON of the answer.
    """

    def __init__(self, post: Callable[[str, dict[str, Any]], Any]) -> None:
        self._post, self._racks = post, dict[str, list[int]]()

    def rack(self, discipline: str) -> tuple[int, int]:
        """A new empty rack: its recording's id and its number there."""
        if discipline not in self._racks:
            players = [
                int(self._post("/api/players", {"name": f"{name}, {discipline}", "level": "strong"})["id"])
                for name in ("Cora", "Dov")
            ]
            body = {
                "match": {"title": f"Described: {discipline}", "discipline": discipline},
                "table": {"size": game(discipline).table},
                "players": players,
            }
            self._racks[discipline] = [int(self._post("/api/recordings", body)["id"]), 0]
        made = self._racks[discipline]
        made[1] += 1
        self._post(f"/api/recordings/{made[0]}/racks", {"number": made[1]})
        return made[0], made[1]
