"""Habits are looked for when shots change, kept, and shown on Today and the player's page."""

from flask.testing import FlaskClient

from aretane.core.statistics.habit_search import Habit, Worth
from aretane.demo.library import EVERY, load
from aretane.demo.scenario import FIXTURES, PLAYERS
from aretane.reviewing import habits as looking
from aretane.reviewing import keeping
from aretane.settings import Settings
from aretane.store import habits, read, write
from aretane.store.database import Address, reading, run, writing
from aretane.store.habits import KeptHabit
from aretane.web import create_app
from aretane.work.worked import worked_out
from tests.clients import client_of
from tests.store.test_store import new_id


def loaded(database: Address, club: int, *numbers: int) -> None:
    with writing(database) as db:
        for number in numbers:
            write.import_match(db, club, load(FIXTURES[number]), new_id)
    while keeping.catch_up(database, 50, worked_out):
        pass


def looked(database: Address) -> int:
    """Look for the habits of everybody who waits; how many there were."""
    count = 0
    while True:
        with reading(database) as db:
            player = habits.waiting(db)
        if player is None:
            return count
        looking.look(database, player)
        count += 1


def test_the_demos_planted_habit_is_found_and_nobody_elses(database: Address, club: int) -> None:
    loaded(database, club, *range(len(FIXTURES)))
    assert looked(database) >= 6
    with reading(database) as db:
        names = {row["id"]: row["name"] for row in read.players(db, club)}
        found = {name: habits.of_player(db, club, number) for number, name in names.items()}
        dearest = habits.dearest(db, club, 5)
    (short,) = found.pop("Joon Abara")
    assert (
        short.habit.code == "short" and 0.1 < short.habit.value < 0.3 and len(short.shots) == short.habit.n
    )
    assert not any(found.values())
    assert [(row["name"], row["code"]) for row in dearest] == [("Joon Abara", "short")]


def test_of_a_season_only_what_was_planted_is_found(database: Address, club: int) -> None:
    """Short, long with draw and worse late stand out of four to six nights; the other planted habits are
    too little to tell, and nobody has one that was not planted."""
    with writing(database) as db:
        for fixture in EVERY:
            write.import_match(db, club, load(fixture), new_id)
    while keeping.catch_up(database, 400, worked_out):
        pass
    looked(database)
    with reading(database) as db:
        found = {
            row["name"]: {one.habit.code for one in habits.of_player(db, club, row["id"])}
            for row in read.players(db, club)
        }
    planted = {player.name: {flaw.shows for flaw in player.flaws} for player in PLAYERS.values()}
    planted["Joon Abara"].add("short")
    assert all(codes <= planted[name] for name, codes in found.items()), found
    assert found["Joon Abara"] == {"short"} and found["Osric Dunmore"] == {"late"}
    assert found["Priya Castellane"] == {"long-draw"}


def test_a_change_has_them_looked_for_again(database: Address, club: int) -> None:
    loaded(database, club, 2)
    assert looked(database) == 1 and looked(database) == 0
    with writing(database) as db:
        run(db, "UPDATE rack SET kept = 0 LIMIT 1")
    while keeping.catch_up(database, 50, worked_out):
        pass
    assert looked(database) == 1


def test_shots_of_a_removed_recording_are_no_habit(database: Address, club: int) -> None:
    loaded(database, club, 0, 4)
    looked(database)
    with writing(database) as db:
        write.remove_recording(db, club, 1)
    assert looked(database) == 2
    with reading(database) as db:
        every = [one for row in read.players(db, club) for one in habits.of_player(db, club, row["id"])]
    assert all(recording != 1 for one in every for recording, _, _ in one.shots)


def test_what_is_kept_comes_back(settings: Settings, database: Address, club: int) -> None:
    loaded(database, club, 2)
    with reading(database) as db:
        player = habits.waiting(db)
    assert player is not None
    late = Habit("late", 40, 0.2, 0.1, 0.3, 0.004, Worth(0.03, 0.01, 0.05), ())
    slow = Habit("slow-hill", 30, 12.4, 5.0, 20.0, 0.02, None, ())
    told = [KeptHabit(late, ((1, 1, 3), (1, 2, 4))), KeptHabit(slow, ())]
    with writing(database) as db:
        habits.keep(db, player, told)
    with reading(database) as db:
        assert habits.of_player(db, club, player.player_id) == told
    client: FlaskClient = client_of(create_app(settings, database))
    page = client.get(f"/api/players/{player.player_id}/habits").get_json()
    first, second = page["habits"]
    assert first["words"] == "pots 20 points less often after two hours" and first["verdict"] == "clear"
    assert (first["worth"], first["low"], first["high"]) == (0.03, "10 points", "30 points")
    assert first["shots"][1] == {"recording": 1, "rack": 2, "shot": 4} and first["practice"]
    assert second["words"].startswith("takes 12 s longer") and second["worth"] is None
    lines = [line["words"] for line in client.get("/api/today").get_json()["lines"]]
    assert any("after two hours: 40 shots, worth 3.0 points of chance a rack" in line for line in lines)
    assert client.get("/api/players/4711/habits").status_code == 404


def test_lengths_are_told_in_the_members_unit(settings: Settings, database: Address, club: int) -> None:
    loaded(database, club, 2)
    with reading(database) as db:
        player = habits.waiting(db)
    assert player is not None
    with writing(database) as db:
        habits.keep(db, player, [KeptHabit(Habit("short", 40, 0.127, 0.1, 0.2, 0.001, None, ()), ())])
    client: FlaskClient = client_of(create_app(settings, database))
    address = f"/api/players/{player.player_id}/habits"
    assert "ends 13 cm shorter" in client.get(address).get_json()["habits"][0]["words"]
    body = {"length_unit": "in", "speed_unit": "mph", "words": "game"}
    assert client.put("/api/session/reading", json=body).status_code < 300
    assert "ends 5.0 in shorter" in client.get(address).get_json()["habits"][0]["words"]
