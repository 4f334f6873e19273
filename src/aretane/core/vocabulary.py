"""The field's terms used as codes in logs and files, each with the words people read.

Terms follow common practice of the trade; there is no single published list.
"""

Words = dict[str, str]

CUE = "cue"

STUDY = "study"
"""The kind of a recording that is one position to study: no match, and no part of any percentage."""

MATCH_KINDS: Words = {
    "match": "Match",
    "practice": "Practice, one person or both sides",
    "team": "Team run, shooters alternate",
    "drill": "Drill",
    "study": "Study, one position",
}

BREAK_CONDITIONS: Words = {
    "none": "No condition",
    "four-to-rail": "A pot, or four balls to a rail",
    "three-points": "Three balls down or past the head string",
}

MONEY_ON_BREAK: Words = {"wins": "Wins", "spotted": "Is spotted"}
"""What the money ball, the 8 or the black does when made on the break."""

IN_HAND: Words = {"anywhere": "Anywhere", "behind-line": "Behind the line"}

FOULS_COUNTED: Words = {"all": "All fouls", "cue-ball": "Cue-ball fouls only"}

CALLS: Words = {"any": "No calls", "called": "Ball and pocket called"}

SCHOOLS: Words = {"two-visits": "Two visits", "ball-in-hand": "Ball in hand"}

RACK_SPOTS: Words = {"one": "The 1 on the spot", "money": "The money ball on the spot"}

CLOTH_SPEEDS: Words = {"slow": "Slow", "medium": "Medium", "fast": "Fast"}

CUSHIONS: Words = {"dead": "Dead", "medium": "Medium", "lively": "Lively"}

AIR: Words = {"dry": "Dry", "normal": "Normal", "humid": "Humid"}

BALL_STATES: Words = {"new": "New or polished", "played": "Played", "dirty": "Dirty"}

BREAK_ORDERS: Words = {"winner": "Winner breaks", "alternate": "Alternate break"}

SHOT_KINDS: Words = {
    "break": "Break",
    "direct": "Direct pot",
    "bank": "Bank",
    "kick": "Kick",
    "combination": "Combination",
    "carom": "Carom",
    "kiss": "Kiss-in",
    "jump": "Jump",
    "swerve": "Swerve or massé",
    "push-out": "Push-out",
    "foul": "Deliberate foul",
}

MIXED_KINDS: Words = {kind: SHOT_KINDS[kind] for kind in ("bank", "kick", "combination", "carom", "kiss")}
"""Kinds that a shot of another kind may be as well: a bank of a combination, a kick into a carom."""

AIDS: Words = {
    "rest": "With the rest",
    "extension": "With an extension",
    "stretched": "Stretched",
    "other-hand": "With the other hand",
    "over-ball": "Bridge over a ball",
    "on-rail": "Cue ball on the rail",
    "frozen-rail": "Cue ball frozen to the rail",
    "one-foot": "One foot down",
}
"""Circumstances of a stroke that make it harder."""

HANDS: Words = {"right": "Right-handed", "left": "Left-handed"}
"""The hand that holds the cue."""

HIT_SIDES: Words = {"left": "Left of the ball", "right": "Right of the ball"}
"""Where the cue ball passes the ball it hits, seen from the cue ball."""

SEEN_TIPS: Words = {"left": "Left", "right": "Right", "high": "High", "low": "Low", "as-meant": "As meant"}

SEEN_CONTACTS: Words = {"thick": "Thick", "thin": "Thin", "as-meant": "As meant"}

SEEN_FAULTS: Words = {
    "jaw": "Off a jaw",
    "bridge-moved": "Bridge moved",
    "steering": "Steering",
    "body-up": "Body up",
}
"""What can be observed of a stroke on playback."""

BREAK_HITS: Words = {
    "full": "Full",
    "thick-left": "Thick, left side",
    "thick-right": "Thick, right side",
    "thin-left": "Thin, left side",
    "thin-right": "Thin, right side",
}
"""How a break is meant to hit its ball, seen from the cue ball."""

TABLE_SIZES: Words = {
    "pool-9": "9 ft pool",
    "pool-8": "8 ft pool",
    "pool-7": "7 ft pool",
    "english-7": "7 ft English",
    "snooker-12": "12 ft snooker",
}

POCKET_PARTS: Words = {"left": "Left half", "middle": "Middle", "right": "Right half"}

