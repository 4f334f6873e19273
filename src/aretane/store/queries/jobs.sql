-- name: jobs_of(club_id, contents)
SELECT content, state, words, result FROM job WHERE club_id = :club_id AND kind = 'shots' AND content IN :contents;

-- name: want_job(club_id, content, recording_id, rack_id, wanted_at)*!
INSERT INTO job (club_id, kind, content, recording_id, rack_id, state, wanted_at)
VALUES (:club_id, 'shots', :content, :recording_id, :rack_id, 'waiting', :wanted_at)
ON DUPLICATE KEY UPDATE
  tries = IF(state = 'failed', 0, tries), not_before = NULL, idle_days = 0,
  recording_id = VALUES(recording_id), rack_id = VALUES(rack_id), wanted_at = VALUES(wanted_at),
  state = IF(state = 'failed', 'waiting', state);

-- name: drop_waiting(club_id, contents)!
DELETE FROM job WHERE club_id = :club_id AND kind = 'shots' AND content IN :contents AND state = 'waiting';

-- name: drop_job(club_id, kind, content)!
DELETE FROM job WHERE club_id = :club_id AND kind = :kind AND content = :content;

-- name: drop_rackless()!
DELETE FROM job WHERE kind = 'shots' AND state = 'waiting' AND rack_id IS NULL;

-- name: next_waiting(longest)^
-- A pause or a lease that seems longer than any is one of a clock that was put back.
SELECT club_id, recording_id, rack_id FROM job
WHERE kind = 'shots' AND rack_id IS NOT NULL AND (
  (state = 'waiting' AND (not_before IS NULL OR NOT not_before BETWEEN NOW(6) AND NOW(6) + INTERVAL :longest SECOND))
  OR (state = 'running' AND (leased_until IS NULL OR NOT leased_until BETWEEN NOW(6) AND NOW(6) + INTERVAL :longest SECOND)))
ORDER BY wanted_at DESC, rack_id LIMIT 1;

-- name: count_waiting()^
SELECT COUNT(*) AS n FROM job WHERE kind = 'shots' AND state IN ('waiting', 'running') AND rack_id IS NOT NULL;

-- name: free_in_rack(club_id, rack_id, longest)
-- What nobody holds; what another server is just taking is passed over.
SELECT content, state = 'running' OR not_before IS NULL OR NOT not_before BETWEEN NOW(6) AND NOW(6) + INTERVAL :longest SECOND AS may_start
FROM job
WHERE club_id = :club_id AND rack_id = :rack_id AND kind = 'shots' AND (state = 'waiting'
  OR (state = 'running' AND (leased_until IS NULL OR NOT leased_until BETWEEN NOW(6) AND NOW(6) + INTERVAL :longest SECOND)))
ORDER BY content
FOR UPDATE SKIP LOCKED;

-- name: begin_job(club_id, content, holder, lease)!
UPDATE job SET state = 'running', holder = :holder, leased_until = NOW(6) + INTERVAL :lease SECOND
WHERE club_id = :club_id AND kind = 'shots' AND content = :content;

-- name: claim_job(club_id, kind, content, recording_id, rack_id, holder, lease, longest)!
-- Nothing where another server holds it.
INSERT INTO job (club_id, kind, content, recording_id, rack_id, state, holder, leased_until)
VALUES (:club_id, :kind, :content, :recording_id, :rack_id, 'running', :holder, NOW(6) + INTERVAL :lease SECOND)
ON DUPLICATE KEY UPDATE
  holder = IF(leased_until IS NULL OR NOT leased_until BETWEEN NOW(6) AND NOW(6) + INTERVAL :longest SECOND, VALUES(holder), holder),
  leased_until = IF(holder = VALUES(holder), VALUES(leased_until), leased_until);

-- name: holder_of(club_id, kind, content)^
SELECT holder FROM job WHERE club_id = :club_id AND kind = :kind AND content = :content;

-- name: renew_jobs(club_id, kind, contents, holder, lease, progress)!
UPDATE job SET leased_until = NOW(6) + INTERVAL :lease SECOND, progress = :progress
WHERE club_id = :club_id AND kind = :kind AND content IN :contents AND holder = :holder;

-- name: progress_of(club_id, kind, content)^
SELECT progress FROM job WHERE club_id = :club_id AND kind = :kind AND content = :content;

-- name: lose_job(club_id, content, holder, most, longest, words)!
-- Pauses of 1, 2, 4 ... s: whatever killed the worker may be over soon.
UPDATE job SET tries = tries + 1,
  state = IF(tries >= :most, 'failed', 'waiting'),
  words = IF(tries >= :most, :words, ''),
  holder = NULL, leased_until = NULL,
  not_before = NOW(6) + INTERVAL LEAST(POW(2, tries - 1), :longest) SECOND
WHERE club_id = :club_id AND kind = 'shots' AND content = :content AND holder = :holder;

-- name: settle_job(state, words, result, club_id, content)!
UPDATE job SET state = :state, words = :words, result = :result, tries = 0, not_before = NULL, holder = NULL,
  leased_until = NULL, idle_days = 0
WHERE club_id = :club_id AND kind = 'shots' AND content = :content;

-- name: racks_answered(club_id, racks)
SELECT DISTINCT rack_id FROM job
WHERE club_id = :club_id AND kind = 'shots' AND state = 'done' AND rack_id IN :racks;

-- name: outdate_worked(club_id, content)!
UPDATE rack k JOIN job j ON j.rack_id = k.id
SET k.kept = 0
WHERE j.club_id = :club_id AND j.kind = 'shots' AND j.content = :content AND k.stale = 0
  AND NOT EXISTS (SELECT 1 FROM job o WHERE o.rack_id = k.id AND o.kind = 'shots' AND o.state IN ('waiting', 'running'));

-- name: states_of(club_id, contents)
SELECT content, state FROM job WHERE club_id = :club_id AND kind = 'shots' AND content IN :contents;

-- name: job_prints(club_id)
SELECT recording_id, BIT_XOR(CRC32(CONCAT(content, state))) AS print FROM job
WHERE club_id = :club_id AND kind = 'shots' GROUP BY recording_id;

-- name: age_jobs(days)!
UPDATE job SET idle_days = idle_days + :days WHERE kind = 'shots' AND state IN ('done', 'failed');

-- name: idle_rack(days)^
SELECT club_id, recording_id, rack_id FROM job
WHERE kind = 'shots' AND state IN ('done', 'failed') AND idle_days > :days
ORDER BY rack_id LIMIT 1;

-- name: clear_idle(club_id, rack_id, days, contents)!
-- The answers of a rack that are about none of its shots any more; :contents are those that are.
DELETE FROM job WHERE club_id = :club_id AND rack_id <=> :rack_id AND kind = 'shots' AND state IN ('done', 'failed')
  AND idle_days > :days AND content NOT IN :contents;

-- name: not_idle(club_id, rack_id)!
UPDATE job SET idle_days = 0
WHERE club_id = :club_id AND rack_id <=> :rack_id AND kind = 'shots' AND state IN ('done', 'failed');
