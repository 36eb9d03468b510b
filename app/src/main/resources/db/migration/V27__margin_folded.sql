-- Whether the margin is folded away beside the pages of this teacher.
ALTER TABLE teacher ADD COLUMN margin_folded boolean NOT NULL DEFAULT false;
