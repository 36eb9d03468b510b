-- Makes the roles and the database of a new cluster. Run by psql as the cluster's own superuser; may be run again.
-- The owner migrates; the application signs in as a role that owns nothing, so row-level security binds it.
\set ON_ERROR_STOP on
\getenv owner_password AESTIMO_OWNER_PASSWORD
\getenv app_password AESTIMO_APP_PASSWORD
\getenv office_password AESTIMO_OFFICE_PASSWORD
SELECT format('CREATE ROLE aestimo_owner LOGIN PASSWORD %L', :'owner_password')
 WHERE NOT EXISTS (SELECT FROM pg_roles WHERE rolname = 'aestimo_owner') \gexec
SELECT format('CREATE ROLE aestimo_app LOGIN PASSWORD %L', :'app_password')
 WHERE NOT EXISTS (SELECT FROM pg_roles WHERE rolname = 'aestimo_app') \gexec
SELECT 'CREATE DATABASE aestimo OWNER aestimo_owner ENCODING ''UTF8'' TEMPLATE template0'
 WHERE NOT EXISTS (SELECT FROM pg_database WHERE datname = 'aestimo') \gexec
REVOKE CONNECT ON DATABASE aestimo FROM PUBLIC;
GRANT CONNECT ON DATABASE aestimo TO aestimo_app;
-- The stand-in for the school's record system keeps what it receives in a schema of its own, and sees nothing else.
SELECT format('CREATE ROLE aestimo_office LOGIN PASSWORD %L', :'office_password')
 WHERE NOT EXISTS (SELECT FROM pg_roles WHERE rolname = 'aestimo_office') \gexec
GRANT CONNECT ON DATABASE aestimo TO aestimo_office;
\connect aestimo
CREATE SCHEMA IF NOT EXISTS office AUTHORIZATION aestimo_office;
