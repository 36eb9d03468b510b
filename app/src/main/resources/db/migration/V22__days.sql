-- Every day lies from 1900 to 2199. Days beyond could once be typed; some of them PostgreSQL keeps as infinity or before
-- the common era, and the class they are in could not be opened any more. Those are moved to the first or last day there is.
DO $$
DECLARE
    found record;
BEGIN
    FOR found IN
        SELECT c.table_name, c.column_name
        FROM information_schema.columns c
        JOIN information_schema.tables t USING (table_schema, table_name)
        WHERE c.table_schema = current_schema() AND c.data_type = 'date' AND t.table_type = 'BASE TABLE'
        ORDER BY c.table_name, c.column_name
    LOOP
        EXECUTE format(
            'UPDATE %1$I SET %2$I = greatest(DATE ''1900-01-01'', least(DATE ''2199-12-31'', %2$I))'
            ' WHERE %2$I NOT BETWEEN DATE ''1900-01-01'' AND DATE ''2199-12-31''',
            found.table_name, found.column_name);
        EXECUTE format(
            'ALTER TABLE %1$I ADD CONSTRAINT %3$I CHECK (%2$I BETWEEN DATE ''1900-01-01'' AND DATE ''2199-12-31'')',
            found.table_name, found.column_name, found.table_name || '_' || found.column_name || '_day');
    END LOOP;
END
$$;
