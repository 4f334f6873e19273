-- Every discipline with its options, practice of several kinds, gaps, key moments, endings.
ALTER TABLE recording MODIFY discipline VARCHAR(20) NOT NULL CHECK (discipline IN
  ('nine-ball', 'ten-ball', 'eight-ball', 'straight-pool', 'english-eight-ball', 'snooker'));
ALTER TABLE recording MODIFY kind VARCHAR(20) NOT NULL
  CHECK (kind IN ('match', 'practice', 'team', 'drill'));
ALTER TABLE recording ADD COLUMN IF NOT EXISTS options JSON NOT NULL DEFAULT '{}'
  CHECK (JSON_VALID(options));
ALTER TABLE rack ADD COLUMN IF NOT EXISTS depth VARCHAR(20) NOT NULL DEFAULT 'full'
  CHECK (depth IN ('full', 'key-moments'));
ALTER TABLE rack ADD COLUMN IF NOT EXISTS winner_id INT UNSIGNED NULL;
ALTER TABLE rack ADD COLUMN IF NOT EXISTS how VARCHAR(20) NULL
  CHECK (how IN ('played', 'conceded', 'fouls', 'referee', 'not-seen'));
ALTER TABLE rack DROP CONSTRAINT IF EXISTS rack_winner;
ALTER TABLE rack ADD CONSTRAINT rack_winner FOREIGN KEY IF NOT EXISTS (recording_id, winner_id)
  REFERENCES recording_player (recording_id, player_id);
ALTER TABLE shot ADD COLUMN IF NOT EXISTS gap VARCHAR(20) NULL
  CHECK (gap IN ('missing-footage', 'skipped', 'exhibition'));
