-- What was written to the cell, as it would be typed: a cell altered and put back again is no later change.
ALTER TABLE brought_entry ADD COLUMN became text NOT NULL DEFAULT '';
