"""Windows kept by the set-up: taken in whole, and made again where a file is missing or damaged."""

from pathlib import Path

import numpy as np
import pytest
from numba import config

from aretane.core.chance import windows
from aretane.core.equipment.table import table_for
from aretane.core.motion import Physics
from aretane.work import kept_windows


@pytest.fixture
def folder(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    monkeypatch.setattr(config, "CACHE_DIR", str(tmp_path))
    monkeypatch.setattr(windows, "_kept", {})
    return tmp_path


def test_what_was_kept_is_what_is_made(folder: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    kept_windows.make("pool-7")
    made = windows.windows_of(table_for("pool-7"), Physics()).edges
    monkeypatch.setattr(windows, "_kept", {})
    monkeypatch.setattr(windows, "_make", lambda *_: pytest.fail("made again"))
    kept_windows.load()
    assert np.array_equal(windows.windows_of(table_for("pool-7"), Physics()).edges, made)


def test_a_damaged_file_is_left_alone_and_another_table_has_another_file(folder: Path) -> None:
    kept_windows.make("pool-7")
    windows._kept.clear()
    (file,) = folder.glob("windows-*.npy")
    file.write_bytes(b"not an array")
    kept_windows.load()
    assert (table_for("pool-7"), Physics()) not in windows._kept
    np.save(file, np.zeros((2, 2)))
    kept_windows.load()
    assert (table_for("pool-7"), Physics()) not in windows._kept
    kept_windows.make("pool-8")
    assert len(list(folder.glob("windows-*.npy"))) == 2
