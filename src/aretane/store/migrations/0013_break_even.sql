-- The pot chance at which an attack is worth the best safety; and three narrow keys in place of a wide one: reading a key
-- takes time by its width, and the common questions are read from them in three fifths of it.
ALTER TABLE shot_fact ADD COLUMN IF NOT EXISTS needed DOUBLE NULL;

ALTER TABLE shot_fact DROP KEY IF EXISTS fact_common,
  ADD KEY IF NOT EXISTS fact_pots (club_id, role, discipline, player_id, recording_id, made, expected, cut, to_ball, to_pocket),
  ADD KEY IF NOT EXISTS fact_plays (club_id, role, discipline, player_id, recording_id, kind, played_on, foul, outcome, fell),
  ADD KEY IF NOT EXISTS fact_places (club_id, role, discipline, player_id, recording_id, grade, speed, spin, along);
