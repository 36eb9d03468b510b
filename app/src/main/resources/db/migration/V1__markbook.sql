-- Accounts. The one table read before anybody is signed in, so the one without row-level security.
CREATE TABLE teacher (
    id            bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT teacher_pk PRIMARY KEY,
    sign_in       text   NOT NULL CONSTRAINT teacher_sign_in_form CHECK (sign_in = lower(sign_in) AND sign_in <> ''),
    name          text   NOT NULL CONSTRAINT teacher_name_form CHECK (name <> ''),
    password_hash text   NOT NULL,
    theme         text   NOT NULL DEFAULT 'auto'   CONSTRAINT teacher_theme CHECK (theme IN ('auto', 'light', 'dark')),
    row_height    text   NOT NULL DEFAULT 'medium' CONSTRAINT teacher_row_height CHECK (row_height IN ('low', 'medium', 'high')),
    type_size     text   NOT NULL DEFAULT 'medium' CONSTRAINT teacher_type_size CHECK (type_size IN ('small', 'medium', 'large')),
    created_at    timestamptz NOT NULL,
    CONSTRAINT teacher_sign_in_unique UNIQUE (sign_in)
);

-- Failed sign-ins, by the name that was tried, so that several processes slow a guesser down together.
CREATE TABLE sign_in_failure (
    sign_in text        NOT NULL,
    at      timestamptz NOT NULL
);
CREATE INDEX sign_in_failure_recent ON sign_in_failure (sign_in, at);

CREATE TABLE school_year (
    id         bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT school_year_pk PRIMARY KEY,
    teacher_id bigint NOT NULL CONSTRAINT school_year_teacher REFERENCES teacher ON DELETE CASCADE,
    name       text   NOT NULL CONSTRAINT school_year_name_form CHECK (name <> ''),
    version    integer NOT NULL DEFAULT 1,
    CONSTRAINT school_year_name_unique UNIQUE (teacher_id, name),
    CONSTRAINT school_year_of_teacher UNIQUE (teacher_id, id)
);

CREATE TABLE term (
    id         bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT term_pk PRIMARY KEY,
    teacher_id bigint NOT NULL,
    year_id    bigint NOT NULL,
    name       text   NOT NULL CONSTRAINT term_name_form CHECK (name <> ''),
    starts     date   NOT NULL,
    ends       date   NOT NULL,
    CONSTRAINT term_dates CHECK (starts <= ends),
    CONSTRAINT term_name_unique UNIQUE (year_id, name),
    CONSTRAINT term_year FOREIGN KEY (teacher_id, year_id) REFERENCES school_year (teacher_id, id) ON DELETE CASCADE
);
CREATE INDEX term_by_year ON term (year_id, starts);

CREATE TABLE boundaries (
    id         bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT boundaries_pk PRIMARY KEY,
    teacher_id bigint NOT NULL CONSTRAINT boundaries_teacher REFERENCES teacher ON DELETE CASCADE,
    name       text   NOT NULL CONSTRAINT boundaries_name_form CHECK (name <> ''),
    CONSTRAINT boundaries_of_teacher UNIQUE (teacher_id, id)
);

CREATE TABLE band (
    teacher_id    bigint  NOT NULL,
    boundaries_id bigint  NOT NULL,
    place         integer NOT NULL CONSTRAINT band_place_range CHECK (place >= 0),
    label         text    NOT NULL CONSTRAINT band_label_form CHECK (label <> ''),
    from_percent  numeric(9,4) NOT NULL CONSTRAINT band_from_range CHECK (from_percent BETWEEN 0 AND 100),
    CONSTRAINT band_pk PRIMARY KEY (boundaries_id, place),
    CONSTRAINT band_label_unique UNIQUE (boundaries_id, label),
    CONSTRAINT band_boundaries FOREIGN KEY (teacher_id, boundaries_id)
        REFERENCES boundaries (teacher_id, id) ON DELETE CASCADE
);

CREATE TABLE school_class (
    id            bigint  GENERATED ALWAYS AS IDENTITY CONSTRAINT school_class_pk PRIMARY KEY,
    teacher_id    bigint  NOT NULL,
    year_id       bigint  NOT NULL,
    boundaries_id bigint  NOT NULL,
    name          text    NOT NULL CONSTRAINT school_class_name_form CHECK (name <> ''),
    subject       text    NOT NULL DEFAULT '',
    tint          integer NOT NULL CONSTRAINT school_class_tint_range CHECK (tint BETWEEN 1 AND 8),
    -- Counts every save of the class's groundwork, so that two tabs cannot overwrite each other unseen.
    version       integer NOT NULL DEFAULT 1,
    CONSTRAINT school_class_name_unique UNIQUE (year_id, name, subject),
    CONSTRAINT school_class_of_teacher UNIQUE (teacher_id, id),
    CONSTRAINT school_class_year FOREIGN KEY (teacher_id, year_id) REFERENCES school_year (teacher_id, id),
    CONSTRAINT school_class_boundaries FOREIGN KEY (teacher_id, boundaries_id) REFERENCES boundaries (teacher_id, id)
);
CREATE INDEX school_class_by_teacher ON school_class (teacher_id);

