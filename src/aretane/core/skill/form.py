"""The same player on another day: fresh, tired, steadier or wilder than usual."""

from dataclasses import replace

from .model import Skill

FORMS: dict[str, float] = {"usual": 1.0, "fresh": 0.9, "tired": 1.25, "stronger": 0.75, "weaker": 1.3}
"""How many times as wide the errors are (our choice: nobody published a measure of it)."""


def in_form(skill: Skill, form: str) -> Skill:
    """The player with errors of that width."""
    wide = FORMS[form]
    return replace(
        skill, aim=skill.aim * wide, speed=skill.speed * wide, tip=skill.tip * wide, rail=skill.rail * wide,
        line=skill.line * wide, curve=skill.curve * wide,
    )  # fmt: skip
