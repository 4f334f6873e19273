-- The recording's video: parts on one clock, files on their way in, marks and drawings of a shot.
CREATE TABLE IF NOT EXISTS video_part (
  id INT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  club_id INT UNSIGNED NOT NULL,
  recording_id INT UNSIGNED NOT NULL,
  name VARCHAR(255) NOT NULL,
  place VARCHAR(10) NOT NULL CHECK (place IN ('kept', 'folder')),
  path VARCHAR(700) NOT NULL,
  bytes BIGINT UNSIGNED NOT NULL,
  container VARCHAR(10) NOT NULL CHECK (container IN ('webm', 'mp4', 'ogg')),
  codec VARCHAR(20) NOT NULL,
  width SMALLINT UNSIGNED NOT NULL,
  height SMALLINT UNSIGNED NOT NULL,
  starts_at_s DOUBLE NOT NULL CHECK (starts_at_s >= 0),
  seconds DOUBLE NOT NULL CHECK (seconds > 0),
  frames MEDIUMBLOB NOT NULL,
  removed_at TIMESTAMP NULL DEFAULT NULL,
  CONSTRAINT video_recording FOREIGN KEY (club_id, recording_id)
    REFERENCES recording (club_id, id) ON DELETE CASCADE
);

-- A file being sent or examined. It has a row before it has a file, so that nothing is left over.
CREATE TABLE IF NOT EXISTS video_intake (
  id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
  club_id INT UNSIGNED NOT NULL,
  recording_id INT UNSIGNED NOT NULL,
  name VARCHAR(255) NOT NULL,
  place VARCHAR(10) NOT NULL CHECK (place IN ('kept', 'folder')),
  path VARCHAR(700) NOT NULL,
  bytes BIGINT UNSIGNED NOT NULL,
  plays JSON NOT NULL CHECK (JSON_VALID(plays)),
  state VARCHAR(10) NOT NULL CHECK (state IN ('receiving', 'checking', 'refused')),
  words TEXT NOT NULL DEFAULT '',
  touched_at TIMESTAMP NOT NULL DEFAULT CURRENT_TIMESTAMP,
  CONSTRAINT intake_recording FOREIGN KEY (club_id, recording_id)
    REFERENCES recording (club_id, id) ON DELETE CASCADE
);

ALTER TABLE shot ADD COLUMN IF NOT EXISTS end_s DOUBLE NULL CHECK (end_s >= 0);
ALTER TABLE shot ADD COLUMN IF NOT EXISTS drawings JSON NOT NULL DEFAULT '[]'
  CHECK (JSON_VALID(drawings));
