-- What starting scores are out of could be set below the score of a student who had left; such a class could not be opened.
UPDATE school_class c SET starting_top = s.highest
  FROM (SELECT class_id, max(starting_score) AS highest FROM enrolment GROUP BY class_id) s
 WHERE s.class_id = c.id AND s.highest > c.starting_top;
