-- One word for one thing: what comes in is imported, and an import is undone.
ALTER TABLE bring_in RENAME TO sheet_import;
ALTER TABLE sheet_import RENAME CONSTRAINT bring_in_pk TO sheet_import_pk;
ALTER TABLE sheet_import RENAME CONSTRAINT bring_in_of_class TO sheet_import_of_class;
ALTER TABLE sheet_import RENAME CONSTRAINT bring_in_class TO sheet_import_class;
ALTER TABLE sheet_import DROP CONSTRAINT bring_in_state;
UPDATE sheet_import SET state = 'UNDONE' WHERE state = 'TAKEN_BACK';
ALTER TABLE sheet_import ADD CONSTRAINT sheet_import_state CHECK (state IN ('OPEN', 'DONE', 'UNDONE'));
ALTER INDEX bring_in_by_class RENAME TO sheet_import_by_class;
ALTER POLICY bring_in_own ON sheet_import RENAME TO sheet_import_own;

ALTER TABLE brought_entry RENAME TO imported_entry;
ALTER TABLE imported_entry RENAME COLUMN bring_in_id TO import_id;
ALTER TABLE imported_entry RENAME CONSTRAINT brought_entry_pk TO imported_entry_pk;
ALTER TABLE imported_entry RENAME CONSTRAINT brought_entry_bring_in TO imported_entry_import;
ALTER POLICY brought_entry_own ON imported_entry RENAME TO imported_entry_own;

-- The ways an entry was altered are named on the page of changes, where they are chosen from.
UPDATE change SET how = 'imported' || substring(how FROM 11) WHERE how LIKE 'brought in%';
UPDATE change SET how = 'import undone' WHERE how = 'taken back';

UPDATE sheet_look SET choices = replace(choices, 'brought=', 'imported=');
