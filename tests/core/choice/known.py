"""Positions whose answer is known from the reasons coaches give, not by computation (common practice).

Places in m on a nine-foot table; the head rail is at x = 0, the foot rail at x = 2.54.
"""

from dataclasses import dataclass

Places = dict[str, tuple[float, float]]


@dataclass(frozen=True)
class Known:
    """A position, the group that is on, the two players' levels, whether to attack, and why."""

    why: str
    attack: bool
    places: Places
    group_on: str = ""
    me: str = "strong"
    other: str = "strong"

    @property
    def discipline(self) -> str:
        return "eight-ball" if self.group_on else "nine-ball"


KNOWN = (
    Known("a hanger and nothing else", True, {"cue": (1.2, 0.6), "9": (0.06, 0.06)}),
    Known("a hanger for a starter too", True, {"cue": (0.6, 0.5), "9": (0.06, 0.06)}, me="starter"),
    Known("two hangers, one after the other", True,
          {"cue": (1.2, 0.6), "8": (0.06, 0.06), "9": (2.48, 1.21)}),
    Known("three open balls near pockets", True,
          {"cue": (0.7, 0.5), "7": (0.3, 0.25), "8": (1.27, 0.15), "9": (2.3, 0.2)}, me="advanced"),
    Known("a short straight pot, the last ball over a pocket", True,
          {"cue": (0.6, 0.6), "8": (0.3, 0.3), "9": (2.47, 0.07)}),
    Known("ball in hand with three open balls", True,
          {"7": (0.4, 0.3), "8": (1.9, 0.3), "9": (2.2, 1.0)}, me="advanced"),
    Known("ball in hand with the last ball", True, {"9": (1.7, 0.4)}),
    Known("a professional with four open balls", True,
          {"cue": (1.0, 0.6), "6": (0.4, 0.3), "7": (1.5, 0.2), "8": (2.1, 0.3), "9": (2.2, 1.0)},
          me="professional"),
    Known("every ball hangs: no safety leaves nothing", True,
          {"cue": (1.27, 0.635), "7": (0.06, 0.06), "8": (2.48, 0.06), "9": (0.06, 1.21)}),
    Known("the last ball near a pocket, short and nearly straight", True,
          {"cue": (2.0, 0.8), "9": (2.35, 1.1)}, me="regular"),
    Known("the 9 dead in front of the pocket behind the ball on", True,
          {"cue": (0.6, 0.6), "1": (0.2, 0.2), "9": (0.115, 0.115), "3": (2.0, 0.2), "5": (1.5, 1.1),
           "7": (2.3, 0.9)}),
    Known("the 8 over the pocket with nothing else to pot", True,
          {"cue": (1.0, 0.6), "8": (2.48, 0.06), "9": (0.5, 1.0), "10": (1.8, 0.9), "12": (0.4, 0.3)},
          group_on="solids"),
    Known("one of the group over a pocket, then the 8 over another", True,
          {"cue": (1.0, 0.6), "3": (0.06, 1.21), "8": (2.48, 0.06), "10": (1.8, 0.9), "12": (0.4, 0.3)},
          group_on="solids"),
    Known("two of the group open and the 8 open, the other one ball from winning", True,
          {"cue": (1.0, 0.6), "3": (0.5, 0.2), "4": (2.2, 1.1), "8": (2.0, 0.3), "10": (0.06, 0.07)},
          group_on="solids", me="advanced"),
    Known("much the stronger player, an easy pot with a run behind it", True,
          {"cue": (0.7, 0.5), "7": (0.3, 0.25), "8": (2.2, 0.2), "9": (2.3, 1.0)},
          me="professional", other="starter"),
    Known("the last ball frozen to the middle of the far rail, far away", False,
          {"cue": (0.1, 0.1), "9": (2.51, 0.635)}, me="regular"),
    Known("in the middle of the table, a wall behind it that shuts the corners off and hides well", False,
          {"cue": (0.9, 0.635), "6": (1.27, 0.635), "7": (1.45, 0.635), "8": (1.45, 0.55),
           "9": (1.45, 0.72)}, me="regular", other="regular"),
    Known("the ball on shut off from every pocket, others beside it to hide behind", False,
          {"cue": (0.5, 0.635), "5": (2.5, 0.635), "7": (2.42, 0.57), "9": (2.3, 0.635)}, me="regular"),
    Known("a starter against a strong player, a long cut and a long rack", False,
          {"cue": (0.2, 1.1), "3": (2.4, 0.7), "4": (1.9, 0.6), "5": (1.97, 0.63), "6": (1.9, 0.7),
           "7": (2.2, 0.3), "8": (1.5, 0.9), "9": (1.95, 0.5)}, me="starter"),
    Known("the ball on frozen to the long rail between the pockets, far from the cue ball", False,
          {"cue": (0.15, 1.15), "8": (1.9, 0.03), "9": (1.8, 0.15)}, me="regular"),
    Known("a right angle to every pocket, two balls near to hide behind", False,
          {"cue": (0.64, 1.2), "7": (0.64, 0.03), "8": (0.5, 0.3), "9": (0.8, 0.3)}, me="advanced",
          other="advanced"),
    Known("of the group only a ball that does not pass", False,
          {"cue": (0.4, 0.635), "2": (2.5, 0.6), "8": (1.9, 0.2), "9": (2.43, 0.56), "11": (2.3, 0.6),
           "12": (1.5, 0.3)}, group_on="solids", me="regular"),
    Known("the group's last ball behind a wall of the other's, the other far from done", False,
          {"cue": (0.3, 0.3), "3": (2.5, 1.0), "8": (0.4, 1.1), "9": (2.4, 0.95), "11": (2.42, 0.88),
           "12": (2.0, 1.0), "13": (1.5, 0.6)}, group_on="solids", me="regular"),
    Known("a long thin cut into a half-open pocket under a stronger opponent", False,
          {"cue": (0.15, 0.2), "6": (2.3, 0.5), "7": (2.45, 0.28), "8": (2.15, 0.6), "9": (2.2, 0.42)},
          me="starter", other="advanced"),
    Known("the last ball in the middle of the head rail and the cue ball frozen at the foot rail", False,
          {"cue": (2.5, 0.3), "9": (0.03, 0.7)}, me="starter"),
)  # fmt: skip
