-- name: want_habits(players)!
UPDATE player SET habits_wanted = habits_wanted + 1 WHERE id IN :players;

-- name: want_habits_of_recording(recording_id)!
UPDATE player SET habits_wanted = habits_wanted + 1
WHERE id IN (SELECT player_id FROM recording_player WHERE recording_id = :recording_id);

-- name: players_of_rack(rack_id)
SELECT DISTINCT player_id FROM shot_fact WHERE rack_id = :rack_id;

-- name: player_without_habits()^
SELECT p.id, p.club_id, p.habits_wanted,
  (SELECT f.recording_id FROM shot_fact f WHERE f.club_id = p.club_id AND f.player_id = p.id LIMIT 1) AS recording_id
FROM player p WHERE p.habits_wanted <> p.habits_kept ORDER BY p.id LIMIT 1;

-- name: drop_habits(player_id)!
DELETE FROM player_habit WHERE player_id = :player_id;

-- name: keep_habits(player_id, place, club_id, code, n, value, low, high, chance, worth, worth_low, worth_high, shots)*!
INSERT INTO player_habit (player_id, place, club_id, code, n, value, low, high, chance, worth, worth_low, worth_high, shots)
VALUES (:player_id, :place, :club_id, :code, :n, :value, :low, :high, :chance, :worth, :worth_low, :worth_high, :shots);

-- name: note_habits(player_id, wanted)!
UPDATE player SET habits_kept = :wanted WHERE id = :player_id;

-- name: habits_of(club_id, player_id)
SELECT * FROM player_habit WHERE club_id = :club_id AND player_id = :player_id ORDER BY place;

-- name: dearest_habits(club_id, most)
SELECT h.player_id, p.name, h.code, h.n, h.value, h.low, h.high, h.worth FROM player_habit h
  JOIN player p ON p.id = h.player_id
WHERE h.club_id = :club_id ORDER BY h.worth DESC, h.chance LIMIT :most;

-- name: facts_for_habits(club_id, player_id, own, discipline, most)
-- The newest shots of a player, or of everybody else: in pool, or in snooker.
SELECT f.recording_id AS `match`, f.rack_id, f.rack, f.shot, f.role, f.stroke, f.outcome, f.made, f.expected, f.cut,
  f.left_cut, f.to_ball, f.to_pocket, f.pocket, f.ball_on_rail, f.cue_on_rail, f.spin, f.speed, f.rails, f.hill,
  f.at, f.waited, f.first_of_visit, f.wrong_end, f.first_chance, f.visit_won, f.foul, f.fell, f.along, f.across,
  f.rack_won, f.fault, f.cost
FROM shot_fact f
WHERE f.club_id = :club_id AND (f.player_id = :player_id) = :own AND (f.discipline = 'snooker') = :discipline
  AND f.role NOT IN ('left-out', 'unlogged')
  AND f.recording_id NOT IN (SELECT id FROM recording WHERE club_id = :club_id AND removed_at IS NOT NULL)
ORDER BY f.played_on DESC, f.recording_id DESC LIMIT :most;

-- name: habits_wait(player_id)^
SELECT habits_wanted <> habits_kept AS waits FROM player WHERE id = :player_id;
