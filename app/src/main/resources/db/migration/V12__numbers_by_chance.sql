-- The number by which a student is shown while names are hidden: by chance, since that of the list is the alphabet's, and
-- the same whenever names are hidden again. Larger classes get larger numbers, so that chance has room.
ALTER TABLE enrolment ADD COLUMN chance_number integer;
UPDATE enrolment e SET chance_number = n.number
  FROM (SELECT id, 10 + row_number() OVER (PARTITION BY class_id ORDER BY random()) AS number FROM enrolment) n
 WHERE n.id = e.id;
ALTER TABLE enrolment
    ALTER COLUMN chance_number SET NOT NULL,
    ADD CONSTRAINT enrolment_chance_number UNIQUE (class_id, chance_number);

CREATE FUNCTION draw_chance_number() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
    taken bigint;
BEGIN
    -- Two that join a class at once draw one after the other.
    PERFORM pg_advisory_xact_lock(hashtextextended('chance_number', NEW.class_id));
    SELECT count(*) INTO taken FROM enrolment WHERE class_id = NEW.class_id;
    SELECT n INTO NEW.chance_number FROM generate_series(11, greatest(99, 11 + 3 * taken)) n
     WHERE NOT EXISTS (SELECT FROM enrolment e WHERE e.class_id = NEW.class_id AND e.chance_number = n)
     ORDER BY random() LIMIT 1;
    RETURN NEW;
END $$;
CREATE TRIGGER enrolment_draws_number BEFORE INSERT ON enrolment
    FOR EACH ROW EXECUTE FUNCTION draw_chance_number();
