-- Which transactions wrote anything a class is made of. A class that was read once need not be read again while no other
-- transaction is noted here: one note for each, added as it writes and seen by others as soon as what it wrote is. Nothing is
-- counted up in place, so nobody waits for anybody.
CREATE TABLE class_write (
    teacher_id  bigint NOT NULL CONSTRAINT class_write_teacher REFERENCES teacher ON DELETE CASCADE,
    -- 0: what all classes of the teacher are made of; -1: their students, who are in every figure but spoil none.
    class_id    bigint NOT NULL,
    transaction bigint NOT NULL,
    CONSTRAINT class_write_pk PRIMARY KEY (teacher_id, class_id, transaction)
);
ALTER TABLE class_write ENABLE ROW LEVEL SECURITY;
CREATE POLICY class_write_own ON class_write USING (teacher_id = nullif(current_setting('aestimo.teacher', true), '')::bigint);
-- Only the owner's triggers write to it.
GRANT SELECT ON class_write TO aestimo_app;

-- A class that nobody wrote to since this was made is noted too: what is not noted is not there.
INSERT INTO class_write SELECT teacher_id, id, pg_current_xact_id()::text::bigint FROM school_class;

-- The argument says where the class is told: in the column of its name, or as the row itself, which may be gone; or that it is
-- all classes, by a number that is no class.
-- Rows that go with their class or their teacher need no note.
CREATE FUNCTION note_class_write() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
    CASE TG_ARGV[0]
        WHEN 'class_id' THEN
            INSERT INTO class_write SELECT DISTINCT w.teacher_id, w.class_id, pg_current_xact_id()::text::bigint
              FROM written w JOIN school_class c ON c.id = w.class_id ON CONFLICT DO NOTHING;
        WHEN 'id' THEN
            INSERT INTO class_write SELECT DISTINCT w.teacher_id, w.id, pg_current_xact_id()::text::bigint
              FROM written w JOIN teacher t ON t.id = w.teacher_id ON CONFLICT DO NOTHING;
        WHEN 'gone' THEN
            DELETE FROM class_write c USING written w WHERE c.teacher_id = w.teacher_id AND c.class_id = w.id;
        ELSE
            INSERT INTO class_write SELECT DISTINCT w.teacher_id, TG_ARGV[0]::bigint, pg_current_xact_id()::text::bigint
              FROM written w JOIN teacher t ON t.id = w.teacher_id ON CONFLICT DO NOTHING;
    END CASE;
    RETURN NULL;
END $$;

DO $$
DECLARE
    own_table text;
    told text;
BEGIN
    FOR own_table, told IN VALUES
        ('school_class', 'id'),
        ('school_year', '0'), ('term', '0'), ('band', '0'), ('student', '-1'),
        ('category', 'class_id'), ('assessment', 'class_id'), ('part', 'class_id'), ('ceiling', 'class_id'), ('gate', 'class_id'),
        ('enrolment', 'class_id'), ('target', 'class_id'), ('term_target', 'class_id'), ('earlier_target', 'class_id'),
        ('lesson', 'class_id'), ('goal', 'class_id'), ('goal_evidence', 'class_id'), ('goal_level', 'class_id'),
        ('entry', 'class_id'), ('register_entry', 'class_id')
    LOOP
        EXECUTE format('CREATE TRIGGER %I AFTER INSERT ON %I REFERENCING NEW TABLE AS written FOR EACH STATEMENT'
                       ' EXECUTE FUNCTION note_class_write(%L)', own_table || '_added', own_table, told);
        -- Of what is altered both: a row may have gone from one class to another.
        EXECUTE format('CREATE TRIGGER %I AFTER UPDATE ON %I REFERENCING NEW TABLE AS written FOR EACH STATEMENT'
                       ' EXECUTE FUNCTION note_class_write(%L)', own_table || '_altered', own_table, told);
        EXECUTE format('CREATE TRIGGER %I AFTER UPDATE ON %I REFERENCING OLD TABLE AS written FOR EACH STATEMENT'
                       ' EXECUTE FUNCTION note_class_write(%L)', own_table || '_left', own_table, told);
        EXECUTE format('CREATE TRIGGER %I AFTER DELETE ON %I REFERENCING OLD TABLE AS written FOR EACH STATEMENT'
                       ' EXECUTE FUNCTION note_class_write(%L)', own_table || '_deleted', own_table,
                       CASE told WHEN 'id' THEN 'gone' ELSE told END);
    END LOOP;
END $$;

-- Puts one note in place of many. It is a new one, so what was known of the class before is read once more.
CREATE FUNCTION merge_class_writes() RETURNS integer LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
    gone integer;
BEGIN
    WITH many AS (SELECT m.teacher_id, m.class_id FROM class_write m GROUP BY m.teacher_id, m.class_id HAVING count(*) > 1),
         old AS (DELETE FROM class_write w USING many m WHERE w.teacher_id = m.teacher_id AND w.class_id = m.class_id
                 RETURNING w.teacher_id, w.class_id)
    INSERT INTO class_write SELECT DISTINCT o.teacher_id, o.class_id, pg_current_xact_id()::text::bigint FROM old o;
    GET DIAGNOSTICS gone = ROW_COUNT;
    RETURN gone;
END $$;
REVOKE ALL ON FUNCTION merge_class_writes FROM PUBLIC;
GRANT EXECUTE ON FUNCTION merge_class_writes TO aestimo_app;
