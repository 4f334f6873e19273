-- What the chances before a shot were: asked for, worked out beside the application, kept by content.
CREATE TABLE IF NOT EXISTS analysis (
  club_id INT UNSIGNED NOT NULL,
  content CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  recording_id INT UNSIGNED NOT NULL,
  rack_number SMALLINT UNSIGNED NOT NULL,
  state VARCHAR(10) NOT NULL CHECK (state IN ('waiting', 'running', 'done', 'failed')),
  tries TINYINT UNSIGNED NOT NULL DEFAULT 0,
  words TEXT NOT NULL DEFAULT '',
  result JSON NULL CHECK (JSON_VALID(result)),
  wanted_at TIMESTAMP(6) NOT NULL DEFAULT CURRENT_TIMESTAMP(6),
  PRIMARY KEY (club_id, content),
  KEY analysis_state (state, wanted_at),
  CONSTRAINT analysis_recording FOREIGN KEY (club_id, recording_id)
    REFERENCES recording (club_id, id) ON DELETE CASCADE
);
