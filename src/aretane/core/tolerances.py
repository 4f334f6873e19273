"""Every tolerance and threshold the core compares against, with its reason."""

import math

TOUCHING = 1e-4
"""m. Two balls closer than this to contact count as frozen together (a reviewer places to 1 mm)."""

NEAREST = 1e-9
"""m. Balls drawn on one and the same place count as this far apart, so that nothing is divided by 0."""

OVERLAP = 5e-4
"""m. How far two drawn balls may overlap before the layout is called impossible: half the 1 mm step
that arrow keys move a ball by, so that a touching pair rounded to millimetres is accepted."""

STRAIGHT = math.radians(3.0)
"""rad. Below this cut a shot is called straight and has no right or wrong side (common practice)."""

THINNEST_CUT = math.radians(88.0)
"""rad. Thinner cuts are not offered: the object ball gets under 4 % of the speed."""

ON_TARGET_POINT = 0.5
"""Ball widths. A cue ball within half a ball of a planned point is on it (our choice: the smallest
miss that reviewers of recordings can tell from a placing error)."""

ON_TARGET_WINDOW = 0.5
"""Ball widths. The same margin round a planned window."""

NO_SHOT = 0.05
"""Chance. With no direct pot above this, the position is 'no shot' (our choice)."""

RECOVERY = 0.30
"""Chance. With no direct pot above this, only a recovery shot is left (our choice)."""

PLAN_CHANGED_LOSS = 0.15
"""Chance. Losing more than this against the planned place changes the plan (our choice)."""

ANGLE_OFF = math.radians(15.0)
"""rad. A next angle further than this from the wanted one changes the plan (our choice)."""

OPEN_SHOT = 0.5
"""Chance. A player who is likelier to make the best pot than not has an open shot (our choice)."""
