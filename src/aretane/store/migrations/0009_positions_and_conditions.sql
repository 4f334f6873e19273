-- Rows that an earlier version let in stay, are shown as damaged and can be mended.
SET SESSION check_constraint_checks = 0;

-- Positions set up by hand, and what a recording says of its table beyond the cloth.
ALTER TABLE shot ADD COLUMN IF NOT EXISTS set_up JSON NULL CHECK (JSON_VALID(set_up));

-- Which words there are, the core says.
ALTER TABLE recording ADD COLUMN IF NOT EXISTS cushions VARCHAR(20) CHARACTER SET ascii NOT NULL DEFAULT 'medium';
ALTER TABLE recording ADD COLUMN IF NOT EXISTS air VARCHAR(20) CHARACTER SET ascii NOT NULL DEFAULT 'normal';
ALTER TABLE recording ADD COLUMN IF NOT EXISTS balls VARCHAR(20) CHARACTER SET ascii NOT NULL DEFAULT 'played';

ALTER TABLE shot DROP CONSTRAINT IF EXISTS shot_kind;
ALTER TABLE shot ADD CONSTRAINT shot_kind CHECK (kind IN ('break', 'direct', 'bank', 'kick', 'combination', 'carom',
  'kiss', 'jump', 'swerve', 'push-out', 'foul'));
SET SESSION check_constraint_checks = 1;
