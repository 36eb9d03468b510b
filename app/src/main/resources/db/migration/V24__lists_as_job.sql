-- Lists of many classes are a job, and wait for whoever had them made as long as letters do.
ALTER TABLE job
    DROP CONSTRAINT job_kind,
    ADD CONSTRAINT job_kind CHECK (kind IN ('letters', 'mail', 'lists'));

CREATE OR REPLACE FUNCTION forget_old_files(before timestamptz) RETURNS integer
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
    gone integer;
BEGIN
    DELETE FROM job j WHERE j.kind IN ('letters', 'lists') AND j.state <> 'DUE' AND j.ended < before;
    DELETE FROM handed_file f
     WHERE f.made < before
       AND NOT EXISTS (SELECT FROM handed_out h WHERE h.file_id = f.id)
       AND NOT EXISTS (SELECT FROM mail_message m WHERE m.file_id = f.id)
       AND NOT EXISTS (SELECT FROM job j WHERE j.file_id = f.id);
    GET DIAGNOSTICS gone = ROW_COUNT;
    RETURN gone;
END $$;
