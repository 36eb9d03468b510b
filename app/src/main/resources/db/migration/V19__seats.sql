-- Where the students of a class sit in one room. One plan of a class is in use.
CREATE TABLE seat_plan (
    id         bigint  GENERATED ALWAYS AS IDENTITY CONSTRAINT seat_plan_pk PRIMARY KEY,
    teacher_id bigint  NOT NULL,
    class_id   bigint  NOT NULL,
    name       text    NOT NULL CONSTRAINT seat_plan_name_length CHECK (length(name) BETWEEN 1 AND 60),
    door       text    NOT NULL DEFAULT 'NONE'
        CONSTRAINT seat_plan_door CHECK (door IN ('NONE', 'FRONT_LEFT', 'FRONT_RIGHT', 'BACK_LEFT', 'BACK_RIGHT')),
    windows    text    NOT NULL DEFAULT 'NONE'
        CONSTRAINT seat_plan_windows CHECK (windows IN ('NONE', 'LEFT', 'RIGHT', 'BACK')),
    in_use     boolean NOT NULL DEFAULT false,
    version    integer NOT NULL DEFAULT 1,
    -- The seats as they were before tables were drawn or students arranged, to undo that.
    before     text,
    CONSTRAINT seat_plan_of_class UNIQUE (teacher_id, class_id, id),
    CONSTRAINT seat_plan_class FOREIGN KEY (teacher_id, class_id)
        REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);
CREATE UNIQUE INDEX seat_plan_one_in_use ON seat_plan (class_id) WHERE in_use;
CREATE INDEX seat_plan_by_class ON seat_plan (class_id);

-- A seat, as students see the room: columns from the left, rows from the front.
CREATE TABLE seat (
    teacher_id   bigint  NOT NULL,
    class_id     bigint  NOT NULL,
    plan_id      bigint  NOT NULL,
    at_column    integer NOT NULL CONSTRAINT seat_column_range CHECK (at_column BETWEEN 0 AND 39),
    at_row       integer NOT NULL CONSTRAINT seat_row_range CHECK (at_row BETWEEN 0 AND 39),
    broken       boolean NOT NULL DEFAULT false,
    enrolment_id bigint,
    CONSTRAINT seat_pk PRIMARY KEY (plan_id, at_row, at_column),
    CONSTRAINT seat_student_once UNIQUE (plan_id, enrolment_id),
    CONSTRAINT seat_broken_is_empty CHECK (NOT broken OR enrolment_id IS NULL),
    CONSTRAINT seat_of_plan FOREIGN KEY (teacher_id, class_id, plan_id)
        REFERENCES seat_plan (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT seat_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE SET NULL (enrolment_id)
);
CREATE INDEX seat_by_enrolment ON seat (enrolment_id);

-- What is asked of any arrangement; a wish for one seat belongs to the plan that has it.
CREATE TABLE seat_wish (
    id           bigint  GENERATED ALWAYS AS IDENTITY CONSTRAINT seat_wish_pk PRIMARY KEY,
    teacher_id   bigint  NOT NULL,
    class_id     bigint  NOT NULL,
    kind         text    NOT NULL CONSTRAINT seat_wish_kind CHECK (kind IN ('THIS_SEAT', 'NEAR_FRONT', 'NOT_BESIDE', 'BESIDE')),
    enrolment_id bigint  NOT NULL,
    other_id     bigint,
    plan_id      bigint,
    at_column    integer,
    at_row       integer,
    CONSTRAINT seat_wish_complete CHECK (
        (kind IN ('BESIDE', 'NOT_BESIDE')) = (other_id IS NOT NULL)
        AND (kind = 'THIS_SEAT') = (plan_id IS NOT NULL AND at_column IS NOT NULL AND at_row IS NOT NULL)),
    CONSTRAINT seat_wish_two CHECK (other_id <> enrolment_id),
    CONSTRAINT seat_wish_student FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT seat_wish_other FOREIGN KEY (teacher_id, class_id, other_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT seat_wish_plan FOREIGN KEY (teacher_id, class_id, plan_id)
        REFERENCES seat_plan (teacher_id, class_id, id) ON DELETE CASCADE
);
CREATE INDEX seat_wish_by_student ON seat_wish (enrolment_id);
CREATE INDEX seat_wish_by_other ON seat_wish (other_id);
CREATE INDEX seat_wish_by_plan ON seat_wish (plan_id);
CREATE INDEX seat_wish_by_class ON seat_wish (class_id);

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['seat_plan', 'seat', 'seat_wish'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
