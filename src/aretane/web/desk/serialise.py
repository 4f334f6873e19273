"""Core values as the answers of the web interface: metres to mm, radians to degrees."""

from dataclasses import asdict

from aretane.core.aiming.aim import Aim
from aretane.core.aiming.intent import Fit
from aretane.core.aiming.position import Miss
from aretane.core.equipment.balls import SNOOKER_REDS
from aretane.core.equipment.layout import Layout, touching
from aretane.core.equipment.racking import racked_again
from aretane.core.equipment.table import Table
from aretane.core.games import game
from aretane.core.games.setting_up import break_places, racked, respotted
from aretane.core.review.balance import Flag
from aretane.core.review.clock import Timing
from aretane.core.review.grade import Proposal
from aretane.core.review.measure import Leave, Measures
from aretane.core.review.replay import Step
from aretane.core.rules import RackState
from aretane.core.rules.snooker import remaining, snookers_required
from aretane.core.units import ball_widths, degrees, diamonds, mm
from aretane.core.vocabulary import CUE
from aretane.formats.match_file import OptionsShape
from aretane.reviewing.scene import Reviewed, Scene, review_stored, text_of
from aretane.store.records import StoredRack

from .. import views as w
from ..drawn import place, places
from . import views as desk_views


def game_view(scene: Scene, number: int, before: Layout | None = None) -> desk_views.GameView:
    """What the rules bring to the desk; racks of one recording are shuffled each in its own way.

    `before` is what the rack before left of straight pool, where fourteen are racked again.
    """
    record = game(scene.discipline)
    full = racked(scene.table, scene.discipline, number, scene.options.rack_spot)
    foremost = min((at.x, ball) for ball, at in full.places if ball != CUE)[1]
    if before is not None:
        foremost = next(iter(before.objects), scene.rules.balls[-1])
        full = racked_again(scene.table, foremost, before).layout
    return desk_views.GameView(
        balls=list(scene.rules.balls),
        racked=places(full),
        break_places=[
            place(at) for at in break_places(scene.table, scene.discipline, bool(scene.options.break_box))
        ],
        break_ball=SNOOKER_REDS[0] if record.by_colours else foremost,
        goes_on=before is not None,
        has_points=scene.rules.has_points,
        options=OptionsShape(**asdict(scene.options)),
        options_used=list(record.agreed),
    )


def pot(aim: Aim) -> desk_views.PotView:
    """A measured pot."""
    return desk_views.PotView(
        ball=aim.ball,
        pocket=aim.pocket,
        possible=aim.possible,
        cut=degrees(aim.cut),
        fullness=round(aim.fullness, 4),
        ghost=place(aim.ghost),
        cue_distance=mm(aim.cue_distance),
        pot_distance=mm(aim.pot_distance),
        cue_blockers=list(aim.cue_blockers),
        cue_open=round(aim.cue_open_share, 4),
        pot_blockers=list(aim.window.blockers),
        pocket_open=round(aim.window.open_share, 4),
        window=degrees(aim.window.best.width) if aim.window.best else 0.0,
        opening=mm(aim.window.opening),
        tangent=None if aim.tangent is None else degrees(aim.tangent),
        rolling=None if aim.rolling is None else degrees(aim.rolling),
        frozen=aim.frozen,
        chance=aim.chance,
    )


def length(metres: float, core: Table) -> desk_views.LengthView:
    """A length in mm, ball widths and diamonds."""
    return desk_views.LengthView(
        mm=mm(metres),
        widths=ball_widths(metres, core.ball_radius),
        diamonds=diamonds(metres, core.length),
    )


def _miss(missed: Miss, core: Table) -> desk_views.MissView:
    return desk_views.MissView(
        along=length(missed.along, core),
        across=length(missed.across, core),
        distance=length(missed.distance, core),
        arrival=degrees(missed.arrival),
        nearest=place(missed.nearest),
    )


def _came(came: Fit, core: Table) -> desk_views.CameView:
    return desk_views.CameView(
        measured=came.measured,
        kept=came.kept,
        off=None if came.off is None else length(came.off, core),
        place=None if came.place is None else place(came.place),
        turned=None if came.turned is None else degrees(came.turned),
        hidden=came.hidden,
    )


