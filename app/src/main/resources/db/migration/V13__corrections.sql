-- A correction says why, and sends only what differs from what the school has: the rest stands there.
ALTER TABLE school_return
    ADD COLUMN why text NOT NULL DEFAULT '' CONSTRAINT school_return_why_length CHECK (length(why) <= 500);
ALTER TABLE delivery
    DROP CONSTRAINT delivery_state,
    ADD CONSTRAINT delivery_state CHECK (state IN ('WAITING', 'RECEIVED', 'REFUSED', 'STANDS'));
