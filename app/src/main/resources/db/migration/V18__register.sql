-- What an excused absence is to attendance.
ALTER TABLE school_class
    ADD COLUMN excused_absence text NOT NULL DEFAULT 'COUNTS'
        CONSTRAINT school_class_excused_absence CHECK (excused_absence IN ('COUNTS', 'LEFT_OUT'));

-- A lesson of a class; those of a weekly pattern are made for each day, so that single ones can differ.
CREATE TABLE lesson (
    id         bigint  GENERATED ALWAYS AS IDENTITY CONSTRAINT lesson_pk PRIMARY KEY,
    teacher_id bigint  NOT NULL,
    class_id   bigint  NOT NULL,
    date       date    NOT NULL,
    at         integer NOT NULL CONSTRAINT lesson_at_range CHECK (at BETWEEN 1 AND 20),
    -- Made by hand, so that a new pattern leaves it alone.
    single     boolean NOT NULL DEFAULT false,
    CONSTRAINT lesson_of_class UNIQUE (teacher_id, class_id, id),
    CONSTRAINT lesson_once UNIQUE (class_id, date, at),
    CONSTRAINT lesson_class FOREIGN KEY (teacher_id, class_id)
        REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);

-- When a class has lessons in a week, week after week; A and B take turns, counted from the first Monday of the year.
CREATE TABLE lesson_time (
    id         bigint  GENERATED ALWAYS AS IDENTITY CONSTRAINT lesson_time_pk PRIMARY KEY,
    teacher_id bigint  NOT NULL,
    class_id   bigint  NOT NULL,
    weekday    integer NOT NULL CONSTRAINT lesson_time_weekday CHECK (weekday BETWEEN 1 AND 7),
    at         integer NOT NULL CONSTRAINT lesson_time_at_range CHECK (at BETWEEN 1 AND 20),
    week       text    NOT NULL CONSTRAINT lesson_time_week CHECK (week IN ('EVERY', 'A', 'B')),
    CONSTRAINT lesson_time_once UNIQUE (class_id, weekday, at, week),
    CONSTRAINT lesson_time_class FOREIGN KEY (teacher_id, class_id)
        REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);

-- Days on which the school is shut.
CREATE TABLE day_off (
    teacher_id bigint NOT NULL,
    year_id    bigint NOT NULL,
    date       date   NOT NULL,
    words      text   NOT NULL DEFAULT '' CONSTRAINT day_off_words_length CHECK (length(words) <= 100),
    CONSTRAINT day_off_pk PRIMARY KEY (year_id, date),
    CONSTRAINT day_off_year FOREIGN KEY (teacher_id, year_id)
        REFERENCES school_year (teacher_id, id) ON DELETE CASCADE
);

-- Whether a student was in a lesson. One that was taken back keeps its row for its version, with a presence of none.
CREATE TABLE register_entry (
    teacher_id   bigint  NOT NULL,
    class_id     bigint  NOT NULL,
    lesson_id    bigint  NOT NULL,
    enrolment_id bigint  NOT NULL,
    presence     text    CONSTRAINT register_entry_presence CHECK (presence IN ('PRESENT', 'LATE', 'ABSENT')),
    excused      boolean NOT NULL,
    minutes      integer NOT NULL CONSTRAINT register_entry_minutes CHECK (minutes BETWEEN 0 AND 999),
    reason       text    NOT NULL CONSTRAINT register_entry_reason_length CHECK (length(reason) <= 100),
    version      integer NOT NULL,
    CONSTRAINT register_entry_pk PRIMARY KEY (lesson_id, enrolment_id),
    CONSTRAINT register_entry_lesson FOREIGN KEY (teacher_id, class_id, lesson_id)
        REFERENCES lesson (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT register_entry_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);
CREATE INDEX register_entry_by_class ON register_entry (class_id);
CREATE INDEX register_entry_by_enrolment ON register_entry (enrolment_id);

ALTER TABLE change ADD COLUMN lesson_id bigint;
CREATE INDEX change_by_lesson ON change (lesson_id, enrolment_id, id) WHERE lesson_id IS NOT NULL;

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['lesson', 'lesson_time', 'day_off', 'register_entry'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