def leave(left: Leave) -> desk_views.LeaveView:
    angle = left.angle
    return desk_views.LeaveView(
        player=left.player,
        ball=angle.ball,
        known=left.known,
        pocket=left.same.pocket,
        angle_left=degrees(angle.left),
        angle_wanted=None if angle.wanted is None else degrees(angle.wanted),
        right_side=angle.right_side,
        chance=left.same.chance,
        planned_chance=None if left.planned is None else left.planned.chance,
        best_pocket=left.best.pocket,
        best_chance=left.best.chance,
    )


def proposed(proposal: Proposal) -> desk_views.ProposalView:
    """A proposed grade."""
    return desk_views.ProposalView(grade=proposal.grade, reasons=list(proposal.reasons))


def run_before(step: Step) -> int:
    """The run of the player at the table before the shot; 0 at the start of a visit."""
    state = step.state
    who = state.team or step.shot.shooter
    return state.run if state.kept and state.at_table == who else 0


def respot_places(scene: Scene, step: Step) -> w.Places:
    """Where balls that come back are put, for those not placed yet."""
    if step.ruling is None or step.after is None or step.shot.result is None:
        return {}
    missing = [ball for ball in step.ruling.respot if ball not in step.shot.result.moved]
    return places(respotted(scene.table, scene.discipline, missing, step.after))


def review(
    scene: Scene, step: Step, timing: Timing, measures: Measures, flags: list[Flag]
) -> desk_views.ReviewView:
    """Everything about one shot; `flags` are those of this shot."""
    state, ruling = step.state, step.ruling
    snooker = game(scene.discipline).by_colours
    proposal = measures.proposal
    return desk_views.ReviewView(
        before=places(step.before),
        after=None if step.after is None else places(step.after),
        turn=sorted(state.turn),
        balls_on=list(scene.rules.balls_on(state, step.before)),
        ball_in_hand=state.ball_in_hand,
        behind_line=state.behind_line,
        free=state.free,
        groups=dict(state.groups),
        scores=dict(state.scores),
        run=run_before(step),
        points={} if ruling is None else dict(ruling.points),
        respot=respot_places(scene, step),
        touching=list(touching(scene.table, step.before)) if scene.options.leave_frozen else [],
        left=remaining(state, step.before) if snooker else None,
        snookers=(
            {player: snookers_required(state, step.before, player) for player in scene.players}
            if snooker
            else {}
        ),
        push_out_allowed=state.push_out_allowed,
        set_up=step.shot.position is not None,
        over=state.over,
        foul=None if ruling is None else ruling.foul,
        keeps_table=None if ruling is None else ruling.keeps_table,
        ruling=[] if ruling is None else list(ruling.reasons),
        flags=[desk_views.FlagView(field=f.field, code=f.code, words=f.words) for f in flags],
        pot=None if measures.aim is None else pot(measures.aim),
        pots=[pot(aim) for aim in measures.pots],
        arrival=None if measures.arrival is None else degrees(measures.arrival),
        miss=None if measures.miss is None else _miss(measures.miss, scene.table),
        came=None if measures.came is None else _came(measures.came, scene.table),
        second=None if measures.second is None else _came(measures.second, scene.table),
        wrong_end=measures.wrong_end,
        leave=None if measures.leave is None else leave(measures.leave),
        took_s=timing.took,
        waited_s=timing.waited,
        proposal=None if proposal is None else proposed(proposal),
    )


def reviews(scene: Scene, seen: Reviewed) -> list[desk_views.ReviewView]:
    """One review a shot."""
    return [
        review(scene, step, timing, measures, [flag for flag in seen.flags if flag.shot == index])
        for index, (step, timing, measures) in enumerate(
            zip(seen.steps, seen.timings, seen.measures, strict=True)
        )
    ]


def rack(scene: Scene, stored: StoredRack, carried: RackState | None = None) -> desk_views.RackView:
    """A rack as the shot desk needs it."""
    seen = review_stored(scene, stored, carried)
    last = seen.end
    return desk_views.RackView(
        id=stored.id,
        content=stored.content,
        recording_id=stored.recording_id,
        number=stored.number,
        version=stored.version,
        breaker=text_of(stored.breaker_id),
        notes=stored.notes,
        depth=stored.depth,
        ended_winner=text_of(stored.winner_id),
        ended_how=stored.how,
        scores=dict(last.scores),
        winner=last.winner,
        over=last.over,
        next_turn=sorted(last.turn),
        shots=[
            desk_views.ShotView(
                id=one.id, version=one.version, damage=list(one.damage), shot=one.shape, review=seen_one
            )
            for one, seen_one in zip(stored.shots, reviews(scene, seen), strict=True)
        ],
    )
