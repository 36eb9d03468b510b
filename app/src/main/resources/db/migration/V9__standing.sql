-- The school a teacher works at, as it stands on what is printed; empty for none.
ALTER TABLE teacher ADD COLUMN school text NOT NULL DEFAULT '';

-- When a student's parents come, and what was said then, for the teacher alone.
CREATE TABLE appointment (
    teacher_id   bigint NOT NULL,
    class_id     bigint NOT NULL,
    enrolment_id bigint NOT NULL CONSTRAINT appointment_pk PRIMARY KEY,
    day          date,
    at           time,
    said         text   NOT NULL DEFAULT '' CONSTRAINT appointment_said_length CHECK (length(said) <= 2000),
    CONSTRAINT appointment_day CHECK ((day IS NULL) = (at IS NULL)),
    CONSTRAINT appointment_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);
CREATE INDEX appointment_by_class ON appointment (class_id);

-- Weights, rules and boundaries tried out, as the fields of their form would be sent; they move nothing.
CREATE TABLE try_out (
    id         bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT try_out_pk PRIMARY KEY,
    teacher_id bigint NOT NULL,
    class_id   bigint NOT NULL,
    name       text   NOT NULL CONSTRAINT try_out_name_form CHECK (name <> ''),
    choices    text   NOT NULL,
    CONSTRAINT try_out_name_unique UNIQUE (class_id, name),
    CONSTRAINT try_out_class FOREIGN KEY (teacher_id, class_id) REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);

-- Lists over several classes, as their address holds them.
CREATE TABLE saved_list (
    id         bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT saved_list_pk PRIMARY KEY,
    teacher_id bigint NOT NULL CONSTRAINT saved_list_teacher REFERENCES teacher ON DELETE CASCADE,
    name       text   NOT NULL CONSTRAINT saved_list_name_form CHECK (name <> ''),
    choices    text   NOT NULL,
    CONSTRAINT saved_list_name_unique UNIQUE (teacher_id, name)
);

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['appointment', 'try_out', 'saved_list'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
