-- The school's own record system, as a teacher reaches it.
CREATE TABLE school_connection (
    teacher_id     bigint NOT NULL CONSTRAINT school_connection_pk PRIMARY KEY
        CONSTRAINT school_connection_teacher REFERENCES teacher ON DELETE CASCADE,
    address        text NOT NULL CONSTRAINT school_connection_address CHECK (address ~ '^https?://'),
    client         text NOT NULL,
    secret         text NOT NULL,
    -- The teacher's id there; empty: all classes of the school are offered.
    school_teacher text NOT NULL DEFAULT ''
);

-- What else the school asks for with a result, such as behaviour, and the labels it may have.
CREATE TABLE school_field (
    teacher_id bigint  NOT NULL CONSTRAINT school_field_teacher REFERENCES teacher ON DELETE CASCADE,
    place      integer NOT NULL,
    name       text    NOT NULL CONSTRAINT school_field_name_form CHECK (name <> '' AND length(name) <= 40),
    labels     text    NOT NULL CONSTRAINT school_field_labels_form CHECK (labels <> ''),
    CONSTRAINT school_field_pk PRIMARY KEY (teacher_id, place),
    CONSTRAINT school_field_name_unique UNIQUE (teacher_id, name)
);

CREATE TABLE school_asks (
    teacher_id     bigint  NOT NULL CONSTRAINT school_asks_pk PRIMARY KEY CONSTRAINT school_asks_teacher REFERENCES teacher ON DELETE CASCADE,
    -- The most letters of a comment the school takes; 0: it takes none.
    comment_length integer NOT NULL CONSTRAINT school_asks_comment_length CHECK (comment_length BETWEEN 0 AND 4000)
);

-- Between which days the school takes the results of a term of these days, as it said last.
CREATE TABLE school_dates (
    teacher_id bigint NOT NULL CONSTRAINT school_dates_teacher REFERENCES teacher ON DELETE CASCADE,
    starts     date   NOT NULL,
    ends       date   NOT NULL,
    takes_from date   NOT NULL,
    takes_to   date   NOT NULL,
    CONSTRAINT school_dates_pk PRIMARY KEY (teacher_id, starts, ends)
);

-- The columns of the files of results a school takes, in its order and under its headings.
CREATE TABLE return_layout (
    teacher_id bigint  NOT NULL CONSTRAINT return_layout_teacher REFERENCES teacher ON DELETE CASCADE,
    place      integer NOT NULL,
    key        text    NOT NULL CONSTRAINT return_layout_key_form CHECK (key <> ''),
    heading    text    NOT NULL CONSTRAINT return_layout_heading_form CHECK (heading <> '' AND length(heading) <= 80),
    CONSTRAINT return_layout_pk PRIMARY KEY (teacher_id, place)
);

-- Their ids at the school; empty where it knows them not.
ALTER TABLE school_class ADD COLUMN school_ref text NOT NULL DEFAULT '';
ALTER TABLE student ADD COLUMN school_ref text NOT NULL DEFAULT '';

-- Results of one class and term, in hand until they are sealed.
CREATE TABLE school_return (
    id         bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT school_return_pk PRIMARY KEY,
    teacher_id bigint  NOT NULL,
    class_id   bigint  NOT NULL,
    term_id    bigint  NOT NULL,
    -- 1 for the first of a class and term; a later one replaces the one before it.
    number     integer NOT NULL CONSTRAINT school_return_number CHECK (number >= 1),
    begun      timestamptz NOT NULL,
    taken      timestamptz NOT NULL,
    -- The class as a markbook file, from which the figures were taken.
    markbook   text    NOT NULL,
    sealed     timestamptz,
    -- The bands it was sealed with, as JSON; they stand in the canonical form too.
    bands      text    NOT NULL DEFAULT '',
    -- The whole of what was sealed, as it was hashed.
    canonical  text    NOT NULL DEFAULT '',
    sha256     text    NOT NULL DEFAULT '',
    CONSTRAINT school_return_sealed_whole CHECK ((sealed IS NULL) = (sha256 = '') AND (sealed IS NULL) = (canonical = '')),
    CONSTRAINT school_return_numbers UNIQUE (class_id, term_id, number),
    CONSTRAINT school_return_of_class UNIQUE (teacher_id, class_id, id),
    CONSTRAINT school_return_class FOREIGN KEY (teacher_id, class_id) REFERENCES school_class (teacher_id, id),
    CONSTRAINT school_return_term FOREIGN KEY (teacher_id, term_id) REFERENCES term (teacher_id, id)
);
CREATE UNIQUE INDEX school_return_one_in_hand ON school_return (class_id, term_id) WHERE sealed IS NULL;

