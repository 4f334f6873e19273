-- Snooker and English tables.
ALTER TABLE recording DROP CONSTRAINT IF EXISTS `recording.table_size`;
ALTER TABLE recording MODIFY table_size VARCHAR(20) NOT NULL
  CHECK (table_size IN ('pool-9', 'pool-8', 'pool-7', 'english-7', 'snooker-12'));
