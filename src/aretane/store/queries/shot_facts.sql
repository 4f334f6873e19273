-- name: drop_shot_facts(rack_id)!
DELETE FROM shot_fact WHERE rack_id = :rack_id;

-- name: keep_shot_facts(rack_id, shot, club_id, recording_id, rack, discipline, kind, played_on, table_size, cloth, player_id, opponent_id, role, stroke, outcome, made, foul, scratch, balls, fell, points, kept, grade, graded_by, along, across, wrong_end, decision, luck, caused, expected, cut, left_cut, fullness, to_ball, to_pocket, pocket, open_share, ball_on_rail, cue_on_rail, rails, speed, spin, aided, target, balls_left, visit, first_of_visit, visit_balls, visit_points, visit_won, came_by, in_hand, first_chance, rack_won, lead, hill, at, took, waited, aims, travel, eye_chance, eye_arm, eye_off, worth_decision, worth_pot, worth_position, worth_luck, worth_safety, cost, fault, needed)*!
INSERT INTO shot_fact (
  rack_id, shot, club_id, recording_id, rack, discipline, kind, played_on, table_size, cloth, player_id,
  opponent_id, role, stroke, outcome, made, foul, scratch, balls, fell, points, kept, grade, graded_by, along, across,
  wrong_end, decision, luck, caused, expected, cut, left_cut, fullness, to_ball, to_pocket, pocket, open_share, ball_on_rail,
  cue_on_rail, rails, speed, spin, aided, target, balls_left, visit, first_of_visit, visit_balls,
  visit_points, visit_won, came_by, in_hand, first_chance, rack_won, `lead`, hill, at, took, waited,
  aims, travel, eye_chance, eye_arm, eye_off, worth_decision, worth_pot, worth_position, worth_luck, worth_safety, cost, fault, needed
) VALUES (
  :rack_id, :shot, :club_id, :recording_id, :rack, :discipline, :kind, :played_on, :table_size, :cloth,
  :player_id, :opponent_id, :role, :stroke, :outcome, :made, :foul, :scratch, :balls, :fell, :points, :kept, :grade,
  :graded_by, :along, :across, :wrong_end, :decision, :luck, :caused, :expected, :cut, :left_cut, :fullness, :to_ball,
  :to_pocket, :pocket, :open_share, :ball_on_rail, :cue_on_rail, :rails, :speed, :spin, :aided, :target,
  :balls_left, :visit, :first_of_visit, :visit_balls, :visit_points, :visit_won, :came_by, :in_hand,
  :first_chance, :rack_won, :lead, :hill, :at, :took, :waited,
  :aims, :travel, :eye_chance, :eye_arm, :eye_off, :worth_decision, :worth_pot, :worth_position, :worth_luck, :worth_safety, :cost, :fault, :needed
);

-- name: keep_shot_words(rack_id, shot, club_id, sort, word)*!
INSERT INTO shot_word (rack_id, shot, club_id, sort, word)
VALUES (:rack_id, :shot, :club_id, :sort, :word);

-- name: winner_kept(rack_id)^
SELECT winner_id FROM rack_facts WHERE rack_id = :rack_id;

-- name: keep_stated(rack_id, shot, place, club_id, said_by, said, chance, came, as_said, off)*!
INSERT INTO shot_stated (rack_id, shot, place, club_id, said_by, said, chance, came, as_said, off)
VALUES (:rack_id, :shot, :place, :club_id, :said_by, :said, :chance, :came, :as_said, :off);
