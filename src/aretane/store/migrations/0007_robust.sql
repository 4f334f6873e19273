-- What cannot be read cannot be written; facts of racks kept when they are stored; work that survives changes.

-- Rows that an earlier version let in stay, are shown as damaged and can be mended.
SET SESSION check_constraint_checks = 0;
ALTER TABLE shot DROP CONSTRAINT IF EXISTS shot_marks;
ALTER TABLE shot ADD CONSTRAINT shot_marks CHECK (time_s <= 1000000 AND end_s <= 1000000);
ALTER TABLE video_part DROP CONSTRAINT IF EXISTS video_on_clock;
ALTER TABLE video_part ADD CONSTRAINT video_on_clock CHECK (starts_at_s + seconds <= 1000000);
SET SESSION check_constraint_checks = 1;

-- Tells this data from other data that the same browser may open.
ALTER TABLE club ADD COLUMN IF NOT EXISTS mark CHAR(36) CHARACTER SET ascii NOT NULL DEFAULT '';
UPDATE club SET mark = UUID() WHERE mark = '';

-- content counts every change of a rack or its shots; kept is the content that its facts are of.
ALTER TABLE rack ADD COLUMN IF NOT EXISTS content INT UNSIGNED NOT NULL DEFAULT 1;
ALTER TABLE rack ADD COLUMN IF NOT EXISTS kept INT UNSIGNED NOT NULL DEFAULT 0;
ALTER TABLE rack ADD COLUMN IF NOT EXISTS stale TINYINT UNSIGNED AS (kept <> content) STORED;
ALTER TABLE rack ADD KEY IF NOT EXISTS rack_stale (stale, id);

-- What lists show of a rack. model: the version of the rules and measures that said so.
CREATE TABLE IF NOT EXISTS rack_facts (
  rack_id INT UNSIGNED NOT NULL PRIMARY KEY,
  club_id INT UNSIGNED NOT NULL,
  model VARCHAR(20) NOT NULL,
  shots SMALLINT UNSIGNED NOT NULL,
  open_shots SMALLINT UNSIGNED NOT NULL,
  first_open SMALLINT UNSIGNED NULL,
  flags SMALLINT UNSIGNED NOT NULL,
  flag_shot SMALLINT UNSIGNED NULL,
  flag_words TEXT NOT NULL,
  damaged SMALLINT UNSIGNED NOT NULL,
  damage_shot SMALLINT UNSIGNED NULL,
  damage_words TEXT NOT NULL,
  winner_id INT UNSIGNED NULL,
  KEY facts_waiting (club_id, open_shots),
  KEY facts_flags (club_id, flags),
  KEY facts_damaged (club_id, damaged),
  CONSTRAINT facts_rack FOREIGN KEY (rack_id) REFERENCES rack (id) ON DELETE CASCADE
);

-- How far the cue ball ended along its arrival, summed by rack and player, m; long positive.
CREATE TABLE IF NOT EXISTS rack_along (
  rack_id INT UNSIGNED NOT NULL,
  player_id INT UNSIGNED NOT NULL,
  club_id INT UNSIGNED NOT NULL,
  n SMALLINT UNSIGNED NOT NULL,
  total_m DOUBLE NOT NULL,
  squares_m2 DOUBLE NOT NULL,
  PRIMARY KEY (rack_id, player_id),
  KEY along_player (club_id, player_id),
  CONSTRAINT along_rack FOREIGN KEY (rack_id) REFERENCES rack (id) ON DELETE CASCADE
);

-- Work belongs to a rack, not to its number, which moves when racks are put in or taken out.
ALTER TABLE analysis ADD COLUMN IF NOT EXISTS rack_id INT UNSIGNED NULL;
UPDATE analysis a JOIN rack k ON k.recording_id = a.recording_id AND k.number = a.rack_number
  SET a.rack_id = k.id WHERE a.rack_id IS NULL;
ALTER TABLE analysis MODIFY rack_number SMALLINT UNSIGNED NULL;
ALTER TABLE analysis ADD COLUMN IF NOT EXISTS not_before TIMESTAMP(6) NULL;
ALTER TABLE analysis DROP CONSTRAINT IF EXISTS analysis_rack;
ALTER TABLE analysis ADD CONSTRAINT analysis_rack FOREIGN KEY IF NOT EXISTS (rack_id)
  REFERENCES rack (id) ON DELETE SET NULL;

-- Hours that a file has been left alone, counted in small steps: a clock that jumps deletes nothing.
ALTER TABLE video_intake ADD COLUMN IF NOT EXISTS idle_hours DOUBLE NOT NULL DEFAULT 0;
ALTER TABLE video_part ADD COLUMN IF NOT EXISTS idle_hours DOUBLE NOT NULL DEFAULT 0;
CREATE TABLE IF NOT EXISTS cleaning (
  one TINYINT UNSIGNED NOT NULL PRIMARY KEY CHECK (one = 1),
  done_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP
);
