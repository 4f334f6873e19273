"""Forty described positions and strokes are entered at the desk, and each is answered."""

from typing import Any

from playwright.sync_api import Page

from tests.browser.described import FORTY, enter
from tests.positions import Poster


def posting(tab: Page) -> Poster:
    """Posts as the pages do."""
    token = tab.request.get("/api/session").json()["token"]

    def post(path: str, body: dict[str, Any]) -> Any:
        answer = tab.request.post(path, data=body, headers={"X-Aretane-Token": token})
        assert answer.ok, answer.text()
        return answer.json()

    return Poster(post)


def test_there_are_forty() -> None:
    assert len(FORTY) == 40
    assert len({case.what for case in FORTY}) == 40


def test_described_positions_and_strokes_are_entered_and_answered(tab: Page) -> None:
    base = posting(tab)
    for case in FORTY:
        enter(tab, base, case)
