"""A pair of hands at the shot desk. Every key press and click is counted."""

from dataclasses import dataclass, field
from typing import Any

from playwright.sync_api import Page, expect

MARGIN = 118  # mm of cushion and frame drawn round the playing area
POOL, SNOOKER = (2540, 1270), (3569, 1778)
"""Playing areas, mm."""
SLOW = 600_000
"""ms that work beside the server may take; some seconds where nothing else is done."""


@dataclass
class Hands:
    """Keys and clicks on the table; `actions` counts them."""

    page: Page
    actions: int = 0
    counts: list[int] = field(default_factory=list)

    def key(self, key: str) -> None:
        self.page.keyboard.press(key)
        self.actions += 1

    def click_table(self, x: float, y: float, size: tuple[int, int] = POOL) -> None:
        """Click a place in mm."""
        self.page.mouse.click(*self.at(x, y, size))
        self.actions += 1

    def drag(self, a: tuple[float, float], b: tuple[float, float]) -> None:
        """Drag from one place to another, in mm."""
        self.page.mouse.move(*self.at(*a))
        self.page.mouse.down()
        self.page.mouse.move(*self.at((a[0] + b[0]) / 2, (a[1] + b[1]) / 2), steps=4)
        self.page.mouse.move(*self.at(*b), steps=4)
        self.page.mouse.up()
        self.actions += 1

    def at(self, x: float, y: float, size: tuple[int, int] = POOL) -> tuple[float, float]:
        """Screen place of a table place in mm."""
        box = self.page.get_by_test_id("table").bounding_box()
        assert box is not None
        wide, high = size[0] + 2 * MARGIN, size[1] + 2 * MARGIN
        scale = min(box["width"] / wide, box["height"] / high)
        left = box["x"] + (box["width"] - wide * scale) / 2
        top = box["y"] + (box["height"] - high * scale) / 2
        return left + (x + MARGIN) * scale, top + (size[1] - y + MARGIN) * scale

    def saved(self) -> None:
        """Wait until the desk says that everything is stored."""
        expect(self.page.locator("[data-save=saved]")).to_be_visible()

    def done(self) -> int:
        """Actions since the last call."""
        used = self.actions - sum(self.counts)
        self.counts.append(used)
        return used


def open_desk(page: Page, address: str) -> Hands:
    page.goto(address)
    expect(page.get_by_test_id("table")).to_be_visible()
    return Hands(page)


def rack_data(page: Page, recording: int, rack: int) -> dict[str, Any]:
    """What the server holds of a rack."""
    answer = page.request.get(f"/api/recordings/{recording}/racks/{rack}")
    data: dict[str, Any] = answer.json()
    return data


def counted(page: Page, address: str) -> Any:
    """The data at an address, once what is counted for it is counted."""
    while (data := page.request.get(address).json()).get("working") or data.get("waiting"):
        page.wait_for_timeout(200)
    return data
