-- How a student is spoken of: they, she, he, or always by the name.
ALTER TABLE student ADD COLUMN forms text NOT NULL DEFAULT 'they'
    CONSTRAINT student_forms CHECK (forms IN ('they', 'she', 'he', 'name'));

-- The spelling a teacher's letters are read by.
ALTER TABLE teacher ADD COLUMN spelling text NOT NULL DEFAULT 'en-gb'
    CONSTRAINT teacher_spelling CHECK (spelling IN ('en-gb', 'en'));

-- Words that are no mistakes in a teacher's letters, in small letters.
CREATE TABLE spelt_word (
    teacher_id bigint NOT NULL CONSTRAINT spelt_word_teacher REFERENCES teacher ON DELETE CASCADE,
    word       text   NOT NULL CONSTRAINT spelt_word_length CHECK (length(word) BETWEEN 1 AND 40),
    CONSTRAINT spelt_word_pk PRIMARY KEY (teacher_id, word)
);

-- What is handed to students and families, as it is written for all: blocks as JSON.
CREATE TABLE letter (
    id         bigint  GENERATED ALWAYS AS IDENTITY CONSTRAINT letter_pk PRIMARY KEY,
    teacher_id bigint  NOT NULL CONSTRAINT letter_teacher REFERENCES teacher ON DELETE CASCADE,
    name       text    NOT NULL CONSTRAINT letter_name_form CHECK (name <> ''),
    blocks     text    NOT NULL,
    archived   boolean NOT NULL DEFAULT false,
    version    integer NOT NULL DEFAULT 1,
    CONSTRAINT letter_name_unique UNIQUE (teacher_id, name),
    CONSTRAINT letter_of_teacher UNIQUE (teacher_id, id)
);

-- What is said by a figure: stretches with their sentences, and what else must be met, as JSON.
CREATE TABLE sentence_group (
    id         bigint  GENERATED ALWAYS AS IDENTITY CONSTRAINT sentence_group_pk PRIMARY KEY,
    teacher_id bigint  NOT NULL CONSTRAINT sentence_group_teacher REFERENCES teacher ON DELETE CASCADE,
    name       text    NOT NULL CONSTRAINT sentence_group_name_form CHECK (name <> ''),
    figure     text    NOT NULL,
    stretches  text    NOT NULL,
    only_where text    NOT NULL,
    version    integer NOT NULL DEFAULT 1,
    CONSTRAINT sentence_group_name_unique UNIQUE (teacher_id, name),
    CONSTRAINT sentence_group_of_teacher UNIQUE (teacher_id, id)
);

-- What a teacher wrote for one student in one letter.
CREATE TABLE own_words (
    teacher_id   bigint NOT NULL,
    letter_id    bigint NOT NULL,
    class_id     bigint NOT NULL,
    enrolment_id bigint NOT NULL,
    words        text   NOT NULL CONSTRAINT own_words_length CHECK (length(words) BETWEEN 1 AND 4000),
    CONSTRAINT own_words_pk PRIMARY KEY (letter_id, enrolment_id),
    CONSTRAINT own_words_letter FOREIGN KEY (teacher_id, letter_id) REFERENCES letter (teacher_id, id) ON DELETE CASCADE,
    CONSTRAINT own_words_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);
CREATE INDEX own_words_by_enrolment ON own_words (enrolment_id);

-- Another sentence than the one dealt out, the teacher's own in its place, or none, for one student in one letter.
CREATE TABLE sentence_choice (
    teacher_id   bigint  NOT NULL,
    letter_id    bigint  NOT NULL,
    class_id     bigint  NOT NULL,
    enrolment_id bigint  NOT NULL,
    group_id     bigint  NOT NULL,
    words        text    NOT NULL CONSTRAINT sentence_choice_length CHECK (length(words) <= 4000),
    own          boolean NOT NULL,
    CONSTRAINT sentence_choice_pk PRIMARY KEY (letter_id, enrolment_id, group_id),
    CONSTRAINT sentence_choice_letter FOREIGN KEY (teacher_id, letter_id) REFERENCES letter (teacher_id, id) ON DELETE CASCADE,
    CONSTRAINT sentence_choice_group FOREIGN KEY (teacher_id, group_id)
        REFERENCES sentence_group (teacher_id, id) ON DELETE CASCADE,
    CONSTRAINT sentence_choice_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);
CREATE INDEX sentence_choice_by_enrolment ON sentence_choice (enrolment_id);
CREATE INDEX sentence_choice_by_group ON sentence_choice (group_id);

-- Letters as they left: the words they held, with a hash of them, when and how.
CREATE TABLE handed_out (
    id           bigint      GENERATED ALWAYS AS IDENTITY CONSTRAINT handed_out_pk PRIMARY KEY,
    teacher_id   bigint      NOT NULL,
    class_id     bigint      NOT NULL,
    enrolment_id bigint      NOT NULL,
    letter_id    bigint,
    letter_name  text        NOT NULL,
    at           timestamptz NOT NULL,
    how          text        NOT NULL CONSTRAINT handed_out_how CHECK (how IN ('paper', 'file', 'mail')),
    figures      text        NOT NULL,
    words        text        NOT NULL,
    sha256       text        NOT NULL,
    CONSTRAINT handed_out_letter FOREIGN KEY (letter_id) REFERENCES letter ON DELETE SET NULL,
    CONSTRAINT handed_out_enrolment FOREIGN KEY (teacher_id, class_id, enrolment_id)
        REFERENCES enrolment (teacher_id, class_id, id) ON DELETE CASCADE
);
CREATE INDEX handed_out_by_enrolment ON handed_out (enrolment_id);
CREATE INDEX handed_out_by_letter ON handed_out (letter_id);

DO $$
DECLARE
    own_table text;
BEGIN
    FOREACH own_table IN ARRAY ARRAY['spelt_word', 'letter', 'sentence_group', 'own_words', 'sentence_choice', 'handed_out'] LOOP
        EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', own_table);
        EXECUTE format('CREATE POLICY %I ON %I USING (teacher_id = nullif(current_setting(''aestimo.teacher'', true), '''')::bigint)',
                       own_table || '_own', own_table);
        EXECUTE format('GRANT SELECT, INSERT, UPDATE, DELETE ON %I TO aestimo_app', own_table);
    END LOOP;
END $$;
