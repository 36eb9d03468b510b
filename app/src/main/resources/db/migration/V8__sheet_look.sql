-- How the marks sheet of a class is looked at, as the fields of its form would be sent; nothing in it moves a figure.
CREATE TABLE sheet_look (
    teacher_id bigint NOT NULL,
    class_id   bigint NOT NULL CONSTRAINT sheet_look_pk PRIMARY KEY,
    choices    text   NOT NULL,
    CONSTRAINT sheet_look_class FOREIGN KEY (teacher_id, class_id) REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);
ALTER TABLE sheet_look ENABLE ROW LEVEL SECURITY;
CREATE POLICY sheet_look_own ON sheet_look USING (teacher_id = nullif(current_setting('aestimo.teacher', true), '')::bigint);
GRANT SELECT, INSERT, UPDATE, DELETE ON sheet_look TO aestimo_app;
