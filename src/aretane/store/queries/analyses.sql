-- name: analyses_of(club_id, contents)
SELECT content, state, words, result FROM analysis WHERE club_id = :club_id AND content IN :contents;

-- name: want_analysis(club_id, content, recording_id, rack_number, wanted_at)!
INSERT INTO analysis (club_id, content, recording_id, rack_number, state, wanted_at)
VALUES (:club_id, :content, :recording_id, :rack_number, 'waiting', :wanted_at)
ON DUPLICATE KEY UPDATE
  tries = IF(state = 'failed', 0, tries),
  recording_id = VALUES(recording_id), rack_number = VALUES(rack_number), wanted_at = VALUES(wanted_at),
  state = IF(state = 'failed', 'waiting', state);

-- name: drop_waiting(club_id, contents)!
DELETE FROM analysis WHERE club_id = :club_id AND content IN :contents AND state = 'waiting';

-- name: drop_analysis(club_id, content)!
DELETE FROM analysis WHERE club_id = :club_id AND content = :content AND state = 'waiting';

-- name: next_waiting()^
SELECT club_id, recording_id, rack_number FROM analysis WHERE state = 'waiting'
ORDER BY wanted_at DESC, rack_number LIMIT 1;

-- name: waiting_in_rack(club_id, recording_id, rack_number)
SELECT content, tries FROM analysis
WHERE club_id = :club_id AND recording_id = :recording_id AND rack_number = :rack_number
  AND state = 'waiting'
FOR UPDATE;

-- name: begin_analysis(club_id, content)!
UPDATE analysis SET state = 'running', tries = tries + 1 WHERE club_id = :club_id AND content = :content;

-- name: settle_analysis(state, words, result, club_id, content)!
UPDATE analysis SET state = :state, words = :words, result = :result
WHERE club_id = :club_id AND content = :content;

-- name: ask_again()!
UPDATE analysis SET state = 'waiting' WHERE state = 'running';

-- name: states_of(club_id, contents)
SELECT content, state FROM analysis WHERE club_id = :club_id AND content IN :contents;
