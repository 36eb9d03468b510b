-- What is entered for an assessment; out of is stated for marks alone, and may be left to the parts there too.
ALTER TABLE assessment
    ALTER COLUMN out_of DROP NOT NULL,
    ADD COLUMN kind          text   NOT NULL DEFAULT 'MARKS'
        CONSTRAINT assessment_kind CHECK (kind IN ('MARKS', 'GRADES', 'CHECK', 'NOTE')),
    -- Bands of its own, for a piece on grades; null: the class's.
    ADD COLUMN boundaries_id bigint,
    -- Taken off the sheet, entries and all, and put back on asking; null: it is there.
    ADD COLUMN removed_at    timestamptz,
    ADD CONSTRAINT assessment_out_of_marks CHECK (kind = 'MARKS' OR out_of IS NULL),
    ADD CONSTRAINT assessment_bands_grades CHECK (kind = 'GRADES' OR boundaries_id IS NULL),
    ADD CONSTRAINT assessment_boundaries FOREIGN KEY (teacher_id, boundaries_id) REFERENCES boundaries (teacher_id, id);

CREATE TABLE part (
    id            bigint  GENERATED ALWAYS AS IDENTITY CONSTRAINT part_pk PRIMARY KEY,
    teacher_id    bigint  NOT NULL,
    class_id      bigint  NOT NULL,
    assessment_id bigint  NOT NULL,
    place         integer NOT NULL,
    title         text    NOT NULL CONSTRAINT part_title_form CHECK (title <> ''),
    out_of        numeric(9,4) NOT NULL CONSTRAINT part_out_of_range CHECK (out_of > 0),
    weight        numeric(9,4) NOT NULL DEFAULT 1 CONSTRAINT part_weight_range CHECK (weight > 0),
    CONSTRAINT part_title_unique UNIQUE (assessment_id, title) DEFERRABLE INITIALLY DEFERRED,
    CONSTRAINT part_of_assessment UNIQUE (teacher_id, class_id, assessment_id, id),
    CONSTRAINT part_assessment FOREIGN KEY (teacher_id, class_id, assessment_id)
        REFERENCES assessment (teacher_id, class_id, id) ON DELETE CASCADE
);

-- The most an assessment can give where fewer than so many of its gates were passed.
CREATE TABLE ceiling (
    teacher_id    bigint  NOT NULL,
    class_id      bigint  NOT NULL,
    assessment_id bigint  NOT NULL,
    place         integer NOT NULL,
    pass          numeric(9,4) NOT NULL CONSTRAINT ceiling_pass_range CHECK (pass BETWEEN 0 AND 100),
    fewer_than    integer NOT NULL CONSTRAINT ceiling_fewer_than_range CHECK (fewer_than >= 1),
    most          numeric(9,4) NOT NULL CONSTRAINT ceiling_most_range CHECK (most BETWEEN 0 AND 100),
    CONSTRAINT ceiling_pk PRIMARY KEY (assessment_id, place),
    CONSTRAINT ceiling_of_assessment UNIQUE (teacher_id, class_id, assessment_id, place),
    CONSTRAINT ceiling_assessment FOREIGN KEY (teacher_id, class_id, assessment_id)
        REFERENCES assessment (teacher_id, class_id, id) ON DELETE CASCADE
);

CREATE TABLE gate (
    teacher_id    bigint  NOT NULL,
    class_id      bigint  NOT NULL,
    assessment_id bigint  NOT NULL,
    ceiling_place integer NOT NULL,
    part_id       bigint  NOT NULL,
    CONSTRAINT gate_pk PRIMARY KEY (assessment_id, ceiling_place, part_id),
    CONSTRAINT gate_ceiling FOREIGN KEY (teacher_id, class_id, assessment_id, ceiling_place)
        REFERENCES ceiling (teacher_id, class_id, assessment_id, place) ON DELETE CASCADE,
    CONSTRAINT gate_part FOREIGN KEY (teacher_id, class_id, assessment_id, part_id)
        REFERENCES part (teacher_id, class_id, assessment_id, id)
);

-- An entry of a part; null: of the whole piece. The key holds 0 for it, since a primary key takes no null.
ALTER TABLE entry
    ADD COLUMN part_id  bigint,
    ADD COLUMN part_key bigint NOT NULL GENERATED ALWAYS AS (coalesce(part_id, 0)) STORED,
    ADD COLUMN note     text NOT NULL DEFAULT '' CONSTRAINT entry_note_length CHECK (length(note) <= 500),
    ADD COLUMN memo     text NOT NULL DEFAULT '' CONSTRAINT entry_memo_length CHECK (length(memo) <= 500),
    DROP CONSTRAINT entry_pk,
    ADD CONSTRAINT entry_pk PRIMARY KEY (assessment_id, enrolment_id, part_key),
    DROP CONSTRAINT entry_kind,
    ADD CONSTRAINT entry_kind CHECK (kind IN ('BLANK', 'MARK', 'ABSENT', 'EXCUSED', 'NOT_HANDED_IN', 'DOUBT', 'GRADE',
                                              'TICK', 'CROSS')),
    DROP CONSTRAINT entry_words_present,
    ADD CONSTRAINT entry_words_present CHECK ((kind IN ('DOUBT', 'GRADE')) = (words <> '')),
    ADD CONSTRAINT entry_part FOREIGN KEY (teacher_id, class_id, assessment_id, part_id)
        REFERENCES part (teacher_id, class_id, assessment_id, id) ON DELETE CASCADE;

ALTER TABLE brought_entry
    ADD COLUMN part_id bigint NOT NULL DEFAULT 0,
    DROP CONSTRAINT brought_entry_pk,
    ADD CONSTRAINT brought_entry_pk PRIMARY KEY (bring_in_id, assessment_id, enrolment_id, part_id);

ALTER TABLE change ADD COLUMN part_id bigint NOT NULL DEFAULT 0;

ALTER TABLE band
    -- A band starts from a percent, or from a raw mark of a stated total.
    ALTER COLUMN from_percent DROP NOT NULL,
    ADD COLUMN raw_mark  numeric(9,4) CONSTRAINT band_raw_mark_range CHECK (raw_mark >= 0),
    ADD COLUMN raw_total numeric(9,4) CONSTRAINT band_raw_total_range CHECK (raw_total > 0),
    -- Null: midway to the next band up.
    ADD COLUMN worth     numeric(9,4) CONSTRAINT band_worth_range CHECK (worth BETWEEN 0 AND 100),
    ADD COLUMN words     text NOT NULL DEFAULT '',
    ADD CONSTRAINT band_from_one CHECK ((from_percent IS NULL) = (raw_mark IS NOT NULL)
                                        AND (raw_mark IS NULL) = (raw_total IS NULL));

-- In the teacher's library: used by any number of classes; the others are one class's own.
ALTER TABLE boundaries
    ADD COLUMN in_library boolean NOT NULL DEFAULT false;

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['part', 'ceiling', 'gate'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
