-- name: list_parts(club_id, recording_id)
SELECT id, recording_id, name, place, path, bytes, container, codec, width, height, starts_at_s, seconds
FROM video_part
WHERE club_id = :club_id AND recording_id = :recording_id AND removed_at IS NULL
ORDER BY starts_at_s, id;

-- name: part_by_id(club_id, part_id)^
SELECT p.id, p.recording_id, p.name, p.place, p.path, p.bytes, p.container, p.codec, p.width, p.height,
  p.starts_at_s, p.seconds
FROM video_part p JOIN recording r ON r.id = p.recording_id
WHERE p.club_id = :club_id AND p.id = :part_id AND p.removed_at IS NULL AND r.removed_at IS NULL;

-- name: part_frames(club_id, part_id)^
SELECT frames FROM video_part WHERE club_id = :club_id AND id = :part_id AND removed_at IS NULL;

-- name: add_part(club_id, recording_id, name, place, path, bytes, container, codec, width, height, starts_at_s, seconds, frames)^
INSERT INTO video_part (club_id, recording_id, name, place, path, bytes, container, codec, width, height,
  starts_at_s, seconds, frames)
VALUES (:club_id, :recording_id, :name, :place, :path, :bytes, :container, :codec, :width, :height,
  :starts_at_s, :seconds, :frames)
RETURNING id;

-- name: move_part(starts_at_s, club_id, part_id)!
UPDATE video_part SET starts_at_s = :starts_at_s WHERE club_id = :club_id AND id = :part_id;

-- name: shots_marked_between(club_id, recording_id, first_s, last_s)
SELECT id, rack_id, time_s, end_s FROM shot
WHERE club_id = :club_id AND recording_id = :recording_id AND time_s BETWEEN :first_s AND :last_s
ORDER BY rack_id, position;

-- name: set_marks(time_s, end_s, club_id, id)!
UPDATE shot SET time_s = :time_s, end_s = :end_s, version = version + 1
WHERE club_id = :club_id AND id = :id;

-- name: mark_part_removed(club_id, part_id)!
UPDATE video_part SET removed_at = CURRENT_TIMESTAMP, idle_hours = 0
WHERE club_id = :club_id AND id = :part_id AND removed_at IS NULL;

-- name: restore_part(club_id, part_id)!
UPDATE video_part SET removed_at = NULL WHERE club_id = :club_id AND id = :part_id;

-- name: parts_removed_long_ago(hours)
SELECT id, place, path FROM video_part WHERE removed_at IS NOT NULL AND idle_hours > :hours;

-- name: begin_cleaning()!
INSERT INTO cleaning (one) VALUES (1) ON DUPLICATE KEY UPDATE one = 1;

-- name: hours_since_cleaning()^
SELECT TIMESTAMPDIFF(SECOND, done_at, CURRENT_TIMESTAMP) / 3600 AS hours FROM cleaning WHERE one = 1 FOR UPDATE;

-- name: note_cleaning()!
UPDATE cleaning SET done_at = CURRENT_TIMESTAMP WHERE one = 1;

-- name: age_intakes(hours)!
UPDATE video_intake SET idle_hours = idle_hours + :hours WHERE state = 'receiving';

-- name: age_parts(hours)!
UPDATE video_part SET idle_hours = idle_hours + :hours WHERE removed_at IS NOT NULL;

-- name: drop_part(part_id)!
DELETE FROM video_part WHERE id = :part_id;

-- name: list_intakes(club_id, recording_id)
SELECT id, recording_id, name, place, path, bytes, plays, state, words FROM video_intake
WHERE club_id = :club_id AND recording_id = :recording_id ORDER BY touched_at, id;

-- name: intakes_checking()
SELECT club_id, id, recording_id, name, place, path, bytes, plays, state, words FROM video_intake
WHERE state = 'checking' ORDER BY touched_at, id;

-- name: intake_by_id(club_id, intake_id)^
SELECT id, recording_id, name, place, path, bytes, plays, state, words FROM video_intake
WHERE club_id = :club_id AND id = :intake_id;

-- name: add_intake(id, club_id, recording_id, name, place, path, bytes, plays, state)!
INSERT INTO video_intake (id, club_id, recording_id, name, place, path, bytes, plays, state)
VALUES (:id, :club_id, :recording_id, :name, :place, :path, :bytes, :plays, :state);

-- name: set_intake(state, words, club_id, intake_id)!
UPDATE video_intake SET state = :state, words = :words, touched_at = CURRENT_TIMESTAMP,
  idle_hours = 0
WHERE club_id = :club_id AND id = :intake_id;

-- name: drop_intake(club_id, intake_id)!
DELETE FROM video_intake WHERE club_id = :club_id AND id = :intake_id;

-- name: intakes_left_lying(hours)
SELECT id, club_id, path FROM video_intake
WHERE state = 'receiving' AND idle_hours > :hours;
