-- When a lesson of the week begins and ends by the clock, as 10:40; empty where that is not said.
ALTER TABLE lesson_time
    ADD COLUMN starts text NOT NULL DEFAULT '' CONSTRAINT lesson_time_starts CHECK (starts ~ '^$|^[0-2][0-9]:[0-5][0-9]$'),
    ADD COLUMN ends   text NOT NULL DEFAULT '' CONSTRAINT lesson_time_ends CHECK (ends ~ '^$|^[0-2][0-9]:[0-5][0-9]$');
