-- What came to the post room by mail, with the whole message as it came.
CREATE TABLE post (
    id        bigint      NOT NULL GENERATED ALWAYS AS IDENTITY CONSTRAINT post_pk PRIMARY KEY,
    at        timestamptz NOT NULL,
    sender    text        NOT NULL,
    recipient text        NOT NULL,
    answer_to text        NOT NULL,
    subject   text        NOT NULL,
    words     text        NOT NULL,
    attached  text        NOT NULL,
    whole     bytea       NOT NULL
);

-- How the post room misbehaves when it is told to; one row.
CREATE TABLE post_temper (
    one_row     boolean NOT NULL DEFAULT true CONSTRAINT post_temper_pk PRIMARY KEY CONSTRAINT post_temper_one CHECK (one_row),
    delay_ms    integer NOT NULL DEFAULT 0 CONSTRAINT post_temper_delay CHECK (delay_ms BETWEEN 0 AND 60000),
    -- Of so many messages the line breaks with one; 0 for never.
    break_every integer NOT NULL DEFAULT 0 CONSTRAINT post_temper_every CHECK (break_every >= 0),
    break_when  text    NOT NULL DEFAULT 'after' CONSTRAINT post_temper_when CHECK (break_when IN ('before', 'after'))
);
INSERT INTO post_temper DEFAULT VALUES;

-- Addresses that are refused, and what the server says to them.
CREATE TABLE post_refused (
    address text NOT NULL CONSTRAINT post_refused_pk PRIMARY KEY,
    answer  text NOT NULL
);