CREATE TABLE return_row (
    teacher_id   bigint  NOT NULL,
    class_id     bigint  NOT NULL,
    return_id    bigint  NOT NULL,
    enrolment_id bigint  NOT NULL,
    place        integer NOT NULL,
    name         text    NOT NULL,
    -- The result as shown and exactly, with its grade; empty where there is none.
    percent      text    NOT NULL DEFAULT '',
    exact        text    NOT NULL DEFAULT '',
    grade        text    NOT NULL DEFAULT '',
    aim          text    NOT NULL DEFAULT '',
    -- The grade that is sent in place of it; empty: the grade itself.
    sent_as      text    NOT NULL DEFAULT '',
    no_grade     boolean NOT NULL DEFAULT false,
    -- Why another grade or none is sent.
    reason       text    NOT NULL DEFAULT '' CONSTRAINT return_row_reason_length CHECK (length(reason) <= 500),
    -- Labels of the school's further fields, by their names.
    fields       jsonb   NOT NULL DEFAULT '{}',
    comment      text    NOT NULL DEFAULT '' CONSTRAINT return_row_comment_length CHECK (length(comment) <= 8000),
    CONSTRAINT return_row_pk PRIMARY KEY (return_id, enrolment_id),
    CONSTRAINT return_row_return FOREIGN KEY (teacher_id, class_id, return_id)
        REFERENCES school_return (teacher_id, class_id, id) ON DELETE CASCADE,
    CONSTRAINT return_row_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id)
);

-- The sending of a sealed return, and what became of each part of it.
CREATE TABLE sending (
    return_id  bigint NOT NULL CONSTRAINT sending_pk PRIMARY KEY,
    teacher_id bigint NOT NULL,
    class_id   bigint NOT NULL,
    state      text   NOT NULL CONSTRAINT sending_state CHECK (state IN ('SENDING', 'HELD', 'DONE')),
    -- When it is tried next; while somebody sends, until when they have it.
    next_try   timestamptz NOT NULL,
    tries      integer NOT NULL DEFAULT 0,
    -- What the school's service said last, where something went wrong.
    said       text   NOT NULL DEFAULT '',
    CONSTRAINT sending_return FOREIGN KEY (teacher_id, class_id, return_id)
        REFERENCES school_return (teacher_id, class_id, id)
);
CREATE TABLE delivery (
    teacher_id   bigint NOT NULL,
    class_id     bigint NOT NULL,
    return_id    bigint NOT NULL,
    enrolment_id bigint NOT NULL,
    -- “result”, or the name of a further field.
    item         text   NOT NULL,
    state        text   NOT NULL CONSTRAINT delivery_state CHECK (state IN ('WAITING', 'RECEIVED', 'REFUSED')),
    said         text   NOT NULL DEFAULT '',
    at           timestamptz,
    CONSTRAINT delivery_pk PRIMARY KEY (return_id, enrolment_id, item),
    CONSTRAINT delivery_sending FOREIGN KEY (return_id) REFERENCES sending (return_id),
    CONSTRAINT delivery_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id)
);

-- What is sealed is never altered, whoever asks: not by a page, not by a mistake in the code behind it.
CREATE FUNCTION refuse_sealed_return() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF OLD.sealed IS NOT NULL THEN
        RAISE EXCEPTION 'return % is sealed and cannot be altered', OLD.id USING ERRCODE = 'integrity_constraint_violation';
    END IF;
    RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
END $$;
CREATE TRIGGER school_return_sealed BEFORE UPDATE OR DELETE ON school_return
    FOR EACH ROW EXECUTE FUNCTION refuse_sealed_return();
CREATE FUNCTION refuse_sealed_row() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
    -- Neither is a row taken out of a sealed return nor one put into it.
    from_return bigint := CASE TG_OP WHEN 'INSERT' THEN NULL ELSE OLD.return_id END;
    to_return bigint := CASE TG_OP WHEN 'DELETE' THEN NULL ELSE NEW.return_id END;
    its bigint;
BEGIN
    SELECT id INTO its FROM school_return WHERE id IN (from_return, to_return) AND sealed IS NOT NULL LIMIT 1;
    IF its IS NOT NULL THEN
        RAISE EXCEPTION 'return % is sealed and its rows cannot be altered', its USING ERRCODE = 'integrity_constraint_violation';
    END IF;
    RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
END $$;
CREATE TRIGGER return_row_sealed BEFORE INSERT OR UPDATE OR DELETE ON return_row
    FOR EACH ROW EXECUTE FUNCTION refuse_sealed_row();

-- Whose returns wait to be sent: the one thing the sender may know before it works for a teacher.
CREATE FUNCTION due_sendings() RETURNS TABLE (teacher_id bigint, class_id bigint, return_id bigint)
    LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
    SELECT s.teacher_id, s.class_id, s.return_id FROM sending s
     WHERE s.state = 'SENDING' ORDER BY s.next_try, s.return_id
$$;
REVOKE ALL ON FUNCTION due_sendings() FROM PUBLIC;
GRANT EXECUTE ON FUNCTION due_sendings() TO aestimo_app;

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['school_connection', 'school_field', 'school_asks', 'return_layout', 'school_dates', 'school_return', 'return_row', 'sending', 'delivery'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
