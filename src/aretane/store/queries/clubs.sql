-- name: first_member()^
-- The member who is asking until sign-in exists: the first of the first club.
SELECT m.id AS member_id, m.club_id, m.name, m.length_unit, m.speed_unit, m.words, c.name AS club_name, c.mark
FROM member m JOIN club c ON c.id = m.club_id
ORDER BY m.club_id, m.id LIMIT 1;

-- name: add_club(name)^
INSERT INTO club (name, mark) VALUES (:name, UUID())
RETURNING id;

-- name: add_member(club_id, name)^
INSERT INTO member (club_id, name) VALUES (:club_id, :name)
RETURNING id;

-- name: set_reading(length_unit, speed_unit, words, member_id, club_id)!
UPDATE member SET length_unit = :length_unit, speed_unit = :speed_unit, words = :words
WHERE id = :member_id AND club_id = :club_id;

-- name: list_names(club_id)
SELECT name FROM club WHERE id = :club_id
UNION SELECT name FROM player WHERE club_id = :club_id
UNION SELECT title FROM recording WHERE club_id = :club_id;
