-- A position without a match is a recording of its own kind.
SET SESSION check_constraint_checks = 0;
ALTER TABLE recording MODIFY kind VARCHAR(20) NOT NULL
  CHECK (kind IN ('match', 'practice', 'team', 'drill', 'study'));

-- The hand a player plays with; null: not said.
ALTER TABLE player ADD COLUMN IF NOT EXISTS hand VARCHAR(8) CHARACTER SET ascii NULL CHECK (hand IN ('right', 'left'));
SET SESSION check_constraint_checks = 1;
