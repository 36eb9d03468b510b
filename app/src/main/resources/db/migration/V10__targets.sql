-- What the earlier stage is called whose last band targets may begin from; empty for none.
ALTER TABLE school_class
    ADD COLUMN stage_name text NOT NULL DEFAULT '' CONSTRAINT school_class_stage_length CHECK (length(stage_name) <= 60);

ALTER TABLE target
    ADD COLUMN stage_band text NOT NULL DEFAULT '',
    -- The day on which the target as it stands was set. Those of before are taken to have stood long.
    ADD COLUMN since      date NOT NULL DEFAULT DATE '2000-01-01';
ALTER TABLE target ALTER COLUMN since DROP DEFAULT;

-- What a target was until the last day before it was changed, and why it was changed then.
CREATE TABLE earlier_target (
    teacher_id   bigint NOT NULL,
    class_id     bigint NOT NULL,
    enrolment_id bigint NOT NULL,
    until_day    date   NOT NULL,
    start_band   text   NOT NULL DEFAULT '',
    end_band     text   NOT NULL DEFAULT '',
    -- Bands by the ids of their terms.
    term_bands   jsonb  NOT NULL DEFAULT '{}',
    reason       text   NOT NULL DEFAULT '' CONSTRAINT earlier_target_reason_length CHECK (length(reason) <= 300),
    CONSTRAINT earlier_target_pk PRIMARY KEY (enrolment_id, until_day),
    CONSTRAINT earlier_target_target FOREIGN KEY (enrolment_id) REFERENCES target (enrolment_id) ON DELETE CASCADE,
    CONSTRAINT earlier_target_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);
CREATE INDEX earlier_target_by_class ON earlier_target (class_id);

-- From a starting score up, the band it suggests.
CREATE TABLE score_step (
    teacher_id bigint NOT NULL,
    class_id   bigint NOT NULL,
    from_score numeric(9,4) NOT NULL CONSTRAINT score_step_range CHECK (from_score >= 0),
    band       text   NOT NULL CONSTRAINT score_step_band_form CHECK (band <> ''),
    CONSTRAINT score_step_pk PRIMARY KEY (class_id, from_score),
    CONSTRAINT score_step_class FOREIGN KEY (teacher_id, class_id)
        REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);

-- Students marked for help: why, what will be done, and when it is looked at again.
CREATE TABLE help (
    id           bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT help_pk PRIMARY KEY,
    teacher_id   bigint NOT NULL,
    class_id     bigint NOT NULL,
    enrolment_id bigint NOT NULL,
    since        date   NOT NULL,
    reason       text   NOT NULL CONSTRAINT help_reason_length CHECK (reason <> '' AND length(reason) <= 500),
    doing        text   NOT NULL CONSTRAINT help_doing_length CHECK (doing <> '' AND length(doing) <= 500),
    look_again   date   NOT NULL,
    ended        date,
    outcome      text   NOT NULL DEFAULT '' CONSTRAINT help_outcome_length CHECK (length(outcome) <= 500),
    CONSTRAINT help_dates CHECK (ended >= since AND look_again >= since),
    CONSTRAINT help_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);
CREATE INDEX help_by_class ON help (class_id, enrolment_id);
-- Two tabs cannot mark a student twice.
CREATE UNIQUE INDEX help_once_at_a_time ON help (enrolment_id) WHERE ended IS NULL;

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['earlier_target', 'score_step', 'help'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
