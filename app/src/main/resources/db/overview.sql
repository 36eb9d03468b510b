-- What an administrator wants to know of an installation. Run by ./aestimo overview, or by psql as a role that sees every
-- teacher's rows. Accounts are named by their sign-in; no student is.
\echo Accounts
SELECT t.sign_in AS "account", t.name AS "name",
       (SELECT count(*) FROM school_class c WHERE c.teacher_id = t.id) AS "classes",
       (SELECT count(*) FROM student s WHERE s.teacher_id = t.id) AS "students",
       (SELECT count(*) FROM entry e WHERE e.teacher_id = t.id) AS "entries",
       coalesce((SELECT to_char(max(at), 'YYYY-MM-DD HH24:MI') FROM security_event v WHERE v.teacher_id = t.id), '') AS "last seen"
  FROM teacher t ORDER BY t.sign_in;
\echo Waiting
SELECT (SELECT count(*) FROM sending WHERE state = 'SENDING') AS "returns being sent",
       (SELECT count(*) FROM sending WHERE state = 'HELD') AS "returns held up",
       (SELECT count(*) FROM job WHERE state = 'DUE') AS "jobs to do",
       (SELECT count(*) FROM job WHERE state = 'FAILED') AS "jobs failed",
       (SELECT count(*) FROM mail_message WHERE state IN ('DUE', 'TRYING')) AS "messages to send",
       (SELECT count(*) FROM spring_session WHERE expiry_time > extract(epoch FROM now()) * 1000 AND principal_name IS NOT NULL) AS "signed in";
\echo Sizes
SELECT pg_size_pretty(pg_database_size(current_database())) AS "whole database",
       (SELECT string_agg(relname || ' ' || pg_size_pretty(pg_total_relation_size(oid)), ', ' ORDER BY pg_total_relation_size(oid) DESC)
          FROM (SELECT oid, relname FROM pg_class WHERE relkind = 'r' AND relnamespace = 'public'::regnamespace
                 ORDER BY pg_total_relation_size(oid) DESC LIMIT 5) largest) AS "largest tables";
