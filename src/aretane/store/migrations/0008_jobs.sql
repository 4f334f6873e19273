-- One table for all work in the background, taken by any server with a lease. Which disciplines there are, the core says.
CREATE TABLE IF NOT EXISTS job (
  club_id INT UNSIGNED NOT NULL,
  kind VARCHAR(10) CHARACTER SET ascii NOT NULL CHECK (kind IN ('shots', 'facts', 'video')),
  content CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  recording_id INT UNSIGNED NOT NULL,
  rack_id INT UNSIGNED NULL,
  state VARCHAR(10) NOT NULL CHECK (state IN ('waiting', 'running', 'done', 'failed')),
  holder CHAR(36) CHARACTER SET ascii NULL,
  leased_until TIMESTAMP(6) NULL,
  tries TINYINT UNSIGNED NOT NULL DEFAULT 0,
  not_before TIMESTAMP(6) NULL,
  -- Share of one long piece that is done.
  progress FLOAT NOT NULL DEFAULT 0 CHECK (progress BETWEEN 0 AND 1),
  words TEXT NOT NULL DEFAULT '',
  result JSON NULL CHECK (JSON_VALID(result)),
  wanted_at TIMESTAMP(6) NOT NULL DEFAULT CURRENT_TIMESTAMP(6),
  -- Days since somebody last looked whether the shot of an answer still is, counted in steps.
  idle_days DOUBLE NOT NULL DEFAULT 0,
  PRIMARY KEY (club_id, kind, content),
  KEY job_state (kind, state, wanted_at),
  KEY job_idle (kind, idle_days),
  CONSTRAINT job_recording FOREIGN KEY (club_id, recording_id)
    REFERENCES recording (club_id, id) ON DELETE CASCADE,
  CONSTRAINT job_rack FOREIGN KEY (rack_id) REFERENCES rack (id) ON DELETE SET NULL
);
-- Where this is run again after the last statement, there is nothing to take over.
CREATE TABLE IF NOT EXISTS analysis LIKE job;
INSERT IGNORE INTO job (club_id, kind, content, recording_id, rack_id, state, tries, not_before, words, result, wanted_at)
  SELECT club_id, 'shots', content, recording_id, rack_id, state, tries, not_before, words, result, wanted_at FROM analysis;
ALTER TABLE recording MODIFY discipline VARCHAR(20) NOT NULL CHECK (discipline REGEXP '^[a-z-]+$');
DROP TABLE IF EXISTS analysis;
