-- The choices a class makes within the rules of calculation.
ALTER TABLE school_class
    ADD COLUMN method         text    NOT NULL DEFAULT 'BY_CATEGORY'
        CONSTRAINT school_class_method CHECK (method IN ('BY_CATEGORY', 'ALL_POINTS')),
    ADD COLUMN places         integer NOT NULL DEFAULT 1
        CONSTRAINT school_class_places_range CHECK (places BETWEEN 0 AND 2),
    ADD COLUMN grade_on       text    NOT NULL DEFAULT 'ROUNDED'
        CONSTRAINT school_class_grade_on CHECK (grade_on IN ('ROUNDED', 'EXACT')),
    ADD COLUMN borderline     numeric(9,4) NOT NULL DEFAULT 2
        CONSTRAINT school_class_borderline_range CHECK (borderline >= 0),
    ADD COLUMN movement_at    numeric(9,4) NOT NULL DEFAULT 2
        CONSTRAINT school_class_movement_range CHECK (movement_at > 0),
    -- The label of a band of the class; empty: none named.
    ADD COLUMN pass           text    NOT NULL DEFAULT '',
    -- Null: work not handed in counts nothing.
    ADD COLUMN not_handed_in  numeric(9,4) DEFAULT 0
        CONSTRAINT school_class_not_handed_in_range CHECK (not_handed_in BETWEEN 0 AND 100),
    ADD COLUMN late_deduction numeric(9,4) NOT NULL DEFAULT 0
        CONSTRAINT school_class_late_range CHECK (late_deduction >= 0),
    ADD COLUMN year_result    text    NOT NULL DEFAULT 'POOLED'
        CONSTRAINT school_class_year_result CHECK (year_result IN ('POOLED', 'WEIGH_TERMS')),
    ADD COLUMN term_results   text    NOT NULL DEFAULT 'EXACT'
        CONSTRAINT school_class_term_results CHECK (term_results IN ('EXACT', 'ROUNDED')),
    ADD COLUMN ranking        text    NOT NULL DEFAULT 'STANDARD'
        CONSTRAINT school_class_ranking CHECK (ranking IN ('STANDARD', 'DENSE'));

ALTER TABLE category
    ADD COLUMN averaging   text    NOT NULL DEFAULT 'EQUAL' CONSTRAINT category_averaging CHECK (averaging IN ('EQUAL', 'POINTS')),
    ADD COLUMN drop_lowest integer NOT NULL DEFAULT 0 CONSTRAINT category_drop_range CHECK (drop_lowest BETWEEN 0 AND 9),
    ADD COLUMN counts      boolean NOT NULL DEFAULT true,
    ADD COLUMN retired     boolean NOT NULL DEFAULT false,
    ADD CONSTRAINT category_drop_equal CHECK (drop_lowest = 0 OR averaging = 'EQUAL');

ALTER TABLE term
    ADD COLUMN weight numeric(9,4) NOT NULL DEFAULT 0 CONSTRAINT term_weight_range CHECK (weight BETWEEN 0 AND 1000),
    -- An exam term may lie within another's weeks; it takes only the assessments given to it.
    ADD COLUMN exam   boolean NOT NULL DEFAULT false,
    ADD CONSTRAINT term_of_teacher UNIQUE (teacher_id, id);

-- The term an assessment is given to, whatever its date; null: by its date.
ALTER TABLE assessment
    ADD COLUMN term_id bigint,
    -- When it is late, if not on its date.
    ADD COLUMN due          date,
    ADD COLUMN weight       numeric(9,4) NOT NULL DEFAULT 1 CONSTRAINT assessment_weight_range CHECK (weight > 0),
    ADD COLUMN bonus        boolean NOT NULL DEFAULT false,
    ADD COLUMN allow_over   boolean NOT NULL DEFAULT false,
    ADD COLUMN instructions text    NOT NULL DEFAULT '',
    ADD CONSTRAINT assessment_due CHECK (due >= date),
    ADD CONSTRAINT assessment_term FOREIGN KEY (teacher_id, term_id) REFERENCES term (teacher_id, id);
