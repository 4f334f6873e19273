-- name: list_recordings(club_id)
SELECT id, title, played_on, kind, discipline, race_to, lag, break_order, options, notes, table_size,
  corner_mouth_mm, side_mouth_mm, cloth, cushions, air, balls, version
FROM recording WHERE club_id = :club_id AND removed_at IS NULL
ORDER BY played_on DESC, id DESC;

-- name: recording_by_id(club_id, recording_id)^
SELECT id, title, played_on, kind, discipline, race_to, lag, break_order, options, notes, table_size,
  corner_mouth_mm, side_mouth_mm, cloth, cushions, air, balls, version
FROM recording WHERE club_id = :club_id AND id = :recording_id AND removed_at IS NULL;

-- name: lock_recording(club_id, recording_id)^
SELECT id, version FROM recording
WHERE club_id = :club_id AND id = :recording_id AND removed_at IS NULL FOR UPDATE;

-- name: add_recording(club_id, title, played_on, kind, discipline, race_to, lag, break_order, options, notes, table_size, corner_mouth_mm, side_mouth_mm, cloth, cushions, air, balls)^
INSERT INTO recording (club_id, title, played_on, kind, discipline, race_to, lag, break_order, options, notes,
  table_size, corner_mouth_mm, side_mouth_mm, cloth, cushions, air, balls)
VALUES (:club_id, :title, :played_on, :kind, :discipline, :race_to, :lag, :break_order, :options, :notes,
  :table_size, :corner_mouth_mm, :side_mouth_mm, :cloth, :cushions, :air, :balls)
RETURNING id;

-- name: set_recording(title, played_on, kind, discipline, race_to, lag, break_order, options, notes, table_size, corner_mouth_mm, side_mouth_mm, cloth, cushions, air, balls, club_id, recording_id)!
UPDATE recording SET title = :title, played_on = :played_on, kind = :kind,
  discipline = :discipline, race_to = :race_to, lag = :lag, break_order = :break_order, options = :options, notes = :notes,
  table_size = :table_size, corner_mouth_mm = :corner_mouth_mm, side_mouth_mm = :side_mouth_mm,
  cloth = :cloth, cushions = :cushions, air = :air, balls = :balls, version = version + 1
WHERE club_id = :club_id AND id = :recording_id;

-- name: mark_recording_removed(club_id, recording_id)!
UPDATE recording SET removed_at = CURRENT_TIMESTAMP
WHERE club_id = :club_id AND id = :recording_id AND removed_at IS NULL;

-- name: restore_recording(club_id, recording_id)!
UPDATE recording SET removed_at = NULL
WHERE club_id = :club_id AND id = :recording_id AND removed_at IS NOT NULL;

-- name: seats(club_id, recording_id)
SELECT rp.recording_id, rp.player_id, rp.seat, rp.file_key, p.name, p.level, p.hand, p.own_from, p.own_model
FROM recording_player rp JOIN player p ON p.id = rp.player_id
WHERE rp.club_id = :club_id AND (:recording_id IS NULL OR rp.recording_id = :recording_id)
ORDER BY rp.recording_id, rp.seat;

-- name: add_seat(recording_id, player_id, club_id, seat, file_key)!
INSERT INTO recording_player (recording_id, player_id, club_id, seat, file_key)
VALUES (:recording_id, :player_id, :club_id, :seat, :file_key)
ON DUPLICATE KEY UPDATE seat = VALUES(seat);

-- name: drop_seat(recording_id, player_id)!
DELETE FROM recording_player WHERE recording_id = :recording_id AND player_id = :player_id;

-- name: discipline_of(club_id, recording_id)^
SELECT discipline FROM recording WHERE club_id = :club_id AND id = :recording_id;
