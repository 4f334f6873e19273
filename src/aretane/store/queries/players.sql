-- name: list_players(club_id)
SELECT p.id, p.name, p.level, p.hand,
  (SELECT COUNT(*) FROM shot s JOIN recording r ON r.id = s.recording_id
   WHERE s.club_id = p.club_id AND s.shooter_id = p.id AND r.removed_at IS NULL) AS shots
FROM player p WHERE p.club_id = :club_id ORDER BY p.name;

-- name: player_heads(club_id)
SELECT id, name, level, hand FROM player WHERE club_id = :club_id ORDER BY name;

-- name: player_by_name(club_id, name)^
SELECT id, name, level, hand FROM player WHERE club_id = :club_id AND name = :name;

-- name: add_player(club_id, name, level, hand)^
INSERT INTO player (club_id, name, level, hand) VALUES (:club_id, :name, :level, :hand)
RETURNING id;

-- name: set_player(name, level, hand, club_id, player_id)!
UPDATE player SET name = :name, level = :level, hand = :hand WHERE club_id = :club_id AND id = :player_id;

-- name: use_own(own_model, own_from, club_id, player_id)!
UPDATE player SET own_model = :own_model, own_from = :own_from WHERE club_id = :club_id AND id = :player_id;

-- name: player_model(club_id, player_id)^
SELECT id, name, level, hand, own_from, own_model FROM player WHERE club_id = :club_id AND id = :player_id;

-- name: facts_for_model(club_id, player_id, snooker, most)
-- The newest shots of a player in pool, or in snooker, in the order they were played.
SELECT * FROM (
  SELECT f.recording_id, f.rack, f.shot, f.played_on, f.role, f.made, f.expected, f.along, f.aims, f.travel,
    f.eye_chance, f.eye_arm, f.eye_off, f.foul, f.cue_on_rail, f.spin, f.speed, f.aided, f.to_ball, f.hill
  FROM shot_fact f
  WHERE f.club_id = :club_id AND f.player_id = :player_id AND (f.discipline = 'snooker') = :snooker
    AND f.role NOT IN ('left-out', 'unlogged')
    AND f.recording_id NOT IN (SELECT id FROM recording WHERE club_id = :club_id AND removed_at IS NOT NULL)
  ORDER BY f.played_on DESC, f.recording_id DESC, f.rack DESC, f.shot DESC LIMIT :most
) newest ORDER BY played_on, recording_id, rack, shot;

-- name: worth_by_rack(club_id, player_id)
-- What a player's shots were worth, a rack each, of racks of which something is worked out.
SELECT f.rack_id, f.discipline, f.played_on, COUNT(f.worth_pot) AS valued, COUNT(f.cost) AS decided,
  COUNT(f.worth_safety) AS safeties, SUM(f.worth_decision) AS choice, SUM(f.worth_pot) AS pot, SUM(f.worth_position) AS position,
  SUM(f.worth_luck) AS luck, SUM(f.cost) AS cost, SUM(f.worth_safety) AS safety
FROM shot_fact f
WHERE f.club_id = :club_id AND f.player_id = :player_id
  AND f.recording_id NOT IN (SELECT id FROM recording WHERE club_id = :club_id AND removed_at IS NOT NULL)
GROUP BY f.rack_id HAVING valued + decided > 0 ORDER BY f.played_on, f.rack_id;

-- name: racks_of_player(club_id, player_id)^
SELECT COUNT(DISTINCT f.rack_id) AS n FROM shot_fact f
WHERE f.club_id = :club_id AND f.player_id = :player_id
  AND f.recording_id NOT IN (SELECT id FROM recording WHERE club_id = :club_id AND removed_at IS NOT NULL);

-- name: causes_of_player(club_id, player_id)
SELECT w.word, COUNT(*) AS n FROM shot_word w
  JOIN shot_fact f ON f.rack_id = w.rack_id AND f.shot = w.shot
WHERE w.club_id = :club_id AND w.sort = 'evidence' AND f.player_id = :player_id
  AND f.recording_id NOT IN (SELECT id FROM recording WHERE club_id = :club_id AND removed_at IS NOT NULL)
GROUP BY w.word;

-- name: caused_of_player(club_id, player_id)^
SELECT COALESCE(SUM(f.caused), 0) AS n FROM shot_fact f
WHERE f.club_id = :club_id AND f.player_id = :player_id AND f.role NOT IN ('left-out', 'unlogged')
  AND f.recording_id NOT IN (SELECT id FROM recording WHERE club_id = :club_id AND removed_at IS NOT NULL);

-- name: days_of_player(club_id, player_id)
SELECT r.played_on, r.title, r.kind FROM recording r
  JOIN recording_player rp ON rp.recording_id = r.id
WHERE r.club_id = :club_id AND rp.player_id = :player_id AND r.removed_at IS NULL AND r.kind <> 'study'
  AND r.played_on IS NOT NULL ORDER BY r.played_on DESC, r.id DESC;

-- name: player_exists(club_id, player_id)^
SELECT id FROM player WHERE club_id = :club_id AND id = :player_id;
