package aestimo.app.school;

/**
 * How a teacher reaches the school's service.
 *
 * @param address without a slash at its end
 * @param schoolTeacher the teacher's id there; empty for none
 */
public record Connection(String address, String client, String secret, String schoolTeacher) {
    /** Nobody's log or page needs the secret. */
    @Override
    public String toString() {
        return "connection to " + address;
    }
}
