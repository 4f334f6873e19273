-- Every row belongs to a club. Composite keys keep a row's parts inside one club.

CREATE TABLE IF NOT EXISTS club (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(120) NOT NULL,
  created_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP,
  CHECK (name <> '')
);

CREATE TABLE IF NOT EXISTS member (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  club_id INT UNSIGNED NOT NULL,
  name VARCHAR(60) NOT NULL,
  length_unit VARCHAR(10) NOT NULL DEFAULT 'mm' CHECK (length_unit IN ('mm', 'in')),
  speed_unit VARCHAR(10) NOT NULL DEFAULT 'kmh' CHECK (speed_unit IN ('kmh', 'mph')),
  UNIQUE KEY member_in_club (club_id, id),
  CONSTRAINT member_club FOREIGN KEY (club_id) REFERENCES club (id) ON DELETE CASCADE
);

CREATE TABLE IF NOT EXISTS player (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  club_id INT UNSIGNED NOT NULL,
  name VARCHAR(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL CHECK (name <> ''),
  level VARCHAR(20) NOT NULL
    CHECK (level IN ('starter', 'regular', 'strong', 'advanced', 'professional')),
  UNIQUE KEY player_in_club (club_id, id),
  UNIQUE KEY player_name (club_id, name),
  CONSTRAINT player_club FOREIGN KEY (club_id) REFERENCES club (id) ON DELETE CASCADE
);

-- A recording: one match or practice session, its table and equipment.
CREATE TABLE IF NOT EXISTS recording (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  club_id INT UNSIGNED NOT NULL,
  title VARCHAR(120) NOT NULL CHECK (title <> ''),
  played_on DATE NULL,
  kind VARCHAR(20) NOT NULL CHECK (kind IN ('match', 'practice')),
  discipline VARCHAR(20) NOT NULL CHECK (discipline IN ('nine-ball')),
  race_to SMALLINT UNSIGNED NULL CHECK (race_to BETWEEN 1 AND 100),
  break_order VARCHAR(20) NOT NULL CHECK (break_order IN ('winner', 'alternate')),
  notes TEXT NOT NULL,
  table_size VARCHAR(20) NOT NULL CHECK (table_size IN ('pool-9', 'pool-8', 'pool-7')),
  corner_mouth_mm DOUBLE NULL CHECK (corner_mouth_mm BETWEEN 60 AND 230),
  side_mouth_mm DOUBLE NULL CHECK (side_mouth_mm BETWEEN 60 AND 230),
  cloth VARCHAR(20) NOT NULL CHECK (cloth IN ('slow', 'medium', 'fast')),
  version INT UNSIGNED NOT NULL DEFAULT 1,
  removed_at TIMESTAMP NULL DEFAULT NULL,
  created_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP,
  UNIQUE KEY recording_in_club (club_id, id),
  CONSTRAINT recording_club FOREIGN KEY (club_id) REFERENCES club (id) ON DELETE CASCADE
);

-- Who plays in a recording, in the order of the file; file_key is the id the match file uses.
CREATE TABLE IF NOT EXISTS recording_player (
  recording_id INT UNSIGNED NOT NULL,
  player_id INT UNSIGNED NOT NULL,
  club_id INT UNSIGNED NOT NULL,
  seat TINYINT UNSIGNED NOT NULL,
  file_key VARCHAR(60) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
  PRIMARY KEY (recording_id, player_id),
  UNIQUE KEY recording_file_key (recording_id, file_key),
  CONSTRAINT seat_recording FOREIGN KEY (club_id, recording_id)
    REFERENCES recording (club_id, id) ON DELETE CASCADE,
  CONSTRAINT seat_player FOREIGN KEY (club_id, player_id) REFERENCES player (club_id, id)
);

CREATE TABLE IF NOT EXISTS rack (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  club_id INT UNSIGNED NOT NULL,
  recording_id INT UNSIGNED NOT NULL,
  number SMALLINT UNSIGNED NOT NULL CHECK (number >= 1),
  breaker_id INT UNSIGNED NULL,
  notes TEXT NOT NULL,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  UNIQUE KEY rack_number (recording_id, number),
  UNIQUE KEY rack_in_recording (recording_id, id),
  CONSTRAINT rack_recording FOREIGN KEY (club_id, recording_id)
    REFERENCES recording (club_id, id) ON DELETE CASCADE,
  CONSTRAINT rack_breaker FOREIGN KEY (recording_id, breaker_id)
    REFERENCES recording_player (recording_id, player_id)
);

-- The JSON columns are immutable values read and written whole; the columns made from them let the
-- database check the codes and count by them.
CREATE TABLE IF NOT EXISTS shot (
  id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  club_id INT UNSIGNED NOT NULL,
  recording_id INT UNSIGNED NOT NULL,
  rack_id INT UNSIGNED NOT NULL,
  position SMALLINT UNSIGNED NOT NULL,
  shooter_id INT UNSIGNED NOT NULL,
  time_s DOUBLE NULL CHECK (time_s >= 0),
  layout JSON NOT NULL CHECK (JSON_VALID(layout)),
  plan JSON NOT NULL CHECK (JSON_VALID(plan)),
  result JSON NULL CHECK (JSON_VALID(result)),
  judgement JSON NOT NULL CHECK (JSON_VALID(judgement)),
  tags JSON NOT NULL CHECK (JSON_VALID(tags)),
  notes TEXT NOT NULL,
  kind VARCHAR(20) AS (COALESCE(JSON_VALUE(plan, '$.kind'), 'direct')) STORED,
  choice VARCHAR(20) AS (COALESCE(JSON_VALUE(plan, '$.choice'), 'attack')) STORED,
  foul VARCHAR(20) AS (JSON_VALUE(result, '$.foul')) STORED,
  version INT UNSIGNED NOT NULL DEFAULT 1,
  UNIQUE KEY shot_position (rack_id, position),
  KEY shot_shooter (club_id, shooter_id),
  CONSTRAINT shot_choice CHECK (choice IN ('attack', 'safety', 'two-way')),
  CONSTRAINT shot_kind
    CHECK (kind IN ('break', 'direct', 'bank', 'kick', 'combination', 'carom', 'push-out')),
  CONSTRAINT shot_rack FOREIGN KEY (recording_id, rack_id)
    REFERENCES rack (recording_id, id) ON DELETE CASCADE,
  CONSTRAINT shot_club FOREIGN KEY (club_id, recording_id) REFERENCES recording (club_id, id),
  CONSTRAINT shot_player FOREIGN KEY (recording_id, shooter_id)
    REFERENCES recording_player (recording_id, player_id)
);
