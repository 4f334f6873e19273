-- name: stated_chances(club_id, player_id, most)
SELECT s.rack_id, s.shot, s.said_by, s.said, s.chance, s.came, s.as_said, s.off, f.expected
FROM shot_stated s JOIN shot_fact f ON f.rack_id = s.rack_id AND f.shot = s.shot
WHERE s.club_id = :club_id AND (:player_id IS NULL OR f.player_id = :player_id)
  AND f.role NOT IN ('left-out', 'unlogged')
  AND f.recording_id NOT IN (SELECT id FROM recording WHERE club_id = :club_id AND removed_at IS NOT NULL)
ORDER BY f.played_on DESC, f.recording_id DESC, f.rack, s.shot, s.place LIMIT :most;

-- name: modelled_pots(club_id, player_id, most)
SELECT f.expected, f.made FROM shot_fact f
WHERE f.club_id = :club_id AND (:player_id IS NULL OR f.player_id = :player_id)
  AND f.role IN ('attack', 'two-way') AND f.expected IS NOT NULL AND f.made IS NOT NULL
  AND f.recording_id NOT IN (SELECT id FROM recording WHERE club_id = :club_id AND removed_at IS NOT NULL)
ORDER BY f.played_on DESC LIMIT :most;
