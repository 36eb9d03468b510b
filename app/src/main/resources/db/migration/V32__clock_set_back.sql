-- Nothing waits longer than some minutes for its next try. What is due later than in an hour was put off by a clock that
-- has been set back since, and would wait until it is as late again.
CREATE OR REPLACE FUNCTION due_jobs(until timestamptz) RETURNS TABLE (teacher_id bigint, id bigint, kind text)
    LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
    SELECT j.teacher_id, j.id, j.kind FROM job j
     WHERE j.state = 'DUE' AND (j.next_try <= until OR j.next_try > until + interval '1 hour')
     ORDER BY j.next_try, j.id LIMIT 50
$$;
