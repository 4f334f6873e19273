-- A position without a match is a recording of its own kind.
SET SESSION check_constraint_checks = 0;
ALTER TABLE recording MODIFY kind VARCHAR(20) NOT NULL
  CHECK (kind IN ('match', 'practice', 'team', 'drill', 'study'));
SET SESSION check_constraint_checks = 1;
