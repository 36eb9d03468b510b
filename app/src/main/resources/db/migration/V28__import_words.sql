-- What a word of a sheet means, such as “ill”, once a teacher has said it.
CREATE TABLE import_word (
    teacher_id bigint NOT NULL CONSTRAINT import_word_teacher REFERENCES teacher ON DELETE CASCADE,
    word       text   NOT NULL CONSTRAINT import_word_length CHECK (length(word) <= 100),
    meaning    text   NOT NULL
        CONSTRAINT import_word_meaning CHECK (meaning IN ('doubt', 'blank', 'a', 'x', 'n', 'plain', 'l', 'f')),
    CONSTRAINT import_word_pk PRIMARY KEY (teacher_id, word)
);
ALTER TABLE import_word ENABLE ROW LEVEL SECURITY;
CREATE POLICY import_word_own ON import_word USING (teacher_id = nullif(current_setting('aestimo.teacher', true), '')::bigint);
GRANT SELECT, INSERT, UPDATE, DELETE ON import_word TO aestimo_app;

-- The pages of a file that are not read, so that they can be chosen instead, and what became of the others.
ALTER TABLE sheet_import ADD COLUMN pages text NOT NULL DEFAULT '';