CREATE TABLE category (
    id         bigint  GENERATED ALWAYS AS IDENTITY CONSTRAINT category_pk PRIMARY KEY,
    teacher_id bigint  NOT NULL,
    class_id   bigint  NOT NULL,
    place      integer NOT NULL,
    name       text    NOT NULL CONSTRAINT category_name_form CHECK (name <> ''),
    weight     numeric(9,4) NOT NULL CONSTRAINT category_weight_range CHECK (weight BETWEEN 0 AND 100),
    shape      text    NOT NULL
        CONSTRAINT category_shape CHECK (shape IN ('triangle', 'square', 'circle', 'diamond', 'bar', 'ring')),
    tint       integer NOT NULL CONSTRAINT category_tint_range CHECK (tint BETWEEN 1 AND 8),
    CONSTRAINT category_name_unique UNIQUE (class_id, name),
    CONSTRAINT category_of_class UNIQUE (teacher_id, class_id, id),
    CONSTRAINT category_class FOREIGN KEY (teacher_id, class_id) REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);

CREATE TABLE student (
    id         bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT student_pk PRIMARY KEY,
    teacher_id bigint NOT NULL CONSTRAINT student_teacher REFERENCES teacher ON DELETE CASCADE,
    number     text   NOT NULL DEFAULT '',
    family     text   NOT NULL CONSTRAINT student_family_form CHECK (family <> ''),
    given      text   NOT NULL DEFAULT '',
    CONSTRAINT student_of_teacher UNIQUE (teacher_id, id)
);
CREATE UNIQUE INDEX student_number_unique ON student (teacher_id, number) WHERE number <> '';

CREATE TABLE enrolment (
    id         bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT enrolment_pk PRIMARY KEY,
    teacher_id bigint NOT NULL,
    class_id   bigint NOT NULL,
    student_id bigint NOT NULL,
    set_name   text   NOT NULL DEFAULT '',
    joined     date,
    left_on    date,
    CONSTRAINT enrolment_dates CHECK (joined <= left_on),
    CONSTRAINT enrolment_once UNIQUE (class_id, student_id),
    CONSTRAINT enrolment_of_class UNIQUE (teacher_id, class_id, id),
    CONSTRAINT enrolment_class FOREIGN KEY (teacher_id, class_id)
        REFERENCES school_class (teacher_id, id) ON DELETE CASCADE,
    CONSTRAINT enrolment_student FOREIGN KEY (teacher_id, student_id) REFERENCES student (teacher_id, id)
);
CREATE INDEX enrolment_by_student ON enrolment (student_id);

CREATE TABLE assessment (
    id          bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT assessment_pk PRIMARY KEY,
    teacher_id  bigint NOT NULL,
    class_id    bigint NOT NULL,
    category_id bigint NOT NULL,
    title       text   NOT NULL CONSTRAINT assessment_title_form CHECK (title <> ''),
    date        date   NOT NULL,
    out_of      numeric(9,4) NOT NULL CONSTRAINT assessment_out_of_range CHECK (out_of > 0),
    version     integer NOT NULL DEFAULT 1,
    CONSTRAINT assessment_of_class UNIQUE (teacher_id, class_id, id),
    CONSTRAINT assessment_category FOREIGN KEY (teacher_id, class_id, category_id)
        REFERENCES category (teacher_id, class_id, id)
);
CREATE INDEX assessment_by_class ON assessment (class_id, date);

CREATE TABLE entry (
    teacher_id    bigint  NOT NULL,
    class_id      bigint  NOT NULL,
    assessment_id bigint  NOT NULL,
    enrolment_id  bigint  NOT NULL,
    kind          text    NOT NULL CONSTRAINT entry_kind
        CHECK (kind IN ('BLANK', 'MARK', 'ABSENT', 'EXCUSED', 'NOT_HANDED_IN', 'DOUBT')),
    mark          numeric(9,4),
    words         text    NOT NULL DEFAULT '',
    late          boolean NOT NULL DEFAULT false,
    to_finish     boolean NOT NULL DEFAULT false,
    -- 1 for the first entry, one more with every alteration; a cell never touched has no row and version 0.
    version       integer NOT NULL,
    CONSTRAINT entry_pk PRIMARY KEY (assessment_id, enrolment_id),
    CONSTRAINT entry_mark_present CHECK ((kind = 'MARK') = (mark IS NOT NULL)),
    CONSTRAINT entry_words_present CHECK ((kind = 'DOUBT') = (words <> '')),
    CONSTRAINT entry_assessment FOREIGN KEY (teacher_id, class_id, assessment_id)
        REFERENCES assessment (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT entry_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);
CREATE INDEX entry_by_class ON entry (class_id);

-- Every alteration of anything that moves a figure, written in the transaction that makes it. Never altered.
CREATE TABLE change (
    id            bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT change_pk PRIMARY KEY,
    teacher_id    bigint NOT NULL,
    class_id      bigint NOT NULL,
    at            timestamptz NOT NULL,
    what          text   NOT NULL,
    assessment_id bigint,
    enrolment_id  bigint,
    was           text   NOT NULL,
    became        text   NOT NULL,
    how           text   NOT NULL,
    -- The browser's own id for a typed entry: a request delivered twice is applied once.
    request_id    uuid,
    CONSTRAINT change_request_once UNIQUE (teacher_id, request_id),
    CONSTRAINT change_class FOREIGN KEY (teacher_id, class_id)
        REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);
CREATE INDEX change_by_cell ON change (assessment_id, enrolment_id, id);
CREATE INDEX change_by_class ON change (class_id, id);

-- A forgotten filter shows nothing: the application's role sees the rows of the teacher its transaction is for.
DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['school_year', 'term', 'boundaries', 'band', 'school_class', 'category',
                                     'student', 'enrolment', 'assessment', 'entry', 'change'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
REVOKE UPDATE, DELETE ON change FROM aestimo_app;
GRANT SELECT, INSERT, UPDATE ON teacher TO aestimo_app;
GRANT SELECT, INSERT, DELETE ON sign_in_failure TO aestimo_app;
