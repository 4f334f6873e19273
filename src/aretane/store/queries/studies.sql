-- name: count_studies(club_id, words, tag)^
SELECT COUNT(*) AS n FROM recording r LEFT JOIN rack k ON k.recording_id = r.id AND k.number = 1
  LEFT JOIN shot s ON s.rack_id = k.id AND s.position = 1
WHERE r.club_id = :club_id AND r.kind = 'study' AND r.removed_at IS NULL
  AND (:words = '' OR LOCATE(:words, r.title) OR LOCATE(:words, COALESCE(s.notes, '')))
  AND (:tag = '' OR JSON_CONTAINS(COALESCE(s.tags, '[]'), JSON_QUOTE(:tag)));

-- name: studies_page(club_id, words, tag, first, most)
-- Studies whose title or notes hold the words, with the tag; empty: any.
SELECT r.id FROM recording r LEFT JOIN rack k ON k.recording_id = r.id AND k.number = 1
  LEFT JOIN shot s ON s.rack_id = k.id AND s.position = 1
WHERE r.club_id = :club_id AND r.kind = 'study' AND r.removed_at IS NULL
  AND (:words = '' OR LOCATE(:words, r.title) OR LOCATE(:words, COALESCE(s.notes, '')))
  AND (:tag = '' OR JSON_CONTAINS(COALESCE(s.tags, '[]'), JSON_QUOTE(:tag)))
ORDER BY r.id DESC LIMIT :first, :most;

-- name: study_tags(club_id)
SELECT s.tags FROM recording r JOIN rack k ON k.recording_id = r.id AND k.number = 1
  JOIN shot s ON s.rack_id = k.id AND s.position = 1
WHERE r.club_id = :club_id AND r.kind = 'study' AND r.removed_at IS NULL AND s.tags <> '[]';
