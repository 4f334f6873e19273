-- One table for all work in the background, taken by any server with a lease. Which disciplines there are, the core says.
RENAME TABLE IF EXISTS analysis TO job;
ALTER TABLE job ADD COLUMN IF NOT EXISTS kind VARCHAR(10) CHARACTER SET ascii NOT NULL DEFAULT 'shots'
  CHECK (kind IN ('shots', 'facts', 'video'));
ALTER TABLE job ADD COLUMN IF NOT EXISTS holder CHAR(36) CHARACTER SET ascii NULL;
ALTER TABLE job ADD COLUMN IF NOT EXISTS leased_until TIMESTAMP(6) NULL;
-- Share of it that is done, where it is one long piece.
ALTER TABLE job ADD COLUMN IF NOT EXISTS progress FLOAT NOT NULL DEFAULT 0 CHECK (progress BETWEEN 0 AND 1);
-- Days that an answer has been there since somebody last looked whether its shot still is, counted in steps.
ALTER TABLE job ADD COLUMN IF NOT EXISTS idle_days DOUBLE NOT NULL DEFAULT 0;
ALTER TABLE job DROP COLUMN IF EXISTS rack_number;
ALTER TABLE job DROP PRIMARY KEY, ADD PRIMARY KEY (club_id, kind, content);
ALTER TABLE job ADD KEY IF NOT EXISTS job_holder (holder);

ALTER TABLE recording MODIFY discipline VARCHAR(20) NOT NULL CHECK (discipline REGEXP '^[a-z-]+$');
