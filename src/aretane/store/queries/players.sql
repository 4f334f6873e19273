-- name: list_players(club_id)
SELECT p.id, p.name, p.level, p.hand,
  (SELECT COUNT(*) FROM shot s JOIN recording r ON r.id = s.recording_id
   WHERE s.club_id = p.club_id AND s.shooter_id = p.id AND r.removed_at IS NULL) AS shots
FROM player p WHERE p.club_id = :club_id ORDER BY p.name;

-- name: player_by_name(club_id, name)^
SELECT id, name, level, hand FROM player WHERE club_id = :club_id AND name = :name;

-- name: add_player(club_id, name, level, hand)^
INSERT INTO player (club_id, name, level, hand) VALUES (:club_id, :name, :level, :hand)
RETURNING id;

-- name: set_player(name, level, hand, club_id, player_id)!
UPDATE player SET name = :name, level = :level, hand = :hand WHERE club_id = :club_id AND id = :player_id;

-- name: player_exists(club_id, player_id)^
SELECT id FROM player WHERE club_id = :club_id AND id = :player_id;
