package aestimo.app.book;

/**
 * One cell of the markbook.
 *
 * @param partId 0 for a piece without parts
 */
public record CellId(long assessmentId, long enrolmentId, long partId) {}
