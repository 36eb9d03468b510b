-- Somebody to write to or call about a student. One that must not be written to keeps its address out of every mailing.
CREATE TABLE contact (
    id         bigint  GENERATED ALWAYS AS IDENTITY CONSTRAINT contact_pk PRIMARY KEY,
    teacher_id bigint  NOT NULL,
    student_id bigint  NOT NULL,
    name       text    NOT NULL CONSTRAINT contact_name_length CHECK (length(name) BETWEEN 1 AND 100),
    relation   text    NOT NULL DEFAULT '' CONSTRAINT contact_relation_length CHECK (length(relation) <= 100),
    email      text    NOT NULL DEFAULT '' CONSTRAINT contact_email_length CHECK (length(email) <= 100),
    purpose    text    NOT NULL CONSTRAINT contact_purpose CHECK (purpose IN ('letters', 'emergencies', 'both', 'never')),
    CONSTRAINT contact_of_teacher UNIQUE (teacher_id, id),
    CONSTRAINT contact_student FOREIGN KEY (teacher_id, student_id) REFERENCES student (teacher_id, id) ON DELETE CASCADE
);
CREATE INDEX contact_by_student ON contact (student_id);
INSERT INTO contact (teacher_id, student_id, name, relation, email, purpose)
SELECT teacher_id, id, 'Guardian', 'guardian', guardian_email, 'letters' FROM student WHERE guardian_email <> '' ORDER BY id;
ALTER TABLE student DROP COLUMN guardian_email;

-- Where answers to a teacher's mail go, and the picture at the head of letters (a PNG made anew).
ALTER TABLE teacher
    ADD COLUMN email          text NOT NULL DEFAULT '' CONSTRAINT teacher_email_length CHECK (length(email) <= 100),
    ADD COLUMN school_picture bytea,
    -- What stands above and below the lists that are printed, and whether there is a line to sign.
    ADD COLUMN list_above     text NOT NULL DEFAULT '' CONSTRAINT teacher_list_above_length CHECK (length(list_above) <= 500),
    ADD COLUMN list_below     text NOT NULL DEFAULT '' CONSTRAINT teacher_list_below_length CHECK (length(list_below) <= 500),
    ADD COLUMN list_sign      boolean NOT NULL DEFAULT false;

-- A letter in the school's own form: a document with figures in double braces. Null: made of blocks.
ALTER TABLE letter
    ADD COLUMN form      bytea,
    ADD COLUMN form_name text NOT NULL DEFAULT '',
    -- How many pages it may have; 0: as many as it takes.
    ADD COLUMN pages     integer NOT NULL DEFAULT 0 CONSTRAINT letter_pages_range CHECK (pages BETWEEN 0 AND 9);

-- Files as they were handed out, or made by a job.
CREATE TABLE handed_file (
    id         bigint      GENERATED ALWAYS AS IDENTITY CONSTRAINT handed_file_pk PRIMARY KEY,
    teacher_id bigint      NOT NULL,
    class_id   bigint      NOT NULL,
    name       text        NOT NULL,
    type       text        NOT NULL CONSTRAINT handed_file_type CHECK (type IN ('pdf', 'zip', 'docx')),
    sha256     text        NOT NULL,
    bytes      bytea       NOT NULL,
    made       timestamptz NOT NULL,
    CONSTRAINT handed_file_of_teacher UNIQUE (teacher_id, id),
    CONSTRAINT handed_file_class FOREIGN KEY (teacher_id, class_id)
        REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);
CREATE INDEX handed_file_by_class ON handed_file (class_id);

ALTER TABLE handed_out
    ADD COLUMN file_id bigint,
    -- To whom it went, where it went by mail.
    ADD COLUMN sent_to text NOT NULL DEFAULT '',
    ADD CONSTRAINT handed_out_file FOREIGN KEY (file_id) REFERENCES handed_file ON DELETE SET NULL;
CREATE INDEX handed_out_by_file ON handed_out (file_id);

-- Work that takes longer than a page may: claimed by one process at a time, for a while, until it is over.
CREATE TABLE job (
    id         bigint      GENERATED ALWAYS AS IDENTITY CONSTRAINT job_pk PRIMARY KEY,
    teacher_id bigint      NOT NULL,
    class_id   bigint      NOT NULL,
    -- Made by the form that began it, so that sending the form twice begins one job.
    token      text        NOT NULL CONSTRAINT job_token_length CHECK (length(token) BETWEEN 1 AND 60),
    kind       text        NOT NULL CONSTRAINT job_kind CHECK (kind IN ('letters', 'mail')),
    title      text        NOT NULL,
    request    text        NOT NULL,
    state      text        NOT NULL DEFAULT 'DUE' CONSTRAINT job_state CHECK (state IN ('DUE', 'DONE', 'STOPPED', 'FAILED')),
    done       integer     NOT NULL DEFAULT 0,
    total      integer     NOT NULL,
    next_try   timestamptz NOT NULL,
    tries      integer     NOT NULL DEFAULT 0,
    said       text        NOT NULL DEFAULT '',
    file_id    bigint,
    begun      timestamptz NOT NULL,
    ended      timestamptz,
    CONSTRAINT job_token_unique UNIQUE (teacher_id, token),
    CONSTRAINT job_of_teacher UNIQUE (teacher_id, id),
    CONSTRAINT job_file FOREIGN KEY (file_id) REFERENCES handed_file ON DELETE SET NULL,
    CONSTRAINT job_class FOREIGN KEY (teacher_id, class_id) REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);
