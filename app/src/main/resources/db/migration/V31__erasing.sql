-- Erasing somebody: what could tell who it was goes, everywhere; marks and what is figured from them stay without a name,
-- since the figures of the others rest on them. These functions are the owner's: the application's role may call them and
-- cannot do the same by itself (changes and sealed returns are closed to it).
ALTER TABLE student ADD COLUMN erased timestamptz;
-- How many names were taken out of what was sealed; its hash stays that of what was sent.
ALTER TABLE school_return ADD COLUMN erased integer NOT NULL DEFAULT 0;

-- What is sealed is altered by nobody but the owner's own functions.
CREATE OR REPLACE FUNCTION refuse_sealed_return() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
    IF OLD.sealed IS NOT NULL AND current_user = session_user THEN
        RAISE EXCEPTION 'return % is sealed and cannot be altered', OLD.id USING ERRCODE = 'integrity_constraint_violation';
    END IF;
    RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
END $$;
CREATE OR REPLACE FUNCTION refuse_sealed_row() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
    -- Neither is a row taken out of a sealed return nor one put into it.
    from_return bigint := CASE TG_OP WHEN 'INSERT' THEN NULL ELSE OLD.return_id END;
    to_return bigint := CASE TG_OP WHEN 'DELETE' THEN NULL ELSE NEW.return_id END;
    its bigint;
BEGIN
    SELECT id INTO its FROM school_return WHERE id IN (from_return, to_return) AND sealed IS NOT NULL LIMIT 1;
    IF its IS NOT NULL AND current_user = session_user THEN
        RAISE EXCEPTION 'return % is sealed and its rows cannot be altered', its USING ERRCODE = 'integrity_constraint_violation';
    END IF;
    RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
END $$;

CREATE FUNCTION acting_teacher() RETURNS bigint LANGUAGE sql STABLE AS $$
    SELECT nullif(current_setting('aestimo.teacher', true), '')::bigint
$$;

-- Erases a student of the acting teacher. Returns what went, as counts by kind.
CREATE FUNCTION erase_student(the_student bigint, instead text, now timestamptz) RETURNS TABLE (kind text, count integer)
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
    acting bigint := acting_teacher();
    who student%ROWTYPE;
    its_rows bigint[];
    classes bigint[];
    names text[];
    gone integer;
BEGIN
    SELECT * INTO who FROM student s WHERE s.id = the_student AND s.teacher_id = acting FOR UPDATE;
    IF NOT FOUND THEN
        RAISE EXCEPTION 'no such student' USING ERRCODE = 'no_data_found';
    END IF;
    SELECT array_agg(e.id), array_agg(DISTINCT e.class_id) INTO its_rows, classes
      FROM enrolment e WHERE e.student_id = the_student AND e.teacher_id = acting;
    its_rows := coalesce(its_rows, '{}');
    classes := coalesce(classes, '{}');
    names := array(SELECT DISTINCT lower(full_name) FROM unnest(ARRAY[
            who.family || ', ' || who.given, who.family || ',' || who.given, who.given || ' ' || who.family, who.preferred || ' ' || who.family,
            who.family || ', ' || who.preferred, CASE WHEN who.given = '' THEN who.family ELSE '' END]) AS full_name
        WHERE length(trim(both ' ,' from full_name)) > 1 AND full_name !~ '^[ ,]|[ ,]$');

    UPDATE student SET number = '', family = 'Erased', given = instead, preferred = '', email = '', birthday = NULL,
           support_note = '', last_report = '', photo = NULL, school_ref = '', erased = now,
           forms = DEFAULT WHERE id = the_student;
    kind := 'names and facts'; count := 1; RETURN NEXT;

    DELETE FROM contact c WHERE c.student_id = the_student;
    GET DIAGNOSTICS gone = ROW_COUNT; kind := 'contacts'; count := gone; RETURN NEXT;

    UPDATE entry e SET note = '', memo = '', words = CASE WHEN e.words = '' THEN '' ELSE '?' END
     WHERE e.enrolment_id = ANY (its_rows) AND (e.note <> '' OR e.memo <> '' OR e.words <> '');
    GET DIAGNOSTICS gone = ROW_COUNT; kind := 'notes and memos'; count := gone; RETURN NEXT;

    UPDATE register_entry r SET reason = '' WHERE r.enrolment_id = ANY (its_rows) AND r.reason <> '';
    GET DIAGNOSTICS gone = ROW_COUNT; kind := 'reasons in the register'; count := gone; RETURN NEXT;

    DELETE FROM help h WHERE h.enrolment_id = ANY (its_rows);
    GET DIAGNOSTICS gone = ROW_COUNT; kind := 'notes on help'; count := gone;
    DELETE FROM appointment a WHERE a.enrolment_id = ANY (its_rows);
    UPDATE earlier_target t SET reason = '' WHERE t.enrolment_id = ANY (its_rows) AND t.reason <> '';
    RETURN NEXT;

    -- Files that may hold this student's letter beside those of others; what is handed out is told without them.
    DELETE FROM handed_file f WHERE f.class_id = ANY (classes)
       AND (f.id IN (SELECT h.file_id FROM handed_out h WHERE h.enrolment_id = ANY (its_rows))
            OR f.id IN (SELECT m.file_id FROM mail_message m WHERE m.enrolment_id = ANY (its_rows))
            OR f.id IN (SELECT j.file_id FROM job j WHERE j.class_id = ANY (classes)));
    GET DIAGNOSTICS gone = ROW_COUNT; kind := 'files of letters'; count := gone; RETURN NEXT;
    DELETE FROM own_words w WHERE w.enrolment_id = ANY (its_rows);
    GET DIAGNOSTICS gone = ROW_COUNT; count := gone;
    DELETE FROM sentence_choice c WHERE c.enrolment_id = ANY (its_rows);
    GET DIAGNOSTICS gone = ROW_COUNT; count := count + gone;
    DELETE FROM handed_out h WHERE h.enrolment_id = ANY (its_rows);
    GET DIAGNOSTICS gone = ROW_COUNT; count := count + gone; kind := 'letters and their own words'; RETURN NEXT;
    DELETE FROM mail_message m WHERE m.enrolment_id = ANY (its_rows);
    GET DIAGNOSTICS gone = ROW_COUNT; kind := 'mails'; count := gone; RETURN NEXT;

    -- What a class was imported from holds everybody's names.
    DELETE FROM sheet_import i WHERE i.class_id = ANY (classes);
    GET DIAGNOSTICS gone = ROW_COUNT; kind := 'imported files'; count := gone; RETURN NEXT;

    -- The record keeps what was altered and when; of entries the values too, since figures come from them.
    UPDATE change c SET was = '', became = '',
           what = CASE WHEN EXISTS (SELECT FROM unnest(names) n WHERE strpos(lower(c.what), n) > 0) THEN 'student' ELSE c.what END
     WHERE c.teacher_id = acting AND c.enrolment_id IS NULL
       AND EXISTS (SELECT FROM unnest(names) n
                    WHERE strpos(lower(c.what), n) > 0 OR strpos(lower(c.was), n) > 0 OR strpos(lower(c.became), n) > 0);
    GET DIAGNOSTICS gone = ROW_COUNT; count := gone;
    UPDATE change c SET was = '', became = '' WHERE c.enrolment_id = ANY (its_rows) AND c.what = 'register';
    kind := 'names in the record of changes'; RETURN NEXT;

    UPDATE return_row r SET name = 'Erased, ' || instead, comment = '', reason = ''
     WHERE r.enrolment_id = ANY (its_rows) AND EXISTS (SELECT FROM school_return s WHERE s.id = r.return_id AND s.sealed IS NULL);
    GET DIAGNOSTICS gone = ROW_COUNT; kind := 'rows of draft returns'; count := gone; RETURN NEXT;
    UPDATE delivery d SET said = '' WHERE d.enrolment_id = ANY (its_rows) AND d.said <> '';

    DELETE FROM spelt_word w WHERE w.teacher_id = acting
       AND lower(w.word) IN (lower(who.family), lower(who.given), lower(who.preferred));
    DELETE FROM import_word w WHERE w.teacher_id = acting
       AND lower(w.word) IN (lower(who.family), lower(who.given), lower(who.preferred), lower(who.number));