TARGETS: Words = {
    "none": "No plan, just pot it",
    "point": "A point",
    "window": "A window",
    "line": "The line of the next shot",
    "side": "One side of that line",
    "either": "Either of two places",
    "angle": "An angle on the next ball",
    "route": "Through a gap",
    "avoid": "Out of a zone",
    "ball": "A place for a ball",
    "snooker": "A snooker",
    "free": "A ball set free",
    "cannon": "Contact with another ball",
    "reach": "Within easy reach of the next ball",
    "bank": "A bank of the next ball",
    "safe": "A safety off the next ball",
}
"""What a plan may mean for where the cue ball, or a ball, ends."""

TARGET_SIDES: Words = {"left": "Left of the line", "right": "Right of the line"}

CHOICES: Words = {"attack": "Attack", "safety": "Safety", "two-way": "Two-way"}

OPTION_KINDS: Words = {
    "pot": "Pot",
    "two-way": "Two-way",
    "safety": "Safety",
    "bank": "Bank",
    "combination": "Combination",
    "carom": "Carom",
    "kick": "Kick",
    "kiss": "Kiss-in",
    "jump": "Jump",
    "swerve": "Swerve",
    "push-out": "Push-out",
    "foul": "Foul given away",
    "again": "Have the other play again",
    "put-back": "Balls put back, have the other play again",
}
"""Kinds of what could be played at a shot."""

CHOICE_SCHOOLS: Words = {"attack-first": "Attack first", "safety-first": "Safety first"}
"""Views on attack and safety that people speak for (common practice)."""

CHOICE_FAULTS: Words = {
    "took-on": "Took on too much",
    "timid": "Too timid",
    "wrong-ball": "Wrong ball",
    "wrong-pocket": "Wrong pocket",
    "wrong-route": "Wrong route",
    "cluster-late": "Cluster left too late",
    "wrong-group": "Wrong group",
    "push-out": "Push-out or play",
    "wrong-safety": "Wrong safety",
    "sent-back": "Play or have the other play again",
}
"""Kinds of wrong choices."""

SAFETY_OUTCOMES: Words = {
    "drew-foul": "Drew a foul",
    "answered": "Answered by a safety",
    "reply-missed": "The reply missed",
    "reply-potted": "The reply potted",
    "own-foul": "Fouled",
    "no-reply": "No reply logged",
}
"""What came of a safety."""

CHOICE_REASONS: Words = {
    "run-out-follows": "A real run-out follows",
    "miss-leaves-nothing": "A miss leaves nothing easy",
    "no-good-safety": "The safety on offer is poor",
    "natural-path": "The path is natural, only the pot matters",
    "behind": "Behind in the race",
    "experiment": "An experiment",
    "pot-leads-nowhere": "The pot leads nowhere",
    "cluster-left": "A cluster is still there",
    "hard-pot": "Blind, long or half pocket",
    "next-unreachable": "The next ball cannot be reached",
    "can-hide": "Separating and hiding is on",
    "miss-hands-over": "A miss hands over an easy table",
}

GROUPS: Words = {"solids": "Solids", "stripes": "Stripes", "reds": "Reds", "yellows": "Yellows"}

POSITION_GROUPS: Words = {"open": "Table open", **GROUPS}

POSITION_HANDS: Words = {
    "as-placed": "Played from where it lies",
    "anywhere": "In hand, anywhere",
    "behind-line": "In hand, behind the line",
}
"""Where the cue ball of a position may be played from."""

POSITION_ON: Words = {"red": "A red", "colour": "A colour", "in-order": "The colours in order"}

PLAN_STATES: Words = {"kept": "Plan kept", "re-planned": "Re-planned", "recovery": "Recovery"}
"""What became of the plan made at an earlier shot of the visit."""

BETTER_ERRORS: Words = {"long": "Better long", "short": "Better short"}

INTENT_SOURCES: Words = {
    "stated": "Stated before the shot",
    "remembered": "Remembered",
    "inferred": "Inferred",
}

FOULS: Words = {
    "scratch": "Scratch",
    "no-rail": "No rail after contact",
    "wrong-ball-first": "Wrong ball first",
    "no-contact": "No ball hit",
    "off-table": "Ball off the table",
    "double-hit": "Double hit",
    "touched-ball": "Cue ball touched",
    "touched-object": "Object ball touched",
    "moved-frozen": "Frozen ball not played away from",
    "illegal-break": "Illegal break",
    "other": "Other foul",
}

