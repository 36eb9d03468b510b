-- The figures the table of a class's standing shows, where the teacher chose others than the usual ones: their keys, a line each.
CREATE TABLE standing_columns (
    teacher_id bigint NOT NULL,
    class_id   bigint NOT NULL CONSTRAINT standing_columns_pk PRIMARY KEY,
    keys       text   NOT NULL,
    CONSTRAINT standing_columns_class FOREIGN KEY (teacher_id, class_id)
        REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);
ALTER TABLE standing_columns ENABLE ROW LEVEL SECURITY;
CREATE POLICY standing_columns_own ON standing_columns
    USING (teacher_id = nullif(current_setting('aestimo.teacher', true), '')::bigint);
GRANT SELECT, INSERT, UPDATE, DELETE ON standing_columns TO aestimo_app;