END $$;

-- Puts what was sealed, and its row, without a name in the place of what it was. The hash stays that of what was sent.
CREATE FUNCTION rewrite_sealed(the_return bigint, the_enrolment bigint, without text, its_markbook text, instead text)
    RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
    UPDATE school_return r SET canonical = without, markbook = its_markbook, erased = r.erased + 1
     WHERE r.id = the_return AND r.teacher_id = acting_teacher() AND r.sealed IS NOT NULL;
    UPDATE return_row r SET name = 'Erased, ' || instead, comment = '', reason = ''
     WHERE r.return_id = the_return AND r.enrolment_id = the_enrolment AND r.teacher_id = acting_teacher();
END $$;

-- Erases the acting teacher's account with all that belongs to it, sealed returns too.
CREATE FUNCTION erase_account() RETURNS boolean
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
    acting bigint := acting_teacher();
    own_table text;
BEGIN
    DELETE FROM spring_session WHERE principal_name = (SELECT t.sign_in FROM teacher t WHERE t.id = acting);
    -- What refers to something without going with it, from the leaves to the root.
    FOREACH own_table IN ARRAY ARRAY['delivery', 'sending', 'return_row', 'school_return', 'assessment', 'enrolment', 'student',
                                     'school_class', 'boundaries', 'school_year'] LOOP
        EXECUTE format('DELETE FROM %I WHERE teacher_id = $1', own_table) USING acting;
    END LOOP;
    DELETE FROM teacher WHERE id = acting;
    RETURN FOUND;
END $$;

-- Forgets what is kept for a time, of all teachers: how names in the record of changes were altered, which browsers were
-- used, what was imported from, and who attempted to sign in. Entries in the record stay: figures come from them.
CREATE FUNCTION forget_what_is_old(changes_before timestamptz, browsers_before timestamptz, imports_before timestamptz)
    RETURNS integer LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
    gone integer;
    total integer := 0;
BEGIN
    UPDATE change c SET was = '', became = '',
           what = regexp_replace(c.what, ' of .*', '')
     WHERE c.at < changes_before AND c.enrolment_id IS NULL AND (c.was <> '' OR c.became <> '')
       AND (c.what = 'students' OR c.what LIKE 'starting score of %' OR c.what LIKE 'target of %');
    GET DIAGNOSTICS gone = ROW_COUNT; total := total + gone;
    DELETE FROM known_browser b WHERE b.used_at < browsers_before;
    GET DIAGNOSTICS gone = ROW_COUNT; total := total + gone;
    DELETE FROM sheet_import i WHERE i.at < imports_before;
    GET DIAGNOSTICS gone = ROW_COUNT; total := total + gone;
    RETURN total;
END $$;

REVOKE ALL ON FUNCTION erase_student, rewrite_sealed, erase_account, forget_what_is_old FROM PUBLIC;
GRANT EXECUTE ON FUNCTION erase_student, rewrite_sealed, erase_account, forget_what_is_old TO aestimo_app;
