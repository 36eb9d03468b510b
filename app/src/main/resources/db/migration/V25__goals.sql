-- What students are to be able to do. A goal under another has that one as its parent.
CREATE TABLE goal (
    id         bigint  GENERATED ALWAYS AS IDENTITY CONSTRAINT goal_pk PRIMARY KEY,
    teacher_id bigint  NOT NULL,
    class_id   bigint  NOT NULL,
    parent_id  bigint,
    place      integer NOT NULL,
    title      text    NOT NULL CONSTRAINT goal_title_length CHECK (length(title) BETWEEN 1 AND 200),
    -- Null: as usual, 70, all there is, the latest.
    secure     numeric(7,4) CONSTRAINT goal_secure CHECK (secure BETWEEN 0 AND 100),
    needs      integer CONSTRAINT goal_needs CHECK (needs BETWEEN 1 AND 1000),
    judge      text    CONSTRAINT goal_judge CHECK (judge IN ('LATEST', 'MEAN', 'BEST')),
    CONSTRAINT goal_of_class UNIQUE (teacher_id, class_id, id),
    CONSTRAINT goal_not_under_itself CHECK (parent_id <> id),
    CONSTRAINT goal_parent FOREIGN KEY (teacher_id, class_id, parent_id)
        REFERENCES goal (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT goal_class FOREIGN KEY (teacher_id, class_id)
        REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);
CREATE INDEX goal_by_class ON goal (class_id);
CREATE INDEX goal_by_parent ON goal (parent_id);

-- A piece, or one part of it, that shows whether a goal is reached. One of a piece taken off the sheet waits for it.
CREATE TABLE goal_evidence (
    teacher_id    bigint  NOT NULL,
    class_id      bigint  NOT NULL,
    goal_id       bigint  NOT NULL,
    assessment_id bigint  NOT NULL,
    part_id       bigint,
    place         integer NOT NULL,
    CONSTRAINT goal_evidence_once UNIQUE NULLS NOT DISTINCT (goal_id, assessment_id, part_id),
    CONSTRAINT goal_evidence_goal FOREIGN KEY (teacher_id, class_id, goal_id)
        REFERENCES goal (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT goal_evidence_assessment FOREIGN KEY (teacher_id, class_id, assessment_id)
        REFERENCES assessment (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT goal_evidence_part FOREIGN KEY (teacher_id, class_id, assessment_id, part_id)
        REFERENCES part (teacher_id, class_id, assessment_id, id) ON DELETE CASCADE
);
CREATE INDEX goal_evidence_by_class ON goal_evidence (class_id);
CREATE INDEX goal_evidence_by_assessment ON goal_evidence (assessment_id);
CREATE INDEX goal_evidence_by_part ON goal_evidence (part_id);

-- A level set by hand, at most one for each day.
CREATE TABLE goal_level (
    id           bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT goal_level_pk PRIMARY KEY,
    teacher_id   bigint NOT NULL,
    class_id     bigint NOT NULL,
    goal_id      bigint NOT NULL,
    enrolment_id bigint NOT NULL,
    level        text   NOT NULL CONSTRAINT goal_level_level CHECK (level IN ('NOT_BEGUN', 'BEGUN', 'AGAIN', 'SECURE')),
    on_day       date   NOT NULL CONSTRAINT goal_level_on_day_day CHECK (on_day BETWEEN DATE '1900-01-01' AND DATE '2199-12-31'),
    CONSTRAINT goal_level_once UNIQUE (goal_id, enrolment_id, on_day),
    CONSTRAINT goal_level_goal FOREIGN KEY (teacher_id, class_id, goal_id)
        REFERENCES goal (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT goal_level_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);
CREATE INDEX goal_level_by_class ON goal_level (class_id);
CREATE INDEX goal_level_by_enrolment ON goal_level (enrolment_id);

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['goal', 'goal_evidence', 'goal_level'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
