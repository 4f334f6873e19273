-- name: analyses_of(club_id, contents)
SELECT content, state, words, result FROM analysis WHERE club_id = :club_id AND content IN :contents;

-- name: want_analysis(club_id, content, recording_id, rack_id, wanted_at)*!
INSERT INTO analysis (club_id, content, recording_id, rack_id, state, wanted_at)
VALUES (:club_id, :content, :recording_id, :rack_id, 'waiting', :wanted_at)
ON DUPLICATE KEY UPDATE
  tries = IF(state = 'failed', 0, tries), not_before = NULL,
  recording_id = VALUES(recording_id), rack_id = VALUES(rack_id), wanted_at = VALUES(wanted_at),
  state = IF(state = 'failed', 'waiting', state);

-- name: drop_waiting(club_id, contents)!
DELETE FROM analysis WHERE club_id = :club_id AND content IN :contents AND state = 'waiting';

-- name: drop_analysis(club_id, content)!
DELETE FROM analysis WHERE club_id = :club_id AND content = :content AND state = 'waiting';

-- name: drop_rackless()!
DELETE FROM analysis WHERE state = 'waiting' AND rack_id IS NULL;

-- name: next_waiting()^
-- A pause that seems longer than any is one of a clock that was put back.
SELECT club_id, recording_id, rack_id FROM analysis
WHERE state = 'waiting' AND rack_id IS NOT NULL AND (not_before IS NULL OR NOT not_before BETWEEN NOW(6) AND NOW(6) + INTERVAL 120 SECOND)
ORDER BY wanted_at DESC, rack_id LIMIT 1;

-- name: count_waiting()^
SELECT COUNT(*) AS n, SUM(tries > 0) AS lost FROM analysis WHERE state = 'waiting' AND rack_id IS NOT NULL;

-- name: waiting_in_rack(club_id, rack_id)
SELECT content, not_before IS NULL OR NOT not_before BETWEEN NOW(6) AND NOW(6) + INTERVAL 120 SECOND AS due FROM analysis
WHERE club_id = :club_id AND rack_id = :rack_id AND state = 'waiting'
ORDER BY content
FOR UPDATE;

-- name: begin_analysis(club_id, content)!
UPDATE analysis SET state = 'running' WHERE club_id = :club_id AND content = :content;

-- name: lose_analysis(club_id, content, most, longest, words)!
-- Pauses of 1, 2, 4 ... s: whatever killed the worker may be over soon.
UPDATE analysis SET tries = tries + 1,
  state = IF(tries >= :most, 'failed', 'waiting'),
  words = IF(tries >= :most, :words, ''),
  not_before = NOW(6) + INTERVAL LEAST(POW(2, tries - 1), :longest) SECOND
WHERE club_id = :club_id AND content = :content;

-- name: settle_analysis(state, words, result, club_id, content)!
UPDATE analysis SET state = :state, words = :words, result = :result, tries = 0, not_before = NULL
WHERE club_id = :club_id AND content = :content;

-- name: ask_again()!
UPDATE analysis SET state = 'waiting' WHERE state = 'running';

-- name: states_of(club_id, contents)
SELECT content, state FROM analysis WHERE club_id = :club_id AND content IN :contents;

-- name: analysis_prints(club_id)
SELECT recording_id, BIT_XOR(CRC32(CONCAT(content, state))) AS print FROM analysis
WHERE club_id = :club_id GROUP BY recording_id;
