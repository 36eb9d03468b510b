-- A further field of the school holds one of its labels, or a figure of the term: the attendance percent.
ALTER TABLE school_field
    ADD COLUMN holds text NOT NULL DEFAULT 'LABEL' CHECK (holds IN ('LABEL', 'ATTENDANCE'));
ALTER TABLE school_field
    DROP CONSTRAINT school_field_labels_form,
    ADD CONSTRAINT school_field_labels_form CHECK ((holds = 'LABEL') = (labels <> ''));