CREATE INDEX job_due ON job (next_try) WHERE state = 'DUE';
CREATE INDEX job_by_class ON job (class_id);
CREATE INDEX job_by_file ON job (file_id);

-- What jobs there are to do, of all teachers: ids alone.
CREATE FUNCTION due_jobs(until timestamptz) RETURNS TABLE (teacher_id bigint, id bigint, kind text)
    LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
    SELECT j.teacher_id, j.id, j.kind FROM job j WHERE j.state = 'DUE' AND j.next_try <= until ORDER BY j.next_try, j.id LIMIT 50
$$;
REVOKE ALL ON FUNCTION due_jobs(timestamptz) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION due_jobs(timestamptz) TO aestimo_app;

-- One message to one address. TRYING is noted before it leaves: who finds it so later cannot know whether it went.
CREATE TABLE mail_message (
    id           bigint NOT NULL GENERATED ALWAYS AS IDENTITY CONSTRAINT mail_message_pk PRIMARY KEY,
    teacher_id   bigint NOT NULL,
    class_id     bigint NOT NULL,
    job_id       bigint NOT NULL,
    enrolment_id bigint NOT NULL,
    -- Null: the student.
    contact_id   bigint,
    to_name      text   NOT NULL,
    address      text   NOT NULL,
    state        text   NOT NULL DEFAULT 'DUE'
        CONSTRAINT mail_message_state CHECK (state IN ('DUE', 'TRYING', 'SENT', 'REFUSED', 'NOT_KNOWN', 'HELD', 'STOPPED')),
    said         text   NOT NULL DEFAULT '',
    at           timestamptz,
    file_id      bigint,
    CONSTRAINT mail_message_once UNIQUE (job_id, enrolment_id, address),
    CONSTRAINT mail_message_file FOREIGN KEY (file_id) REFERENCES handed_file ON DELETE SET NULL,
    CONSTRAINT mail_message_job FOREIGN KEY (teacher_id, job_id) REFERENCES job (teacher_id, id) ON DELETE CASCADE,
    CONSTRAINT mail_message_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);
CREATE INDEX mail_message_by_enrolment ON mail_message (enrolment_id);
CREATE INDEX mail_message_by_file ON mail_message (file_id);

-- When the next message may leave, whichever process sends it: so many a minute over all of them.
CREATE TABLE mail_pace (
    one_row boolean     NOT NULL DEFAULT true CONSTRAINT mail_pace_pk PRIMARY KEY CONSTRAINT mail_pace_one CHECK (one_row),
    next_at timestamptz NOT NULL
);
INSERT INTO mail_pace (next_at) VALUES ('2000-01-01T00:00:00Z');
GRANT SELECT, UPDATE ON mail_pace TO aestimo_app;

-- Files that nothing handed out or sent refers to wait for whoever had them made, and then go, with their jobs.
CREATE FUNCTION forget_old_files(before timestamptz) RETURNS integer
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
    gone integer;
BEGIN
    DELETE FROM job j WHERE j.kind = 'letters' AND j.state <> 'DUE' AND j.ended < before;
    DELETE FROM handed_file f
     WHERE f.made < before
       AND NOT EXISTS (SELECT FROM handed_out h WHERE h.file_id = f.id)
       AND NOT EXISTS (SELECT FROM mail_message m WHERE m.file_id = f.id)
       AND NOT EXISTS (SELECT FROM job j WHERE j.file_id = f.id);
    GET DIAGNOSTICS gone = ROW_COUNT;
    RETURN gone;
END $$;
REVOKE ALL ON FUNCTION forget_old_files(timestamptz) FROM PUBLIC;
GRANT EXECUTE ON FUNCTION forget_old_files(timestamptz) TO aestimo_app;

-- What a figure named in letters and groups means in a class that has none of that name.
CREATE TABLE figure_instead (
    teacher_id bigint NOT NULL,
    class_id   bigint NOT NULL,
    figure     text   NOT NULL CONSTRAINT figure_instead_length CHECK (length(figure) BETWEEN 1 AND 200),
    -- Empty: none, on purpose.
    instead    text   NOT NULL,
    CONSTRAINT figure_instead_pk PRIMARY KEY (class_id, figure),
    CONSTRAINT figure_instead_class FOREIGN KEY (teacher_id, class_id)
        REFERENCES school_class (teacher_id, id) ON DELETE CASCADE
);

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['contact', 'handed_file', 'job', 'mail_message', 'figure_instead'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
