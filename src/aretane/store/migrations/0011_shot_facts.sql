-- One fact a shot for the numbers, replaced whole with the facts of its rack. SI units; null: not known.
CREATE TABLE IF NOT EXISTS shot_fact (
  rack_id INT UNSIGNED NOT NULL,
  shot SMALLINT UNSIGNED NOT NULL,
  club_id INT UNSIGNED NOT NULL,
  recording_id INT UNSIGNED NOT NULL,
  rack SMALLINT UNSIGNED NOT NULL,
  discipline VARCHAR(20) CHARACTER SET ascii NOT NULL,
  kind VARCHAR(10) CHARACTER SET ascii NOT NULL,
  played_on DATE NULL,
  table_size VARCHAR(20) CHARACTER SET ascii NOT NULL,
  cloth VARCHAR(10) CHARACTER SET ascii NOT NULL,
  player_id INT UNSIGNED NOT NULL,
  opponent_id INT UNSIGNED NULL,
  role VARCHAR(10) CHARACTER SET ascii NOT NULL,
  stroke VARCHAR(12) CHARACTER SET ascii NOT NULL,
  outcome VARCHAR(16) CHARACTER SET ascii NULL,
  made TINYINT NULL,
  foul TINYINT NULL,
  scratch TINYINT NULL,
  balls SMALLINT NULL,
  fell TINYINT NULL,
  points SMALLINT NULL,
  kept TINYINT NULL,
  grade VARCHAR(20) CHARACTER SET ascii NULL,
  graded_by VARCHAR(10) CHARACTER SET ascii NULL,
  along DOUBLE NULL,
  across DOUBLE NULL,
  wrong_end TINYINT NULL,
  decision VARCHAR(10) CHARACTER SET ascii NULL,
  luck VARCHAR(10) CHARACTER SET ascii NULL,
  caused TINYINT NOT NULL,
  expected DOUBLE NULL,
  cut DOUBLE NULL,
  left_cut TINYINT NULL,
  fullness DOUBLE NULL,
  to_ball DOUBLE NULL,
  to_pocket DOUBLE NULL,
  pocket VARCHAR(10) CHARACTER SET ascii NULL,
  open_share DOUBLE NULL,
  ball_on_rail TINYINT NULL,
  cue_on_rail TINYINT NULL,
  rails TINYINT UNSIGNED NULL,
  speed DOUBLE NULL,
  spin VARCHAR(10) CHARACTER SET ascii NULL,
  aided TINYINT NOT NULL,
  target VARCHAR(10) CHARACTER SET ascii NOT NULL,
  balls_left TINYINT UNSIGNED NOT NULL,
  visit SMALLINT UNSIGNED NULL,
  first_of_visit TINYINT NOT NULL,
  visit_balls SMALLINT NULL,
  visit_points SMALLINT NULL,
  visit_won TINYINT NULL,
  came_by VARCHAR(10) CHARACTER SET ascii NULL,
  in_hand TINYINT NOT NULL,
  first_chance TINYINT NOT NULL,
  rack_won TINYINT NULL,
  `lead` SMALLINT NULL,
  hill VARCHAR(10) CHARACTER SET ascii NULL,
  at DOUBLE NULL,
  took DOUBLE NULL,
  waited DOUBLE NULL,
  PRIMARY KEY (rack_id, shot),
  KEY fact_player (club_id, player_id, discipline),
  KEY fact_discipline (club_id, discipline),
  -- Holds all that the commonest questions read, so that they need no row.
  KEY fact_common (club_id, role, discipline, player_id, recording_id, kind, played_on, made, expected, cut, to_ball,
    to_pocket, pocket, open_share, speed, spin, balls_left, foul, outcome, grade, along),
  CONSTRAINT fact_rack FOREIGN KEY (rack_id) REFERENCES rack (id) ON DELETE CASCADE
);

-- What a shot carries several of: circumstances of the stroke, causes, tags.
CREATE TABLE IF NOT EXISTS shot_word (
  rack_id INT UNSIGNED NOT NULL,
  shot SMALLINT UNSIGNED NOT NULL,
  club_id INT UNSIGNED NOT NULL,
  sort VARCHAR(10) CHARACTER SET ascii NOT NULL CHECK (sort IN ('aid', 'cause', 'tag')),
  word VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
  PRIMARY KEY (rack_id, shot, sort, word),
  KEY word_of_sort (club_id, sort, word),
  CONSTRAINT word_fact FOREIGN KEY (rack_id, shot) REFERENCES shot_fact (rack_id, shot) ON DELETE CASCADE
);

-- What is habitual in a player's shots; wanted counts changes of them, kept is the count that the habits are of.
ALTER TABLE player ADD COLUMN IF NOT EXISTS habits_wanted INT UNSIGNED NOT NULL DEFAULT 0;
ALTER TABLE player ADD COLUMN IF NOT EXISTS habits_kept INT UNSIGNED NOT NULL DEFAULT 0;
CREATE TABLE IF NOT EXISTS player_habit (
  player_id INT UNSIGNED NOT NULL,
  place TINYINT UNSIGNED NOT NULL,
  club_id INT UNSIGNED NOT NULL,
  code VARCHAR(20) CHARACTER SET ascii NOT NULL,
  n INT UNSIGNED NOT NULL,
  value DOUBLE NOT NULL,
  low DOUBLE NOT NULL,
  high DOUBLE NOT NULL,
  chance DOUBLE NOT NULL,
  worth DOUBLE NULL,
  worth_low DOUBLE NULL,
  worth_high DOUBLE NULL,
  -- The shots it shows in, the newest first: recording, rack, shot.
  shots JSON NOT NULL CHECK (JSON_VALID(shots)),
  PRIMARY KEY (player_id, place),
  KEY habit_of_club (club_id, worth),
  CONSTRAINT habit_player FOREIGN KEY (club_id, player_id) REFERENCES player (club_id, id) ON DELETE CASCADE
);

-- Sums that facts of shots hold now.
DROP TABLE IF EXISTS rack_along;
