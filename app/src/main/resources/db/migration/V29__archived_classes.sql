-- A class that is kept for reading: out of the lists of classes, and nothing in it can be altered until it is brought back.
ALTER TABLE school_class ADD COLUMN archived boolean NOT NULL DEFAULT false;
