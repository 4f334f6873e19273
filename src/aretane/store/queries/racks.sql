-- name: list_racks(club_id, recording_id)
SELECT k.id, k.recording_id, k.number, k.breaker_id, k.notes, k.version,
  k.depth, k.winner_id, k.how, k.content
FROM rack k JOIN recording r ON r.id = k.recording_id
WHERE k.club_id = :club_id AND r.removed_at IS NULL
  AND (:recording_id IS NULL OR k.recording_id = :recording_id)
ORDER BY k.recording_id, k.number;

-- name: rack_by_id(club_id, rack_id)^
SELECT k.id, k.recording_id, k.number, k.breaker_id, k.notes, k.version,
  k.depth, k.winner_id, k.how, k.content
FROM rack k JOIN recording r ON r.id = k.recording_id
WHERE k.club_id = :club_id AND k.id = :rack_id AND r.removed_at IS NULL;

-- name: lock_rack(club_id, rack_id)^
SELECT id, recording_id, number, version, content, breaker_id, notes, depth, winner_id, how FROM rack
WHERE club_id = :club_id AND id = :rack_id FOR UPDATE;

-- name: add_rack(club_id, recording_id, number, breaker_id, notes, depth, winner_id, how)^
INSERT INTO rack (club_id, recording_id, number, breaker_id, notes, depth, winner_id, how)
VALUES (:club_id, :recording_id, :number, :breaker_id, :notes, :depth, :winner_id, :how)
RETURNING id;

-- name: set_rack(breaker_id, notes, depth, winner_id, how, club_id, rack_id)!
UPDATE rack SET breaker_id = :breaker_id, notes = :notes, depth = :depth, winner_id = :winner_id,
  how = :how, version = version + 1,
  content = content + 1
WHERE club_id = :club_id AND id = :rack_id;

-- name: recording_of_rack(club_id, rack_id)^
SELECT recording_id FROM rack WHERE club_id = :club_id AND id = :rack_id;

-- name: lock_racks(club_id, recording_id)
SELECT id, number FROM rack WHERE club_id = :club_id AND recording_id = :recording_id ORDER BY id FOR UPDATE;

-- name: touch_rack(club_id, rack_id)!
-- Its content is another one now.
UPDATE rack SET content = content + 1 WHERE club_id = :club_id AND id = :rack_id;

-- name: outdate_racks_after(recording_id, number)!
-- What crosses racks (straight pool) is to be counted anew for those after :number.
UPDATE rack SET kept = 0 WHERE recording_id = :recording_id AND number > :number;

-- name: outdate_racks_of_player(club_id, player_id)!
UPDATE rack k JOIN recording_player rp ON rp.recording_id = k.recording_id
SET k.kept = 0 WHERE k.club_id = :club_id AND rp.player_id = :player_id;

-- name: drop_rack(club_id, rack_id)!
DELETE FROM rack WHERE club_id = :club_id AND id = :rack_id;

-- name: shift_racks_up(recording_id, number)!
-- Makes room for a rack to be put in at :number.
UPDATE rack SET number = number + 1 WHERE recording_id = :recording_id AND number >= :number
ORDER BY number DESC;

-- name: shift_racks_down(recording_id, number)!
UPDATE rack SET number = number - 1 WHERE recording_id = :recording_id AND number > :number
ORDER BY number;

-- name: list_shots(club_id, recording_id, rack_id)
SELECT s.id, s.rack_id, s.position, s.shooter_id, s.time_s, s.end_s, s.gap, s.layout, s.set_up, s.plan,
  s.result, s.judgement, s.drawings, s.tags, s.notes, s.version
FROM shot s JOIN recording r ON r.id = s.recording_id
WHERE s.club_id = :club_id AND r.removed_at IS NULL
  AND (:recording_id IS NULL OR s.recording_id = :recording_id)
  AND (:rack_id IS NULL OR s.rack_id = :rack_id)
ORDER BY s.rack_id, s.position;

-- name: shots_of_rack(club_id, rack_id)
-- Read with the rack locked, and so not locked themselves.
SELECT id, rack_id, position, shooter_id, time_s, end_s, gap, layout, set_up, plan, result, judgement, drawings, tags,
  notes, version
FROM shot WHERE club_id = :club_id AND rack_id = :rack_id ORDER BY position;

-- name: add_shot(id, club_id, recording_id, rack_id, position, shooter_id, time_s, end_s, gap, layout, set_up, plan, result, judgement, drawings, tags, notes)*!
INSERT INTO shot (id, club_id, recording_id, rack_id, position, shooter_id, time_s, end_s, gap, layout,
  set_up, plan, result, judgement, drawings, tags, notes)
VALUES (:id, :club_id, :recording_id, :rack_id, :position, :shooter_id, :time_s, :end_s, :gap, :layout,
  :set_up, :plan, :result, :judgement, :drawings, :tags, :notes);

-- name: set_shot(shooter_id, time_s, end_s, gap, layout, set_up, plan, result, judgement, drawings, tags, notes, club_id, id)!
UPDATE shot SET shooter_id = :shooter_id, time_s = :time_s, end_s = :end_s, gap = :gap, layout = :layout, set_up = :set_up, plan = :plan,
  result = :result, judgement = :judgement, drawings = :drawings, tags = :tags, notes = :notes, version = version + 1
WHERE club_id = :club_id AND id = :id;

-- name: drop_shot(club_id, id)!
DELETE FROM shot WHERE club_id = :club_id AND id = :id;

-- name: place_shot(position, club_id, id)!
-- A damaged shot can be moved too: its other values are not looked at.
SET STATEMENT check_constraint_checks = 0 FOR UPDATE shot SET position = :position WHERE club_id = :club_id AND id = :id;