GRADES: Words = {
    "perfect": "Perfect",
    "off-same-plan": "Off, same plan",
    "off-plan-changed": "Off, plan changed",
    "recovery": "Recovery shot only",
    "no-shot": "No shot",
}
"""Consequence of where the cue ball ended, best first."""

DECISION_VERDICTS: Words = {"right": "Right choice", "close": "Too close to call", "wrong": "Wrong choice"}

EVIDENCE: Words = {"live": "Seen live", "playback": "Seen on playback", "told": "Told by the player"}
"""How the cause of an error is known."""

STATED_KINDS: Words = {"pot": "A pot", "safety": "A safety"}
"""What a person who states a chance expects to be played."""

LUCK: Words = {"good": "Good luck", "bad": "Bad luck"}

LEFT_OUT: Words = {
    "missing-footage": "Missing footage",
    "exhibition": "Exhibition shot",
    "demonstration": "Demonstration",
    "played-on": "Played on after the rack",
}
"""Why a shot is shown but kept out of every percentage."""

GAPS: Words = {
    "missing-footage": "Footage missing",
    "skipped": "Visits skipped",
    "exhibition": "Exhibition shots",
}
"""Why the log does not go on from the shot before: what lies between is not logged."""

DEPTHS: Words = {"full": "Full log", "key-moments": "Key moments"}
"""How much of a rack is logged: every shot, or the break, the turning shots and who won."""

ENDINGS: Words = {
    "played": "Played out",
    "conceded": "Conceded",
    "fouls": "Lost on fouls",
    "referee": "By the referee",
    "not-seen": "Not seen",
}
"""How a rack ended that the logged shots do not end."""

CAUSES: dict[str, Words] = {
    "Technical": {
        "speed": "Speed",
        "too-much-spin": "Too much spin",
        "too-little-spin": "Too little spin",
        "unwanted-side": "Unwanted side",
        "hit-thick": "Hit thick",
        "hit-thin": "Hit thin",
        "off-centre": "Struck off centre",
        "steering": "Steering",
        "stretched": "Jacked up or stretched",
        "bridge": "Bridge or rest",
        "body-up": "Body up",
        "miscue": "Miscue",
        "power": "Power beyond control",
    },
    "Mental": {
        "undecided": "Undecided between two options",
        "no-route": "No clear route",
        "fixed-on-one-ball": "Fixed on one ball",
        "tunnel-vision": "Tunnel vision",
        "rushed": "Rushed",
        "routine-skipped": "Routine skipped",
        "careless": "Careless on an easy ball",
        "pressure": "Pressure",
        "fatigue": "Fatigue",
        "distraction": "Distraction",
        "cold": "Cold after a long sit",
        "brooding": "Brooding",
    },
    "Planning": {
        "only-next-ball": "Planned only the next ball",
        "wrong-order": "Wrong order",
        "wrong-pocket": "Wrong pocket",
        "wrong-rail": "Wrong rail",
        "awkward-ball-late": "Left the awkward ball too late",
        "no-insurance": "No insurance ball at a break-out",
        "removed-needed": "Removed the ball that was needed",
        "missed-better": "Did not see a better option",
        "forced-line": "Forced the line of the next ball",
        "too-much-travel": "More cue-ball travel than needed",
        "misread-gap": "Misread whether a ball passes",
    },
    "Conditions": {
        "cloth": "Fast or slow cloth",
        "cushions": "Lively cushions",
        "pockets": "Tight or generous pockets",
        "unfamiliar": "Unfamiliar table or cue",
    },
}

ALL_CAUSES: Words = {code: words for group in CAUSES.values() for code, words in group.items()}


def pocket_words(name: str) -> str:
    """How a pocket is named in a sentence: 'foot-left' reads 'foot left corner'."""
    end, side = name.split("-")
    return f"{side} side pocket" if end == "side" else f"{end} {side} corner"


def ball_words(ball: str) -> str:
    """How a ball is named in a sentence: 'the 4', 'the cue ball', 'red 3', 'the blue'."""
    if ball == CUE:
        return "the cue ball"
    if ball[0] in "ry" and ball[1:].isdigit():
        return f"{'red' if ball[0] == 'r' else 'yellow'} {ball[1:]}"
    return f"the {ball}"
