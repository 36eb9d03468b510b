ALTER TABLE student
    -- The name they go by, where it is not the given one.
    ADD COLUMN preferred text NOT NULL DEFAULT '',
    ADD COLUMN email     text NOT NULL DEFAULT '';

-- One file or paste, from its first look to the day it is taken back. What it holds is kept as it was read.
CREATE TABLE bring_in (
    id         bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT bring_in_pk PRIMARY KEY,
    teacher_id bigint NOT NULL,
    class_id   bigint NOT NULL,
    source     text   NOT NULL,
    sheet      text   NOT NULL,
    choices    text   NOT NULL,
    state      text   NOT NULL DEFAULT 'OPEN' CONSTRAINT bring_in_state CHECK (state IN ('OPEN', 'DONE', 'TAKEN_BACK')),
    -- The ids of what it made, as JSON, so that taking it back removes that too.
    made       text   NOT NULL DEFAULT '',
    at         timestamptz NOT NULL,
    CONSTRAINT bring_in_of_class UNIQUE (teacher_id, class_id, id),
    CONSTRAINT bring_in_class FOREIGN KEY (teacher_id, class_id) REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);
CREATE INDEX bring_in_by_class ON bring_in (class_id, id);

-- What stood in each cell a bring-in wrote to, and the version it left there.
CREATE TABLE brought_entry (
    teacher_id    bigint  NOT NULL,
    class_id      bigint  NOT NULL,
    bring_in_id   bigint  NOT NULL,
    assessment_id bigint  NOT NULL,
    enrolment_id  bigint  NOT NULL,
    was_kind      text    NOT NULL,
    was_mark      numeric(9,4),
    was_words     text    NOT NULL,
    was_late      boolean NOT NULL,
    was_to_finish boolean NOT NULL,
    version       integer NOT NULL,
    CONSTRAINT brought_entry_pk PRIMARY KEY (bring_in_id, assessment_id, enrolment_id),
    CONSTRAINT brought_entry_bring_in FOREIGN KEY (teacher_id, class_id, bring_in_id)
        REFERENCES bring_in (teacher_id, class_id, id) ON DELETE CASCADE
);

-- How a file's columns were settled, for the next file with the same headings.
CREATE TABLE sheet_layout (
    teacher_id bigint NOT NULL CONSTRAINT sheet_layout_teacher REFERENCES teacher ON DELETE CASCADE,
    headings   text   NOT NULL,
    choices    text   NOT NULL,
    CONSTRAINT sheet_layout_pk PRIMARY KEY (teacher_id, headings)
);

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['bring_in', 'brought_entry', 'sheet_layout'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
