-- The words a member reads: those of each game, or always pool's or snooker's.
ALTER TABLE member ADD COLUMN IF NOT EXISTS words VARCHAR(10) NOT NULL DEFAULT 'game'
  CHECK (words IN ('game', 'pool', 'snooker'));
