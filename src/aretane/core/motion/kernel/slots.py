"""Where everything stands in the kernel's arrays. SI units throughout.

`balls` is (n, BALL_COLUMNS): one row a ball, valid from its own time `T0` until `TE`. Between the two the
centre moves on the parabola of its position, velocity and acceleration.
"""

X, Y, Z, VX, VY, VZ, WX, WY, WZ, AX, AY, AZ, T0, TE, WHEN, RADIUS, MASS = range(17)
"""Place (z: height of the ball's lowest point over the cloth), velocity, spin, acceleration, times, the
time of its next event, and the ball itself (m, kg)."""
MOTION_COLUMNS = 14
BALL_COLUMNS = 17

PHASE, ZONE, WHAT, WHOM, FATE, RAILS, BANKS, HITS, BY, JAWED = range(10)
"""Columns of the marks (n, MARK_COLUMNS), whole numbers: phase; pocket whose mouth it is in (-1 none);
kind of its next event and what with; pocket it fell in (-1 on the table, -2 off it); cushions met; those of
them met steeply enough to be a bank; balls met; the ball it met last (-1 none); 1 once it
has touched the jaws of the mouth it is in."""
MARK_COLUMNS = 10
ON_TABLE, OFF_TABLE = -1, -2

REST, SLIDE, ROLL, FLY, POTTED, OFF = range(6)
"""Phases. A ball that only spins on its place counts as at rest; its spin goes on wearing off."""

END, RAIL, REGION, JAW, FACING, DROP, PAIR, NONE = range(8)
"""Kinds of events. END is the end of a phase (for a ball in flight: landing)."""

(
    SLIDING, ROLLING, PIVOT, GRAVITY, BALL_E, FRICTION_A, FRICTION_B, FRICTION_C, CUSHION_E, CUSHION_FALL,
    CUSHION_LOW, CUSHION_MU, SLATE_E, SLATE_MU, PART, TIP_MASS, NOSE, LENGTH, WIDTH, CORNER_SPAN, SIDE_SPAN,
) = range(21)  # fmt: skip
"""The world array: constants as in `motion.physics`, then the bed: height of the nose, playing area, and
how far a mouth reaches along the rail (m)."""

HOLE_X, HOLE_Y, HOLE_R, MOUTH_X, MOUTH_Y, AXIS_X, AXIS_Y, JAWS = range(8)
JAW_X, JAW_Y, JAW_R, FACE_X, FACE_Y, FACE_DX, FACE_DY, FACE_NX, FACE_NY, FACE_LONG = range(10)
JAW_COLUMNS = 10
POCKET_COLUMNS = JAWS + 2 * JAW_COLUMNS
"""Columns of the pockets array: drop circle, mouth and way in, then each of the two jaws: the centre and
radius of its rounded point, where its facing begins, the facing's direction, free side and length."""

DONE, CAPPED = range(2)
"""How a run ended."""

SPEED, AIM, SIDE, HEIGHT, ELEVATION = range(5)
"""Columns of a strike: m/s, rad, tip offset in ball radii (right, up), rad."""

EVENT_TIME, EVENT_KIND, EVENT_WITH, EVENT_BALL, EVENT_PHASE = range(5)
EVENT_STATE = 5
EVENT_COLUMNS = EVENT_STATE + MOTION_COLUMNS
"""Columns of a record: when, what, with which ball or pocket, whose, its new phase and state."""

FIRST_HIT, FIRST_RAILS, EVENTS, STATUS, LAST_TIME = range(5)
"""Columns of a run's summary: ball the cue ball met first (-1 none), cushions it met before, events, how
it ended, and the time of the last event (s)."""
SUMMARY_COLUMNS = 5
