-- How else a contact is reached, and in which language.
ALTER TABLE contact
    ADD COLUMN telephone text NOT NULL DEFAULT '' CONSTRAINT contact_telephone_length CHECK (length(telephone) <= 40),
    ADD COLUMN language  text NOT NULL DEFAULT '' CONSTRAINT contact_language_length CHECK (length(language) <= 40);

-- Attendance imported from a sheet, so that it can be undone as a whole.
CREATE TABLE register_import (
    id         bigint      GENERATED ALWAYS AS IDENTITY CONSTRAINT register_import_pk PRIMARY KEY,
    teacher_id bigint      NOT NULL,
    class_id   bigint      NOT NULL,
    source     text        NOT NULL CONSTRAINT register_import_source_length CHECK (length(source) <= 100),
    at         timestamptz NOT NULL,
    undone     boolean     NOT NULL DEFAULT false,
    -- The lessons that came with it.
    lessons    bigint[]    NOT NULL,
    CONSTRAINT register_import_of_class UNIQUE (teacher_id, class_id, id),
    CONSTRAINT register_import_class FOREIGN KEY (teacher_id, class_id)
        REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);
CREATE INDEX register_import_by_class ON register_import (class_id);

-- An entry it wrote, with what was said there before and the version it left.
CREATE TABLE register_imported (
    teacher_id   bigint  NOT NULL,
    class_id     bigint  NOT NULL,
    import_id    bigint  NOT NULL,
    lesson_id    bigint  NOT NULL,
    enrolment_id bigint  NOT NULL,
    was          text    NOT NULL,
    version      integer NOT NULL,
    CONSTRAINT register_imported_pk PRIMARY KEY (import_id, lesson_id, enrolment_id),
    CONSTRAINT register_imported_import FOREIGN KEY (teacher_id, class_id, import_id)
        REFERENCES register_import (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT register_imported_lesson FOREIGN KEY (teacher_id, class_id, lesson_id)
        REFERENCES lesson (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT register_imported_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);
CREATE INDEX register_imported_by_lesson ON register_imported (lesson_id);
CREATE INDEX register_imported_by_enrolment ON register_imported (enrolment_id);

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['register_import', 'register_imported'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
