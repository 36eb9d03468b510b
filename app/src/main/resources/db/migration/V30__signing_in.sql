-- Attempts to sign in, by what they are counted under: a name from an address, a browser that was signed in before, an
-- address, a name. Counted before they are looked at, so that several at once do not slip through.
DROP TABLE sign_in_failure;
CREATE TABLE sign_in_attempt (
    counted_under text        NOT NULL,
    at            timestamptz NOT NULL
);
CREATE INDEX sign_in_attempt_recent ON sign_in_attempt (counted_under, at);
GRANT SELECT, INSERT, DELETE ON sign_in_attempt TO aestimo_app;

-- Browsers in which a teacher has signed in. Others who guess at the teacher's password do not make these wait.
CREATE TABLE known_browser (
    teacher_id bigint      NOT NULL CONSTRAINT known_browser_teacher REFERENCES teacher ON DELETE CASCADE,
    token_hash text        NOT NULL,
    used_at    timestamptz NOT NULL,
    CONSTRAINT known_browser_pk PRIMARY KEY (teacher_id, token_hash)
);
GRANT SELECT, INSERT, UPDATE, DELETE ON known_browser TO aestimo_app;

-- Asked before anybody is signed in, so by a function of the owner's that tells no more than this.
CREATE FUNCTION is_known_browser(the_sign_in text, the_hash text) RETURNS boolean LANGUAGE sql STABLE SECURITY DEFINER
    SET search_path = public AS $$
    SELECT EXISTS (SELECT FROM known_browser b JOIN teacher t ON t.id = b.teacher_id
                    WHERE t.sign_in = the_sign_in AND b.token_hash = the_hash)
$$;
REVOKE ALL ON FUNCTION is_known_browser FROM PUBLIC;
GRANT EXECUTE ON FUNCTION is_known_browser TO aestimo_app;

-- The code of a telephone's app that is asked for beside the password. No row until it was proved once.
CREATE TABLE second_step (
    teacher_id bigint NOT NULL CONSTRAINT second_step_pk PRIMARY KEY
        CONSTRAINT second_step_teacher REFERENCES teacher ON DELETE CASCADE,
    secret     bytea  NOT NULL,
    -- A code is taken once: later ones are of a later half minute.
    last_step  bigint NOT NULL,
    since      timestamptz NOT NULL
);
GRANT SELECT, INSERT, UPDATE, DELETE ON second_step TO aestimo_app;

CREATE TABLE recovery_code (
    teacher_id bigint NOT NULL CONSTRAINT recovery_code_teacher REFERENCES teacher ON DELETE CASCADE,
    code_hash  text   NOT NULL,
    CONSTRAINT recovery_code_pk PRIMARY KEY (teacher_id, code_hash)
);
GRANT SELECT, INSERT, DELETE ON recovery_code TO aestimo_app;

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['known_browser', 'second_step', 'recovery_code'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
    END LOOP;
END $$;

-- Passkeys. The names of tables and columns are those the security library asks for.
CREATE TABLE user_entities (
    id           varchar(1000) NOT NULL CONSTRAINT user_entities_pk PRIMARY KEY,
    name         varchar(100)  NOT NULL CONSTRAINT user_entities_teacher REFERENCES teacher (sign_in) ON DELETE CASCADE,
    display_name varchar(200),
    CONSTRAINT user_entities_name_unique UNIQUE (name)
);
CREATE TABLE user_credentials (
    credential_id                varchar(1000) NOT NULL CONSTRAINT user_credentials_pk PRIMARY KEY,
    user_entity_user_id          varchar(1000) NOT NULL
        CONSTRAINT user_credentials_user REFERENCES user_entities ON DELETE CASCADE,
    public_key                   bytea         NOT NULL,
    signature_count              bigint,
    uv_initialized               boolean,
    backup_eligible              boolean       NOT NULL,
    authenticator_transports     varchar(1000),
    public_key_credential_type   varchar(100),
    backup_state                 boolean       NOT NULL,
    attestation_object           bytea,
    attestation_client_data_json bytea,
    created                      timestamp,
    last_used                    timestamp,
    label                        varchar(1000) NOT NULL
);
CREATE INDEX user_credentials_by_user ON user_credentials (user_entity_user_id);
GRANT SELECT, INSERT, UPDATE, DELETE ON user_entities, user_credentials TO aestimo_app;

-- What concerns an account's safety. Written also where nobody is signed in yet; read by its owner alone.
CREATE TABLE security_event (
    id         bigint GENERATED ALWAYS AS IDENTITY CONSTRAINT security_event_pk PRIMARY KEY,
    teacher_id bigint      NOT NULL CONSTRAINT security_event_teacher REFERENCES teacher ON DELETE CASCADE,
    at         timestamptz NOT NULL,
    kind       text        NOT NULL,
    address    text        NOT NULL,
    detail     text        NOT NULL CONSTRAINT security_event_detail CHECK (length(detail) <= 200)
);
CREATE INDEX security_event_by_teacher ON security_event (teacher_id, at DESC);
ALTER TABLE security_event ENABLE ROW LEVEL SECURITY;
CREATE POLICY security_event_read ON security_event FOR SELECT
    USING (teacher_id = nullif(current_setting('aestimo.teacher', true), '')::bigint);
CREATE POLICY security_event_write ON security_event FOR INSERT WITH CHECK (true);
GRANT SELECT, INSERT ON security_event TO aestimo_app;
-- Old ones of all teachers go by night, through a function of the owner's.
CREATE FUNCTION forget_security_events(before timestamptz) RETURNS integer LANGUAGE sql SECURITY DEFINER
    SET search_path = public AS $$
    WITH gone AS (DELETE FROM security_event WHERE at < before RETURNING 1) SELECT count(*)::integer FROM gone
$$;
REVOKE ALL ON FUNCTION forget_security_events FROM PUBLIC;
GRANT EXECUTE ON FUNCTION forget_security_events TO aestimo_app;
