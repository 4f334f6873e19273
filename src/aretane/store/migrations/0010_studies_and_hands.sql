-- A position without a match is a recording of its own kind.
SET SESSION check_constraint_checks = 0;
ALTER TABLE recording MODIFY kind VARCHAR(20) NOT NULL
  CHECK (kind IN ('match', 'practice', 'team', 'drill', 'study'));

-- The hand a player plays with; null: not said.
ALTER TABLE player ADD COLUMN IF NOT EXISTS hand VARCHAR(8) CHARACTER SET ascii NULL CHECK (hand IN ('right', 'left'));

-- Who won the lag: the place among the players, from 1; null: not said.
ALTER TABLE recording ADD COLUMN IF NOT EXISTS lag TINYINT UNSIGNED NULL CHECK (lag BETWEEN 1 AND 8);
SET SESSION check_constraint_checks = 1;
