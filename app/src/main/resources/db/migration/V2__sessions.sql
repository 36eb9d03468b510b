-- Sessions live here so that a restart signs nobody out and several processes share them. The names of tables and
-- columns are those the session library asks for.
CREATE TABLE spring_session (
    primary_id            char(36) NOT NULL CONSTRAINT spring_session_pk PRIMARY KEY,
    session_id            char(36) NOT NULL,
    creation_time         bigint   NOT NULL,
    last_access_time      bigint   NOT NULL,
    max_inactive_interval int      NOT NULL,
    expiry_time           bigint   NOT NULL,
    principal_name        varchar(100)
);
CREATE UNIQUE INDEX spring_session_by_session ON spring_session (session_id);
CREATE INDEX spring_session_by_expiry ON spring_session (expiry_time);
CREATE INDEX spring_session_by_principal ON spring_session (principal_name);

CREATE TABLE spring_session_attributes (
    session_primary_id char(36)     NOT NULL,
    attribute_name     varchar(200) NOT NULL,
    attribute_bytes    bytea        NOT NULL,
    CONSTRAINT spring_session_attributes_pk PRIMARY KEY (session_primary_id, attribute_name),
    CONSTRAINT spring_session_attributes_session FOREIGN KEY (session_primary_id)
        REFERENCES spring_session (primary_id) ON DELETE CASCADE
);
GRANT SELECT, INSERT, UPDATE, DELETE ON spring_session, spring_session_attributes TO aestimo_app;
