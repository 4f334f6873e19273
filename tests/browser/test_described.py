"""A few of the forty described positions and strokes; the bench of the hand enters all of them."""

from typing import Any

import pytest
from playwright.sync_api import Page

from tests.browser.described import FORTY, Described, enter
from tests.positions import Poster

SOME = FORTY[5::7]


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


@pytest.mark.parametrize("case", SOME, ids=lambda case: case.what)
def test_a_described_position_or_stroke_is_entered_and_answered(tab: Page, case: Described) -> None:
    assert enter(tab, posting(tab), case)
