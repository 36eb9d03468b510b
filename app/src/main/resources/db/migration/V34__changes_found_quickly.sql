-- The latest changes of one student, and the latest real ones of a class, without going through all of the class's.
CREATE INDEX change_by_student ON change (enrolment_id, id) WHERE enrolment_id IS NOT NULL;
CREATE INDEX change_real_by_class ON change (class_id, id) WHERE was <> '' AND was <> became;
