"""Who is asking, their units, and the words of the field."""

from dataclasses import asdict
from typing import Literal

from apiflask import APIBlueprint
from pydantic import BaseModel, ConfigDict

from aretane import __version__
from aretane.core import vocabulary as v
from aretane.core.equipment.table import POCKETS
from aretane.core.games import DISCIPLINES
from aretane.core.games.glossary import touched
from aretane.core.skill import PRESETS
from aretane.core.skill.own import OWN
from aretane.formats.match_file import OptionsShape
from aretane.store import read, write

from ..asker import change, to_read
from ..serving import guard
from ..views import SessionView, WordsView

blueprint = APIBlueprint("session", __name__, url_prefix="/api")


class ReadingBody(BaseModel):
    """The units and words a member reads; words follow each game, or are always pool's or snooker's."""

    model_config = ConfigDict(extra="forbid")

    length_unit: Literal["mm", "in"]
    speed_unit: Literal["kmh", "mph"]
    words: Literal["game", "pool", "snooker"]


@blueprint.get("/session")
@blueprint.output(SessionView)
def session() -> SessionView:
    """Who is asking."""
    with to_read() as (db, asker):
        return SessionView(
            member=asker.name,
            club=asker.club_name,
            length_unit=asker.length_unit,
            speed_unit=asker.speed_unit,
            words=asker.words,
            names=touched(read.names(db, asker.club_id)),
            version=__version__,
            mark=asker.mark,
            token=guard.token(),
        )


@blueprint.put("/session/reading")
@blueprint.input(ReadingBody)
@blueprint.output({}, status_code=204)
def set_reading(json_data: ReadingBody) -> str:
    """Choose units and words."""
    chosen = (json_data.length_unit, json_data.speed_unit, json_data.words)
    change(lambda db, asker: write.set_reading(db, asker.club_id, asker.member_id, *chosen))
    return ""


@blueprint.get("/words")
@blueprint.output(WordsView)
def words() -> WordsView:
    """Every code with its words."""
    return WordsView(
        disciplines={code: one.words for code, one in DISCIPLINES.items()},
        match_kinds=v.MATCH_KINDS,
        cloth_speeds=v.CLOTH_SPEEDS,
        cushions=v.CUSHIONS,
        air=v.AIR,
        ball_states=v.BALL_STATES,
        break_orders=v.BREAK_ORDERS,
        shot_kinds=v.SHOT_KINDS,
        mixed_kinds=v.MIXED_KINDS,
        aids=v.AIDS,
        hit_sides=v.HIT_SIDES,
        seen_tips=v.SEEN_TIPS,
        seen_contacts=v.SEEN_CONTACTS,
        seen_faults=v.SEEN_FAULTS,
        choices=v.CHOICES,
        choice_reasons=v.CHOICE_REASONS,
        option_kinds=v.OPTION_KINDS,
        choice_faults=v.CHOICE_FAULTS,
        choice_schools=v.CHOICE_SCHOOLS,
        safety_outcomes=v.SAFETY_OUTCOMES,
        better_errors=v.BETTER_ERRORS,
        hands=v.HANDS,
        targets=v.TARGETS,
        target_sides=v.TARGET_SIDES,
        intent_sources=v.INTENT_SOURCES,
        fouls=v.FOULS,
        grades=v.GRADES,
        decisions=v.DECISION_VERDICTS,
        luck=v.LUCK,
        left_out=v.LEFT_OUT,
        causes=v.CAUSES,
        pockets={name: v.pocket_words(name) for name in POCKETS},
        pocket_parts=v.POCKET_PARTS,
        break_hits=v.BREAK_HITS,
        levels={name: preset.words for name, preset in PRESETS.items()},
        models={name: preset.words for name, preset in PRESETS.items()} | {OWN: "Own"},
        stated=v.STATED_KINDS,
        table_sizes=v.TABLE_SIZES,
        break_conditions=v.BREAK_CONDITIONS,
        money_on_break=v.MONEY_ON_BREAK,
        in_hand=v.IN_HAND,
        fouls_counted=v.FOULS_COUNTED,
        calls=v.CALLS,
        schools=v.SCHOOLS,
        rack_spots=v.RACK_SPOTS,
        options_used={code: list(one.agreed) for code, one in DISCIPLINES.items()},
        options_usual={code: OptionsShape(**asdict(one.usual)) for code, one in DISCIPLINES.items()},
        gaps=v.GAPS,
        evidence=v.EVIDENCE,
        groups=v.GROUPS,
        plan_states=v.PLAN_STATES,
        position_groups=v.POSITION_GROUPS,
        position_hands=v.POSITION_HANDS,
        position_on=v.POSITION_ON,
        depths=v.DEPTHS,
        endings=v.ENDINGS,
    )
