package aestimo.app.letters;

import aestimo.app.figures.ClassFigures;
import aestimo.core.book.Student;
import aestimo.core.result.StudentStanding;

/** Whom a letter is of, over which part of the year, and who writes it. */
public record Recipient(ClassFigures at, StudentStanding own, Person person, Writer writer) {
    /** What the class does not know of a student. */
    public record Person(String preferred, StudentForms forms) {
        static final Person UNKNOWN = new Person("", StudentForms.THEY);
    }

    /**
     * @param today as letters write it, such as “24 February 2027”
     * @param picture where the school's picture is found; empty where there is none
     */
    public record Writer(String school, String teacher, String today, String picture) {
        /** The same with the picture found elsewhere. */
        public Writer with(String otherPicture) {
            return new Writer(school, teacher, today, otherPicture);
        }
    }

    public Student student() {
        return own.student();
    }

    /** As the student is called. */
    public String given() {
        return !person.preferred().isEmpty()
                ? person.preferred()
                : student().given().isEmpty() ? student().family() : student().given();
    }

    /** The same student over another stretch. */
    Recipient over(ClassFigures other) {
        return new Recipient(other, other.standing().of(student().id()), person, writer);
    }
}
