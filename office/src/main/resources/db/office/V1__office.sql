-- Between which days the school takes the results of a grading period.
CREATE TABLE takes (
    session_id text NOT NULL CONSTRAINT takes_pk PRIMARY KEY,
    from_day   date NOT NULL,
    to_day     date NOT NULL,
    CONSTRAINT takes_days CHECK (from_day <= to_day)
);

-- How the service misbehaves when it is told to; one row.
CREATE TABLE temper (
    one_row    boolean NOT NULL DEFAULT true CONSTRAINT temper_pk PRIMARY KEY CONSTRAINT temper_one CHECK (one_row),
    delay_ms   integer NOT NULL DEFAULT 20 CONSTRAINT temper_delay CHECK (delay_ms BETWEEN 0 AND 60000),
    -- Every so many writes one fails; 0 for never.
    fail_every integer NOT NULL DEFAULT 0 CONSTRAINT temper_every CHECK (fail_every >= 0),
    fail_how   text    NOT NULL DEFAULT '500' CONSTRAINT temper_how CHECK (fail_how IN ('500', '429', 'hang', 'after'))
);
INSERT INTO temper DEFAULT VALUES;

CREATE TABLE refused (
    user_id text NOT NULL CONSTRAINT refused_pk PRIMARY KEY,
    reason  text NOT NULL
);

-- What was received, as it was sent.
CREATE TABLE kept (
    kind     text NOT NULL CONSTRAINT kept_kind CHECK (kind IN ('categories', 'lineItems', 'scoreScales')),
    id       text NOT NULL,
    body     jsonb NOT NULL,
    at       timestamptz NOT NULL,
    CONSTRAINT kept_pk PRIMARY KEY (kind, id)
);

CREATE TABLE result (
    id           text NOT NULL CONSTRAINT result_pk PRIMARY KEY,
    line_item_id text NOT NULL,
    student_id   text NOT NULL,
    body         jsonb NOT NULL,
    first_at     timestamptz NOT NULL,
    last_at      timestamptz NOT NULL,
    -- How often it came in; it is kept once.
    times        integer NOT NULL DEFAULT 1,
    CONSTRAINT result_once UNIQUE (line_item_id, student_id)
);
