"""The commands as a user runs them: start, stop, kill, import, export, settings."""

import json
import re
import signal
import subprocess
import urllib.request
from pathlib import Path

import pytest

from aretane import settings as st
from aretane.settings import PROJECT
from tests.examples import example
from tests.running import Talker, command, environment, finish, ours, run, start, until_gone


def get(url: str) -> dict[str, object]:
    with urllib.request.urlopen(url, timeout=5) as answer:
        data: dict[str, object] = json.load(answer)
        return data


def test_ctrl_c_stops_the_web_server_and_the_database(tmp_path: Path) -> None:
    process, url = start(tmp_path)
    assert get(f"{url}api/session")["club"] == "My club"
    assert ours(tmp_path)
    process.send_signal(signal.SIGINT)
    assert "Stopped." in finish(process)
    assert process.returncode == 0
    assert ours(tmp_path) == []
    with pytest.raises(OSError, match="refused"):
        get(f"{url}api/session")


def test_a_killed_run_leaves_nothing_running_and_starts_again(tmp_path: Path) -> None:
    process, url = start(tmp_path)
    with Talker(url) as talker:
        talker.post("/api/players", {"name": "Cy"})
    process.kill()
    finish(process)
    assert until_gone(tmp_path)
    with pytest.raises(OSError, match="refused"):
        get(f"{url}api/session")
    again, url = start(tmp_path)
    assert "Cy" in json.dumps(get(f"{url}api/players"))
    again.send_signal(signal.SIGTERM)
    finish(again)


def test_the_same_data_is_not_served_twice(tmp_path: Path) -> None:
    process, _ = start(tmp_path)
    second = subprocess.run(
        command("serve"), env=environment(tmp_path), capture_output=True, text=True, check=False
    )
    assert second.returncode == 1
    assert "already running" in second.stderr
    process.send_signal(signal.SIGINT)
    finish(process)


def test_a_taken_port_gives_the_next_one(tmp_path: Path) -> None:
    process, url = start(tmp_path / "a")
    port = re.search(r":(\d+)/", url)
    assert port
    other, next_url = start(tmp_path / "b", ARETANE_PORT=port[1])
    assert next_url != url
    for one in (process, other):
        one.send_signal(signal.SIGINT)
        finish(one)


def test_import_and_export_on_the_command_line(tmp_path: Path) -> None:
    file = tmp_path / "match.json"
    file.write_text(json.dumps(example()))
    stored = run(tmp_path / "data", "import", str(file))
    assert stored.returncode == 0, stored.stderr
    assert "Stored as recording 1: Tuesday on table 2, 1 racks, 5 shots." in stored.stdout
    assert "Tuesday on table 2" in run(tmp_path / "data", "export").stdout
    out = run(tmp_path / "data", "export", "1")
    assert json.loads(out.stdout) == example()
    assert run(tmp_path / "data", "export", "1", "--to", str(tmp_path / "out.json")).returncode == 0
    assert json.loads((tmp_path / "out.json").read_text()) == example()
    assert "there is no recording 9" in run(tmp_path / "data", "export", "9").stderr


def test_a_faulty_file_is_listed_on_the_command_line(tmp_path: Path) -> None:
    bad = example()
    bad["racks"][0]["shots"][1]["plan"]["choice"] = "hope"
    refused = run(tmp_path, "import", "-", text=json.dumps(bad))
    assert refused.returncode == 1
    assert "rack 1, shot 2, plan.choice: 'hope' is not a choice" in refused.stderr
    assert "nothing was stored; --part takes" in refused.stderr
    assert "1 racks, 1 shots" in run(tmp_path, "import", "--part", "-", text=json.dumps(bad)).stdout
    assert "cannot be read" in run(tmp_path, "import", str(tmp_path / "none.json")).stderr


def test_every_setting_is_documented() -> None:
    text = (PROJECT / "docs" / "settings.md").read_text()
    for setting in st.TABLE:
        row = next(line for line in text.splitlines() if f"`{setting.name}`" in line)
        assert setting.meaning in row
        assert f"`{setting.default}`" in row or not setting.default
    documented = set(re.findall(r"`(ARETANE_\w+)`", text))
    assert documented == {setting.name for setting in st.TABLE}


@pytest.mark.parametrize(
    ("name", "value", "words"),
    [
        ("ARETANE_PORT", "many", "ARETANE_PORT is 'many'; give a whole number from 1 to 65535"),
        ("ARETANE_THREADS", "0", "ARETANE_THREADS is '0'"),
        ("ARETANE_PROT", "80", "no such setting: ARETANE_PROT"),
        ("ARETANE_DATABASE_URL", "postgres://x", "must start with mysql://"),
    ],
)
def test_bad_settings_end_in_one_line(tmp_path: Path, name: str, value: str, words: str) -> None:
    ended = subprocess.run(
        command("serve"),
        env=environment(tmp_path, **{name: value}),
        capture_output=True,
        text=True,
        check=False,
    )
    assert ended.returncode == 1
    assert words in ended.stderr
    assert "Traceback" not in ended.stderr


def test_an_existing_database_is_used_instead(
    tmp_path: Path, server: object, empty_address: object
) -> None:
    url = empty_address.url().replace("/aretane?", "/given?")  # type: ignore[attr-defined]
    process, address = start(tmp_path, ARETANE_DATABASE_URL=url)
    assert get(f"{address}api/session")["club"] == "My club"
    assert not (tmp_path / "own").exists()
    process.send_signal(signal.SIGINT)
    finish(process)
