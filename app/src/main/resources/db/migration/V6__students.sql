ALTER TABLE student
    ADD COLUMN guardian_email text NOT NULL DEFAULT '',
    ADD COLUMN birthday       date,
    -- What a teacher has to bear in mind; never printed or sent.
    ADD COLUMN support_note   text NOT NULL DEFAULT '' CONSTRAINT student_support_length CHECK (length(support_note) <= 500),
    ADD COLUMN last_report    text NOT NULL DEFAULT '' CONSTRAINT student_report_length CHECK (length(last_report) <= 2000),
    -- A small JPEG, made anew from what was chosen.
    ADD COLUMN photo          bytea;

-- Null: no score.
ALTER TABLE enrolment
    ADD COLUMN starting_score numeric(9,4) CONSTRAINT enrolment_score_range CHECK (starting_score >= 0);

ALTER TABLE school_class
    -- What starting scores are out of.
    ADD COLUMN starting_top  numeric(9,4) NOT NULL DEFAULT 140 CONSTRAINT school_class_top_range CHECK (starting_top > 0),
    -- False for a tutor group: no weights, no targets, no return, and nothing is missed.
    ADD COLUMN takes_results boolean NOT NULL DEFAULT true;

-- Which set a student was in before, until the day of a change; the enrolment holds the present one.
CREATE TABLE set_change (
    teacher_id   bigint NOT NULL,
    class_id     bigint NOT NULL,
    enrolment_id bigint NOT NULL,
    on_day       date   NOT NULL,
    was          text   NOT NULL,
    became       text   NOT NULL,
    CONSTRAINT set_change_pk PRIMARY KEY (enrolment_id, on_day),
    CONSTRAINT set_change_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);

-- Bands by their labels, empty for none.
CREATE TABLE target (
    teacher_id   bigint NOT NULL,
    class_id     bigint NOT NULL,
    enrolment_id bigint NOT NULL CONSTRAINT target_pk PRIMARY KEY,
    start_band   text   NOT NULL DEFAULT '',
    end_band     text   NOT NULL DEFAULT '',
    CONSTRAINT target_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);

CREATE TABLE term_target (
    teacher_id   bigint NOT NULL,
    class_id     bigint NOT NULL,
    enrolment_id bigint NOT NULL,
    term_id      bigint NOT NULL,
    band         text   NOT NULL CONSTRAINT term_target_band_form CHECK (band <> ''),
    CONSTRAINT term_target_pk PRIMARY KEY (enrolment_id, term_id),
    CONSTRAINT term_target_target FOREIGN KEY (enrolment_id) REFERENCES target (enrolment_id) ON DELETE CASCADE,
    CONSTRAINT term_target_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT term_target_term FOREIGN KEY (teacher_id, term_id) REFERENCES term (teacher_id, id) ON DELETE CASCADE
);

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['set_change', 'target', 'term_target'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
