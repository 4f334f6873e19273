-- name: stale_racks(most)
SELECT id, club_id, recording_id, content FROM rack WHERE stale = 1 ORDER BY id LIMIT :most;

-- name: count_stale()^
SELECT COUNT(*) AS n FROM rack WHERE stale = 1;

-- name: outdate_other_models(model)!
UPDATE rack k JOIN rack_facts f ON f.rack_id = k.id SET k.kept = 0 WHERE f.model <> :model AND k.stale = 0;

-- name: note_kept(rack_id, content)!
-- Nothing where the rack was changed meanwhile: its facts are not those just counted.
UPDATE rack SET kept = content WHERE id = :rack_id AND content = :content;

-- name: keep_facts(rack_id, club_id, model, shots, open_shots, first_open, flags, flag_shot, flag_words, damaged, damage_shot, damage_words, winner_id)!
REPLACE INTO rack_facts (rack_id, club_id, model, shots, open_shots, first_open, flags, flag_shot, flag_words,
  damaged, damage_shot, damage_words, winner_id)
VALUES (:rack_id, :club_id, :model, :shots, :open_shots, :first_open, :flags, :flag_shot, :flag_words,
  :damaged, :damage_shot, :damage_words, :winner_id);

-- name: count_recordings(club_id)^
SELECT COUNT(*) AS n FROM recording WHERE club_id = :club_id AND removed_at IS NULL AND kind <> 'study';

-- name: recordings_page(club_id, first, most)
SELECT id, title, played_on, kind, discipline FROM recording
WHERE club_id = :club_id AND removed_at IS NULL AND kind <> 'study'
ORDER BY played_on DESC, id DESC LIMIT :first, :most;

-- name: recording_titles(club_id)
SELECT id, title, played_on FROM recording
WHERE club_id = :club_id AND removed_at IS NULL AND kind <> 'study'
ORDER BY played_on DESC, id DESC;

-- name: seats_of(club_id, recordings)
SELECT rp.recording_id, rp.player_id, p.name, p.level
FROM recording_player rp JOIN player p ON p.id = rp.player_id
WHERE rp.club_id = :club_id AND rp.recording_id IN :recordings ORDER BY rp.recording_id, rp.seat;

-- name: facts_of(club_id, recordings)
SELECT k.id, k.recording_id, k.number, k.stale, f.shots, f.open_shots, f.flags, f.damaged, f.winner_id
FROM rack k LEFT JOIN rack_facts f ON f.rack_id = k.id
WHERE k.club_id = :club_id AND k.recording_id IN :recordings ORDER BY k.recording_id, k.number;

-- name: racks_waiting(club_id, most)
-- Racks with a shot without a result, or without shots, of the newest recordings.
SELECT k.recording_id, k.number, r.title, f.shots, f.open_shots, f.first_open
FROM rack_facts f JOIN rack k ON k.id = f.rack_id JOIN recording r ON r.id = k.recording_id
WHERE f.club_id = :club_id AND r.removed_at IS NULL AND r.kind <> 'study'
  AND (f.open_shots > 0 OR f.shots = 0)
ORDER BY r.played_on DESC, r.id DESC, k.number LIMIT :most;

-- name: racks_flagged(club_id, most)
SELECT k.recording_id, k.number, r.title, f.flags, f.flag_shot, f.flag_words
FROM rack_facts f JOIN rack k ON k.id = f.rack_id JOIN recording r ON r.id = k.recording_id
WHERE f.club_id = :club_id AND r.removed_at IS NULL AND r.kind <> 'study' AND f.flags > 0
ORDER BY r.played_on DESC, r.id DESC, k.number LIMIT :most;

-- name: racks_damaged(club_id, most)
SELECT k.recording_id, k.number, r.title, f.damaged, f.damage_shot, f.damage_words
FROM rack_facts f JOIN rack k ON k.id = f.rack_id JOIN recording r ON r.id = k.recording_id
WHERE f.club_id = :club_id AND r.removed_at IS NULL AND f.damaged > 0
ORDER BY r.played_on DESC, r.id DESC, k.number LIMIT :most;

-- name: prints_of(club_id)
-- What the shots of each recording depend on, in short: another number as soon as any of it changes.
SELECT r.id, CONCAT_WS('-', r.version, COUNT(k.id), COALESCE(BIT_XOR(CRC32(CONCAT(k.id, ':', k.content, ':', k.number))), 0),
  (SELECT BIT_XOR(CRC32(CONCAT(p.id, ':', p.level, ':', COALESCE(p.hand, ''), ':', p.name, ':', COALESCE(p.own_from, ''), COALESCE(CRC32(p.own_model), 0)))) FROM recording_player rp
   JOIN player p ON p.id = rp.player_id WHERE rp.recording_id = r.id)) AS print,
  (SELECT GROUP_CONCAT(rp.player_id) FROM recording_player rp WHERE rp.recording_id = r.id) AS players, r.kind
FROM recording r LEFT JOIN rack k ON k.recording_id = r.id
WHERE r.club_id = :club_id AND r.removed_at IS NULL AND r.kind <> 'study'
GROUP BY r.id ORDER BY r.played_on DESC, r.id DESC;
