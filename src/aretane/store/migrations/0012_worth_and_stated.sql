-- What the model of a player is fitted from, and what shots were worth where that is worked out.
ALTER TABLE shot_fact
  ADD COLUMN IF NOT EXISTS aims DOUBLE NULL,
  ADD COLUMN IF NOT EXISTS travel DOUBLE NULL,
  ADD COLUMN IF NOT EXISTS eye_chance DOUBLE NULL,
  ADD COLUMN IF NOT EXISTS eye_arm DOUBLE NULL,
  ADD COLUMN IF NOT EXISTS eye_off DOUBLE NULL,
  ADD COLUMN IF NOT EXISTS worth_decision DOUBLE NULL,
  ADD COLUMN IF NOT EXISTS worth_pot DOUBLE NULL,
  ADD COLUMN IF NOT EXISTS worth_position DOUBLE NULL,
  ADD COLUMN IF NOT EXISTS worth_luck DOUBLE NULL,
  ADD COLUMN IF NOT EXISTS worth_safety DOUBLE NULL,
  ADD COLUMN IF NOT EXISTS cost DOUBLE NULL,
  ADD COLUMN IF NOT EXISTS fault VARCHAR(16) CHARACTER SET ascii NULL;

-- Causes with how each is known: 'pressure told'.
ALTER TABLE shot_word MODIFY sort VARCHAR(10) CHARACTER SET ascii NOT NULL
  CHECK (sort IN ('aid', 'cause', 'tag', 'evidence'));

-- Chances that people stated of a shot, as they came out; replaced with the facts of its rack.
CREATE TABLE IF NOT EXISTS shot_stated (
  rack_id INT UNSIGNED NOT NULL,
  shot SMALLINT UNSIGNED NOT NULL,
  place TINYINT UNSIGNED NOT NULL,
  club_id INT UNSIGNED NOT NULL,
  said_by VARCHAR(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
  said VARCHAR(10) CHARACTER SET ascii NOT NULL CHECK (said IN ('pot', 'safety')),
  chance DOUBLE NOT NULL,
  -- Whether it came so; null: another kind of shot was played, or it is not known.
  came TINYINT NULL,
  -- Whether a shot of the kind said was played; null: not known.
  as_said TINYINT NULL,
  -- m between the place said for the cue ball and where it ended.
  off DOUBLE NULL,
  PRIMARY KEY (rack_id, shot, place),
  KEY stated_by (club_id, said_by),
  CONSTRAINT stated_fact FOREIGN KEY (rack_id, shot) REFERENCES shot_fact (rack_id, shot) ON DELETE CASCADE
);

-- A player's own model, fitted from the log, and the day from which it is used instead of the level.
ALTER TABLE player
  ADD COLUMN IF NOT EXISTS own_from DATE NULL,
  ADD COLUMN IF NOT EXISTS own_model JSON NULL CHECK (own_model IS NULL OR JSON_VALID(own_model));

-- The commonest questions read what falls on a break, too.
ALTER TABLE shot_fact DROP KEY IF EXISTS fact_common,
  ADD KEY fact_common (club_id, role, discipline, player_id, recording_id, kind, played_on, made, expected, cut, to_ball,
    to_pocket, pocket, open_share, speed, spin, balls_left, foul, outcome, grade, along, fell);
