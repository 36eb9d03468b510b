-- A level set by hand is recorded with its goal and day, so that it can be put back. Those set at once are one step.
ALTER TABLE change
    ADD COLUMN goal_id bigint,
    ADD COLUMN on_day  date CONSTRAINT change_on_day_day CHECK (on_day BETWEEN DATE '1900-01-01' AND DATE '2199-12-31'),
    ADD COLUMN step    uuid;
CREATE INDEX change_by_step ON change (step) WHERE step IS NOT NULL;

-- A further field of the school can hold how many goals a student is secure in.
ALTER TABLE school_field
    DROP CONSTRAINT school_field_holds_check,
    ADD CONSTRAINT school_field_holds_check CHECK (holds IN ('LABEL', 'ATTENDANCE', 'GOALS'));
