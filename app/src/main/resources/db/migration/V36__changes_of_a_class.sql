-- The latest changes of a class. With the teacher in front: every question names both, and what the planner knows of each by
-- itself makes it think that hardly any change is of both, and so read all of the class's for the latest few.
CREATE INDEX change_of_class ON change (teacher_id, class_id, id);
CREATE INDEX change_real_of_class ON change (teacher_id, class_id, id) WHERE was <> '' AND was <> became;
DROP INDEX change_by_class;
DROP INDEX change_real_by_class;
